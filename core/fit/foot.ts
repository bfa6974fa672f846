/** What is known of a tester's feet: all of it optional, none of it ever on a sheet. */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import { accepted, type Result, refused } from '../sizing/result.ts';
import { readTypedQuantity } from '../sizing/typed-quantity.ts';
import { isAbove } from '../statistics/at-limit.ts';

export const TOE_SHAPES = ['', 'first longest', 'second longest', 'even'] as const;
export const FOOT_VOLUMES = ['', 'low', 'middle', 'high'] as const;
export const ARCH_WORDS = ['', 'high', 'middle', 'low'] as const;
export const KNOWN_FITS = ['right', 'a bit long', 'a bit short'] as const;
export type KnownFit = (typeof KNOWN_FITS)[number];

/** By how many half sizes a known shoe is off where it would be right. */
export const OFF_BY: Readonly<Record<KnownFit, number>> = {
  right: 0,
  'a bit long': -1,
  'a bit short': 1,
};

const SHORTEST = FIT_LIMITS.shortestFoot.value;
const LONGEST = FIT_LIMITS.longestFoot.value;

const isFoot = (mm: number) => mm >= SHORTEST && mm <= LONGEST;

/**
 * Reads the length of a foot. What may be a size as well as a length is asked, not guessed.
 *
 * @param text `262`, `26.2 cm`, `10 3/8 in`; a bare 26 is asked about
 * @example readFootLength('26.2 cm') // { ok: true, value: 262 }
 */
export function readFootLength(text: string): Result<number> {
  const plain = text.trim();
  const bare = /^\d+(?:[.,]\d+)?$/.test(plain) ? Number(plain.replace(',', '.')) : undefined;
  if (bare !== undefined && !isFoot(bare)) {
    const choices = [
      ...(isFoot(10 * bare) ? [`${plain} cm`] : []),
      ...(isFoot(25.4 * bare) ? [`${plain} in`] : []),
    ];
    return refused(
      'ambiguous',
      choices.length > 0
        ? `Is ${plain} ${choices.map((choice) => choice.replace(`${plain} `, '')).join(', or ')}, or a size? Type its unit; a size belongs under the usual label.`
        : `${plain} is no length of a foot: in mm it would be from ${SHORTEST} to ${LONGEST}.`,
      choices.length > 0 ? choices : undefined,
    );
  }
  const read = readTypedQuantity(plain, 'length');
  if (!read.ok) return read;
  return isFoot(read.value.value)
    ? accepted(read.value.value)
    : refused(
        'implausible',
        `${plain} is no length of a foot: it would be from ${SHORTEST} to ${LONGEST} mm.`,
      );
}

/** A question about two lengths; undefined where there is none. */
export function oddFeet(left: number | undefined, right: number | undefined): string | undefined {
  if (left === undefined || right === undefined) return undefined;
  const difference = Math.abs(left - right);
  return isAbove(difference, FIT_LIMITS.oddFeet.value)
    ? `The feet differ by ${difference.toFixed(0)} mm. That happens; are left and right, and both lengths, as they were read?`
    : undefined;
}
