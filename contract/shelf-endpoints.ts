/** Addresses of the shelf. */
import { done, type Endpoint } from './endpoint.ts';
import * as shelves from './shelf-records.ts';

export const SHELF_ENDPOINTS = {
  getShelf: {
    at: 'GET /api/shelf',
    summary: 'Editions, or the pairs of a tester, as one table that answers to what is typed.',
    query: shelves.shelfAsked,
    answer: shelves.shelf,
  },
  setOwnPlace: {
    at: 'PUT /api/shelf/order',
    summary: 'Puts an edition before another in the own order of a use.',
    body: shelves.ownPlace,
    answer: done,
    touches: ['figures'],
  },
} as const satisfies Record<string, Endpoint>;
