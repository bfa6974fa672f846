/** What was issued: decisions and notes, frozen. */
import { z } from 'zod';
import type { BenchDocument, DocumentPart } from '#core/sheet/document.ts';
import { SHEET_SCHEMA, type SheetData } from '#core/sheet/sheet-data.ts';
import { id } from './fields.ts';
import { wordBlock } from './word-records.ts';

export const ISSUED_KINDS = [
  'decision',
  'return-note',
  'delivery-letter',
  'sheet',
  'comparison',
] as const;
export type IssuedKind = (typeof ISSUED_KINDS)[number];

const rung = z.object({ at: z.number(), low: z.number(), high: z.number(), beyond: z.boolean() });
const flatParts = [
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
            path: z.string().regex(/^[\d\s.,eE+\-MmLlHhVvCcSsQqTtAaZz]*$/, 'a path of a drawing'),
            dx: z.number(),
            tone: z.enum(['left', 'right', 'ink', 'soft']),
            dashed: z.boolean(),
          }),
        ),
        labels: z
          .array(
            z.object({
              x: z.number(),
              y: z.number(),
              text: z.string(),
              anchor: z.enum(['start', 'middle', 'end']),
              size: z.number(),
              strong: z.boolean().optional(),
            }),
          )
          .optional(),
        words: z.string(),
      }),
    ),
  }),
  z.object({ kind: z.literal('lead'), lines: z.array(z.string()) }),
  z.object({ kind: z.literal('words'), blocks: z.array(wordBlock) }),
  z.object({
    kind: z.literal('columns'),
    columns: z.array(z.object({ title: z.string(), blocks: z.array(wordBlock) })),
  }),
  z.object({
    kind: z.literal('pictures'),
    pictures: z.array(
      z.object({ src: z.string(), width: z.number(), height: z.number(), words: z.string() }),
    ),
  }),
  z.object({
    kind: z.literal('figures'),
    figures: z.array(
      z.object({
        name: z.string(),
        value: z.string(),
        unit: z.string(),
        also: z.string(),
        doubt: z.string(),
        claim: z.string(),
        out: z.boolean(),
      }),
    ),
  }),
  z.object({
    kind: z.literal('tallies'),
    tallies: z.array(
      z.object({
        name: z.string(),
        words: z.array(z.object({ word: z.string(), n: z.number().int() })),
      }),
    ),
  }),
] as const;

const part: z.ZodType<DocumentPart, DocumentPart> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    ...flatParts,
    z.object({
      kind: z.literal('section'),
      title: z.string(),
      note: z.string().optional(),
      parts: z.array(part),
      only: z.enum(['reader', 'lab']).optional(),
    }),
  ]),
) as unknown as z.ZodType<DocumentPart, DocumentPart>;

const sheetData = z.looseObject({ schema: z.literal(SHEET_SCHEMA) }) as unknown as z.ZodType<
  SheetData,
  SheetData
>;

export const benchDocument = z.object({
  title: z.string(),
  under: z.string().optional(),
  opposite: z.string().optional(),
  language: z.string(),
  parts: z.array(part),
  data: sheetData.optional(),
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
  withdrawn: z
    .object({ why: z.string(), person: z.string(), at: z.string() })
    .nullable()
    .describe('it stays readable'),
});
export type IssuedRecord = z.output<typeof issuedRecord>;
