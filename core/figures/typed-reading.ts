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
  if (value === 0 && least > 0) return `cannot be 0: shoes have ${least} to ${most} ${symbol}.`;
  if (value < 0 && least >= 0)
    return `cannot be: this is nothing below zero. Shoes have ${least} to ${most} ${symbol}.`;
  const reach = BEYOND * Math.max(Math.abs(least), Math.abs(most));
  if (Math.abs(value) > reach)
    return `cannot be: it is more than ten times what shoes have (${least} to ${most} ${symbol}).`;
  return undefined;
}

type Scaled = Pick<QuantityDefinition, 'plausible'> & { scale?: readonly string[] };

/** `rolls up, folds, springs, resists, rigid, or 1 to 5`; empty for a score without words. */
const scaleWords = ({ scale = [], plausible: [least, most] }: Scaled): string =>
  scale.length === 0 ? '' : `${scale.join(', ')}, or ${least} to ${most}`;

/** The grade that a word, or enough of its beginning, stands for; undefined where it is none. */
function gradeOfWord(text: string, { scale = [], plausible: [least] }: Scaled): string | undefined {
  const typed = text.trim().toLowerCase();
  if (typed === '') return undefined;
  const fitting = scale.flatMap((word, at) => (word.startsWith(typed) ? [at] : []));
  const [found] = fitting;
  return found === undefined || fitting.length > 1 ? undefined : String(least + found);
}

/** The word of a grade; undefined where a quantity has no such words. */
export const gradeWord = (
  value: number,
  { scale = [], plausible: [least] }: Scaled,
): string | undefined => scale[value - least];

/**
 * Reads a reading of a quantity: `readTypedQuantity` in the quantity's kind, and a whole grade for
 * a score by hand. What no shoe can have, below zero or ten times too much, is refused; what is only
 * unusual is asked about elsewhere.
 * A score by hand may be typed as its word.
 * @example readTypedReading('55 C', rubber).ok // false: the type C scale is for foam
 * @example readTypedReading('springs', bendByHand).value.value // 3
 */
export function readTypedReading(
  text: string,
  definition: Pick<QuantityDefinition, 'kind' | 'plausible'> & {
    ordinal?: boolean;
    scale?: readonly string[];
  },
  bareUnit?: string,
): Result<TypedQuantity> {
  const grade = gradeOfWord(text, definition);
  const read = readTypedQuantity(grade ?? text, definition.kind, bareUnit);
  if (!read.ok)
    return definition.scale
      ? refused('grade', `“${text.trim()}” is no grade: ${scaleWords(definition)}.`)
      : read;
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
        `“${text.trim()}” is no grade: ${scaleWords(definition) || `a whole number from ${least} to ${most}, scored by hand`}.`,
      );
}
