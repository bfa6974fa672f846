/**
 * Comparisons of a figure with a limit. Two figures that are equal in decimals count as equal, although their binary
 * fractions may differ: 1.3 − 1 is slightly more than 0.3.
 */

/** Far below any digit that is read, and far above the rounding of binary fractions. */
const RELATIVE_TOLERANCE = 1e-9;

const toleranceOf = (value: number, limit: number): number =>
  RELATIVE_TOLERANCE * Math.max(1, Math.min(Math.abs(value), Math.abs(limit)));

/**
 * Is the value larger than the limit?
 * @example isAbove(1.3 - 1, 0.3) // false
 */
export const isAbove = (value: number, limit: number): boolean =>
  value > limit + toleranceOf(value, limit);

/**
 * Is the value smaller than the limit?
 * @example isBelow(0.3, 1.3 - 1) // false
 */
export const isBelow = (value: number, limit: number): boolean => isAbove(limit, value);

/** Is the value equal to the limit or larger? */
export const isAtLeast = (value: number, limit: number): boolean => !isBelow(value, limit);

/** Is the value equal to the limit or smaller? */
export const isAtMost = (value: number, limit: number): boolean => !isAbove(value, limit);
