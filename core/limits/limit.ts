/**
 * A limit on which a verdict depends. All limits are in the tables of this folder, and the rules read them there. The
 * limits that a lab can change are in `lab-limits.ts`.
 */
import { COMMON_PRACTICE } from '../statistics/answers.ts';

export interface Limit {
  value: number;
  /** Symbol of the unit, or the thing that is counted. Empty for a share or a probability. */
  unit: string;
  /** A sentence that says what the limit separates. */
  meaning: string;
  source: string;
  /** A lab changes a limit with a reason; see `lab-limits.ts`. */
  changedBy: 'nobody' | 'the lab';
}

export type LimitTable = Readonly<Record<string, Limit>>;

/** A limit that nobody changes. Its source is common practice if none is given. */
export const limit = (
  value: number,
  unit: string,
  meaning: string,
  source = COMMON_PRACTICE,
): Limit => ({ value, unit, meaning, source, changedBy: 'nobody' });

/** A limit of common practice that a lab can change. */
export const limitOfLab = (value: number, unit: string, meaning: string): Limit => ({
  ...limit(value, unit, meaning),
  changedBy: 'the lab',
});
