/** Sheets and comparisons on their way out: drafts, words, revisions, what changed. */

import { z } from 'zod';
import { SHEET_FORMAT_IDS } from '#core/records/sheet-format.ts';
import { id, sizeLabel, words } from './fields.ts';
import { benchDocument, ISSUED_KINDS } from './issued-records.ts';
import { sentence } from './sentence.ts';
import { sheetPart, wordBlocks } from './word-records.ts';

export const sheetChoices = z.object({
  pictures: z.array(id).max(8, 'at most 8 pictures').default([]),
  also: z.boolean().default(false).describe('figures in a second unit too'),
});

const change = z.object({
  words: sentence,
  because: z.array(sentence).describe('readings, conversions or facts of the lab that moved it'),
});

const withdrawn = z.object({ why: z.string(), person: z.string(), at: z.string() }).nullable();

const revision = z.object({
  id,
  revision: z.number().int(),
  at: z.string(),
  person: z.string(),
  hash: z.string(),
  withdrawn,
  changes: z.array(change).describe('since the revision before'),
});

const subject = z.string().min(1).max(200).describe('what the words belong to');

export const sheetDraft = z.object({
  subject,
  label: sizeLabel.nullable(),
  document: benchDocument,
  words: z.partialRecord(sheetPart, wordBlocks),
  choices: sheetChoices,
  photographs: z.array(
    z.object({ id, caption: z.string(), side: z.string(), addedAt: z.string() }),
  ),
  revisions: z.array(revision).describe('the latest last'),
  changes: z.array(change).describe('since the last revision that stands'),
  warnings: z.array(sentence).describe('what speaks against the last revision that stands'),
});

export type SheetDraft = z.infer<typeof sheetDraft>;

export const wordsWritten = z.object({ subject, part: sheetPart, blocks: wordBlocks });
export const choicesMade = sheetChoices.extend({ subject });

export const issuedLine = z.object({
  id,
  kind: z.enum(ISSUED_KINDS),
  subject: z.string(),
  revision: z.number().int(),
  title: z.string(),
  person: z.string(),
  at: z.string(),
  withdrawn,
});

export const keptComparison = z.object({
  name: words(80, 'the name'),
  editions: z.array(z.string().max(160)).min(2, 'two editions at least').max(10, 'ten at most'),
  label: z.string().max(30).nullable().default(null),
  stack: z.string().max(80).nullable().default(null),
});

export const keptComparisonRow = keptComparison.extend({
  id,
  at: z.string(),
  person: z.string(),
  revisions: z.number().int().describe('how often it was issued'),
});

export type KeptComparisonRow = z.infer<typeof keptComparisonRow>;

export const issuedFileQuery = z.object({
  as: z.enum(SHEET_FORMAT_IDS).default('pdf'),
  layout: z.enum(['reader', 'lab']).optional(),
  paper: z.enum(['a4', 'letter']).default('a4'),
});
