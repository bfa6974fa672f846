/** What construction says together with figures: its shape, and the words that its rules share. */
import type { PartId } from '../catalogue/construction.ts';
import type { Use, Uses } from '../catalogue/disciplines.ts';
import type { QuantityId } from '../catalogue/quantities.ts';
import { COMMON_PRACTICE, type Verdict } from '../statistics/verdict.ts';

/** A figure of the edition or the pair, with its U. */
export interface MeantFigure {
  value: number;
  U: number;
  /** Said of it, and measured by nobody here. */
  stated?: boolean;
}

export interface Meaning {
  /** What is judged: `guides the foot`. */
  name: string;
  /** In a sentence. */
  words: string;
  verdict: Verdict<'construction'>;
}

export interface Known {
  part(id: PartId): string | undefined;
  figure(id: QuantityId): MeantFigure | undefined;
  /** Median of the scores by hand. */
  score(id: QuantityId): number | undefined;
  uses: readonly Use[];
  /** The uses that the lab has. */
  known: Uses | undefined;
}

/** A rule answers nothing where it has nothing to say of such a shoe. */
export type Rule = (known: Known) => Meaning | Meaning[] | undefined;

export const judged = (
  word: Verdict<'construction'>['word'],
  speaksFor: string[],
  against: string[] = [],
): Verdict<'construction'> => ({ word, for: speaksFor, against, source: COMMON_PRACTICE });

export const cannotTell = (name: string, missing: string): Meaning => ({
  name,
  words: `${name}: cannot tell. Missing: ${missing}.`,
  verdict: judged('cannot tell', [], [missing]),
});

export const mm = ({ value, U }: MeantFigure) => `${value.toFixed(1)} ± ${U.toFixed(1)} mm`;
