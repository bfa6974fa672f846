/** The shelf as a page of it crosses the wire. */

import { z } from 'zod';
import { TWO_USES_ANSWERS } from '#core/records/choice-verdict.ts';
import { SHELF_EVIDENCE, SHELF_PLACES } from '#core/sheet/shelf.ts';
import { LONGEST_SHELF_WORDS } from '#core/sheet/shelf-words.ts';
import { uses } from './edition-records.ts';
import { disciplineName, sizeLabel } from './fields.ts';
import { sentence } from './sentence.ts';

export const shelfAsked = z.object({
  words: z
    .string()
    .max(LONGEST_SHELF_WORDS, `at most ${LONGEST_SHELF_WORDS} letters`)
    .default('')
    .describe('under 260 g, drop 4 to 6, court'),
  sort: z.string().max(60).default('name').describe('a column, name, size or own'),
  down: z
    .enum(['0', '1'])
    .default('0')
    .transform((flag) => flag === '1'),
  group: z.enum(['none', 'maker', 'use']).default('none'),
  ownFor: z
    .string()
    .max(60)
    .default('')
    .describe('the use whose own order is shown; empty: that for whatever use'),
  tester: z.string().max(20).default('').describe('code: the pairs of this tester instead'),
  from: z.coerce.number().int().nonnegative().max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(100),
});

export type ShelfAsked = z.output<typeof shelfAsked>;

const shelfFigure = z.object({
  value: z.number(),
  low: z.number(),
  high: z.number(),
  evidence: z.enum(SHELF_EVIDENCE),
});

const shelfRow = z.object({
  slug: z.string(),
  name: z.string(),
  maker: z.string(),
  tag: z.string().describe('of a pair; empty: an edition'),
  uses,
  pairs: z.number().int(),
  figures: z.record(z.string(), shelfFigure),
  size: z.string().describe('how its label runs; empty: nobody can tell'),
  currency: z.string(),
  place: z.enum(SHELF_PLACES),
  steps: z.number().describe('how far outside, in noticeable steps'),
  open: z.array(z.string()).describe('columns whose doubt crosses a limit, or that nobody took'),
  own: z.number().int().nullable(),
});

export const shelf = z.object({
  all: z.number().int(),
  waiting: z.number().int().describe('rows that are being worked out anew'),
  said: z.array(z.string()).describe('how the words were read'),
  questions: z.array(z.string()).describe('what could not be read'),
  conditions: z.array(
    z.object({
      column: z.string(),
      from: z.number().nullable(),
      to: z.number().nullable(),
      currency: z.string().nullable(),
    }),
  ),
  counts: z.object({
    fits: z.number().int(),
    may: z.number().int(),
    outside: z.number().int(),
    'not known': z.number().int(),
  }),
  columns: z
    .array(z.object({ column: z.string(), rows: z.number().int() }))
    .describe('columns that hold something, the fullest first'),
  rows: z.array(shelfRow),
  label: sizeLabel.describe('the size at which figures stand'),
});

export type Shelf = z.infer<typeof shelf>;

const driver = z.object({ column: z.string(), steps: z.number() });

export const likeAsked = z.object({
  words: z
    .string()
    .max(LONGEST_SHELF_WORDS, `at most ${LONGEST_SHELF_WORDS} letters`)
    .default('')
    .describe('lighter, drop under 6'),
});

export const likeAnswer = z.object({
  name: z.string(),
  said: z.array(z.string()),
  questions: z.array(z.string()),
  rows: z.array(
    z.object({
      slug: z.string(),
      name: z.string(),
      steps: z.number().describe('distance in noticeable steps'),
      drivers: z.array(driver),
      words: sentence,
      unknown: z.array(z.string()).describe('columns that one of the two has no figure of'),
      place: z.enum(SHELF_PLACES),
    }),
  ),
});

export type LikeAnswer = z.infer<typeof likeAnswer>;

export const oneOrTwoAsked = z.object({ first: disciplineName, second: disciplineName });

const pairOption = z.object({
  slug: z.string(),
  name: z.string(),
  figures: z.record(z.string(), shelfFigure),
  currency: z.string(),
  harms: z.array(z.object({ use: z.string(), steps: z.number(), words: sentence })),
});

export const oneOrTwoAnswer = z.object({
  word: z.enum(TWO_USES_ANSWERS),
  words: sentence,
  one: pairOption.nullable(),
  two: z.array(pairOption).describe('the best of each use by itself'),
});

export type OneOrTwoAnswer = z.infer<typeof oneOrTwoAnswer>;

/** One edition put before another in the own order of a use, last of it, or out of it. */
export const ownPlace = z.object({
  use: z.union([disciplineName, z.literal('')]).default(''),
  edition: z.string().max(160).describe('slug'),
  before: z.string().max(160).nullable().describe('slug; null: last'),
  out: z.boolean().default(false).describe('has no place any more'),
});
