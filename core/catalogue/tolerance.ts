/** Conformity of a difference with a tolerance (JCGM 106). */
import type { VerdictWord } from '../statistics/verdict.ts';
import { type Catalogue, describeQuantity, QUANTITIES, type QuantityId } from './quantities.ts';

/** *Within* |d| + U ≤ T, *out* |d| − U > T, else *cannot tell*. */
export function judgeTolerance(d: number, U: number, tolerance: number): VerdictWord<'tolerance'> {
  const size = Math.abs(d);
  if (size + U <= tolerance) return 'within';
  return size - U > tolerance ? 'out' : 'cannot tell';
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
