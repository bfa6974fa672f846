/** The registry of calculations as pages have it: asked of a worker, once. */
import { useQuery } from '@tanstack/react-query';
import { type Remote, wrap } from 'comlink';
import type {
  CalculatorAnswer,
  CalculatorBench,
  CalculatorEntry,
} from '../workers/calculator-bench.ts';

let held: Remote<CalculatorBench> | undefined;

function bench(): Remote<CalculatorBench> {
  held ??= wrap<CalculatorBench>(
    new Worker(new URL('../workers/calculator-bench.ts', import.meta.url), { type: 'module' }),
  );
  return held;
}

/** Entries never change while the page is open. */
export const useCalculators = () =>
  useQuery({
    queryKey: ['calculator', 'entries'],
    queryFn: (): Promise<CalculatorEntry[]> => bench().entries(),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useCalculation = (name: string, texts: Record<string, string>) =>
  useQuery({
    queryKey: ['calculator', 'answer', name, texts],
    queryFn: (): Promise<CalculatorAnswer> => bench().run(name, texts),
    enabled: Object.keys(texts).length > 0,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: (before) => before,
  });

/** `mass-at-reference` as a title. */
export const titleOf = (name: string): string =>
  name.replaceAll('-', ' ').replace(/^./, (letter) => letter.toUpperCase());

/** Those that are asked for most stand first. */
export const FIRST = [
  'typed-quantity',
  'label-lengths',
  'mass-at-reference',
  'claim-check',
  'carry',
  'tilt',
  'outing-distance',
  'sample-size',
  'bend-loop',
];
