/** How far the label of an edition is from true, and what several testers say of it. */
import { z } from 'zod';
import { DEVIATION_GROUPS, FIT_WORDS } from '#core/records/sizing-verdict.ts';
import { sizeLabel } from './fields.ts';

const share = z.object({ halfSizes: z.number().int(), probability: z.number() });

const deviationKind = z.object({
  group: z.enum(DEVIATION_GROUPS),
  what: z.string(),
  n: z.number().int(),
  mm: z.number().optional().describe('where it is a length; positive: it runs long'),
  u: z.number().optional(),
  halfSizes: z.number(),
  probabilities: z.array(share),
  verdict: z.enum(FIT_WORDS),
  words: z.string(),
  isHint: z.literal(true).optional().describe('decides nothing alone'),
});

const verdictInWords = z.object({
  slug: z.string(),
  name: z.string(),
  words: z.string(),
});

export const testerVote = z.object({
  tester: z.string(),
  lengthMm: z.number().nullable().describe('of the longer foot'),
  widthMm: z.number().nullable(),
  toeShape: z.string(),
  sock: z.string(),
  halfSizes: z
    .number()
    .int()
    .nullable()
    .describe('what is taken less the usual label; null: no usual label, or nothing of length'),
  fits: z.boolean().nullable().describe('by the latest try-on; null: only known'),
  says: z.string(),
});

export const editionDeviation = z.object({
  edition: z.object({ slug: z.string(), name: z.string(), fitsTrue: z.boolean() }),
  label: sizeLabel.nullable().describe('at which lengths were held against each other'),
  words: z.string(),
  kinds: z.array(deviationKind),
  parts: z.boolean().describe('kinds that are sure say otherwise of each other'),
  causes: z.array(z.string()).describe('on record, where the evidence parts or testers complain'),
  settle: z.array(z.string()).describe('what would settle it'),
  shortfall: z
    .object({ mm: z.number(), u: z.number(), n: z.number().int() })
    .nullable()
    .describe('of the insides of the lab’s reference shoes against their lasts'),
  references: z.array(z.object({ slug: z.string(), name: z.string() })),
  sizes: z.array(
    z.object({
      label: sizeLabel,
      n: z.number().int(),
      insideMm: z.number(),
      againstOthersMm: z.number().optional(),
      words: z.string(),
    }),
  ),
  kin: z.array(verdictInWords.extend({ kind: z.string() })).describe('builds and versions'),
  maker: z.object({
    name: z.string(),
    tendencies: z.array(
      z.object({
        by: z.string(),
        n: z.number().int(),
        words: z.string(),
        exceptions: z.array(z.string()),
      }),
    ),
    editions: z.number().int().describe('of the maker, measured or not'),
  }),
  votes: z.array(testerVote),
  median: z.number().nullable().describe('half sizes that testers take more than their usual'),
  splits: z.array(z.string()),
  agreement: z
    .object({ alpha: z.number(), n: z.number().int(), units: z.number().int(), words: z.string() })
    .nullable()
    .describe('over all editions with two votes; null: too few'),
});

export type EditionDeviation = z.infer<typeof editionDeviation>;
