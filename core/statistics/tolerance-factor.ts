/** Factor of a tolerance interval: how many SDs hold a share of all pairs, with what confidence. */
import { chiSquareQuantile, normalQuantile } from './distributions.ts';

/**
 * Two-sided tolerance factor by Howe's approximation: mean ± k·s holds at least `coverage` of a
 * normal population with `confidence`. k² = z²(1+coverage)/2 · ν(1 + 1/n)/χ²(1−confidence; ν).
 * Howe 1969, as in NIST/SEMATECH e-Handbook 7.2.6.3.
 *
 * @param n values behind mean and s, at least 2
 * @example howeFactor(43, 0.9, 0.99) // 2.2173
 */
export function howeFactor(n: number, coverage: number, confidence: number): number {
  if (!(n >= 2)) throw new RangeError('a tolerance interval needs two values at least');
  const z = normalQuantile((1 + coverage) / 2);
  const df = n - 1;
  return z * Math.sqrt((df * (1 + 1 / n)) / chiSquareQuantile(1 - confidence, df));
}
