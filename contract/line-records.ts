/** Editions in a line of versions: how they stand to each other, what was asked for them, what a step changed. */
import { z } from 'zod';
import { LINE_KINDS, LINE_QUANTITIES, VERSION_ANSWERS } from '#core/records/version-verdict.ts';
import { anyQuantity, day, id, kilometres, partId, sizeLabel, words } from './fields.ts';
import { sentence } from './sentence.ts';
import { comparedCell } from './sheet-records.ts';

export const lineKind = z.enum(LINE_KINDS);

/** A price as somebody saw it: the sign or code in what is typed says the currency. */
export const priceSeenFields = z.object({
  id,
  typed: words(40, 'the price').describe('as printed: £85 was 120'),
  place: words(80, 'where it was seen'),
  seenOn: z.iso.date('a date is written 2026-03-14'),
});

const money = z.object({ amount: z.number(), currency: z.string() });

const priceAlong = money.extend({
  place: z.string(),
  seenOn: z.string(),
  /** A pair's own price is corrected with the pair. */
  id: id.nullable().describe('null: what was paid for a pair'),
});

/** Where an edition stands, as it is said: an empty slug takes the link away. */
export const placeInLine = z.object({
  follows: z.string().max(160).default(''),
  widthOf: z.string().max(160).default(''),
  colourOf: z.string().max(160).default(''),
  stillMade: z.enum(['', 'yes', 'no']).default('').describe('empty: nobody has said'),
  madeUntil: day,
  oddStays: z
    .boolean()
    .default(false)
    .describe('a build in another width that differs in more than its widths is one all the same'),
});

const lineEdition = z.object({
  id,
  slug: z.string(),
  name: z.string(),
  pairs: z.number().int().describe('measured'),
  stillMade: placeInLine.shape.stillMade,
  madeUntil: z.string().nullable(),
  links: z.array(z.object({ kind: lineKind, slug: z.string(), name: z.string() })),
  prices: z.array(priceAlong).describe('the latest first'),
  cells: z.array(comparedCell).describe('one for each quantity of the line'),
});

const lineChange = z.object({
  quantity: z.enum(LINE_QUANTITIES),
  word: z.enum(['same', 'perhaps', 'better', 'worse', 'other']),
  direction: z.enum(['more', 'less']),
  way: sentence,
  steps: z.number(),
  difference: z.number(),
  U: z.number(),
  stated: z.boolean().describe('one of the two is only stated'),
});

const lineStep = z.object({
  edition: z.string().describe('slug of the newer one'),
  of: z.string().describe('slug of the one it is held against'),
  kind: lineKind,
  changes: z.array(lineChange),
  missing: z.array(z.string()),
  parts: z
    .array(z.object({ part: partId, before: z.string(), after: z.string() }))
    .describe('made otherwise'),
  price: money.nullable().describe('how much dearer; null: cannot be said'),
  words: sentence.describe('what follows for a buyer'),
  verdict: z.object({
    word: z.enum(VERSION_ANSWERS),
    for: z.array(sentence),
    against: z.array(sentence),
    source: z.string(),
  }),
});

export const versionLine = z.object({
  label: sizeLabel,
  wornKm: kilometres,
  quantities: z.array(anyQuantity),
  editions: z.array(lineEdition).describe('the first version first'),
  steps: z.array(lineStep),
  disagreements: z
    .array(
      z.object({
        edition: z.string(),
        about: z.string(),
        said: z.array(z.object({ source: z.string(), words: z.string() })),
      }),
    )
    .describe('of one build, stated apart by two sources'),
});

export type VersionLine = z.infer<typeof versionLine>;
