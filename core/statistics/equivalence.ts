/** Are left and right alike within a tolerance, over many pairs? Two one-sided tests. */

import { mean, sampleStandardDeviation } from 'simple-statistics';
import type { AnswerOf } from './answers.ts';
import { tExceeds, tQuantile } from './distributions.ts';

export interface Equivalence {
  n: number;
  mean: number;
  sd: number;
  /** Standard error of the mean. */
  se: number;
  /** 95 % interval of the mean: is there a bias at all? */
  interval95: [number, number];
  /** 90 % interval: inside ± tolerance is what the two tests at 5 % ask for. */
  interval90: [number, number];
  /** The larger p of the two one-sided tests. */
  p: number;
  verdict: AnswerOf<'equivalence'>;
}

/**
 * Equivalence of left and right within ± tolerance from one difference a pair: *alike* where the
 * 90 % interval lies inside (two one-sided tests at 5 %, Schuirmann 1987), *not alike* where it
 * lies wholly outside on one side, else *cannot tell*.
 *
 * @param differences right − left, one a pair, at least two
 * @throws RangeError for fewer than two pairs, or a tolerance of nothing
 */
export function testEquivalence(differences: readonly number[], tolerance: number): Equivalence {
  const n = differences.length;
  if (n < 2) throw new RangeError('two pairs with both shoes are the least; one shows no scatter');
  if (!(tolerance > 0))
    throw new RangeError(
      'a tolerance of zero can never be shown: no two shoes are the same to the last digit',
    );
  const values = [...differences];
  const centre = mean(values);
  const sd = sampleStandardDeviation(values);
  const se = sd / Math.sqrt(n);
  const reach = (p: number) => (se === 0 ? 0 : tQuantile(p, n - 1) * se);
  const around = (p: number): [number, number] => [centre - reach(p), centre + reach(p)];
  const interval90 = around(0.95);
  const [low, high] = interval90;
  const t = (tolerance - Math.abs(centre)) / se;
  const p = se === 0 ? (Math.abs(centre) < tolerance ? 0 : 1) : tExceeds(t, n - 1);
  const inside = low >= -tolerance && high <= tolerance;
  const outside = low > tolerance || high < -tolerance;
  return {
    n,
    mean: centre,
    sd,
    se,
    interval95: around(0.975),
    interval90,
    p,
    verdict: inside ? 'alike' : outside ? 'not alike' : 'cannot tell',
  };
}
