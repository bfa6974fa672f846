/** The hooks that fetch and change records. */
import {
  keepPreviousData,
  QueryClient,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { useEffect, useRef, useSyncExternalStore } from 'react';
import { v7 as newId } from 'uuid';
import type { AnswerOf, BodyIn, ParamsOf } from '#contract/api.ts';
import type { PathName } from '#contract/paths.ts';
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

/** Everything shown may have changed: fetch what is on screen again. */
function refetchAll(): void {
  void queryClient.invalidateQueries();
}

/** Keeps what is shown in step with arrivals from the outbox and with other tabs. */
export function startRefetching(): void {
  onArrival((change) => {
    void queryClient.invalidateQueries({ queryKey: ['pair', change.tag] });
    void queryClient.invalidateQueries({ queryKey: ['match', change.tag] });
    void queryClient.invalidateQueries({ queryKey: ['photographs'] });
    void queryClient.invalidateQueries({ queryKey: ['gauge-study'] });
    void queryClient.invalidateQueries({ queryKey: ['gauge-studies'] });
    void queryClient.invalidateQueries({ queryKey: ['pairs'] });
    void queryClient.invalidateQueries({ queryKey: ['editions'] });
    void queryClient.invalidateQueries({ queryKey: ['sheet'] });
    void queryClient.invalidateQueries({ queryKey: ['comparison'] });
    announce({ kind: 'changed' });
  });
  listen((message) => {
    if (message.kind === 'changed') refetchAll();
  });
  onReturn(() => {
    refetchAll();
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
const pairsQuery = queryOptions({
  queryKey: ['pairs'],
  queryFn: ({ signal }) => request('listPairs', { signal }),
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
  void queryClient.prefetchQuery(pairsQuery);
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
export const usePairs = () => useQuery(pairsQuery);
export const usePair = (tag: string, wanted = true) =>
  useQuery({ ...pairQuery(tag), enabled: wanted });
export const useMatch = (tag: string) => useQuery(matchQuery(tag));

export const useTolerances = () =>
  useQuery({
    queryKey: ['tolerances'],
    queryFn: ({ signal }) => request('listTolerances', { signal }),
  });

export const useEditions = () =>
  useQuery({
    queryKey: ['editions'],
    queryFn: ({ signal }) => request('listEditions', { signal }),
  });

/** What an instrument touched; asked for only when it is wanted. */
export const useRecall = (id: string, since: string, wanted: boolean) =>
  useQuery({
    queryKey: ['recall', id, since],
    queryFn: ({ signal }) => request('getRecall', { params: { id }, query: { since }, signal }),
    enabled: wanted,
    placeholderData: keepPreviousData,
  });

export const useSheet = (edition: string, label: string | undefined) =>
  useQuery({
    queryKey: ['sheet', edition, label],
    queryFn: ({ signal }) => request('getSheet', { params: { edition }, query: { label }, signal }),
    placeholderData: keepPreviousData,
  });

export const useComparison = (
  editions: string[],
  label: string | undefined,
  stack: string | undefined,
) =>
  useQuery({
    queryKey: ['comparison', editions.join(','), label, stack],
    queryFn: ({ signal }) =>
      request('getComparison', { query: { editions: editions.join(','), label, stack }, signal }),
    enabled: editions.length >= 2,
    placeholderData: keepPreviousData,
  });

/**
 * A change that is sent at once. Sent again with the same content it keeps its id, so that a
 * double press or a lost answer does the work once.
 */
export function useChange<N extends PathName>(name: N) {
  const client = useQueryClient();
  const sent = useRef({ content: '', id: '' });
  return useMutation<AnswerOf<N>, RequestFault, { params?: ParamsOf<N>; body: BodyIn<N> }>({
    mutationFn: (parts) => {
      const content = JSON.stringify(parts);
      if (sent.current.content !== content) sent.current = { content, id: newId() };
      return request(name, { ...parts, change: sent.current.id });
    },
    onSuccess: async () => {
      sent.current = { content: '', id: '' };
      announce({ kind: 'changed' });
      await client.invalidateQueries();
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
