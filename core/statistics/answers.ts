/** The answers of computations that compare figures: closed lists, and *cannot tell* is a good answer. */

export const ANSWERS = {
  /** Two figures compared. */
  difference: ['real', 'not shown', 'cannot tell'],
  /** A difference and a tolerance: JCGM 106. */
  tolerance: ['within', 'out', 'cannot tell'],
  /** Left and right over many pairs: two one-sided tests. */
  equivalence: ['alike', 'not alike', 'cannot tell'],
  /** Two methods on the same shoes: what converts one to the other. */
  bridge: ['agree', 'shift', 'line', 'none'],
  /** A gauge with its operators. */
  gauge: ['good', 'conditional', 'poor', 'cannot tell'],
  /** A gauge compared with a reference piece. */
  drift: ['holds', 'drifted'],
  /** The room compared with the standard one. */
  room: ['within', 'out', 'not recorded'],
} as const;

export type AnswerOf<Kind extends keyof typeof ANSWERS> = (typeof ANSWERS)[Kind][number];

/** The source of a rule of the trade that no publication states. */
export const COMMON_PRACTICE = 'common practice';
