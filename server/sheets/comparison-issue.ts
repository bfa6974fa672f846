/** Kept comparisons as documents that leave the bench. */

import type { KeptComparisonRow, SheetDraft } from '#contract/issue-records.ts';
import type { IssuedRecord } from '#contract/issued-records.ts';
import type { Comparison } from '#contract/sheet-records.ts';
import { describePart } from '#core/catalogue/construction.ts';
import { type Catalogue, describeQuantity } from '#core/catalogue/quantities.ts';
import type { SheetChange } from '#core/records/sheet-change.ts';
import { comparisonDocument } from '#core/sheet/comparison-document.ts';
import type { BenchDocument } from '#core/sheet/document.ts';
import {
  asManyRow,
  differenceWord,
  isAlikeInAll,
  measureNext,
  rowsByDisagreement,
} from '#core/sheet/many-compared.ts';
import { changesOfFigures, changesOfTexts, sheetWarnings } from '#core/sheet/sheet-changes.ts';
import type { SheetFigure } from '#core/sheet/sheet-data.ts';
import { plainWords } from '#core/sheet/sheet-words.ts';
import { chosenUnit } from '#core/sizing/chosen-units.ts';
import { writeFigure, writeSpan } from '#core/sizing/number-words.ts';
import { nameLabel, readLabelSlug } from '#core/sizing/size-label.ts';
import { sheetWarningSentence, writtenSheetChange } from '#core/wording/sheet-sentences.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { Refusal } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { buildComparison, isPairSlug } from './comparison.ts';
import type { SheetSources } from './sheet-content.ts';
import { sheetFigure, takenOf } from './sheet-figure.ts';
import { goneReadings } from './sheet-issue.ts';
import { sizesOnShelf } from './shelf-rows.ts';

type Row = Comparison['rows'][number];

function figureRow(stores: Stores, lab: LabFacts, { quantity, noticeable, against, cells }: Row) {
  const definition = describeQuantity(quantity, lab.catalogue);
  const unit = chosenUnit(definition, stores.lab.units());
  const write = (value: number, U: number) => {
    const words = writeFigure(value, U, unit, definition.decimals);
    return words.U ? `${words.value} ± ${words.U}` : words.value;
  };
  // The unit stands once, with the name of the row.
  const span = (by: number) =>
    writeSpan(by, unit, definition.decimals).replace(` ${unit.shown ?? unit.symbol}`, '');
  return {
    name: `${definition.name}, ${unit.shown ?? unit.symbol}`,
    step: `a step is ${writeSpan(noticeable, unit, definition.decimals).replace('+', '')}`,
    cells: cells.map((cell, place) => ({
      figure: cell.figure
        ? write(cell.figure.value, cell.figure.U)
        : cell.stated
          ? `${writeFigure(cell.stated.value, undefined, unit, definition.decimals).value}, ${cell.stated.provenance}`
          : '',
      // The yardstick differs from nothing, and a figure of one pair says nothing of its model.
      difference:
        (place === against && cell.stated) || (cell.figure && !cell.difference)
          ? ''
          : differenceWord(cell, cell.difference ? span(cell.difference.difference) : ''),
      out: cell.difference?.noticeable === 'yes',
    })),
  };
}

/** What a comparison leaned on, kept beside its document: figures with their readings, and the words. */
interface ComparisonBasis {
  editions: string[];
  label: string | null;
  stack: string | null;
  figures: SheetFigure[];
  words: Record<string, string>;
}

export interface DraftedComparison {
  document: BenchDocument;
  basis: ComparisonBasis;
}

/** Every figure that stands in a column, named with its edition. */
function comparedFigures(
  stores: Stores,
  catalogue: Catalogue,
  { editions, rows }: Comparison,
): SheetFigure[] {
  return editions.flatMap(({ slug, id, name }, column) => {
    const pairs = isPairSlug(slug)
      ? [stores.pairs.byId(id)]
      : stores.pairs.ofEdition(id).filter(({ leftOut }) => leftOut === null);
    const terms = {
      catalogue,
      chosen: stores.lab.units(),
      also: false,
      taken: takenOf(stores, pairs, catalogue),
    };
    return rows.flatMap(({ cells }) => {
      const figure = cells[column]?.figure;
      if (!figure) return [];
      const entry = {
        figure,
        pairU: figure.U,
        speaksForEdition: true,
        pairs: [],
        claims: [],
        reported: [],
        grade: null,
      };
      const written = sheetFigure('Figures', entry, terms);
      return [
        {
          ...written,
          // A step between sizes or bases is how a figure came here: another way is no other figure.
          key: `${slug} · ${figure.quantity}`,
          name: `${name}: ${written.name.toLowerCase()}`,
        },
      ];
    });
  });
}

