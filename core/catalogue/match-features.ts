/** What is compared on the two shoes of a pair, in the order of the hand. */

import type { QuantityKind } from '../sizing/units.ts';
import { MATCH_FEATURES, type MatchFeatureId } from './match-feature-ids.ts';
import { type MeasuredQuantityId, QUANTITIES } from './quantities.ts';
import type { ToolName } from './tools.ts';

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
