/** Which pair tomorrow, and why; which do one job; when each ends. Common practice. */

import { WEAR_LIMITS } from '../limits/wear-limits.ts';
import type {
  RotationBar,
  RotationChoice,
  RotationReason,
  SameJob,
} from '../records/rotation-verdict.ts';
import { isAtMost } from '../statistics/at-limit.ts';

export const SEASONS = ['', 'summer', 'winter'] as const;

/** A pair of a tester with its job. */
export interface RotationPair {
  tag: string;
  edition: string;
  km: number;
  /** It ends there: its own ceiling, else the rated life, km. */
  ceilingKm: number;
  purposes: readonly string[];
  season: (typeof SEASONS)[number];
  /** Where it may go; empty: anywhere. */
  surfaces: readonly string[];
  /** Only for ice and snow. */
  iceOnly: boolean;
  /** ISO date; null: not worn by this tester yet. */
  lastOn: string | null;
  dropMm: number | null;
  heelStackMm: number | null;
  /** What stands of its wear. */
  answer: string | null;
}

/** What is planned for tomorrow. */
export interface RotationQuestion {
  /** ISO date of tomorrow. */
  on: string;
  km: number | null;
  purpose: string;
  surface: string;
  ground: string;
}

/** Months of the cold half of the year, north of the equator. */
const COLD_MONTHS = [10, 11, 12, 1, 2, 3];
const DAY_MS = 86_400_000;

const daysSince = (from: string, to: string) =>
  Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

/** Why a pair cannot be worn at all; null: it can. */
function barOf(pair: RotationPair, asked: RotationQuestion, isIcy: boolean): RotationBar | null {
  const { answer, iceOnly, purposes, surfaces } = pair;
  if (answer === 'retire') return { kind: 'retire' };
  if (answer === 'lost' || answer === 'given away') return { kind: 'gone', how: answer };
  if (iceOnly && !isIcy) return { kind: 'ice only' };
  if (asked.purpose && purposes.length > 0 && !purposes.includes(asked.purpose))
    return { kind: 'purposes', purposes };
  return asked.surface && surfaces.length > 0 && !surfaces.includes(asked.surface)
    ? { kind: 'surfaces', surfaces }
    : null;
}

function judge(pair: RotationPair, asked: RotationQuestion): RotationChoice {
  const isCold = COLD_MONTHS.includes(Number(asked.on.slice(5, 7)));
  const isIcy = asked.ground === 'ice' || asked.surface === 'snow';
  const choice: RotationChoice = {
    tag: pair.tag,
    points: 0,
    for: [],
    against: [],
    not: barOf(pair, asked, isIcy),
  };
  const weigh = (side: 'for' | 'against', points: number, reason: RotationReason) => {
    choice[side].push(reason);
    choice.points += points;
  };
  if (isIcy && pair.iceOnly) weigh('for', 6, { kind: 'ice' });
  if (asked.purpose && pair.purposes.includes(asked.purpose))
    weigh('for', 4, { kind: 'purpose', purpose: asked.purpose });
  if (asked.surface && pair.surfaces.includes(asked.surface))
    weigh('for', 3, { kind: 'surface', surface: asked.surface });
  if (pair.season !== '') {
    const fits = pair.season === (isCold ? 'winter' : 'summer');
    weigh(fits ? 'for' : 'against', fits ? 2 : -3, { kind: 'season', season: pair.season });
  }
  const { ceilingKm } = pair;
  const leftKm = ceilingKm - pair.km;
  if (leftKm <= 0) weigh('against', -5, { kind: 'past its life', ceilingKm });
  else if (asked.km !== null && asked.km > leftKm)
    weigh('against', -4, { kind: 'too little left', leftKm, ceilingKm });
  else if (pair.km >= WEAR_LIMITS.nearItsEnd.value * ceilingKm)
    weigh('against', -1, { kind: 'near its end', leftKm });
  if (pair.lastOn === null) weigh('for', 2, { kind: 'not worn yet' });
  else {
    const days = daysSince(pair.lastOn, asked.on);
    if (days <= WEAR_LIMITS.rest.value) weigh('against', -2, { kind: 'damp' });
    else weigh('for', Math.min(3, days / 4), { kind: 'rested', days });
  }
  if (pair.answer === 'cannot tell') weigh('against', -1, { kind: 'wear check open' });
  return choice;
}

/**
 * The pairs in the order in which they may go tomorrow; those that may not stand last with why.
 *
 * @example a winter pair kept for ice leads on ice, and on no other day
 */
export function pairsForTomorrow(
  pairs: readonly RotationPair[],
  asked: RotationQuestion,
): RotationChoice[] {
  return pairs
    .map((pair) => judge(pair, asked))
    .sort(
      (a, b) =>
        Number(a.not !== null) - Number(b.not !== null) ||
        b.points - a.points ||
        a.tag.localeCompare(b.tag),
    );
}

/** Pairs that do one job: a purpose in common, drop and stack within a step of each other. */
export function sameJobs(pairs: readonly RotationPair[]): SameJob[] {
  const near = (a: number | null, b: number | null, mm: number) =>
    a !== null && b !== null && isAtMost(Math.abs(a - b), mm);
  return pairs.flatMap((one, at) =>
    pairs.slice(at + 1).flatMap((other) => {
      const shared = one.purposes.filter((purpose) => other.purposes.includes(purpose));
      const alike =
        shared.length > 0 &&
        one.season === other.season &&
        one.iceOnly === other.iceOnly &&
        near(one.dropMm, other.dropMm, 1) &&
        near(one.heelStackMm, other.heelStackMm, 2);
      return alike ? [{ tags: [one.tag, other.tag] as [string, string], purposes: shared }] : [];
    }),
  );
}

/** From the least to the greatest, of what is known; undefined under two. */
export function spreadOf(
  values: readonly (number | null)[],
): { least: number; most: number } | undefined {
  const known = values.filter((value): value is number => value !== null);
  return known.length < 2 ? undefined : { least: Math.min(...known), most: Math.max(...known) };
}

/** Pairs of a tester that are past their end or due to be retired: a new pair waits for two of them. */
export const dueToRetire = (pairs: readonly RotationPair[]): string[] =>
  pairs
    .filter(({ answer, km, ceilingKm }) => answer === 'retire' || km >= ceilingKm)
    .map(({ tag }) => tag);
