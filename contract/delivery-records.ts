/** Pairs held against each other, and deliveries. */
import { z } from 'zod';
import { HELD_PARTS } from '#core/match/held.ts';
import type { FeatureJudgement } from '#core/match/match.ts';
import { id, matchFeatureId, sizeLabel } from './fields.ts';
import { issuedRecord } from './issued-records.ts';
import { MATCH_DECISIONS } from './match-records.ts';

const shoeFeature = z.object({ n: z.number().int(), value: z.number() });

export const heldPairs = z.object({
  a: z.object({ tag: z.string(), edition: z.string(), label: sizeLabel }),
  b: z.object({ tag: z.string(), edition: z.string(), label: sizeLabel }),
  names: z.partialRecord(matchFeatureId, z.string()),
  judgements: z.array(
    z.object({
      id: matchFeatureId,
      against: z.enum(['other', 'zero']),
      left: shoeFeature.optional(),
      right: shoeFeature.optional(),
      difference: z.number().optional(),
      U: z.number().optional(),
      df: z.number().optional(),
      tolerance: z.number(),
      verdict: z.enum(['within', 'out', 'cannot tell', 'not taken']),
      askAgain: z.boolean(),
    }),
  ) as unknown as z.ZodType<FeatureJudgement[], FeatureJudgement[]>,
  apart: z.array(z.object({ feature: matchFeatureId, reason: z.string() })),
  parts: z.array(
    z.object({
      part: z.enum(HELD_PARTS),
      word: z.enum(['alike', 'differs', 'cannot tell']),
      by: z.array(matchFeatureId),
    }),
  ),
});
export type HeldRecord = z.output<typeof heldPairs>;

export const delivery = z.object({
  edition: z.object({ id, slug: z.string(), name: z.string() }),
  lot: z.string(),
  pairs: z.array(
    z.object({
      tag: z.string(),
      label: sizeLabel,
      receivedOn: z.string(),
      from: z.string(),
      look: z
        .object({
          decision: z.enum(MATCH_DECISIONS).nullable(),
          words: z.string(),
          faults: z.array(z.string()),
        })
        .nullable()
        .describe('null: not looked at'),
    }),
  ),
  targets: z
    .array(
      z.object({
        tag: z.string(),
        quantity: z.string(),
        value: z.number(),
        U: z.number(),
        word: z.enum(['within', 'out', 'cannot tell']),
      }),
    )
    .describe('each pair against the limits of its model'),
  letters: z.array(issuedRecord).describe('as issued, the first first'),
});
export type Delivery = z.output<typeof delivery>;
