/** Addresses of the lab: instruments, protocols, people, units, what was changed and what takes long. */

import { z } from 'zod';
import { SLOPE_KINDS } from '#core/catalogue/slopes.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { schools } from './desk-records.ts';
import { byId, done, type Endpoint, EVERYTHING, FIGURES } from './endpoint.ts';
import * as fields from './fields.ts';
import * as jobs from './job-records.ts';
import * as labs from './lab-records.ts';

export const LAB_ENDPOINTS = {
  health: {
    at: 'GET /api/health',
    summary: 'Is the server up, and which database does it keep?',
    answer: z.object({
      ok: z.literal(true),
      version: z.string(),
      demo: z.boolean(),
      trouble: z.string().nullable().describe('why every change is refused; null: they are taken'),
    }),
  },
  getLab: {
    at: 'GET /api/lab',
    summary: 'Instruments, protocols, people, units and thresholds of the lab.',
    answer: labs.lab,
  },
  setUpLab: {
    at: 'POST /api/lab/setup',
    summary: 'Says which tools there are; makes the instruments and the first protocol.',
    body: z.object({ tools: z.array(z.enum(TOOL_NAMES)).min(1, 'choose at least one tool') }),
    answer: z.object({ protocolId: fields.id }),
    touches: EVERYTHING,
  },
  setUnits: {
    at: 'PUT /api/lab/units',
    summary: 'The units in which figures are shown and bare numbers are read.',
    body: labs.unitChange,
    answer: labs.unitChoices,
    touches: ['lab'],
  },
  setSender: {
    at: 'PUT /api/lab/sender',
    summary: 'Says who sends parcels: it stands on return notes issued from then on.',
    body: z.object({ sender: z.string().trim().max(300, 'at most 300 letters') }),
    answer: z.object({ sender: z.string() }),
    touches: ['lab'],
  },
  setSchools: {
    at: 'PUT /api/lab/schools',
    summary: 'Says how it is done here where practice differs.',
    body: schools,
    answer: schools,
    touches: ['lab', 'pair', 'figures'],
  },
  setNoticeable: {
    at: 'PUT /api/lab/noticeable',
    summary: 'Changes the noticeable step of a quantity, with a reason; the change is kept.',
    body: z.object({
      quantity: fields.anyQuantity,
      step: z.number().positive('a step is more than nothing').max(1000),
      reason: fields.words(200, 'a reason'),
    }),
    answer: z.object({ quantity: fields.anyQuantity, step: z.number() }),
    touches: ['lab', 'figures', 'tolerances'],
  },
  setClasses: {
    at: 'PUT /api/lab/classes',
    summary: 'Bounds the classes of a quantity otherwise, with a reason; the change is kept.',
    body: z.object({
      quantity: fields.anyQuantity,
      bounds: z
        .array(z.number().min(-1000).max(1000))
        .min(1)
        .max(12)
        .describe('where each class after the lowest begins, canonical unit, ascending'),
      reason: fields.words(200, 'a reason'),
    }),
    answer: z.object({ quantity: fields.anyQuantity, bounds: z.array(z.number()) }),
    touches: ['lab', 'figures', 'tolerances'],
  },
  takeSlope: {
    at: 'PUT /api/lab/slopes',
    summary: 'Takes over the slope that this lab found, or leaves it, with a reason.',
    body: z.object({
      quantity: fields.anyQuantity,
      by: z.enum(SLOPE_KINDS),
      taken: z.boolean(),
      reason: fields.words(200, 'a reason'),
    }),
    answer: z.object({
      quantity: fields.anyQuantity,
      by: z.enum(SLOPE_KINDS),
      inUse: z.boolean(),
    }),
    touches: ['lab', 'figures'],
  },
  listThresholds: {
    at: 'GET /api/thresholds',
    summary: 'Every change of a line that the lab drew, of any kind, the latest first.',
    answer: z.array(labs.thresholdChange),
  },
  addPerson: {
    at: 'POST /api/people',
    summary: 'Adds a person by code and role.',
    body: z.object({
      id: fields.id,
      code: z
        .string()
        .trim()
        .regex(
          /^[A-Za-z0-9][A-Za-z0-9 -]{0,11}$/,
          'a code is short: letters and digits, such as B1',
        ),
      role: z.enum(['bench', 'tester']),
    }),
    answer: done,
    touches: ['lab'],
  },
  saveInstrument: {
    at: 'PUT /api/instruments/:id',
    summary: 'Adds an instrument or changes one; its readings and calibrations stay.',
    params: byId,
    body: labs.instrumentFields,
    answer: done,
    touches: ['lab', 'match', ...FIGURES],
  },
  addCalibration: {
    at: 'POST /api/instruments/:id/calibrations',
    summary: 'Adds a calibration; readings taken from its date on lean on it.',
    params: byId,
    body: labs.calibrationFields,
    answer: done,
    touches: ['lab', 'match', ...FIGURES],
  },
  addDriftCheck: {
    at: 'POST /api/instruments/:id/drift-checks',
    summary: 'Adds a check of an instrument against a reference piece.',
    params: byId,
    body: labs.driftFields,
    answer: done,
    touches: ['lab'],
  },
  getRecall: {
    at: 'GET /api/instruments/:id/recall',
    summary:
      'Every reading, verdict and sheet an instrument touched, and what becomes of them without it.',
    params: byId,
    query: z.object({ since: z.iso.date().optional(), job: jobs.jobName }),
    answer: jobs.recall,
  },
  recallInstrument: {
    at: 'POST /api/instruments/:id/recall',
    summary: 'Voids every standing reading of an instrument since a day, with a reason.',
    params: byId,
    body: z.object({
      since: z.iso.date('a date is written 2026-03-14'),
      reason: z.string().trim().min(1, 'a reason is missing').max(200),
    }),
    answer: z.object({ voided: z.number().int() }),
    touches: ['lab', 'editions', ...FIGURES],
  },
  saveProtocol: {
    at: 'POST /api/protocols',
    summary: 'Adds a protocol, changes an unused one, or makes a new version of a used one.',
    body: labs.protocolFields,
    answer: z.object({ id: fields.id, version: z.number().int() }),
    touches: ['lab', 'match', ...FIGURES],
  },
  addOwnQuantity: {
    at: 'POST /api/quantities',
    summary: 'Adds a quantity of the lab’s own to the catalogue.',
    body: labs.ownQuantityFields,
    answer: z.object({ id: z.string() }),
    touches: ['lab'],
  },
  saveUse: {
    at: 'PUT /api/uses/:name',
    summary: 'Keeps a use that the lab copied and changed, with its protocol.',
    params: z.object({ name: fields.disciplineName }),
    body: labs.ownUseFields.omit({ name: true }),
    answer: z.object({ name: z.string(), protocolId: fields.id }),
    touches: EVERYTHING,
  },
  jobProgress: {
    at: 'GET /api/jobs/:id',
    summary: 'How far a long request is, by the name it was given.',
    params: byId,
    answer: jobs.jobProgress,
  },
  stopJob: {
    at: 'DELETE /api/jobs/:id',
    summary: 'Stops a long request.',
    params: byId,
    answer: z.object({ id: fields.id }),
    passing: true,
  },
} as const satisfies Record<string, Endpoint>;
