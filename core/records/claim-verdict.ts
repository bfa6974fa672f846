/** A claim compared with a measured figure, as data. */
import type { ClaimedQuantityId } from '../catalogue/claimed-quantities.ts';
import type { Verdict } from './verdict.ts';

export const CLAIM_ANSWERS = ['agrees', 'differs', 'cannot tell'] as const;
export type ClaimAnswer = (typeof CLAIM_ANSWERS)[number];

export const NOTICEABLE = ['yes', 'may be', 'no'] as const;
/** Whether a person would notice a difference. */
export type Noticeable = (typeof NOTICEABLE)[number];

export interface Interval {
  lower: number;
  upper: number;
}

/** What of a stack basis may be otherwise than it was measured. */
export const OTHER_BASES = [
  'insole out',
  'insole in',
  'lugs out',
  'lugs in',
  'midsole only',
  'whole sole',
] as const;
export type OtherBasis = (typeof OTHER_BASES)[number];

/** What of a claim's terms keeps it from being compared. */
export type ClaimHindrance =
  | { kind: 'not comparable'; reason: string; measure: string }
  /** The claim states another method, and nothing was measured by it. */
  | { kind: 'other method'; insole: string; lugs: string };

/** What a claim and a figure come to by their numbers alone; canonical unit. */
export interface ClaimComparison {
  answer: ClaimAnswer;
  /** Whether anyone would notice the difference beyond the claim's own rounding. */
  noticeable: Noticeable;
  /** |measured − claimed|; of a limit: how far beyond it. */
  gap: number;
  claimInterval: Interval;
}

export interface ClaimVerdict extends Verdict<ClaimAnswer>, ClaimComparison {
  /** The measured side as it was compared: converted to the claim's size, say. */
  measured: { value: number; U: number };
  hindrance?: ClaimHindrance;
}

/** One side of a contradiction: figures as typed, and what they allow together. */
export interface StatedSide {
  typed: readonly string[];
  allows: Interval;
}

/** Two statements of one claim that do not meet, as far as their rounding allows. */
export interface ClaimFault {
  /** The quantity that both sides tell of. */
  quantity: ClaimedQuantityId;
  /** Whether the first side is worked out from several figures, as a drop is from two stacks. */
  isComputed: boolean;
  sides: readonly [StatedSide, StatedSide];
  /** Distance between the intervals, canonical unit. */
  gap: number;
  /** True where the gap is less than a last digit: it is probably rounding. */
  rounding: boolean;
}
