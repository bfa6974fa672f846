/** Addresses at which something is put right, and at which that is seen and undone. */
import { z } from 'zod';
import * as corrections from './correction-records.ts';
import { claimTextFields, editionFields, newClaim, reportedFields } from './edition-records.ts';
import { byId, done, type Endpoint, EVERYTHING, reasonGiven } from './endpoint.ts';
import * as fields from './fields.ts';

const kind = z.enum(corrections.NAMED);

export const CORRECTION_ENDPOINTS = {
  getEdition: {
    at: 'GET /api/editions/:edition/record',
    summary: 'One edition with its claims, reported figures and pairs, to be put right.',
    params: z.object({ edition: z.string().max(160) }),
    answer: corrections.correctable,
  },
  rename: {
    at: 'PUT /api/names/:id',
    summary: 'Renames a maker, model or edition; former addresses lead on.',
    params: byId,
    body: z.object({ kind, name: z.string().trim().max(80) }),
    answer: done,
    touches: EVERYTHING,
  },
  getMerge: {
    at: 'GET /api/names/:id/merge',
    summary: 'What merging one maker, model or edition into another would move.',
    params: byId,
    query: z.object({ kind, into: fields.id }),
    answer: corrections.mergePlan,
  },
  findNamed: {
    at: 'GET /api/names/:id/same',
    summary: 'The maker, model or edition beside this one that has a name already.',
    params: byId,
    query: z.object({ kind, name: z.string().trim().max(80) }),
    answer: z.object({ id: fields.id.nullable() }),
  },
  merge: {
    at: 'POST /api/names/:id/merge',
    summary: 'Merges a maker, model or edition into another that is the same.',
    params: byId,
    body: z.object({
      kind,
      into: fields.id,
      oneBuild: z
        .boolean()
        .default(false)
        .describe('two builds by their names are one all the same'),
    }),
    answer: z.object({ id: fields.id, editionSlug: z.string() }),
    touches: EVERYTHING,
  },
  setMade: {
    at: 'PUT /api/editions/:id/made',
    summary: 'Corrects the sizes, widths and colours that an edition is made in.',
    params: byId,
    body: editionFields
      .omit({ name: true, uses: true })
      .extend({ sample: fields.sizeLabel.nullable().default(null) }),
    answer: done,
    touches: ['pair', 'editions', 'figures'],
  },
  movePair: {
    at: 'PUT /api/pairs/:id/edition',
    summary: 'Moves a pair to another edition, with all that was read of it.',
    params: byId,
    body: z.object({
      edition: z.string().max(160).describe('slug of the edition it is of'),
      noteStays: z
        .boolean()
        .default(false)
        .describe('a return note that was issued keeps the name it was issued with'),
    }),
    answer: z.object({ id: fields.id, editionSlug: z.string() }),
    touches: EVERYTHING,
  },
  freeTag: {
    at: 'POST /api/pairs/:id/tag-freed',
    summary: 'Gives the tag of a pair on the shelf free for another pair.',
    params: byId,
    answer: z.object({ id: fields.id, tag: z.string().describe('what the pair is called now') }),
    touches: EVERYTHING,
  },
  moveSitting: {
    at: 'PUT /api/sessions/:id/pair',
    summary: 'Moves a sitting that was taken on the wrong pair.',
    params: byId,
    body: z.object({ tag: z.string().trim().max(16) }),
    answer: done,
    touches: EVERYTHING,
  },
  reopenSitting: {
    at: 'POST /api/sessions/:id/reopening',
    summary: 'Reopens a sitting that was finished by mistake.',
    params: byId,
    answer: done,
    touches: EVERYTHING,
  },
  correctClaim: {
    at: 'PUT /api/claims/:id',
    summary: 'Corrects a claim; what stood before stays, struck out.',
    params: byId,
    body: z
      .object({
        claims: z.array(newClaim).max(60, 'at most 60 claims at once').default([]),
        claimTexts: z.array(claimTextFields).max(60, 'at most 60 claims at once').default([]),
      })
      .refine(({ claims, claimTexts }) => claims.length + claimTexts.length > 0, {
        path: ['claims'],
        message: 'nothing is claimed; withdraw the claim instead',
      }),
    answer: z.object({ ids: z.array(fields.id) }),
    touches: ['pair', 'editions', 'figures', 'studies'],
  },
  correctReported: {
    at: 'PUT /api/reported/:id',
    summary: 'Corrects a reported figure.',
    params: byId,
    body: reportedFields.omit({ id: true }),
    answer: done,
    touches: ['pair', 'editions', 'figures'],
  },
  withdrawReported: {
    at: 'POST /api/reported/:id/withdrawal',
    summary: 'Withdraws a reported figure, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['pair', 'editions', 'figures'],
  },
  undoChange: {
    at: 'POST /api/changes/:id/undo',
    summary: 'Undoes a correction by its opposite.',
    params: byId,
    answer: done,
    touches: EVERYTHING,
  },
  blankChange: {
    at: 'POST /api/changes/:id/blanking',
    summary: 'Takes out of the audit what a change said, with a reason; that it was stays.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['lab'],
  },
  listChanges: {
    at: 'GET /api/changes',
    summary: 'Who changed what, newest first.',
    query: fields.pageQuery.omit({ find: true }).extend({
      pair: z.string().max(16).optional().describe('its tag'),
      edition: z.string().max(160).optional().describe('its slug'),
      instrument: fields.id.optional(),
      person: z.string().max(20).optional(),
    }),
    answer: corrections.changePage,
  },
} as const satisfies Record<string, Endpoint>;
