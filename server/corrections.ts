/** Makes a correction: its edits, its line of audit, and whatever was worked out from what it changed. */

import { publishFit } from './fit-outcome.ts';
import { labFacts } from './lab-facts.ts';
import { publishPair, stepsOf, summarisePair } from './measured-pairs.ts';
import { notFound, Refusal } from './problems.ts';
import { type Corrector, type Edit, oppositeOf } from './store/corrections.ts';
import { isWearTable } from './store/wear.ts';
import type { Stores } from './stores.ts';
import { publishWear } from './wear-standing.ts';

/** What edits touch, as ids; a column that refers to a row counts on both sides. */
function touchedBy(stores: Stores, edits: readonly Edit[]) {
  const pairs = new Set<string>();
  const editions = new Set<string>();
  const sittings = new Set<string>();
  const tryOns = new Set<string>();
  const worn = new Set<string>();
  const both = (edit: { from: unknown; to: unknown }, set: Set<string>) => {
    for (const id of [edit.from, edit.to]) if (typeof id === 'string') set.add(id);
  };
  for (const edit of edits) {
    if ('list' in edit) continue;
    const { table, id, column } = edit;
    if (table === 'pair') pairs.add(id);
    if (table === 'try_on') tryOns.add(id);
    if (isWearTable(table)) worn.add(stores.wear.part(table, id, 'This').pairId);
    if (table === 'occasion') both(edit, pairs);
    if (table === 'occasion' || table === 'sitting') sittings.add(id);
    if (table === 'sitting') pairs.add(stores.sessions.byId(id).pairId);
    if (table === 'edition') editions.add(id);
    if (table === 'model')
      for (const one of stores.names.editionsOf('model', id)) editions.add(one);
    if (table === 'maker')
      for (const one of stores.names.editionsOf('maker', id)) editions.add(one);
    if (column === 'edition_id') both(edit, editions);
  }
  return { pairs, editions, sittings, tryOns, worn };
}

/** Works out anew what leans on the rows that were edited. */
function bringAlong(stores: Stores, edits: readonly Edit[]): void {
  const { pairs, editions, sittings, tryOns, worn } = touchedBy(stores, edits);
  const lab = labFacts(stores);
  // What a sitting taught is said again of the pair it is of now, or not at all while it is open.
  for (const id of sittings) stores.learned.publishSitting(id, [], [], stepsOf(lab));
  for (const id of editions) {
    stores.editions.place(id);
    stores.consistency.markStale(id);
    for (const { tag } of stores.pairs.ofEdition(id)) stores.pairRows.place(tag);
  }
  for (const id of worn) publishWear(stores, id);
  for (const id of tryOns) publishFit(stores, stores.tryOns.byId(id).pairId);
  for (const id of pairs) {
    summarisePair(stores, id);
    publishPair(stores, id);
    stores.pairRows.place(stores.pairs.byId(id).tag);
  }
}

/** A change as a handler of the API gets it. */
interface Changing {
  change: string;
}

/**
 * Makes a correction.
 *
 * @param words says in the audit what was put right
 * @param about ids that the correction is listed under
 */
export function correct(
  stores: Stores,
  { change }: Changing,
  { words, about }: { words: string; about: readonly string[] },
  work: (corrector: Corrector) => void,
): void {
  const corrector = stores.corrections.correct();
  work(corrector);
  if (corrector.edits.length === 0) return;
  bringAlong(stores, corrector.edits);
  stores.corrections.record(
    { changeId: change, words, edits: corrector.edits, undoes: null },
    about,
  );
}

/** Does the opposite of a correction; what was taken or written in between stays where it is. */
export function undoCorrection(stores: Stores, { change }: Changing, id: string): void {
  const correction = stores.corrections.of(id);
  if (!correction) throw notFound('A correction that could be undone');
  if (correction.undoneBy !== null) throw new Refusal(409, 'This was undone already.');
  const edits = oppositeOf(correction.edits);
  stores.corrections.write(edits);
  bringAlong(stores, edits);
  const { words, undoes } = correction;
  stores.corrections.record(
    {
      changeId: change,
      words: undoes === null ? `Undone: ${words}` : words.replace(/^Undone: /, ''),
      edits,
      undoes: id,
    },
    stores.corrections.aboutOf(id),
  );
}
