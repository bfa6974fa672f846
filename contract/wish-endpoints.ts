/** Addresses of the wish list. */
import { byId, done, type Endpoint, reasonGiven } from './endpoint.ts';
import * as wishes from './wish-records.ts';

export const WISH_ENDPOINTS = {
  listWishes: {
    at: 'GET /api/wishes',
    summary: 'Pairs that are promised, wished for or asked for, those struck off last.',
    answer: wishes.wishList,
  },
  addWish: {
    at: 'POST /api/wishes',
    summary: 'Puts a pair on the wish list, with why.',
    body: wishes.wishFields,
    answer: done,
    touches: ['editions'],
  },
  closeWish: {
    at: 'POST /api/wishes/:id/closing',
    summary: 'Strikes a wish off, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['editions'],
  },
} as const satisfies Record<string, Endpoint>;
