/** What the two shoes of a pair truly measure where the scenario holds them against each other. */
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { HALF_SIZE_MM, lastLength } from '#core/sizing/size-label.ts';

export interface MatchTruth {
  tag: string;
  /** Days after it was received. */
  after: number;
  left: Partial<Record<MatchFeatureId, number>>;
  /** Where the right shoe differs from the left. */
  right: Partial<Record<MatchFeatureId, number>>;
  labels: { left: string; right: string; box: string };
  marks?: { left: string; right: string };
  /** Faults seen by eye; all else was sound. */
  seen?: { sight: 'glue' | 'stitching' | 'rubber'; side: 'left' | 'right'; note: string }[];
  /** Left out: the check is still open. */
  decision?: {
    decision: 'keep' | 'keep and note' | 'return';
    note: string;
    unworn: boolean | null;
  };
}

/** Outsole features as the bench named them on these models. */
export const FEATURE_NAMES: Record<string, Partial<Record<MatchFeatureId, string>>> = {
  'Roundsman 3': {
    'outsole-small': 'Heel window, width',
    'outsole-large': 'Tread, heel edge to toe window',
  },
  Stairwell: {
    'outsole-small': 'Arch block, width',
    'outsole-large': 'Tread, second to last groove',
  },
};

/** A sound Roundsman 3 of UK 8. */
const ROUNDSMAN: MatchTruth['left'] = {
  'outsole-small': 28.3,
  'outsole-large': 187.4,
  'footbed-length': 266.1,
  'footbed-ball-width': 91.8,
  'toe-tip-height': 35.9,
  'collar-lateral': 61.2,
  'collar-medial': 64.1,
  'heel-seam': 0.3,
  'sole-plane': 0.1,
  mass: 301.5,
  'midsole-lateral-hardness': 46,
  'outsole-hardness': 64,
};

const STAIRWELL: MatchTruth['left'] = {
  'outsole-small': 33.6,
  'outsole-large': 171.2,
  'footbed-length': 264.6,
  'footbed-ball-width': 90.4,
  'toe-tip-height': 30.8,
  'collar-lateral': 83.2,
  'collar-medial': 86.4,
  'heel-seam': -0.2,
  'sole-plane': 0.1,
  mass: 411,
  'midsole-lateral-hardness': 51,
  'outsole-hardness': 66,
};

/** A shoe of the next half size: lengths by the ratio of the lasts, mass by its usual power. */
function halfSizeUp(shoe: MatchTruth['left']): MatchTruth['left'] {
  const last = lastLength({ system: 'uk', size: 8 });
  const ratio = (last + HALF_SIZE_MM) / last;
  const grown: MatchTruth['left'] = {};
  for (const feature of [
    'outsole-small',
    'outsole-large',
    'footbed-length',
    'footbed-ball-width',
  ] as const)
    grown[feature] = (shoe[feature] ?? 0) * ratio;
  return { ...grown, mass: (shoe.mass ?? 0) * ratio ** 1.75 };
}

/** A sound Lanewalk of UK 8. */
const LANEWALK: MatchTruth['left'] = {
  'outsole-small': 24.1,
  'outsole-large': 166.4,
  'footbed-length': 265.2,
  'footbed-ball-width': 91.1,
  'toe-tip-height': 33.6,
  'collar-lateral': 60.8,
  'collar-medial': 63.5,
  'heel-seam': 0.1,
  'sole-plane': 0,
  mass: 296,
  'midsole-lateral-hardness': 48,
  'outsole-hardness': 63,
};

const uk8 = { left: 'UK 8', right: 'UK 8', box: 'UK 8' };
const kept = { decision: 'keep', note: '', unworn: null } as const;

export const MATCH_TRUTHS: MatchTruth[] = [
  { tag: 'BR-10', after: 1, left: ROUNDSMAN, right: {}, labels: uk8, decision: kept },
  {
    tag: 'BR-11',
    after: 1,
    left: { ...ROUNDSMAN, 'footbed-length': 266.5, mass: 303 },
    right: {},
    labels: uk8,
    seen: [{ sight: 'glue', side: 'left', note: 'a trace at the toe bumper' }],
    decision: {
      decision: 'keep and note',
      note: 'Glue at the left toe, does not loosen.',
      unworn: null,
    },
  },
  // Two half sizes in one box; both tongues say UK 8.
  {
    tag: 'BR-13',
    after: 1,
    left: ROUNDSMAN,
    right: halfSizeUp(ROUNDSMAN),
    labels: uk8,
    marks: { left: '8 L', right: '8½ R' },
    decision: { decision: 'return', note: '', unworn: true },
  },
  { tag: 'NS-01', after: 1, left: STAIRWELL, right: {}, labels: uk8, decision: kept },
  // The autumn delivery of the Lanewalk, looked at pair by pair as far as the third.
  { tag: 'TL-05', after: 1, left: LANEWALK, right: {}, labels: uk8, decision: kept },
  {
    tag: 'TL-06',
    after: 1,
    left: LANEWALK,
    right: { 'toe-tip-height': 38.9 },
    labels: uk8,
    seen: [{ sight: 'glue', side: 'right', note: 'a trace along the welt' }],
    decision: {
      decision: 'keep and note',
      note: 'The right toe stands higher: laid flat for a day, and looked at again.',
      unworn: null,
    },
  },
  {
    tag: 'TL-07',
    after: 1,
    left: LANEWALK,
    right: {},
    labels: uk8,
    seen: [{ sight: 'glue', side: 'left', note: 'at the heel' }],
    decision: { decision: 'keep and note', note: 'Glue at the left heel.', unworn: null },
  },
  // The footbed of another size in the right shoe; the check is still open.
  {
    tag: 'NS-06',
    after: 1,
    left: STAIRWELL,
    right: { 'footbed-length': 270.8, 'footbed-ball-width': 92.6 },
    labels: uk8,
    marks: { left: '8 L', right: '9 R' },
  },
];
