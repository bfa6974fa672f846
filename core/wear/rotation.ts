/** Which pair tomorrow, and why; which do one job; when each ends. Common practice. */

import { WEAR_LIMITS } from '../limits/wear-limits.ts';
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

export interface RotationChoice {
  tag: string;
  /** Higher is better; it orders and says nothing else. */
  points: number;
  for: string[];
  against: string[];
  /** Why it cannot go at all. */
  not: string | null;
}

/** Months of the cold half of the year, north of the equator. */
const COLD_MONTHS = [10, 11, 12, 1, 2, 3];
const DAY_MS = 86_400_000;

const daysSince = (from: string, to: string) =>
  Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

function judge(pair: RotationPair, asked: RotationQuestion): RotationChoice {
  const choice: RotationChoice = { tag: pair.tag, points: 0, for: [], against: [], not: null };
  const says = (side: 'for' | 'against', points: number, words: string) => {
    choice[side].push(words);
    choice.points += points;
  };
  const cold = COLD_MONTHS.includes(Number(asked.on.slice(5, 7)));
  const icy = asked.ground === 'ice' || asked.surface === 'snow';
  if (pair.answer === 'retire' || pair.answer === 'lost' || pair.answer === 'given away')
    choice.not = `it is ${pair.answer === 'retire' ? 'to be retired' : pair.answer}`;
  else if (pair.iceOnly && !icy) choice.not = 'it is kept for icy days';
  else if (asked.purpose && pair.purposes.length > 0 && !pair.purposes.includes(asked.purpose))
    choice.not = `it is for ${pair.purposes.join(', ')}`;
  else if (asked.surface && pair.surfaces.length > 0 && !pair.surfaces.includes(asked.surface))
    choice.not = `it goes on ${pair.surfaces.join(', ')} only`;
  if (icy && pair.iceOnly) says('for', 6, 'kept for icy days');
  if (asked.purpose && pair.purposes.includes(asked.purpose))
    says('for', 4, `for ${asked.purpose}`);
  if (asked.surface && pair.surfaces.includes(asked.surface))
    says('for', 3, `for ${asked.surface}`);
  if (pair.season !== '') {
    const fits = pair.season === (cold ? 'winter' : 'summer');
    says(fits ? 'for' : 'against', fits ? 2 : -3, `for the ${pair.season}`);
  }
  const left = pair.ceilingKm - pair.km;
  if (left <= 0) says('against', -5, `past its ${Math.round(pair.ceilingKm)} km`);
  else if (asked.km !== null && asked.km > left)
    says('against', -4, `only ${Math.round(left)} km left of its ${Math.round(pair.ceilingKm)}`);
  else if (pair.km >= WEAR_LIMITS.nearItsEnd.value * pair.ceilingKm)
    says('against', -1, `near its end: ${Math.round(left)} km left`);
  if (pair.lastOn === null) says('for', 2, 'not worn yet');
  else {
    const rested = daysSince(pair.lastOn, asked.on);
    if (rested <= WEAR_LIMITS.rest.value) says('against', -2, 'out the day before: let it dry');
    else says('for', Math.min(3, rested / 4), `rested ${rested} days`);
  }
  if (pair.answer === 'cannot tell') says('against', -1, 'a look at it is open');
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
export function sameJobs(
  pairs: readonly RotationPair[],
): { tags: [string, string]; words: string }[] {
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
      return alike
        ? [
            {
              tags: [one.tag, other.tag] as [string, string],
              words: `${one.tag} and ${other.tag} do one job: ${shared.join(', ')}, drop and stack alike`,
            },
          ]
        : [];
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

/** Nothing new until two are retired: so many pairs of a tester are past their end or due to be retired. */
export function newPairWords(pairs: readonly RotationPair[]): string {
  const due = pairs.filter(({ answer, km, ceilingKm }) => answer === 'retire' || km >= ceilingKm);
  return due.length >= 2
    ? `Nothing new until two are retired: ${due.map(({ tag }) => tag).join(', ')} are due.`
    : due.length === 1
      ? `${due[0]?.tag} is due to be retired: a new pair may come for it.`
      : 'None is due to be retired.';
}
