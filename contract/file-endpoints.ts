/** Addresses that take or give files and streams, said once; docs/formats.md describes what is in them. */
import { z } from 'zod';
import { SIDES } from '#core/quantities.ts';
import { id, measuredQuantity, moment } from './fields.ts';
import { importProgress, importReport, jobName, jobProgress } from './job-records.ts';
import { placement } from './live-gauges.ts';
import { photograph, photographFields } from './match-records.ts';
import { FILE_PATHS, JSON_TYPE } from './paths.ts';
import { reading } from './reading-records.ts';

const CSV = 'text/csv';

export interface FileEndpoint {
  summary: string;
  params?: z.ZodObject;
  query?: z.ZodObject;
  body?: { type: string; schema: z.ZodType };
  answer: { type: string; schema: z.ZodType };
}

const byId = z.object({ id });
const placed = { type: JSON_TYPE, schema: z.object({ placed: z.literal(true) }) };
/** A flag of an address: nothing else is taken for yes or no. */
const flag = (name: string) => z.enum(['0', '1'], `${name} is 0 or 1`).default('0');

export const FILE_ENDPOINTS = {
  importReadings: {
    summary: 'Reads a file of readings, whole or not at all; with preview=1 it only looks.',
    query: z.object({ preview: flag('preview').describe('1 only looks: nothing is written') }),
    body: { type: CSV, schema: z.string() },
    answer: { type: JSON_TYPE, schema: importReport },
  },
  importProgress: {
    summary: 'How far an import is, by the id of its change.',
    params: byId,
    answer: { type: JSON_TYPE, schema: importProgress },
  },
  exportReadings: {
    summary: 'Standing readings as a file.',
    query: z.object({
      pair: z.string().max(16).optional().describe('tag of one pair; left out: all'),
      semicolon: flag('semicolon').describe('1: semicolons between fields, and decimal commas'),
      job: jobName,
    }),
    answer: { type: CSV, schema: z.string() },
  },
  jobProgress: {
    summary: 'How far a long request is, by the name it was given.',
    params: byId,
    answer: { type: JSON_TYPE, schema: jobProgress },
  },
  stopJob: {
    summary: 'Stops a long request.',
    params: byId,
    answer: { type: JSON_TYPE, schema: z.object({ id }) },
  },
  addCurve: {
    summary: 'Keeps a curve and records the reading it gives.',
    params: byId,
    query: z.object({
      curve: id,
      reading: id,
      side: z.enum(SIDES),
      quantity: measuredQuantity,
      instrument: id,
      takenAt: moment,
      from: z.coerce.number().describe('where the window of the fit begins'),
      to: z.coerce.number().describe('where it ends'),
      temperatureC: z.coerce.number().min(-60).max(80).optional(),
      humidityPct: z.coerce.number().min(0).max(100).optional(),
    }),
    body: { type: CSV, schema: z.string() },
    answer: { type: JSON_TYPE, schema: reading },
  },
  getCurve: {
    summary: 'The samples of a curve as they were taken.',
    params: byId,
    answer: { type: CSV, schema: z.string() },
  },
  liveGauges: {
    summary: 'States and samples of all gauges, as server-sent events.',
    answer: { type: 'text/event-stream', schema: z.string() },
  },
  placeOnGauge: {
    summary: 'Says to a gauge which shoe and station it is held to.',
    body: { type: JSON_TYPE, schema: placement },
    answer: placed,
  },
  runFixture: {
    summary: 'Starts a fixture.',
    body: { type: JSON_TYPE, schema: placement },
    answer: placed,
  },
  getReturnNote: {
    summary: 'The return note of a check that was decided: return.',
    params: byId,
    answer: { type: 'application/pdf', schema: z.string() },
  },
  addPhotograph: {
    summary: 'Keeps a photograph, JPEG, PNG or WebP.',
    query: photographFields.extend({ photograph: id }),
    body: { type: 'image/*', schema: z.string() },
    answer: { type: JSON_TYPE, schema: photograph },
  },
  getPhotograph: {
    summary: 'A photograph, re-encoded without metadata.',
    params: byId,
    answer: { type: 'image/webp', schema: z.string() },
  },
  getThumbnail: {
    summary: 'A photograph, small.',
    params: byId,
    answer: { type: 'image/webp', schema: z.string() },
  },
} as const satisfies Record<keyof typeof FILE_PATHS, FileEndpoint>;

/** The address of a file or stream, as Express writes it. */
export const filePath = (name: keyof typeof FILE_PATHS): string =>
  FILE_PATHS[name].split(' ')[1] ?? '';
