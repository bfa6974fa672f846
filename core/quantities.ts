/**
 * The catalogue of quantities: one definition of each, read by core, server and interface alike.
 *
 * Repeatabilities, between-pair SDs, noticeable steps and tolerances are common practice: starting
 * values that a lab replaces with its own.
 */
import type { QuantityKind } from './units.ts';

export const MEASURED_QUANTITIES = [
  'mass',
  'heel-stack',
  'forefoot-stack',
  'heel-insole',
  'forefoot-insole',
] as const;
export type MeasuredQuantityId = (typeof MEASURED_QUANTITIES)[number];

export const QUANTITY_IDS = [...MEASURED_QUANTITIES, 'drop'] as const;
export type QuantityId = (typeof QUANTITY_IDS)[number];

export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

/** What must agree for two figures of a quantity to be like for like. */
export type BasisPart = 'stack' | 'size' | 'configuration' | 'worn';

export interface QuantityDefinition {
  id: QuantityId;
  name: string;
  /** Name for narrow places such as the slip. */
  short: string;
  kind: QuantityKind;
  /** From where to where, and how. */
  datum: string;
  /** Distance from the rear of the inside, as a share of internal length; for the drawing. */
  at?: number;
  /** Digits after the decimal mark in the canonical unit. */
  decimals: number;
  /** Outside this range a reading is asked about. Canonical unit, one shoe. */
  plausible: readonly [number, number];
  /** Default repeatability SD where a protocol states none. */
  repeatabilitySd: number;
  /** SD between pairs of one edition and label; absent where nobody knows one yet. */
  betweenPairSd?: number;
  /** Smallest difference that a wearer may notice. */
  noticeable: number;
  /** Left-right tolerance: the greater of an absolute span and a share of the value. */
  sideTolerance: { absolute: number; share: number };
  dependsOn: readonly BasisPart[];
  /** How a value is carried to another label; `none` is not carried. */
  scales: 'mass-exponent' | 'none';
}

const STACK_PARTS: readonly BasisPart[] = ['stack', 'size', 'configuration', 'worn'];

export const QUANTITIES: Readonly<Record<QuantityId, QuantityDefinition>> = {
  mass: {
    id: 'mass',
    name: 'Mass',
    short: 'mass',
    kind: 'mass',
    datum: 'One shoe, dry, as the configuration says, laces in, on the scale alone.',
    decimals: 1,
    plausible: [60, 1800],
    repeatabilitySd: 0.4,
    betweenPairSd: 4,
    noticeable: 15,
    sideTolerance: { absolute: 5, share: 0.02 },
    dependsOn: ['size', 'configuration', 'worn'],
    scales: 'mass-exponent',
  },
  'heel-stack': {
    id: 'heel-stack',
    name: 'Heel stack',
    short: 'heel',
    kind: 'length',
    datum: 'Foot-side surface to ground-side surface of the sole at the centre of the heel.',
    at: 0.12,
    decimals: 1,
    plausible: [4, 80],
    repeatabilitySd: 0.2,
    betweenPairSd: 0.5,
    noticeable: 3,
    sideTolerance: { absolute: 1, share: 0 },
    dependsOn: STACK_PARTS,
    scales: 'none',
  },
  'forefoot-stack': {
    id: 'forefoot-stack',
    name: 'Forefoot stack',
    short: 'forefoot',
    kind: 'length',
    datum: 'Foot-side surface to ground-side surface of the sole at the centre of the forefoot.',
    at: 0.75,
    decimals: 1,
    plausible: [3, 70],
    repeatabilitySd: 0.2,
    betweenPairSd: 0.5,
    noticeable: 3,
    sideTolerance: { absolute: 1, share: 0 },
    dependsOn: STACK_PARTS,
    scales: 'none',
  },
  'heel-insole': {
    id: 'heel-insole',
    name: 'Insole at the heel',
    short: 'insole heel',
    kind: 'length',
    datum: 'Thickness of the insole at the heel station, taken out and laid flat.',
    at: 0.12,
    decimals: 1,
    plausible: [0.8, 20],
    repeatabilitySd: 0.15,
    betweenPairSd: 0.2,
    noticeable: 2,
    sideTolerance: { absolute: 1, share: 0 },
    dependsOn: ['size', 'configuration', 'worn'],
    scales: 'none',
  },
  'forefoot-insole': {
    id: 'forefoot-insole',
    name: 'Insole at the forefoot',
    short: 'insole forefoot',
    kind: 'length',
    datum: 'Thickness of the insole at the forefoot station, taken out and laid flat.',
    at: 0.75,
    decimals: 1,
    plausible: [0.8, 20],
    repeatabilitySd: 0.15,
    betweenPairSd: 0.2,
    noticeable: 2,
    sideTolerance: { absolute: 1, share: 0 },
    dependsOn: ['size', 'configuration', 'worn'],
    scales: 'none',
  },
  drop: {
    id: 'drop',
    name: 'Drop',
    short: 'drop',
    kind: 'length',
    datum: 'Heel stack less forefoot stack, same shoe, same basis, same session.',
    decimals: 1,
    plausible: [-15, 35],
    repeatabilitySd: 0.3,
    betweenPairSd: 0.5,
    noticeable: 2,
    sideTolerance: { absolute: 1, share: 0 },
    dependsOn: STACK_PARTS,
    scales: 'none',
  },
};

/** Noticeable steps by quantity, canonical units: the catalogue's, or as a lab changed them. */
export type NoticeableSteps = Readonly<Record<QuantityId, number>>;

export const DEFAULT_NOTICEABLE = Object.fromEntries(
  QUANTITY_IDS.map((id) => [id, QUANTITIES[id].noticeable]),
) as NoticeableSteps;

/** A station in words: `heel stack, left`. */
export function nameStation(quantity: QuantityId, side: Side): string {
  return `${QUANTITIES[quantity].name.toLowerCase()}, ${side}`;
}

/** The stacks of which an insole's thickness is the missing layer. */
export const INSOLE_AT: Partial<Record<QuantityId, MeasuredQuantityId>> = {
  'heel-stack': 'heel-insole',
  'forefoot-stack': 'forefoot-insole',
};
