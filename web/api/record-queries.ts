/** What single pages ask for: records of editions, deliveries, recalls, lines, wishes. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { request } from './request.ts';

/** An edition with what can be put right of it. */
export const useEditionRecord = (edition: string) =>
  useQuery({
    queryKey: ['editions', 'record', edition],
    queryFn: ({ signal }) => request('getEdition', { params: { edition }, signal }),
  });

/** What a merge would move. */
export const useMergePlan = (kind: 'maker' | 'model' | 'edition', id: string, into: string) =>
  useQuery({
    queryKey: ['editions', 'merge', kind, id, into],
    queryFn: ({ signal }) => request('getMerge', { params: { id }, query: { kind, into }, signal }),
    staleTime: 0,
  });

/** Two pairs held against each other. */
export const useHeld = (tag: string, other: string) =>
  useQuery({
    queryKey: ['figures', 'held', tag, other],
    queryFn: ({ signal }) => request('getHeld', { params: { tag, other }, signal }),
  });

/** The pairs of one lot of an edition. */
export const useDelivery = (edition: string, lot: string) =>
  useQuery({
    queryKey: ['match', 'delivery', edition, lot],
    queryFn: ({ signal }) => request('getDelivery', { query: { edition, lot }, signal }),
  });

/**
 * What an instrument touched; asked for only when it is wanted.
 * @param job by this name the server says how far it is
 */
export const useRecall = (id: string, since: string, job: string, wanted: boolean) =>
  useQuery({
    queryKey: ['figures', 'recall', id, since],
    queryFn: ({ signal }) =>
      request('getRecall', { params: { id }, query: { since, job }, signal }),
    enabled: wanted,
    placeholderData: keepPreviousData,
  });

/** The line of versions that an edition stands in. */
export const useLine = (edition: string) =>
  useQuery({
    queryKey: ['figures', 'line', edition],
    queryFn: ({ signal }) => request('getLine', { params: { edition }, signal }),
    placeholderData: keepPreviousData,
  });

/** What is promised, wished for and asked for. */
export const useWishes = () =>
  useQuery({
    queryKey: ['editions', 'wishes'],
    queryFn: ({ signal }) => request('listWishes', { signal }),
  });

/** What was issued of a check; asked for once it is decided. */
export const useIssued = (check: string | undefined) =>
  useQuery({
    queryKey: ['match', 'issued', check],
    queryFn: ({ signal }) => request('listIssued', { query: { subject: check ?? '' }, signal }),
    enabled: check !== undefined,
  });

export const useTolerances = () =>
  useQuery({
    queryKey: ['tolerances'],
    queryFn: ({ signal }) => request('listTolerances', { signal }),
  });

/** What a pair is made of. */
export const useWalkOf = (tag: string) =>
  useQuery({
    queryKey: ['pair', 'walk', tag],
    queryFn: ({ signal }) => request('getWalk', { params: { tag }, signal }),
  });
