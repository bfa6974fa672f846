/** Addresses of editions, their claims and reported figures. */
import { z } from 'zod';
import * as editions from './edition-records.ts';
import { byId, done, type Endpoint, reasonGiven, typedNames } from './endpoint.ts';
import * as fields from './fields.ts';
import { editionWithoutPair } from './pair-records.ts';

export const EDITION_ENDPOINTS = {
  listEditions: {
    at: 'GET /api/editions',
    summary: 'Editions with the labels of their pairs: by name, by pairs measured, or by words.',
    query: fields.pageQuery.extend({
      measured: z.literal('only').optional().describe('those of which a pair was measured'),
    }),
    answer: editions.editionPage,
  },
  addEdition: {
    at: 'POST /api/editions',
    summary: 'Keeps an edition without a pair, by what is stated of it.',
    body: editionWithoutPair,
    answer: z.object({ id: fields.id, editionSlug: z.string() }),
    touches: ['editions', 'figures'],
  },
  getEditionRow: {
    at: 'GET /api/editions/:edition/row',
    summary: 'The row of one edition.',
    params: z.object({ edition: z.string().max(160) }),
    answer: editions.editionRow,
  },
  listNames: {
    at: 'GET /api/names',
    summary: 'Names that are known already, for the names typed so far.',
    query: typedNames,
    answer: editions.knownNames,
  },
  addClaims: {
    at: 'POST /api/editions/:id/claims',
    summary: 'Adds claims to an edition; one that stands there already is not doubled.',
    params: byId,
    body: z
      .object({
        claims: z.array(editions.newClaim).max(60, 'at most 60 claims at once').default([]),
        claimTexts: z
          .array(editions.claimTextFields)
          .max(60, 'at most 60 claims at once')
          .default([]),
      })
      .refine(({ claims, claimTexts }) => claims.length + claimTexts.length > 0, {
        path: ['claims'],
        message: 'nothing is claimed',
      }),
    answer: z.object({ ids: z.array(fields.id) }),
    touches: ['pair', 'editions', 'figures', 'studies'],
  },
  withdrawClaim: {
    at: 'POST /api/claims/:id/withdrawal',
    summary: 'Withdraws a claim, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['pair', 'editions', 'figures', 'studies'],
  },
  addReported: {
    at: 'POST /api/editions/:id/reported',
    summary: "Adds someone else's figure of an edition, with source and date.",
    params: byId,
    body: editions.reportedFields,
    answer: done,
    touches: ['pair', 'figures'],
  },
  setUses: {
    at: 'PUT /api/editions/:id/uses',
    summary: 'Says what an edition is for: protocol, tolerances and cautions follow.',
    params: byId,
    body: z.object({ uses: editions.uses }),
    answer: done,
    touches: ['pair', 'match', 'editions', 'figures'],
  },
} as const satisfies Record<string, Endpoint>;
