/** Addresses of fit: shoes tried on. */
import { z } from 'zod';
import { byId, byTag, done, type Endpoint, reasonGiven } from './endpoint.ts';
import * as fits from './fit-records.ts';

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
} as const satisfies Record<string, Endpoint>;
