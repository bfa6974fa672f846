/** Is a model consistent from pair to pair? Components, bias, tolerance interval, performance. */

import { sampleStandardDeviation } from 'simple-statistics';
import { STUDY_LIMITS } from '../limits/study-limits.ts';
import {
  COMPONENT_NAMES,
  type ComponentName,
  type PairStudyNote,
} from '../records/study-verdict.ts';
import { chiSquareQuantile, fExceeds, tQuantile } from '../statistics/distributions.ts';
import {
  type Limits,
  type ProcessPerformance,
  processPerformance,
} from '../statistics/process-performance.ts';
import { howeFactor } from '../statistics/tolerance-factor.ts';
import {
  type AnovaTable,
  anovaOfPairs,
  balancedTrials,
  type Components,
  componentsOf,
  fitMixedModel,
} from './pair-model.ts';
import {
  cellsOf,
  gatherCells,
  type PairCells,
  pairValue,
  type StudyReading,
} from './study-cells.ts';

/** Share of pairs that the tolerance interval holds, and how surely. */
export const TOLERANCE_COVERAGE = 0.95;
export const TOLERANCE_CONFIDENCE = 0.95;

export interface PairToPair {
  method: 'analysis of variance' | 'restricted maximum likelihood';
  readings: number;
  pairs: number;
  mean: number;
  /** Right − left. */
  sideBias: number;
  sideBiasInterval: [number, number];
  /** Only of a balanced study. */
  anova?: AnovaTable & { f: number[]; p: number[] };
  /** Variances, negative estimates shown as zero. */
  components: Components;
  raw: Components;
  truncated: ComponentName[];
  /** False where each shoe was read once: scatter of readings and of shoes are one. */
  repeatsTold: boolean;
  /** SD between pairs, and its 95 % interval where the mean squares give one. */
  pairSd: number;
  pairSdInterval?: [number, number];
  /** SD between pairs in percent of the mean; undefined where the mean is about zero. */
  cvPercent?: number;
  /** Share of the repeats in the variance of one reading, 0 to 1; undefined where not told. */
  measurementShare?: number;
  /** SD of the pair values as measured: of shoes and gauge together. */
  valueSd: number;
  toleranceInterval: { lower: number; upper: number; factor: number };
  performance?: ProcessPerformance;
  /** Pairs with a shoe missing. */
  oneSided: string[];
  pairValues: { pair: string; value: number; n: number; left?: number; right?: number }[];
  notes: PairStudyNote[];
}

const total = ({ pair, pairSide, repeat }: Components) => pair + pairSide + repeat;

/** Interval of √(MS_a − MS_b) by Satterthwaite's degrees of freedom. */
function sdInterval(anova: AnovaTable, variance: number): [number, number] | undefined {
  const [, pair, pairSide] = anova.ms;
  const [, dfPair, dfPairSide] = anova.df;
  if (!(variance > 0)) return undefined;
  const df = (pair - pairSide) ** 2 / (pair ** 2 / dfPair + pairSide ** 2 / dfPairSide);
  return [
    Math.sqrt((variance * df) / chiSquareQuantile(0.975, df)),
    Math.sqrt((variance * df) / chiSquareQuantile(0.025, df)),
  ];
}

interface Model {
  method: PairToPair['method'];
  raw: Components;
  bias: number;
  biasSe: number;
  mean: number;
  anova?: AnovaTable;
}

function fitModel(
  pairs: readonly PairCells[],
  onStep: ((step: number) => boolean) | undefined,
): Model | undefined {
  const trials = balancedTrials(pairs);
  if (trials === undefined) {
    const fit = fitMixedModel(pairs, onStep);
    return (
      fit && {
        method: 'restricted maximum likelihood',
        raw: fit.components,
        bias: fit.right - fit.left,
        biasSe: fit.biasSe,
        mean: (fit.left + fit.right) / 2,
      }
    );
  }
  const anova = anovaOfPairs(pairs, trials);
  const p = pairs.length;
  const side = (which: 'left' | 'right') =>
    pairs.reduce((sum, pair) => sum + (pair[which]?.mean ?? 0), 0) / p;
  const [left, right] = [side('left'), side('right')];
  return {
    method: 'analysis of variance',
    raw: componentsOf(anova, trials),
    bias: right - left,
    biasSe: Math.sqrt((2 * anova.ms[2]) / (p * trials)),
    mean: (left + right) / 2,
    anova,
  };
}

