/** The named calculations of match and studies. */

import { z } from 'zod';
import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { SIDES } from '#core/catalogue/quantities.ts';
import { judgeFeatures } from '#core/match/match.ts';
import { inferCauses } from '#core/match/match-causes.ts';
import { judgeMatch } from '#core/match/match-verdict.ts';
import { MATCH_ANSWERS } from '#core/records/match-verdict.ts';
import { lastLength, REFERENCE_LABEL } from '#core/sizing/size-label.ts';
import { ANSWERS } from '#core/statistics/answers.ts';
import { testEquivalence } from '#core/statistics/equivalence.ts';
import { detectableDifference, sampleSize } from '#core/statistics/sample-size.ts';
import { bridgeMethods } from '#core/study/bridge.ts';
import { studyGauge } from '#core/study/gauge-study.ts';
import { compareLots } from '#core/study/lots.ts';
import { studyPairs } from '#core/study/pair-to-pair.ts';
import { MOST_STUDY_READINGS } from '#core/study/study-cells.ts';
import { matchSentence, writtenCause } from '#core/wording/match-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import {
  bridgeSentence,
  consistencySentence,
  gaugeAdviceSentence,
  pairStudyNoteSentence,
} from '#core/wording/study-sentences.ts';
import {
  type Calculation,
  CalculationFault,
  calculation,
  finite,
  guarded,
  positive,
  standardU,
} from './calculation.ts';

const feature = z.enum(MATCH_FEATURES);
/** Readings of one shoe by feature; one number, or several of them. */
const shoe = z.partialRecord(feature, z.union([finite, z.array(finite).min(1).max(25)]));
type ShoeIn = z.infer<typeof shoe>;

const readingsOf = (values: ShoeIn): Partial<Record<MatchFeatureId, number[]>> =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, [value].flat()]));

const rule = z.object({ absolute: standardU, share: standardU.default(0) });

const verdict = z.enum(ANSWERS.tolerance);
const tally = z.object({ n: finite, value: finite });

const featureOut = z.object({
  id: feature,
  against: z.enum(['other', 'zero']),
  left: tally.optional(),
  right: tally.optional(),
  difference: finite.optional(),
  U: finite.optional(),
  tolerance: finite,
  verdict: z.enum([...ANSWERS.tolerance, 'not taken']),
  shoes: z.partialRecord(z.enum(SIDES), verdict).optional(),
  askAgain: z.boolean(),
});

const causeOut = z.object({
  id: z.string(),
  name: z.string(),
  confidence: z.enum(['sure', 'likely', 'possible']),
  evidenceFor: z.array(z.string()),
  evidenceAgainst: z.array(z.string()),
  unknown: z.array(z.string()),
  atFault: z.enum(['left', 'right', 'either', 'both']),
  atFaultWhy: z.string(),
  effect: z.string(),
  action: z.enum(['keep and note', 'return']),
});

const side = z
  .enum([...SIDES, 'L', 'R'])
  .transform((one) => (one === 'L' ? 'left' : one === 'R' ? 'right' : one));

const four = z.array(finite).length(4);
const components = z.object({ pair: finite, pairSide: finite, repeat: finite });
const interval = z.array(finite).length(2);
const name = z.union([z.string().max(60), z.number()]).transform(String);
const parts = z.object({
  part: finite,
  operator: finite,
  interaction: finite,
  repeatability: finite,
});
const percents = z.object({ ev: finite, av: finite, grr: finite, pv: finite });

