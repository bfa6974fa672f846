/**
 * One address of the API, said once: where it is, what it takes and answers, what it touches, whether it
 * waits. Routes, the OpenAPI page, the web client, the outbox and what is fetched again derive from it.
 */
import { z } from 'zod';
import * as fields from './fields.ts';

/** What a page is answered belongs to one of these. */
export const TOPICS = [
  /** Instruments, protocols, people, units, thresholds, what was learned. */
  'lab',
  /** Lists and rows of pairs, and tags. */
  'pairs',
  /** A pair with its sittings. */
  'pair',
  /** Lists and rows of editions, and names. */
  'editions',
  /** The checks of a pair. */
  'match',
  'tolerances',
  'photographs',
  /** Sheets, comparisons, recalls. */
  'figures',
  /** Studies of pairs, of sides, of methods. */
  'studies',
  'gauge-studies',
  /** Words of sheets, what was issued, comparisons that are kept. */
  'issued',
] as const;
export type Topic = (typeof TOPICS)[number];

/** Everything that figures of a pair are shown in. */
export const FIGURES = ['pairs', 'pair', 'figures', 'studies'] as const;
export const EVERYTHING = TOPICS;

interface Described {
  summary: string;
  params?: z.ZodObject;
  query?: z.ZodObject;
  body?: z.ZodType;
  answer: z.ZodType;
  /** Media type of a file that it takes; left out: JSON, or nothing. */
  takes?: string;
  /** Media type of a file or stream that it gives; left out: JSON. */
  gives?: string;
}

/** Tells something. */
interface Read extends Described {
  at: `GET /api/${string}`;
}

/** Changes the book, once, however often it is sent: a browser drops what it touches. */
interface Change extends Described {
  at: `${'POST' | 'PUT'} /api/${string}`;
  touches: readonly Topic[];
  /** Kept in the browser while the server is away. */
  waits?: true;
}

/** Changes nothing of the book. */
interface Signal extends Described {
  at: `${'POST' | 'DELETE'} /api/${string}`;
  passing: true;
}

export type Endpoint = Read | Change | Signal;

export const CSV = 'text/csv';

export const byId = z.object({ id: fields.id });
export const byTag = z.object({ tag: z.string().max(16) });
export const done = z.object({ id: fields.id });
export const reasonGiven = z.object({
  reason: z.string().trim().min(1, 'a reason is missing').max(200),
});
export const typedNames = z.object({
  maker: z.string().trim().max(120),
  model: z.string().trim().max(120).default(''),
});
/** A flag of an address: nothing else is taken for yes or no. */
export const flag = (name: string) => z.enum(['0', '1'], `${name} is 0 or 1`).default('0');
