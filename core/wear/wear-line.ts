/** Depth against distance as a straight line, its prediction band, and the distance at which a limit is reached. */

import { WEAR_LIMITS } from '../limits/wear-limits.ts';
import { isAbove } from '../statistics/at-limit.ts';
import { tQuantile } from '../statistics/distributions.ts';
import { fitLine, type LineFit } from '../statistics/line-fit.ts';

export interface WearPrediction {
  atKm: number;
  fit: number;
  lower: number;
  upper: number;
}

export interface WearLine {
  intercept: number;
  slope: number;
  residualSd: number;
  /** Of the slope, 95 %. */
  slopeInterval: { lower: number; upper: number };
  predictions: WearPrediction[];
  /** Where the line, and the ends of its band, come to the limit, km. */
  reachesLimit?: { fit: number; earliest: number; latest?: number };
  verdict?: typeof TOO_LITTLE;
}

export const TOO_LITTLE = 'too little wear to tell';

/** Two-sided, for one new reading. */
export const WEAR_LEVEL = 0.8;
const SLOPE_LEVEL = 0.95;

interface Spread {
  line: LineFit;
  meanX: number;
  sxx: number;
  /** Quantile of t times the residual SD. */
  half: number;
}

/** Half of the band at a distance. */
const bandAt = ({ line, meanX, sxx, half }: Spread, x: number): number =>
  half * Math.sqrt(1 + 1 / line.n + (x - meanX) ** 2 / sxx);

/**
 * Where the band meets the limit: both ends of (a + bx − L)² = h²(1 + 1/n + (x − x̄)²/Sxx), a quadratic in x − x̄.
 * @returns undefined for the latest where the band widens faster than the line falls
 */
function crossings({ line, meanX, sxx, half }: Spread, limit: number) {
  const { intercept, slope, n } = line;
  const gap = intercept + slope * meanX - limit;
  const a = slope ** 2 - half ** 2 / sxx;
  const b = 2 * gap * slope;
  const c = gap ** 2 - half ** 2 * (1 + 1 / n);
  const root = Math.sqrt(Math.max(0, b * b - 4 * a * c));
  const roots = [(-b - root) / (2 * a), (-b + root) / (2 * a)];
  // Above the line's own crossing the lower end of the band meets the limit, below it the upper end.
  const early = roots.filter((along) => gap + slope * along >= 0);
  const late = roots.filter((along) => gap + slope * along < 0);
  const [latest] = a > 0 ? late : [];
  return {
    earliest: meanX + Math.max(...early),
    ...(latest === undefined ? {} : { latest: meanX + latest }),
  };
}

/**
 * Depth by least squares on distance, with the band for one new reading (Student’s t, n − 2 df).
 *
 * @param km distances of the checks; depth in mm at each
 * @throws RangeError for fewer than three checks, or at one distance alone
 * @example 1.0 mm is reached at 647.9 km (615.6 to 683.3) on the tread of the checks
 */
export function wearLine(
  km: readonly number[],
  depthMm: readonly number[],
  {
    predictAtKm = [],
    level = WEAR_LEVEL,
    limitMm,
  }: { predictAtKm?: readonly number[]; level?: number; limitMm?: number | undefined } = {},
): WearLine {
  const line = fitLine(km, depthMm);
  if (!line || line.n < 3)
    throw new RangeError('a line takes three checks at least, at more than one distance');
  const meanX = km.reduce((sum, x) => sum + x, 0) / line.n;
  const spread: Spread = {
    line,
    meanX,
    sxx: km.reduce((sum, x) => sum + (x - meanX) ** 2, 0),
    half: tQuantile((1 + level) / 2, line.n - 2) * line.residualSd,
  };
  const predictions = predictAtKm.map((atKm) => {
    const fit = line.intercept + line.slope * atKm;
    const half = bandAt(spread, atKm);
    return { atKm, fit, lower: fit - half, upper: fit + half };
  });
  const slopeHalf = tQuantile((1 + SLOPE_LEVEL) / 2, line.n - 2) * line.slopeSd;
  const tooLittle = line.n < WEAR_LIMITS.checksForLine.value || line.slope + slopeHalf >= 0;
  const { intercept, slope, residualSd } = line;
  const slopeInterval = { lower: slope - slopeHalf, upper: slope + slopeHalf };
  const shared = { intercept, slope, residualSd, slopeInterval, predictions };
  if (tooLittle) return { ...shared, verdict: TOO_LITTLE };
  return {
    ...shared,
    ...(limitMm === undefined
      ? {}
      : {
          reachesLimit: { fit: (limitMm - intercept) / slope, ...crossings(spread, limitMm) },
        }),
  };
}

/** A zone and where its line comes to the limit; left out: too little wear to tell. */
export interface WornZone {
  zone: string;
  reachesLimit?: { fit: number; earliest: number; latest?: number | undefined } | undefined;
}

/**
 * The zone that reaches its limit first, and those that may as well: whose intervals overlap with its.
 * @example the heel outside at 540 (510 to 570) and the forefoot at 560 (530 to 600): both
 */
export function firstZones(
  zones: readonly WornZone[],
): { first: string; with: string[] } | undefined {
  const known = zones.flatMap(({ zone, reachesLimit }) =>
    reachesLimit ? [{ zone, ...reachesLimit }] : [],
  );
  const [first] = [...known].sort((a, b) => a.fit - b.fit);
  if (!first) return undefined;
  const end = first.latest ?? Number.POSITIVE_INFINITY;
  return {
    first: first.zone,
    with: known
      .filter((one) => one.zone !== first.zone && one.earliest <= end)
      .map(({ zone }) => zone),
  };
}

/**
 * Where tread was deeper than at the check before it, in words: another spot was measured, or a figure slipped.
 *
 * @param points rising by distance
 * @example 2.1 mm at 300 km after 1.6 mm at 150 km: asked about
 */
export function deeperTread(points: readonly { km: number; value: number }[]): string | undefined {
  const at = points.findIndex(
    ({ value }, n) =>
      n > 0 && isAbove(value - (points[n - 1]?.value ?? value), WEAR_LIMITS.treadGrown.value),
  );
  const [before, after] = [points[at - 1], points[at]];
  if (at < 0 || !before || !after) return undefined;
  return `${after.value.toFixed(1)} mm at ${Math.round(after.km)} km after ${before.value.toFixed(1)} mm at ${Math.round(before.km)} km: another spot?`;
}
