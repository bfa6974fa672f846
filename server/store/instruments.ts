/** Instruments with their calibrations and drift checks, and what each was used for. */
import { group } from 'd3-array';
import type { z } from 'zod';
import type {
  calibrationFields,
  driftFields,
  Instrument,
  instrumentFields,
} from '#contract/lab-records.ts';
import { findUnit } from '#core/sizing/units.ts';
import { notFound, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

type InstrumentRow = Omit<Instrument, 'calibrations' | 'driftChecks'>;
type OfInstrument<T> = T & { instrumentId: string };
type Calibration = z.output<typeof calibrationFields>;
type DriftCheck = z.output<typeof driftFields>;

export function instrumentStore(db: Db) {
  const selectAll = db.prepare<[], InstrumentRow>(
    `SELECT id, name, kind, unit, resolution, zero_u AS zeroU, gain_u AS gainU, serial, connection,
       retired
     FROM instrument ORDER BY name`,
  );
  const selectCalibrations = db.prepare<[], OfInstrument<Calibration>>(
    `SELECT id, instrument_id AS instrumentId, certificate, calibrated_on AS calibratedOn,
       due_on AS dueOn, expanded_u AS U, zero_u AS zeroU, gain_u AS gainU
     FROM calibration ORDER BY calibrated_on`,
  );
  const selectChecks = db.prepare<[], OfInstrument<DriftCheck>>(
    `SELECT id, instrument_id AS instrumentId, at, piece, nominal, piece_u AS pieceU, value, person
     FROM drift_check ORDER BY at`,
  );
  const selectByName = db.prepare<[string], { id: string }>(
    'SELECT id FROM instrument WHERE name = ? COLLATE NOCASE',
  );
  const save = db.prepare(
    `INSERT INTO instrument
       (id, name, kind, unit, resolution, zero_u, gain_u, serial, connection, retired)
     VALUES
       (@id, @name, @kind, @unit, @resolution, @zeroU, @gainU, @serial, @connection, @retired)
     ON CONFLICT (id) DO UPDATE SET
       name = excluded.name, kind = excluded.kind, unit = excluded.unit,
       resolution = excluded.resolution, zero_u = excluded.zero_u, gain_u = excluded.gain_u,
       serial = excluded.serial, connection = excluded.connection, retired = excluded.retired`,
  );
  const insertCalibration = db.prepare(
    `INSERT INTO calibration
       (id, instrument_id, certificate, calibrated_on, due_on, expanded_u, zero_u, gain_u)
     VALUES (@id, @instrumentId, @certificate, @calibratedOn, @dueOn, @U, @zeroU, @gainU)`,
  );
  const insertCheck = db.prepare(
    `INSERT INTO drift_check (id, instrument_id, at, piece, nominal, piece_u, value, person)
     VALUES (@id, @instrumentId, @at, @piece, @nominal, @pieceU, @value, @person)`,
  );
  const selectTouched = db
    .prepare<[{ id: string; since: string; pairId: string }], string>(
      `SELECT r.id
       FROM occasion o CROSS JOIN standing_reading r ON r.occasion = o.n
       WHERE o.pair_id = @pairId AND o.kind = 'sitting'
         AND r.instrument_id = @id AND r.taken_at >= @since
       ORDER BY r.taken_at, r.id`,
    )
    .pluck();

  const markTouched = db.prepare(
    `UPDATE pair_summary SET stale = 1, revision = revision + 1
     WHERE pair_id IN (
       SELECT o.pair_id FROM occasion o
       WHERE o.kind = 'sitting' AND EXISTS (
         SELECT 1 FROM standing_reading r
         WHERE r.occasion = o.n AND r.instrument_id = @id AND r.taken_at >= @since))`,
  );
  const voidTouched = db.prepare(
    `INSERT INTO reading_void (reading, reason, at)
     SELECT r.n, @reason, @at
     FROM occasion o CROSS JOIN standing_reading r ON r.occasion = o.n
     WHERE o.kind = 'sitting' AND r.instrument_id = @id AND r.taken_at >= @since`,
  );

  function all(): Instrument[] {
    const calibrations = group(selectCalibrations.all(), (one) => one.instrumentId);
    const checks = group(selectChecks.all(), (one) => one.instrumentId);
    return selectAll.all().map((row) => ({
      ...row,
      calibrations: (calibrations.get(row.id) ?? []).map(({ instrumentId: _, ...one }) => one),
      driftChecks: (checks.get(row.id) ?? []).map(({ instrumentId: _, ...one }) => one),
    }));
  }

  return {
    all,
    byId(id: string): Instrument {
      const found = all().find((instrument) => instrument.id === id);
      if (!found) throw notFound('This instrument');
      return found;
    },
    save(id: string, fields: z.output<typeof instrumentFields>): void {
      const holder = selectByName.get(fields.name);
      if (holder && holder.id !== id)
        throw wrongValue(
          'name',
          `${fields.name} is the name of another instrument. Two gauges of one name cannot be told apart: give each its own, such as ${fields.name} 2.`,
        );
      if (!findUnit(fields.unit))
        throw wrongValue('unit', `${fields.unit} is no unit known here. Use mm, g, °, A, C …`);
      save.run({ id, ...fields });
    },
    addCalibration: (instrumentId: string, fields: Calibration) =>
      insertCalibration.run({ ...fields, instrumentId }),
    addDriftCheck: (instrumentId: string, fields: DriftCheck) =>
      insertCheck.run({ ...fields, instrumentId }),
    /** Standing readings of a pair by an instrument, from a day on. */
    touched: (id: string, since: string, pairId: string): string[] =>
      selectTouched.all({ id, since, pairId }),
    /**
     * Voids every standing reading by an instrument from a day on, and leaves its pairs marked stale:
     * two statements however many there are, so that the bench goes on.
     * @returns how many were voided
     */
    voidTouched(wanted: { id: string; since: string; reason: string; at: string }): number {
      markTouched.run(wanted);
      return voidTouched.run(wanted).changes;
    },
  };
}

export type InstrumentStore = ReturnType<typeof instrumentStore>;
