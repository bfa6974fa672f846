/** Figures as pages show them: sheets and comparisons. */

import { z } from 'zod';
import { SIDES } from '#core/catalogue/quantities.ts';
import { CONFIGURATIONS } from '#core/catalogue/stack-basis.ts';
import { CLAIM_ANSWERS, OTHER_BASES } from '#core/records/claim-verdict.ts';
import { ANSWERS } from '#core/statistics/answers.ts';
import { TERM_KINDS } from '#core/statistics/uncertainty.ts';
import { madeOfPart, meant } from './construction-records.ts';
import { claim, editionRecord, reported } from './edition-records.ts';
import {
  anyQuantity,
  id,
  kilometres,
  matchFeatureId,
  measuredQuantity,
  partId,
  sizeLabel,
  stackBasis,
} from './fields.ts';
import { pairFields } from './pair-records.ts';
import { sentence } from './sentence.ts';

export const basis = z.object({
  label: sizeLabel,
  configuration: z.enum(CONFIGURATIONS),
  removed: z.string().optional(),
  wornKm: kilometres,
  stack: stackBasis.optional(),
  setup: z.string().optional(),
  temperatureC: z.number().optional(),
});

/** One step that carried a figure: full sizes or km, what it changed, and how surely (95 %). */
export const carriedStep = z.object({
  by: z.enum(['size', 'wear']),
  way: z.number(),
  change: z.number(),
  U: z.number(),
});

/** A figure as a page shows it. */
export const figureView = z.object({
  quantity: anyQuantity,
  value: z.number(),
  u: z.number(),
  df: z.number().nullable(),
  U: z.number(),
  readings: z.number().int(),
  pairs: z.number().int(),
  basis,
  provenance: z.enum(['measured', 'converted']),
  carried: z.array(carriedStep).describe('what carried it to another size or distance worn'),
  conversions: z.array(z.string()),
  doubts: z.array(z.object({ code: z.string(), text: z.string() })),
  budget: z.array(z.object({ kind: z.enum(TERM_KINDS), u: z.number(), share: z.number() })),
  next: z
    .object({
      what: z.enum(['reading', 'pair']),
      at: z.string(),
      from: z.number(),
      to: z.number(),
    })
    .nullable(),
});

export type FigureView = z.infer<typeof figureView>;

/** What a claim comes to against a figure: the model's, or one pair's. */
const claimJudged = z.object({
  verdict: z.enum(CLAIM_ANSWERS),
  noticeable: z.enum(['yes', 'no', 'may be']),
  gap: z.number().describe('measured against claimed, whichever is the larger; canonical unit'),
  measured: z.object({ value: z.number(), U: z.number() }),
  carried: z.array(carriedStep),
  terms: z.array(sentence),
  reason: sentence.optional(),
  elsewhere: z
    .object({ basis: z.enum(OTHER_BASES), value: z.number() })
    .optional()
    .describe('another basis, held in the record, on which it would agree'),
});

const claimView = claim.extend({
  judgement: claimJudged.nullable().describe('of the model'),
  ofPairs: z
    .array(claimJudged.extend({ tag: z.string() }))
    .describe('of each pair by itself, where it comes to another verdict'),
});

