/** Addresses of the check of left against right. */
import { z } from 'zod';
import { byId, byTag, done, type Endpoint } from './endpoint.ts';
import * as fields from './fields.ts';
import { issuedRecord } from './issued-records.ts';
import * as match from './match-records.ts';

export const MATCH_ENDPOINTS = {
  getMatch: {
    at: 'GET /api/pairs/:tag/match',
    summary: 'The match checks of a pair, and the terms they are judged by.',
    params: byTag,
    answer: match.matchRecord,
  },
  startMatch: {
    at: 'POST /api/matches',
    summary: 'Begins a check of left against right.',
    body: match.matchStart,
    answer: done,
    touches: ['pairs', 'match'],
    waits: true,
  },
  seeMatch: {
    at: 'PUT /api/matches/:id/seen',
    summary: 'Says what was seen now: a label, a footbed mark, a look, a feature left out.',
    params: byId,
    body: match.matchLook,
    answer: done,
    touches: ['match'],
    waits: true,
  },
  decideMatch: {
    at: 'POST /api/matches/:id/decision',
    summary: 'Decides a check: keep, keep and note, or return.',
    params: byId,
    body: match.matchDecision,
    answer: z.object({ id: fields.id, words: z.string() }),
    touches: ['lab', 'pairs', 'match', 'figures', 'studies'],
  },
  getReturnNote: {
    at: 'GET /api/matches/:id/return-note.pdf',
    summary: 'The return note of a check that was decided: return.',
    params: byId,
    gives: 'application/pdf',
    answer: z.string(),
  },
  nameMatchFeature: {
    at: 'PUT /api/models/:id/match-features',
    summary: 'Names the outsole feature of a model that is compared.',
    params: byId,
    body: z.object({
      feature: fields.matchFeatureId,
      name: z.string().trim().min(1, 'a name is missing').max(60),
    }),
    answer: done,
    touches: ['match'],
  },
  listIssued: {
    at: 'GET /api/issued',
    summary: 'What was issued of a check: its decisions and return notes, as they were.',
    query: z.object({ subject: fields.id }),
    answer: z.array(issuedRecord),
  },
  listTolerances: {
    at: 'GET /api/tolerances',
    summary: 'Left-right tolerances by feature and discipline, with every change.',
    answer: match.toleranceHistory,
  },
  setTolerance: {
    at: 'POST /api/tolerances',
    summary: 'Changes a left-right tolerance, with a reason; the change is kept.',
    body: match.toleranceChange,
    answer: done,
    touches: ['tolerances', 'match'],
  },
} as const satisfies Record<string, Endpoint>;
