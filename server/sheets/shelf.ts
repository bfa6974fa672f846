/** The shelf: all editions, or the pairs of a tester, as one table that answers to what is typed. */
import { group } from 'd3-array';
import type { LikeAnswer, OneOrTwoAnswer, Shelf, ShelfAsked } from '#contract/shelf-records.ts';
import { nearestRows, nearWords, readLikeWords } from '#core/sheet/nearest.ts';
import { oneOrTwo, type PairOption } from '#core/sheet/one-or-two.ts';
import { answerShelf, type ShelfRow } from '#core/sheet/shelf.ts';
import { readShelfWords } from '#core/sheet/shelf-words.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { REFERENCE_LABEL } from '#core/sizing/size-label.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { notFound } from '../problems.ts';
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

/** Rows as they stand, those that are few and out of date worked out first. */
function currentRows(stores: Stores, sizesOf: () => SizeWords, refresh: () => void): ShelfRow[] {
  workOut(stores, stores.shelf.stale(AT_ONCE), sizesOf);
  if (stores.shelf.countStale() > 0) refresh();
  return [...stores.shelf.rows().values()].flatMap(({ row }) => row ?? []);
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
  const rows = currentRows(stores, sizesOf, refresh);
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
        words: nearWords(near),
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
  harms: harms.map((harm) => ({ use: harm.use, steps: harm.steps, words: nearWords(harm) })),
});

export function oneOrTwoPairs(
  stores: Stores,
  uses: readonly [string, string],
  sizesOf: () => SizeWords,
  refresh: () => void,
): OneOrTwoAnswer {
  const { word, words, one, two } = oneOrTwo(
    currentRows(stores, sizesOf, refresh),
    uses,
    stepsOf(labFacts(stores)),
  );
  return { word, words, one: one ? viewOption(one) : null, two: two.map(viewOption) };
}

/** Own places by slug; where no order is asked for none. */
const placesOf = (order: readonly string[]) =>
  new Map(order.map((slug, at): [string, number] => [slug, at + 1]));

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
  const editionRows = () => [...stores.shelf.rows()].flatMap(([, { row }]) => row ?? []);
  let waiting = 0;
  let rows: readonly ShelfRow[];
  if (asked.tester) {
    const worn = new Map(stores.wear.pairsOf(asked.tester).map(({ id, km }) => [id, km]));
    rows = [...worn].map(([id, km]) => rowOfPair(stores, lab, stores.pairs.byId(id), km ?? 0));
  } else {
    workOut(stores, stores.shelf.stale(AT_ONCE), sizesOf);
    waiting = stores.shelf.countStale();
    if (waiting > 0) refresh();
    rows = editionRows();
    // What is in sight follows what the lab has learned since; the rest when it comes into sight.
    const revision = stores.learned.revision();
    const idBySlug = new Map(
      [...stores.shelf.rows()].flatMap(([id, kept]) =>
        kept.row && kept.lab !== revision ? [[kept.row.slug, id] as const] : [],
      ),
    );
    const inSight = answer(rows)
      .rows.slice(asked.from, asked.from + asked.limit)
      .flatMap(({ row }) => idBySlug.get(row.slug) ?? [])
      .slice(0, AT_ONCE);
    workOut(stores, inSight, sizesOf);
    if (inSight.length > 0) rows = editionRows();
  }
  const answered = answer(rows);
  const columns = group(
    rows.flatMap(({ figures }) => Object.keys(figures)),
    (column) => column,
  );
  return {
    all: rows.length,
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
    columns: [...columns]
      .map(([column, { length }]) => ({ column, rows: length }))
      .sort((a, b) => b.rows - a.rows),
    rows: answered.rows
      .slice(asked.from, asked.from + asked.limit)
      .map(({ row, place, steps, open }) => ({
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