export const sheet = z.object({
  edition: editionRecord.omit({ claims: true, reported: true }),
  label: sizeLabel,
  labels: z.array(sizeLabel).describe('labels of which there are pairs'),
  sections: z.array(
    z.object({
      key: z.string(),
      title: z.string(),
      figures: z.array(
        z.object({
          figure: figureView,
          pairU: z.number(),
          speaksForEdition: z.boolean(),
          pairs: z.array(z.object({ tag: z.string(), value: z.number(), U: z.number() })),
          claims: z.array(claimView),
          reported: z.array(reported),
          grade: z.string().nullable(),
          loops: z
            .array(
              z.object({
                tag: z.string(),
                side: z.enum(SIDES),
                lossJ: z.number(),
                returnPercent: z.number(),
                set: z.number().describe('mm or °'),
              }),
            )
            .describe('of the curves behind the figure'),
        }),
      ),
    }),
  ),
  checked: z
    .array(
      z.object({
        tag: z.string(),
        quantity: anyQuantity,
        startedAt: z.string(),
        value: z.number(),
        U: z.number(),
        stands: z.boolean().describe('no sitting has the quantity on this basis'),
      }),
    )
    .describe('what checks of left against right read'),
  handScores: z
    .array(
      z.object({
        quantity: measuredQuantity,
        tag: z.string(),
        side: z.enum(SIDES),
        votes: z.array(z.number()),
        median: z.number(),
      }),
    )
    .describe('ordinal, by hand: every vote, never averaged'),
  unmeasuredClaims: z.array(claimView),
  claimFaults: z.array(z.object({ text: sentence, rounding: z.boolean() })),
  pairs: z.array(
    pairFields
      .pick({
        tag: true,
        width: true,
        colour: true,
        shoes: true,
        acquisition: true,
        from: true,
        linksPay: true,
        makerSawText: true,
        currency: true,
        listPrice: true,
        paidPrice: true,
        receivedOn: true,
        wornKm: true,
      })
      .extend({ readings: z.number().int() }),
  ),
  leftOut: z
    .array(z.object({ tag: z.string(), words: z.string() }))
    .describe('rejected pairs, whose figures are not in'),
  included: z
    .array(z.object({ tag: z.string(), reason: z.string() }))
    .describe('rejected pairs that are in all the same, by hand'),
  madeOf: z.array(madeOfPart).describe('what it is made of, by all pairs that count'),
  meant: meant.describe('what that says together with the figures'),
  matched: z
    .array(
      z.object({
        tag: z.string(),
        decision: z.string(),
        words: z.string(),
        counts: z.boolean().describe('its figures are in this sheet'),
        found: z.string().optional().describe('matched, out or cannot tell; left out: not known'),
        differing: z
          .array(z.object({ feature: matchFeatureId, left: z.number(), right: z.number() }))
          .describe('features out of tolerance, canonical unit'),
      }),
    )
    .describe('what comparing left with right found of each pair, and what was decided'),
  studies: z.array(z.string()).describe('gauge studies that the uncertainties lean on'),
  protocols: z.array(z.string()),
  instruments: z.array(z.string()),
  measuredBy: z.array(z.string()),
  lastMeasured: z.string().nullable(),
});

export type Sheet = z.infer<typeof sheet>;

const differenceView = z.object({
  difference: z.number(),
  U: z.number(),
  verdict: z.enum(ANSWERS.difference),
  noticeable: z.enum(['yes', 'no', 'may be']),
});

/** A figure of one edition beside others: what it is, on what terms, and how it differs. */
export const comparedCell = z.object({
  figure: figureView.nullable(),
  terms: z.enum(['like', 'carried', 'converted', 'not']),
  isUnmeasured: z.boolean().describe('nobody measured it, on any terms'),
  words: sentence,
  remark: sentence.describe(
    'the words without “not comparable”, “as stated” and the way it was carried',
  ),
  stated: z
    .object({
      value: z.number(),
      halfWidth: z.number(),
      provenance: z.enum(['claimed', 'reported']),
    })
    .nullable()
    .describe('what stands in place of a figure that no pair gives'),
  difference: differenceView.nullable(),
});

export type CellView = z.infer<typeof comparedCell>;

/** A part by which editions differ: as it counts for each; null: not looked, and not stated. */
const comparedPart = z.object({
  part: partId,
  cells: z.array(madeOfPart.pick({ answer: true, state: true }).nullable()),
});

export const comparison = z.object({
  label: sizeLabel,
  labels: z.array(sizeLabel).describe('of the pairs, and the one that leaves the least to carry'),
  wornKm: kilometres.describe('the distance worn at which they are compared'),
  stackKey: z.string().nullable(),
  stacks: z.array(z.object({ key: z.string(), name: z.string() })),
  editions: z.array(
    z.object({
      id,
      slug: z.string(),
      name: z.string(),
      pairs: z.number().int(),
      lastMm: z.number(),
      meant: meant.describe('what it is made of says together with its figures'),
    }),
  ),
  parts: z.array(comparedPart).describe('by which the editions differ'),
  said: z
    .array(z.object({ title: z.string(), cells: z.array(z.string()) }))
    .describe('fit, wear, life, consistency and verdicts in words; empty: nobody can tell'),
  rows: z.array(
    z.object({
      quantity: anyQuantity,
      noticeable: z.number(),
      against: z.number().int().describe('which edition the others are held against'),
      cells: z.array(
        comparedCell.extend({
          beside: z
            .array(
              z.object({
                typed: z.string(),
                provenance: z.enum(['claimed', 'reported']),
                source: z.string(),
              }),
            )
            .describe('what is stated of it beside its figure'),
        }),
      ),
    }),
  ),
});

export type Comparison = z.infer<typeof comparison>;
