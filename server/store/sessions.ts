/** Sessions and their readings, which are only ever added to. */
import type { z } from 'zod';
import type {
  newReading,
  Reading,
  Session,
  sessionFields,
  sessionTermsEdit,
} from '#contract/records.ts';
import { instrumentFault } from '#core/gauge.ts';
import { type Catalogue, describeQuantity } from '#core/quantities.ts';
import type { QuantityDefinition } from '#core/quantity.ts';
import type { RecordedSession } from '#core/session-readings.ts';
import type { ToolName } from '#core/tools.ts';
import { readTypedReading } from '#core/typed-reading.ts';
import { canonicalUnit } from '#core/units.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

type NewReading = z.output<typeof newReading>;
type SessionFields = z.output<typeof sessionFields>;

interface SessionRow extends SessionFields {
  version: number;
  finishedAt: string | null;
}

type StoredSession = Omit<SessionRow, 'conditioned'> & { conditioned: number | null };
type StoredReading = Omit<Reading, 'curveWindow'> & { curveWindow: string | null };

/** A reading that stands, as figures need it. */
export type StandingReading = RecordedSession['readings'][number] & { id: string };
export type StandingSession = SessionRow & { readings: StandingReading[] };

/** What a curve gave, to be recorded as a reading. */
export interface CurveReading {
  id: string;
  curveId: string;
  window: readonly [number, number];
  value: number;
  cycleSd: number;
  takenAt: string;
  /** An earlier reading of the same curve, fitted otherwise. */
  supersedes: string | null;
  reason: string;
}

const asStored = (value: boolean | null) => (value === null ? null : Number(value));
/** Earlier versions kept moments as they were sent; they are compared as UTC with milliseconds. */
const asUtc = (moment: string) => new Date(moment).toISOString();
const asSession = ({ conditioned, startedAt, finishedAt, ...row }: StoredSession): SessionRow => ({
  ...row,
  startedAt: asUtc(startedAt),
  finishedAt: finishedAt === null ? null : asUtc(finishedAt),
  conditioned: conditioned === null ? null : conditioned === 1,
});
/** In place: a pair may have a hundred thousand readings, and a copy of each costs as much as the query. */
function asReading(row: StoredReading): Reading {
  const reading = row as unknown as Reading;
  if (row.curveWindow !== null) reading.curveWindow = JSON.parse(row.curveWindow);
  return reading;
}

const READING = `SELECT r.id, r.session_id AS sessionId, r.side, r.quantity, r.trial, r.typed, r.unit,
    r.value, r.instrument_id AS instrumentId, r.taken_at AS takenAt, r.supersedes_id AS supersedes,
    r.reason, r.note, r.entered, r.temperature_c AS temperatureC, r.humidity_pct AS humidityPct,
    r.curve_id AS curveId, r.curve_window AS curveWindow, r.cycle_sd AS cycleSd, later.id AS supersededBy, v.reason AS voided
  FROM reading r
  LEFT JOIN reading later ON later.supersedes_id = r.id
  LEFT JOIN reading_void v ON v.reading_id = r.id`;

const SESSION = `SELECT id, pair_id AS pairId, protocol_id AS protocolId, person, configuration,
    removed, conditioned, worn_km AS wornKm, started_at AS startedAt, finished_at AS finishedAt, version
  FROM session`;

