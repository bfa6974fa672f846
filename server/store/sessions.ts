/** Sessions and their readings, which are only ever added to. */
import type { z } from 'zod';
import type { newReading, Reading, Session, sessionFields } from '#contract/records.ts';
import { QUANTITIES } from '#core/quantities.ts';
import { readTypedQuantity } from '#core/typed-quantity.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

type NewReading = z.output<typeof newReading>;
type SessionFields = z.output<typeof sessionFields>;

interface SessionRow extends SessionFields {
  finishedAt: string | null;
}

const READING = `SELECT r.id, r.session_id AS sessionId, r.side, r.quantity, r.trial, r.typed, r.unit,
    r.value, r.instrument_id AS instrumentId, r.taken_at AS takenAt, r.supersedes_id AS supersedes,
    r.reason, r.note, later.id AS supersededBy, v.reason AS voided
  FROM reading r
  LEFT JOIN reading later ON later.supersedes_id = r.id
  LEFT JOIN reading_void v ON v.reading_id = r.id`;

const SESSION = `SELECT id, pair_id AS pairId, protocol_id AS protocolId, person, configuration,
    worn_km AS wornKm, started_at AS startedAt, finished_at AS finishedAt
  FROM session`;

export function sessionStore(db: Db) {
  const insertSession = db.prepare(
    `INSERT INTO session (id, pair_id, protocol_id, person, configuration, worn_km, started_at)
     VALUES (@id, @pairId, @protocolId, @person, @configuration, @wornKm, @startedAt)`,
  );
  const selectSession = db.prepare<[string], SessionRow>(`${SESSION} WHERE id = ?`);
  const selectOfPair = db.prepare<[string], SessionRow>(
    `${SESSION} WHERE pair_id = ? ORDER BY started_at, id`,
  );
  const finish = db.prepare(
    'UPDATE session SET finished_at = @finishedAt WHERE id = @id AND finished_at IS NULL',
  );
  const insertNote = db.prepare(
    'INSERT INTO session_note (id, session_id, text, at) VALUES (@id, @sessionId, @text, @at)',
  );
  const selectNotes = db.prepare<[string], { id: string; text: string; at: string }>(
    'SELECT id, text, at FROM session_note WHERE session_id = ? ORDER BY rowid',
  );
  const selectReading = db.prepare<[string], Reading>(`${READING} WHERE r.id = ?`);
  const selectReadings = db.prepare<[string], Reading>(
    `${READING} WHERE r.session_id = ? ORDER BY r.rowid`,
  );
  const lastTrial = db.prepare<[NewReading], { trial: number }>(
    `SELECT coalesce(max(trial), 0) AS trial FROM reading
     WHERE session_id = @sessionId AND side = @side AND quantity = @quantity`,
  );
  const insertReading = db.prepare(
    `INSERT INTO reading
       (id, session_id, side, quantity, trial, typed, unit, value, instrument_id, taken_at,
        supersedes_id, reason, note)
     VALUES
       (@id, @sessionId, @side, @quantity, @trial, @typed, @unit, @value, @instrumentId, @takenAt,
        @supersedes, @reason, @note)`,
  );
  const insertVoid = db.prepare(
    'INSERT INTO reading_void (reading_id, reason, at) VALUES (@id, @reason, @at)',
  );

  function sessionById(id: string): SessionRow {
    const row = selectSession.get(id);
    if (!row) throw notFound('This session');
    return row;
  }

  function standing(id: string): Reading {
    const found = selectReading.get(id);
    if (!found) throw notFound('This reading');
    if (found.voided !== null)
      throw new Refusal(409, `This reading was voided already: ${found.voided}.`);
    if (found.supersededBy !== null)
      throw new Refusal(409, 'This reading was corrected already; its correction stands.');
    return found;
  }

  return {
    byId: sessionById,
    start(fields: SessionFields): void {
      insertSession.run(fields);
    },
    finish(id: string, finishedAt: string): void {
      sessionById(id);
      if (finish.run({ id, finishedAt }).changes === 0)
        throw new Refusal(409, 'This session is finished already.');
    },
    addNote(sessionId: string, note: { id: string; text: string; at: string }): void {
      sessionById(sessionId);
      insertNote.run({ ...note, sessionId });
    },
    ofPair: (pairId: string): Session[] =>
      selectOfPair.all(pairId).map((row) => ({
        ...row,
        readings: selectReadings.all(row.id),
        notes: selectNotes.all(row.id),
      })),
    /** Adds a reading; its value is read from the text as typed, so that the two always agree. */
    record(reading: NewReading): Reading {
      sessionById(reading.sessionId);
      const { kind, name } = QUANTITIES[reading.quantity];
      const read = readTypedQuantity(reading.typed, kind, reading.unit);
      if (!read.ok) throw wrongValue('typed', `${name}: ${read.fault.message}`, read.fault.choices);
      let trial = (lastTrial.get(reading)?.trial ?? 0) + 1;
      if (reading.supersedes) {
        const earlier = standing(reading.supersedes);
        const sameStation =
          earlier.sessionId === reading.sessionId &&
          earlier.quantity === reading.quantity &&
          earlier.side === reading.side;
        if (!sameStation)
          throw wrongValue('supersedes', 'A correction stands at the same station and shoe.');
        if (reading.reason === '') throw wrongValue('reason', 'A correction needs its reason.');
        trial = earlier.trial;
      }
      insertReading.run({ ...reading, trial, value: read.value.value });
      const stored = selectReading.get(reading.id);
      if (!stored) throw new Error('the reading just written is not there');
      return stored;
    },
    void(id: string, reason: string, at: string): Reading {
      const reading = standing(id);
      insertVoid.run({ id, reason, at });
      return reading;
    },
  };
}

export type SessionStore = ReturnType<typeof sessionStore>;
