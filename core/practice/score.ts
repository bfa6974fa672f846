/** How a round of practice went: bias, repeatability, what was found. */

import { SIDES, type Side } from '../catalogue/quantities.ts';
import { judgeClaim } from '../claims/claim.ts';
import {
  normalOf,
  type PracticeStation,
  type PracticeTable,
  STATIONS,
  seeded,
  type TableFault,
} from './lessons.ts';

export interface TakenReading {
  side: Side;
  station: PracticeStation;
  value: number;
}

export interface StationScore {
  quantity: PracticeStation;
  /** Mean of readings less the truth of their shoes. */
  bias: number;
  /** Standard deviation of repeats of one shoe, pooled; null: none were repeated. */
  sd: number | null;
  n: number;
}

/** @example two readings of one shoe, 31.2 and 31.4, of a truth of 31.0: bias 0.3, standard deviation 0.141 */
export function scoreStations(
  { truths }: Pick<PracticeTable, 'truths'>,
  readings: readonly TakenReading[],
): StationScore[] {
  return STATIONS.flatMap((quantity) => {
    const own = readings.filter(({ station }) => station === quantity);
    if (own.length === 0) return [];
    const bias =
      own.reduce((sum, { side, value }) => sum + value - truths[side][quantity], 0) / own.length;
    let squares = 0;
    let df = 0;
    for (const side of SIDES) {
      const values = own.filter((one) => one.side === side).map(({ value }) => value);
      const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
      squares += values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
      df += Math.max(0, values.length - 1);
    }
    return [{ quantity, bias, sd: df > 0 ? Math.sqrt(squares / df) : null, n: own.length }];
  });
}

/** What was named, against what was there. */
export function scoreFaults(
  there: readonly TableFault[],
  named: readonly TableFault[],
): { found: TableFault[]; missed: TableFault[]; imagined: TableFault[] } {
  return {
    found: there.filter((fault) => named.includes(fault)),
    missed: there.filter((fault) => !named.includes(fault)),
    imagined: named.filter((fault) => !there.includes(fault)),
  };
}

export interface ClaimQuestion {
  claim: string;
  halfWidth: number;
  claimed: number;
  measured: { value: number; U: number };
  step: number;
  answer: 'agrees' | 'differs' | 'cannot tell';
}

/** Claims with figures, and what the bench would say: two of each word, in an order of their own. */
export function drawClaims(seed: number): ClaimQuestion[] {
  const uniform = seeded(seed + 104729);
  const wanted = ['agrees', 'agrees', 'differs', 'differs', 'cannot tell', 'cannot tell'] as const;
  const order = wanted
    .map((answer) => [uniform(), answer] as const)
    .sort(([a], [b]) => a - b)
    .map(([, answer]) => answer);
  return order.map((answer) => {
    for (let tries = 0; tries < 500; tries += 1) {
      const claimed = 22 + Math.round(16 * uniform());
      const U = 0.3 + 1.2 * uniform();
      const value = claimed + 2.2 * normalOf(uniform);
      const question = {
        claim: `heel stack ${claimed} mm`,
        halfWidth: 0.5,
        claimed,
        measured: { value, U },
        step: 3,
      };
      const judged = judgeClaim({ value: claimed, halfWidth: 0.5 }, { value, U }, 3);
      if (judged.answer === answer) return { ...question, answer };
    }
    throw new Error('no claim was drawn');
  });
}
