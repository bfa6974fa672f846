/** Quantiles and probabilities of the usual distributions, from jstat (to about eight digits). */
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

/** Beyond this a statistic is as certain as numbers are; its square must not overflow in jstat. */
const PRACTICALLY_CERTAIN = 1e12;
const hold = (statistic: number) =>
  Math.max(-PRACTICALLY_CERTAIN, Math.min(PRACTICALLY_CERTAIN, statistic));

/** P(T ≤ t) for Student's t. */
export function tProbability(t: number, df: number): number {
  return df > PRACTICALLY_NORMAL ? jStat.normal.cdf(t, 0, 1) : jStat.studentt.cdf(hold(t), df);
}

/**
 * P(T > t) for Student's t, far tails included (handbook of mathematical functions, 26.7.1).
 * @example tExceeds(1e6, 1) // atan(1e−6)/π = 3.18e−7
 */
export function tExceeds(t: number, df: number): number {
  if (t < 0) return 1 - tExceeds(-t, df);
  // Beyond this, what the logarithms of the gamma function round off outweighs what is left to gain.
  const finite = Math.min(df, 1e8);
  return jStat.ibeta(finite / (finite + hold(t) ** 2), finite / 2, 0.5) / 2;
}

/** P(T ≤ t) for the noncentral t with noncentrality `shift`: what the power of a t test is made of. */
export function noncentralTProbability(t: number, df: number, shift: number): number {
  return jStat.noncentralt.cdf(t, df, shift);
}

/** The p-quantile of the standard normal distribution. */
export function normalQuantile(p: number): number {
  return jStat.normal.inv(p, 0, 1);
}

/** The p-quantile of F with `over` and `under` degrees of freedom. */
export function fQuantileAt(p: number, over: number, under: number): number {
  return jStat.centralF.inv(p, over, Math.min(under, PRACTICALLY_NORMAL));
}

/**
 * P(F > f): the p-value of an analysis of variance. By the regularised incomplete beta function of
 * the tail itself (handbook of mathematical functions, 26.6.2): 1 − P(F ≤ f) would be 0 below 1e−16.
 * @example fExceeds(100, 2, 60) // (1 + 2·100/60)^−30 = 7.8e−20
 */
export function fExceeds(f: number, over: number, under: number): number {
  if (!(f > 0)) return 1;
  const df = Math.min(under, PRACTICALLY_NORMAL);
  return jStat.ibeta(df / (df + over * hold(f)), df / 2, over / 2);
}

/** The p-quantile of chi-square with `df` degrees of freedom. */
export function chiSquareQuantile(p: number, df: number): number {
  return jStat.chisquare.inv(p, df);
}

/** P(X ≤ x) for chi-square with `df` degrees of freedom. */
export function chiSquareProbability(x: number, df: number): number {
  return jStat.chisquare.cdf(x, df);
}

/** Quantile of the studentized range of `groups` means with df degrees of freedom (Tukey). */
export function rangeQuantile(p: number, groups: number, df: number): number {
  return jStat.tukey.inv(p, groups, df);
}
