/** Comparisons against a limit: figures that are equal in decimals stand at it, whatever binary makes of them. */

/** 1.3 − 1 is more than 0.3 in binary by far less than this share. */
const HAIR = 1e-9;

const hairOf = (value: number, limit: number): number =>
  HAIR * Math.max(1, Math.min(Math.abs(value), Math.abs(limit)));

/**
 * More than the limit, and not at it.
 * @example isAbove(1.3 - 1, 0.3) // false
 */
export const isAbove = (value: number, limit: number): boolean =>
  value > limit + hairOf(value, limit);

/**
 * Less than the limit, and not at it.
 * @example isBelow(0.3, 1.3 - 1) // false
 */
export const isBelow = (value: number, limit: number): boolean => isAbove(limit, value);

/** At the limit or more. */
export const isAtLeast = (value: number, limit: number): boolean => !isBelow(value, limit);

/** At the limit or less. */
export const isAtMost = (value: number, limit: number): boolean => !isAbove(value, limit);
