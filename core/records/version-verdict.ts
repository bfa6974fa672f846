/** What follows for a buyer from one version of a model to the next, as data. */
import type { Direction } from './choice-verdict.ts';
import type { Finding, Verdict } from './verdict.ts';

/** How one model is related to another. */
export const LINE_KINDS = ['follows', 'width of', 'colour of'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** What is shown along the versions, if anybody measured or stated it. */
export const LINE_QUANTITIES = [
  'heel-stack',
  'forefoot-stack',
  'drop',
  'mass',
  'ball-width',
] as const;
export type LineQuantity = (typeof LINE_QUANTITIES)[number];

/** A difference of a newer version from an older one. */
export interface LineChange {
  quantity: LineQuantity;
  /** `same`: too small to notice; `perhaps`: it may be noticed; `other`: noticed, but neither better nor worse. */
  word: 'same' | 'perhaps' | 'better' | 'worse' | 'other';
  direction: Direction;
  /** In smallest noticeable differences, with its sign. */
  steps: number;
  /** One of the two is only stated. */
  stated?: boolean;
}

export const VERSION_ANSWERS = [
  'last year’s',
  'stay',
  'skip',
  'the new one',
  'another shoe',
  'another width',
  'cannot tell',
] as const;
export type VersionAnswer = (typeof VERSION_ANSWERS)[number];

/** Why nothing that is sure to be noticed speaks for either version. */
export type NothingNoticed =
  | { kind: 'stated colour' }
  | { kind: 'nothing' }
  | { kind: 'perhaps'; changes: readonly LineChange[] };

/** A line of evidence: a change, other parts, or that nothing is sure to be noticed. */
export interface VersionFinding extends Finding {
  says:
    | { kind: 'change'; change: LineChange }
    | { kind: 'parts'; parts: readonly string[] }
    | NothingNoticed;
}

export interface VersionVerdict extends Verdict<VersionAnswer> {
  evidenceFor: readonly VersionFinding[];
  evidenceAgainst: readonly VersionFinding[];
  /** What differs at a version that is another shoe, in the order in which it is said. */
  differences: readonly VersionFinding[];
  kind: LineKind;
  /** How much more the newer one costs; absent: not known. */
  priceGap?: { amount: number; currency: string };
  /** The older one is no longer made. */
  isOlderEnded: boolean;
}
