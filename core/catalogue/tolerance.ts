/** Conformity of a difference with a tolerance (JCGM 106). */

import type { AnswerOf } from '../statistics/answers.ts';
import { isAbove, isAtLeast, isAtMost, isBelow } from '../statistics/at-limit.ts';
import { type Catalogue, describeQuantity, QUANTITIES, type QuantityId } from './quantities.ts';

/** *Within* |d| + U ≤ T, *out* |d| − U > T, else *cannot tell*. */
export function judgeTolerance(d: number, U: number, tolerance: number): AnswerOf<'tolerance'> {
  const size = Math.abs(d);
  if (isAtMost(size + U, tolerance)) return 'within';
  return isAbove(size - U, tolerance) ? 'out' : 'cannot tell';
}

/** Between what a figure is to lie; null: open on that side. */
export interface Limits {
  low: number | null;
  high: number | null;
}

/**
 * A figure against limits (JCGM 106): *within* where the whole interval lies inside, *out* where it lies beyond
 * one of them, else *cannot tell*.
 * @example judgeLimits(31.2, 0.3, { low: 30, high: null }) // 'within'
 */
export function judgeLimits(
  value: number,
  U: number,
  { low, high }: Limits,
): AnswerOf<'tolerance'> {
  const [least, most] = [low ?? Number.NEGATIVE_INFINITY, high ?? Number.POSITIVE_INFINITY];
  if (isAtLeast(value - U, least) && isAtMost(value + U, most)) return 'within';
  return isBelow(value + U, least) || isAbove(value - U, most) ? 'out' : 'cannot tell';
}

/** The left-right tolerance of a quantity about a value: the greater of a span and a share. */
export function sideTolerance(
  quantity: QuantityId,
  value: number,
  catalogue: Catalogue = QUANTITIES,
): number {
  const { absolute, share } = describeQuantity(quantity, catalogue).sideTolerance;
  return Math.max(absolute, share * Math.abs(value));
}
