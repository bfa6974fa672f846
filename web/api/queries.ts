/** The hooks that fetch and change records. */
import {
  type InfiniteData,
  infiniteQueryOptions,
  keepPreviousData,
  QueryClient,
  queryOptions,
  useInfiniteQuery,
  useMutation,
  useQuery,
} from '@tanstack/react-query';
import { useEffect, useRef, useSyncExternalStore } from 'react';
import { v7 as newId } from 'uuid';
import { ADDRESSES } from '#contract/addresses.ts';
import type { Topic } from '#contract/endpoint.ts';
import type { AnswerOf, BodyIn, ChangeName, ParamsOf, PathName } from '#contract/endpoints.ts';
import type { PairRow } from '#contract/pair-records.ts';
import type { Configuration } from '#core/catalogue/stack-basis.ts';
import { answersTo, pairText } from '#core/sizing/search-terms.ts';
import { onReturn } from './kept-answers.ts';
import { flush, onArrival, outboxState, watchOutbox } from './outbox.ts';
import { RequestFault, request } from './request.ts';
import { announce, listen } from './tabs.ts';

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      networkMode: 'always',
      retry: (count, error) => error instanceof RequestFault && error.passing && count < 2,
    },
    mutations: { networkMode: 'always' },
  },
});

/** Drops what a change has touched: what of it is on screen is fetched again. */
function drop(topics: readonly Topic[]): Promise<unknown> {
  return Promise.all(topics.map((topic) => queryClient.invalidateQueries({ queryKey: [topic] })));
}

/** Drops what a change touched, here and in the other tabs. */
export function dropTouched(name: ChangeName): Promise<unknown> {
  const { touches: topics } = ADDRESSES[name];
  announce({ kind: 'changed', topics });
  return drop(topics);
}

type PairPages = InfiniteData<AnswerOf<'listPairs'>>;

/** Fetches the row of one pair, and puts it in its place in the pages that are held. */
async function refreshRow(tag: string): Promise<void> {
  const row = await queryClient
    .fetchQuery({ ...rowQuery(tag), staleTime: 0 })
    .catch(() => undefined);
  if (!row) return;
  queryClient.setQueriesData<PairPages>({ queryKey: ['pairs', 'list'] }, (held) =>
    held
      ? {
          ...held,
          pages: held.pages.map((page) => ({
            ...page,
            rows: page.rows.map((before) => (before.id === row.id ? row : before)),
          })),
        }
      : held,
  );
}

/** Keeps what is shown in step with arrivals from the outbox and with other tabs. */
export function startRefetching(): void {
  onArrival(({ name, tag }) => {
    const { touches: topics } = ADDRESSES[name];
    // Of a list only the row of this pair; of pairs and checks only its own.
    if (tag && topics.includes('pairs')) void refreshRow(tag);
    for (const topic of topics)
      if (topic === 'pair' || topic === 'match')
        void queryClient.invalidateQueries({ queryKey: [topic, tag] });
    void drop(topics.filter((topic) => !['pairs', 'pair', 'match'].includes(topic)));
    announce({ kind: 'changed', topics });
  });
  listen((message) => {
    if (message.kind === 'changed') void drop(message.topics);
  });
  onReturn(() => {
    void queryClient.invalidateQueries();
    void flush();
  });
}

