/** The reviewer's desk: what comes next and why, questions to makers, how the shelf is balanced; rounds of practice. */
import { z } from 'zod';
import { CHOSEN_SCHOOLS } from '#core/catalogue/schools.ts';
import { LESSON_IDS } from '#core/practice/lessons.ts';
import { id, words } from './fields.ts';
import { sentence } from './sentence.ts';

export const schools = z.object({
  leather: z.enum(CHOSEN_SCHOOLS.leather),
  footTypes: z.enum(CHOSEN_SCHOOLS.footTypes),
});

/** How it is done until a lab says otherwise. */
export const USUAL_SCHOOLS: Schools = { leather: 'small', footTypes: 'as it feels' };
export type Schools = z.output<typeof schools>;

export const questionFields = z.object({
  id,
  editionId: id,
  claimId: id.nullable().default(null).describe('the claim it is about; null: the whole edition'),
  question: words(500, 'the question'),
  askedOn: z.iso.date('a date is written 2026-03-14'),
});

export const questionAnswer = z.object({
  answer: words(1000, 'the answer'),
  answeredOn: z.iso.date('a date is written 2026-03-14'),
});

export const makerQuestion = questionFields.extend({
  slug: z.string(),
  name: z.string(),
  claim: z.string().describe('as it is claimed; empty: no claim in particular'),
  askedBy: z.string(),
  answer: z.string().describe('empty: not answered yet'),
  answeredOn: z.string().nullable(),
});
export type MakerQuestion = z.infer<typeof makerQuestion>;

export const purse = z.object({
  amount: z.number().nonnegative('a purse holds nothing, or more').max(1_000_000).nullable(),
  currency: z.string().trim().length(3, 'a currency has three letters').toUpperCase(),
});

const balanceLine = z.object({
  name: z.string(),
  bought: z.number().int(),
  loaned: z.number().int(),
  gifted: z.number().int(),
  all: z.number().int(),
});

export const desk = z.object({
  waiting: z
    .number()
    .int()
    .describe('editions that are being worked out anew, and not counted yet'),
  next: z.array(
    z.object({
      what: z.string(),
      slug: z.string().nullable(),
      tag: z.string(),
      again: z.boolean().describe('worn or looked at again, not received'),
      names: z
        .object({ maker: z.string(), model: z.string(), name: z.string() })
        .describe('by which it is received'),
      why: z.array(sentence),
      price: sentence,
      weight: z.number(),
    }),
  ),
  purse,
  questions: z.array(makerQuestion).describe('those without an answer first'),
  balance: z.object({ lines: z.array(balanceLine), all: balanceLine, words: sentence }),
  uses: z
    .array(z.object({ use: z.string(), measured: z.number().int(), known: z.number().int() }))
    .describe('editions of each use that were measured here, and that are known'),
  promised: z.array(
    z.object({
      what: z.string(),
      slug: z.string().nullable(),
      on: z.string().nullable(),
      late: z.boolean(),
    }),
  ),
});
export type Desk = z.infer<typeof desk>;

export const practiceResult = z.object({
  seconds: z.number().nonnegative().max(86_400),
  right: z.number().int().min(0).max(100),
  asked: z.number().int().min(1).max(100),
  found: z.array(z.string().max(80)).max(20).describe('faults that were there and were named'),
  missed: z.array(z.string().max(80)).max(20),
  imagined: z.array(z.string().max(80)).max(20).describe('named, and not there'),
  stations: z
    .array(
      z.object({
        quantity: z.string().max(60),
        bias: z.number(),
        sd: z.number().nullable().describe('of repeats; null: none were taken'),
        n: z.number().int(),
      }),
    )
    .max(20),
});

export const practiceFields = z.object({
  id,
  lesson: z.enum(LESSON_IDS),
  seed: z
    .number()
    .int()
    .min(0)
    .max(2 ** 31),
  result: practiceResult,
});

export const practiceRound = practiceFields.extend({ person: z.string(), at: z.string() });
export type PracticeRound = z.infer<typeof practiceRound>;

export const practice = z.object({
  rounds: z.array(practiceRound).describe('of whoever asks, the latest first'),
  lab: z
    .array(z.object({ quantity: z.string(), sd: z.number() }))
    .describe('repeatability of this lab, where it has learned it, else as its protocols say'),
});