export const STUDY_CALCULATIONS: readonly Calculation[] = [
  calculation({
    name: 'match',
    summary: 'Are the two shoes of a pair the same, and if not, why?',
    source:
      'Tolerances and causes: common practice; |d| ± U against the tolerance: JCGM 106. Half sizes by the ratio of lengths, 4.233 mm of last each.',
    input: z.object({
      left: shoe,
      right: shoe,
      tolerances: z.partialRecord(feature, rule).default({}),
      lastMm: positive.default(lastLength(REFERENCE_LABEL)).describe('last length of the label'),
    }),
    output: z.object({
      features: z.array(featureOut),
      causes: z.array(causeOut),
      verdict: z.enum(MATCH_ANSWERS),
      advice: z.enum(['keep', 'keep and note', 'return', 'go on']),
      words: z.string(),
    }),
    example: {
      left: { 'outsole-large': 182, 'footbed-length': 266, mass: 310 },
      right: { 'outsole-large': 184.8, 'footbed-length': 270.1, mass: 318 },
      lastMm: 279.4,
    },
    calculate: ({ left, right, tolerances, lastMm }) => {
      const judgements = judgeFeatures(
        { left: readingsOf(left), right: readingsOf(right) },
        { tolerances },
      );
      const evidence = { judgements, lastMm };
      const causes = inferCauses(evidence);
      const judged = judgeMatch(evidence, causes);
      return {
        features: judgements.filter((one) => one.verdict !== 'not taken'),
        causes: causes.map((cause) => {
          const { name, effect, atFaultWhy, ...evidence } = writtenCause(cause);
          return {
            id: cause.id,
            name: textOf(name),
            confidence: cause.confidence,
            evidenceFor: evidence.evidenceFor.map(textOf),
            evidenceAgainst: evidence.evidenceAgainst.map(textOf),
            unknown: evidence.unknown.map(textOf),
            atFault: cause.atFault,
            atFaultWhy: textOf(atFaultWhy),
            effect: textOf(effect),
            action: cause.action,
          };
        }),
        verdict: judged.answer,
        advice: judged.advice,
        words: textOf(matchSentence(judged)),
      };
    },
  }),
  calculation({
    name: 'pair-to-pair',
    summary: 'Is a model consistent from pair to pair? Variance components, with side fixed.',
    source:
      'Two-way crossed analysis of variance; restricted maximum likelihood where unbalanced; Howe’s tolerance factor; Pp and Ppk of the NIST/SEMATECH e-Handbook.',
    input: z.object({
      readings: z
        .array(z.object({ pair: name, side, trial: z.number().int().default(1), value: finite }))
        .min(1)
        .max(MOST_STUDY_READINGS),
      tolerance: z.object({ lower: finite.optional(), upper: finite.optional() }).optional(),
    }),
    output: z.object({
      method: z.string(),
      mean: finite,
      sideBias: finite.describe('right − left'),
      sideBiasInterval: interval,
      anova: z
        .object({ terms: z.array(z.string()).length(4), ss: four, df: four, ms: four })
        .optional()
        .describe('of a balanced study'),
      components: components.describe('variances; negative estimates as zero'),
      raw: components.describe('not truncated'),
      pairSd: finite,
      cvPercent: finite.optional(),
      measurementShare: finite.optional(),
      toleranceInterval: z.object({ lower: finite, upper: finite, factor: finite }),
      pp: finite.optional(),
      ppk: finite.optional(),
      ppkInterval: interval.optional(),
      notes: z.array(z.string()),
      words: z.string(),
    }),
    example: {
      readings: [
        { pair: '1', side: 'left', trial: 1, value: 31.2 },
        { pair: '1', side: 'left', trial: 2, value: 31.3 },
        { pair: '1', side: 'right', trial: 1, value: 31.1 },
        { pair: '1', side: 'right', trial: 2, value: 31.2 },
        { pair: '2', side: 'left', trial: 1, value: 30.4 },
        { pair: '2', side: 'left', trial: 2, value: 30.6 },
        { pair: '2', side: 'right', trial: 1, value: 30.6 },
        { pair: '2', side: 'right', trial: 2, value: 30.5 },
      ],
      tolerance: { lower: 29, upper: 33 },
    },
    calculate: ({ readings, tolerance }) =>
      guarded('readings', () => {
        const study = studyPairs(readings, tolerance ?? {});
        if (!study) throw new RangeError('the work was stopped');
        const { performance, anova, cvPercent, measurementShare, notes, ...rest } = study;
        return {
          ...rest,
          sideBiasInterval: [...rest.sideBiasInterval],
          ...(anova
            ? {
                anova: {
                  terms: [...anova.terms],
                  ss: [...anova.ss],
                  df: [...anova.df],
                  ms: [...anova.ms],
                },
              }
            : {}),
          ...(cvPercent === undefined ? {} : { cvPercent }),
          ...(measurementShare === undefined ? {} : { measurementShare }),
          ...(performance?.pp === undefined ? {} : { pp: performance.pp }),
          ...(performance
            ? { ppk: performance.ppk, ppkInterval: [...performance.ppkInterval] }
            : {}),
          notes: notes.map((note) => textOf(pairStudyNoteSentence(note))),
          words: textOf(consistencySentence(study, (amount) => `${Number(amount.toPrecision(2))}`)),
        };
      }),
  }),
  calculation({
    name: 'lots',
    summary: 'Do lots of one model differ?',
    source:
      'One-way analysis of variance; t intervals with the pairs within all lots pooled, from four lots on Tukey-Kramer.',
    input: z.object({
      pairs: z
        .array(z.object({ lot: name, value: finite }))
        .min(3)
        .max(MOST_STUDY_READINGS),
      noticeable: positive.optional(),
    }),
    output: z.object({
      anova: z.object({
        df: z.tuple([finite, finite]),
        ss: z.tuple([finite, finite]),
        F: finite,
        p: finite,
      }),
      differences: z.array(
        z.object({
          lot: z.string(),
          against: z.string(),
          difference: finite,
          lower: finite,
          upper: finite,
          verdict: z.enum(ANSWERS.difference),
        }),
      ),
    }),
    example: {
      pairs: [
        { lot: 'L1', value: 28.6 },
        { lot: 'L1', value: 27.6 },
        { lot: 'L1', value: 28.5 },
        { lot: 'L2', value: 29.3 },
        { lot: 'L2', value: 29.0 },
      ],
      noticeable: 3,
    },
    calculate: ({ pairs, noticeable }) => {
      const { anova, differences } = guarded('pairs', () => compareLots(pairs, noticeable));
      return { anova, differences };
    },
  }),
  calculation({
    name: 'gauge-study',
    summary: 'Can this gauge tell? Repeatability and reproducibility of a crossed study.',
    source:
      'Analysis of variance of the automotive measurement-systems manual, 4th ed., from memory; interaction pooled where p > 0.25: common practice.',
    input: z.object({
      readings: z
        .array(
          z.object({
            part: name,
            operator: name,
            trial: z.number().int().default(1),
            value: finite,
          }),
        )
        .min(1)
        .max(MOST_STUDY_READINGS),
      tolerance: positive.optional().describe('width of the tolerance'),
    }),
    output: z.object({
      ss: parts,
      df: parts,
      fOverEquipment: z.object({ part: finite, operator: finite, interaction: finite }),
      fOverInteraction: z.object({ part: finite, operator: finite }),
      pInteraction: finite,
      pooled: z.boolean(),
      variance: parts,
      sd: z.object({ ev: finite, av: finite, grr: finite, pv: finite, tv: finite }),
      percentStudy: percents,
      percentTolerance: percents.optional(),
      categories: z.number().int(),
      verdict: z.enum(ANSWERS.gauge),
      advice: z.array(z.string()),
    }),
    example: {
      readings: [
        [29.1, 29.3, 29.0, 29.2],
        [31.0, 30.8, 31.1, 30.9],
        [33.4, 33.3, 33.6, 33.4],
      ].flatMap((values, part) =>
        values.map((value, at) => ({
          part: `${part + 1}`,
          operator: at < 2 ? 'B1' : 'B2',
          trial: (at % 2) + 1,
          value,
        })),
      ),
      tolerance: 4,
    },
    calculate: ({ readings, tolerance }) =>
      guarded('readings', () => {
        const { advice, ...study } = studyGauge(readings, tolerance);
        return { ...study, advice: advice.map((line) => textOf(gaugeAdviceSentence(line))) };
      }),
  }),
  calculation({
    name: 'sample-size',
    summary: 'How many pairs a group find a difference, and what do the pairs at hand find?',
    source: 'Power of the two-sided two-sample t test, noncentral t; rounded up.',
    input: z.object({
      difference: positive,
      sd: standardU,
      power: z.number().gt(0).lt(1).default(0.9),
      alpha: z.number().gt(0).lt(1).default(0.05),
      pairs: z.number().int().min(2).max(10_000).optional().describe('pairs a group at hand'),
    }),
    output: z.object({
      perGroup: z.number().int(),
      exact: finite,
      power: finite,
      detectable: finite.optional().describe('the difference that `pairs` find'),
    }),
    example: { difference: 1, sd: 0.8, power: 0.9, alpha: 0.05, pairs: 3 },
    calculate: ({ difference, sd, power, alpha, pairs }) =>
      guarded('difference', () => {
        if (alpha >= power)
          throw new CalculationFault('power', 'the power is to be more than alpha');
        const size = sampleSize({ difference, sd, power, alpha });
        const detectable =
          pairs === undefined ? undefined : detectableDifference(pairs, { sd, power, alpha });
        return detectable === undefined ? size : { ...size, detectable };
      }),
  }),
  calculation({
    name: 'bridging',
    summary: 'Two methods on the same shoes: do they agree, and is there a conversion?',
    source:
      'Deming regression with standard errors by leaving one out (Linnet 1990, from memory); limits of agreement (Bland and Altman 1986); E_n of ISO 13528. What counts as a conversion: common practice.',
    input: z.object({
      shoes: z
        .array(z.object({ shoe: name.default(''), a: finite, b: finite }))
        .min(1)
        .max(10_000),
      noticeable: positive,
      varianceRatio: positive.default(1).describe('error variance of b over that of a'),
      Ua: standardU.optional().describe('expanded uncertainty that each method states'),
      Ub: standardU.optional(),
    }),
    output: z.object({
      shoes: z.number().int(),
      deming: z.object({
        slope: finite,
        intercept: finite,
        slopeSe: finite,
        interceptSe: finite,
        slopeInterval: interval,
      }),
      agreement: z.object({
        bias: finite,
        sd: finite,
        lower: finite,
        upper: finite,
        biasReach: finite,
        limitReach: finite,
      }),
      en: finite.optional(),
      verdict: z.enum(ANSWERS.bridge),
      conversion: z
        .object({
          kind: z.enum(['shift', 'line']),
          intercept: finite,
          slope: finite,
          centre: finite,
          centreU: finite,
          slopeU: finite,
          scatter: finite,
          df: finite,
          from: finite,
          to: finite,
        })
        .optional(),
      conversionU: finite,
      words: z.string(),
    }),
    example: {
      shoes: [
        { a: 20.4, b: 26.5 },
        { a: 24.1, b: 30.6 },
        { a: 27.9, b: 33.4 },
        { a: 31.2, b: 37.9 },
        { a: 35.6, b: 42.3 },
        { a: 41.5, b: 48.7 },
      ],
      noticeable: 3,
    },
    calculate: ({ shoes, noticeable, varianceRatio, Ua, Ub }) =>
      guarded('shoes', () => {
        const bridge = bridgeMethods(shoes, {
          noticeable,
          ratio: varianceRatio,
          ...(Ua === undefined ? {} : { Ua }),
          ...(Ub === undefined ? {} : { Ub }),
        });
        const { slopeInterval } = bridge.deming;
        return {
          ...bridge,
          words: textOf(bridgeSentence(bridge.verdict)),
          deming: { ...bridge.deming, slopeInterval: [...slopeInterval] },
        };
      }),
  }),
  calculation({
    name: 'left-right',
    summary: 'Are left and right alike within a tolerance, over many pairs?',
    source: 'Two one-sided t tests at 5 % (Schuirmann 1987) on one difference a pair.',
    input: z.object({
      differences: z.array(finite).min(1).max(MOST_STUDY_READINGS).describe('right − left'),
      tolerance: finite,
    }),
    output: z.object({
      n: finite,
      mean: finite,
      sd: finite,
      interval95: interval,
      interval90: interval,
      p: finite,
      verdict: z.enum(ANSWERS.equivalence),
    }),
    example: { differences: [0.3, -0.1, 0.4, 0.2, 0.5, 0.1], tolerance: 1 },
    calculate: ({ differences, tolerance }) =>
      guarded(tolerance > 0 ? 'differences' : 'tolerance', () => {
        const found = testEquivalence(differences, tolerance);
        return {
          ...found,
          interval95: [...found.interval95],
          interval90: [...found.interval90],
        };
      }),
  }),
];
