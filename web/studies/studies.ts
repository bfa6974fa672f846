/** What studies fetch, and the worker that studies pairs. */
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { proxy, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { QueryOf } from '#contract/endpoints.ts';
import type { PairStudyReadings } from '#contract/study-records.ts';
import type { MeasuredQuantityId, QuantityId } from '#core/catalogue/quantities.ts';
import type { Limits } from '#core/statistics/process-performance.ts';
import type { PairToPair } from '#core/study/pair-to-pair.ts';
import { request } from '../api/request.ts';
import type { StudyBench } from '../workers/study-bench.ts';

export const usePairStudy = (query: QueryOf<'getPairStudy'> | null) =>
  useQuery({
    queryKey: ['studies', 'pairs', query],
    queryFn: ({ signal }) =>
      request('getPairStudy', { query: query as QueryOf<'getPairStudy'>, signal }),
    enabled: query !== null,
    placeholderData: keepPreviousData,
  });

export const useConsistency = (quantity: QuantityId | undefined) =>
  useInfiniteQuery({
    queryKey: ['studies', 'consistency', quantity],
    queryFn: ({ pageParam, signal }) =>
      request('listConsistency', {
        query: { quantity: quantity as QuantityId, after: pageParam },
        signal,
      }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => page.more ?? undefined,
    // What is still worked out is asked for again until it is there.
    refetchInterval: ({ state }) => (state.data?.pages[0]?.waiting ? 2000 : false),
    enabled: quantity !== undefined,
    placeholderData: keepPreviousData,
  });

export const useSideDifferences = (quantity: QuantityId, edition: string | undefined) =>
  useQuery({
    queryKey: ['studies', 'sides', quantity, edition],
    queryFn: ({ signal }) =>
      request('listSideDifferences', { query: { quantity, edition }, signal }),
    placeholderData: keepPreviousData,
  });

export const useGaugeStudies = () =>
  useQuery({
    queryKey: ['gauge-studies', 'list'],
    queryFn: ({ signal }) => request('listGaugeStudies', { signal }),
  });

export const useGaugeStudy = (id: string) =>
  useQuery({
    queryKey: ['gauge-studies', 'one', id],
    queryFn: ({ signal }) => request('getGaugeStudy', { params: { id }, signal }),
  });

export const useMethods = (quantity: MeasuredQuantityId) =>
  useQuery({
    queryKey: ['studies', 'methods', quantity],
    queryFn: ({ signal }) => request('listMethods', { query: { quantity }, signal }),
  });

export const useBridge = (quantity: MeasuredQuantityId, a: string, b: string) =>
  useQuery({
    queryKey: ['studies', 'bridge', quantity, a, b],
    queryFn: ({ signal }) => request('getBridge', { query: { quantity, a, b }, signal }),
    enabled: a !== '' && b !== '' && a !== b,
  });

export const useBridges = () =>
  useQuery({
    queryKey: ['studies', 'bridges'],
    queryFn: ({ signal }) => request('listBridges', { signal }),
  });

export interface StudyState {
  study?: PairToPair;
  /** Why there is none. */
  fault?: string;
  /** Steps of the search so far, while it runs. */
  steps?: number;
}

/** Studies readings in a worker of their own, which is ended when they change or it is stopped. */
export function useStudyOf(
  readings: PairStudyReadings | undefined,
  limits: Limits,
): StudyState & { stop: () => void } {
  const [state, setState] = useState<StudyState>({});
  const [stopped, setStopped] = useState<PairStudyReadings | undefined>();
  const { lower, upper } = limits;
  useEffect(() => {
    if (!readings || stopped === readings) return;
    const worker = new Worker(new URL('../workers/study-bench.ts', import.meta.url), {
      type: 'module',
    });
    let live = true;
    setState((before) => ({ ...before, steps: 0 }));
    void wrap<StudyBench>(worker)
      .study(
        readings,
        { lower, upper },
        proxy((steps: number) => {
          if (live) setState((before) => ({ ...before, steps }));
        }),
      )
      .then((answer) => {
        if (live) setState(answer.ok ? { study: answer.study } : { fault: answer.message });
        worker.terminate();
      });
    return () => {
      live = false;
      worker.terminate();
    };
  }, [readings, lower, upper, stopped]);
  return {
    ...state,
    stop: () => {
      setStopped(readings);
      setState({ fault: 'Stopped.' });
    },
  };
}
