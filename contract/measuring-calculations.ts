/** The named calculations of receiving, measuring and comparing. */

import { z } from 'zod';
import { workOut } from '#core/catalogue/computation.ts';
import { describeQuantity, QUANTITIES } from '#core/catalogue/quantities.ts';
import { judgeClaim } from '#core/claims/claim.ts';
import { findClaimFaults, type StatedFigure } from '#core/claims/claim-consistency.ts';
import { analyseCurve, apparentEi } from '#core/curves/curve-analysis.ts';
import { differenceOf } from '#core/figures/difference.ts';
import { DEFAULT_MASS_EXPONENT, fitMassExponent, massAtReference } from '#core/figures/mass.ts';
import { CLAIM_ANSWERS } from '#core/records/claim-verdict.ts';
import {
  LABEL_SYSTEMS,
  labelFault,
  labelLengths,
  REFERENCE_LABEL,
} from '#core/sizing/size-label.ts';
import { LONGEST_TYPED, readAnyQuantity, readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { canonicalUnit, QUANTITY_KINDS } from '#core/sizing/units.ts';
import { ANSWERS } from '#core/statistics/answers.ts';
import { findOutlier } from '#core/statistics/outlier.ts';
import { DEFAULT_REPEATABILITY_DF, summariseReadings } from '#core/statistics/repeated-readings.ts';
import { decideRepeats, MOST_JUDGED } from '#core/statistics/repeats.ts';
import { judgeDrift } from '#core/study/drift.ts';
import { claimFault } from '#core/wording/claim-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import {
  type Calculation,
  CalculationFault,
  calculation,
  degreesOfFreedom,
  dfIn,
  dfOut,
  finite,
  guarded,
  label,
  MOST_VALUES,
  positive,
  standardU,
  unlimited,
  writeDf,
} from './calculation.ts';

const typedText = z.string().max(4 * LONGEST_TYPED);
const interval = z.object({ lower: finite, upper: finite });
const shown = z.object({ value: finite, U: finite, decimals: z.number().int() });

function stated(
  field: string,
  quantity: StatedFigure['quantity'],
  text: string | undefined,
  bareUnit: string,
  share = 1,
): StatedFigure[] {
  if (text === undefined) return [];
  const kind = quantity === 'mass' ? 'mass' : 'length';
  const read = readTypedQuantity(text, kind, bareUnit);
  if (!read.ok) throw new CalculationFault(field, read.fault.message, read.fault.choices);
  const { value, halfWidth, enteredUnit, bare, typed } = read.value;
  const named = bare ? `${typed} ${bareUnit}` : typed;
  return [
    {
      quantity,
      typed: share === 1 ? named : `${named} a pair`,
      value: share * value,
      halfWidth: share * halfWidth,
      unit: enteredUnit,
    },
  ];
}

