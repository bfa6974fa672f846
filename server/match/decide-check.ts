/** A decision leaves the bench with all it was made on, as it stood. */

import type { z } from 'zod';
import type { MatchCheck, matchDecision } from '#contract/match-records.ts';
import { calibrationOn } from '#core/catalogue/gauge.ts';
import { stands } from '#core/figures/reading.ts';
import { findingOf } from '#core/match/left-right-finding.ts';
import type { EvaluatedCheck } from '#core/match/match-check.ts';
import { writeReturnNote } from '#core/match/return-note.ts';
import { decisionDocument, returnNoteDocument } from '#core/sheet/match-documents.ts';
import { matchWords } from '#core/wording/match-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import { labFacts } from '../lab-facts.ts';
import { evaluateStored, type JudgedTerms, matchOfPair } from '../match-of-pair.ts';
import { publishPair } from '../measured-pairs.ts';
import type { Stores } from '../stores.ts';

interface Decided {
  record: JudgedTerms;
  check: MatchCheck;
  found: EvaluatedCheck;
  body: z.output<typeof matchDecision>;
  words: string;
  now: string;
  person: string;
}

/** Readings, gauges with the calibration in force, tolerances and other pairs behind a decision. */
function leanedOn(stores: Stores, { record, check }: Decided) {
  const readings = check.readings.filter(stands);
  const used = new Set(readings.map(({ instrumentId }) => instrumentId));
  return {
    readings: readings.map(({ id }) => id),
    instruments: labFacts(stores)
      .instruments.filter(({ id }) => used.has(id))
      .map((instrument) => ({
        id: instrument.id,
        name: instrument.name,
        calibration: calibrationOn(instrument, check.startedAt)?.id ?? null,
      })),
    tolerances: record.tolerances,
    siblings: record.siblings,
    names: record.names,
  };
}

/** Issues the decision of a check, and with a return the note that goes back with the pair. */
function issueDecision(stores: Stores, decided: Decided, newId: () => string): void {
  const { record, check, found, body, words, now, person } = decided;
  const { edition } = record;
  const pair = stores.pairs.byId(check.pairId);
  const note = writeReturnNote(
    { ...pair, maker: edition.maker, model: edition.model, edition: edition.name },
    found,
    {
      names: record.names,
      checkedOn: check.startedAt,
      unworn: body.unworn,
      note: body.note,
      sender: stores.lab.sender(),
      pictures: stores.photographs
        .of({ subjectKind: 'match', subjectId: check.id })
        .map(({ caption }) => caption),
    },
  );
  const issue = { subject: check.id, leanedOn: leanedOn(stores, decided), person, at: now };
  const { decision, decidedAt } = body;
  stores.issued.issue({
    ...issue,
    id: newId(),
    kind: 'decision',
    content: decisionDocument(note, found.judgements, { decision, words, at: decidedAt, person }),
  });
  if (decision === 'return')
    stores.issued.issue({
      ...issue,
      id: newId(),
      kind: 'return-note',
      content: returnNoteDocument(note, found.judgements),
    });
}

/**
 * Decides a check: the verdict in words as it stands, frozen with all it was made on.
 * @returns the words
 */
export function decideCheck(
  stores: Stores,
  id: string,
  body: Decided['body'],
  { now, person, newId }: { now: string; person: string; newId: () => string },
): string {
  const check = stores.matches.byId(id);
  const record = matchOfPair(stores, stores.pairs.byId(check.pairId));
  const found = evaluateStored(stores, record, check);
  const words = textOf(matchWords(found.verdict));
  stores.matches.decide(id, body, words);
  stores.matches.writeFinding(check.pairId, findingOf(found));
  issueDecision(stores, { record, check, found, body, words, now, person }, newId);
  // A pair that is rejected no longer speaks for its model.
  publishPair(stores, check.pairId);
  stores.consistency.markStale(stores.pairs.byId(check.pairId).editionId);
  return words;
}
