/** What single pages ask for: records and sheets of editions, deliveries, recalls, lines, wishes, changes. */
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
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

/** The record of changes: all of it, or of one pair, edition, instrument or person. */
export const useChanges = (whose: Partial<Record<string, string>>) =>
  useInfiniteQuery({
    queryKey: ['lab', 'changes', whose],
    queryFn: ({ pageParam, signal }) =>
      request('listChanges', { query: { ...whose, after: pageParam }, signal }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => page.more ?? undefined,
    staleTime: 0,
  });

/** Makers, models and editions known for what is typed so far. */
export const useNames = (maker: string, model: string) =>
  useQuery({
    queryKey: ['editions', 'names', maker, model],
    queryFn: ({ signal }) => request('listNames', { query: { maker, model }, signal }),
    placeholderData: keepPreviousData,
  });

export const suggestTag = async (maker: string, model: string): Promise<string> =>
  (await request('suggestTag', { query: { maker, model } })).tag;

export const useFreeTag = (maker: string, model: string) =>
  useQuery({
    queryKey: ['pairs', 'free tag', maker, model],
    queryFn: () => suggestTag(maker, model),
    enabled: maker !== '' && model !== '',
  });

export const useSheet = (edition: string, label: string | undefined) =>
  useQuery({
    queryKey: ['figures', 'sheet', edition, label],
    queryFn: ({ signal }) => request('getSheet', { params: { edition }, query: { label }, signal }),
    placeholderData: keepPreviousData,
  });

export const useComparison = (
  editions: string[],
  label: string | undefined,
  stack: string | undefined,
) =>
  useQuery({
    queryKey: ['figures', 'comparison', editions.join(','), label, stack],
    queryFn: ({ signal }) =>
      request('getComparison', { query: { editions: editions.join(','), label, stack }, signal }),
    enabled: editions.length >= 2,
    placeholderData: keepPreviousData,
  });

export const useThresholds = () =>
  useQuery({
    queryKey: ['tolerances', 'all'],
    queryFn: ({ signal }) => request('listThresholds', { signal }),
  });
