/** Addresses of sittings, readings, curves, files of readings and live gauges. */
import { z } from 'zod';
import { SIDES } from '#core/catalogue/quantities.ts';
import {
  byId,
  CSV,
  done,
  type Endpoint,
  EVERYTHING,
  FIGURES,
  flag,
  reasonGiven,
} from './endpoint.ts';
import * as fields from './fields.ts';
import * as jobs from './job-records.ts';
import { placement } from './live-gauges.ts';
import * as readings from './reading-records.ts';

export const READING_ENDPOINTS = {
  startSession: {
    at: 'POST /api/sessions',
    summary: 'Starts a sitting with a pair.',
    body: readings.sessionFields,
    answer: done,
    touches: ['pairs', 'pair'],
    waits: true,
  },
  listExpected: {
    at: 'GET /api/pairs/:tag/expected',
    summary:
      'What the other pairs of its edition let expect of a pair, carried to its size and wear.',
    params: z.object({ tag: z.string().max(16) }),
    query: readings.expectedTerms,
    answer: z.array(readings.expectedFigure),
  },
  describeSession: {
    at: 'PUT /api/sessions/:id/terms',
    summary: 'Says in which configuration, how far worn and how conditioned the shoes are.',
    params: byId,
    body: readings.sessionTermsEdit,
    answer: z.object({ id: fields.id, version: z.number().int() }),
    touches: FIGURES,
    waits: true,
  },
  finishSession: {
    at: 'POST /api/sessions/:id/finish',
    summary: 'Finishes a sitting.',
    params: byId,
    body: z.object({ finishedAt: fields.moment }),
    answer: done,
    touches: ['lab', 'match', ...FIGURES],
    waits: true,
  },
  addNote: {
    at: 'POST /api/sessions/:id/notes',
    summary: 'Adds a note to a sitting.',
    params: byId,
    body: readings.newNote,
    answer: done,
    touches: ['pair'],
    waits: true,
  },
  recordReading: {
    at: 'POST /api/readings',
    summary:
      'Records a reading as typed, of a sitting, a check or a study; with supersedes it corrects.',
    body: readings.newReading,
    answer: readings.anyReading,
    touches: ['editions', 'match', 'gauge-studies', ...FIGURES],
    waits: true,
  },
  voidReading: {
    at: 'POST /api/readings/:id/void',
    summary: 'Voids a reading, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven.extend({
      turn: z
        .number()
        .int()
        .nonnegative()
        .optional()
        .describe('the id is that of a study, and this its turn'),
    }),
    answer: done,
    touches: ['lab', 'editions', 'match', 'gauge-studies', ...FIGURES],
    waits: true,
  },
  addCurve: {
    at: 'POST /api/sessions/:id/curves',
    summary: 'Keeps a curve and records the reading it gives.',
    params: byId,
    query: z.object({
      curve: fields.id,
      reading: fields.id,
      side: z.enum(SIDES),
      quantity: fields.measuredQuantity,
      instrument: fields.id,
      takenAt: fields.moment,
      from: z.coerce.number().describe('where the window of the fit begins'),
      to: z.coerce.number().describe('where it ends'),
      temperatureC: z.coerce.number().min(-60).max(80).optional(),
      humidityPct: z.coerce.number().min(0).max(100).optional(),
    }),
    takes: CSV,
    answer: readings.reading,
    touches: ['editions', ...FIGURES],
  },
  getCurve: {
    at: 'GET /api/curves/:id',
    summary: 'The samples of a curve as they were taken.',
    params: byId,
    gives: CSV,
    answer: z.string(),
  },
  windowCurve: {
    at: 'POST /api/curves/:id/window',
    summary:
      'Fits a curve in another window; the new figure supersedes the earlier, with a reason.',
    params: byId,
    body: z.object({
      readingId: fields.id,
      window: z.tuple([z.number(), z.number()]),
      reason: z.string().trim().min(1, 'a reason is missing').max(200),
    }),
    answer: readings.reading,
    touches: ['lab', ...FIGURES],
    waits: true,
  },
  importReadings: {
    at: 'POST /api/readings/import',
    summary: 'Reads a file of readings, whole or not at all; with preview=1 it only looks.',
    query: z.object({ preview: flag('preview').describe('1 only looks: nothing is written') }),
    takes: CSV,
    answer: jobs.importReport,
    touches: EVERYTHING,
  },
  importProgress: {
    at: 'GET /api/imports/:id',
    summary: 'How far an import is, by the id of its change.',
    params: byId,
    answer: jobs.importProgress,
  },
  exportReadings: {
    at: 'GET /api/readings/export',
    summary: 'Standing readings as a file.',
    query: z.object({
      pair: z.string().max(16).optional().describe('tag of one pair; left out: all'),
      semicolon: flag('semicolon').describe('1: semicolons between fields, and decimal commas'),
      job: jobs.jobName,
    }),
    gives: CSV,
    answer: z.string(),
  },
  liveGauges: {
    at: 'GET /api/gauges/live',
    summary: 'States and samples of all gauges, as server-sent events.',
    gives: 'text/event-stream',
    answer: z.string(),
  },
  placeOnGauge: {
    at: 'POST /api/gauges/place',
    summary: 'Says to a gauge which shoe and station it is held to.',
    body: placement,
    answer: z.object({ placed: z.literal(true) }),
    passing: true,
  },
  runFixture: {
    at: 'POST /api/gauges/run',
    summary: 'Starts a fixture.',
    body: placement,
    answer: z.object({ placed: z.literal(true) }),
    passing: true,
  },
} as const satisfies Record<string, Endpoint>;
