/** What a judgement comes to. Every verdict is a word of a short list, and *cannot tell* is a good one. */

/** The words of each kind of verdict: said here, and nowhere else. */
export const VERDICT_WORDS = {
  /** Two figures against each other. */
  difference: ['real', 'not shown', 'cannot tell'],
  /** A difference against a tolerance: JCGM 106. */
  tolerance: ['within', 'out', 'cannot tell'],
  /** Left and right over many pairs: two one-sided tests. */
  equivalence: ['alike', 'not alike', 'cannot tell'],
  /** Two methods on the same shoes: what carries one to the other. */
  bridge: ['agree', 'shift', 'line', 'none'],
  /** A gauge with its hands. */
  gauge: ['good', 'conditional', 'poor', 'cannot tell'],
  /** A gauge against a reference piece. */
  drift: ['holds', 'drifted'],
  /** The room against the standard one. */
  room: ['within', 'out', 'not recorded'],
  /** A version against the one before it, for somebody who would buy. */
  version: [
    'last year’s',
    'stay',
    'skip',
    'the new one',
    'another shoe',
    'another width',
    'cannot tell',
  ],
  /** A shoe for a ground, an event, a binding. */
  suits: ['suits', 'suits with a but', 'does not suit', 'cannot tell'],
} as const;

export type VerdictWord<Kind extends keyof typeof VERDICT_WORDS> =
  (typeof VERDICT_WORDS)[Kind][number];

/** What a rule of the trade is called whose source is the trade itself. */
export const COMMON_PRACTICE = 'common practice';

/** A judgement call: the word, what speaks for it and what against, and the rule it was made by. */
export interface Verdict<Kind extends keyof typeof VERDICT_WORDS> {
  word: VerdictWord<Kind>;
  for: string[];
  against: string[];
  source: string;
}
