/** How shoes fit: try-ons, testers, labels, insoles. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { QueryIn } from '#contract/endpoints.ts';
import { request } from './request.ts';

/** How a pair fits: its try-ons, and what of its shoe is made. */
export const useFit = (tag: string) =>
  useQuery({
    queryKey: ['pair', 'fit', tag],
    queryFn: ({ signal }) => request('getFit', { params: { tag }, signal }),
  });

/** What is known of a tester. */
export const useTester = (code: string) =>
  useQuery({
    queryKey: ['pair', 'tester', code],
    queryFn: ({ signal }) => request('getTester', { params: { code }, signal }),
  });

/** How far the label of an edition is from true. */
export const useDeviation = (edition: string) =>
  useQuery({
    queryKey: ['pair', 'deviation', edition],
    queryFn: ({ signal }) => request('getDeviation', { params: { edition }, signal }),
  });

export const useLabelMatrix = () =>
  useQuery({
    queryKey: ['pair', 'label-matrix'],
    queryFn: ({ signal }) => request('getLabelMatrix', { signal }),
  });

export const useInsides = () =>
  useQuery({
    queryKey: ['pair', 'insides'],
    queryFn: ({ signal }) => request('getInsides', { signal }),
  });

/** What to take for a foot; what was found for the foot before stays until the next is known. */
export const useRecommendations = (query: QueryIn<'getRecommendations'>) =>
  useQuery({
    queryKey: ['pair', 'recommendations', query],
    queryFn: ({ signal }) => request('getRecommendations', { query, signal }),
    placeholderData: keepPreviousData,
    enabled: Boolean(query.tester || query.left || query.right),
  });

export const useNamedParts = () =>
  useQuery({
    queryKey: ['pair', 'named-parts'],
    queryFn: ({ signal }) => request('listNamedParts', { signal }),
  });

/** From a label in one edition to the label in another; asked once all three are said. */
export const useLabelsBetween = (query: {
  from: string;
  to: string;
  label: string;
  width: string;
  fits: 'right' | 'a bit long' | 'a bit short';
}) =>
  useQuery({
    queryKey: ['pair', 'labels between', query],
    queryFn: ({ signal }) =>
      request('getLabelsBetween', {
        query: { ...query, width: query.width || undefined },
        signal,
      }),
    enabled: query.from !== '' && query.to !== '' && query.label !== '' && query.from !== query.to,
  });

/** What an edition is made of, by all its pairs. */
export const useEditionConstruction = (edition: string) =>
  useQuery({
    queryKey: ['pair', 'parts', edition],
    queryFn: ({ signal }) => request('getEditionParts', { params: { edition }, signal }),
    enabled: edition !== '',
  });
