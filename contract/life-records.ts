/** How long an edition lasts, the pairs of a tester in rotation, and a fair panel. */
import { z } from 'zod';
import { SURFACES } from '#core/wear/outing-words.ts';
import { SEASONS } from '#core/wear/rotation.ts';
import { id } from './fields.ts';
import { sentence } from './sentence.ts';

const lifePair = z.object({
  tag: z.string(),
  testers: z.array(z.string()),
  km: z.number(),
  fromKm: z.number(),
  ended: z.boolean(),
  how: z.string().describe('in use, or how it left'),
  cause: z.string().nullable(),
  costPerKm: z.number().nullable(),
  costAtEnd: z
    .number()
    .nullable()
    .describe('a km, where it goes on to where its first zone is through'),
});

export const zoneWear = z.object({
  slug: z.string(),
  name: z.string(),
  pairs: z.number().int(),
  zones: z.array(z.object({ zone: z.string(), mmPer100Km: z.number() })),
});

export const editionLife = z.object({
  edition: z.object({ slug: z.string(), name: z.string() }),
  currency: z.string(),
  pairs: z.array(lifePair),
  words: z.string(),
  curve: z
    .array(
      z.object({
        km: z.number(),
        survival: z.number(),
        lower: z.number().nullable(),
        upper: z.number().nullable(),
      }),
    )
    .nullable()
    .describe('null: too few ends'),
  median: z
    .object({
      km: z.number().nullable(),
      lower: z.number().nullable(),
      upper: z.number().nullable(),
    })
    .nullable(),
  wear: z.array(zoneWear).describe('this edition first, then others that wear was measured of'),
  breakIns: z.array(
    z.object({
      tag: z.string(),
      tester: z.string(),
      hours: z.number().nullable(),
      words: z.string(),
    }),
  ),
  testersDiffer: z.boolean(),
  successor: z.object({ slug: z.string(), name: z.string(), words: z.string() }).nullable(),
});
export type EditionLife = z.infer<typeof editionLife>;

export const pairJob = z.object({
  purposes: z.array(z.string().trim().min(1).max(40)).max(6, 'at most 6 purposes').default([]),
  surfaces: z.array(z.enum(SURFACES)).max(SURFACES.length).default([]),
  season: z.enum(SEASONS).default(''),
  iceOnly: z.boolean().default(false).describe('kept for ice and snow'),
  ceilingKm: z
    .number()
    .positive('a ceiling is more than nothing')
    .max(20_000)
    .nullable()
    .default(null),
});
export type PairJob = z.infer<typeof pairJob>;

export const rotation = z.object({
  tester: z.string(),
  on: z.string().describe('the day that is asked for'),
  pairs: z.array(
    pairJob.extend({
      id,
      tag: z.string(),
      slug: z.string(),
      edition: z.string(),
      km: z.number(),
      endKm: z.number().describe('its own ceiling, else the rated life'),
      endOn: z.string().nullable().describe('at its pace'),
      lastOn: z.string().nullable(),
      dropMm: z.number().nullable(),
      heelStackMm: z.number().nullable(),
      answer: z.string().nullable(),
      costPerKm: z.number().nullable(),
      currency: z.string(),
      care: z.array(sentence),
    }),
  ),
  tomorrow: z.array(
    z.object({
      tag: z.string(),
      for: z.array(sentence),
      against: z.array(sentence),
      not: sentence.nullable(),
    }),
  ),
  sameJobs: z.array(sentence),
  drops: z.object({ least: z.number(), most: z.number() }).nullable(),
  stacks: z.object({ least: z.number(), most: z.number() }).nullable(),
  words: sentence,
});
export type Rotation = z.infer<typeof rotation>;

export const panel = z.object({
  testers: z.array(z.string()),
  editions: z.array(z.object({ slug: z.string(), name: z.string(), chosen: z.boolean() })),
  worn: z.array(z.object({ tester: z.string(), slug: z.string(), weeks: z.number().int() })),
  weeks: z.array(
    z.object({
      week: z.number().int(),
      from: z.string(),
      stints: z.array(z.object({ tester: z.string(), slug: z.string(), why: z.string() })),
    }),
  ),
  effects: z.array(
    z.object({ slug: z.string(), testers: z.number().int(), plain: z.number(), fair: z.number() }),
  ),
  orders: z.array(
    z.object({
      tester: z.string(),
      yardstick: z.string(),
      order: z.array(z.object({ slug: z.string(), against: z.number() })),
    }),
  ),
});
export type Panel = z.infer<typeof panel>;
