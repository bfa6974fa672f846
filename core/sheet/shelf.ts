/** The shelf: editions or pairs as one table, and which of them answer to what was asked for. */
import type { Use } from '../catalogue/disciplines.ts';
import { searchTerms } from '../sizing/search-terms.ts';

/** What stands in the table beside the quantities of the catalogue. */
export const SHELF_FACTS = ['worn', 'life', 'price', 'cost'] as const;
export type ShelfFact = (typeof SHELF_FACTS)[number];

/** How a figure of the shelf came to be; `counted` is no measurement: a price, a distance logged. */
export const SHELF_EVIDENCE = [
  'measured',
  'carried',
  'converted',
  'claimed',
  'reported',
  'counted',
] as const;
export type ShelfEvidence = (typeof SHELF_EVIDENCE)[number];

export interface ShelfFigure {
  value: number;
  /** Where it may lie, in 95 of 100 cases; as stated: within its rounding. */
  low: number;
  high: number;
  evidence: ShelfEvidence;
}

export interface ShelfRow {
  slug: string;
  /** Names the edition in full. */
  name: string;
  maker: string;
  /** Of a pair: its tag; of an edition empty. */
  tag: string;
  uses: readonly Use[];
  pairs: number;
  /** By quantity or fact, canonical units; distances in km. */
  figures: Readonly<Record<string, ShelfFigure>>;
  /** How its label runs, in words; empty: nobody can tell. */
  size: string;
  /** Of its price. */
  currency: string;
}

/** A range that a figure is asked to lie in; canonical unit. */
export interface ShelfCondition {
  column: string;
  from?: number | undefined;
  to?: number | undefined;
  /** Prices are asked for in a currency; absent: whichever. */
  currency?: string | undefined;
}

export interface ShelfQuestion {
  conditions: readonly ShelfCondition[];
  uses: readonly string[];
  /** What is looked for in names. */
  words: string;
}

export const SHELF_PLACES = ['fits', 'may', 'outside', 'not known'] as const;
export type ShelfPlace = (typeof SHELF_PLACES)[number];

export interface PlacedRow {
  row: ShelfRow;
  place: ShelfPlace;
  /** How far outside it lies, in noticeable steps, over all conditions; 0 inside. */
  steps: number;
  /** Columns whose doubt crosses a limit, or that nobody took. */
  open: string[];
}

/** How a figure stands to a condition: inside for sure, its doubt over a limit, or outside for sure. */
export function placeOf(
  figure: ShelfFigure | undefined,
  { from = Number.NEGATIVE_INFINITY, to = Number.POSITIVE_INFINITY }: ShelfCondition,
): ShelfPlace {
  if (!figure) return 'not known';
  if (figure.low >= from && figure.high <= to) return 'fits';
  return figure.high < from || figure.low > to ? 'outside' : 'may';
}

const gapOf = (value: number, { from = value, to = value }: ShelfCondition): number =>
  Math.max(0, from - value, value - to);

/** What a row is found by, worked out once: rows are asked again at every letter. */
const foundBy = new WeakMap<ShelfRow, readonly string[]>();

function isNamed(row: ShelfRow, wanted: readonly string[]): boolean {
  if (wanted.length === 0) return true;
  const terms = foundBy.get(row) ?? searchTerms(`${row.tag} ${row.name}`);
  foundBy.set(row, terms);
  return wanted.every((word) => terms.some((term) => term.startsWith(word)));
}

/** The worst of several places decides: outside before not known before may. */
const WORST: readonly ShelfPlace[] = ['outside', 'not known', 'may', 'fits'];

/**
 * Places a row among what was asked for.
 *
 * @param steps noticeable steps by column: they say how near what is outside lies
 * @returns undefined where its names or uses are others
 * @example 304 g ± 6 under 300 g: `may`, 0.27 of a step of 15 g over
 */
