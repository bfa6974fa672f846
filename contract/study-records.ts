/** Schemas of studies: pair to pair, gauge, bridges. */
import { z } from 'zod';
import { SIDES } from '#core/catalogue/quantities.ts';
import { ANSWERS } from '#core/statistics/answers.ts';
import {
  anyQuantity,
  id,
  measuredQuantity,
  moment,
  pageOf,
  sizeLabel,
  stackBasis,
  words,
} from './fields.ts';
import { carriedStep } from './sheet-records.ts';

const name = (what: string) => words(60, what);

/** Readings of an edition, a row each, as columns: what a study of pairs is made from. */
export const pairStudyReadings = z.object({
  edition: z.object({ slug: z.string(), name: z.string() }),
  label: sizeLabel,
  labels: z.array(sizeLabel),
  quantity: anyQuantity,
  quantities: z.array(anyQuantity).describe('those that were read on its pairs'),
  basis: z.object({ key: z.string(), words: z.string() }).nullable(),
  bases: z
    .array(z.object({ key: z.string(), words: z.string(), pairs: z.number().int() }))
    .describe('readings on different bases are never pooled'),
  carriable: z.number().int().describe('further pairs that differ in size or wear only'),
  carried: z
    .array(z.object({ tag: z.string(), steps: z.array(carriedStep) }))
    .describe('pairs whose readings were carried to this size and wear'),
  pairs: z
    .array(
      z.object({
        tag: z.string(),
        lot: z.string(),
        receivedOn: z.string(),
        leftOut: z.boolean().describe('rejected by its check: not in the study'),
      }),
    )
    .describe('in the order of receipt'),
  readings: z.object({
    pair: z.array(z.number().int()).describe('place in pairs'),
    side: z.array(z.enum(SIDES)),
    value: z.array(z.number()),
  }),
  claims: z.array(z.object({ typed: z.string(), value: z.number(), halfWidth: z.number() })),
});
export type PairStudyReadings = z.output<typeof pairStudyReadings>;

export const consistencyRow = z.object({
  slug: z.string(),
  name: z.string(),
  label: sizeLabel,
  pairs: z.number().int(),
  readings: z.number().int(),
  basis: z.string(),
  mean: z.number(),
  pairSd: z.number(),
  pairSdInterval: z.array(z.number()).nullable(),
  cvPercent: z.number().nullable(),
  measurementShare: z.number().nullable(),
  sideBias: z.number(),
  method: z.string(),
});

export type ConsistencyRow = z.infer<typeof consistencyRow>;

export const consistencyPage = pageOf(consistencyRow).extend({
  waiting: z.number().int().describe('editions that are still to be worked out'),
});
export type ConsistencyPage = z.infer<typeof consistencyPage>;

export const sideDifference = z.object({
  tag: z.string(),
  edition: z.string(),
  difference: z.number().describe('right − left'),
});

/** A gauge study as it is planned; the order of taking is drawn from its id. */
export const gaugeStudyPlan = z
  .object({
    id,
    name: name('a name'),
    quantity: measuredQuantity,
    instrumentId: id,
    protocolLineId: id,
    parts: z
      .array(name('a part'))
      .min(2, 'two parts at least; ten by custom')
      .max(60, 'at most 60 parts'),
    operators: z
      .array(z.string().trim().min(1, 'a code is missing').max(20))
      .min(2, 'two people at least')
      .max(12),
    trials: z.number().int().min(2, 'two trials at least').max(10),
    tolerance: z.number().positive('a tolerance is more than nothing').nullable().default(null),
    plannedAt: moment,
  })
  .superRefine(({ parts, operators }, context) => {
    for (const [path, names] of [
      ['parts', parts],
      ['operators', operators],
    ] as const)
      if (new Set(names.map((one) => one.toLowerCase())).size !== names.length)
        context.addIssue({ code: 'custom', path: [path], message: 'one of them stands twice' });
  });

const turn = z.object({ part: z.string(), operator: z.string(), trial: z.number().int() });

export const gaugeStudy = z.object({
  id,
  name: z.string(),
  quantity: measuredQuantity,
  instrumentId: id,
  protocolLineId: id,
  parts: z.array(z.string()),
  operators: z.array(z.string()),
  trials: z.number().int(),
  tolerance: z.number().nullable(),
  plannedAt: z.string(),
  ended: z.string().describe('why before the last turn; empty: it was not'),
  turns: z.array(turn),
  taken: z
    .array(z.object({ id, turn: z.number().int(), voided: z.string().nullable() }))
    .describe('the readings so far, blind: which turn each is of, and why it does not stand'),
  readings: z
    .array(turn.extend({ value: z.number(), typed: z.string() }))
    .nullable()
    .describe('null while it is run: earlier readings stay hidden'),
  adopted: z.object({ at: z.string(), without: z.array(z.string()) }).nullable(),
  retired: z.string(),
});
export type GaugeStudyRecord = z.output<typeof gaugeStudy>;

export const gaugeStudyRow = z.object({
  id,
  name: z.string(),
  quantity: measuredQuantity,
  instrument: z.string(),
  taken: z.number().int(),
  turns: z.number().int(),
  grrPercent: z.number().nullable(),
  verdict: z.enum(ANSWERS.gauge).nullable(),
  adopted: z.boolean(),
  retired: z.string(),
});

/** A way of measuring a quantity: protocol and gauge, with what they add to its basis. */
export const method = z.object({
  key: z.string(),
  protocol: z.string(),
  instrument: z.string(),
  stack: stackBasis.nullable(),
  setup: z.string().nullable(),
  shoes: z.number().int(),
});
export type Method = z.output<typeof method>;

export const bridgedShoes = z.object({
  quantity: measuredQuantity,
  a: method,
  b: method,
  shoes: z.array(z.object({ shoe: z.string(), a: z.number(), b: z.number() })),
  Ua: z.number().describe('usual expanded uncertainty of one shoe by each'),
  Ub: z.number(),
  ratio: z.number().describe('error variance of b over that of a'),
});

const conversion = z.object({
  kind: z.enum(['shift', 'line']),
  intercept: z.number(),
  slope: z.number(),
  centre: z.number(),
  centreU: z.number(),
  slopeU: z.number(),
  scatter: z.number(),
  df: z.number(),
  from: z.number(),
  to: z.number(),
});

export const keptBridge = z.object({
  id,
  quantity: measuredQuantity,
  from: method,
  to: method,
  shoes: z.number().int(),
  conversion,
  conversionU: z.number(),
  words: z.string(),
  keptAt: z.string(),
  person: z.string(),
  retired: z.string(),
});
export type KeptBridgeRecord = z.output<typeof keptBridge>;

export const bridgeToKeep = z.object({
  id,
  quantity: measuredQuantity,
  a: z.string().max(120).describe('key of the method that is carried over'),
  b: z.string().max(120),
});
