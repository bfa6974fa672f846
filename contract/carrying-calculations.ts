/** Calculations on labels, claims as they are typed, and figures carried to other terms. */
import { z } from 'zod';
import { describeQuantity, type QuantityId } from '#core/catalogue/quantities.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { CLAIMED_PARTS } from '#core/claims/claim-tokens.ts';
import {
  type Carried,
  carriedWords,
  carryValue,
  halvedSlope,
  sizeRefusal,
  wearRefusal,
} from '#core/figures/carry.ts';
import { DEFAULT_MASS_EXPONENT, type MassExponent } from '#core/figures/mass.ts';
import { readPrintedLabel } from '#core/sizing/printed-label.ts';
import { LABEL_SYSTEMS } from '#core/sizing/size-label.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { gradingOf } from '#core/statistics/grading.ts';
import { roundToUncertainty } from '#core/statistics/rounding.ts';
import { effectiveDf, standardUncertainty } from '#core/statistics/uncertainty.ts';
import {
  type Calculation,
  CalculationFault,
  calculation,
  dfIn,
  dfOut,
  finite,
  label,
  MOST_VALUES,
  standardU,
  unlimited,
  writeDf,
} from './calculation.ts';
import { anyQuantity, stackBasis } from './fields.ts';

const line = z.string().max(500);
const system = z.enum(LABEL_SYSTEMS);
const terms = z.object({ label: label.optional(), wornKm: z.number().nonnegative().optional() });
const slope = z.object({ slope: finite, u: standardU, df: dfIn });

const slopeOf = ({ slope: value, u, df }: z.output<typeof slope>) =>
  halvedSlope(value, u, unlimited(df));

const exponentOf = (given: z.output<typeof slope> | undefined): MassExponent =>
  given ? { k: given.slope, uK: given.u, df: unlimited(given.df) } : DEFAULT_MASS_EXPONENT;

/** Both ends or neither: what is carried from nowhere is refused. */
function checkEnds(from: z.output<typeof terms>, to: z.output<typeof terms>): void {
  for (const part of ['label', 'wornKm'] as const) {
    if ((from[part] === undefined) === (to[part] === undefined)) continue;
    const lacking = from[part] === undefined ? 'from' : 'to';
    throw new CalculationFault(
      `${lacking}.${part}`,
      `${lacking} states no ${part === 'label' ? 'label' : 'distance'}: nothing is carried from or to an unknown one.`,
    );
  }
  const refusal =
    (from.label && to.label && sizeRefusal(from.label, to.label)) ??
    (from.wornKm !== undefined && to.wornKm !== undefined
      ? wearRefusal(from.wornKm, to.wornKm)
      : undefined);
  if (refusal) throw new CalculationFault('to', `${refusal}.`);
}

function wordsOf(quantity: QuantityId, carried: readonly Carried[]): string {
  const { symbol } = canonicalUnit(describeQuantity(quantity).kind);
  const words = carriedWords(carried, (change, U) => {
    const shown = roundToUncertainty(change, U, 3);
    const size = Math.abs(shown.value).toFixed(shown.decimals);
    return `${shown.value < 0 ? '−' : '+'}${size} ± ${shown.U.toFixed(shown.decimals)} ${symbol}`;
  });
  return words || 'like: nothing to carry';
}

