/** Long requests: recalls, and files of readings. */
import { z } from 'zod';

import { anyQuantity, id, sizeLabel } from './fields.ts';

/** By this name a long request is asked how far it is. */
export const jobName = id.optional().describe('UUID of version 7, to ask how far it is');

/** How far a long request is, in pairs or readings. */
export const jobProgress = z.object({
  done: z.number().int(),
  total: z.number().int(),
  ended: z.boolean(),
});

export type JobProgress = z.infer<typeof jobProgress>;

/** What an instrument touched, and what becomes of it without. Lists hold the first of their kind. */
export const recall = z.object({
  instrument: z.string(),
  since: z.string(),
  readings: z.number().int(),
  pairs: z.array(
    z.object({
      tag: z.string(),
      edition: z.string(),
      readings: z.number().int(),
      figures: z.array(
        z.object({
          quantity: anyQuantity,
          with: z.object({ value: z.number(), U: z.number() }),
          without: z.object({ value: z.number(), U: z.number() }).nullable(),
        }),
      ),
    }),
  ),
  verdicts: z.array(
    z.object({
      edition: z.string(),
      tag: z.string(),
      quantity: anyQuantity,
      about: z.string().describe('the claim, or left against right'),
      with: z.string(),
      without: z.string(),
    }),
  ),
  sheets: z.array(z.object({ slug: z.string(), edition: z.string(), label: sizeLabel })),
  counts: z.object({
    pairs: z.number().int(),
    verdicts: z.number().int(),
    sheets: z.number().int(),
    matches: z.number().int(),
  }),
  matches: z
    .array(z.object({ tag: z.string(), readings: z.number().int(), decision: z.string() }))
    .describe('checks of left against right that lean on it; check these pairs again'),
});

export type Recall = z.infer<typeof recall>;

/** What a file of readings brings. */
export const importReport = z.object({
  lines: z.number().int().describe('readings in the file'),
  added: z.number().int(),
  alreadyThere: z.number().int(),
  sessions: z.number().int().describe('sittings that are new with it'),
  preview: z.boolean(),
  pairs: z.array(z.object({ tag: z.string(), readings: z.number().int() })),
  quantities: z.array(z.object({ quantity: z.string(), readings: z.number().int() })),
  odd: z
    .array(z.object({ line: z.number().int(), column: z.string(), message: z.string() }))
    .describe('readings outside what shoes measure: to be looked at, the first of them'),
  oddCount: z.number().int(),
});

export type ImportReport = z.infer<typeof importReport>;

export const importProgress = z.object({
  phase: z.enum(['waiting', 'reading', 'checking', 'writing', 'done']),
  bytes: z.number().int(),
  totalBytes: z.number().int().nullable(),
  lines: z.number().int(),
});

export type ImportProgress = z.infer<typeof importProgress>;
