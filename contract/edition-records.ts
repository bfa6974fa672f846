/** Editions, with what is claimed and reported of them. */
import { z } from 'zod';
import { CLAIMED_QUANTITIES } from '#core/catalogue/claimed-quantities.ts';
import { readClaimFigure } from '#core/claims/claim-text.ts';
import { CLAIMED_PARTS } from '#core/claims/claim-tokens.ts';
import { LABEL_SYSTEMS } from '#core/sizing/size-label.ts';
import { LONGEST_TYPED } from '#core/sizing/typed-quantity.ts';

import {
  anyQuantity,
  day,
  disciplineName,
  id,
  pageOf,
  remark,
  sizeLabel,
  stackBasis,
  words,
} from './fields.ts';

/** The labels in which an edition is made. */
export const madeIn = z
  .object({
    system: z.enum(LABEL_SYSTEMS),
    from: z.number(),
    to: z.number(),
    halfSizes: z.boolean(),
  })
  .refine((range) => range.from <= range.to, {
    message: 'the smallest size is larger than the largest',
    path: ['to'],
  });

const use = z.object({
  discipline: disciplineName,
  speciality: remark(60).describe('an event, a ground, a floor; empty: none said'),
});

/** What an edition is for, the first use leading. */
export const uses = z
  .array(use)
  .max(4, 'at most four uses')
  .superRefine((said, context) => {
    said.forEach(({ discipline }, at) => {
      const issue = (message: string) => context.addIssue({ code: 'custom', path: [at], message });
      if (said.findIndex((other) => other.discipline === discipline) < at)
        issue(`${discipline} is said twice`);
    });
  });

export const editionFields = z.object({
  name: z.string().trim().max(80).default('').describe('the build: mid cut, wide; may be empty'),
  madeIn: madeIn.nullable().default(null),
  widths: z.array(words(40, 'a width')).max(12).default([]),
  colours: z.array(words(60, 'a colour')).max(40).default([]),
  uses: uses.default([]),
});

export const claimFields = z.object({
  id,
  quantity: z.enum(CLAIMED_QUANTITIES),
  typed: words(LONGEST_TYPED, 'the claim'),
  value: z.number().describe('canonical unit, one shoe'),
  halfWidth: z.number().nonnegative().describe('half the last digit shown'),
  label: sizeLabel.nullable().default(null).describe('null: not stated'),
  statedBasis: stackBasis.partial().default({}).describe('empty: not stated'),
  source: remark(200).describe('box, web page, letter …'),
});

/** Two readings of one text agree but for what binary fractions leave over. */
const isSame = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(b));

/** A claim as it comes in: what was typed is read again, and must give the figure beside it. */
export const newClaim = claimFields.superRefine(
  ({ quantity, typed, value, halfWidth }, context) => {
    const read = readClaimFigure(quantity, typed);
    const issue = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    if (!read)
      issue(
        'typed',
        `“${typed.slice(0, 40)}” is no figure of ${quantity}; a claim reads as 31 mm or 10.9 oz do`,
      );
    else if (!isSame(value, read.value))
      issue('value', `“${typed}” stands for ${read.value}, not ${value}`);
    else if (!isSame(halfWidth, read.halfWidth))
      issue(
        'halfWidth',
        `half the last digit of “${typed}” is ${read.halfWidth}, not ${halfWidth}`,
      );
  },
);

export const claim = claimFields.extend({
  limit: z.enum(['at most', 'at least']).nullable().describe('a bound on one side only'),
  withdrawn: z.string().nullable(),
});

/** What is claimed in words, or could not be read; kept as stated. */
export const claimTextFields = z.object({
  id,
  part: z.union([z.enum(CLAIMED_PARTS), z.literal('')]).describe('empty: it could not be read'),
  text: words(200, 'what is claimed'),
  source: remark(200),
});

export const reportedFields = z.object({
  id,
  quantity: anyQuantity,
  typed: words(LONGEST_TYPED, 'the figure'),
  label: sizeLabel.nullable().default(null),
  basis: remark(200).describe('as stated; empty: not stated'),
  source: words(200, 'the source'),
  dated: day,
});

export const reported = reportedFields.extend({
  value: z.number(),
  withdrawn: z.string().nullable(),
});

export const editionRecord = editionFields.extend({
  id,
  slug: z.string(),
  maker: z.string(),
  model: z.string(),
  modelId: id,
  makerId: id,
  sample: sizeLabel.nullable().describe('size its maker states figures for; null: not known'),
  claims: z.array(claim),
  claimTexts: z.array(
    claimTextFields.extend({
      withdrawn: z.string().nullable(),
      mark: z
        .enum(['', 'seen', 'contradicted', 'cannot be seen'])
        .describe('what became of it when a shoe was looked at; empty: nobody has said'),
    }),
  ),
  reported: z.array(reported),
});

export type EditionRecord = z.infer<typeof editionRecord>;

export const editionRow = z.object({
  id,
  slug: z.string(),
  maker: z.string(),
  model: z.string(),
  name: z.string(),
  madeIn: madeIn.nullable(),
  widths: z.array(z.string()),
  colours: z.array(z.string()),
  uses: z.array(use),
  pairs: z.array(z.object({ tag: z.string(), label: sizeLabel, readings: z.number().int() })),
  claims: z.number().int(),
});

export type EditionRow = z.infer<typeof editionRow>;

export const editionPage = pageOf(editionRow).extend({
  all: z.number().int().describe('editions in the book'),
});

export type EditionPage = z.infer<typeof editionPage>;

export const knownNames = z.object({
  makers: z.array(z.string()).describe('whose name begins so'),
  models: z.array(z.string()).describe('of this maker, whose name begins so'),
  editions: z.array(editionRow).describe('of this maker and model'),
});

export type KnownNames = z.infer<typeof knownNames>;
