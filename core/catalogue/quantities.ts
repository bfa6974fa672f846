/**
 * The catalogue of quantities: one definition of each, read by core, server and interface alike.
 *
 * Plausible ranges, repeatabilities, between-pair SDs, noticeable steps and tolerances are common
 * practice: starting values that a lab replaces with its own.
 */
import type { ClassLines } from './classes.ts';
import { inputsOf } from './computation.ts';
import { COMPUTED } from './computed-quantities.ts';
import { DETAILS } from './detail-quantities.ts';
import { MASS_AND_LENGTH } from './mass-and-length-quantities.ts';
import type { QuantityDefinition } from './quantity.ts';
import { SHAPE } from './shape-quantities.ts';
import { STACKS } from './stack-quantities.ts';
import { STIFFNESS } from './stiffness-quantities.ts';
import { TREAD } from './tread-quantities.ts';

/** Taken at the shoe, in the order of sheets. */
const MEASURED = {
  ...MASS_AND_LENGTH,
  ...STACKS,
  ...SHAPE,
  ...DETAILS,
  ...STIFFNESS,
  ...TREAD,
};

type ShippedQuantityId = keyof typeof MEASURED;
/** A quantity that a lab added itself. */
export type OwnQuantityId = `own-${string}`;
export type MeasuredQuantityId = ShippedQuantityId | OwnQuantityId;
type ComputedQuantityId = keyof typeof COMPUTED;
export type QuantityId = MeasuredQuantityId | ComputedQuantityId;

export const MEASURED_QUANTITIES = Object.keys(MEASURED) as ShippedQuantityId[];
export const COMPUTED_QUANTITIES = Object.keys(COMPUTED) as ComputedQuantityId[];

/** The quantities that ship with Emvex. */
export const QUANTITY_IDS = [...MEASURED_QUANTITIES, ...COMPUTED_QUANTITIES];
const DEFINITIONS: Record<(typeof QUANTITY_IDS)[number], Omit<QuantityDefinition, 'id'>> = {
  ...MEASURED,
  ...COMPUTED,
};

/** What every comparison shows, in order; others follow where two editions have them. */
export const ALWAYS_COMPARED: readonly QuantityId[] = [
  'heel-stack',
  'forefoot-stack',
  'drop',
  'mass',
];

export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

/** Definitions by id: those that ship with Emvex, or these with a lab's own beside them. */
export type Catalogue = Readonly<Record<string, QuantityDefinition>>;

/** Definitions by id, and nothing else: no word of the language itself is taken for a quantity. */
function byId(definitions: readonly QuantityDefinition[]): Catalogue {
  const catalogue: Record<string, QuantityDefinition> = Object.create(null);
  for (const definition of definitions) catalogue[definition.id] = definition;
  return catalogue;
}

export const QUANTITIES = byId(
  QUANTITY_IDS.map((id) => ({ id, ...DEFINITIONS[id] })),
) as Catalogue & Readonly<Record<ShippedQuantityId | ComputedQuantityId, QuantityDefinition>>;

/**
 * The shipped catalogue with a lab's own quantities, which never replace a shipped one, and with the
 * classes that the lab bounds otherwise.
 */
export function catalogueWith(
  own: readonly QuantityDefinition[],
  classes: Readonly<Record<string, ClassLines>> = {},
): Catalogue {
  const catalogue = own.length > 0 ? byId([...own, ...Object.values(QUANTITIES)]) : QUANTITIES;
  return withTraits(catalogue, 'classes', Object.entries(classes));
}

/** A catalogue in which a lab's own traits of quantities stand in place of the shipped ones. */
export function withTraits<Trait extends 'classes' | 'followedKm' | 'noticeable'>(
  catalogue: Catalogue,
  trait: Trait,
  traits: Iterable<readonly [id: string, value: QuantityDefinition[Trait]]>,
): Catalogue {
  const changed = [...traits].flatMap(([id, value]) => {
    const definition = catalogue[id];
    return definition ? [{ ...definition, [trait]: value }] : [];
  });
  return changed.length > 0 ? byId([...Object.values(catalogue), ...changed]) : catalogue;
}

/**
 * The definition of a quantity.
 * @throws RangeError on an id that is in no catalogue: a fault of the program, not of the user
 */
export function describeQuantity(
  id: string,
  catalogue: Catalogue = QUANTITIES,
): QuantityDefinition {
  const found = catalogue[id];
  if (!found) throw new RangeError(`no quantity ${id} in the catalogue`);
  return found;
}

/** Noticeable steps by quantity, canonical units: the catalogue's, or as a lab changed them. */
export type NoticeableSteps = Readonly<Record<string, number>>;

export function defaultSteps(catalogue: Catalogue = QUANTITIES): NoticeableSteps {
  return Object.fromEntries(Object.values(catalogue).map(({ id, noticeable }) => [id, noticeable]));
}

/** A station in words: `heel stack, left`. */
export function nameStation(
  quantity: QuantityId,
  side: Side,
  catalogue: Catalogue = QUANTITIES,
): string {
  return `${describeQuantity(quantity, catalogue).name.toLowerCase()}, ${side}`;
}

/**
 * What a quantity is worked out from; of one that is taken, itself.
 * @example partsOf('drop') // ['heel-stack', 'forefoot-stack']
 */
export function partsOf(
  quantity: QuantityId,
  catalogue: Catalogue = QUANTITIES,
): readonly QuantityId[] {
  const { computed } = describeQuantity(quantity, catalogue);
  return computed ? (inputsOf(computed) as readonly QuantityId[]) : [quantity];
}

/** Quantities of a catalogue that are worked out. */
export const computedIn = (catalogue: Catalogue): QuantityDefinition[] =>
  Object.values(catalogue).filter(({ computed }) => computed !== undefined);

/** The quantity of a layer that lies at the station of a stack. */
export function layerAt(
  stack: QuantityId,
  layer: 'insole' | 'lugs',
  catalogue: Catalogue = QUANTITIES,
): MeasuredQuantityId | undefined {
  return describeQuantity(stack, catalogue).layers?.[layer] as MeasuredQuantityId | undefined;
}
