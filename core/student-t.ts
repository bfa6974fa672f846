/** Quantiles of Student's t and Fisher's F, from the jstat distributions (to about eight digits). */
import jStat from 'jstat';

/** Beyond this many degrees of freedom t is the normal distribution to all printed digits. */
const PRACTICALLY_NORMAL = 1e6;

/**
 * The p-quantile of Student's t with `df` degrees of freedom, which need not be whole and may
 * be Infinity.
 * @example tQuantile(0.975, 9) // 2.2621572
 */
export function tQuantile(p: number, df: number): number {
  return df > PRACTICALLY_NORMAL ? jStat.normal.inv(p, 0, 1) : jStat.studentt.inv(p, df);
}

/** P(T ≤ t) for Student's t. */
export function tProbability(t: number, df: number): number {
  return df > PRACTICALLY_NORMAL ? jStat.normal.cdf(t, 0, 1) : jStat.studentt.cdf(t, df);
}

/** The p-quantile of F with `over` and `under` degrees of freedom. */
export function fQuantileAt(p: number, over: number, under: number): number {
  return jStat.centralF.inv(p, over, Math.min(under, PRACTICALLY_NORMAL));
}
