/** The hooks of wear over all pairs, and of the hall: their pages alone carry them. */
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import type { AnswerOf, BodyIn, PathName } from '#contract/endpoints.ts';
import { queryClient } from './queries.ts';
import { type RequestFault, request } from './request.ts';

export const useDue = () =>
  useQuery({ queryKey: ['pairs', 'due'], queryFn: ({ signal }) => request('getDue', { signal }) });

export const useEditionLife = (edition: string) =>
  useQuery({
    queryKey: ['pairs', 'life', edition],
    queryFn: ({ signal }) => request('getEditionLife', { params: { edition }, signal }),
  });

export const useRotation = (
  code: string,
  { km, ground, ...asked }: Record<'km' | 'purpose' | 'surface' | 'ground' | 'without', string>,
) =>
  useQuery({
    queryKey: ['pairs', 'rotation', code, km, ground, asked],
    queryFn: ({ signal }) =>
      request('getRotation', {
        params: { code },
        query: {
          ...asked,
          ground: ground as '' | 'dry' | 'wet' | 'ice',
          ...(km === '' ? {} : { km }),
        },
        signal,
      }),
    placeholderData: keepPreviousData,
  });

export const usePanel = (query: { editions: string; yardstick: string }) =>
  useQuery({
    queryKey: ['pairs', 'panel', query],
    queryFn: ({ signal }) => request('getPanel', { query, signal }),
    placeholderData: keepPreviousData,
  });

export const useWearTerms = () =>
  useQuery({
    queryKey: ['lab', 'wear'],
    queryFn: ({ signal }) => request('getWearTerms', { signal }),
  });

/** Sends what changes nothing of the book: of what it answers the pages of its topic are fetched anew. */
export function useSignal<N extends PathName>(name: N) {
  return useMutation<AnswerOf<N>, RequestFault, { body?: BodyIn<N> }>({
    mutationFn: (parts) => request(name, parts as { body: BodyIn<N> }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['lab'] }),
  });
}

export const useHall = () =>
  useQuery({
    queryKey: ['lab', 'hall'],
    queryFn: ({ signal }) => request('getHall', { signal }),
    // Phones open links, and are refused, without a word to this page.
    refetchInterval: 5000,
  });
