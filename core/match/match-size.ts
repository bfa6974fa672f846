/** Do the two shoes come from two sizes? The ratio of their lengths against half sizes of the last. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { MATCH_LIMITS } from '../limits/match-limits.ts';
import { HALF_SIZE_MM } from '../sizing/size-label.ts';
import type { FeatureJudgement } from './match.ts';

/** Half sizes from left to right as one length shows them. */
export interface SizeReading {
  feature: MatchFeatureId;
  /** Not rounded; right − left. */
  halfSizes: number;
  /** Expanded uncertainty, in half sizes. */
  U: number;
  /** The whole number of half sizes that it fits, or undefined where it fits none or several. */
  fits: number | undefined;
}

export interface SizeTest {
  outsole?: SizeReading;
  footbed?: SizeReading;
  /** Where a shorter outsole feature stands: does it grow as the footbed does, or stay? */
  shorter?: SizeReading & { telling: boolean };
}

/**
 * Half sizes between the shoes from one feature: R/L is held against (L_last + j·4.233)/L_last.
 * It fits j where the residual lies inside U, and no other j does.
 *
 * @param lastMm last length of the label, mm
 */
export function readSize(judgement: FeatureJudgement, lastMm: number): SizeReading | undefined {
  const { id, left, right, difference, U } = judgement;
  if (!left || !right || difference === undefined || U === undefined || !(left.value > 0))
    return undefined;
  const perMm = lastMm / left.value / HALF_SIZE_MM;
  const halfSizes = difference * perMm;
  const reach = U * perMm;
  const allowed = Math.max(reach, MATCH_LIMITS.nearHalfSize.value);
  const fitting: number[] = [];
  for (let j = -MATCH_LIMITS.mostHalfSizes.value; j <= MATCH_LIMITS.mostHalfSizes.value; j++)
    if (Math.abs(halfSizes - j) <= allowed) fitting.push(j);
  return {
    feature: id,
    halfSizes,
    U: reach,
    fits: fitting.length === 1 ? fitting[0] : undefined,
  };
}

/** The size test of a check: the large outsole feature, and the footbed's length. */
export function testSizes(judgements: readonly FeatureJudgement[], lastMm: number): SizeTest {
  const of = (id: MatchFeatureId) => judgements.find((one) => one.id === id);
  const large = of('outsole-large');
  const footbed = of('footbed-length');
  const test: SizeTest = {};
  const footbedSize = footbed && readSize(footbed, lastMm);
  if (footbedSize) test.footbed = footbedSize;
  const largeSize = large && readSize(large, lastMm);
  if (!largeSize || !large?.left) return test;
  if (large.left.value >= MATCH_LIMITS.sizeFeature.value) test.outsole = largeSize;
  else
    test.shorter = {
      ...largeSize,
      telling: large.left.value >= MATCH_LIMITS.shortestTelling.value,
    };
  return test;
}
