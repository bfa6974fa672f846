/** What is put right after it was written: names, places, and the record of changes. */
import { z } from 'zod';
import { editionRecord } from './edition-records.ts';
import { anyQuantity, id, pageOf, sizeLabel } from './fields.ts';
import { limits } from './lab-records.ts';

/** What has a name that editions are found by. */
export const NAMED = ['maker', 'model', 'edition'] as const;

/** An edition with everything that can be put right of it. */
export const correctable = z.object({
  edition: editionRecord,
  /** Editions that bear the same maker or model: a new name is theirs too. */
  sharing: z.object({ maker: z.number().int(), model: z.number().int() }),
  pairs: z.array(
    z.object({
      id,
      tag: z.string(),
      label: sizeLabel,
      readings: z.number().int(),
      lot: z.string(),
    }),
  ),
  targets: z.array(
    limits.safeExtend({
      quantity: anyQuantity,
      reason: z.string(),
      verified: z.array(
        z.object({ tag: z.string(), word: z.enum(['within', 'out', 'cannot tell']) }),
      ),
    }),
  ),
});
export type Correctable = z.output<typeof correctable>;

/** What a merge would move, said before it is done. */
export const mergePlan = z.object({
  from: z.string().describe('in full, as it is listed'),
  into: z.string(),
  moves: z.array(z.string()).describe('a line each'),
  warnings: z.array(z.string()).describe('what is lost sight of, or stays as it is'),
  /** Set where the two are two builds by their names: only a person knows that they are one. */
  builds: z.string().nullable(),
});
export type MergePlan = z.output<typeof mergePlan>;

export const changeRow = z.object({
  id,
  at: z.string(),
  person: z.string(),
  action: z.string(),
  what: z.string().describe('in words'),
  subject: z.string(),
  about: z
    .object({ kind: z.enum(['pair', 'edition', 'instrument']), name: z.string(), at: z.string() })
    .nullable()
    .describe('what it concerns, with the tag, slug or id it is found by'),
  detail: z.string(),
  blankedAt: z.string().nullable().describe('set: its detail was taken out of the record then'),
  blankedWhy: z.string(),
  undo: z
    .enum(['can be undone', 'undone'])
    .nullable()
    .describe('null: it is no correction, and stands'),
});
export type ChangeRow = z.output<typeof changeRow>;
export const changePage = pageOf(changeRow);
