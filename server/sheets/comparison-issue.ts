/** Kept comparisons as documents that leave the bench. */

import type { KeptComparisonRow, SheetDraft } from '#contract/issue-records.ts';
import type { Comparison } from '#contract/sheet-records.ts';
import { describePart } from '#core/catalogue/construction.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { comparisonDocument } from '#core/sheet/comparison-document.ts';
import type { BenchDocument } from '#core/sheet/document.ts';
import {
  asManyRow,
  differenceWord,
  isAlikeInAll,
  measureNext,
  rowsByDisagreement,
} from '#core/sheet/many-compared.ts';
import { chosenUnit } from '#core/sizing/chosen-units.ts';
import { writeFigure, writeSpan } from '#core/sizing/number-words.ts';
import { nameLabel, readLabelSlug } from '#core/sizing/size-label.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { Refusal } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { buildComparison } from './comparison.ts';
import type { SheetSources } from './sheet-content.ts';
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

/** The document that a kept comparison comes to now. */
export function draftComparison(
  stores: Stores,
  kept: KeptComparisonRow,
  sources: SheetSources,
): BenchDocument {
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
  return comparisonDocument({
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
}

/** A kept comparison with its revisions. What changed is said of figures on sheets; here a revision stands for itself. */
export function viewComparison(
  stores: Stores,
  kept: KeptComparisonRow,
  document: BenchDocument,
): SheetDraft {
  const issued = stores.issued.of(kept.id).filter(({ kind }) => kind === 'comparison');
  const last = issued.findLast(({ withdrawn }) => withdrawn === null);
  const isChanged = last && JSON.stringify(last.content) !== JSON.stringify(document);
  return {
    subject: kept.id,
    label: null,
    document,
    words: stores.sheetWords.of(kept.id).words,
    choices: { pictures: [], also: false },
    photographs: [],
    revisions: issued.map(({ id, revision, at, person, hash, withdrawn }) => ({
      id,
      revision,
      at,
      person,
      hash,
      withdrawn,
      changes: [],
    })),
    changes: [],
    warnings: isChanged
      ? [`Figures or words moved since revision ${last.revision} was issued.`]
      : [],
  };
}

export function issueComparison(
  stores: Stores,
  kept: KeptComparisonRow,
  document: BenchDocument,
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
    leanedOn: { editions: kept.editions, label: kept.label, stack: kept.stack },
    person,
    at: now,
  });
}
