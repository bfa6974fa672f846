/** Addresses of what answers questions: rules of uses, the choice of a shoe, the desk, practice. */
import { z } from 'zod';
import * as choices from './choice-records.ts';
import * as desks from './desk-records.ts';
import { type Endpoint, reasonGiven } from './endpoint.ts';
import * as fields from './fields.ts';
import { limits } from './lab-records.ts';

const byId = z.object({ id: fields.id });

export const GUIDE_ENDPOINTS = {
  getDesk: {
    at: 'GET /api/desk',
    summary: 'What is reviewed next and why, questions to makers, how the shelf is balanced.',
    answer: desks.desk,
  },
  setPurse: {
    at: 'PUT /api/desk/purse',
    summary: 'What there is to spend on the next pair; null: nobody says.',
    body: desks.purse,
    answer: desks.purse,
    touches: ['editions'],
  },
  listQuestions: {
    at: 'GET /api/editions/:edition/questions',
    summary: 'What its maker was asked of an edition, and answered.',
    params: z.object({ edition: z.string().max(160) }),
    answer: z.object({ questions: z.array(desks.makerQuestion) }),
  },
  askMaker: {
    at: 'POST /api/maker-questions',
    summary: 'Keeps a question to a maker, of a claim or of an edition.',
    body: desks.questionFields,
    answer: z.object({ id: fields.id }),
    touches: ['editions'],
  },
  answerQuestion: {
    at: 'PUT /api/maker-questions/:id/answer',
    summary: 'Keeps what the maker answered.',
    params: byId,
    body: desks.questionAnswer,
    answer: z.object({ id: fields.id }),
    touches: ['editions'],
  },
  withdrawQuestion: {
    at: 'POST /api/maker-questions/:id/withdrawal',
    summary: 'Withdraws a question, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: z.object({ id: fields.id }),
    touches: ['editions'],
  },
  getPractice: {
    at: 'GET /api/practice',
    summary: 'Rounds of practice of a person, beside the repeatability of this lab.',
    query: z.object({ person: z.string().trim().max(20).default('') }),
    answer: desks.practice,
  },
  addRound: {
    at: 'POST /api/practice',
    summary: 'Keeps how a round of practice went; nothing of it is a reading.',
    body: desks.practiceFields,
    answer: z.object({ id: fields.id }),
    touches: ['lab'],
  },
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
