/** Limits of the rules for construction. The limits of the rules of a use are with these rules. */
import { type LimitTable, limit } from './limit.ts';

export const CONSTRUCTION_LIMITS = {
  highStack: limit(35, 'mm', 'A stack with at least this height should have a bevel.'),
  guiding: limit(
    5,
    'points',
    'A midsole guides the foot if it is firmer on the medial side by at least this much.',
  ),
  stiff: limit(4, 'grade', 'A sole is stiff if its bend score is at least this grade.'),
  insoleGap: limit(3, 'mm', 'A gap of at least this width beside the insole is named.'),
  onePlane: limit(1, '°', 'Heel and forefoot are on one plane up to this twist.'),
  heavy: limit(300, 'g', 'A running or walking shoe is heavy from this mass on.'),
  light: limit(250, 'g', 'A running or walking shoe is light up to this mass.'),
  ballFrom: limit(
    65,
    '% of length',
    'A shoe with a flex line closer to the heel does not bend at the ball.',
  ),
  ballTo: limit(
    75,
    '% of length',
    'A shoe with a flex line closer to the toe does not bend at the ball.',
  ),
} as const satisfies LimitTable;
