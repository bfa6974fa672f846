/** The basis of a figure: all that must agree for two figures to be like for like. */

import {
  type Catalogue,
  describeQuantity,
  layerAt,
  partsOf,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import type { BasisPart } from '../catalogue/quantity.ts';
import type { Configuration, StackBasis } from '../catalogue/stack-basis.ts';
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import { isSameSize, nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import type { Kilometres } from '../sizing/units.ts';
import { isAtMost } from '../statistics/at-limit.ts';
import { sizeRefusal, wearRefusal } from './carry.ts';

export interface Basis {
  label: SizeLabel;
  configuration: Configuration;
  /** Parts taken off for the measurement: `laces, gaiter`; empty or absent: none. */
  removed?: string;
  /** Distance worn when measured. */
  wornKm: Kilometres;
  /** Span, clamp, stamp, place on the shoe: what the protocol says of the set-up. */
  setup?: string;
  /** Mean room temperature of the readings, where it was recorded. */
  temperatureC?: number;
  /** Absent for quantities that are no stacks. */
  stack?: StackBasis;
}

/** How one basis stands to another. */
export type BasisAnswer =
  | { terms: 'like'; note?: string }
  | { terms: 'convertible'; by: ConversionStep[] }
  | { terms: 'not'; reason: string; measure: string };

/** One step that carries a figure to another basis. */
export type ConversionStep =
  | { kind: Layer; add: boolean }
  | { kind: 'size' }
  | { kind: 'wear' }
  | { kind: 'bridge'; from: string; to: Basis };

/** A layer that may be added to a stack or taken off, where it was measured on the same pair. */
export type Layer = 'insole' | 'lugs';

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

/** Two methods on the same shoes may show how one converts to the other. */
const BRIDGE = 'bridge the two methods on shoes measured by both';

type Step = { convert: ConversionStep } | { reason: string; measure: string };

function compareStacks(
  quantity: QuantityId,
  from: StackBasis,
  to: StackBasis,
  catalogue: Catalogue,
): Step[] {
  const steps: Step[] = [];
  const differ = (part: keyof StackBasis) => from[part] !== to[part];
  if (differ('place'))
    steps.push({
      reason: `taken ${PLACE_WORDS[from.place]}, not ${PLACE_WORDS[to.place]}`,
      measure: `measure it ${PLACE_WORDS[to.place]}, or ${BRIDGE}`,
    });
  else if (differ('method'))
    steps.push({
      reason: `taken by ${METHOD_WORDS[from.method]}, not by ${METHOD_WORDS[to.method]}`,
      measure: `measure it by ${METHOD_WORDS[to.method]}, or ${BRIDGE}`,
    });
  if (differ('layers'))
    steps.push({
      reason: `one is the ${from.layers}, the other the ${to.layers}`,
      measure: `measure the ${to.layers} of both`,
    });
  for (const layer of ['insole', 'lugs'] as const)
    if (differ(layer))
      steps.push(
        partsOf(quantity, catalogue).every(
          (part) =>
            !describeQuantity(part, catalogue).dependsOn.includes('stack') ||
            layerAt(part, layer, catalogue),
        )
          ? { convert: { kind: layer, add: to[layer] === 'in' } }
          : {
              reason: `one has its ${layer} ${from[layer]}, the other ${to[layer]}`,
              measure: `measure both with the ${layer} ${to[layer]}`,
            },
      );
  return steps;
}

type Definition = ReturnType<typeof describeQuantity>;

const PART_STEPS: Record<
  BasisPart,
  (definition: Definition, from: Basis, to: Basis, catalogue: Catalogue) => Step[]
> = {
  stack: ({ id }, from, to, catalogue) => {
    if (from.stack && to.stack)
      return compareStacks(id as QuantityId, from.stack, to.stack, catalogue);
    return from.stack === to.stack
      ? []
      : [{ reason: 'the stack basis of one is not stated', measure: 'measure both on one basis' }];
  },
  size: (_definition, from, to) => {
    if (isSameSize(from.label, to.label)) return [];
    const reason = sizeRefusal(from.label, to.label);
    return reason === undefined
      ? [{ convert: { kind: 'size' } }]
      : [{ reason, measure: `measure a ${nameLabel(to.label)}` }];
  },
  configuration: (_definition, from, to) => [
    ...(from.configuration === to.configuration
      ? []
      : [
          {
            reason: `one is measured ${from.configuration}, the other ${to.configuration}`,
            measure: `measure both ${to.configuration}`,
          },
        ]),
    ...((from.removed ?? '') === (to.removed ?? '')
      ? []
      : [
          {
            reason: `one is measured without ${from.removed || 'nothing removed'}, the other without ${to.removed || 'nothing removed'}`,
            measure: 'measure both with the same parts on',
          },
        ]),
  ],
  setup: (_definition, from, to) =>
    (from.setup ?? '') === (to.setup ?? '')
      ? []
      : [
          {
            reason: `one set-up is ${from.setup || 'not stated'}, the other ${to.setup || 'not stated'}`,
            measure: to.setup ? `measure it at ${to.setup}` : 'measure both in one stated set-up',
          },
        ],
  temperature: (_definition, from, to) =>
    from.temperatureC === undefined ||
    to.temperatureC === undefined ||
    isAtMost(Math.abs(from.temperatureC - to.temperatureC), FIGURE_LIMITS.sameRoom.value)
      ? []
      : [
          {
            reason: `one was at ${from.temperatureC.toFixed(0)} °C, the other at ${to.temperatureC.toFixed(0)} °C`,
            measure: 'measure both in one room, after conditioning',
          },
        ],
  worn: ({ followedKm }, from, to) => {
    if (isAtMost(Math.abs(from.wornKm - to.wornKm), FIGURE_LIMITS.sameWear.value)) return [];
    const reason = wearRefusal(from.wornKm, to.wornKm, followedKm);
    return reason === undefined
      ? [{ convert: { kind: 'wear' } }]
      : [{ reason, measure: 'measure both new, or after the same distance' }];
  },
};

/**
 * Compares two bases for a quantity: like for like, convertible by named steps, or not
 * comparable with the reason and what to measure instead.
 * @example compareBases('heel-stack', insoleIn, sidewall) // { terms: 'not', reason: …, measure: … }
 */
export function compareBases(
  quantity: QuantityId,
  from: Basis,
  to: Basis,
  catalogue: Catalogue = QUANTITIES,
): BasisAnswer {
  const definition = describeQuantity(quantity, catalogue);
  const steps = definition.dependsOn.flatMap((part) =>
    PART_STEPS[part](definition, from, to, catalogue),
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
