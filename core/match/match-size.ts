/** Do the two shoes come from two sizes? The ratio of their lengths against half sizes of the last. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { HALF_SIZE_MM } from '../sizing/size-label.ts';
import type { FeatureJudgement } from './match.ts';

/** A feature at least this long tells a half size by itself; a footbed always does. Common practice. */
export const SIZE_FEATURE_MM = 150;

/** A lengthwise feature shorter than this changes by less than its tolerance in a half size. */
export const SHORTEST_TELLING_MM = 66;

/** Farthest apart that two shoes of one box are looked for, in half sizes. */
const MOST_HALF_SIZES = 6;

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
  // A length that repeats too finely still carries the maker's scatter: a quarter of a half size.
  const allowed = Math.max(reach, 0.25);
  const fitting: number[] = [];
  for (let j = -MOST_HALF_SIZES; j <= MOST_HALF_SIZES; j++)
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
  if (large.left.value >= SIZE_FEATURE_MM) test.outsole = largeSize;
  else test.shorter = { ...largeSize, telling: large.left.value >= SHORTEST_TELLING_MM };
  return test;
}
