/** The shelf: all editions, or the pairs of a tester, as one table that answers to what is typed. */

import type { LikeAnswer, OneOrTwoAnswer, Shelf, ShelfAsked } from '#contract/shelf-records.ts';
import { answerUse, suitability, WHATEVER } from '#core/construction/use-answer.ts';
import { LIKENESS, nearestRows, readLikeWords } from '#core/sheet/nearest.ts';
import { ENOUGH_OF_A_USE, oneOrTwo, type PairOption } from '#core/sheet/one-or-two.ts';
import { answerShelf, type ShelfRow } from '#core/sheet/shelf.ts';
import { readShelfWords } from '#core/sheet/shelf-words.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { REFERENCE_LABEL } from '#core/sizing/size-label.ts';
import { likenessPhrase } from '#core/wording/likeness-sentences.ts';
import { oneOrTwoSentence } from '#core/wording/one-or-two-sentences.ts';
import { ruleTerms, shoeOnShelf } from '../construction.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { notFound } from '../problems.ts';
import type { KeptShelfRow } from '../store/shelf.ts';
import type { Stores } from '../stores.ts';
import type { SizeWords } from './edition-words.ts';
import { AT_ONCE, rowOfPair, workOut } from './shelf-rows.ts';

/** What a number without a unit stands for, as the lab chose. */
function bareUnitsOf(stores: Stores) {
  const { stack, mass, distance } = stores.lab.units();
  return { length: stack, mass, distance };
}

/** Steps by column: of facts, what anybody would call a difference. */
const FACT_STEPS = { worn: 50, life: 50, price: 10, cost: 0.02 };

interface HeldRows {
  rows: readonly ShelfRow[];
  /** How many rows have a figure in each column, the fullest first. */
  columns: Shelf['columns'];
  /** By slug; of the pairs of a tester none are kept. */
  kept: ReadonlyMap<string, KeptShelfRow>;
}

/** What is gathered of all rows, as long as none was written. */
const gathered = new WeakMap<ReadonlyMap<string, KeptShelfRow>, HeldRows>();

function columnsOf(rows: readonly ShelfRow[]): Shelf['columns'] {
  const counts = new Map<string, number>();
  for (const { figures } of rows)
    for (const column of Object.keys(figures)) counts.set(column, (counts.get(column) ?? 0) + 1);
  return [...counts].map(([column, n]) => ({ column, rows: n })).sort((a, b) => b.rows - a.rows);
}

function heldRows(stores: Stores): HeldRows {
  const kept = stores.shelf.rows();
  const known = gathered.get(kept);
  if (known) return known;
  const bySlug = new Map(
    [...kept.values()].flatMap((one) => (one.row ? [[one.row.slug, one] as const] : [])),
  );
  const rows = [...bySlug.values()].flatMap(({ row }) => row ?? []);
  const held = { rows, columns: columnsOf(rows), kept: bySlug };
  gathered.set(kept, held);
  return held;
}

/** Rows as they stand, those that are few and out of date worked out first. */
function currentRows(stores: Stores, sizesOf: () => SizeWords, refresh: () => void): HeldRows {
  workOut(stores, stores.shelf.stale(AT_ONCE), sizesOf);
  if (stores.shelf.countStale() > 0) refresh();
  return heldRows(stores);
}

/**
 * The shelf as others lean on it: rows by slug with what is known beside their figures, and steps by column.
 * @param first editions that are worked out before all others
 */
export function keptShelf(
  stores: Stores,
  sizesOf: () => SizeWords,
  refresh: () => void,
  first: readonly string[] = [],
) {
  workOut(stores, stores.shelf.staleOf(first), sizesOf);
  const { kept } = currentRows(stores, sizesOf, refresh);
  return { kept, steps: stepsOf(labFacts(stores)), waiting: stores.shelf.countStale() };
}

/** Nobody reads a longer list of what is near. */
const MOST_NEAR = 12;

const stepsOf = (lab: LabFacts) => ({ ...lab.noticeable, ...FACT_STEPS });

/** What is like an edition, but lighter. */
export function likeEdition(
  stores: Stores,
  slug: string,
  words: string,
  sizesOf: () => SizeWords,
  refresh: () => void,
): LikeAnswer {
  const lab = labFacts(stores);
  const { rows } = currentRows(stores, sizesOf, refresh);
  const edition = stores.editions.bySlug(slug);
  const own = rows.find((row) => row.slug === edition.slug);
  if (!own) throw notFound(`A row of ${editionName(edition)}`);
  const steps = stepsOf(lab);
  const relative = readLikeWords(words, own, steps);
  const read = readShelfWords(relative.rest, lab.catalogue, stores.uses.all(), bareUnitsOf(stores));
  const question = { ...read, conditions: [...relative.conditions, ...read.conditions] };
  return {
    name: own.name,
    said: [...relative.said, ...read.said],
    questions: [...relative.questions, ...read.questions],
    rows: nearestRows(own, rows, question, steps)
      .slice(0, MOST_NEAR)
      .map((near) => ({
        slug: near.row.slug,
        name: near.row.name,
        steps: near.steps,
        drivers: near.drivers,
        words: likenessPhrase(near.drivers),
        unknown: near.unknown,
        place: near.place,
      })),
  };
}

