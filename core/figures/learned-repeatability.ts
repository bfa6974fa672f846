/** The repeatability that a lab's own repeats show, and when it stands for the protocol's. */
import { group } from 'd3-array';
import type { MeasuredQuantityId } from '../catalogue/quantities.ts';
import type { ToolName } from '../catalogue/tools.ts';
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import { DEFAULT_REPEATABILITY_DF, type Repeatability } from '../statistics/repeated-readings.ts';
import { type ScatterSums, scatterWithin } from '../statistics/robust-pooling.ts';
import { KEPT_AS_TYPED } from './reading.ts';

/** What was learned of one quantity, by one protocol and kind of tool. */
export interface LearnedRepeatability extends Repeatability {
  pairs: number;
  /** The step of the gauge hides the scatter. */
  hidden: boolean;
  /** Tags of pairs whose repeats scatter too far, and are counted in part. */
  apart: string[];
}

/**
 * Scatter of the repeats of one sitting, by quantity and kind of tool. Readings that were asked about
 * as implausible and kept are left out; voided ones are not given.
 */
export function scatterOfSitting(
  readings: readonly {
    quantity: MeasuredQuantityId;
    side: string;
    value: number;
    note?: string | undefined;
    tool: ToolName;
  }[],
): (ScatterSums & { quantity: MeasuredQuantityId; tool: ToolName })[] {
  const counted = readings.filter(({ note }) => note !== KEPT_AS_TYPED);
  return [...group(counted, ({ quantity, tool }) => `${quantity} ${tool}`).values()].flatMap(
    (alike) => {
      const sums = scatterWithin(alike, ({ side }) => side);
      const [first] = alike;
      return first && sums.df > 0 ? [{ quantity: first.quantity, tool: first.tool, ...sums }] : [];
    },
  );
}

/**
 * The repeatability to use at a station: the lab's own from 5 pairs on, once it is the surer of the two.
 * @example with 7 pairs and 16 degrees of freedom: { sd: 0.165, df: 16.1, source: '…, from 7 pairs of this lab' }
 */
export function repeatabilityInForce(
  assumed: Repeatability & { source: string },
  learned: LearnedRepeatability | undefined,
): Repeatability & { source: string } {
  const surer = learned && learned.df > Math.max(DEFAULT_REPEATABILITY_DF, assumed.df);
  if (!surer || learned.pairs < FIGURE_LIMITS.pairsToRepeat.value) return assumed;
  const { sd, df, pairs } = learned;
  return { sd, df, source: `${assumed.source}, from ${pairs} pairs of this lab` };
}