function testTerms(anova: AnovaTable): { f: number[]; p: number[] } {
  const [side, pair, pairSide, repeat] = anova.ms;
  const [, dfPair, dfPairSide, dfRepeat] = anova.df;
  const ratio = (over: number, under: number) => (under > 0 ? over / under : 0);
  const f = [ratio(side, pairSide), ratio(pair, pairSide), ratio(pairSide, repeat)];
  const p = [
    fExceeds(f[0] as number, 1, dfPairSide),
    fExceeds(f[1] as number, dfPair, dfPairSide),
    dfRepeat > 0 ? fExceeds(f[2] as number, dfPairSide, dfRepeat) : 1,
  ];
  return { f, p };
}

const notesOf = (
  model: Model,
  truncated: readonly ComponentName[],
  repeatsTold: boolean,
): PairStudyNote[] => [
  ...truncated.map((component) => ({ kind: 'negative', component }) as const),
  ...(repeatsTold ? [] : [{ kind: 'read once' } as const]),
  ...(total(model.raw) === 0 ? [{ kind: 'no spread' } as const] : []),
];

/**
 * Variance components of an edition's pairs: pair random, side fixed and crossed, pair × side
 * random, repeats. Balanced studies by analysis of variance, others by restricted maximum
 * likelihood; negative estimates shown as zero, and said so.
 *
 * @param readings one unit, one basis; at most 100,000
 * @param limits tolerance or claim for Pp and Ppk
 * @param onStep called now and then while a likelihood is maximised; false stops it
 * @returns undefined where it was stopped
 * @throws RangeError for fewer than two pairs, or where no pair has both shoes
 * @example studyPairs(readings).pairSd // 0.5466
 */
export function studyPairs(
  readings: Iterable<StudyReading>,
  limits: Limits = {},
  onStep?: (step: number) => boolean,
): PairToPair | undefined {
  const pairs = gatherCells(readings);
  if (pairs.length < 2)
    throw new RangeError(
      pairs.length === 0
        ? 'no readings: measure two pairs at least'
        : 'one pair shows no spread of pairs: measure another',
    );
  const model = fitModel(pairs, onStep);
  if (!model) return undefined;
  const both = pairs.filter((pair) => pair.left && pair.right);
  const truncated = COMPONENT_NAMES.filter((name) => model.raw[name] < 0);
  const components: Components = {
    pair: Math.max(0, model.raw.pair),
    pairSide: Math.max(0, model.raw.pairSide),
    repeat: Math.max(0, model.raw.repeat),
  };
  const repeatsTold = pairs.some((pair) => cellsOf(pair).some((cell) => cell.n > 1));
  const values = pairs.map(pairValue);
  const valueMean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const valueSd = sampleStandardDeviation(values);
  const factor = howeFactor(values.length, TOLERANCE_COVERAGE, TOLERANCE_CONFIDENCE);
  const reach = both.length > 1 ? tQuantile(0.975, both.length - 1) * model.biasSe : 0;
  const pairSd = Math.sqrt(components.pair);
  const spread = total(components);
  const interval = model.anova && sdInterval(model.anova, model.raw.pair);
  const performance = processPerformance(valueMean, valueSd, values.length, limits);
  return {
    method: model.method,
    readings: pairs.flatMap(cellsOf).reduce((sum, cell) => sum + cell.n, 0),
    pairs: pairs.length,
    mean: model.mean,
    sideBias: model.bias,
    sideBiasInterval: [model.bias - reach, model.bias + reach],
    ...(model.anova ? { anova: { ...model.anova, ...testTerms(model.anova) } } : {}),
    components,
    raw: model.raw,
    truncated,
    repeatsTold,
    pairSd,
    ...(interval ? { pairSdInterval: interval } : {}),
    ...(Math.abs(model.mean) > 10 * valueSd
      ? { cvPercent: (100 * pairSd) / Math.abs(model.mean) }
      : {}),
    ...(repeatsTold && spread > 0 ? { measurementShare: components.repeat / spread } : {}),
    valueSd,
    toleranceInterval: {
      lower: valueMean - factor * valueSd,
      upper: valueMean + factor * valueSd,
      factor,
    },
    ...(performance ? { performance } : {}),
    oneSided: pairs.filter((pair) => !pair.left || !pair.right).map((pair) => pair.pair),
    pairValues: pairs.map((pair) => ({
      pair: pair.pair,
      value: pairValue(pair),
      n: cellsOf(pair).reduce((sum, cell) => sum + cell.n, 0),
      ...(pair.left ? { left: pair.left.mean } : {}),
      ...(pair.right ? { right: pair.right.mean } : {}),
    })),
    notes: notesOf(model, truncated, repeatsTold),
  };
}

/**
 * Is a model of so many pairs ranked by their spread? The 95 % interval of an SD from one degree of freedom spans a
 * factor of 72, √(χ²(0.975) / χ²(0.025)).
 */
export const isRanked = (pairs: number): boolean => pairs >= STUDY_LIMITS.fewestRanked.value;
