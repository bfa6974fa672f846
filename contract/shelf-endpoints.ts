/** Addresses of the shelf. */
import { z } from 'zod';
import { done, type Endpoint } from './endpoint.ts';
import * as shelves from './shelf-records.ts';

export const SHELF_ENDPOINTS = {
  getShelf: {
    at: 'GET /api/shelf',
    summary: 'Editions, or the pairs of a tester, as one table that answers to what is typed.',
    query: shelves.shelfAsked,
    answer: shelves.shelf,
  },
  getLike: {
    at: 'GET /api/shelf/like/:edition',
    summary: 'What is nearest to an edition in noticeable steps, and what drives it.',
    params: z.object({ edition: z.string().max(160) }),
    query: shelves.likeAsked,
    answer: shelves.likeAnswer,
  },
  getOneOrTwo: {
    at: 'GET /api/shelf/one-or-two',
    summary: 'One pair for two uses, or two.',
    query: shelves.oneOrTwoAsked,
    answer: shelves.oneOrTwoAnswer,
  },
  setOwnPlace: {
    at: 'PUT /api/shelf/order',
    summary: 'Puts an edition before another in the own order of a use.',
    body: shelves.ownPlace,
    answer: done,
    touches: ['figures'],
  },
} as const satisfies Record<string, Endpoint>;
