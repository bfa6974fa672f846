/** One pair for two uses, or two: which edition lies nearest to what is made for both, and what either costs. */

import { median } from 'd3-array';
import type { Driver, TwoUsesAnswer } from '../records/choice-verdict.ts';
import { LIKENESS } from './nearest.ts';
import type { ShelfRow } from './shelf.ts';

/** So many editions must be made for a use before there is a middle of it. Common practice. */
export const ENOUGH_OF_A_USE = 2;

/** What is given up in a use: how far from the middle of what is made for it, in noticeable steps. */
export interface Harm {
  use: string;
  steps: number;
  /** The differences that drive it, signed, the greatest first. */
  drivers: Driver[];
}

export interface PairOption {
  row: ShelfRow;
  harms: Harm[];
  /** The greatest of its harms. */
  worst: number;
}

export interface OneOrTwo {
  answer: TwoUsesAnswer;
  /** The pair that covers both with the least harm. */
  one: PairOption | undefined;
  /** The best of each use by itself, in the order of the uses. */
  two: PairOption[];
  /** Uses of which too few models have figures; empty: the answer is known. */
  missing: TooFew[];
}

/** A use with too few models that have figures. */
export interface TooFew {
  use: string;
  models: number;
}

type Middle = Readonly<Record<string, number>>;

const madeFor = (rows: readonly ShelfRow[], use: string) =>
  rows.filter(({ uses }) => uses.some(({ discipline }) => discipline === use));

/** The middle of what is made for a use, by column. */
function middleOf(rows: readonly ShelfRow[], columns: readonly string[]): Middle {
  return Object.fromEntries(
    columns.flatMap((column) => {
      const middle = median(rows.flatMap(({ figures }) => figures[column]?.value ?? []));
      return middle === undefined ? [] : [[column, middle]];
    }),
  );
}

function harmOf(
  row: ShelfRow,
  use: string,
  middle: Middle,
  steps: Readonly<Record<string, number>>,
): Harm {
  const differences = Object.entries(middle).map(([column, value]) => {
    const own = row.figures[column]?.value;
    // What nobody took of it is reckoned as a step.
    return { column, steps: own === undefined ? undefined : (own - value) / (steps[column] ?? 1) };
  });
  return {
    use,
    steps: Math.hypot(...differences.map((one) => one.steps ?? 1)),
    drivers: differences
      .flatMap(({ column, steps: by }) => (by === undefined ? [] : [{ column, steps: by }]))
      .filter(({ steps: by }) => Math.abs(by) >= 1)
      .sort((a, b) => Math.abs(b.steps) - Math.abs(a.steps)),
  };
}

/** Under so many steps nobody misses the other pair; over the second somebody will. Common practice. */
const NOT_MISSED = 1.5;
const MISSED = 3;

/**
 * Holds every edition of the shelf against the middle of what is made for each of two uses.
 *
 * @param steps noticeable steps by column
 * @param refuses where the rules of a use say that an edition does not suit: it covers nothing there
 * @example a shoe a step from the middle of walking and a step from that of court: one pair
 */
export function oneOrTwo(
  rows: readonly ShelfRow[],
  uses: readonly [string, string],
  steps: Readonly<Record<string, number>>,
  columns: readonly string[] = LIKENESS,
  refuses: (row: ShelfRow, use: string) => boolean = () => false,
): OneOrTwo {
  const known = uses.map((use) =>
    madeFor(rows, use).filter(({ figures }) => columns.some((one) => figures[one])),
  );
  const missing = uses
    .map((use, index): TooFew => ({ use, models: known[index]?.length ?? 0 }))
    .filter(({ models }) => models < ENOUGH_OF_A_USE);
  if (missing.length > 0) return { answer: 'cannot tell', one: undefined, two: [], missing };
  const middles = known.map((own) => middleOf(own, columns));
  const options = [...new Set(known.flat())].map((row): PairOption => {
    const harms = uses.map((use, at) => harmOf(row, use, middles[at] ?? {}, steps));
    return { row, harms, worst: Math.max(...harms.map((harm) => harm.steps)) };
  });
  const [one] = options
    .filter(({ row }) => !uses.some((use) => refuses(row, use)))
    .sort((a, b) => a.worst - b.worst);
  const two = known.flatMap((own, at) => {
    const [best] = options
      .filter(({ row }) => own.includes(row) && !refuses(row, uses[at] ?? ''))
      .sort((a, b) => (a.harms[at]?.steps ?? 0) - (b.harms[at]?.steps ?? 0));
    return best ? [best] : [];
  });
  const worst = one?.worst ?? Number.POSITIVE_INFINITY;
  const answer: TwoUsesAnswer =
    worst <= NOT_MISSED ? 'one pair' : worst <= MISSED ? 'one pair, with a but' : 'two pairs';
  return { answer, one, two, missing };
}
