/** The basis of a figure: all that must agree for two figures to be like for like. */
import { type BasisPart, INSOLE_AT, QUANTITIES, type QuantityId } from './quantities.ts';
import { isSameSize, nameLabel, type SizeLabel } from './size-label.ts';

export const STACK_PLACES = ['in-shoe', 'maker-marks', 'sidewall'] as const;
export const STACK_METHODS = ['caliper', 'needle', 'cut', 'ruler'] as const;
export const CONFIGURATIONS = [
  'as sold',
  'insole replaced',
  'insole added',
  'insole out',
  'orthotic',
] as const;

/** The choices that make a stack height: where, through what, and how. */
export interface StackBasis {
  place: (typeof STACK_PLACES)[number];
  insole: 'in' | 'out';
  lugs: 'in' | 'out';
  layers: 'whole sole' | 'midsole only';
  method: (typeof STACK_METHODS)[number];
}

export type Configuration = (typeof CONFIGURATIONS)[number];

export interface Basis {
  label: SizeLabel;
  configuration: Configuration;
  /** Distance worn when measured. */
  wornKm: number;
  /** Absent for quantities that are no stacks. */
  stack?: StackBasis;
}

/** Worn distances closer than this count as one state of wear: common practice. */
export const SAME_WEAR_KM = 25;

/** How one basis stands to another. */
export type BasisAnswer =
  | { terms: 'like'; note?: string }
  | { terms: 'convertible'; by: ConversionStep[] }
  | { terms: 'not'; reason: string; measure: string };

/** One step that carries a figure to another basis. */
export type ConversionStep = { kind: 'insole'; add: boolean } | { kind: 'size' };

const PLACE_WORDS: Record<StackBasis['place'], string> = {
  'in-shoe': 'in-shoe 12 / 75 %',
  'maker-marks': 'at the maker’s marks',
  sidewall: 'at the visible sidewall',
};

const METHOD_WORDS: Record<StackBasis['method'], string> = {
  caliper: 'caliper',
  needle: 'needle gauge',
  cut: 'cut section',
  ruler: 'ruler',
};

/** A stack basis in words: `in-shoe 12 / 75 %, insole in, lugs in, needle gauge`. */
export function nameStackBasis(basis: StackBasis): string {
  const layers =
    basis.layers === 'midsole only' ? 'midsole only' : `insole ${basis.insole}, lugs ${basis.lugs}`;
  return `${PLACE_WORDS[basis.place]}, ${layers}, ${METHOD_WORDS[basis.method]}`;
}

/** One key per stack basis, for grouping and addresses. */
export function stackBasisKey(basis: StackBasis): string {
  return [basis.place, basis.insole, basis.lugs, basis.layers, basis.method]
    .join('-')
    .replaceAll(' ', '-');
}

type Step = { convert: ConversionStep } | { reason: string; measure: string };

function compareStacks(quantity: QuantityId, from: StackBasis, to: StackBasis): Step[] {
  const steps: Step[] = [];
  const differ = (part: keyof StackBasis) => from[part] !== to[part];
  if (differ('place'))
    steps.push({
      reason: `taken ${PLACE_WORDS[from.place]}, not ${PLACE_WORDS[to.place]}`,
      measure: `measure it ${PLACE_WORDS[to.place]}`,
    });
  else if (differ('method'))
    steps.push({
      reason: `taken by ${METHOD_WORDS[from.method]}, not by ${METHOD_WORDS[to.method]}`,
      measure: `measure it by ${METHOD_WORDS[to.method]}`,
    });
  if (differ('layers'))
    steps.push({
      reason: `one is the ${from.layers}, the other the ${to.layers}`,
      measure: `measure the ${to.layers} of both`,
    });
  if (differ('lugs'))
    steps.push({
      reason: `one has its lugs ${from.lugs}, the other ${to.lugs}`,
      measure: `measure both with lugs ${to.lugs}`,
    });
  if (differ('insole'))
    steps.push(
      quantity === 'drop' || INSOLE_AT[quantity]
        ? { convert: { kind: 'insole', add: to.insole === 'in' } }
        : {
            reason: `one has its insole ${from.insole}, the other ${to.insole}`,
            measure: `measure both with the insole ${to.insole}`,
          },
    );
  return steps;
}

const PART_STEPS: Record<BasisPart, (quantity: QuantityId, from: Basis, to: Basis) => Step[]> = {
  stack: (quantity, from, to) => {
    if (from.stack && to.stack) return compareStacks(quantity, from.stack, to.stack);
    return from.stack === to.stack
      ? []
      : [{ reason: 'the stack basis of one is not stated', measure: 'measure both on one basis' }];
  },
  size: (quantity, from, to) => {
    if (isSameSize(from.label, to.label)) return [];
    if (QUANTITIES[quantity].scales === 'mass-exponent') return [{ convert: { kind: 'size' } }];
    return [
      {
        reason: `a ${nameLabel(from.label)}, not a ${nameLabel(to.label)}`,
        measure: `measure a ${nameLabel(to.label)}`,
      },
    ];
  },
  configuration: (_quantity, from, to) =>
    from.configuration === to.configuration
      ? []
      : [
          {
            reason: `one is measured ${from.configuration}, the other ${to.configuration}`,
            measure: `measure both ${to.configuration}`,
          },
        ],
  worn: (_quantity, from, to) =>
    Math.abs(from.wornKm - to.wornKm) <= SAME_WEAR_KM
      ? []
      : [
          {
            reason: `one had ${Math.round(from.wornKm)} km, the other ${Math.round(to.wornKm)} km of wear`,
            measure: 'measure both new, or after the same distance',
          },
        ],
};

/**
 * Compares two bases for a quantity: like for like, convertible by named steps, or not
 * comparable with the reason and what to measure instead.
 * @example compareBases('heel-stack', insoleIn, sidewall) // { terms: 'not', reason: …, measure: … }
 */
export function compareBases(quantity: QuantityId, from: Basis, to: Basis): BasisAnswer {
  const steps = QUANTITIES[quantity].dependsOn.flatMap((part) =>
    PART_STEPS[part](quantity, from, to),
  );
  const refusals = steps.filter((step) => 'reason' in step);
  if (refusals.length > 0)
    return {
      terms: 'not',
      reason: refusals.map((step) => step.reason).join('; '),
      measure: [...new Set(refusals.map((step) => step.measure))].join('; '),
    };
  const by = steps.flatMap((step) => ('convert' in step ? [step.convert] : []));
  if (by.length > 0) return { terms: 'convertible', by };
  const names = [nameLabel(from.label), nameLabel(to.label)];
  return names[0] === names[1]
    ? { terms: 'like' }
    : { terms: 'like', note: `${names[0]} and ${names[1]} are one size` };
}
