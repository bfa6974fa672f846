/** A whole lab, or a part of it, as a Data Package: its description, and what a look into one tells. */
import { z } from 'zod';
import { id } from './fields.ts';

/** The form of the package; raised where a reader of before would misread it. */
export const PACKAGE_FORM = 1;

/** What stands in a package for a value that is missing: an empty text is a text. */
export const MISSING = '\\N';

const field = z.object({
  name: z.string().max(60),
  type: z.enum(['string', 'integer', 'number']),
});

const resource = z.object({
  name: z.string().max(120),
  path: z.string().max(200),
  bytes: z.number().int().nonnegative(),
  hash: z.string().regex(/^sha256:[0-9a-f]{64}$/, 'a hash is written sha256:…'),
  rows: z.number().int().nonnegative().optional().describe('of a table'),
  schema: z.object({ fields: z.array(field).min(1).max(60) }).optional(),
});

/** `datapackage.json` of a package: the Data Package standard, and what Emvex adds to it. */
export const packageDescription = z.object({
  name: z.string().max(120),
  created: z.string().max(40),
  resources: z.array(resource).max(2_000_000),
  emvex: z.object({
    form: z.number().int().min(1),
    book: z.number().int().min(1).describe('version of the book that it was written from'),
    part: z.array(z.string().max(160)).nullable().describe('editions of a part; null: all'),
  }),
});

export type PackageDescription = z.infer<typeof packageDescription>;

/** What is asked before anything is written: one thing that the two labs say differently. */
export const packageConflict = z.object({
  key: z.string().describe('what the answer is given for'),
  table: z.string(),
  kind: z.enum(['differs', 'name']),
  what: z.string().describe('what it is, in words'),
  differences: z.array(z.object({ field: z.string(), ours: z.string(), theirs: z.string() })),
  answers: z.array(z.object({ answer: z.string(), words: z.string() })).min(1),
  safe: z.string().describe('the answer that leaves this book as it is'),
});

export type PackageConflict = z.infer<typeof packageConflict>;

/** What a look into a package tells. */
export const packageReport = z.object({
  id,
  name: z.string(),
  created: z.string(),
  part: z.array(z.string()).nullable(),
  tables: z.array(
    z.object({
      name: z.string(),
      about: z.string(),
      rows: z.number().int(),
      fresh: z.number().int().describe('rows that this book does not have'),
    }),
  ),
  photographs: z.number().int().describe('new ones'),
  conflicts: z.array(packageConflict).describe('the first of them'),
  conflictCount: z.number().int(),
  notes: z.array(z.string()).describe('what is settled without a question'),
});

export type PackageReport = z.infer<typeof packageReport>;

export const packageTaking = z.object({
  answers: z.record(z.string().max(300), z.string().max(20)).describe('by the key of a conflict'),
});

export const packageTaken = z.object({
  added: z.number().int(),
  changed: z.number().int(),
  tables: z.array(z.object({ name: z.string(), about: z.string(), added: z.number().int() })),
});

export type PackageTaken = z.infer<typeof packageTaken>;
