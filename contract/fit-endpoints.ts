/** Addresses of fit: shoes tried on. */
import { z } from 'zod';
import { KNOWN_FITS } from '#core/fit/foot.ts';
import { editionDeviation } from './deviation-records.ts';
import { byId, byTag, done, type Endpoint, reasonGiven } from './endpoint.ts';
import * as fits from './fit-records.ts';
import * as insoles from './insole-records.ts';
import * as sizes from './sizing-records.ts';

const byCode = z.object({ code: z.string().trim().min(1, 'the code is missing').max(20) });

export const FIT_ENDPOINTS = {
  getFit: {
    at: 'GET /api/pairs/:tag/fit',
    summary: 'What is known of how a pair fits, and what of its shoe is made.',
    params: byTag,
    answer: fits.fitOfPair,
  },
  addTryOn: {
    at: 'POST /api/pairs/:id/try-ons',
    summary: 'Keeps a try-on, with what the rules say of it and what a person decided.',
    params: byId,
    body: fits.tryOnFields,
    answer: z.object({ id: byId.shape.id, words: z.string() }),
    touches: ['pair', 'pairs'],
  },
  withdrawTryOn: {
    at: 'POST /api/try-ons/:id/withdrawal',
    summary: 'Withdraws a try-on, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['pair', 'pairs'],
  },
  getTester: {
    at: 'GET /api/testers/:code',
    summary: 'What is known of a tester: feet, known shoes, try-ons. Private; no sheet shows it.',
    params: byCode,
    answer: fits.testerRecord,
  },
  saveTester: {
    at: 'PUT /api/testers/:code',
    summary: 'Keeps what is known of a tester’s feet, and the shoes that fit them.',
    params: byCode,
    body: fits.footProfile,
    answer: z.object({ code: z.string() }),
    touches: ['pair'],
  },
  eraseTester: {
    at: 'POST /api/testers/:code/erasure',
    summary: 'Erases a tester’s feet and known shoes; try-ons stay, by the code alone.',
    params: byCode,
    body: reasonGiven,
    answer: z.object({
      code: z.string(),
      changes: z.number().int().describe('blanked in the record'),
    }),
    touches: ['pair', 'lab'],
  },
  getLabelsBetween: {
    at: 'GET /api/labels-between',
    summary:
      'From the label that fits in one edition to the label to take in another, with the evidence.',
    query: z.object({
      from: z.string().max(160),
      to: z.string().max(160),
      label: z.string().max(30).describe('slug of a label: uk-9'),
      width: z.string().max(40).optional(),
      fits: z.enum(KNOWN_FITS).default('right'),
    }),
    answer: fits.labelsBetween,
  },
  getLabelMatrix: {
    at: 'GET /api/label-matrix',
    summary: 'From every edition to every other of which anything is known: what to take.',
    answer: sizes.labelMatrix,
  },
  getInsides: {
    at: 'GET /api/insides',
    summary: 'Inside and insole lengths of the editions that were measured, for a ruler.',
    answer: sizes.insides,
  },
  getRecommendations: {
    at: 'GET /api/recommendations',
    summary: 'For a foot, a sock and a use: the label that is made, and how sure that is.',
    query: sizes.footAsked,
    answer: sizes.recommendations,
  },
  getDeviation: {
    at: 'GET /api/editions/:edition/deviation',
    summary: 'How far the label of an edition is from true, each kind of evidence by itself.',
    params: z.object({ edition: z.string().max(160) }),
    answer: editionDeviation,
  },
  setFitsTrue: {
    at: 'POST /api/editions/:id/fits-true',
    summary: 'Names an edition as one that fits true on its label, or no longer.',
    params: byId,
    body: z.object({ fitsTrue: z.boolean() }),
    answer: done,
    touches: ['editions', 'pair', 'figures'],
  },
  listNamedParts: {
    at: 'GET /api/named-parts',
    summary: 'Insoles and laces by their names, and which pair each is in since when.',
    answer: z.object({ rows: z.array(insoles.namedPart) }),
  },
  saveNamedPart: {
    at: 'PUT /api/named-parts/:id',
    summary: 'Keeps an insole or laces by a name, with their lengths.',
    params: byId,
    body: insoles.namedPartFields.omit({ id: true }),
    answer: done,
    touches: ['pair'],
  },
  moveNamedPart: {
    at: 'POST /api/named-parts/:id/places',
    summary: 'Puts an insole or laces into a pair, out of the one they are in; or out of it.',
    params: byId,
    body: insoles.partMove,
    answer: done,
    touches: ['pair', 'pairs'],
  },
} as const satisfies Record<string, Endpoint>;
