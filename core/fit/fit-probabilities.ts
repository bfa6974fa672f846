/** How far a label is from true, as probabilities of half sizes. */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type { FitWord, HalfSizeProbability } from '../records/sizing-verdict.ts';
import { HALF_SIZE_MM } from '../sizing/size-label.ts';
import { tProbability } from '../statistics/distributions.ts';

/**
 * P(j) = F((j + ½)h) − F((j − ½)h) from Student's t about a length, the classes at both ends open.
 *
 * @param lengthMm what the length differs by
 * @param u standard uncertainty, mm; 0: the class is certain
 * @param most the last class to either side
 * @example halfSizesFrom(4.8, 1.2, 8, 2).map(({ probability }) => probability) // …, 0.0277, 0.8558, 0.1163
 */
export function halfSizesFrom(
  lengthMm: number,
  u: number,
  df: number,
  most: number,
  stepMm = HALF_SIZE_MM,
): HalfSizeProbability[] {
  const below = (edge: number): number => {
    if (u === 0) return edge * stepMm > lengthMm ? 1 : 0;
    return tProbability((edge * stepMm - lengthMm) / u, df);
  };
  return Array.from({ length: 2 * most + 1 }, (_, at) => {
    const halfSizes = at - most;
    const upper = halfSizes === most ? 1 : below(halfSizes + 0.5);
    const lower = halfSizes === -most ? 0 : below(halfSizes - 0.5);
    return { halfSizes, probability: Math.max(0, upper - lower) };
  });
}

/** Which way it is, where it is sure; by how much may be open. */
export function wordOfShares(steps: readonly HalfSizeProbability[]): FitWord {
  const share = (wanted: (halfSizes: number) => boolean) =>
    steps.reduce((sum, one) => sum + (wanted(one.halfSizes) ? one.probability : 0), 0);
  if (share((j) => j === 0) >= FIT_LIMITS.sureFit.value) return 'true';
  if (share((j) => j > 0) >= FIT_LIMITS.sureFit.value) return 'long';
  return share((j) => j < 0) >= FIT_LIMITS.sureFit.value ? 'short' : 'cannot tell';
}

/**
 * Whether a shoe runs true, long or short by its length; which way is told where it is sure, though by how much
 * may be open.
 *
 * @param deviationMm positive where the shoe runs long
 * @example fitOfDeviation(4.8, 1.2, 8).verdict // 'long'
 * @example fitOfDeviation(3.0, 1.5, 8).verdict // 'cannot tell'
 */
export function fitOfDeviation(
  deviationMm: number,
  u: number,
  df: number,
  stepMm?: number,
): { steps: HalfSizeProbability[]; verdict: FitWord } {
  const steps = halfSizesFrom(deviationMm, u, df, FIT_LIMITS.mostDeviation.value, stepMm);
  return { steps, verdict: wordOfShares(steps) };
}
