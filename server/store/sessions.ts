/** Sittings: what is said of the shoes in them, their notes, and their readings. */
import type { z } from 'zod';
import type {
  Session,
  SittingReading,
  sessionFields,
  sessionTermsEdit,
} from '#contract/reading-records.ts';
import {
  type Catalogue,
  describeQuantity,
  type MeasuredQuantityId,
} from '#core/catalogue/quantities.ts';
import { endFault } from '#core/figures/occasion.ts';
import { PLAIN_READING, type ReadingDraft } from '#core/figures/reading.ts';
import type { RecordedSession } from '#core/figures/session-readings.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';
import type { CurveTraits, ReadingStore } from './readings.ts';

type SessionFields = z.output<typeof sessionFields>;

interface SessionRow extends SessionFields {
  version: number;
  finishedAt: string | null;
}

type StoredSession = Omit<SessionRow, 'conditioned'> & { conditioned: number | null };

/** A reading that stands, as figures need it. */
export type StandingReading = RecordedSession['readings'][number] & { id: string };
export type StandingSession = SessionRow & { readings: StandingReading[] };

/** What a curve gave, to be recorded as a reading. */
export interface CurveReading extends CurveTraits {
  id: string;
  /** Code of who recorded it; null: whoever began the sitting. */
  person: string | null;
  takenAt: string;
  /** An earlier reading of the same curve, fitted otherwise. */
  supersedes: string | null;
  reason: string;
}

const asStored = (value: boolean | null) => (value === null ? null : Number(value));
const asSession = ({ conditioned, ...row }: StoredSession): SessionRow => ({
  ...row,
  conditioned: conditioned === null ? null : conditioned === 1,
});

const SITTING = `SELECT o.id, o.pair_id AS pairId, s.protocol_id AS protocolId, o.person,
    s.configuration, s.removed, s.conditioned, s.worn_km AS wornKm, o.started_at AS startedAt,
    s.finished_at AS finishedAt, s.version
  FROM occasion o JOIN sitting s ON s.occasion = o.n`;

