/** What somebody asks for, and an edition as it is weighed. */
import type { Load, Matter, Risk } from '../records/choice-verdict.ts';
import type { UseAnswer } from '../records/use-verdict.ts';
import type { ShelfRow } from '../sheet/shelf.ts';

export interface ChoiceAnswers {
  /** At most three, the first first. */
  matters: readonly Matter[];
  load: Load;
  /** How much of what speaks against it for safety is borne. */
  risk: Risk;
  /** The most that is paid; undefined: whatever it costs. */
  most?: number | undefined;
  /** Prices are weighed in it; undefined: in the usual one of the shelf. */
  currency?: string | undefined;
  /** What one is used to, by slug, and whether one likes it. */
  used?: { slug: string; liked: boolean } | undefined;
}

/** What somebody asks for, held against one shelf. */
export interface Asking {
  answers: ChoiceAnswers;
  /** Noticeable steps by column. */
  steps: Readonly<Record<string, number>>;
  /** The row of what one is used to. */
  used?: ShelfRow | undefined;
}

/** How an edition fits the foot, in a label that is made. */
export interface ChoiceFit {
  /** The label, as it is named; undefined: nobody can tell. */
  take?: string | undefined;
  /** How likely it is right. */
  right: number;
  words: string;
}

export interface Candidate {
  row: ShelfRow;
  parts: ReadonlyMap<string, string>;
  scores: ReadonlyMap<string, number>;
  /** Rules of the use and the ground. */
  answers: readonly UseAnswer[];
  /** What it is made for instead; empty: it is made for the use. */
  madeFor?: string;
  /** Undefined: no foot was said. */
  fit?: ChoiceFit | undefined;
  /** By the school of foot types; undefined: switched off, or no arch said. */
  footType?: UseAnswer | undefined;
}
