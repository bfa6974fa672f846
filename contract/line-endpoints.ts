/** Addresses of lines of versions, and of prices seen. */
import { z } from 'zod';
import { byId, done, type Endpoint, reasonGiven } from './endpoint.ts';
import * as lines from './line-records.ts';

export const LINE_ENDPOINTS = {
  getLine: {
    at: 'GET /api/editions/:edition/line',
    summary: 'The line of versions that an edition stands in, with what each step changed.',
    params: z.object({ edition: z.string().max(160) }),
    answer: lines.versionLine,
  },
  placeInLine: {
    at: 'PUT /api/editions/:id/line',
    summary:
      'Says what an edition follows, of what it is another width or colour, and if it is still made.',
    params: byId,
    body: lines.placeInLine,
    answer: done,
    touches: ['editions', 'figures'],
  },
  addPrice: {
    at: 'POST /api/editions/:id/prices',
    summary: 'Keeps a price that was seen, with where and when.',
    params: byId,
    body: lines.priceSeenFields,
    answer: done,
    touches: ['editions', 'figures'],
  },
  withdrawPrice: {
    at: 'POST /api/prices/:id/withdrawal',
    summary: 'Withdraws a price that was seen; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['editions', 'figures'],
  },
} as const satisfies Record<string, Endpoint>;
