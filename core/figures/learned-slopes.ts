/** Slopes that a lab finds itself, over sizes of its editions and over km of its pairs, against the usual ones. */
import { mean } from 'simple-statistics';
import {
  type SlopeInUse,
  USUAL_SLOPE_DF,
  type UsualSlope,
  wearReached,
} from '../catalogue/slopes.ts';
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import {
  commonSlope,
  type Grading,
  gradingSums,
  NO_SLOPE_SUMS,
  type SlopeSums,
  slopeSums,
} from '../statistics/grading.ts';
import { expand } from '../statistics/uncertainty.ts';

/** A group spans one full size, or 100 km, at least; binary fractions are no shortfall. */
const LEAST_SPAN = 1 - 1e-6;

/**
 * The sums of one group about its means, from which a common slope follows.
 *
 * @param points figures of one edition on one basis by full sizes of last, or of one pair by hundreds of km
 * @returns nothing where the group spans less than one size or 100 km, or its figures go by an exponent
 * @example 38.0 new and 37.5 at 200 km: a slope of −0.25 in one group
 */
export function slopeGroup(
  points: readonly { at: number; value: number }[],
  usual: UsualSlope,
): SlopeSums {
  const ways = points.map(({ at }) => at);
  const centre = points.length > 0 ? mean(points.map(({ value }) => value)) : 0;
  if (usual.exponent || points.length < 2) return NO_SLOPE_SUMS;
  if (Math.max(...ways) - Math.min(...ways) < LEAST_SPAN) return NO_SLOPE_SUMS;
  if (usual.share && !(centre > 0)) return NO_SLOPE_SUMS;
  // What goes by a share goes in % of the group's own mean.
  const unit = usual.share ? 100 / centre : 1;
  return slopeSums(
    gradingSums(
      points.map(({ at, value }) => ({ x: wearReached(usual, at), value: unit * value })),
    ),
  );
}

export interface LearnedSlope {
  /** In the unit of the quantity, or in % where the usual slope is a share. */
  slope: number;
  u: number;
  df: number;
  commonU: number;
  ownU: number;
  /** Editions, or pairs, that show it. */
  groups: number;
  /** So far from the usual slope that a person is to look at it first. */
  isFar: boolean;
  /** Surer than the usual one; once it is in use, as long as it is not 1.2 times as unsure. */
  isSurer: boolean;
}

/**
 * A lab's own slope against the usual one: it replaces it where t₀.₉₇₅(ν)·u < t₀.₉₇₅(ν_usual)·u_usual, and is
 * shown first where it lies further than 2·√(u² + u_usual²) from it.
 *
 * @returns undefined where too few editions or pairs tell of it
 */
export function learnedSlope(
  sums: SlopeSums,
  usual: UsualSlope | undefined,
  inUse: boolean,
): LearnedSlope | undefined {
  if (!usual || usual.exponent) return undefined;
  const found: Grading | undefined = commonSlope(sums);
  const own = found?.own;
  if (!found || !own || own.groups < FIGURE_LIMITS.groupsForSlope.value) return undefined;
  const [ownU, usualU] = [expand(own.u, own.df), expand(usual.u, USUAL_SLOPE_DF)];
  return {
    slope: found.slope,
    u: own.u,
    df: own.df,
    commonU: own.commonU,
    ownU: own.ownU,
    groups: own.groups,
    isFar: Math.abs(found.slope - usual.slope) > 2 * Math.hypot(own.u, usual.u),
    isSurer: ownU < usualU * (inUse ? FIGURE_LIMITS.slopeGoesBack.value : 1),
  };
}

/** The slope as figures are carried by it. */
export const slopeOf = ({ slope, commonU, ownU, df }: LearnedSlope): SlopeInUse => ({
  slope,
  commonU,
  ownU,
  df,
});
