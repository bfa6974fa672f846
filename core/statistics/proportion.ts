/** A share found in a sample, and what it may be beyond. */
import { fQuantileAt } from './distributions.ts';

/**
 * The exact interval of a proportion (Clopper and Pearson), from quantiles of F.
 *
 * @param count how many of the sample have it
 * @param n size of the sample
 * @throws RangeError on an empty sample, or a count outside it
 * @example proportionInterval(1, 10) // [0.0025, 0.4450]
 */
export function proportionInterval(count: number, n: number, level = 0.95): [number, number] {
  if (n < 1 || count < 0 || count > n)
    throw new RangeError('a share needs a sample, and a count within it');
  const tail = (1 - level) / 2;
  const bound = (k: number, quantile: number) => {
    const F = fQuantileAt(quantile, 2 * k, 2 * (n - k + 1));
    return (k * F) / (n - k + 1 + k * F);
  };
  return [count === 0 ? 0 : bound(count, tail), count === n ? 1 : bound(count + 1, 1 - tail)];
}
