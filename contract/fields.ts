/** Fields that records share: ids, moments, quantities, labels, pages of a list. */
import { z } from 'zod';
import { type PartId, SHOE_PARTS } from '#core/catalogue/construction.ts';
import { MATCH_FEATURES } from '#core/catalogue/match-feature-ids.ts';
import {
  MEASURED_QUANTITIES,
  type MeasuredQuantityId,
  QUANTITIES,
  QUANTITY_IDS,
  type QuantityId,
} from '#core/catalogue/quantities.ts';
import { STACK_METHODS, STACK_PLACES } from '#core/catalogue/stack-basis.ts';
import { LABEL_SYSTEMS, labelFault } from '#core/sizing/size-label.ts';
import type { Kilometres } from '#core/sizing/units.ts';

/** Identifiers are UUIDv7, made by whoever creates the thing; one in capitals is the same. */
export const id = z.uuidv7('an id is a UUID of version 7').toLowerCase();

export const words = (most: number, what: string) =>
  z
    .string()
    .trim()
    .min(1, `${what} is missing`)
    .max(most, `${what} is longer than ${most} characters`);

export const remark = (most = 500) => z.string().trim().max(most).default('');

type Undefaulted<F> = F extends z.ZodDefault<infer Inner> ? Inner : F;

/**
 * The fields of a record, each of which may be left out of a change. What is left out stays as it is stored:
 * unlike `.partial()`, this drops the defaults that a new record begins with.
 */
export function partialChange<S extends z.core.$ZodLooseShape>(record: z.ZodObject<S>) {
  const fields = Object.entries(record.shape).map(([key, field]) => {
    const filled = field instanceof z.ZodDefault;
    // A check on a default stands beside the inner schema and would be lost with it.
    if (filled && field.def.checks?.length)
      throw new Error(`move the checks of ${key} below its default`);
    const inner = (filled ? field.unwrap() : field) as z.ZodType;
    return [key, inner.optional()];
  });
  return z.object(
    Object.fromEntries(fields) as {
      [K in keyof S]: z.ZodOptional<Undefaulted<S[K]>>;
    },
  );
}

/** A distance worn. Typed distances are metres inside: the two do not fit each other. */
export const kilometres: z.ZodType<Kilometres, number> = z
  .number()
  .nonnegative('a distance worn is not negative')
  .max(20_000, 'more than 20,000 km was typed');

export const day = z.iso.date('a date is written 2026-03-14').nullable().default(null);

/** The years in which a shoe can have been measured with this bench. */
const FIRST_YEAR = 2000;

const LAST_YEAR = 2099;

/** UTC with milliseconds, so that moments compare as text; what is no time stays as it is. */
function writeUtc(text: string): string {
  const at = new Date(text);
  return Number.isNaN(at.getTime()) ? text : at.toISOString();
}

/** A moment, with its zone; inside the border it is UTC with milliseconds. */
export const moment = z.iso
  .datetime({ offset: true, message: 'a time is written 2026-03-14T09:30:00Z' })
  .overwrite(writeUtc)
  .refine(
    (text) => Number(text.slice(0, 4)) >= FIRST_YEAR && Number(text.slice(0, 4)) <= LAST_YEAR,
    {
      message: `a time lies between ${FIRST_YEAR} and ${LAST_YEAR}`,
    },
  );

/** A lab's own quantity: `own-` and a word of its name. */
export const OWN_QUANTITY = /^own-[a-z0-9][a-z0-9-]{0,39}$/;

export const ownQuantityId = z
  .string()
  .regex(OWN_QUANTITY, 'a quantity of the catalogue, or own- and letters, digits and hyphens');

/** Features that are named on an outsole are read in a check only, where their names are. */
const TAKEN_IN_SITTINGS = MEASURED_QUANTITIES.filter((id) => !QUANTITIES[id].named);

/** A quantity that is taken: of the catalogue, or a lab's own. */
export const measuredQuantity = z.union([
  z.enum(TAKEN_IN_SITTINGS),
  ownQuantityId,
]) as unknown as z.ZodType<MeasuredQuantityId, MeasuredQuantityId>;

/** The name of a use: one that ships, or a lab's own; the server knows which there are. */
export const disciplineName = z.string().trim().min(1, 'the use is missing').max(60);

/** The same, or empty: of no use in particular. */
export const anyDiscipline = z.union([disciplineName, z.literal('')]);

/** A feature of the check of left against right. */
export const matchFeatureId = z.enum(MATCH_FEATURES);

/** What a reading is of: in a check a feature too. */
export const takenQuantity = z.union([measuredQuantity, matchFeatureId]);

/** A part of a shoe, as the walk names it. */
export const partId = z.enum(SHOE_PARTS.map((part) => part.id) as [PartId, ...PartId[]]);

/** Any quantity, those that are worked out too. */
export const anyQuantity = z.union([z.enum(QUANTITY_IDS), ownQuantityId]) as unknown as z.ZodType<
  QuantityId,
  QuantityId
>;

export const sizeLabel = z
  .object({ system: z.enum(LABEL_SYSTEMS), size: z.number() })
  .superRefine((value, context) => {
    const fault = labelFault(value);
    if (fault) context.addIssue({ code: 'custom', path: ['size'], message: fault });
  });

export const stackBasis = z.object({
  place: z.enum(STACK_PLACES),
  insole: z.enum(['in', 'out']),
  lugs: z.enum(['in', 'out']),
  layers: z.enum(['whole sole', 'midsole only']),
  method: z.enum(STACK_METHODS),
});

/** Rows of a page, and where the next one begins: `null` where there is none. */
export const pageOf = <S extends z.ZodType>(row: S) =>
  z.object({
    rows: z.array(row),
    more: z.string().nullable().describe('`after` of the next page'),
  });

/** What a page of a list is asked by. */
export const pageQuery = z.object({
  find: z.string().max(200).optional().describe('words, or their beginnings'),
  after: z.string().max(400).optional().describe('`more` of the page before'),
  limit: z.coerce.number().int().min(1).max(200).default(60),
});
