/** Hooks of the shelf. */
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import type { QueryIn } from '#contract/endpoints.ts';
import { useChange } from './queries.ts';
import { request } from './request.ts';

/** Rows that are asked for at once. */
const PAGE = 60;

export type ShelfQuery = Omit<NonNullable<QueryIn<'getShelf'>>, 'from' | 'limit'>;

/** The shelf, answered as typed; more rows as they are asked for. */
export const useShelf = (query: ShelfQuery) =>
  useInfiniteQuery({
    queryKey: ['figures', 'shelf', query],
    queryFn: ({ pageParam, signal }) =>
      request('getShelf', { query: { ...query, from: pageParam, limit: PAGE }, signal }),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const { fits, may, outside, 'not known': unknown } = last.counts;
      const shown = pages.length * PAGE;
      return shown < fits + may + outside + unknown ? shown : undefined;
    },
    placeholderData: keepPreviousData,
    // Rows that are being worked out anew come in while the page is open.
    refetchInterval: ({ state }) => ((state.data?.pages[0]?.waiting ?? 0) > 0 ? 1500 : false),
  });

export const useOwnPlace = () => useChange('setOwnPlace');

export const useLike = (edition: string, words: string) =>
  useQuery({
    queryKey: ['figures', 'like', edition, words],
    queryFn: ({ signal }) => request('getLike', { params: { edition }, query: { words }, signal }),
    placeholderData: keepPreviousData,
  });

export const useOneOrTwo = (first: string, second: string) =>
  useQuery({
    queryKey: ['figures', 'one or two', first, second],
    queryFn: ({ signal }) => request('getOneOrTwo', { query: { first, second }, signal }),
    placeholderData: keepPreviousData,
  });
