/** The shape of every judgement. Sentences are made from it in `core/wording/`, and nowhere else. */

/** What a rule read, for or against the answer. */
export interface Finding {
  /** The rule that read it. */
  rule: string;
  /** The quantity, part, sign or answer that was read. */
  subject: string;
  /** What was read, in the canonical unit; words for a sight or an answer. */
  value?: number | string;
  /** Expanded uncertainty of the value. */
  U?: number;
  /** What the value was compared with. */
  limit?: { low?: number; high?: number };
  side?: 'left' | 'right';
  /** Where it comes from: measured, stated, seen. */
  source?: string;
}

/** What a rule needed and nobody knows, and what would tell. */
export interface Missing {
  rule: string;
  subject: string;
  /** How to find out. */
  how: 'measure' | 'look' | 'score' | 'ask' | 'answer';
}

/** A judgement: an answer of a short list with all that made it. *Not known* is a good answer. */
export interface Verdict<Answer extends string> {
  answer: Answer;
  /** The rules that made the answer. */
  decisive: readonly string[];
  evidenceFor: readonly Finding[];
  evidenceAgainst: readonly Finding[];
  unknown: readonly Missing[];
  /** Phrases that were typed and not understood. */
  unread: readonly string[];
  /** A wrong answer could hurt someone. */
  safety: boolean;
}

/**
 * A verdict of which only what there is is said: lists that are left out are empty, and it hurts nobody.
 * @example verdictOf('agrees', { decisive: ['claims/interval'] })
 */
export const verdictOf = <Answer extends string>(
  answer: Answer,
  parts: Partial<Omit<Verdict<Answer>, 'answer'>>,
): Verdict<Answer> => ({
  answer,
  decisive: [],
  evidenceFor: [],
  evidenceAgainst: [],
  unknown: [],
  unread: [],
  safety: false,
  ...parts,
});
