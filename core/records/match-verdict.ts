/** A check of left against right, as data. */
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import type { Felt } from '../catalogue/match-look.ts';
import type { Side } from '../catalogue/quantities.ts';
import type { SightId } from '../catalogue/sights.ts';
import type { SizeLabel } from '../sizing/size-label.ts';

export const MATCH_ANSWERS = ['matched', 'out', 'cannot tell'] as const;
export type MatchAnswer = (typeof MATCH_ANSWERS)[number];

export const CAUSE_IDS = [
  'two-sizes',
  'wrong-footbed',
  'upper-askew',
  'heel-seat',
  'twisted',
  'toe-spring',
  'two-moulds',
  'other-foam',
  'other-rubber',
  'other-build',
] as const;
export type CauseId = (typeof CAUSE_IDS)[number];

export const CONFIDENCES = ['sure', 'likely', 'possible'] as const;
/** How sure a cause is: all of its pattern seen, some of it not known, something against it. */
export type Confidence = (typeof CONFIDENCES)[number];

export type AtFault = Side | 'either' | 'both';

/** How the shoe at fault was found. */
export type AtFaultWhy =
  | { by: 'siblings'; feature: MatchFeatureId; pairs: number; like: Side }
  | { by: 'eye'; feature: MatchFeatureId; shoe: Side | 'both' }
  /** Off on one shoe; `other` is true where the other one is known to be within. */
  | { by: 'zero'; feature: MatchFeatureId; shoe: Side | 'both'; otherIsTrue: boolean }
  | { by: 'collar' }
  | { by: 'nothing' };

/** A fault that was seen: by eye, or on the box. */
export type SeenFault =
  | { sight: SightId; side?: Side | 'both'; note: string }
  | { sight: 'box'; label: SizeLabel };

/** What is wrong with a pair: a cause, or features whose pattern fits none. */
export type MatchFault =
  | { cause: CauseId; confidence: Confidence }
  | { features: readonly MatchFeatureId[] };

/** What is usually done with a pair; a person decides. */
export type MatchAdvice = 'keep' | 'keep and note' | 'return' | 'go on';

/** What a verdict on a pair tells besides its evidence. */
export interface MatchCircumstances {
  advice: MatchAdvice;
  /** Undefined: nothing is out. */
  fault?: MatchFault;
  seen: readonly SeenFault[];
  felt?: Felt;
  /** Features that are still to be measured, or too near their tolerance. */
  open: readonly MatchFeatureId[];
  /** How many features were measured. */
  measured: number;
}

/** A feature by which the two shoes of a pair differ out of tolerance: canonical unit. */
export interface DifferingFeature {
  feature: MatchFeatureId;
  left: number;
  right: number;
}

/** What a decided check of left against right found, as it is kept with the pair. */
export interface LeftRightFinding {
  found: MatchAnswer;
  /** The fault in a phrase. Absent in findings of earlier versions, empty without a fault. */
  fault?: string | undefined;
  /** The cause that led; null: none. Absent in findings of earlier versions. */
  cause?: CauseId | null | undefined;
  differing: readonly DifferingFeature[];
}

/** A pair that was decided on, with what its check found. */
export interface DecidedPair {
  tag: string;
  decision: string;
  /** Undefined: not known. */
  found?: string | undefined;
  differing: readonly DifferingFeature[];
}