const healthQuery = queryOptions({
  queryKey: ['health'],
  queryFn: ({ signal }) => request('health', { signal }),
});
const labQuery = queryOptions({
  queryKey: ['lab'],
  queryFn: ({ signal }) => request('getLab', { signal }),
});
const pairsQuery = (shelf: 'table' | 'shelf', find: string) =>
  infiniteQueryOptions({
    queryKey: ['pairs', 'list', shelf, find],
    queryFn: ({ pageParam, signal }) =>
      request('listPairs', { query: { find: find || undefined, shelf, after: pageParam }, signal }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => page.more ?? undefined,
  });
const rowQuery = (tag: string) =>
  queryOptions({
    queryKey: ['pairs', 'row', tag],
    queryFn: ({ signal }) => request('getPairRow', { params: { tag }, signal }),
  });
const pairQuery = (tag: string) =>
  queryOptions({
    queryKey: ['pair', tag],
    queryFn: ({ signal }) => request('getPair', { params: { tag }, signal }),
  });
const matchQuery = (tag: string) =>
  queryOptions({
    queryKey: ['match', tag],
    queryFn: ({ signal }) => request('getMatch', { params: { tag }, signal }),
  });

/** Asks for what every page shows, while the page itself is still on its way. */
export function fetchFrame(): void {
  void queryClient.prefetchQuery(labQuery);
  void queryClient.prefetchInfiniteQuery(pairsQuery('table', ''));
  void queryClient.prefetchQuery(healthQuery);
}

/**
 * The same for what the steps show of a pair: of all steps, so that another can be opened while the
 * server is away.
 */
export function fetchPair(tag = ''): void {
  void queryClient.prefetchQuery(pairQuery(tag));
  void queryClient.prefetchQuery(matchQuery(tag));
}

export const useHealth = () => useQuery(healthQuery);
export const useLab = () => useQuery(labQuery);
/**
 * Pairs on the table or the shelf, page after page; with words typed, those found by them. While the
 * server is away they are looked for among the rows that are at hand.
 */
export function usePairs(shelf: 'table' | 'shelf', find = '') {
  const listed = useInfiniteQuery(pairsQuery(shelf, ''));
  const found = useInfiniteQuery({
    ...pairsQuery(shelf, find),
    enabled: find !== '',
    placeholderData: keepPreviousData,
  });
  if (find === '') return listed;
  if (!found.isError || !listed.data) return found;
  const atHand = (page: AnswerOf<'listPairs'>) => ({
    ...page,
    rows: page.rows.filter((row) => answersTo(find, pairText(row))),
  });
  return { ...listed, data: { ...listed.data, pages: listed.data.pages.map(atHand) } };
}
/** The row of one pair. */
export const usePairRow = (tag: string | undefined) =>
  useQuery({ ...rowQuery(tag ?? ''), enabled: Boolean(tag) });
/** The pair of a tag, or none; asked anew each time. */
export const lookUpPair = (tag: string): Promise<PairRow | undefined> =>
  request('getPairRow', { params: { tag } }).catch((error) => {
    if (error instanceof RequestFault && error.status === 404) return undefined;
    throw error;
  });
export const usePair = (tag: string, wanted = true) =>
  useQuery({ ...pairQuery(tag), enabled: wanted });
export const useMatch = (tag: string) => useQuery(matchQuery(tag));

/** What the other pairs of its edition let expect of a pair. */
export const useExpected = (
  tag: string,
  protocol: string,
  {
    configuration,
    removed,
    wornKm,
  }: { configuration: Configuration; removed: string; wornKm: number },
) =>
  useQuery({
    queryKey: ['figures', 'expected', tag, protocol, configuration, removed, wornKm],
    queryFn: ({ signal }) =>
      request('listExpected', {
        params: { tag },
        query: { protocol, configuration, removed, wornKm },
        signal,
      }),
  });

/** Editions by name, page after page; those found by words; or those with the most measured pairs. */
export const useEditions = ({ find = '', measured = false } = {}) =>
  useInfiniteQuery({
    queryKey: ['editions', measured, find],
    queryFn: ({ pageParam, signal }) =>
      request('listEditions', {
        query: {
          find: find || undefined,
          measured: measured ? 'only' : undefined,
          after: pageParam,
        },
        signal,
      }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => page.more ?? undefined,
    placeholderData: keepPreviousData,
  });

export const useEditionRow = (edition: string) =>
  useQuery({
    queryKey: ['editions', 'row', edition],
    queryFn: ({ signal }) => request('getEditionRow', { params: { edition }, signal }),
    enabled: edition !== '',
  });

/** How worn a pair is. */
export const useWear = (tag: string) =>
  useQuery({
    queryKey: ['pair', 'wear', tag],
    queryFn: ({ signal }) => request('getWear', { params: { tag }, signal }),
  });

/**
 * A change that is sent at once. Sent again with the same content it keeps its id, so that a
 * double press or a lost answer does the work once.
 */
/** @param scope changes of one scope are sent one after the other */
export function useChange<N extends PathName & ChangeName>(name: N, scope?: string) {
  const sent = useRef({ content: '', id: '' });
  return useMutation<AnswerOf<N>, RequestFault, { params?: ParamsOf<N>; body: BodyIn<N> }>({
    ...(scope ? { scope: { id: scope } } : {}),
    mutationFn: (parts) => {
      const content = JSON.stringify(parts);
      if (sent.current.content !== content) sent.current = { content, id: newId() };
      return request(name, { ...parts, change: sent.current.id });
    },
    onSuccess: async () => {
      sent.current = { content: '', id: '' };
      await dropTouched(name);
    },
  });
}

export const useOutbox = () => useSyncExternalStore(watchOutbox, outboxState);

/** Calls back when another tab has the same pair open. */
export function useOtherTab(tag: string, onOther: () => void): void {
  const told = useRef(onOther);
  told.current = onOther;
  useEffect(() => {
    announce({ kind: 'open', tag, reply: false });
    return listen((message) => {
      if (message.kind !== 'open' || message.tag !== tag) return;
      told.current();
      if (!message.reply) announce({ kind: 'open', tag, reply: true });
    });
  }, [tag]);
}