export function sessionStore(db: Db, catalogue: () => Catalogue) {
  const insertSession = db.prepare(
    `INSERT INTO session
       (id, pair_id, protocol_id, person, configuration, removed, conditioned, worn_km, started_at)
     VALUES
       (@id, @pairId, @protocolId, @person, @configuration, @removed, @conditioned, @wornKm,
        @startedAt)`,
  );
  const describe = db.prepare(
    `UPDATE session SET configuration = @configuration, removed = @removed,
       conditioned = @conditioned, worn_km = @wornKm, version = version + 1
     WHERE id = @id`,
  );
  const selectSession = db.prepare<[string], StoredSession>(`${SESSION} WHERE id = ?`);
  const selectOfPair = db.prepare<[string], StoredSession>(
    `${SESSION} WHERE pair_id = ? ORDER BY julianday(started_at), id`,
  );
  const selectLatest = db.prepare<[string], { id: string; protocolId: string }>(
    `SELECT id, protocol_id AS protocolId FROM session
     WHERE pair_id = ? ORDER BY julianday(started_at) DESC, id DESC LIMIT 1`,
  );
  const selectShoes = db.prepare<[string], { tag: string; shoes: string }>(
    'SELECT tag, shoes FROM pair WHERE id = ?',
  );
  const selectInstrument = db.prepare<
    [string],
    { name: string; kind: ToolName; unit: string; retired: string }
  >('SELECT name, kind, unit, retired FROM instrument WHERE id = ?');
  const finish = db.prepare(
    'UPDATE session SET finished_at = @finishedAt WHERE id = @id AND finished_at IS NULL',
  );
  const insertNote = db.prepare(
    'INSERT INTO session_note (id, session_id, text, at) VALUES (@id, @sessionId, @text, @at)',
  );
  const selectNotes = db.prepare<[string], { id: string; text: string; at: string }>(
    'SELECT id, text, at FROM session_note WHERE session_id = ? ORDER BY rowid',
  );
  const selectReading = db.prepare<[string], StoredReading>(`${READING} WHERE r.id = ?`);
  const selectReadings = db.prepare<[string], StoredReading>(
    `${READING} WHERE r.session_id = ? ORDER BY r.rowid`,
  );
  const selectStanding = db.prepare<[string], StandingReading>(
    `SELECT r.id, r.side, r.quantity, r.value, r.instrument_id AS instrumentId,
       r.taken_at AS takenAt, r.temperature_c AS temperatureC, r.humidity_pct AS humidityPct,
       r.cycle_sd AS cycleSd, NULL AS supersededBy, NULL AS voided
     FROM reading r
     WHERE r.session_id = ?
       AND NOT EXISTS (SELECT 1 FROM reading_void v WHERE v.reading_id = r.id)
       AND NOT EXISTS (SELECT 1 FROM reading later WHERE later.supersedes_id = r.id)
     ORDER BY r.rowid`,
  );
  const lastTrial = db.prepare<
    [{ sessionId: string; side: string; quantity: string }],
    { trial: number }
  >(
    `SELECT coalesce(max(trial), 0) AS trial FROM reading
     WHERE session_id = @sessionId AND side = @side AND quantity = @quantity`,
  );
  const insertReading = db.prepare(
    `INSERT INTO reading
       (id, session_id, side, quantity, trial, typed, unit, value, instrument_id, taken_at,
        supersedes_id, reason, note, entered, temperature_c, humidity_pct, curve_id, curve_window,
        cycle_sd)
     VALUES
       (@id, @sessionId, @side, @quantity, @trial, @typed, @unit, @value, @instrumentId, @takenAt,
        @supersedes, @reason, @note, @entered, @temperatureC, @humidityPct, @curveId, @curveWindow,
        @cycleSd)`,
  );
  const insertVoid = db.prepare(
    'INSERT INTO reading_void (reading_id, reason, at) VALUES (@id, @reason, @at)',
  );

  function sessionById(id: string): SessionRow {
    const row = selectSession.get(id);
    if (!row) throw notFound('This session');
    return asSession(row);
  }

  function requireShoe({ pairId }: SessionRow, side: Reading['side']): void {
    const pair = selectShoes.get(pairId);
    if (pair && pair.shoes !== 'both' && pair.shoes !== `${side} only`)
      throw wrongValue(
        'side',
        `Of ${pair.tag} there is the ${pair.shoes.split(' ')[0]} shoe only.`,
      );
  }

  function requireInstrument(id: string, definition: QuantityDefinition): void {
    const instrument = selectInstrument.get(id);
    if (!instrument) throw notFound('This instrument');
    if (instrument.retired !== '')
      throw wrongValue(
        'instrumentId',
        `${instrument.name} is out of use (${instrument.retired}). Choose another.`,
      );
    const fault = instrumentFault(instrument, definition);
    if (fault) throw wrongValue('instrumentId', fault);
  }

  function readingById(id: string): Reading {
    const row = selectReading.get(id);
    if (!row) throw notFound('This reading');
    return asReading(row);
  }

  /** The trial that a correction keeps, once it is sure that it may correct. */
  function correctedTrial(
    earlierId: string,
    reading: Pick<NewReading, 'sessionId' | 'quantity' | 'side' | 'reason'>,
  ): number {
    const earlier = standing(earlierId);
    const sameStation =
      earlier.sessionId === reading.sessionId &&
      earlier.quantity === reading.quantity &&
      earlier.side === reading.side;
    if (!sameStation)
      throw wrongValue('supersedes', 'A correction stands at the same station and shoe.');
    if (reading.reason === '') throw wrongValue('reason', 'A correction needs its reason.');
    return earlier.trial;
  }

  const nextTrial = (at: { sessionId: string; side: string; quantity: string }) =>
    (lastTrial.get(at)?.trial ?? 0) + 1;

  function standing(id: string): Reading {
    const found = readingById(id);
    if (found.voided !== null)
      throw new Refusal(409, `This reading was voided already: ${found.voided}.`);
    if (found.supersededBy !== null)
      throw new Refusal(409, 'This reading was corrected already; its correction stands.');
    return found;
  }

  return {
    byId: sessionById,
    start(fields: SessionFields): void {
      insertSession.run({ ...fields, conditioned: asStored(fields.conditioned) });
    },
    /** Says how the shoes of a sitting are; what was said before stays in the record of changes. */
    describe(id: string, terms: z.output<typeof sessionTermsEdit>): number {
      const { version, finishedAt: _, ...before } = sessionById(id);
      if (version !== terms.version)
        throw new Refusal(
          409,
          `The terms of this sitting were changed meanwhile: ${before.configuration}, worn ${before.wornKm} km. Look at them, and change them again.`,
        );
      describe.run({ ...terms, id, conditioned: asStored(terms.conditioned) });
      return version + 1;
    },
    finish(id: string, finishedAt: string): void {
      const { startedAt } = sessionById(id);
      if (Date.parse(finishedAt) < Date.parse(startedAt))
        throw wrongValue('finishedAt', `A sitting that began at ${startedAt} ends after that.`);
      if (finish.run({ id, finishedAt }).changes === 0)
        throw new Refusal(409, 'This session is finished already.');
    },
    addNote(sessionId: string, note: { id: string; text: string; at: string }): void {
      sessionById(sessionId);
      insertNote.run({ ...note, sessionId });
    },
    ofPair: (pairId: string): Session[] =>
      selectOfPair.all(pairId).map((row) => ({
        ...asSession(row),
        readings: selectReadings.all(row.id).map(asReading),
        notes: selectNotes.all(row.id),
      })),
    /** The sittings of a pair with what figures are made of: standing readings, a few columns of each. */
    standingOfPair: (pairId: string): StandingSession[] =>
      selectOfPair.all(pairId).map((row) => ({
        ...asSession(row),
        readings: selectStanding.all(row.id),
      })),
    /** All readings of a sitting, those that do not stand any more too. */
    ofSession: (sessionId: string): Reading[] => selectReadings.all(sessionId).map(asReading),
    /** The sitting that a pair had last. */
    latestOf: (pairId: string): { id: string; protocolId: string } | undefined =>
      selectLatest.get(pairId),
    /** Adds a reading; its value is read from the text as typed, so that the two always agree. */
    record(reading: NewReading): Reading {
      requireShoe(sessionById(reading.sessionId), reading.side);
      if (!(reading.quantity in catalogue()))
        throw wrongValue('quantity', `${reading.quantity} is not in the catalogue of this lab.`);
      const definition = describeQuantity(reading.quantity, catalogue());
      const read = readTypedReading(reading.typed, definition, reading.unit);
      if (!read.ok)
        throw wrongValue('typed', `${definition.name}: ${read.fault.message}`, read.fault.choices);
      requireInstrument(reading.instrumentId, definition);
      const trial = reading.supersedes
        ? correctedTrial(reading.supersedes, reading)
        : nextTrial(reading);
      insertReading.run({
        ...reading,
        trial,
        value: read.value.value,
        curveId: null,
        curveWindow: null,
        cycleSd: null,
      });
      return readingById(reading.id);
    },
    /** Adds the reading that a stored curve gave. */
    recordCurve(
      curve: {
        sessionId: string;
        side: Reading['side'];
        quantity: Reading['quantity'];
        instrumentId: string;
      },
      given: CurveReading,
      room: { temperatureC: number | null; humidityPct: number | null },
    ): Reading {
      const definition = describeQuantity(curve.quantity, catalogue());
      requireShoe(sessionById(curve.sessionId), curve.side);
      // Another window of a curve that stands is no new reading of the fixture.
      if (given.supersedes === null) requireInstrument(curve.instrumentId, definition);
      const { symbol } = canonicalUnit(definition.kind);
      const { window, value, cycleSd, supersedes, ...rest } = given;
      const trial = supersedes
        ? correctedTrial(supersedes, { ...curve, reason: given.reason })
        : nextTrial(curve);
      insertReading.run({
        ...curve,
        ...rest,
        ...room,
        trial,
        typed: `${Number(value.toPrecision(6))} ${symbol}`,
        unit: symbol,
        value,
        supersedes,
        note: '',
        entered: 'curve',
        curveWindow: JSON.stringify(window),
        cycleSd,
      });
      return readingById(given.id);
    },
    readingById,
    void(id: string, reason: string, at: string): Reading {
      const reading = standing(id);
      insertVoid.run({ id, reason, at });
      return reading;
    },
  };
}

export type SessionStore = ReturnType<typeof sessionStore>;
