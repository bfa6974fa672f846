/**
 * A line that a verdict leans on. Every one stands in a table of this folder, with its unit, what it parts and where it
 * comes from; the rules read it from there. Lines that a lab may draw elsewhere are in `drawn-limits.ts`.
 */
import { COMMON_PRACTICE } from '../statistics/verdict.ts';

export interface Limit {
  value: number;
  /** Symbol of its unit, or what is counted; empty: a share or a probability. */
  unit: string;
  /** What lies on its two sides. */
  says: string;
  source: string;
  /** A lab may draw it elsewhere, with a reason: see `drawn-limits.ts`. */
  changedBy: 'nobody' | 'the lab';
}

export type LimitTable = Readonly<Record<string, Limit>>;

/** A line of a table; common practice where no source is named. */
export const line = (
  value: number,
  unit: string,
  says: string,
  source = COMMON_PRACTICE,
): Limit => ({
  value,
  unit,
  says,
  source,
  changedBy: 'nobody',
});

/** A line of common practice that a lab may draw elsewhere. */
export const labLine = (value: number, unit: string, says: string): Limit => ({
  ...line(value, unit, says),
  changedBy: 'the lab',
});
