/** What definitions of the catalogue are made from: most of a quantity is what its kind has in common. */
import type { BasisPart, QuantityDefinition, QuantityDrawing } from './quantity.ts';
import { type Carrying, usualCarrying } from './slopes.ts';

export type Draft = Omit<
  QuantityDefinition,
  | 'id'
  | 'short'
  | 'per'
  | 'decimals'
  | 'noticeable'
  | 'sideTolerance'
  | 'dependsOn'
  | keyof Carrying
> &
  Partial<Omit<QuantityDefinition, 'id'>>;

export const SHOE: readonly BasisPart[] = ['size', 'configuration', 'worn'];
export const STACK: readonly BasisPart[] = ['stack', ...SHOE];
export const FOAM: readonly BasisPart[] = [...SHOE, 'setup', 'temperature'];

/** Fills in what most quantities share: of one shoe, tenths, a quarter-size step, 1 mm left to right. */
export function quantity(draft: Draft): Omit<QuantityDefinition, 'id'> {
  return {
    short: draft.name.toLowerCase(),
    per: 'shoe',
    decimals: 1,
    noticeable: 2,
    sideTolerance: { absolute: 1, share: 0 },
    dependsOn: SHOE,
    ...usualCarrying(draft.kind, draft.decimals ?? 1),
    ...draft,
  };
}

export const within = (absolute: number, share = 0) => ({ absolute, share });

/** A length read outside or inside by caliper, with a drawing. */
export function length(
  name: string,
  group: Draft['group'],
  datum: string,
  drawing: QuantityDrawing,
  plausible: readonly [number, number],
  more: Partial<Draft> = {},
) {
  return quantity({
    name,
    group,
    kind: 'length',
    datum,
    drawing,
    plausible,
    tool: 'caliper',
    repeatabilitySd: 0.3,
    betweenPairSd: 0.6,
    ...more,
  });
}

export function angle(
  name: string,
  group: Draft['group'],
  datum: string,
  drawing: QuantityDrawing,
  plausible: readonly [number, number],
  more: Partial<Draft> = {},
) {
  return quantity({
    name,
    group,
    kind: 'angle',
    datum,
    drawing,
    plausible,
    tool: 'angle gauge',
    repeatabilitySd: 0.4,
    betweenPairSd: 0.7,
    ...more,
  });
}

/** A score by hand, in whole grades up to 5. */
export function byHand(
  name: string,
  datum: string,
  drawing: QuantityDrawing,
  scale: readonly string[],
  least = 1,
) {
  return quantity({
    name,
    group: 'by hand',
    kind: 'grade',
    datum,
    drawing,
    decimals: 0,
    plausible: [least, 5],
    tool: 'hand',
    repeatabilitySd: 0,
    noticeable: 1,
    sideTolerance: within(1),
    ordinal: true,
    scale,
  });
}