/** The document that a kept comparison comes to now, with what it leans on. */
export function draftComparison(
  stores: Stores,
  kept: KeptComparisonRow,
  sources: SheetSources,
): DraftedComparison {
  const lab = labFacts(stores);
  const label = kept.label ? readLabelSlug(kept.label) : undefined;
  const compared = buildComparison(
    stores,
    kept.editions,
    {
      label,
      stack: kept.stack ?? undefined,
    },
    (ids) => sizesOnShelf(stores, ids, sources.sizesOf),
  );
  const many = compared.rows.map(asManyRow);
  const nameOf = (quantity: string) => describeQuantity(quantity, lab.catalogue).name;
  const { words } = stores.sheetWords.of(kept.id);
  const document = comparisonDocument({
    title: kept.name,
    under: [
      `at ${nameLabel(compared.label)}`,
      compared.wornKm > 0 ? `worn ${Math.round(compared.wornKm)} km` : 'as new',
    ].join(', '),
    editions: compared.editions.map(({ name }) => name),
    words,
    rows: rowsByDisagreement(many).map(({ row }) => figureRow(stores, lab, row)),
    alike: many.filter(isAlikeInAll).map(({ quantity }) => nameOf(quantity).toLowerCase()),
    parts: compared.parts.map(({ part, cells }) => ({
      name: describePart(part).name,
      cells: cells.map((cell) =>
        cell ? `${cell.answer}${cell.state === 'stated' ? ', stated' : ''}` : 'not looked',
      ),
    })),
    said: compared.said,
    next: measureNext(many).map(
      ({ quantity, edition, why }) =>
        `${nameOf(quantity)} of ${compared.editions[edition]?.name}: ${why === 'cannot tell' ? 'one more pair would tell' : why}`,
    ),
  });
  return {
    document,
    basis: {
      editions: kept.editions,
      label: kept.label,
      stack: kept.stack,
      figures: comparedFigures(stores, lab.catalogue, compared),
      words: Object.fromEntries(
        Object.entries(words).map(([part, blocks]) => [part, plainWords(blocks)]),
      ),
    },
  };
}

/** What a revision leaned on. One of an older version of the bench kept no figures: then nothing is compared. */
const basisOf = ({ leanedOn }: IssuedRecord): ComparisonBasis => ({
  figures: [],
  words: {},
  ...(leanedOn as Omit<ComparisonBasis, 'figures' | 'words'> & Partial<ComparisonBasis>),
});

const changesOfComparison = (before: ComparisonBasis, after: ComparisonBasis): SheetChange[] => [
  ...(before.figures.length > 0 ? changesOfFigures(before.figures, after.figures) : []),
  ...changesOfTexts(before.words, after.words),
];

/** A kept comparison with its revisions, what changed from one to the next, and what speaks against the last. */
export function viewComparison(
  stores: Stores,
  kept: KeptComparisonRow,
  { document, basis }: DraftedComparison,
): SheetDraft {
  const issued = stores.issued.of(kept.id).filter(({ kind }) => kind === 'comparison');
  const last = issued.findLast(({ withdrawn }) => withdrawn === null);
  const changes = last ? changesOfComparison(basisOf(last), basis) : [];
  const movedOtherwise =
    last && changes.length === 0 && JSON.stringify(last.content) !== JSON.stringify(document);
  return {
    subject: kept.id,
    label: null,
    document,
    words: stores.sheetWords.of(kept.id).words,
    choices: { pictures: [], also: false },
    photographs: [],
    revisions: issued.map((own, nth) => {
      const { id, revision, at, person, hash, withdrawn } = own;
      const former = issued[nth - 1];
      return {
        id,
        revision,
        at,
        person,
        hash,
        withdrawn,
        changes: former
          ? changesOfComparison(basisOf(former), basisOf(own)).map(writtenSheetChange)
          : [],
      };
    }),
    changes: movedOtherwise
      ? [writtenSheetChange({ kind: 'elsewhere' })]
      : changes.map(writtenSheetChange),
    warnings: last
      ? sheetWarnings(
          basisOf(last).figures,
          basis.figures,
          goneReadings(stores, basisOf(last).figures),
        ).map(sheetWarningSentence)
      : [],
  };
}

export function issueComparison(
  stores: Stores,
  kept: KeptComparisonRow,
  { document, basis }: DraftedComparison,
  { id, now, person }: { id: string; now: string; person: string },
): void {
  const last = stores.issued.latest('comparison', kept.id);
  if (last?.withdrawn === null && JSON.stringify(last.content) === JSON.stringify(document))
    throw new Refusal(409, `Nothing changed since revision ${last.revision}: it says the same.`);
  stores.issued.issue({
    id,
    kind: 'comparison',
    subject: kept.id,
    content: document,
    leanedOn: basis,
    person,
    at: now,
  });
}
