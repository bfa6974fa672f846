/** Addresses of what answers questions: rules of uses, the choice of a shoe, the desk, practice. */
import { z } from 'zod';
import * as choices from './choice-records.ts';
import type { Endpoint } from './endpoint.ts';
import * as fields from './fields.ts';
import { limits } from './lab-records.ts';

export const GUIDE_ENDPOINTS = {
  getSuits: {
    at: 'GET /api/editions/:edition/suits',
    summary: 'How an edition answers the rules of a use, with what speaks for it and against.',
    params: z.object({ edition: z.string().max(160) }),
    query: choices.suitsAsked,
    answer: choices.suitsAnswer,
  },
  getChoice: {
    at: 'GET /api/choice',
    summary:
      'Three to five editions for a use, a foot and what matters, with why; or none of them.',
    query: choices.choiceAsked,
    answer: choices.choice,
  },
  setRule: {
    at: 'PUT /api/lab/rules',
    summary: 'Draws a line of a rule elsewhere, for a use or for all, with a reason.',
    body: z.object({
      rule: z.string().trim().max(60),
      of: fields.anyQuantity,
      use: z.string().trim().max(60).default('').describe('empty: wherever the rule holds'),
      limits,
      reason: fields.words(200, 'a reason'),
    }),
    answer: z.object({ rule: z.string(), of: z.string() }),
    touches: ['lab', 'figures', 'tolerances', 'pair'],
  },
} as const satisfies Record<string, Endpoint>;
