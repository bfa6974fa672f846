/** What was issued: decisions and notes, frozen. */
import { z } from 'zod';
import type { BenchDocument } from '#core/sheet/document.ts';
import { id } from './fields.ts';

export const ISSUED_KINDS = ['decision', 'return-note', 'delivery-letter'] as const;
export type IssuedKind = (typeof ISSUED_KINDS)[number];

const rung = z.object({ at: z.number(), low: z.number(), high: z.number(), beyond: z.boolean() });
const part = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('facts'), rows: z.array(z.tuple([z.string(), z.string()])) }),
  z.object({ kind: z.literal('heading'), text: z.string() }),
  z.object({
    kind: z.literal('lines'),
    lines: z.array(z.string()),
    small: z.boolean().optional(),
  }),
  z.object({
    kind: z.literal('table'),
    columns: z.array(
      z.object({
        title: z.string(),
        width: z.number(),
        figure: z.boolean().optional(),
        rung: z.boolean().optional(),
      }),
    ),
    rows: z.array(
      z.object({ cells: z.array(z.string()), out: z.boolean(), rung: rung.optional() }),
    ),
  }),
  z.object({
    kind: z.literal('drawings'),
    drawings: z.array(
      z.object({
        box: z.tuple([z.number(), z.number(), z.number(), z.number()]),
        strokes: z.array(
          z.object({
            path: z.string(),
            dx: z.number(),
            tone: z.enum(['left', 'right']),
            dashed: z.boolean(),
          }),
        ),
        words: z.string(),
      }),
    ),
  }),
]);

const benchDocument = z.object({
  title: z.string(),
  language: z.string(),
  parts: z.array(part),
}) as unknown as z.ZodType<BenchDocument, BenchDocument>;

export const issuedRecord = z.object({
  id,
  kind: z.enum(ISSUED_KINDS),
  subject: z.string().describe('what it is of: the id of a check, or an edition with its lot'),
  revision: z.number().int().describe('counts from 1 for a kind and subject'),
  content: benchDocument,
  hash: z.string().describe('SHA-256 of the content'),
  leanedOn: z.unknown().describe('what it was made on, as it stood'),
  person: z.string(),
  at: z.string(),
});
export type IssuedRecord = z.output<typeof issuedRecord>;
