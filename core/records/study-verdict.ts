/** What studies of gauges, methods and pairs advise, as data. */

/** What to do about a gauge, the most important first. */
export type GaugeAdvice =
  | 'equal'
  | 'hidden'
  | 'use'
  | 'useIfSmall'
  | 'doNotCompare'
  | 'operatorsDiffer'
  | 'repeatsDiffer'
  | 'both'
  | 'interaction'
  | 'noClasses'
  | { says: 'fewClasses'; categories: number };

/** Variances of a study of pairs. */
export const COMPONENT_NAMES = ['pair', 'pairSide', 'repeat'] as const;
export type ComponentName = (typeof COMPONENT_NAMES)[number];

/** What limits a study of pairs. */
export type PairStudyNote =
  | { kind: 'negative'; component: ComponentName }
  | { kind: 'read once' }
  | { kind: 'no spread' };
