/** Addresses of the walk along a shoe. */
import { z } from 'zod';
import * as construction from './construction-records.ts';
import { byId, byTag, done, type Endpoint } from './endpoint.ts';

export const CONSTRUCTION_ENDPOINTS = {
  getWalk: {
    at: 'GET /api/pairs/:tag/walk',
    summary: 'What a pair is made of, as seen and as stated, and what that says with its figures.',
    params: byTag,
    answer: construction.walk,
  },
  getEditionParts: {
    at: 'GET /api/editions/:edition/parts',
    summary: 'What an edition is made of, by all its pairs that count.',
    params: z.object({ edition: z.string().max(160) }),
    answer: z.object({ parts: z.array(construction.madeOfPart) }),
  },
  sayPart: {
    at: 'PUT /api/pairs/:id/parts',
    summary: 'Says what a part is, as seen at this pair or as stated of its edition.',
    params: byId,
    body: construction.partAnswer,
    answer: done,
    touches: ['pair', 'figures', 'editions'],
  },
  markClaim: {
    at: 'PUT /api/claim-texts/:id/mark',
    summary: 'Says what became of a claim in words when the shoe was looked at.',
    params: byId,
    body: z.object({ mark: construction.claimMark }),
    answer: done,
    touches: ['pair', 'figures', 'editions'],
  },
} as const satisfies Record<string, Endpoint>;
