/** What is compared on the two shoes of a pair, in the order of the hand. */

import type { QuantityKind } from '../sizing/units.ts';
import { type MeasuredQuantityId, QUANTITIES } from './quantities.ts';
import type { ToolName } from './tools.ts';

export const MATCH_FEATURES = [
  'outsole-small',
  'outsole-large',
  'footbed-length',
  'footbed-ball-width',
  'toe-tip-height',
  'collar-lateral',
  'collar-medial',
  'heel-seam',
  'sole-plane',
  'mass',
  'midsole-lateral-hardness',
  'outsole-hardness',
] as const;
export type MatchFeatureId = (typeof MATCH_FEATURES)[number];

/** The greater of an absolute span and a share of the value. */
export interface ToleranceRule {
  absolute: number;
  share: number;
}

export interface MatchFeature {
  id: MatchFeatureId;
  name: string;
  kind: QuantityKind;
  /** The two shoes against each other, or each shoe against zero. */
  against: 'other' | 'zero';
  tool: ToolName;
  /** Digits after the decimal mark, canonical unit. */
  decimals: number;
  /** Scatter of one reading, canonical unit: common practice. */
  repeatabilitySd: number;
  tolerance: ToleranceRule;
  plausible: readonly [number, number];
  /** What the hand does. */
  how: string;
  /** Chosen and named by the user on the outsole of a model. */
  named?: boolean;
  /** Part of the short check in a shop. */
  short: boolean;
}

/** A feature whose definition stands in the catalogue; `more` is what the check does otherwise. */
function ofQuantity(
  quantity: MeasuredQuantityId & MatchFeatureId,
  how: string,
  more: Partial<MatchFeature> = {},
): MatchFeature {
  const definition = QUANTITIES[quantity];
  if (!definition) throw new RangeError(`${quantity} is not in the catalogue`);
  const { name, kind, tool, decimals, repeatabilitySd, sideTolerance, plausible, named } =
    definition;
  return {
    id: quantity,
    name,
    kind,
    against: 'other',
    tool,
    decimals,
    repeatabilitySd,
    tolerance: sideTolerance,
    plausible,
    how,
    short: false,
    ...(named ? { named } : {}),
    ...more,
  };
}

/** Tolerances and scatter: common practice, replaced by a lab's own. */
const FEATURES: Readonly<Record<MatchFeatureId, MatchFeature>> = {
  'outsole-small': ofQuantity('outsole-small', QUANTITIES['outsole-small'].datum),
  'outsole-large': ofQuantity('outsole-large', QUANTITIES['outsole-large'].datum, { short: true }),
  'footbed-length': ofQuantity(
    'footbed-length',
    'Both footbeds out, face to face with the heels together: length of each, flat.',
    { tool: 'caliper', repeatabilitySd: 0.2, short: true },
  ),
  'footbed-ball-width': ofQuantity(
    'footbed-ball-width',
    'Footbeds face to face: widest part of each. Look for the mark on the underside.',
    { repeatabilitySd: 0.2 },
  ),
  'toe-tip-height': ofQuantity(
    'toe-tip-height',
    'Shoes side by side on a flat table: table to the underside of the sole’s foremost point.',
    { short: true },
  ),
  'collar-lateral': ofQuantity(
    'collar-lateral',
    'Mark the same point on both collars, outside: table to the top edge there.',
  ),
  'collar-medial': ofQuantity(
    'collar-medial',
    'The same on the inside of the ankle: table to the top edge at the marked point.',
  ),
  'heel-seam': ofQuantity(
    'heel-seam',
    'From behind: how far the seam stands off the sole’s centre line at the collar; to lateral is positive.',
    { against: 'zero', short: true },
  ),
  'sole-plane': ofQuantity(
    'sole-plane',
    'Heel flat: twist of the forefoot’s ground plane against the heel’s; lateral edge up is positive.',
    { against: 'zero', repeatabilitySd: 0.2, short: true },
  ),
  mass: ofQuantity('mass', 'Each shoe on the scale, dry, footbed in, laces alike.'),
  'midsole-lateral-hardness': ofQuantity(
    'midsole-lateral-hardness',
    'Foam, type C, on the same flat spot of both sidewalls.',
  ),
  'outsole-hardness': ofQuantity(
    'outsole-hardness',
    'Rubber, type A, on the same spot of both outsoles.',
  ),
};

/** The definition of a feature. */
export function matchFeature(id: MatchFeatureId): MatchFeature {
  return FEATURES[id];
}

/** The features of a check in the order of the hand: all, or the five of the short check. */
export function featuresOf(short: boolean): MatchFeature[] {
  return MATCH_FEATURES.map(matchFeature).filter((feature) => !short || feature.short);
}

/** What is looked at, not measured: common practice. */
interface SightDefinition {
  name: string;
  /** The answers, where they are not sound and fault. */
  answers?: readonly [sound: string, fault: string];
}

/** What is looked at, in the order of the hand. */
export const SIGHTS = {
  roll: { name: 'Outsoles rolled together: one outline', answers: ['alike', 'differ'] },
  rubber: { name: 'Rubber flush with the foam' },
  lugs: { name: 'Lugs whole and alike' },
  footbeds: { name: 'Footbeds face to face', answers: ['alike', 'differ'] },
  liner: { name: 'Liner smooth, nothing loose' },
  lasting: { name: 'Lasting seam inside runs alike' },
  wrap: { name: 'Panels wrap the heel equally far' },
  seam: { name: 'Heel seams stand upright', answers: ['upright', 'off'] },
  level: { name: 'Sole and heel on the table', answers: ['flat', 'rocks'] },
  stitching: { name: 'Stitching whole and even' },
  glue: { name: 'No glue traces or gaps' },
  eyelets: { name: 'Eyelets level and alike' },
  laces: { name: 'Laces of one length' },
} as const satisfies Record<string, SightDefinition>;
export type SightId = keyof typeof SIGHTS;
export const SIGHT_IDS = Object.keys(SIGHTS) as SightId[];

/** The two answers of a look: as it should be, and not. */
export function sightAnswers(id: SightId): readonly [sound: string, fault: string] {
  const { answers }: SightDefinition = SIGHTS[id];
  return answers ?? ['sound', 'fault'];
}

/** The look that a feature may be answered by instead of a figure: the same thing, by eye. */
export const SEEN_INSTEAD: Partial<Record<MatchFeatureId, SightId>> = {
  'outsole-large': 'roll',
  'footbed-length': 'footbeds',
  'footbed-ball-width': 'footbeds',
  'heel-seam': 'seam',
  'sole-plane': 'level',
};

/**
 * A check in the order of the hand: what is read, looked at and measured, part by part. Workmanship stands
 * beside the part it belongs to.
 */
export const CHECK_ORDER = [
  'labels',
  'roll',
  'outsole-small',
  'outsole-large',
  'rubber',
  'lugs',
  'footbeds',
  'footbed-length',
  'footbed-ball-width',
  'marks',
  'liner',
  'lasting',
  'toe-tip-height',
  'collar-lateral',
  'collar-medial',
  'wrap',
  'seam',
  'heel-seam',
  'level',
  'sole-plane',
  'stitching',
  'glue',
  'eyelets',
  'laces',
  'mass',
  'midsole-lateral-hardness',
  'outsole-hardness',
] as const satisfies readonly ('labels' | 'marks' | MatchFeatureId | SightId)[];
