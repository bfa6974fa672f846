/** Quantiles of Student's t and Fisher's F, from the stdlib distributions. */
import fQuantile from '@stdlib/stats-base-dists-f-quantile';
import tDistribution from '@stdlib/stats-base-dists-t-cdf';
import tInverse from '@stdlib/stats-base-dists-t-quantile';

/** Beyond this many degrees of freedom t is the normal distribution to all printed digits. */
const PRACTICALLY_NORMAL = 1e7;

/**
 * The p-quantile of Student's t with `df` degrees of freedom, which need not be whole and may
 * be Infinity.
 * @example tQuantile(0.975, 9) // 2.2621571627982
 */
export function tQuantile(p: number, df: number): number {
  return tInverse(p, Math.min(df, PRACTICALLY_NORMAL));
}

/** P(T ≤ t) for Student's t. */
export function tProbability(t: number, df: number): number {
  return tDistribution(t, Math.min(df, PRACTICALLY_NORMAL));
}

/** The p-quantile of F with `over` and `under` degrees of freedom. */
export function fQuantileAt(p: number, over: number, under: number): number {
  return fQuantile(p, over, Math.min(under, PRACTICALLY_NORMAL));
}
