/** Schemas of match checks, tolerances and photographs. */

import { z } from 'zod';
import { MATCH_FEATURES } from '#core/catalogue/match-feature-ids.ts';
import { NOTHING_FELT, SIGHT_STATES } from '#core/catalogue/match-look.ts';
import { SIDES } from '#core/catalogue/quantities.ts';
import { SIGHT_IDS } from '#core/catalogue/sights.ts';
import { CAUSE_IDS, MATCH_ANSWERS } from '#core/records/match-verdict.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { uses } from './edition-records.ts';
import {
  anyDiscipline,
  id,
  kilometres,
  matchFeatureId,
  moment,
  partialChange,
  remark,
  sizeLabel,
  words,
} from './fields.ts';
import { reading } from './reading-records.ts';

/** A label as read; empty: not looked at. */
const labelAsRead = z
  .string()
  .trim()
  .max(40, 'a size label is shorter: UK 8, EU 42')
  .superRefine((text, context) => {
    if (text === '') return;
    const read = readLabel(text);
    if (!read.ok) context.addIssue({ code: 'custom', message: read.fault.message });
  })
  .default('');

const labelsAsRead = z.object({ left: labelAsRead, right: labelAsRead, box: labelAsRead });

const footbedMarks = z.object({ left: remark(40), right: remark(40) });

const sight = z.object({
  state: z.enum(SIGHT_STATES),
  side: z.enum([...SIDES, 'both']).optional(),
  note: remark(200),
});

const felt = z.object({
  shoe: z.enum([...SIDES, 'both', '']).default(''),
  where: remark(120),
  since: remark(120),
});

/** What was seen in a check, beside what was measured. */
export const matchSeen = z.object({
  felt: felt.default(NOTHING_FELT).describe('what the wearer felt; empty: not asked'),
  labels: labelsAsRead.default({ left: '', right: '', box: '' }),
  marks: footbedMarks
    .default({ left: '', right: '' })
    .describe('marks on the underside of the footbeds'),
  sights: z.partialRecord(z.enum(SIGHT_IDS), sight).default({}),
  skipped: z.array(matchFeatureId).max(MATCH_FEATURES.length).default([]),
});
export type MatchSeen = z.output<typeof matchSeen>;

/**
 * A further look: only what was seen now. What others saw meanwhile stays, so that two tabs of one
 * check do not undo each other.
 */
export const matchLook = z.object({
  felt: partialChange(felt).optional(),
  labels: partialChange(labelsAsRead).optional(),
  marks: partialChange(footbedMarks).optional(),
  sights: z
    .partialRecord(
      z.enum(SIGHT_IDS),
      partialChange(sight)
        .extend({ state: z.enum(SIGHT_STATES) })
        .nullable(),
    )
    .optional()
    .describe('null: not looked at after all'),
  skipped: z
    .partialRecord(matchFeatureId, z.boolean())
    .optional()
    .describe('true: left out; false: taken after all'),
});
export type MatchLook = z.input<typeof matchLook>;

export const matchStart = z.object({
  id,
  pairId: id,
  person: remark(20),
  kind: z.enum(['full', 'short']),
  startedAt: moment,
});

const matchReading = reading.extend({
  quantity: matchFeatureId,
  instrumentId: id.nullable().describe('null: a usual tool of the kind'),
});
export type MatchReading = z.output<typeof matchReading>;

export const MATCH_DECISIONS = ['keep', 'keep and note', 'return'] as const;

export const matchDecision = z.object({
  decision: z.enum(MATCH_DECISIONS),
  note: remark(1000),
  unworn: z.boolean().nullable().default(null),
  decidedAt: moment,
});

export const matchCheck = matchStart.extend({
  seen: matchSeen,
  readings: z.array(matchReading),
  decision: matchDecision.extend({ words: z.string() }).nullable(),
});
export type MatchCheck = z.output<typeof matchCheck>;

export const toleranceRule = z.object({
  absolute: z.number().nonnegative('a tolerance is not negative').max(1000),
  share: z.number().nonnegative('a share is not negative').max(1, 'a share is 0.02 for 2 %'),
});

export const toleranceChange = toleranceRule.extend({
  id,
  feature: matchFeatureId,
  discipline: anyDiscipline.describe('empty: in every discipline that has none of its own'),
  reason: words(200, 'a reason'),
});

export const toleranceHistory = z.object({
  rules: z.array(
    toleranceRule.extend({
      feature: matchFeatureId,
      discipline: anyDiscipline,
      changed: z.boolean().describe('by this lab'),
    }),
  ),
  history: z.array(
    toleranceChange.omit({ id: true }).extend({ at: z.string(), person: z.string() }),
  ),
});

export const PHOTOGRAPH_SUBJECTS = ['pair', 'match', 'note'] as const;

export const photographFields = z.object({
  subjectKind: z.enum(PHOTOGRAPH_SUBJECTS),
  subjectId: id,
  side: z.enum(['', ...SIDES]).default(''),
  caption: remark(200),
});

export const photograph = photographFields.extend({
  id,
  width: z.number().int(),
  height: z.number().int(),
  bytes: z.number().int(),
  addedAt: z.string(),
  person: z.string(),
});
export type Photograph = z.output<typeof photograph>;

/** What the check of a pair needs: its checks, and the terms they are judged by. */
export const matchRecord = z.object({
  pair: z.object({
    id,
    tag: z.string(),
    label: sizeLabel,
    shoes: z.string(),
    wornKm: kilometres,
    receivedOn: z.string(),
    returnBy: z.string().nullable(),
    from: z.string(),
    replaces: z.string().nullable().describe('tag of the pair that this one replaces'),
    replacedBy: z.array(z.string()),
    countsAnyway: z
      .string()
      .describe('why a rejected pair counts all the same; empty: it does not'),
    finding: z
      .object({
        found: z.enum(MATCH_ANSWERS),
        cause: z.enum(CAUSE_IDS).nullable().optional(),
        fault: z.string().optional(),
        differing: z
          .array(z.object({ feature: matchFeatureId, left: z.number(), right: z.number() }))
          .readonly(),
      })
      .nullable()
      .describe('what the decided check found; null: not known'),
  }),
  edition: z.object({
    id,
    slug: z.string(),
    maker: z.string(),
    model: z.string(),
    name: z.string(),
    modelId: id,
    uses,
  }),
  checks: z.array(matchCheck),
  placed: z
    .object({ now: z.array(z.string()), at: z.record(z.string(), z.array(z.string())) })
    .describe('insoles and laces that are in it by name, and were at each check'),
  names: z.partialRecord(matchFeatureId, z.string()),
  tolerances: z.partialRecord(matchFeatureId, toleranceRule),
  siblings: z.partialRecord(
    matchFeatureId,
    z.object({ value: z.number(), pairs: z.number().int() }),
  ),
});
export type MatchRecord = z.output<typeof matchRecord>;
