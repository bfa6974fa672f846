/** What is on record of a shoe that can make it feel otherwise than it is long. Common practice. */
import type { PartId } from '../catalogue/construction.ts';
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import { isAtLeast } from '../statistics/at-limit.ts';

/** Reasons of the rules that speak of something else than length, by their rows. */
const FELT: Readonly<Record<number, string>> = {
  5: 'too narrow',
  6: 'an insole narrower than the foot',
  9: 'the foot slides forward',
  12: 'roomy, though its length is right',
  13: 'the heel lifts by its lacing',
  15: 'a heel cut for wide heels',
  16: 'roomy',
  17: 'a low toe box, or no room for a high instep',
  18: 'a collar that rubs',
};

/** Parts that change how long a shoe feels, and the answers that do not. */
const FELT_PARTS: readonly { part: PartId; unless: readonly string[]; says: string }[] = [
  { part: 'arch-pad', unless: ['none'], says: 'a pad under the arch' },
  { part: 'heel-pad', unless: ['none'], says: 'a pad at the heel' },
  { part: 'toe-cap', unless: ['none'], says: 'a toe cap' },
  { part: 'tongue', unless: [], says: 'tongue' },
  { part: 'upper-material', unless: [], says: 'upper' },
];

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
export function fitCauses({ rows, tryOns, parts, toeBox }: FitRecord): string[] {
  const counted = new Map<number, number>();
  for (const row of rows) if (FELT[row]) counted.set(row, (counted.get(row) ?? 0) + 1);
  const felt = [...counted]
    .sort(([a, times], [b, others]) => others - times || a - b)
    .map(([row, times]) => `${times} of ${tryOns} try-ons: ${FELT[row]}`);
  const low =
    toeBox && isAtLeast(toeBox.othersMm - toeBox.mm, FIT_LIMITS.lowerToeBox.value)
      ? [
          `its toe box is ${toeBox.mm.toFixed(1)} mm high inside, others’ ${toeBox.othersMm.toFixed(1)} mm`,
        ]
      : [];
  const made = FELT_PARTS.flatMap(({ part, unless, says }) => {
    const answer = parts.find((one) => one.part === part)?.answer;
    return answer === undefined || unless.includes(answer) ? [] : [`${says}: ${answer}`];
  });
  return [...low, ...felt, ...made];
}
