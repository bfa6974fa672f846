/** Wear: outings, totals, looks at a worn pair, and the decision with its reasons. */
import { z } from 'zod';
import { RETIREMENT_ANSWERS } from '#core/wear/retirement.ts';
import { id, remark, sizeLabel, words } from './fields.ts';

const day = z.iso.date('a date is written 2026-03-14');

export const SURFACES = [
  '',
  'road',
  'paved',
  'gravel',
  'grass',
  'trail',
  'stairs',
  'indoor',
] as const;
export const GROUNDS = ['', 'dry', 'wet', 'ice'] as const;

export const outingFields = z.object({
  id,
  tester: words(20, 'who wore it').describe('by code'),
  on: day,
  typed: words(80, 'how far').describe('12 km, 7.5 mi, or what stands for it: 2 basketball'),
  minutes: z
    .number()
    .positive('a time is more than nothing')
    .max(2880, 'longer than two days')
    .nullable()
    .default(null),
  surface: z.enum(SURFACES).default(''),
  wet: z.enum(GROUNDS).default(''),
  comfort: z
    .number()
    .min(0, 'from 0')
    .max(10, 'to 10')
    .nullable()
    .default(null)
    .describe('how it felt, 0 to 10'),
  faults: z
    .array(
      z.object({
        what: words(120, 'the fault'),
        atKm: z.number().nonnegative().max(500).nullable().default(null),
      }),
    )
    .max(10, 'at most 10 faults')
    .default([]),
  note: remark(500),
});

const placed = z.array(z.string()).describe('insoles and laces that were in it by name');

const outing = outingFields.extend({
  placed,
  km: z.number(),
  halfKm: z.number().describe('half of the span, where something stood for the distance'),
  withdrawn: z.string().nullable(),
});

const kilometresWorn = z.number().nonnegative('a total is no less than nothing').max(50_000);

export const odometerFields = z.object({
  id,
  on: day,
  km: kilometresWorn,
  u: z.number().nonnegative().max(5000).default(0).describe('standard uncertainty, km'),
  note: remark(300),
});

export const wearCheckFields = z.object({
  id,
  person: words(20, 'who looked'),
  signs: z
    .array(words(160, 'the sign'))
    .max(40, 'at most 40 signs')
    .describe('as phrases: lining torn at 200 km, not growing'),
  note: remark(500),
});

const wearCheck = wearCheckFields.extend({
  placed,
  at: z.string(),
  km: z.number(),
  withdrawn: z.string().nullable(),
});

/** What a person decides: as the signs say, or a reason that is none of wear. */
export const WEAR_DECISIONS = ['go on', 'another use', 'retire', 'lost', 'given away'] as const;

/** What stands for a pair: of its signs, or decided. */
export const WEAR_ANSWERS = ['cannot tell', ...WEAR_DECISIONS] as const;
export type WearAnswer = (typeof WEAR_ANSWERS)[number];

const judged = z.object({
  answer: z.enum(RETIREMENT_ANSWERS),
  soon: z.literal(true).optional(),
  for: z.array(z.string()),
  against: z.array(z.string()),
  cautions: z.array(z.string()),
  words: z.string(),
});

export const wearDecisionFields = z.object({
  id,
  person: words(20, 'who decides'),
  on: day,
  answer: z.enum(WEAR_DECISIONS),
  why: remark(500),
});

const wearDecision = wearDecisionFields.extend({
  km: z.number(),
  judged,
  withdrawn: z.string().nullable(),
});

const prediction = z.object({
  atKm: z.number(),
  fit: z.number(),
  lower: z.number(),
  upper: z.number(),
});

const zone = z.object({
  quantity: z.string(),
  side: z.enum(['left', 'right']),
  name: z.string(),
  points: z.array(z.object({ km: z.number(), value: z.number() })),
  limit: z.number().nullable(),
  line: z
    .object({
      intercept: z.number(),
      slope: z.number(),
      fan: z.array(prediction),
      reachesLimit: z
        .object({ fit: z.number(), earliest: z.number(), latest: z.number().optional() })
        .optional(),
    })
    .nullable()
    .describe('null: too few checks'),
  words: z.string(),
});

export const wearOfPair = z.object({
  pair: z.object({
    id,
    tag: z.string(),
    label: sizeLabel,
    receivedOn: z.string(),
    receivedKm: z.number(),
  }),
  edition: z.object({ slug: z.string(), name: z.string() }),
  foam: z.string().describe('as its walk says; empty: not said'),
  cautions: z.array(z.string()),
  km: z.number(),
  u: z.number(),
  faults: z.array(z.string()).describe('of the distance: totals that do not go together'),
  ratedLifeKm: z.object({ low: z.number(), high: z.number() }),
  outings: z.array(outing).describe('the latest first, at most 200'),
  outingsInAll: z.number().int(),
  odometers: z.array(odometerFields.extend({ withdrawn: z.string().nullable() })),
  checks: z.array(wearCheck).describe('the latest first'),
  decisions: z.array(wearDecision).describe('the latest first'),
  judged,
  zones: z.array(zone),
  first: z.object({ first: z.string(), with: z.array(z.string()) }).nullable(),
  breakIns: z.array(
    z.object({
      tester: z.string(),
      ratings: z.number().int(),
      hours: z.number().nullable(),
      lower: z.number().nullable(),
      upper: z.number().nullable(),
      words: z.string(),
    }),
  ),
  testersDiffer: z.boolean(),
  nextCheckKm: z.number(),
  costPerKm: z.object({ amount: z.number(), currency: z.string() }).nullable(),
});

export type WearOfPair = z.infer<typeof wearOfPair>;
