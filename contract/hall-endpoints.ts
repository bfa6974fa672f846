/** The bench's side of the hall: it is opened and closed, and links are made and ended. */
import { z } from 'zod';
import { byId, done, type Endpoint } from './endpoint.ts';
import { id } from './fields.ts';
import * as hall from './hall-records.ts';

export const HALL_ENDPOINTS = {
  getHall: {
    at: 'GET /api/hall',
    summary: 'Whether the hall is open, where, and which links open it.',
    answer: hall.hallState,
  },
  openHall: {
    at: 'POST /api/hall/opening',
    summary: 'Opens the hall: the page of testers on the network, and nothing else.',
    body: hall.hallAt,
    answer: hall.hallState,
    passing: true,
  },
  closeHall: {
    at: 'DELETE /api/hall/opening',
    summary: 'Closes the hall; links stay, and open nothing until it is open again.',
    answer: hall.hallState,
    passing: true,
  },
  addHallLink: {
    at: 'POST /api/hall/links',
    summary:
      'Makes a link for a tester, or for pictures of one pair; its secret is told to nobody, only its hash.',
    body: z
      .object({
        id,
        tester: z.string().trim().max(20).nullable().default(null),
        pairId: id.nullable().default(null),
        secretHash: hall.secretHash.describe('of 256 random bits, which stay in the browser'),
      })
      .refine(
        ({ tester, pairId }) => (tester === null) !== (pairId === null),
        'a link is for a tester, or for a pair',
      ),
    answer: done,
    touches: ['lab'],
  },
  endHallLink: {
    at: 'POST /api/hall/links/:id/end',
    summary: 'Ends a link: it opens nothing any more.',
    params: byId,
    answer: done,
    touches: ['lab'],
  },
} as const satisfies Record<string, Endpoint>;
