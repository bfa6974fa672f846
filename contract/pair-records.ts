/** Pairs: received, changed, listed. */

import { z } from 'zod';
import { SIDES } from '#core/catalogue/quantities.ts';
import { TRY_ON_OUTCOMES } from '#core/records/try-on-verdict.ts';
import { WEAR_ANSWERS } from '#core/records/wear-verdict.ts';
import {
  claimTextFields,
  editionFields,
  editionRecord,
  newClaim,
  reportedFields,
} from './edition-records.ts';
import { day, id, kilometres, matchFeatureId, pageOf, remark, sizeLabel, words } from './fields.ts';
import { placedPart } from './insole-records.ts';
import { session } from './reading-records.ts';

export const ACQUISITIONS = ['bought', 'loaned', 'gifted'] as const;

export const SHOES_HELD = ['both', 'left only', 'right only'] as const;

const money = z
  .number()
  .nonnegative('a price is not negative')
  .max(100_000)
  .nullable()
  .default(null);

/** What is kept of a pair; the sheet discloses how it came. */
export const pairFields = z.object({
  tag: z
    .string()
    .trim()
    .regex(
      /^[A-Za-z0-9][A-Za-z0-9-]{0,15}$/,
      'a tag has letters, digits and hyphens, such as KP-07',
    )
    .transform((tag) => tag.toUpperCase()),
  label: sizeLabel,
  width: remark(40),
  colour: remark(60),
  shoes: z.enum(SHOES_HELD).default('both'),
  acquisition: z.enum(ACQUISITIONS),
  from: remark(80).describe('shop or lender'),
  orderNumber: remark(40).describe('as the shop gave it'),
  boughtOn: day,
  linksPay: z.boolean().default(false).describe('links on the sheet pay the reviewer'),
  makerSawText: z.boolean().default(false).describe('the maker saw the text before publication'),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'a currency has three letters, such as EUR')
    .default('EUR'),
  listPrice: money,
  paidPrice: money,
  receivedOn: z.iso.date('a date is written 2026-03-14'),
  returnBy: day,
  wornKm: kilometres.default(0),
  note: remark(2000),
  shelved: z.boolean().default(false),
  lot: remark(40).describe('lot or batch, as on the box'),
  replaces: id.nullable().default(null).describe('the pair that this one was sent for'),
});

export type PairFields = z.infer<typeof pairFields>;

/** A pair received: maker, model and edition are found by name or made. */
export const receipt = z.object({
  maker: z.object({ id, name: words(60, 'the maker') }),
  model: z.object({ id, name: words(80, 'the model') }),
  edition: editionFields.extend({ id }),
  pair: pairFields.extend({ id }),
  claims: z.array(newClaim).max(60, 'at most 60 claims at once').default([]),
  claimTexts: z.array(claimTextFields).max(60, 'at most 60 claims at once').default([]),
});

export type Receipt = z.input<typeof receipt>;

/** An edition that nobody has a pair of, by what is stated of it. */
export const editionWithoutPair = receipt.omit({ pair: true }).extend({
  reported: z
    .array(reportedFields)
    .max(60, 'at most 60 figures at once')
    .default([])
    .describe('figures that somebody else measured'),
});

export const pairEdit = pairFields.extend({
  version: z.number().int().describe('the version that was read; another is answered 409'),
});

export const pairRow = z.object({
  id,
  tag: z.string(),
  maker: z.string(),
  model: z.string(),
  edition: z.string(),
  editionSlug: z.string(),
  label: sizeLabel,
  shelved: z.boolean(),
  receivedOn: z.string(),
  returnBy: z.string().nullable(),
  readings: z.number().int(),
  stationsDone: z.number().int(),
  stations: z.number().int(),
  heelMm: z.number().nullable(),
  forefootMm: z.number().nullable(),
  massG: z.number().nullable(),
  openSession: z.string().nullable().describe('when the sitting that is still open was begun'),
  match: z
    .object({
      decision: z.enum(['keep', 'keep and note', 'return']).nullable().describe('null: begun'),
      words: z.string(),
      found: z.string().nullable().describe('matched, out or cannot tell; null: not worked out'),
      fault: z.string().describe('the fault in a phrase; empty: none, or not known'),
    })
    .nullable()
    .describe('null: not checked'),
  fit: z
    .object({ outcome: z.enum(TRY_ON_OUTCOMES), words: z.string() })
    .nullable()
    .describe('what the latest try-on came to; null: not tried on'),
  wear: z
    .object({
      km: z.number(),
      answer: z.enum(WEAR_ANSWERS),
      words: z.string(),
      decided: z.boolean().describe('a person decided so'),
    })
    .nullable()
    .describe('distance worn, and what its signs come to or was decided; null: nothing is said'),
});

export type PairRow = z.infer<typeof pairRow>;

export const pairPage = pageOf(pairRow).extend({
  onTable: z.number().int().describe('all pairs on the table'),
  onShelf: z.number().int(),
});

export type PairPage = z.infer<typeof pairPage>;

export const pairRecord = z.object({
  pair: pairFields.extend({
    id,
    version: z.number().int(),
    replacesTag: z.string().nullable().describe('tag of the pair that this one was sent for'),
  }),
  edition: editionRecord,
  sessions: z.array(session),
  checked: z
    .array(z.object({ quantity: matchFeatureId, side: z.enum(SIDES) }))
    .describe('readings that stand, of its checks of left against right'),
  kmNow: kilometres.describe('worn by now, as far as it was said'),
  placed: z.array(placedPart).describe('insoles and laces that are in it by name'),
});

export type PairRecord = z.infer<typeof pairRecord>;
