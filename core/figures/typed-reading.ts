/** A reading as typed at a station, by the rules of its quantity. */
import type { QuantityDefinition } from '../catalogue/quantity.ts';
import { type Result, refused } from '../sizing/result.ts';
import { readTypedQuantity, type TypedQuantity } from '../sizing/typed-quantity.ts';
import { canonicalUnit } from '../sizing/units.ts';

/** So many times what shoes have is a slip, however sure the hand is. */
const BEYOND = 10;

/** Why a value cannot be one of its quantity, whatever the shoe; undefined where it can. */
export function impossibleFault(
  value: number,
  { kind, plausible: [least, most] }: Pick<QuantityDefinition, 'kind' | 'plausible'>,
): string | undefined {
  const { symbol } = canonicalUnit(kind);
  if (value < 0 && least >= 0)
    return `cannot be: this is nothing below zero. Shoes have ${least} to ${most} ${symbol}.`;
  const reach = BEYOND * Math.max(Math.abs(least), Math.abs(most));
  if (Math.abs(value) > reach)
    return `cannot be: it is more than ten times what shoes have (${least} to ${most} ${symbol}).`;
  return undefined;
}

/**
 * Reads a reading of a quantity: `readTypedQuantity` in the quantity's kind, and a whole grade for
 * a score by hand. What no shoe can have, below zero or ten times too much, is refused; what is only
 * unusual is asked about elsewhere.
 * @example readTypedReading('55 C', rubber).ok // false: the type C scale is for foam
 */
export function readTypedReading(
  text: string,
  definition: Pick<QuantityDefinition, 'kind' | 'plausible'> & {
    ordinal?: boolean;
  },
  bareUnit?: string,
): Result<TypedQuantity> {
  const read = readTypedQuantity(text, definition.kind, bareUnit);
  if (!read.ok) return read;
  const [least, most] = definition.plausible;
  const { value } = read.value;
  if (!definition.ordinal) {
    const impossible = impossibleFault(value, definition);
    return impossible ? refused('impossible', `“${text.trim()}” ${impossible}`) : read;
  }
  return Number.isInteger(value) && value >= least && value <= most
    ? read
    : refused(
        'grade',
        `“${text.trim()}” is no grade: a whole number from ${least} to ${most}, scored by hand.`,
      );
}
