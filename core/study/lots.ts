/** Do lots of one model differ? One-way analysis of variance of pair values, and each two lots. */
import { group } from 'd3-array';
import { mean } from 'simple-statistics';
import { STUDY_LIMITS } from '../limits/study-limits.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { fExceeds, rangeQuantile, tQuantile } from '../statistics/distributions.ts';

export interface LotDifference {
  lot: string;
  against: string;
  /** Mean of the lot less that of the other. */
  difference: number;
  /** 95 % interval; from four lots on for all differences together (Tukey-Kramer). */
  lower: number;
  upper: number;
  verdict: AnswerOf<'difference'>;
}

export interface LotStudy {
  lots: { lot: string; pairs: number; mean: number }[];
  /** Between lots, and of pairs within all lots. */
  anova: { df: [lots: number, pairs: number]; ss: [number, number]; F: number; p: number };
  differences: LotDifference[];
}

/**
 * Compares lots by the values of their pairs, pairs within all lots pooled as the error. *Real* where 0
 * lies outside the 95 % interval and the F test has p < 0.05 too; *alike within a step* where a
 * noticeable step is given and the 90 % interval lies inside it; else *cannot tell*.
 *
 * @param pairs values of pairs with their lots, canonical unit
 * @throws RangeError for fewer than two lots, or where no lot has two pairs
 * @example the three lots of reference-r-2.json: F 5.32, p 0.022, L2 stands 0.64 above L1: real
 */
export function compareLots(
  pairs: readonly { lot: string; value: number }[],
  noticeable?: number,
): LotStudy {
  const lots = [...group(pairs, ({ lot }) => lot)].map(([lot, own]) => ({
    lot,
    pairs: own.length,
    mean: mean(own.map(({ value }) => value)),
    values: own.map(({ value }) => value),
  }));
  if (lots.length < 2)
    throw new RangeError('two lots are the least; one has nothing to differ from');
  const df = pairs.length - lots.length;
  if (df < 1) throw new RangeError('one lot needs two pairs at least: single pairs show no spread');
  const centre = mean(pairs.map(({ value }) => value));
  const between = lots.reduce((sum, lot) => sum + lot.pairs * (lot.mean - centre) ** 2, 0);
  const within = lots.reduce(
    (sum, lot) => sum + lot.values.reduce((own, value) => own + (value - lot.mean) ** 2, 0),
    0,
  );
  const variance = within / df;
  const F = between / (lots.length - 1) / variance;
  const p = variance === 0 ? (between === 0 ? 1 : 0) : fExceeds(F, lots.length - 1, df);
  const reach =
    lots.length < STUDY_LIMITS.manyLots.value
      ? tQuantile(0.975, df)
      : rangeQuantile(0.95, lots.length, df) / Math.SQRT2;
  const differences = lots.flatMap((against, at) =>
    lots.slice(at + 1).map((lot): LotDifference => {
      const difference = lot.mean - against.mean;
      const u = Math.sqrt(variance * (1 / lot.pairs + 1 / against.pairs));
      const [lower, upper] = [difference - reach * u, difference + reach * u];
      const real = (lower > 0 || upper < 0) && p < 0.05;
      const inside =
        noticeable !== undefined && Math.abs(difference) + tQuantile(0.95, df) * u <= noticeable;
      const verdict = real ? 'real' : inside ? 'not shown' : 'cannot tell';
      return { lot: lot.lot, against: against.lot, difference, lower, upper, verdict };
    }),
  );
  return {
    lots: lots.map(({ lot, pairs: count, mean: average }) => ({
      lot,
      pairs: count,
      mean: average,
    })),
    anova: {
      df: [lots.length - 1, df],
      ss: [between, within],
      F: Number.isFinite(F) ? F : Number.MAX_VALUE,
      p,
    },
    differences,
  };
}
