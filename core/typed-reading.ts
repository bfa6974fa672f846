/** A reading as typed at a station, by the rules of its quantity. */
import type { QuantityDefinition } from './quantity.ts';
import { type Result, refused } from './result.ts';
import { readTypedQuantity, type TypedQuantity } from './typed-quantity.ts';

/**
 * Reads a reading of a quantity: `readTypedQuantity` in the quantity's kind, and a whole grade for
 * a score by hand.
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
  if (!read.ok || !definition.ordinal) return read;
  const [least, most] = definition.plausible;
  const { value } = read.value;
  return Number.isInteger(value) && value >= least && value <= most
    ? read
    : refused(
        'grade',
        `“${text.trim()}” is no grade: a whole number from ${least} to ${most}, scored by hand.`,
      );
}
