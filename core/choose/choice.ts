/**
 * Which editions of a shelf are offered to somebody, and why. Liking counts, the poster does not: position on a field,
 * name and colour are never asked for.
 */
import { CHOOSE_LIMITS } from '../limits/choose-limits.ts';
import type { Contradiction, Matter, Offer, PassReason } from '../records/choice-verdict.ts';
import type { Asking, Candidate } from './candidate.ts';
import { TRADED } from './matters.ts';
import { offerOf } from './offer.ts';
import { ahead, passed, type Ranked, rank, weightsOf } from './ranking.ts';
import { middlesOf } from './standing.ts';

/** Why an edition is not offered. */
export type PassedOver = { slug: string; name: string; reason: PassReason };

export interface Choice {
  offers: Offer[];
  passedOver: PassedOver[];
  /** What was asked for that contradicts itself. */
  contradictions: Contradiction[];
}

/** What was asked for that contradicts itself. */
export function contradictionsOf(matters: readonly Matter[]): Contradiction[] {
  const twice = matters.filter((matter, index) => matters.indexOf(matter) !== index);
  return [
    ...[...new Set(twice)].map((matter): Contradiction => ({ kind: 'twice', matter })),
    ...TRADED.flatMap(([matter, other]): Contradiction[] => {
      const [place, otherPlace] = [matters.indexOf(matter), matters.indexOf(other)];
      if (place < 0 || otherPlace < 0) return [];
      const [first, second] = place < otherPlace ? [matter, other] : [other, matter];
      return [{ kind: 'apart', first, second }];
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
    const reason = passed(candidate, answers, currency);
    if (reason === undefined) weighed.push(candidate);
    else passedOver.push({ slug: candidate.row.slug, name: candidate.row.name, reason });
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
    contradictions: contradictionsOf(asking.answers.matters),
  };
}
