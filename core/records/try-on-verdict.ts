/** What a try-on shows, as data. */
import type { SizeLabel } from '../sizing/size-label.ts';
import type { Verdict } from './verdict.ts';

export const TRY_ON_OUTCOMES = ['keep', 'swap', 'let go', 'open', 'cannot tell'] as const;
export type TryOnOutcome = (typeof TRY_ON_OUTCOMES)[number];

/** The rows of the rules of a try-on. 20 is what fits, 21 what cannot be told. */
export type TryOnRow =
  | 1
  | 2
  | 3
  | 4
  | 5
  | 6
  | 7
  | 8
  | 9
  | 10
  | 11
  | 12
  | 13
  | 14
  | 15
  | 16
  | 17
  | 18
  | 19
  | 20
  | 21;

/** What can be tried next. */
export const STEPS = [
  'another-model',
  'heel-lock',
  'insole-on-top',
  'half-down',
  'return',
  'clinician',
  'as-usual',
  'wider',
  'wider-same-size',
  'another-insole',
  'then-wider',
  'half-up',
  'wider-first',
  'else-half-up',
  'half-down-and-insole',
  'heel-padding',
  'wear-indoors',
  'two-tensions',
  'narrower',
  'skip-eyelet',
  'thinner-insole',
  'higher-sock',
  'return-otherwise',
  'fit-larger-foot',
  'tighter-laces',
  'other-lacing',
  'full-up',
  'answer-room',
  'answer-heel',
  'answer-ball',
  'answer-laces',
  'answer-insole',
  'answer-eyelets',
  'another-size',
] as const;
export type StepId = (typeof STEPS)[number];

/** Why it is tried. */
export const STEP_REASONS = [
  'not-for-foot',
  'holds-heel',
  'fills-shoe',
  'fills-length-right',
  'inside-longer',
  'not-a-pair',
  'pain',
  'change-fit',
  'laces-let-out',
  'width-not-length',
  'presses-arch',
  'no-insole-helps',
  'toes-no-room',
  'squeezed-foot',
  'no-wider-build',
  'insole-too-short',
  'reaches-toe',
  'lacing-does-not-hold',
  'new-heel',
  'ball-fits',
  'wide-all-along',
  'less-pressure',
  'lowers-foot',
  'collar-softens',
  'collar-chafes',
  'larger-foot',
  'holds-smaller',
  'width-before-full',
  'no-half-size',
  'no-swap',
  'lacing-no-help',
  'neither-helps',
  'most-useful',
  'all-answered',
] as const;
export type StepReason = (typeof STEP_REASONS)[number];

export interface TryOnStep {
  what: StepId;
  why: StepReason;
  label?: SizeLabel;
  width?: string;
}

export interface TryOnSwap {
  label: SizeLabel;
  width?: string;
}

export interface TryOnVerdict extends Verdict<TryOnOutcome> {
  /** The rows that hold; the first leads. */
  rows: readonly TryOnRow[];
  next: readonly TryOnStep[];
  swapFor?: TryOnSwap;
}
