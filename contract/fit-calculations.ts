/** Calculations on fit: a try-on judged, a deviation as half sizes, a label carried from model to model. */

import { z } from 'zod';
import { AGREEMENT_SCALES, krippendorffAlpha } from '#core/fit/agreement.ts';
import { archIndex, thirdsOfPrint } from '#core/fit/arch-index.ts';
import { fitOfDeviation } from '#core/fit/fit-probabilities.ts';
import { labelToLabel, VOTE_KINDS } from '#core/fit/label-to-label.ts';
import { tryOnVerdict } from '#core/fit/try-on-verdict.ts';
import { TRY_ON_OUTCOMES } from '#core/records/try-on-verdict.ts';
import { textOf } from '#core/wording/sentence.ts';
import { labelSentence } from '#core/wording/sizing-sentences.ts';
import { writtenTryOn } from '#core/wording/try-on-sentences.ts';
import {
  type Calculation,
  CalculationFault,
  calculation,
  dfIn,
  finite,
  guarded,
  label,
  MOST_VALUES,
  positive,
  standardU,
  unlimited,
} from './calculation.ts';
import { labelAnswer, madeWidth, tryOnAnswers } from './fit-records.ts';

const probability = z.object({ halfSizes: z.number().int(), probability: z.number() });
const halfSizes = z.number().int().min(-8).max(8);

export const FIT_CALCULATIONS: readonly Calculation[] = [
  calculation({
    name: 'fit-probabilities',
    summary: 'How likely a length runs true, long or short, by half sizes.',
    source:
      'Student’s t about the deviation, a half size of last 1/6 in; verdict at 0.8: common practice',
    input: z.object({
      deviationMm: finite.describe('positive: it runs long'),
      u: standardU,
      df: dfIn,
      stepMm: positive.optional().describe('one half size of last; 4.2333 where left out'),
    }),
    output: z.object({
      steps: z.array(probability),
      verdict: z.enum(['true', 'long', 'short', 'cannot tell']),
    }),
    example: { deviationMm: 4.8, u: 1.2, df: 8 },
    calculate: ({ deviationMm, u, df, stepMm }) =>
      fitOfDeviation(deviationMm, u, unlimited(df), stepMm),
  }),
  calculation({
    name: 'try-on',
    summary: 'Judges a try-on: reasons, what to try next, and whether to keep the shoe.',
    source: 'common practice',
    input: tryOnAnswers.extend({
      labelsDiffer: z.boolean().optional(),
      matchFailed: z.boolean().optional(),
      feetDifferMm: z.number().nonnegative().max(80).optional(),
      daysLeft: z.number().int().min(-10_000).max(10_000).optional(),
      oldInjury: z.boolean().optional(),
      label: label.optional(),
      labelWidth: z.string().max(40).optional(),
      made: z.array(madeWidth).max(40).optional(),
      use: z.string().max(60).optional(),
    }),
    output: z.object({
      reasons: z.array(z.object({ row: z.number().int(), verdict: z.string() })),
      next: z.array(
        z.object({
          what: z.string(),
          why: z.string(),
          label: label.optional(),
          width: z.string().optional(),
        }),
      ),
      outcome: z.enum(TRY_ON_OUTCOMES),
      swapFor: z.object({ label, width: z.string().optional() }).optional(),
    }),
    example: {
      toeRoom: 'right',
      sore: ['edges'],
      after: 'outing',
      daysLeft: 10,
      label: { system: 'us-men', size: 12 },
      made: [
        {
          labels: [
            { system: 'us-men', size: 11.5 },
            { system: 'us-men', size: 12 },
          ],
        },
        { width: 'wide', labels: [{ system: 'us-men', size: 12 }] },
      ],
    },
    calculate: (answers) => writtenTryOn(tryOnVerdict(answers)),
  }),
  calculation({
    name: 'label-to-label',
    summary: 'From a label that fits in one model to the label to take in another.',
    source: 'votes of testers with a prior, lengths beside them, never averaged: common practice',
    input: z.object({
      label,
      width: z.string().max(40).optional(),
      fits: z.enum(['right', 'a bit long', 'a bit short']).optional(),
      votes: z
        .array(
          z.object({
            kind: z.enum(VOTE_KINDS),
            tester: z.string().min(1).max(40),
            offsetHalfSizes: halfSizes,
          }),
        )
        .max(10_000),
      lengths: z
        .object({ aMm: positive, bMm: positive, uA: standardU, uB: standardU, df: dfIn })
        .optional()
        .describe('internal lengths at one label'),
      made: z.array(madeWidth).max(40).optional(),
    }),
    output: labelAnswer,
    example: {
      label: { system: 'uk', size: 9 },
      votes: [{ kind: 'wore both', tester: 'T1', offsetHalfSizes: 1 }],
      lengths: { aMm: 271.6, bMm: 268, uA: 0.5, uB: 0.5 },
    },
    calculate: ({ lengths, ...question }) => {
      const { decision, ...answer } = labelToLabel({
        ...question,
        lengths: lengths && { ...lengths, df: unlimited(lengths.df) },
      });
      return { ...answer, words: textOf(labelSentence(decision)) };
    },
  }),
  calculation({
    name: 'arch-index',
    summary: 'The arch index of a print: the middle third over the whole, without toes.',
    source: 'Cavanagh and Rodgers, J. Biomechanics 20 (1987); limits from memory',
    input: z.object({
      areas: z.tuple([standardU, standardU, standardU]).optional().describe('rear, middle, front'),
      polygon: z
        .array(z.tuple([finite, finite]))
        .min(3, 'a print has three corners at least')
        .max(MOST_VALUES)
        .optional()
        .describe('mm, y along the foot, the heel at the least y, without toes'),
    }),
    output: z.object({ index: z.number(), class: z.enum(['high', 'middle', 'low']) }),
    example: { areas: [40, 20, 40] },
    calculate: ({ areas, polygon }) => {
      if ((areas === undefined) === (polygon === undefined))
        throw new CalculationFault('areas', 'Give the three areas, or the outline, not both.');
      return guarded(areas ? 'areas' : 'polygon', () =>
        archIndex(areas ?? thirdsOfPrint(polygon ?? [])),
      );
    },
  }),
  calculation({
    name: 'agreement',
    summary: 'How far raters agree beyond chance: Krippendorff’s alpha.',
    source: 'K. Krippendorff, Computing Krippendorff’s Alpha-Reliability, 2011',
    input: z.object({
      ratings: z
        .array(z.array(finite.nullable()).max(5000))
        .min(2, 'two raters at least')
        .max(200)
        .describe('raters × units, null where none'),
      scale: z.enum(AGREEMENT_SCALES),
    }),
    output: z.object({ alpha: z.number(), n: z.number().int() }),
    example: {
      ratings: [
        [1, 2, 3, null],
        [1, 2, 3, 4],
      ],
      scale: 'ordinal',
    },
    calculate: ({ ratings, scale }) => guarded('ratings', () => krippendorffAlpha(ratings, scale)),
  }),
];
