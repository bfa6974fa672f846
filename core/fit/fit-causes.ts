/** What is on record of a shoe that can make it feel otherwise than it is long. Common practice. */

import type { PartId } from '../catalogue/construction.ts';
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type { FitCause } from '../records/sizing-verdict.ts';
import { isAtLeast } from '../statistics/at-limit.ts';

/** Parts that change how long a shoe feels, and the answers that do not. */
const FELT_PARTS: readonly { part: PartId; unless: readonly string[] }[] = [
  { part: 'arch-pad', unless: ['none'] },
  { part: 'heel-pad', unless: ['none'] },
  { part: 'toe-cap', unless: ['none'] },
  { part: 'tongue', unless: [] },
  { part: 'upper-material', unless: [] },
];

/** Rows of the try-on rules that are about something other than length. */
const FELT_ROWS: readonly number[] = [5, 6, 9, 12, 13, 15, 16, 17, 18];

export interface FitRecord {
  /** Leading row of each try-on that is no plain keep. */
  rows: readonly number[];
  tryOns: number;
  parts: readonly { part: PartId; answer: string }[];
  /** Height of the toe box, and the median of other editions, mm. */
  toeBox?: { mm: number; othersMm: number } | undefined;
}

/**
 * The recorded causes, the most often felt first.
 * @example two of three try-ons with row 17: `2 of 3 try-ons: a low toe box, or no room for a high instep`
 */
export function fitCauses({ rows, tryOns, parts, toeBox }: FitRecord): FitCause[] {
  const counted = new Map<number, number>();
  for (const row of rows)
    if (FELT_ROWS.includes(row)) counted.set(row, (counted.get(row) ?? 0) + 1);
  const felt = [...counted]
    .sort(([a, times], [b, others]) => others - times || a - b)
    .map(([row, times]): FitCause => ({ kind: 'try-ons', times, tryOns, row }));
  const isLow = toeBox && isAtLeast(toeBox.othersMm - toeBox.mm, FIT_LIMITS.lowerToeBox.value);
  const made = FELT_PARTS.flatMap(({ part, unless }): FitCause[] => {
    const answer = parts.find((entry) => entry.part === part)?.answer;
    return answer === undefined || unless.includes(answer) ? [] : [{ kind: 'part', part, answer }];
  });
  return [...(isLow ? [{ kind: 'low toe box', ...toeBox } as const] : []), ...felt, ...made];
}
