/** Sizes over many editions: the matrix of labels, insides on a ruler, and what to take for a foot. */
import { z } from 'zod';
import { CHOSEN_SCHOOLS } from '#core/catalogue/schools.ts';
import { ARCH_WORDS } from '#core/fit/foot.ts';
import { VOTE_KINDS } from '#core/fit/label-to-label.ts';
import { sizeLabel } from './fields.ts';
import { SOCKS } from './fit-records.ts';

const named = z.object({ slug: z.string(), name: z.string() });

export const labelMatrix = z.object({
  label: sizeLabel.describe('at which insides are held against each other'),
  editions: z.array(named),
  ofAll: z.number().int().describe('editions of which anything is known'),
  cells: z.array(
    z.object({
      from: z.string().describe('slug'),
      to: z.string(),
      verdict: z.enum(['decided', 'probably', 'cannot tell']),
      offsetHalfSizes: z.number().int().optional(),
      evidence: z.array(
        z.object({ kind: z.enum([...VOTE_KINDS, 'lengths']), n: z.number().int() }),
      ),
      chain: z.object({ over: z.string(), offsetHalfSizes: z.number().int() }).optional(),
    }),
  ),
});

export type LabelMatrix = z.infer<typeof labelMatrix>;

const length = z.object({ mm: z.number(), U: z.number() }).nullable();

export const insides = z.object({
  rows: z.array(
    named.extend({
      label: sizeLabel,
      inside: length,
      insole: length.describe('the footbed, taken out'),
    }),
  ),
  ofAll: z.number().int(),
});

export type Insides = z.infer<typeof insides>;

const footMm = (least: number, most: number) => z.coerce.number().min(least).max(most).optional();

/** A foot of a tester, or typed; the rest is how it is done. */
export const footAsked = z.object({
  tester: z.string().trim().max(20).optional().describe('a code; what is typed counts before it'),
  left: footMm(180, 340),
  right: footMm(180, 340),
  wide: footMm(50, 160).describe('width at the ball'),
  arch: z.enum(ARCH_WORDS).optional(),
  sock: z.enum(SOCKS).optional(),
  use: z.string().trim().max(60).optional().describe('empty: every use'),
  leather: z
    .enum(CHOSEN_SCHOOLS.leather)
    .optional()
    .describe('leather for climbing; left out: as the lab does'),
  archSchool: z
    .enum(CHOSEN_SCHOOLS.footTypes)
    .optional()
    .describe('foot types; left out: as the lab does'),
});

const chance = z.object({
  label: sizeLabel,
  gapMm: z.number(),
  short: z.number(),
  right: z.number(),
  long: z.number(),
});

export const recommendations = z.object({
  foot: z.object({
    tester: z.string(),
    lengthLeftMm: z.number().nullable(),
    lengthRightMm: z.number().nullable(),
    widthMm: z.number().nullable(),
    widthWord: z.enum(['narrow', 'usual', 'wide']).nullable(),
    arch: z.enum(ARCH_WORDS),
    sock: z.enum(SOCKS),
  }),
  use: z.string(),
  rows: z.array(
    named.extend({
      take: z.object({ label: sizeLabel, width: z.string().optional() }).nullable(),
      verdict: z.enum(['sure', 'probably', 'cannot tell']),
      words: z.string(),
      chances: z.array(chance),
      notes: z.array(z.string()),
      gap: z
        .tuple([z.number(), z.number()])
        .describe('wanted before the longest toe, mm, by the use asked for, else by its own'),
      caution: z.string().nullable(),
      known: z
        .array(z.string())
        .describe('what shoes known to the tester say by themselves, in words'),
    }),
  ),
  ofAll: z.number().int(),
});

export type Recommendations = z.infer<typeof recommendations>;
