/** The mean of repeated readings at one station of one shoe and the scatter behind it. */
import { mean, sampleStandardDeviation } from 'simple-statistics';
import { fQuantileAt } from './distributions.ts';
import { roundToUncertainty, type Shown } from './rounding.ts';
import {
  coverageFactor,
  effectiveDf,
  standardUncertainty,
  type UncertaintyTerm,
} from './uncertainty.ts';

/** Repeatability of a gauge with its protocol: SD of repeats, and the df behind it. */
export interface Repeatability {
  sd: number;
  df: number;
}

/** Degrees of freedom of a repeatability that is a protocol's default, not a study's. */
export const DEFAULT_REPEATABILITY_DF = 8;

/** Readings scatter more than the repeatability allows beyond this F quantile. */
const SCATTER_QUANTILE = 0.99;

export interface Scatter {
  /** Standard uncertainty of the mean from the scatter of readings. */
  u: number;
  df: number;
  /** SD of these readings; undefined for one reading. */
  sd: number | undefined;
  /** True where the readings themselves, not the repeatability, give u. */
  own: boolean;
}

/**
 * Type A uncertainty of a mean (JCGM 100 4.2, with a pooled repeatability as in ISO 5725):
 * s_r²/n with ν_r, unless the readings scatter beyond F(0.99; n−1, ν_r), then s²/n with n−1.
 * Without a repeatability s²/n, and one reading gives undefined.
 */
export function scatterOfMean(
  values: readonly number[],
  repeatability?: Repeatability,
): Scatter | undefined {
  const n = values.length;
  const sd = n > 1 ? sampleStandardDeviation([...values]) : undefined;
  if (repeatability) {
    const { sd: sr, df } = repeatability;
    const wide = sd !== undefined && sd ** 2 > sr ** 2 * fQuantileAt(SCATTER_QUANTILE, n - 1, df);
    if (!wide || sd === undefined) return { u: sr / Math.sqrt(n), df, sd, own: false };
  }
  return sd === undefined ? undefined : { u: sd / Math.sqrt(n), df: n - 1, sd, own: true };
}

/** Uncertainty that the smallest step of an indication leaves: a rectangle of one step, d/√12. */
export function resolutionUncertainty(resolution: number): number {
  return resolution / Math.sqrt(12);
}

export interface RepeatedReadings {
  n: number;
  mean: number;
  sd: number | null;
  u: number;
  df: number;
  k: number;
  U: number;
  shown: Shown;
}

/**
 * One side, one station: mean, combined and expanded uncertainty of repeated readings.
 *
 * @param input values and resolution in one unit; calibrationU a standard uncertainty
 * @throws RangeError on no readings, or on one reading without a repeatability
 * @example
 * summariseReadings({ values: [31.1, 31.3], resolution: 0.1, repeatability: { sd: 0.2, df: 8 } })
 * // mean 31.2, u 0.1443, df 8.4, U 0.33
 */
export function summariseReadings(input: {
  values: readonly number[];
  resolution: number;
  calibrationU?: number | undefined;
  reproducibilitySd?: number | undefined;
  repeatability?: Repeatability | undefined;
}): RepeatedReadings {
  const { values, resolution, calibrationU = 0, reproducibilitySd = 0, repeatability } = input;
  if (values.length === 0) throw new RangeError('no readings: at least one is needed');
  const scatter = scatterOfMean(values, repeatability);
  if (!scatter)
    throw new RangeError('one reading needs a repeatability: give one, or take a second reading');
  const known = Number.POSITIVE_INFINITY;
  const terms: UncertaintyTerm[] = [
    { key: 'readings', kind: 'readings', u: scatter.u, df: scatter.df },
    { key: 'resolution', kind: 'resolution', u: resolutionUncertainty(resolution), df: known },
    { key: 'calibration', kind: 'calibration', u: calibrationU, df: known },
    { key: 'reproducibility', kind: 'reproducibility', u: reproducibilitySd, df: known },
  ];
  const u = standardUncertainty(terms);
  const df = effectiveDf(terms);
  const k = coverageFactor(df);
  const average = mean([...values]);
  const U = k * u;
  return {
    n: values.length,
    mean: average,
    sd: scatter.sd ?? null,
    u,
    df,
    k,
    U,
    shown: roundToUncertainty(average, U),
  };
}
