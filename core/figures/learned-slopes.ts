/** Whether the slope that a lab found itself stands in place of the usual one. */
import { USUAL_SLOPE_DF, type UsualSlope } from '../catalogue/slopes.ts';
import { commonSlope, type Grading, type SlopeSums } from '../statistics/grading.ts';
import { expand } from '../statistics/uncertainty.ts';
import type { SlopeInUse } from './carry.ts';

/** Editions that a lab's own slope needs at least. */
const FEWEST_EDITIONS = 3;
/** It goes back to the usual one only where it has become so much less sure. */
const GOES_BACK = 1.2;

export interface LearnedSlope {
  slope: number;
  u: number;
  df: number;
  commonU: number;
  ownU: number;
  editions: number;
  /** So far from the usual slope that a person is to look at it first. */
  isFar: boolean;
  /** Surer than the usual one; once it is in use, as long as it is not 1.2 times as unsure. */
  isSurer: boolean;
}

/**
 * A lab's own slope against the usual one: it replaces it where t₀.₉₇₅(ν)·u < t₀.₉₇₅(ν_usual)·u_usual, and is
 * shown first where it lies further than 2·√(u² + u_usual²) from it.
 *
 * @param usual a slope in the unit of the quantity: shares and exponents are fitted otherwise
 * @returns undefined where too few editions tell of it
 */
export function learnedSlope(
  sums: SlopeSums,
  usual: UsualSlope,
  inUse: boolean,
): LearnedSlope | undefined {
  if (usual.share || usual.exponent) return undefined;
  const found: Grading | undefined = commonSlope(sums);
  const own = found?.own;
  if (!found || !own || own.groups < FEWEST_EDITIONS) return undefined;
  const [ownU, usualU] = [expand(own.u, own.df), expand(usual.u, USUAL_SLOPE_DF)];
  return {
    slope: found.slope,
    u: own.u,
    df: own.df,
    commonU: own.commonU,
    ownU: own.ownU,
    editions: own.groups,
    isFar: Math.abs(found.slope - usual.slope) > 2 * Math.hypot(own.u, usual.u),
    isSurer: ownU < usualU * (inUse ? GOES_BACK : 1),
  };
}

/** The slope as figures are carried by it. */
export const slopeOf = ({ slope, commonU, ownU, df }: LearnedSlope): SlopeInUse => ({
  slope,
  commonU,
  ownU,
  df,
});