export const CARRYING_CALCULATIONS: readonly Calculation[] = [
  calculation({
    name: 'label-as-printed',
    summary: 'Size and width of a label as it is printed on box or tongue.',
    source: 'How labels are printed: common practice.',
    input: z.object({
      text: z.string().max(80),
      hint: system.optional().describe('the system of a size that names none'),
    }),
    output: z.object({
      labels: z.array(z.object({ system: system.optional(), size: finite })),
      width: z.string().optional(),
      faults: z.array(z.string()),
      unread: z.array(z.string()),
    }),
    example: { text: 'US 9.5 / UK 8.5 / EU 43, wide' },
    calculate: ({ text, hint }) => readPrintedLabel(text, hint),
  }),
  calculation({
    name: 'claims-as-typed',
    summary: 'What a line of claims states, in figures and in words; the rest as text.',
    source: 'Half the last digit shown; about, and numbers in words, 5 %: common practice.',
    input: z.object({ text: line }),
    output: z.object({
      claims: z.array(
        z.object({
          quantity: anyQuantity.optional(),
          value: finite.optional(),
          unit: z.string().optional(),
          halfWidth: standardU.optional(),
          typed: z.string(),
          about: z.boolean().optional(),
          limit: z.enum(['at most', 'at least']).optional(),
          label: z.object({ system, size: finite }).optional(),
          basis: stackBasis.partial().optional(),
          words: z.object({ part: z.enum(CLAIMED_PARTS), text: z.string() }).optional(),
        }),
      ),
      unread: z.array(z.string()),
    }),
    example: { text: "zero drop, 28 mm, 12 oz in men's 11, 10.8 oz in 9" },
    calculate: ({ text }) => {
      const read = readClaims(text);
      const isStack = (quantity: QuantityId) =>
        describeQuantity(quantity).dependsOn.includes('stack');
      return {
        claims: [
          ...read.figures.map(({ unit: _, label: own, basis, ...claim }) => {
            const size = own ?? read.label;
            const stated = isStack(claim.quantity) ? (basis ?? read.statedBasis) : {};
            return {
              ...claim,
              unit: canonicalUnit(describeQuantity(claim.quantity).kind).symbol,
              ...(size ? { label: size } : {}),
              ...(Object.keys(stated).length > 0 ? { basis: stated } : {}),
            };
          }),
          ...read.words.map((words) => ({ typed: words.text, words })),
        ],
        unread: read.unread.map(({ text: piece }) => piece),
      };
    },
  }),
  calculation({
    name: 'carry',
    summary: 'A figure carried to another size or distance worn, with the doubt that this adds.',
    source:
      'Usual slopes: common practice, from memory, with 8 degrees of freedom; JCGM 100 for their doubt.',
    input: z.object({
      quantity: anyQuantity,
      value: finite,
      u: standardU,
      df: dfIn,
      insole: z.enum(['in', 'out']).default('in'),
      from: terms,
      to: terms,
      slopes: z.object({ size: slope.optional(), wear: slope.optional() }).default({}),
    }),
    output: z.object({
      value: finite,
      u: standardU,
      df: dfOut,
      carried: z.array(z.object({ by: z.enum(['size', 'wear']), change: finite, u: standardU })),
      words: z.string(),
    }),
    example: {
      quantity: 'ball-width',
      value: 106,
      u: 0.5,
      df: 8,
      from: { label: { system: 'uk', size: 8 } },
      to: { label: { system: 'uk', size: 10 } },
    },
    calculate: ({ quantity, value, u, df, insole, from, to, slopes }) => {
      checkEnds(from, to);
      const definition = describeQuantity(quantity);
      if (definition.ordinal)
        throw new CalculationFault('quantity', 'A score by hand is a vote, and is not carried.');
      const own = {
        ...(slopes.size && !definition.grades.exponent ? { size: slopeOf(slopes.size) } : {}),
        ...(slopes.wear ? { wear: slopeOf(slopes.wear) } : {}),
      };
      const stack = {
        place: 'in-shoe' as const,
        insole,
        lugs: 'in' as const,
        layers: 'whole sole' as const,
        method: 'needle' as const,
      };
      const found = carryValue(
        value,
        definition,
        {
          ...(from.label ? { label: from.label } : {}),
          ...(from.wornKm === undefined ? {} : { wornKm: from.wornKm }),
        },
        {
          ...(to.label ? { label: to.label } : {}),
          ...(to.wornKm === undefined ? {} : { wornKm: to.wornKm }),
        },
        { exponent: exponentOf(slopes.size), slopes: { [quantity]: own } },
        { edition: '', pair: '', stack },
      );
      if (definition.plausible[0] >= 0 && value >= 0 && found.value < 0)
        throw new CalculationFault(
          'slopes',
          `The slope makes ${definition.name.toLowerCase()} negative: ${found.value.toFixed(1)}.`,
        );
      const terms = [
        { key: 'own', kind: 'readings' as const, u: u * found.scale, df: unlimited(df) },
        ...found.terms,
      ];
      return {
        value: found.value,
        u: standardUncertainty(terms),
        df: writeDf(effectiveDf(terms)),
        carried: found.carried.map(({ by, change, u: own }) => ({ by, change, u: own })),
        words: wordsOf(quantity, found.carried),
      };
    },
  }),
  calculation({
    name: 'grading',
    summary: 'How a quantity goes with size, or with wear: one slope, an intercept per group.',
    source: 'Least squares with a common slope; groups weighted by their spread in x (JCGM 100).',
    input: z.object({
      rows: z
        .array(z.object({ group: z.string().max(60), x: finite, value: finite }))
        .min(3)
        .max(MOST_VALUES)
        .describe('x in full US sizes, or in km'),
    }),
    output: z.object({
      slope: finite,
      u: standardU,
      df: finite,
      own: z
        .object({ u: standardU, df: finite, groups: z.number().int() })
        .optional()
        .describe('the slope as a lab’s own, which each group has for itself'),
    }),
    example: {
      rows: [
        { group: 'A', x: 7, value: 93.7 },
        { group: 'A', x: 9, value: 97.6 },
        { group: 'B', x: 8, value: 102 },
        { group: 'B', x: 11, value: 108.1 },
      ],
    },
    calculate: ({ rows }) => {
      const found = gradingOf(rows);
      if (!found)
        throw new CalculationFault(
          'rows',
          'No slope can be told: one group needs two sizes, and a row more than groups and slope take.',
        );
      const { slope: common, u, df, own } = found;
      return {
        slope: common,
        u,
        df,
        ...(own ? { own: { u: own.u, df: own.df, groups: own.groups } } : {}),
      };
    },
  }),
];
