/** Rows of the shelf: worked out from the record, kept, and brought up to date beside the requests. */
import { describeQuantity, type QuantityId } from '#core/catalogue/quantities.ts';
import type { StackBasis } from '#core/catalogue/stack-basis.ts';
import type { Basis } from '#core/figures/basis.ts';
import type { EditionAnswer } from '#core/figures/edition-figure.ts';
import { figureExpanded } from '#core/figures/figure.ts';
import { type MeasuredPair, quantitiesOfPair } from '#core/figures/pair-figure.ts';
import { type ComparedEdition, compareEditions } from '#core/sheet/comparison.ts';
import type { ShelfFigure, ShelfRow } from '#core/sheet/shelf.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { REFERENCE_LABEL } from '#core/sizing/size-label.ts';
import { editionLife, showsLife } from '#core/wear/edition-life.ts';
import { madeOfEdition, medianScores, wordsClaimed } from '../construction.ts';
import { describeFault } from '../described-fault.ts';
import { measuredPair } from '../figure-book.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import type { Log } from '../log.ts';
import { livesOf } from '../pair-end.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { KeptShoe } from '../store/shelf.ts';
import type { Stores } from '../stores.ts';
import { statedFigures } from './comparison.ts';
import type { SizeWords } from './edition-words.ts';
import { pricesOf } from './line.ts';
import { stackBases } from './sheet.ts';

/** Stacks stand on the shelf through the shoe as it is sold, by whichever tool the edition has. */
function shelfStack(pairs: readonly MeasuredPair[]): StackBasis {
  const own = [...stackBases(pairs).values()].find(({ place }) => place === 'in-shoe');
  return {
    place: 'in-shoe',
    insole: 'in',
    lugs: 'in',
    layers: 'whole sole',
    method: own?.method ?? 'needle',
  };
}

const shelfBasis = (pairs: readonly MeasuredPair[]): Basis => ({
  label: REFERENCE_LABEL,
  configuration: 'as sold',
  wornKm: 0 as Basis['wornKm'],
  stack: shelfStack(pairs),
});

function evidenceOf(answer: Exclude<EditionAnswer, { terms: 'not' }>): ShelfFigure['evidence'] {
  if (answer.terms === 'converted') return 'converted';
  return answer.terms === 'carried' ? 'carried' : 'measured';
}

/** Figures of pairs on the terms of the shelf, and what is stated where nobody measured. */
function figuresOf(
  { id, pairs, stated }: ComparedEdition,
  lab: LabFacts,
  ofPair: boolean,
): ShelfRow['figures'] {
  const quantities = [
    ...new Set<QuantityId>([
      ...pairs.flatMap((pair) => [...quantitiesOfPair(pair)]),
      ...(stated ?? []).map(({ quantity }) => quantity),
    ]),
  ].filter((quantity) => !describeQuantity(quantity, lab.catalogue).ordinal);
  const figures: Record<string, ShelfFigure> = {};
  const edition = { id, pairs, ...(stated ? { stated } : {}) };
  for (const { quantity, cells } of compareEditions(
    [edition],
    shelfBasis(pairs),
    lab,
    quantities,
  )) {
    const [cell] = cells;
    if (!cell) continue;
    if (cell.stated) {
      const { value, halfWidth, provenance } = cell.stated;
      figures[quantity] = {
        value,
        low: value - halfWidth,
        high: value + halfWidth,
        evidence: provenance,
      };
    } else if (cell.answer.terms !== 'not') {
      const { figure, pairU, speaksForEdition } = cell.answer;
      const U = speaksForEdition && !ofPair ? figureExpanded(figure) : pairU;
      figures[quantity] = {
        value: figure.value,
        low: figure.value - U,
        high: figure.value + U,
        evidence: evidenceOf(cell.answer),
      };
    }
  }
  return figures;
}

const counted = (value: number, low = value, high = value): ShelfFigure => ({
  value,
  low,
  high,
  evidence: 'counted',
});

/** Distance worn, life, price and cost, of the pairs of an edition. */
function factsOf(stores: Stores, editionId: string, stored: readonly StoredPair[]) {
  const lives = livesOf(stores, editionId);
  const life = showsLife(lives.filter(({ ended }) => ended).length)
    ? editionLife(lives).median
    : undefined;
  // What was given cost nothing, and is no price.
  const price = pricesOf(stores, editionId, stored).find(({ amount }) => amount > 0);
  const km = lives.reduce((sum, { wornKm }) => sum + wornKm, 0);
  // Over a whole life where one is known; else so far, over the pair that went farthest.
  const costKm = life?.km ?? Math.max(0, ...lives.map(({ wornKm }) => wornKm));
  const figures: Record<string, ShelfFigure> = {};
  if (km > 0) figures.worn = counted(km);
  if (life?.km)
    figures.life = counted(
      life.km,
      life.lower ?? life.km,
      life.upper ?? Math.max(life.km, ...lives.map((one) => one.km)),
    );
  if (price) figures.price = counted(price.amount);
  if (price && costKm > 0) figures.cost = counted(price.amount / costKm);
  return { figures, currency: price?.currency ?? '' };
}

