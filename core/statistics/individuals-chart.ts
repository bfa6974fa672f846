/** Individuals and moving range: does a pair stand apart from the pairs before and after it? */

/** 3/d2 and D4 for ranges of two: ISO 7870-2, NIST/SEMATECH e-Handbook 6.3.2.2. */
const LIMIT_FACTOR = 2.66;
const RANGE_FACTOR = 3.267;

export interface IndividualsChart {
  centre: number;
  lower: number;
  upper: number;
  /** Mean moving range, and its upper limit. */
  meanRange: number;
  rangeLimit: number;
  points: { value: number; range?: number; apart: boolean; jump: boolean }[];
}

/**
 * Individuals chart: limits at the mean ± 2.66 mean moving ranges; a moving range over 3.267 times
 * the mean range is a jump.
 *
 * @param values in order, at least two
 * @returns undefined for fewer than two values
 */
export function individualsChart(values: readonly number[]): IndividualsChart | undefined {
  if (values.length < 2) return undefined;
  const centre = values.reduce((sum, value) => sum + value, 0) / values.length;
  const ranges = values.slice(1).map((value, at) => Math.abs(value - (values[at] as number)));
  const meanRange = ranges.reduce((sum, range) => sum + range, 0) / ranges.length;
  const lower = centre - LIMIT_FACTOR * meanRange;
  const upper = centre + LIMIT_FACTOR * meanRange;
  const rangeLimit = RANGE_FACTOR * meanRange;
  return {
    centre,
    lower,
    upper,
    meanRange,
    rangeLimit,
    points: values.map((value, at) => {
      const range = ranges[at - 1];
      return {
        value,
        ...(range === undefined ? {} : { range }),
        apart: value < lower || value > upper,
        jump: (range ?? 0) > rangeLimit,
      };
    }),
  };
}
