/** A decision leaves the bench with all it was made on, as it stood. */
import { v7 as newId } from 'uuid';
import type { z } from 'zod';
import type { MatchCheck, MatchRecord, matchDecision } from '#contract/match-records.ts';
import { calibrationOn } from '#core/catalogue/gauge.ts';
import { stands } from '#core/figures/reading.ts';
import type { EvaluatedCheck } from '#core/match/match-check.ts';
import { writeReturnNote } from '#core/match/return-note.ts';
import { decisionDocument, returnNoteDocument } from '#core/sheet/match-documents.ts';
import { labFacts } from '../lab-facts.ts';
import type { Stores } from '../stores.ts';

interface Decided {
  record: MatchRecord;
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
export function issueDecision(stores: Stores, decided: Decided): void {
  const { record, check, found, body, words, now, person } = decided;
  const { edition, pair } = record;
  const note = writeReturnNote(
    { ...pair, maker: edition.maker, model: edition.model, edition: edition.name },
    found,
    {
      names: record.names,
      checkedOn: check.startedAt,
      unworn: body.unworn,
      note: body.note,
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
