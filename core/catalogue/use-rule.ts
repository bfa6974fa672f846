/**
 * The shape of a rule of a use, and the few words it is written in. A rule is data: what it reads, between what that
 * should lie, what it then says for or against. `core/construction/use-answer.ts` answers it.
 */
import { COMMON_PRACTICE } from '../statistics/answers.ts';
import type { PartId } from './construction.ts';
import type { ShippedUse } from './disciplines.ts';
import type { QuantityId } from './quantities.ts';

/** What a line of evidence does to the verdict: nothing of `open` can be told by anybody yet. */
export const EVIDENCE_MARKS = ['for', 'but', 'against', 'open'] as const;
export type EvidenceMark = (typeof EVIDENCE_MARKS)[number];

/** What a line is about, where a rule keeps them apart. */
export const ASPECTS = ['performance', 'safety', 'durability'] as const;
export type Aspect = (typeof ASPECTS)[number];

/** One thing that is read, and when it holds. */
export type RuleTest =
  | { reads: 'figure' | 'score'; of: QuantityId; from?: number; to?: number }
  | { reads: 'part'; of: PartId; is: readonly string[] }
  /** What is narrower than the use; a part of the same words, as seen, counts before it. */
  | { reads: 'made for'; is: readonly string[]; seenAt?: PartId }
  | { reads: 'use'; is: ShippedUse }
  /** Words of its maker, by whichever of these expressions. */
  | { reads: 'claim'; words: readonly string[] };

export interface Criterion {
  /** Any of them is enough. */
  tests: readonly RuleTest[];
  /** Asked only where one of these holds. */
  when?: readonly RuleTest[];
  holds: string;
  holding: EvidenceMark;
  fails: string;
  failing: EvidenceMark;
  /** Without it nothing can be told. */
  needed?: boolean;
  aspect?: Aspect;
}

/** How a rule is drawn, where geometry decides it. */
export const RULE_DRAWINGS = ['tilt', 'toe under a lever', 'one plane'] as const;
export type RuleDrawing = (typeof RULE_DRAWINGS)[number];

export interface UseRule {
  /** `court/low` */
  id: string;
  name: string;
  /** For which of the use's grounds, events or ways it holds; absent: for all. */
  aims?: readonly string[];
  /** Holds a shoe against one of several grounds or events: shown for all of them where none is asked for. */
  isTable?: true;
  why: string;
  source: string;
  caution?: string;
  draws?: RuleDrawing;
  asks: readonly Criterion[];
}

/** What one does with a shoe in a shop, and what it tells. */
export interface ShopTest {
  act: string;
  tells: string;
  part?: PartId;
  quantity?: QuantityId;
}

/** The half of a use's entry that answers questions. */
export interface UseRules {
  /** What a good one is, in a few sentences. */
  card: string;
  /** Grounds, events or ways that are told apart; those of the use's specialities that matter among them. */
  aims: readonly string[];
  rules: readonly UseRule[];
  inShop: readonly ShopTest[];
  /** Rule books and standards that decide instead, with their date. */
  books?: readonly { name: string; dated: string; says: string }[];
}

type More = Partial<Pick<Criterion, 'when' | 'failing' | 'holding' | 'needed' | 'aspect'>>;
type Limits = { from?: number; to?: number };

/** Says the one where any of the tests holds, and the other where none does. */
export const says = (
  tests: readonly RuleTest[],
  holds: string,
  fails: string,
  more: More = {},
): Criterion => ({ tests, holds, fails, holding: 'for', failing: 'but', ...more });

/** @example figure('forefoot-lugs', { from: 4.5 }) */
export const figure = (of: QuantityId, limits: Limits): RuleTest => ({
  reads: 'figure',
  of,
  ...limits,
});
/** A score by hand, by its place on the scale. */
export const score = (of: QuantityId, limits: Limits): RuleTest => ({
  reads: 'score',
  of,
  ...limits,
});
export const part = (of: PartId, ...is: string[]): RuleTest => ({ reads: 'part', of, is });
export const madeFor = (...is: string[]): RuleTest => ({ reads: 'made for', is });
export const use = (is: ShippedUse): RuleTest => ({ reads: 'use', is });
export const claim = (...words: string[]): RuleTest => ({ reads: 'claim', words });

/** A rule of common practice. */
export const rule = (
  id: string,
  name: string,
  why: string,
  asks: readonly Criterion[],
  more: Partial<UseRule> = {},
): UseRule => ({ id, name, why, asks, source: COMMON_PRACTICE, ...more });

/** The subject of a test's line in the table of thresholds; undefined where it has no number. */
export const ruleSubject = (id: string, test: RuleTest): string | undefined =>
  test.reads === 'figure' || test.reads === 'score' ? `${id} ${test.of}` : undefined;
