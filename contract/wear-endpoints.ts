/** Addresses of wear: outings, totals, looks and decisions. */
import { z } from 'zod';
import * as due from './due-records.ts';
import { byId, byTag, CSV, done, type Endpoint, flag, reasonGiven } from './endpoint.ts';
import * as life from './life-records.ts';
import * as wear from './wear-records.ts';

const said = z.object({ id: byId.shape.id, km: z.number().describe('worn by now') });

export const WEAR_ENDPOINTS = {
  getWear: {
    at: 'GET /api/pairs/:tag/wear',
    summary: 'How far a pair was worn, what its signs and lines come to, and what was decided.',
    params: byTag,
    answer: wear.wearOfPair,
  },
  addOuting: {
    at: 'POST /api/pairs/:id/outings',
    summary: 'Keeps an outing of a pair: how far, on what, how it felt.',
    params: byId,
    body: wear.outingFields,
    answer: said,
    touches: ['pair', 'pairs'],
  },
  addOutings: {
    at: 'POST /api/outings',
    summary: 'Keeps several outings together, all or none: from routes that were looked at.',
    body: z.object({
      outings: z
        .array(wear.outingFields.extend({ tag: byTag.shape.tag }))
        .min(1, 'no outing')
        .max(100, 'at most 100 outings at once'),
    }),
    answer: z.object({ added: z.number().int(), alreadyThere: z.number().int() }),
    touches: ['pair', 'pairs'],
  },
  importOutings: {
    at: 'POST /api/outings/import',
    summary: 'Reads a file of outings, whole or not at all; with preview=1 it only looks.',
    query: z.object({ preview: flag('preview').describe('1 only looks: nothing is written') }),
    takes: CSV,
    answer: z.object({
      preview: z.boolean(),
      added: z.number().int(),
      alreadyThere: z.number().int().describe('kept before: left out'),
      pairs: z.number().int(),
    }),
    touches: ['pair', 'pairs'],
  },
  exportOutings: {
    at: 'GET /api/outings/export',
    summary: 'Outings that stand, as a file that reads back to the same.',
    query: z.object({
      pair: z.string().max(16).optional().describe('tag of one pair; left out: all'),
    }),
    gives: CSV,
    answer: z.string(),
  },
  getDue: {
    at: 'GET /api/due',
    summary:
      'Everything that is due in the house: looks, returns, loans, calibrations, second looks.',
    answer: due.dueList,
  },
  getCalendar: {
    at: 'GET /api/due/calendar',
    summary: 'The same as a calendar file (iCalendar, RFC 5545).',
    gives: 'text/calendar',
    answer: z.string(),
  },
  addSecondLook: {
    at: 'POST /api/second-looks',
    summary: 'Keeps a second look that was promised to readers: on a day, or at a distance.',
    body: due.secondLookFields,
    answer: done,
    touches: ['pairs'],
  },
  endSecondLook: {
    at: 'POST /api/second-looks/:id/end',
    summary: 'Says that a second look was done, or dropped.',
    params: byId,
    body: due.secondLookEnd,
    answer: done,
    touches: ['pairs'],
  },
  getWearTerms: {
    at: 'GET /api/wear/terms',
    summary:
      'When pairs are looked at, how long they last, what is worn through: by use, with history.',
    answer: due.wearTermsOfUses,
  },
  setWearTerms: {
    at: 'PUT /api/wear/terms',
    summary: 'Draws a line of wear elsewhere, with a reason; the change is kept.',
    body: due.wearTermsChange,
    answer: z.object({ kind: z.string() }),
    touches: ['pairs', 'pair', 'lab'],
  },
  getEditionLife: {
    at: 'GET /api/editions/:edition/life',
    summary: 'How long the pairs of an edition last, what ends them, and what that costs.',
    params: z.object({ edition: z.string().max(120) }),
    answer: life.editionLife,
  },
  getRotation: {
    at: 'GET /api/testers/:code/rotation',
    summary: 'The pairs of a tester: which goes out tomorrow and why, and when each ends.',
    params: z.object({ code: z.string().max(20) }),
    query: z.object({
      km: z.coerce.number().positive('how far is more than nothing').max(200).optional(),
      purpose: z.string().max(40).default(''),
      surface: z.string().max(20).default(''),
      ground: z.enum(['', 'dry', 'wet', 'ice']).default(''),
      without: z.string().max(16).default('').describe('tag of a pair that is thought away'),
    }),
    answer: life.rotation,
  },
  setPairJob: {
    at: 'PUT /api/pairs/:id/job',
    summary: 'Says what a pair is for in a rotation: purposes, grounds, season, ceiling.',
    params: byId,
    body: life.pairJob,
    answer: done,
    touches: ['pairs', 'pair'],
  },
  getPanel: {
    at: 'GET /api/panel',
    summary:
      'Who wears what next, week by week, so that testers and editions are balanced; results with the tester taken out.',
    query: z.object({
      editions: z
        .string()
        .max(2000)
        .default('')
        .describe('slugs parted by commas; empty: all that are worn'),
      yardstick: z.string().max(120).default(''),
    }),
    answer: life.panel,
  },
  changeOuting: {
    at: 'PUT /api/outings/:id',
    summary: 'Changes what was said of an outing; what it said before can be had back.',
    params: byId,
    body: wear.outingFields.omit({ id: true }),
    answer: done,
    touches: ['pair', 'pairs'],
  },
  giveToTester: {
    at: 'POST /api/pairs/:id/wearers',
    summary: 'Gives a pair to a tester, on whose page it stands then, or takes it back.',
    params: byId,
    body: z.object({ tester: wear.outingFields.shape.tester, given: z.boolean() }),
    answer: done,
    touches: ['pair'],
  },
  withdrawOuting: {
    at: 'POST /api/outings/:id/withdrawal',
    summary: 'Withdraws an outing, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['pair', 'pairs'],
  },
  addOdometer: {
    at: 'POST /api/pairs/:id/odometers',
    summary: 'Keeps a total that was known on a day, with its doubt: it stands for all before it.',
    params: byId,
    body: wear.odometerFields,
    answer: said,
    touches: ['pair', 'pairs'],
  },
  withdrawOdometer: {
    at: 'POST /api/odometers/:id/withdrawal',
    summary: 'Withdraws a total, with a reason.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['pair', 'pairs'],
  },
  addWearCheck: {
    at: 'POST /api/pairs/:id/wear-checks',
    summary: 'Keeps what was seen of a worn pair, and says what all its signs come to.',
    params: byId,
    body: wear.wearCheckFields,
    answer: z.object({ id: byId.shape.id, words: z.string() }),
    touches: ['pair', 'pairs'],
  },
  withdrawWearCheck: {
    at: 'POST /api/wear-checks/:id/withdrawal',
    summary: 'Withdraws a look at a worn pair, with a reason.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['pair', 'pairs'],
  },
  decideWear: {
    at: 'POST /api/pairs/:id/wear-decisions',
    summary:
      'Decides that a worn pair goes on, goes to another use, is retired, lost or given away.',
    params: byId,
    body: wear.wearDecisionFields,
    answer: z.object({ id: byId.shape.id, words: z.string() }),
    touches: ['pair', 'pairs'],
  },
  withdrawWearDecision: {
    at: 'POST /api/wear-decisions/:id/withdrawal',
    summary: 'Withdraws a decision on a worn pair, with a reason.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['pair', 'pairs'],
  },
} as const satisfies Record<string, Endpoint>;
