/** Calculations on wear: a line with its band, a break-in, a life, what stands for a distance, an end with reasons. */

import { z } from 'zod';
import { WEAR_LIMITS } from '#core/limits/wear-limits.ts';
import { RETIREMENT_ANSWERS } from '#core/records/wear-verdict.ts';
import { breakIn } from '#core/wear/break-in.ts';
import { editionLife } from '#core/wear/edition-life.ts';
import { outingDistance } from '#core/wear/outing-distance.ts';
import { judgeRetirement } from '#core/wear/retirement.ts';
import { TOO_LITTLE, wearLine } from '#core/wear/wear-line.ts';
import { textOf } from '#core/wording/sentence.ts';
import { writtenWear } from '#core/wording/wear-sentences.ts';
import {
  type Calculation,
  CalculationFault,
  calculation,
  finite,
  guarded,
  MOST_VALUES,
  positive,
} from './calculation.ts';

const distance = z.number().nonnegative();
const list = (value: z.ZodType<number>, least: number) =>
  z.array(value).min(least, `at least ${least} values`).max(MOST_VALUES);

export const WEAR_CALCULATIONS: readonly Calculation[] = [
  calculation({
    name: 'wear-line',
    summary: 'Depth against distance, its band for one new reading, and where it comes to a limit.',
    source:
      'least squares; prediction band by Student’s t, n − 2 df; 4 checks and a slope below 0 at 95 %: common practice',
    input: z
      .object({
        distanceKm: list(distance, 3),
        depthMm: list(finite, 3),
        predictAtKm: z.array(distance).max(MOST_VALUES).default([]),
        level: z.number().gt(0).lt(1).optional().describe('two-sided; 0.8 where left out'),
        limitMm: finite.optional(),
      })
      .refine(({ distanceKm, depthMm }) => distanceKm.length === depthMm.length, {
        path: ['depthMm'],
        message: 'as many depths as distances',
      }),
    output: z.object({
      intercept: finite,
      slope: finite,
      residualSd: finite,
      predictions: z.array(z.object({ atKm: finite, fit: finite, lower: finite, upper: finite })),
      reachesLimit: z
        .object({ fit: finite, earliest: finite, latest: finite.optional() })
        .optional(),
      verdict: z.literal(TOO_LITTLE).optional(),
    }),
    example: {
      distanceKm: [4, 63, 267, 289, 299, 300, 339, 382],
      depthMm: [4.11, 3.79, 2.77, 2.72, 2.57, 2.66, 2.44, 2.4],
      predictAtKm: [500],
      limitMm: 1,
    },
    calculate: ({ distanceKm, depthMm, predictAtKm, level, limitMm }) =>
      guarded('distanceKm', () =>
        wearLine(distanceKm, depthMm, {
          predictAtKm,
          ...(level === undefined ? {} : { level }),
          limitMm,
        }),
      ),
  }),
  calculation({
    name: 'break-in',
    summary: 'Comfort over hours: plateau, start and time to half a point of the plateau.',
    source: 'c(t) = P − (P − S)·e^(−t/τ), nonlinear least squares; checked against R’s nls',
    input: z
      .object({
        hours: list(distance, WEAR_LIMITS.ratingsForBreakIn.value),
        comfort: list(finite, WEAR_LIMITS.ratingsForBreakIn.value),
      })
      .refine(({ hours, comfort }) => hours.length === comfort.length, {
        path: ['comfort'],
        message: 'as many ratings as hours',
      }),
    output: z.object({
      plateau: finite,
      start: finite,
      tauH: finite,
      se: z.object({ plateau: finite, start: finite, tauH: finite }),
      hoursToPlateau: finite,
      interval: z.object({ lower: finite, upper: finite }),
      verdict: z.enum(['breaks in', 'none', 'still opening, cannot tell']),
    }),
    example: {
      hours: [0.5, 1, 2, 3, 4.5, 6, 8, 10, 13, 16, 20],
      comfort: [3, 3.8, 4.7, 5.3, 6.5, 6.9, 7.7, 8.2, 8.1, 8.3, 8.5],
    },
    calculate: ({ hours, comfort }) => guarded('hours', () => breakIn(hours, comfort)),
  }),
  calculation({
    name: 'outing-distance',
    summary: 'Games and matches as kilometres.',
    source: 'common practice',
    input: z.object({
      activity: z.string().max(80),
      count: positive.default(1),
      variant: z.string().max(80).default(''),
    }),
    output: z.object({ km: z.object({ low: finite, high: finite }) }),
    example: { activity: 'tennis', variant: 'best of five, doubles' },
    calculate: ({ activity, count, variant }) => {
      const answer = outingDistance(activity, variant, count);
      if (!answer.ok) throw new CalculationFault('activity', answer.fault.message);
      return { km: answer.value };
    },
  }),
  calculation({
    name: 'edition-life',
    summary: 'How long the pairs of an edition last, over distance, those still in use counted.',
    source: 'Kaplan-Meier, Greenwood, log-log interval; checked against R’s survfit',
    input: z.object({
      pairs: z
        .array(
          z.object({
            km: distance,
            ended: z.union([z.boolean(), z.literal(0), z.literal(1)]),
            fromKm: distance.optional().describe('worn when received'),
          }),
        )
        .min(1, 'at least one pair')
        .max(MOST_VALUES),
    }),
    output: z.object({
      at: z.array(finite),
      survival: z.array(finite),
      se: z.array(finite.nullable()),
      median: z.object({
        km: finite.nullable(),
        lower: finite.nullable(),
        upper: finite.nullable(),
      }),
    }),
    example: {
      pairs: [
        { km: 300, ended: true },
        { km: 420, ended: true },
        { km: 520, ended: false },
      ],
    },
    calculate: ({ pairs }) =>
      guarded('pairs', () => {
        const { at, survival, se, median } = editionLife(
          pairs.map((pair) => ({ ...pair, ended: Boolean(pair.ended) })),
        );
        return { at, survival, se, median };
      }),
  }),
  calculation({
    name: 'retirement',
    summary: 'Whether a pair goes on, goes to another use or is retired, with the reasons.',
    source: 'common practice',
    input: z.object({
      km: distance,
      signs: z.array(z.string().max(200)).max(60),
      foam: z.string().max(60).optional(),
      use: z.string().max(60).optional(),
      wearer: z.string().max(60).optional(),
      purpose: z.string().max(120).optional(),
      ratedLifeKm: z
        .object({ low: positive, high: positive })
        .refine(({ low, high }) => low <= high, 'from the lower to the upper')
        .optional(),
    }),
    output: z.object({
      answer: z.enum(RETIREMENT_ANSWERS),
      soon: z.literal(true).optional(),
      for: z.array(z.string()),
      against: z.array(z.string()),
      cautions: z.array(z.string()),
      words: z.string(),
    }),
    example: { km: 340, signs: ['lining growing', 'lining chafing'] },
    calculate: (question) => {
      const written = writtenWear(judgeRetirement(question));
      return {
        ...written,
        for: written.for.map(textOf),
        against: written.against.map(textOf),
        cautions: written.cautions.map(textOf),
        words: textOf(written.words),
      };
    },
  }),
];
