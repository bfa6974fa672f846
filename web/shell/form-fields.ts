/** What is typed into a field, and what it means: the pieces that schemas of forms are made of. */
import { z } from 'zod';
import { readPlainNumber } from '#core/sizing/delimited.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import type { Canonical, QuantityKind } from '#core/sizing/units.ts';

/** A text that means something, or a sentence on what would. */
function typed<T>(read: (text: string) => { value: T } | { fault: string }) {
  return z.string().transform((text, context): T => {
    const meant = read(text);
    if ('value' in meant) return meant.value;
    context.addIssue({ code: 'custom', message: meant.fault });
    return z.NEVER;
  });
}

const isEmpty = (text: string) => text.trim() === '';

/** A plain number, with a point or a comma. */
export const typedNumber = (fault: string, fits: (value: number) => boolean = () => true) =>
  typed((text) => {
    const value = readPlainNumber(text, true);
    return value === undefined || !fits(value) ? { fault } : { value };
  });

/** A quantity in any unit of its kind, canonical; a number alone is in the unit given. */
export const typedQuantity = <Kind extends QuantityKind>(
  kind: Kind,
  unit: string,
  faultOf: (value: number) => string | undefined = () => undefined,
) =>
  typed((text): { value: Canonical<Kind> } | { fault: string } => {
    const read = readTypedQuantity(text, kind, unit);
    if (!read.ok) return { fault: read.fault.message };
    const fault = faultOf(read.value.value);
    return fault === undefined ? { value: read.value.value } : { fault };
  });

/** The label of a size; nothing typed is none. */
export const typedLabel = typed((text): { value: SizeLabel | null } | { fault: string } => {
  if (isEmpty(text)) return { value: null };
  const read = readLabel(text);
  return read.ok ? { value: read.value } : { fault: read.fault.message };
});

/** The field as its schema has it, or `empty` where nothing is typed. */
export const orEmpty = <T, E>(field: z.ZodType<T, string>, empty: E) =>
  typed((text): { value: T | E } | { fault: string } => {
    if (isEmpty(text)) return { value: empty };
    const read = field.safeParse(text);
    return read.success ? { value: read.data } : { fault: read.error.issues[0]?.message ?? '' };
  });

/** Several, parted by commas, semicolons or lines. */
export const typedList = z.string().transform((text) =>
  text
    .split(/[,\n;]/)
    .map((part) => part.trim())
    .filter(Boolean),
);
