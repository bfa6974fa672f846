/** Addresses of pairs and their photographs. */
import { z } from 'zod';
import { byId, byTag, done, type Endpoint, FIGURES, reasonGiven, typedNames } from './endpoint.ts';
import * as fields from './fields.ts';
import * as match from './match-records.ts';
import * as pairs from './pair-records.ts';

export const PAIR_ENDPOINTS = {
  listPairs: {
    at: 'GET /api/pairs',
    summary: 'Pairs, a row each: those on the table or the shelf by tag, or those found by words.',
    query: fields.pageQuery.extend({ shelf: z.enum(['table', 'shelf']).optional() }),
    answer: pairs.pairPage,
  },
  getPairRow: {
    at: 'GET /api/pairs/:tag/row',
    summary: 'The row of one pair.',
    params: byTag,
    answer: pairs.pairRow,
  },
  suggestTag: {
    at: 'GET /api/tags/next',
    summary: 'The next free tag for a pair of a maker and a model.',
    query: typedNames,
    answer: z.object({ tag: z.string() }),
  },
  getPair: {
    at: 'GET /api/pairs/:tag',
    summary: 'One pair with its edition, claims, sessions and readings.',
    params: byTag,
    answer: pairs.pairRecord,
  },
  receivePair: {
    at: 'POST /api/receipts',
    summary: 'Receives a pair: its maker, model and edition are found by name or made with it.',
    body: pairs.receipt,
    answer: z.object({
      id: fields.id,
      tag: z.string(),
      editionId: fields.id,
      editionSlug: z.string(),
    }),
    touches: ['pairs', 'pair', 'match', 'editions', 'figures', 'studies'],
  },
  editPair: {
    at: 'PUT /api/pairs/:id',
    summary: 'Changes a pair; refused where another change came first.',
    params: byId,
    body: pairs.pairEdit,
    answer: z.object({ id: fields.id, version: z.number().int(), tag: z.string() }),
    touches: ['match', 'editions', ...FIGURES],
  },
  countPair: {
    at: 'PUT /api/pairs/:id/counts',
    summary: 'Includes a rejected pair in the figures of its model, or leaves it out again.',
    params: byId,
    body: z.object({
      reason: z.string().trim().max(200).describe('why it counts all the same; empty: left out'),
    }),
    answer: done,
    touches: ['lab', 'pairs', 'match', 'figures', 'studies'],
  },
  listPhotographs: {
    at: 'GET /api/photographs',
    summary: 'The photographs of a pair, a check or a note.',
    query: match.photographFields.pick({ subjectKind: true, subjectId: true }),
    answer: z.array(match.photograph),
  },
  addPhotograph: {
    at: 'POST /api/photographs',
    summary: 'Keeps a photograph, JPEG, PNG or WebP.',
    query: match.photographFields.extend({ photograph: fields.id }),
    takes: 'image/*',
    answer: match.photograph,
    touches: ['photographs'],
  },
  getPhotograph: {
    at: 'GET /api/photographs/:id/full',
    summary: 'A photograph, re-encoded without metadata.',
    params: byId,
    gives: 'image/webp',
    answer: z.string(),
  },
  getThumbnail: {
    at: 'GET /api/photographs/:id/small',
    summary: 'A photograph, small.',
    params: byId,
    gives: 'image/webp',
    answer: z.string(),
  },
  captionPhotograph: {
    at: 'PUT /api/photographs/:id',
    summary: 'Changes the side and caption of a photograph.',
    params: byId,
    body: match.photographFields.pick({ side: true, caption: true }),
    answer: done,
    touches: ['photographs'],
  },
  removePhotograph: {
    at: 'POST /api/photographs/:id/removal',
    summary: 'Removes a photograph and its file; copies in earlier backups stay.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['photographs'],
  },
} as const satisfies Record<string, Endpoint>;
