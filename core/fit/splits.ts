/** Whether testers who part over a shoe part by their feet: hints, with how many stand on either side. */

import { median } from 'simple-statistics';
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type { Split, SplitSide } from '../records/sizing-verdict.ts';

/** A tester's say of a shoe, with the foot that said it. */
export interface FootedVote {
  tester: string;
  /** Any number that is alike where testers agree: half sizes, or 1 where it fits and 0 where not. */
  value: number;
  lengthMm?: number | undefined;
  widthMm?: number | undefined;
  toeShape?: string | undefined;
  sock?: string | undefined;
}

const sideOf = (feet: SplitSide['feet'], votes: readonly FootedVote[]): SplitSide => ({
  feet,
  testers: votes.map(({ tester }) => tester).sort(),
  value: median(votes.map(({ value }) => value)),
});

/** All of the one say more than any of the other, or less. */
function isApart(one: readonly FootedVote[], other: readonly FootedVote[]): boolean {
  const range = (votes: readonly FootedVote[]) => {
    const values = votes.map(({ value }) => value);
    return [Math.min(...values), Math.max(...values)] as const;
  };
  const [[least, most], [otherLeast, otherMost]] = [range(one), range(other)];
  return least > otherMost || most < otherLeast;
}

function byMeasure(
  by: 'foot length' | 'foot width',
  votes: readonly FootedVote[],
  measureOf: (vote: FootedVote) => number | undefined,
): Split | undefined {
  const known = votes
    .flatMap((vote) => {
      const mm = measureOf(vote);
      return mm === undefined ? [] : [{ vote, mm }];
    })
    .sort((a, b) => a.mm - b.mm);
  for (let cut = 1; cut < known.length; cut++) {
    const [below, above] = [known.slice(0, cut), known.slice(cut)];
    const [last, first] = [below.at(-1)?.mm ?? 0, above[0]?.mm ?? 0];
    const [small, large] = [below, above].map((side) => side.map(({ vote }) => vote));
    if (last === first || !small || !large || !isApart(small, large)) continue;
    const measure = (mm: number, side: 'below' | 'above') =>
      ({ kind: 'measure', mm, side }) as const;
    return {
      by,
      sides: [sideOf(measure(last, 'below'), small), sideOf(measure(first, 'above'), large)],
    };
  }
  return undefined;
}

function byName(
  by: 'toe shape' | 'sock',
  votes: readonly FootedVote[],
  nameOf: (vote: FootedVote) => string | undefined,
): Split | undefined {
  const known = votes.filter((vote) => nameOf(vote));
  for (const name of new Set(known.map(nameOf))) {
    const [those, others] = [true, false].map((is) =>
      known.filter((vote) => (nameOf(vote) === name) === is),
    );
    if (!those?.length || !others?.length || !isApart(those, others)) continue;
    return {
      by,
      sides: [sideOf({ kind: 'name', name: name ?? '' }, those), sideOf({ kind: 'other' }, others)],
    };
  }
  return undefined;
}

/**
 * By what of their feet testers part, where all of one side say otherwise than all of the other.
 * @example three narrow feet for which it fits and a wide one for which it does not: by foot width
 */
export function splitsOf(votes: readonly FootedVote[]): Split[] {
  if (
    votes.length < FIT_LIMITS.testersForSplit.value ||
    new Set(votes.map(({ value }) => value)).size < 2
  )
    return [];
  return [
    byMeasure('foot length', votes, ({ lengthMm }) => lengthMm),
    byMeasure('foot width', votes, ({ widthMm }) => widthMm),
    byName('toe shape', votes, ({ toeShape }) => toeShape || undefined),
    byName('sock', votes, ({ sock }) => sock),
  ].filter((split) => split !== undefined);
}