export function sessionStore(db: Db, catalogue: () => Catalogue, readings: ReadingStore) {
  const insertSitting = db.prepare(
    `INSERT INTO sitting (occasion, protocol_id, configuration, removed, conditioned, worn_km)
     SELECT n, @protocolId, @configuration, @removed, @conditioned, @wornKm
     FROM occasion WHERE id = @id`,
  );
  const describe = db.prepare(
    `UPDATE sitting SET configuration = @configuration, removed = @removed,
       conditioned = @conditioned, worn_km = @wornKm, version = version + 1
     WHERE occasion = (SELECT n FROM occasion WHERE id = @id)`,
  );
  const selectSitting = db.prepare<[string], StoredSession>(`${SITTING} WHERE o.id = ?`);
  const selectOfPair = db.prepare<[string], StoredSession>(
    `${SITTING} WHERE o.pair_id = ? AND o.kind = 'sitting' ORDER BY o.started_at, o.id`,
  );
  const selectLatest = db.prepare<[string], { id: string; protocolId: string }>(
    `SELECT o.id, s.protocol_id AS protocolId
     FROM occasion o JOIN sitting s ON s.occasion = o.n
     WHERE o.pair_id = ? AND o.kind = 'sitting'
     -- One that took nothing of its protocol, as tread at a check, says nothing of how far a pair is measured.
     ORDER BY EXISTS (SELECT 1 FROM reading r WHERE r.occasion = o.n)
         AND NOT EXISTS (SELECT 1 FROM reading r JOIN protocol_station p
           ON p.protocol_id = s.protocol_id AND p.quantity = r.quantity AND p.optional = 0
           WHERE r.occasion = o.n),
       o.started_at DESC, o.id DESC LIMIT 1`,
  );
  const selectOpen = db
    .prepare<[string], string>(
      `SELECT o.id FROM occasion o JOIN sitting s ON s.occasion = o.n
       WHERE o.pair_id = ? AND o.kind = 'sitting' AND s.finished_at IS NULL`,
    )
    .pluck();
  const finish = db.prepare(
    `UPDATE sitting SET finished_at = @finishedAt
     WHERE occasion = (SELECT n FROM occasion WHERE id = @id) AND finished_at IS NULL`,
  );
  const insertNote = db.prepare(
    `INSERT INTO sitting_note (id, occasion, text, at)
     SELECT @id, n, @text, @at FROM occasion WHERE id = @sessionId`,
  );
  const selectNotes = db.prepare<[string], { id: string; text: string; at: string }>(
    `SELECT t.id, t.text, t.at
     FROM occasion o JOIN sitting_note t ON t.occasion = o.n
     WHERE o.id = ? ORDER BY t.rowid`,
  );
  const selectStanding = db.prepare<[string], StandingReading>(
    `SELECT r.id, r.side, r.quantity, r.value, r.instrument_id AS instrumentId,
       coalesce(r.person, o.person) AS person, r.taken_at AS takenAt, r.temperature_c AS temperatureC, r.humidity_pct AS humidityPct,
       r.cycle_sd AS cycleSd, r.note, NULL AS supersededBy, NULL AS voided
     FROM occasion o JOIN standing_reading r ON r.occasion = o.n
     WHERE o.id = ?
     ORDER BY r.n`,
  );

  function sessionById(id: string): SessionRow {
    const row = selectSitting.get(id);
    if (!row) throw notFound('This session');
    return asSession(row);
  }

  const ofSession = (id: string) => readings.of<MeasuredQuantityId>(id) as SittingReading[];

  return {
    byId: sessionById,
    start(fields: SessionFields): void {
      const { id, pairId, person, startedAt } = fields;
      readings.begin({ id, kind: 'sitting', pairId, person, startedAt });
      insertSitting.run({ ...fields, conditioned: asStored(fields.conditioned) });
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
      const early = endFault(startedAt, finishedAt);
      if (early) throw wrongValue('finishedAt', early);
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
        readings: ofSession(row.id),
        notes: selectNotes.all(row.id),
      })),
    /** The sittings of a pair with what figures are made of: standing readings, a few columns of each. */
    standingOfPair: (pairId: string): StandingSession[] =>
      selectOfPair.all(pairId).map((row) => ({
        ...asSession(row),
        readings: selectStanding.all(row.id),
      })),
    /** All readings of a sitting, those that do not stand any more too. */
    ofSession,
    /** Sittings of a pair that are not finished yet. */
    openOf: (pairId: string): string[] => selectOpen.all(pairId),
    /** The sitting that a pair had last, of those that took stations of their protocol. */
    latestOf: (pairId: string): { id: string; protocolId: string } | undefined =>
      selectLatest.get(pairId),
    record(draft: ReadingDraft<string>): SittingReading {
      sessionById(draft.occasionId);
      const definition = catalogue()[draft.quantity];
      if (!definition)
        throw wrongValue('quantity', `${draft.quantity} is not in the catalogue of this lab.`);
      if (draft.instrumentId === null)
        throw wrongValue('instrumentId', 'A sitting says which instrument was used.');
      return readings.record(draft as ReadingDraft, definition) as SittingReading;
    },
    /** Adds the reading that a stored curve gave. */
    recordCurve(
      curve: {
        sessionId: string;
        side: SittingReading['side'];
        quantity: MeasuredQuantityId;
        instrumentId: string;
      },
      given: CurveReading,
      room: { temperatureC: number | null; humidityPct: number | null },
    ): SittingReading {
      const { sessionId, side, quantity, instrumentId } = curve;
      sessionById(sessionId);
      const definition = describeQuantity(quantity, catalogue());
      const { symbol } = canonicalUnit(definition.kind);
      const { id, person, takenAt, supersedes, reason, ...traits } = given;
      const draft = {
        ...PLAIN_READING,
        person,
        ...room,
        id,
        occasionId: sessionId,
        side,
        quantity,
        instrumentId,
        typed: `${Number(traits.value.toPrecision(6))} ${symbol}`,
        unit: symbol,
        takenAt,
        supersedes,
        reason,
        entered: 'curve' as const,
      };
      return readings.recordCurve(draft, definition, traits) as SittingReading;
    },
  };
}

export type SessionStore = ReturnType<typeof sessionStore>;
