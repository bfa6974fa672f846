/**
 * Which editions of a shelf are offered to somebody, and why. Liking counts, the poster does not: position on a field,
 * name and colour are never asked for.
 */
import { CHOOSE_LIMITS } from '../limits/choose-limits.ts';
import type { Asking, Candidate } from './candidate.ts';
import { type Matter, TRADED } from './matters.ts';
import { type Offer, offerOf } from './offer.ts';
import { ahead, passed, type Ranked, rank, weightsOf } from './ranking.ts';
import { middlesOf } from './standing.ts';

/** Why an edition is not offered. */
export type PassedOver = { slug: string; name: string; why: string };

export interface Choice {
  offers: Offer[];
  passedOver: PassedOver[];
  /** What was said that pulls apart, or cannot be taken as said. */
  said: string[];
}

/** What was said that pulls apart. */
export function pullsApart(matters: readonly Matter[]): string[] {
  const twice = matters.filter((matter, at) => matters.indexOf(matter) !== at);
  return [
    ...[...new Set(twice)].map((matter) => `${matter} is said twice and counts once.`),
    ...TRADED.flatMap(([one, other]) => {
      const [first, second] = [matters.indexOf(one), matters.indexOf(other)];
      if (first < 0 || second < 0) return [];
      const [before, after] = first < second ? [one, other] : [other, one];
      return [`${before} and ${after} pull apart: ${before} goes before.`];
    }),
  ];
}

/** Of two as good as each other the one whose price is known and lower stands first. */
function cheaperFirst(
  { candidate: a }: Ranked,
  { candidate: b }: Ranked,
  currency: string,
): number {
  const priceOf = ({ row }: Candidate) =>
    (row.currency === currency ? row.figures.price?.value : undefined) ?? Number.MAX_VALUE;
  return priceOf(a) - priceOf(b) || a.row.slug.localeCompare(b.row.slug);
}

/** All that is not passed over, the best first. */
function inOrder<C extends Candidate>(candidates: readonly C[], { answers, steps, used }: Asking) {
  const weights = weightsOf(answers);
  const middles = middlesOf(candidates, answers.currency);
  const { currency } = middles;
  const passedOver: PassedOver[] = [];
  const weighed: C[] = [];
  for (const candidate of candidates) {
    const why = passed(candidate, answers, currency);
    if (why === undefined) weighed.push(candidate);
    else passedOver.push({ slug: candidate.row.slug, name: candidate.row.name, why });
  }
  const ranked = weighed
    .map((candidate) => ({ ...rank(candidate, answers, weights, middles, steps, used), candidate }))
    .sort((a, b) => b.score - a.score || cheaperFirst(a, b, currency));
  return { ranked, passedOver, currency, asked: [...weights.keys()] };
}

/** Those that are not passed over, the best first: for the first of them it is worth while to work out more. */
export const weighedOf = <C extends Candidate>(candidates: readonly C[], asking: Asking): C[] =>
  inOrder(candidates, asking).ranked.map(({ candidate }) => candidate);

/**
 * Three to five editions, the best first; fewer where no more are left, none where none suits.
 *
 * @example with little weight first, of two that suit alike the one two steps lighter is clearly ahead
 */
export function choose(candidates: readonly Candidate[], asking: Asking): Choice {
  const { ranked, passedOver, currency, asked } = inOrder(candidates, asking);
  const [first] = ranked;
  const offered = ranked.filter(
    (one, at) =>
      at < CHOOSE_LIMITS.leastOffered.value ||
      (at < CHOOSE_LIMITS.mostOffered.value &&
        first !== undefined &&
        ahead(one, first) >= CHOOSE_LIMITS.perhapsBest.value),
  );
  return {
    offers: offered.map((one, at) => offerOf(one, ranked[at + 1], { ...asking, asked, currency })),
    passedOver,
    said: pullsApart(asking.answers.matters),
  };
}