export function placeRow(
  row: ShelfRow,
  { conditions, uses, words }: ShelfQuestion,
  steps: Readonly<Record<string, number>>,
): PlacedRow | undefined {
  const isFor = uses.every((use) =>
    row.uses.some(({ discipline, speciality }) => discipline === use || speciality === use),
  );
  if (!isFor || !isNamed(row, searchTerms(words))) return undefined;
  const answers = conditions.map((condition) => {
    const figure = row.figures[condition.column];
    const isForeign = condition.currency !== undefined && condition.currency !== row.currency;
    const place = placeOf(isForeign ? undefined : figure, condition);
    const gap = figure && !isForeign ? gapOf(figure.value, condition) : 0;
    return { column: condition.column, place, steps: gap / (steps[condition.column] ?? 1) };
  });
  return {
    row,
    place: WORST.find((place) => answers.some((answer) => answer.place === place)) ?? 'fits',
    steps: answers.reduce((sum, answer) => sum + answer.steps, 0),
    open: answers.flatMap(({ column, place }) =>
      place === 'may' || place === 'not known' ? [column] : [],
    ),
  };
}

export interface ShelfOrder {
  /** A column, `name`, `own` or `size`. */
  sort: string;
  down: boolean;
  /** Rows of one kind stand together. */
  group: 'none' | 'maker' | 'use';
  /** Own places by slug, from 1. */
  own: ReadonlyMap<string, number>;
}

const byText = new Intl.Collator('en', { numeric: true }).compare;

/** What has no value stands last, whichever way the others are sorted. */
function bySort({ sort, down, own }: ShelfOrder): (a: ShelfRow, b: ShelfRow) => number {
  const sign = down ? -1 : 1;
  const text = (row: ShelfRow) => (sort === 'size' ? row.size : `${row.name} ${row.tag}`);
  const byName = (a: ShelfRow, b: ShelfRow) => byText(`${a.name} ${a.tag}`, `${b.name} ${b.tag}`);
  if (sort === 'name' || sort === 'size')
    return (a, b) =>
      Number(text(a) === '') - Number(text(b) === '') ||
      sign * byText(text(a), text(b)) ||
      byName(a, b);
  const sortedBy = (row: ShelfRow) =>
    sort === 'own' ? own.get(row.slug) : row.figures[sort]?.value;
  return (a, b) => {
    const [left, right] = [sortedBy(a), sortedBy(b)];
    if (left === undefined || right === undefined)
      return Number(left === undefined) - Number(right === undefined) || byName(a, b);
    return sign * (left - right) || byName(a, b);
  };
}

/** The kind that a row stands under. */
export const groupOf = (row: ShelfRow, group: ShelfOrder['group']): string =>
  group === 'maker' ? row.maker : group === 'use' ? (row.uses[0]?.discipline ?? 'no use said') : '';

export interface ShelfAnswer {
  /** In the order in which they stand: fit, may, nearest outside, not known. */
  rows: PlacedRow[];
  counts: Record<ShelfPlace, number>;
}

/**
 * The rows that answer to a question, those that fit before those that may and those nearest outside; without a
 * question all of them.
 */
export function answerShelf(
  rows: readonly ShelfRow[],
  question: ShelfQuestion,
  order: ShelfOrder,
  steps: Readonly<Record<string, number>>,
): ShelfAnswer {
  const placed = rows.flatMap((row) => placeRow(row, question, steps) ?? []);
  const compare = bySort(order);
  const rank = (place: ShelfPlace) => SHELF_PLACES.indexOf(place);
  placed.sort(
    (a, b) =>
      rank(a.place) - rank(b.place) ||
      (order.group === 'none'
        ? 0
        : byText(groupOf(a.row, order.group), groupOf(b.row, order.group))) ||
      (a.place === 'outside' ? a.steps - b.steps : 0) ||
      compare(a.row, b.row),
  );
  const counts = { fits: 0, may: 0, outside: 0, 'not known': 0 };
  for (const { place } of placed) counts[place] += 1;
  return { rows: placed, counts };
}

/**
 * Own places after a row was put before another, or last among those that have a place.
 *
 * @param order slugs as they stood, first preferred
 * @example movedBefore(['a', 'b', 'c'], 'c', 'a') // ['c', 'a', 'b']
 */
export function movedBefore(
  order: readonly string[],
  moved: string,
  before: string | null,
): string[] {
  if (moved === before) return [...order];
  const rest = order.filter((slug) => slug !== moved);
  const place = before === null ? -1 : rest.indexOf(before);
  return place < 0 ? [...rest, moved] : rest.toSpliced(place, 0, moved);
}
