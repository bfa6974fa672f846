/** Readings, and the sittings they are taken in. */
import { z } from 'zod';
import { SIDES } from '#core/catalogue/quantities.ts';
import { CONFIGURATIONS } from '#core/catalogue/stack-basis.ts';
import { ENTRIES } from '#core/figures/reading.ts';
import { LONGEST_TYPED } from '#core/sizing/typed-quantity.ts';

import {
  id,
  kilometres,
  measuredQuantity,
  moment,
  remark,
  takenQuantity,
  words,
} from './fields.ts';

const readingFields = z.object({
  id,
  side: z.enum(SIDES),
  quantity: measuredQuantity,
  typed: words(LONGEST_TYPED, 'the reading'),
  unit: z.string().max(12).describe('what a bare number in typed means'),
  instrumentId: id,
  takenAt: moment,
  supersedes: id.nullable().default(null),
  reason: remark(200).describe('why it supersedes an earlier reading'),
  note: remark(500),
  temperatureC: z.number().min(-60).max(80).nullable().default(null).describe('of the room'),
  humidityPct: z.number().min(0).max(100).nullable().default(null),
});

/** A reading of whatever occasion: what it asks for besides, the occasion says. */
export const newReading = readingFields.extend({
  occasionId: id.describe('of the sitting, check or study'),
  side: z.enum(SIDES).nullable().default(null).describe('null: of a turn of a study'),
  quantity: takenQuantity.optional().describe('left out: that of the study'),
  instrumentId: id.nullable().default(null).describe('null: a usual tool of the kind'),
  turn: z.number().int().nonnegative().nullable().default(null).describe('of a study'),
  entered: z
    .enum(['typed', 'live'])
    .default('typed')
    .describe('by hand, or taken off a live gauge'),
});

export type NewReading = z.input<typeof newReading>;

export const reading = readingFields.extend({
  occasionId: id,
  person: z.string().describe('code of who took it; empty: nobody was named'),
  entered: z.enum(ENTRIES),
  turn: z.number().int().nullable(),
  part: z.string().nullable(),
  curveId: id.nullable(),
  curveWindow: z.tuple([z.number(), z.number()]).nullable(),
  cycleSd: z.number().nullable().describe('SD of the cycles behind a value from a curve'),
  trial: z.number().int(),
  value: z.number(),
  supersededBy: id.nullable(),
  voided: z.string().nullable().describe('reason; null: the reading stands'),
});

/** A reading of a sitting: of a shoe, by an instrument of the lab. */
export type SittingReading = z.infer<typeof reading>;

/** A reading of whatever occasion. */
export const anyReading = reading.extend({
  side: z.enum(SIDES).nullable(),
  quantity: takenQuantity,
  instrumentId: id.nullable(),
});

/** What is said of the shoes in a sitting. */
export const sessionTerms = z.object({
  configuration: z.enum(CONFIGURATIONS).default('as sold'),
  removed: remark(120).describe('parts taken off: laces, gaiter'),
  conditioned: z
    .boolean()
    .nullable()
    .default(null)
    .describe('as the protocol asks; null: not said'),
  wornKm: kilometres,
});

/** On what terms figures of the other pairs are asked for. */
export const expectedTerms = sessionTerms
  .pick({ configuration: true, removed: true })
  .extend({ protocol: id, wornKm: z.coerce.number().min(0).max(100_000) });

/** What the other pairs of an edition let expect of one: canonical unit. */
export const expectedFigure = z.object({
  quantity: measuredQuantity,
  value: z.number(),
  U: z.number(),
});

/** Terms as they are changed: of the version that was read. */
export const sessionTermsEdit = sessionTerms.extend({
  version: z.number().int().describe('the version that was read; another is answered 409'),
});

export const sessionFields = z.object({
  id,
  pairId: id,
  protocolId: id,
  person: remark(20).describe("the operator's code"),
  ...sessionTerms.shape,
  startedAt: moment,
});

const sessionNote = z.object({ id, text: words(1000, 'the note'), at: moment });

export const newNote = sessionNote;

export const session = sessionFields.extend({
  placed: z
    .array(z.string())
    .optional()
    .describe('insoles and laces that were in it by name on its day'),
  version: z.number().int().describe('grows as the terms are changed'),
  finishedAt: moment.nullable(),
  readings: z.array(reading),
  notes: z.array(sessionNote),
});

export type Session = z.infer<typeof session>;