export const MEASURING_CALCULATIONS: readonly Calculation[] = [
  calculation({
    name: 'typed-quantity',
    summary: 'Reads a quantity as a person typed it.',
    source: 'Exact factors of the international yard and pound agreement, 1959.',
    input: z.object({
      text: typedText,
      kind: z.enum(QUANTITY_KINDS),
      unit: z.string().optional().describe('what a bare number means'),
    }),
    output: z.object({ value: finite, unit: z.string(), typed: z.string(), halfWidth: finite }),
    example: { text: '1 1/2 in', kind: 'length' },
    calculate: ({ text, kind, unit }) => {
      const read = readTypedQuantity(text, kind, unit);
      if (!read.ok) throw new CalculationFault('text', read.fault.message, read.fault.choices);
      const { value, unit: stored, typed, halfWidth } = read.value;
      return { value, unit: stored, typed, halfWidth };
    },
  }),
  calculation({
    name: 'label-lengths',
    summary: 'The last and foot a size label stands for, and the same last in every system.',
    source: 'The common published label formulas and ISO 9407, from memory.',
    input: z.object({
      system: z.enum(LABEL_SYSTEMS),
      size: finite,
      cut: z
        .enum(['men', 'women'])
        .optional()
        .describe('whose foot formula; left out: women for us-women, else men'),
    }),
    output: z.object({
      lastMm: finite,
      deviceFootMm: finite,
      labels: z.record(z.enum(LABEL_SYSTEMS), finite),
    }),
    example: { system: 'us-men', size: 9 },
    calculate: ({ system, size, cut }) => {
      const fault = labelFault({ system, size });
      if (fault) throw new CalculationFault('size', fault);
      return labelLengths({ system, size }, cut);
    },
  }),
  calculation({
    name: 'mass-at-reference',
    summary: 'The mass of a shoe carried to a reference label.',
    source: 'm·(L_ref/L_label)^k; k = 1.75, u(k) = 0.3: common practice.',
    input: z.object({
      massG: positive,
      label,
      reference: label.default(REFERENCE_LABEL),
      k: positive.optional(),
      uK: standardU.optional(),
      u: standardU.optional(),
    }),
    output: z.object({ massG: finite, u: finite }),
    example: {
      massG: 322,
      label: { system: 'uk', size: 9.5 },
      reference: { system: 'uk', size: 8 },
      u: 1.1,
    },
    calculate: massAtReference,
  }),
  calculation({
    name: 'mass-exponent',
    summary: 'The exponent of mass on last length from editions weighed in several sizes.',
    source: 'Least squares of log mass on log last length, one slope, an intercept per edition.',
    input: z.object({
      rows: z
        .array(z.object({ edition: z.string(), label, massG: positive }))
        .min(3)
        .max(MOST_VALUES),
    }),
    output: z.object({ k: finite, uK: finite, df: finite }),
    example: {
      rows: [
        { edition: 'A', label: { system: 'uk', size: 7 }, massG: 288 },
        { edition: 'A', label: { system: 'uk', size: 8 }, massG: 303 },
        { edition: 'A', label: { system: 'uk', size: 10 }, massG: 331 },
      ],
    },
    calculate: ({ rows }) => {
      const fit = fitMassExponent(rows);
      if (!fit)
        throw new CalculationFault(
          'rows',
          `No fit: an edition weighed in two sizes or more is needed, and at least two rows more than editions; default k is ${DEFAULT_MASS_EXPONENT.k}.`,
        );
      return fit;
    },
  }),
  calculation({
    name: 'repeated-readings',
    summary: 'Mean and uncertainty of repeated readings at one station of one shoe.',
    source: 'JCGM 100:2008 4.2, 4.3 and G.4; pooled repeatability as in ISO 5725-6.',
    input: z.object({
      values: z.array(finite).min(1).max(MOST_VALUES),
      resolution: standardU,
      calibrationU: standardU.optional().describe('standard uncertainty'),
      reproducibilitySd: standardU.optional(),
      repeatability: z
        .object({
          sd: standardU,
          df: degreesOfFreedom.optional().describe(`left out: ${DEFAULT_REPEATABILITY_DF}`),
        })
        .optional(),
    }),
    output: z.object({
      n: finite,
      mean: finite,
      sd: finite.nullable(),
      u: finite,
      df: dfOut,
      k: finite,
      U: finite,
      shown,
    }),
    example: { values: [29.4, 29.6], resolution: 0.1, repeatability: { sd: 0.2, df: 8 } },
    calculate: ({ repeatability, ...readings }) => {
      const { sd, df = DEFAULT_REPEATABILITY_DF } = repeatability ?? {};
      const pooled = sd === undefined ? {} : { repeatability: { sd, df } };
      const summary = guarded('values', () => summariseReadings({ ...readings, ...pooled }));
      return { ...summary, df: writeDf(summary.df) };
    },
  }),
  calculation({
    name: 'repeats-decision',
    summary: 'Do the repeats agree, and what is to be taken next?',
    source: 'ISO 5725-6, critical range factors f(n) at 95 %.',
    input: z.object({
      values: z.array(finite).min(2).max(MOST_JUDGED),
      repeatabilitySd: standardU,
    }),
    output: z.object({
      action: z.enum(['take-two-more', 'mean', 'median']),
      result: finite.optional(),
      range: finite,
      allowed: finite,
      u: finite.optional(),
      df: finite.optional(),
    }),
    example: { values: [29.4, 30.6], repeatabilitySd: 0.2 },
    calculate: ({ values, repeatabilitySd }) => decideRepeats(values, repeatabilitySd),
  }),
  calculation({
    name: 'claim-check',
    summary: "Does a measured figure bear out a maker's claim?",
    source: 'Half the last digit shown against U and half the noticeable step: common practice.',
    input: z.object({
      claim: typedText.describe(
        'with its unit, or a bare number in the unit of the measured value',
      ),
      measured: z.object({ value: finite, U: standardU }),
      noticeable: standardU,
    }),
    output: z.object({
      verdict: z.enum(CLAIM_ANSWERS),
      noticeableVerdict: z.enum(['yes', 'no', 'may be']),
      claimInterval: interval,
    }),
    example: { claim: '27 mm', measured: { value: 26.4, U: 0.4 }, noticeable: 3 },
    calculate: ({ claim, measured, noticeable }) => {
      const bare = readTypedQuantity(claim, 'length', 'mm');
      const read =
        bare.ok && bare.value.bare
          ? bare
          : readAnyQuantity(claim, ['length', 'mass', 'distance', 'angle', 'force', 'moment']);
      if (!read.ok) throw new CalculationFault('claim', read.fault.message, read.fault.choices);
      const { value, halfWidth } = read.value;
      const judged = judgeClaim({ value, halfWidth }, measured, noticeable);
      const { answer, claimInterval } = judged;
      return { verdict: answer, noticeableVerdict: judged.noticeable, claimInterval };
    },
  }),
  calculation({
    name: 'claim-consistency',
    summary: 'Do the figures of one claim agree with each other?',
    source: 'Overlap of the intervals their roundings allow: common practice.',
    input: z.object({
      massOz: typedText.optional(),
      massG: typedText.optional(),
      pairMassG: typedText
        .optional()
        .describe('of both shoes; grams unless its unit says otherwise'),
      heelMm: typedText.optional(),
      forefootMm: typedText.optional(),
      dropMm: typedText.optional(),
    }),
    output: z.object({
      consistent: z.boolean(),
      faults: z.array(
        z.object({
          typed: z.array(z.string()),
          gap: finite,
          unit: z.string(),
          rounding: z.boolean(),
          text: z.string(),
        }),
      ),
    }),
    example: { massOz: '9.4 oz', massG: '271 g' },
    calculate: (input) => {
      const faults = findClaimFaults([
        ...stated('massOz', 'mass', input.massOz, 'oz'),
        ...stated('massG', 'mass', input.massG, 'g'),
        ...stated('pairMassG', 'mass', input.pairMassG, 'g', 0.5),
        ...stated('heelMm', 'heel-stack', input.heelMm, 'mm'),
        ...stated('forefootMm', 'forefoot-stack', input.forefootMm, 'mm'),
        ...stated('dropMm', 'drop', input.dropMm, 'mm'),
      ]);
      return {
        consistent: faults.length === 0,
        faults: faults.map((fault) => ({
          typed: fault.sides.flatMap(({ typed }) => typed),
          gap: fault.gap,
          unit: canonicalUnit(describeQuantity(fault.quantity).kind).symbol,
          rounding: fault.rounding,
          text: textOf(claimFault(fault)),
        })),
      };
    },
  }),
  calculation({
    name: 'difference',
    summary: 'Is the difference of two figures real, and would anyone notice it?',
    source: 'JCGM 100:2008 G.4; two one-sided tests at 5 % for "not shown".',
    input: z.object({
      a: z.object({ value: finite, u: standardU, df: dfIn }),
      b: z.object({ value: finite, u: standardU, df: dfIn }),
      noticeable: standardU,
    }),
    output: z.object({
      difference: finite,
      u: finite,
      df: dfOut,
      U: finite,
      verdict: z.enum(ANSWERS.difference),
      noticeable: z.enum(['yes', 'no', 'may be']),
    }),
    example: {
      a: { value: 29.5, u: 0.2, df: 8 },
      b: { value: 25.1, u: 0.25, df: 8 },
      noticeable: 3,
    },
    calculate: ({ a, b, noticeable }) => {
      const d = differenceOf(
        { ...a, df: unlimited(a.df) },
        { ...b, df: unlimited(b.df) },
        noticeable,
      );
      return { ...d, df: writeDf(d.df) };
    },
  }),
  calculation({
    name: 'tilt',
    summary: 'How broad a sole stands for its height, and how far it leans before it tips.',
    source: 'Half the sole’s width over its stack, and the arc tangent of that: plane geometry.',
    input: z.object({ soleWidthMm: positive, stackMm: positive }),
    output: z.object({ ratio: finite, edgeAngleDeg: finite }),
    example: { soleWidthMm: 90, stackMm: 38 },
    calculate: ({ soleWidthMm, stackMm }) => {
      const of = (quantity: 'width-to-stack' | 'tilt-angle') => {
        const { computed } = QUANTITIES[quantity];
        return (computed && workOut(computed, [soleWidthMm, stackMm])?.value) ?? Number.NaN;
      };
      return { ratio: of('width-to-stack') / 100, edgeAngleDeg: of('tilt-angle') };
    },
  }),
  calculation({
    name: 'outlier',
    summary: "Does one reading lie too far from the others (Grubbs' test, two-sided)?",
    source: 'ISO 5725-2; critical values from Student’s t.',
    input: z.object({
      values: z.array(finite).min(3).max(MOST_VALUES),
      alpha: z.number().gt(0).lt(1).default(0.05),
    }),
    output: z.object({
      suspect: z.number().int().optional().describe('index of the reading apart, from 0'),
      statistic: finite,
      critical: finite,
    }),
    example: { values: [29.4, 29.5, 29.5, 29.6, 32.0] },
    calculate: ({ values, alpha }) => findOutlier(values, alpha),
  }),
  calculation({
    name: 'bend-loop',
    summary: 'Stiffness, loss and return of a bend curve: the mean of its last three cycles.',
    source:
      'Least squares of moment on angle over the loading samples in the closed window; area by trapezoid, ends closed by a chord, angles in radians.',
    input: z.object({
      angleDeg: z.array(finite).min(3).max(MOST_VALUES),
      momentNm: z.array(finite).min(3).max(MOST_VALUES),
      windowDeg: z.tuple([finite, finite]).default([10, 30]),
    }),
    output: z.object({
      stiffnessNmPerDeg: finite,
      stiffnessSd: finite.describe('SD of the cycles; 0 for one'),
      stiffnessNmPerRad: finite,
      lossJ: finite,
      returnPercent: finite,
      cycles: z.number().int(),
      gaping: z.number().int().describe('loops whose ends gape by over 2 % of a range'),
    }),
    example: {
      angleDeg: [0, 5, 10, 14, 16, 18, 20, 22, 24, 26, 28, 30, 32, 35, 40, 35, 30, 20, 10, 5, 0],
      momentNm: [
        0, 1.2, 2.2, 3.0, 3.4, 3.8, 4.2, 4.6, 5.0, 5.4, 5.8, 6.2, 6.6, 7.2, 8.2, 6.6, 5.4, 3.4, 1.4,
        0.5, 0,
      ],
      windowDeg: [10, 30],
    },
    calculate: ({ angleDeg, momentNm, windowDeg }) => {
      if (angleDeg.length !== momentNm.length)
        throw new CalculationFault(
          'momentNm',
          `${angleDeg.length} angles and ${momentNm.length} moments: one of each for every sample.`,
        );
      const { stiffness, lossJ, returnPercent, cycles, faults, gaping } = analyseCurve(
        { x: Float64Array.from(angleDeg), y: Float64Array.from(momentNm) },
        { x: 'angle', y: 'moment', window: windowDeg, windowOn: 'x', conditioning: 0 },
      );
      if (!stiffness || !lossJ || !returnPercent)
        throw new CalculationFault('angleDeg', faults.map((fault) => fault.message).join(' '));
      return {
        stiffnessNmPerDeg: stiffness.mean,
        stiffnessSd: stiffness.sd,
        stiffnessNmPerRad: (stiffness.mean * 180) / Math.PI,
        lossJ: lossJ.mean,
        returnPercent: returnPercent.mean,
        cycles: cycles.length,
        gaping,
      };
    },
  }),
  calculation({
    name: 'three-point',
    summary: 'Apparent bending stiffness of a sole pressed between two supports.',
    source: 'EI = k·L³/48, a beam pressed in the middle (handbook of mechanics).',
    input: z.object({ kNPerMm: positive, spanMm: positive }),
    output: z.object({ apparentEiNmm2: finite }),
    example: { kNPerMm: 7.5, spanMm: 120 },
    calculate: ({ kNPerMm, spanMm }) => ({ apparentEiNmm2: apparentEi(kNPerMm, spanMm) }),
  }),
  calculation({
    name: 'drift-check',
    summary: 'Does a gauge still hold its calibration against a reference piece?',
    source: 'E_n = d / √(U_gauge² + U_piece²), k = 2: ISO 13528.',
    input: z.object({
      value: finite,
      nominal: finite,
      pieceU: standardU.default(0),
      zeroU: standardU,
      gainU: standardU.default(0),
      resolution: standardU,
    }),
    output: z.object({
      deviation: finite,
      en: finite,
      limit: finite,
      verdict: z.enum(ANSWERS.drift),
    }),
    example: { value: 20.1, nominal: 20, pieceU: 0.005, zeroU: 0.1, resolution: 0.1 },
    calculate: ({ value, nominal, pieceU, ...gauge }) =>
      guarded('resolution', () => {
        if (gauge.zeroU + gauge.gainU + gauge.resolution + pieceU === 0)
          throw new RangeError('with no uncertainty at all, nothing can be judged: give the step');
        return judgeDrift({ at: '', value, nominal, pieceU }, gauge);
      }),
  }),
];