/** Row of an edition, and what the rules of uses read beside it. */
function rowOfEdition(
  stores: Stores,
  lab: LabFacts,
  editionId: string,
  sizeWords: SizeWords,
): { row: ShelfRow; shoe: KeptShoe } {
  const edition = stores.editions.byId(editionId);
  const stored = stores.pairs.ofEdition(editionId).filter((pair) => pair.leftOut === null);
  const pairs = stored.map((pair) => measuredPair(stores, lab, pair));
  const stated = statedFigures(edition, lab.catalogue);
  const facts = factsOf(stores, editionId, stored);
  return {
    row: {
      slug: edition.slug,
      name: editionName(edition),
      maker: edition.maker,
      tag: '',
      uses: edition.uses,
      pairs: stored.length,
      figures: { ...figuresOf({ id: editionId, pairs, stated }, lab, false), ...facts.figures },
      size: sizeWords(editionId),
      currency: facts.currency,
    },
    shoe: {
      parts: madeOfEdition(stores, editionId, stored),
      scores: [...medianScores(pairs)],
      claims: wordsClaimed(edition),
    },
  };
}

/** A pair that a tester has, on the same terms. */
export function rowOfPair(stores: Stores, lab: LabFacts, pair: StoredPair, km: number): ShelfRow {
  const edition = stores.editions.byId(pair.editionId);
  const measured = [measuredPair(stores, lab, pair)];
  const price = pair.paidPrice || pair.listPrice;
  const figures: Record<string, ShelfFigure> = {
    ...figuresOf({ id: pair.id, pairs: measured }, lab, true),
  };
  if (km > 0) figures.worn = counted(km);
  if (price) figures.price = counted(price);
  if (price && km > 0) figures.cost = counted(price / km);
  return {
    slug: edition.slug,
    name: editionName(edition),
    maker: edition.maker,
    tag: pair.tag,
    uses: edition.uses,
    pairs: 1,
    figures,
    size: '',
    currency: pair.currency,
  };
}

function keepRow(
  stores: Stores,
  lab: LabFacts,
  revision: number,
  editionId: string,
  sizeWords: SizeWords,
): void {
  const kept = stores.shelf.stands(editionId)
    ? rowOfEdition(stores, lab, editionId, sizeWords)
    : { row: undefined, shoe: undefined };
  stores.shelf.write({ editionId, ...kept, lab: revision });
}

/** So many rows lean on one look at what fits whom. */
const ONE_LOOK = 50;

/** Works out the rows of all editions that are out of date, one at a time between requests. */
export async function refreshShelf(
  stores: Stores,
  sizesOf: () => SizeWords,
  log: Log,
): Promise<void> {
  for (;;) {
    const stale = stores.shelf.stale(ONE_LOOK);
    if (stale.length === 0) return;
    const sizeWords = sizesOf();
    for (const editionId of stale) {
      try {
        stores.changes.quietly(() =>
          keepRow(stores, labFacts(stores), stores.learned.revision(), editionId, sizeWords),
        );
      } catch (error) {
        // Tried again when somebody asks.
        log.error({ ...describeFault(error), editionId }, 'a row of the shelf was not worked out');
        return;
      }
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
}

/** What a request works out itself; the rest is worked out beside the requests. */
export const AT_ONCE = 24;

export function workOut(
  stores: Stores,
  editionIds: readonly string[],
  sizesOf: () => SizeWords,
): void {
  if (editionIds.length === 0) return;
  const sizeWords = sizesOf();
  try {
    stores.changes.quietly(() => {
      for (const id of editionIds)
        keepRow(stores, labFacts(stores), stores.learned.revision(), id, sizeWords);
    });
  } catch (error) {
    // The book is held by a file that is read: what is kept is shown.
    if (!/BUSY|LOCKED/.test(String((error as { code?: string }).code))) throw error;
  }
}

/** How labels run, as the shelf has it: only what changed of these editions is looked at anew. */
export function sizesOnShelf(
  stores: Stores,
  editionIds: readonly string[],
  sizesOf: () => SizeWords,
): SizeWords {
  workOut(stores, stores.shelf.staleOf(editionIds), sizesOf);
  return (editionId) => stores.shelf.rows().get(editionId)?.row?.size ?? '';
}
