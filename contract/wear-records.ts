/** Wear: outings, totals, looks at a worn pair, and the decision with its reasons. */

import { z } from 'zod';
import { SIGNS } from '#core/catalogue/wear-signs.ts';
import { RETIREMENT_ANSWERS, WEAR_DECISIONS } from '#core/records/wear-verdict.ts';
import { PLAN_UNITS } from '#core/wear/check-plan.ts';
import { EFFORTS, GROUNDS, OUTING_RATINGS, SURFACES } from '#core/wear/outing-words.ts';
import { id, moment, remark, sizeLabel, words } from './fields.ts';
import { sentence } from './sentence.ts';

const day = z.iso.date('a date is written 2026-03-14');

const rating = z.number().min(0, 'from 0').max(10, 'to 10');

/** What a route file says of an outing besides its distance. */
export const outingRoute = z.object({
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'a hash has 64 hexadecimal digits'),
  name: remark(120),
  movingMinutes: z.number().nonnegative().max(2880),
  climbM: z.number().nonnegative().max(20_000).nullable(),
  cuts: z.array(z.string().max(200)).max(20).describe('pauses and jumps that were cut, in words'),
});

/** An outing, but for its id and who was out. */
export const outingSaid = z.object({
  on: day,
  typed: words(80, 'how far').describe('12 km, 7.5 mi, or what stands for it: 2 basketball'),
  minutes: z
    .number()
    .positive('a time is more than nothing')
    .max(2880, 'longer than two days')
    .nullable()
    .default(null),
  surfaces: z
    .array(z.enum(SURFACES))
    .max(4, 'at most 4 surfaces')
    .default([])
    .describe('most first'),
  wet: z.enum(GROUNDS).default(''),
  activity: remark(60).describe('where it is not walking or running'),
  effort: z.enum(EFFORTS).default(''),
  temperature: z
    .number()
    .min(-60, 'colder than any')
    .max(60, 'hotter than any')
    .nullable()
    .default(null),
  comfort: rating.nullable().default(null).describe('how it felt, 0 to 10'),
  ratings: z.partialRecord(z.enum(OUTING_RATINGS), rating).default({}),
  beganAt: moment.nullable().default(null),
  route: outingRoute.nullable().default(null),
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
  again: z.boolean().default(false).describe('another one, though one like it is kept'),
});

export const outingFields = outingSaid.extend({
  id,
  tester: words(20, 'who wore it').describe('by code'),
});

const placed = z.array(z.string()).describe('insoles and laces that were in it by name');

const outing = outingFields.omit({ again: true }).extend({
  placed,
  showroom: z.boolean().describe('so early that softness is largely the insole'),
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

const judged = z.object({
  answer: z.enum(RETIREMENT_ANSWERS),
  soon: z.literal(true).optional(),
  for: z.array(sentence),
  against: z.array(sentence),
  cautions: z.array(sentence),
  words: sentence,
  signs: z
    .array(z.enum(SIGNS))
    .optional()
    .describe('signs for an end; decisions of former versions do not have them'),
});

/** A line of evidence, with what practice says of it. */
const evidence = z.array(z.object({ words: sentence, practice: sentence.nullable() }));

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
  faults: z.array(z.string()).describe('what does not go together: totals, or tread that grew'),
  ratedLifeKm: z.object({ low: z.number(), high: z.number() }).describe('after the factors'),
  lifeFactors: z.array(z.object({ subject: z.string(), factor: z.number(), share: z.number() })),
  outings: z.array(outing).describe('the latest first, at most 200'),
  wearers: z.array(z.string()).describe('testers it is given to'),
  notes: z
    .array(z.object({ id, tester: z.string(), at: z.string(), words: z.string() }))
    .describe('by testers, the latest first'),
  outingsInAll: z.number().int(),
  odometers: z.array(odometerFields.extend({ withdrawn: z.string().nullable() })),
  checks: z.array(wearCheck).describe('the latest first'),
  decisions: z.array(wearDecision).describe('the latest first'),
  judged: judged.extend({ evidenceFor: evidence, evidenceAgainst: evidence }),
  tips: z
    .array(z.object({ when: sentence, answer: z.enum(RETIREMENT_ANSWERS) }))
    .describe('signs, or a distance, that would lead to a stricter answer'),
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
  nextLook: z.object({
    by: z.enum(PLAN_UNITS),
    at: z.number(),
    now: z.number(),
    on: z.string().nullable().describe('at its pace; null: no day can be told'),
  }),
  care: z.array(sentence),
  quantities: z
    .array(
      z.object({
        quantity: z.string(),
        name: z.string(),
        unit: z.string(),
        decimals: z.number().int(),
        points: z.array(z.object({ km: z.number(), value: z.number() })),
        words: z.string(),
      }),
    )
    .describe('whatever was measured at several distances, but for tread'),
  costPerKm: z.object({ amount: z.number(), currency: z.string() }).nullable(),
});

export type WearOfPair = z.infer<typeof wearOfPair>;
