/** When a worn pair is looked at next: by distance, by hours or by days; and on which day that will be. */
import { USUAL_CHECKS, WEAR_LIMITS } from '../limits/wear-limits.ts';

export const PLAN_UNITS = ['km', 'hours', 'days'] as const;

export interface CheckPlan {
  by: (typeof PLAN_UNITS)[number];
  /** Looks are due at these. */
  at: readonly number[];
  /** After the last of them, again after so many. */
  every: number;
}

/**
 * Where the next look is due: the first that none was made at.
 *
 * @param done where looks were made, in the unit of the plan
 * @example nextCheck([48]) // 150
 */
export function nextCheck(done: readonly number[], plan: CheckPlan = USUAL_CHECKS): number {
  const { at, every } = plan;
  const early = WEAR_LIMITS.earlyCheck.value * (at[0] ?? every);
  const latest = Math.max(0, ...done);
  const due = at.find((one) => one - early > latest);
  if (due !== undefined) return due;
  const last = at.at(-1) ?? 0;
  return last + every * (Math.floor((latest + early - last) / every) + 1);
}

export interface PacedOuting {
  /** ISO date. */
  on: string;
  /** What it came to, in the unit that a pace is asked of. */
  amount: number;
}

const DAY_MS = 86_400_000;

const daysBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / DAY_MS;

/**
 * What a pair does in a day, by its outings of the last eight weeks; undefined where there is none.
 *
 * @param today ISO date
 * @example four outings of 10 km in the last 28 days, the first 28 days ago: 1.43 km a day
 */
export function paceOf(outings: readonly PacedOuting[], today: string): number | undefined {
  const recent = outings.filter(({ on }) => {
    const ago = daysBetween(on, today);
    return ago >= 0 && ago <= WEAR_LIMITS.pace.value;
  });
  const [first] = [...recent].sort((a, b) => a.on.localeCompare(b.on));
  if (!first) return undefined;
  const sum = recent.reduce((total, { amount }) => total + amount, 0);
  return sum / Math.max(7, daysBetween(first.on, today));
}

/**
 * The day on which something is reached at a pace; today or before it where it is reached.
 *
 * @example dueDay({ at: 100, now: 90, pace: 2, today: '2026-03-01' }) // '2026-03-06'
 */
export function dueDay({
  at,
  now,
  pace,
  today,
}: {
  at: number;
  now: number;
  pace: number | undefined;
  today: string;
}): string | undefined {
  if (now >= at) return today;
  if (pace === undefined || pace <= 0) return undefined;
  const days = Math.ceil((at - now) / pace);
  return days > 3650
    ? undefined
    : new Date(Date.parse(today) + days * DAY_MS).toISOString().slice(0, 10);
}
