/** Copies of the book: how they are kept, what one holds, and what a restore would lose. */
import { z } from 'zod';

/** How often a copy is made by itself. */
export const COPY_HOURS = [24, 12, 6, 1] as const;

export const backupSettings = z.object({
  everyHours: z
    .union([z.literal(24), z.literal(12), z.literal(6), z.literal(1)])
    .describe('a copy is made once in so many hours'),
  keep: z.number().int('a whole number').min(2, 'two at least').max(200, '200 at most'),
  gigabytes: z.number().min(0.1, '0.1 GB at least').max(2000, '2,000 GB at most'),
  second: z
    .string()
    .trim()
    .max(300, 'at most 300 characters')
    .describe('a folder on another disk that gets each copy too; empty: none'),
});

export type BackupSettings = z.infer<typeof backupSettings>;

export const USUAL_BACKUPS: BackupSettings = { everyHours: 24, keep: 10, gigabytes: 4, second: '' };

export const copyName = z
  .string()
  .regex(/^\d{4}-\d\d-\d\d(?:-(?:at|before|aside|brought)-v?\d+)?$/, 'a copy is named by its day');

const copy = z.object({
  name: z.string(),
  kind: z.enum(['of a day', 'at a moment', 'before an update', 'set aside', 'brought in']),
  bytes: z.number(),
  writtenAt: z.string(),
});

export const backupList = z.object({
  settings: backupSettings,
  folder: z.string(),
  copies: z.array(copy).describe('the latest first'),
  trouble: z.string().describe('what went wrong with the last copy; empty: nothing'),
});

export type BackupList = z.infer<typeof backupList>;

const holding = z.object({
  editions: z.number().int(),
  pairs: z.number().int(),
  readings: z.number().int(),
  outings: z.number().int(),
  issued: z.number().int(),
  changes: z.number().int(),
  lastChange: z.string().nullable().describe('when it was changed last'),
});

/** A look into a copy before it is restored. */
export const backupLook = z.object({
  name: z.string(),
  bytes: z.number(),
  version: z.number().int(),
  older: z.boolean().describe('of an earlier version: it is brought up to this one'),
  holds: holding,
  present: holding.nullable().describe('the database as it is now; null: it cannot be read'),
  presentFault: z.string().describe('why the present database cannot be read; empty: it can'),
  lostCount: z
    .number()
    .int()
    .nullable()
    .describe('changes of the present database that the copy does not know; null: not known'),
  lost: z
    .array(z.object({ at: z.string(), person: z.string(), action: z.string() }))
    .describe('the latest of them'),
});

export type BackupLook = z.infer<typeof backupLook>;
