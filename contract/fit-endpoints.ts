/** Addresses of fit: shoes tried on. */
import { z } from 'zod';
import { KNOWN_FITS } from '#core/fit/foot.ts';
import { byId, byTag, done, type Endpoint, reasonGiven } from './endpoint.ts';
import * as fits from './fit-records.ts';

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
} as const satisfies Record<string, Endpoint>;