const viewOption = ({ row, harms }: PairOption) => ({
  slug: row.slug,
  name: row.name,
  figures: row.figures,
  currency: row.currency,
  harms: harms.map((harm) => ({
    use: harm.use,
    steps: harm.steps,
    words: likenessPhrase(harm.drivers),
  })),
});

export function oneOrTwoPairs(
  stores: Stores,
  uses: readonly [string, string],
  sizesOf: () => SizeWords,
  refresh: () => void,
): OneOrTwoAnswer {
  const { rows, kept } = currentRows(stores, sizesOf, refresh);
  const lab = labFacts(stores);
  const terms = ruleTerms(stores);
  const judged = oneOrTwo(rows, uses, stepsOf(lab), LIKENESS, (row, use) => {
    const held = kept.get(row.slug);
    return (
      held !== undefined &&
      suitability(answerUse(use, WHATEVER, shoeOnShelf(held), terms)) === 'does not suit'
    );
  });
  const { answer, one, two, missing } = judged;
  return {
    word: answer,
    words: oneOrTwoSentence({ answer, name: one?.row.name, missing }, ENOUGH_OF_A_USE),
    one: one ? viewOption(one) : null,
    two: two.map(viewOption),
  };
}

/** Own places by slug; where no order is asked for none. */
const placesOf = (order: readonly string[]) =>
  new Map(order.map((slug, at): [string, number] => [slug, at + 1]));

/** The pairs of a tester as rows. */
function rowsOfTester(stores: Stores, lab: LabFacts, tester: string): HeldRows {
  const rows = stores.wear
    .pairsOf(tester)
    .map(({ id, km }) => rowOfPair(stores, lab, stores.pairs.byId(id), km ?? 0));
  return { rows, columns: columnsOf(rows), kept: new Map() };
}

/** Editions of rows that were worked out before the lab learned what it knows now. */
function olderRows(
  stores: Stores,
  { kept }: HeldRows,
  inSight: readonly { row: ShelfRow }[],
): string[] {
  const revision = stores.learned.revision();
  return inSight.flatMap(({ row }) => {
    const known = kept.get(row.slug);
    return known && known.lab !== revision ? [known.editionId] : [];
  });
}

export function shelfPage(
  stores: Stores,
  asked: ShelfAsked,
  sizesOf: () => SizeWords,
  refresh: () => void,
): Shelf {
  const lab = labFacts(stores);
  const read = readShelfWords(asked.words, lab.catalogue, stores.uses.all(), bareUnitsOf(stores));
  const own = placesOf(stores.shelf.order(asked.ownFor));
  const answer = (rows: readonly ShelfRow[]) =>
    answerShelf(
      rows,
      read,
      { sort: asked.sort, down: asked.down, group: asked.group, own },
      stepsOf(lab),
    );
  const pageOf = <T>(all: readonly T[]): T[] => all.slice(asked.from, asked.from + asked.limit);
  const { held, waiting } = asked.tester
    ? { held: rowsOfTester(stores, lab, asked.tester), waiting: 0 }
    : { held: currentRows(stores, sizesOf, refresh), waiting: stores.shelf.countStale() };
  let rows = held;
  let answered = answer(rows.rows);
  // What is in sight follows what the lab has learned since; the rest when it comes into sight.
  const older = olderRows(stores, held, pageOf(answered.rows));
  if (older.length > 0) {
    workOut(stores, older.slice(0, AT_ONCE), sizesOf);
    rows = heldRows(stores);
    answered = answer(rows.rows);
  }
  return {
    all: rows.rows.length,
    waiting,
    said: read.said,
    questions: read.questions,
    conditions: read.conditions.map(({ column, from, to, currency }) => ({
      column,
      from: from ?? null,
      to: to ?? null,
      currency: currency ?? null,
    })),
    counts: answered.counts,
    columns: rows.columns,
    rows: pageOf(answered.rows).map(({ row, place, steps, open }) => ({
      ...row,
      uses: [...row.uses],
      place,
      steps,
      open,
      own: own.get(row.slug) ?? null,
    })),
    label: REFERENCE_LABEL,
  };
}
