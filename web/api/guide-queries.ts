/** Hooks of the guide: rules of uses, the choice of a shoe, the desk, practice. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { QueryIn } from '#contract/endpoints.ts';
import { request } from './request.ts';

/** What leans on the shelf is asked for again until all of it is worked out. */
const whileWaiting = (answer: { waiting: number } | undefined): number | false =>
  (answer?.waiting ?? 0) > 0 ? 1500 : false;

export const useSuits = (edition: string, query: NonNullable<QueryIn<'getSuits'>>) =>
  useQuery({
    queryKey: ['figures', 'suits', edition, query],
    queryFn: ({ signal }) => request('getSuits', { params: { edition }, query, signal }),
    placeholderData: keepPreviousData,
  });

/** What is offered; what was offered before stays until the next is known. */
export const useChoice = (query: QueryIn<'getChoice'>) =>
  useQuery({
    queryKey: ['figures', 'choice', query],
    queryFn: ({ signal }) => request('getChoice', { query, signal }),
    enabled: query.use !== '',
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => whileWaiting(state.data),
  });

export const useDesk = () =>
  useQuery({
    queryKey: ['editions', 'desk'],
    queryFn: ({ signal }) => request('getDesk', { signal }),
    refetchInterval: ({ state }) => whileWaiting(state.data),
  });

export const useQuestions = (edition: string) =>
  useQuery({
    queryKey: ['editions', 'questions', edition],
    queryFn: ({ signal }) => request('listQuestions', { params: { edition }, signal }),
  });

export const usePractice = (person: string) =>
  useQuery({
    queryKey: ['lab', 'practice', person],
    queryFn: ({ signal }) => request('getPractice', { query: { person }, signal }),
  });
