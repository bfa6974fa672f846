/** What is looked at in a check, and its place among what is read and measured. */
import type { MatchFeatureId } from './match-feature-ids.ts';

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
