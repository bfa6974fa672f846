/** How a shoe answers a rule of a use, as data. */
import type { Limits } from '../catalogue/tolerance.ts';
import type { Aspect, EvidenceMark, RuleDrawing, UseRule } from '../catalogue/use-rule.ts';
import type { Finding, Missing, Verdict } from './verdict.ts';

/** The favourable answer first. */
export const USE_ANSWERS = ['suits', 'suits with a but', 'does not suit', 'cannot tell'] as const;
export type UseAnswerCode = (typeof USE_ANSWERS)[number];

/** What a rule read of a shoe. */
export type RuleReading =
  | {
      reads: 'figure' | 'score';
      of: string;
      value: number;
      /** Expanded; of a score 0. */
      U: number;
      limits: Limits;
      isStated: boolean;
    }
  | { reads: 'part'; of: string; answers: readonly string[]; isStated: boolean }
  /** What it is made for, narrower than the use. */
  | { reads: 'made for'; specialities: readonly string[] }
  | { reads: 'claim'; text: string };

/** A criterion of a rule that was met or not met. */
export interface UseFinding extends Finding {
  mark: EvidenceMark;
  /** What the rule says of such a shoe. */
  says: string;
  aspect?: Aspect;
  /** Empty where nothing but the use was read. */
  readings: readonly RuleReading[];
}

/** What would settle a rule: a figure to take, a score, a part to look at, or a word to be said. */
export const USE_MISSING_KINDS = ['figure', 'score', 'part', 'made for'] as const;

export interface UseMissing extends Missing {
  kind: (typeof USE_MISSING_KINDS)[number];
  /** The quantity or the part; empty: what the shoe is made for. */
  subject: string;
  /** A part that would tell too. */
  lookAt?: string;
  /** It was read, and is too near its limit, or not one of the known answers. */
  unclear?: RuleReading;
}

/** A rule of a use, answered for a shoe. */
export interface UseAnswer extends Verdict<UseAnswerCode> {
  rule: UseRule;
  /** Whose limits hold. */
  use: string;
  /** In the order of the rule's criteria, evidence for and against alike. */
  findings: readonly UseFinding[];
  unknown: readonly UseMissing[];
  /** Each aspect that the rule keeps apart. */
  aspects: readonly { aspect: Aspect; answer: UseAnswerCode }[];
}

/** A rule of a use as it is written for a person or a program. */
export interface WrittenUseAnswer<Words> {
  rule: string;
  use: string;
  name: string;
  /** For which ground, event or way it was asked; empty: for all. */
  aims: string;
  why: string;
  words: Words;
  verdict: { word: UseAnswerCode; for: Words[]; against: Words[]; source: string };
  evidence: { mark: EvidenceMark; words: Words; aspect?: Aspect }[];
  wouldTell: { kind: UseMissing['kind']; of: string; words: Words }[];
  aspects: { aspect: Aspect; word: UseAnswerCode }[];
  caution: string;
  draws?: RuleDrawing;
}
