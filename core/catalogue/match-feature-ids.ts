/** What is compared on the two shoes of a pair, in the order of the hand; defined in `match-features.ts`. */
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
