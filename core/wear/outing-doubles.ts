/** Outings that may be one and the same, and such as nobody can have been on at once. */

import { WEAR_LIMITS } from '../limits/wear-limits.ts';
import { isAtMost } from '../statistics/at-limit.ts';

export interface LoggedOuting {
  pairId: string;
  /** ISO date. */
  on: string;
  km: number;
  minutes: number | null;
  /** UTC, where it is known. */
  beganAt: string | null;
}

const MINUTE_MS = 60_000;
const DAY_MINUTES = 1440;

/**
 * The outing that this one may be, kept a second time: same pair and day, and as far; where both
 * say when they began, within their own time.
 *
 * @param others of the same tester
 * @example 12.0 and 12.1 km in KK-04 on one day: asked about
 */
export function sameOuting<T extends LoggedOuting>(
  outing: LoggedOuting,
  others: readonly T[],
): T | undefined {
  return others.find((other) => {
    const near = isAtMost(
      Math.abs(other.km - outing.km),
      WEAR_LIMITS.sameOuting.value + WEAR_LIMITS.sameOutingShare.value * outing.km,
    );
    const alike = other.pairId === outing.pairId && other.on === outing.on && near;
    if (!alike || outing.beganAt === null || other.beganAt === null) return alike;
    return overlap(outing, other);
  });
}

/** An outing that began and has a length is a stretch of time; one without is a moment. */
function stretchOf({ beganAt, minutes }: LoggedOuting): [from: number, to: number] | undefined {
  if (beganAt === null) return undefined;
  const from = Date.parse(beganAt);
  return [from, from + (minutes ?? 0) * MINUTE_MS];
}

function overlap(one: LoggedOuting, other: LoggedOuting): boolean {
  const [a, b] = [stretchOf(one), stretchOf(other)];
  return a !== undefined && b !== undefined && a[0] <= b[1] && b[0] <= a[1];
}

/**
 * The outing of one tester that this one overlaps: two pairs are not worn at once.
 *
 * @param others of the same tester
 */
export const overlappingOuting = <T extends LoggedOuting>(
  outing: LoggedOuting,
  others: readonly T[],
): T | undefined => others.find((other) => overlap(outing, other));

/** Minutes that a day would have with this outing, where they are more than a day has. */
export function minutesOverADay(
  outing: LoggedOuting,
  others: readonly LoggedOuting[],
): number | undefined {
  const sum = [outing, ...others.filter(({ on }) => on === outing.on)].reduce(
    (minutes, one) => minutes + (one.minutes ?? 0),
    0,
  );
  return sum > DAY_MINUTES ? sum : undefined;
}
