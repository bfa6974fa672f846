/** The repeatability that a lab's own repeats show (ISO 5725-2: pooled within-cell variance). */
import { group } from 'd3-array';
import { DEFAULT_REPEATABILITY_DF, type Repeatability } from './repeated-readings.ts';

/** Sum of squares of repeats about the mean of their shoe, and its degrees of freedom. */
export interface RepeatScatter {
  ss: number;
  df: number;
}

/**
 * Scatter of the repeats of one station over shoes.
 * @example scatterOfRepeats([{ side: 'left', value: 31 }, { side: 'left', value: 31.2 }]) // ss 0.02, df 1
 */
export function scatterOfRepeats(
  readings: readonly { side: string; value: number }[],
): RepeatScatter {
  let ss = 0;
  let df = 0;
  for (const repeats of group(readings, (reading) => reading.side).values()) {
    const centre = repeats.reduce((sum, { value }) => sum + value, 0) / repeats.length;
    ss += repeats.reduce((sum, { value }) => sum + (value - centre) ** 2, 0);
    df += repeats.length - 1;
  }
  return { ss, df };
}

/**
 * The repeatability to use at a station: the lab's own, pooled, once it has more degrees of freedom
 * than the default; never finer than a gauge of this resolution can show, since repeats that all
 * fall on one step tell nothing finer.
 *
 * @param step smallest step that is read, in the unit of the SD
 */
export function pooledRepeatability(
  assumed: Repeatability & { source: string },
  scatter: RepeatScatter | undefined,
  step: number,
): Repeatability & { source: string } {
  if (!scatter || scatter.df <= Math.max(DEFAULT_REPEATABILITY_DF, assumed.df)) return assumed;
  return {
    sd: Math.max(Math.sqrt(scatter.ss / scatter.df), step / Math.sqrt(12)),
    df: scatter.df,
    source: `${assumed.source}, pooled over this lab's repeats`,
  };
}
