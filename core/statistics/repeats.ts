/** When repeats agree and what to take next (ISO 5725-6). */
import { max, min } from 'd3-array';
import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import { isAtMost } from './at-limit.ts';

/**
 * Critical range factors f(n) at 95 %: n readings should span no more than f(n)·s_r.
 * n = 2 to 6 as printed in ISO 5725-6; 7 to 10 from memory of the same table.
 */
const RANGE_FACTORS: Record<number, number> = {
  2: 2.8,
  3: 3.3,
  4: 3.6,
  5: 3.9,
  6: 4.0,
  7: 4.2,
  8: 4.3,
  9: 4.4,
  10: 4.5,
};
export const MOST_JUDGED = 10;

/**
 * Standard error of the median of n normal readings, in units of their SD: 0.546 for four is the
 * scheme's own; the others are the variances of the sample median from tables of normal order
 * statistics, from memory.
 */
const MEDIAN_FACTORS: Record<number, number> = {
  1: 1,
  2: Math.SQRT1_2,
  3: 0.6698,
  4: 0.546,
  5: 0.536,
  6: 0.463,
  7: 0.459,
  8: 0.41,
  9: 0.408,
  10: 0.372,
};

/** Standard error of the median of n normal readings in SDs; beyond the table its limit √(π/2n). */
export function medianFactor(n: number): number {
  return MEDIAN_FACTORS[n] ?? Math.sqrt(Math.PI / (2 * n));
}

export type RepeatsAction = 'take-two-more' | 'mean' | 'median';

export interface RepeatsDecision {
  action: RepeatsAction;
  /** What the readings give; absent while two more are wanted. */
  result?: number;
  range: number;
  /** The widest range that the repeatability explains. */
  allowed: number;
  /** Standard uncertainty and df of a median. */
  u?: number;
  df?: number;
}

/** f(n)·s_r, the range within which n repeats should lie. `allowedRange(2, 0.2)` is 0.56. */
export function allowedRange(n: number, repeatabilitySd: number): number {
  const factor = RANGE_FACTORS[n];
  if (factor === undefined)
    throw new RangeError(`judging repeats takes 2 to ${MOST_JUDGED} readings; ${n} given`);
  return factor * repeatabilitySd;
}

/**
 * Decides on repeats of one station: start with two; a range over f(2)·s_r asks for two more;
 * four within f(4)·s_r give their mean, else their median. A fixed number of readings (five of
 * hardness) is tested in the same way.
 *
 * @throws RangeError on fewer than 2 or more than 10 readings
 * @example decideRepeats([31.0, 32.3], 0.2).action // 'take-two-more'
 */
export function decideRepeats(values: readonly number[], repeatabilitySd: number): RepeatsDecision {
  const n = values.length;
  const allowed = allowedRange(n, repeatabilitySd);
  const range = (max(values) ?? 0) - (min(values) ?? 0);
  if (isAtMost(range, allowed))
    return { action: 'mean', result: mean([...values]), range, allowed };
  if (n < 4) return { action: 'take-two-more', range, allowed };
  const u = medianFactor(n) * sampleStandardDeviation([...values]);
  return { action: 'median', result: median([...values]), range, allowed, u, df: n - 1 };
}
