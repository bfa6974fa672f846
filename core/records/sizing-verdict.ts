/** How the label of a model runs, and which label to take, as data. */
import type { SizeLabel } from '../sizing/size-label.ts';

export interface HalfSizeProbability {
  /** Positive: the shoe runs long, or more is to be taken. */
  halfSizes: number;
  probability: number;
}

export const FIT_WORDS = ['true', 'long', 'short', 'cannot tell'] as const;
export type FitWord = (typeof FIT_WORDS)[number];

export const DEVIATION_GROUPS = ['label', 'reference', 'known shoes', 'try-ons'] as const;
export type DeviationGroup = (typeof DEVIATION_GROUPS)[number];

/** One kind of evidence about the label of a model. */
export interface DeviationKind {
  group: DeviationGroup;
  /** The length that was compared with that of reference shoes. */
  length?: string;
  /** Shoes or testers behind it. */
  n: number;
  /** Where it is a length. */
  mm?: number;
  u?: number;
  /** Median, in half sizes; positive: it runs long. */
  halfSizes: number;
  probabilities: HalfSizeProbability[];
  verdict: FitWord;
  /** By how many half sizes, where that is sure; with the last class or beyond it. */
  sureHalfSizes?: { halfSizes: number; orMore: boolean; probability: number };
  /** An outside length says little of the inside: it is shown and decides nothing. */
  isHint?: true;
}

/** What would settle how a label runs. */
export type DeviationMissing =
  | { kind: 'other insole' }
  | { kind: 'lengths' }
  | { kind: 'testers'; more: number };

export interface Deviation {
  kinds: DeviationKind[];
  /** Kinds that are sure and contradict each other. */
  parts: [DeviationKind, DeviationKind] | undefined;
  verdict: FitWord | 'evidence parts';
  /** The kinds that are sure, the most exact first. */
  decisive: readonly DeviationKind[];
  /** Empty: it is settled. */
  settle: DeviationMissing[];
}

/** How several models of a maker run. */
export interface Tendency {
  n: number;
  verdict: FitWord;
  /** Models that run so; at least half of the others differ: there is no tendency. */
  agreeing: number;
  exceptions: string[];
}

/** How one size of a model compares with what its other sizes predict. */
export type SizeComparison = 'only size' | 'as others' | 'longer' | 'shorter';

export const LABEL_EVIDENCE = ['wore both', 'try-ons', 'lengths'] as const;
export type LabelEvidence = (typeof LABEL_EVIDENCE)[number];

/** Why no label can be named. */
export type LabelHindrance =
  | { kind: 'nothing known' }
  | { kind: 'two camps' }
  | { kind: 'testers contradict' }
  | { kind: 'contradicted'; by: readonly LabelEvidence[] }
  | { kind: 'nothing sure' };

export interface TakenLabel {
  label: SizeLabel;
  width?: string;
  tooLongMm?: number;
}

/** What to take in another model. */
export interface LabelDecision {
  verdict: 'decided' | 'probably' | 'cannot tell';
  hindrance?: LabelHindrance;
  /** In half sizes from the known label. */
  offset?: number;
  take?: TakenLabel;
  /** Labels worth trying on, the nearest to the usual one first. */
  tryOnLabels: readonly SizeLabel[];
}

/** A remark on a recommended label. */
export type FitNote =
  | { kind: 'wide foot' }
  | { kind: 'unequal feet'; differMm: number; smaller: 'left' | 'right' }
  | { kind: 'roomy'; share: number }
  | { kind: 'tight'; share: number; gapMm: number }
  | { kind: 'sock'; sock: 'thick' | 'two pairs'; mm: number }
  | { kind: 'leather' }
  | { kind: 'arch'; arch: 'low' | 'high' }
  | { kind: 'sizes unknown' };

export interface LabelChance {
  label: SizeLabel;
  gapMm: number;
  short: number;
  right: number;
  long: number;
}

export interface Recommendation {
  take?: { label: SizeLabel; width?: string };
  verdict: 'sure' | 'probably' | 'cannot tell';
  /** Why no label is named, where nothing could be worked out. */
  hindrance?: 'no foot length' | 'not measured inside';
  /** The width of the labels. */
  width?: string;
  /** The best label first, then its neighbours that are made. */
  chances: LabelChance[];
  notes: FitNote[];
}

/** By what testers differ. */
export interface Split {
  by: 'foot length' | 'foot width' | 'toe shape' | 'sock';
  sides: [SplitSide, SplitSide];
}

export interface SplitSide {
  /** From or up to a length, or a name; `other`: all other names. */
  feet:
    | { kind: 'measure'; mm: number; side: 'below' | 'above' }
    | { kind: 'name'; name: string }
    | { kind: 'other' };
  testers: string[];
  value: number;
}

/** What can make a shoe feel longer or shorter than it is. */
export type FitCause =
  | { kind: 'low toe box'; mm: number; othersMm: number }
  | { kind: 'try-ons'; times: number; tryOns: number; row: number }
  | { kind: 'part'; part: string; answer: string };

/** What a change of insole or lacing did to something that a tester answers. */
export interface AspectChange {
  name: string;
  better: number;
  same: number;
  worse: number;
}
