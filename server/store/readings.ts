/** Readings, which are only ever added to: one write, one correction, one void, whatever the occasion. */

import type { ToolName } from '#core/catalogue/tools.ts';
import type { OccasionKind, Reading, ReadingDraft, ReadQuantity } from '#core/figures/reading.ts';
import { goneFault, readReading, takingFault, trialOf } from '#core/figures/reading.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

/** What readings are taken in: of a pair, or of none, as a study is. */
export interface Occasion {
  id: string;
  kind: OccasionKind;
  pairId: string | null;
  person: string;
  startedAt: string;
}

/** What a curve adds to the reading that it gives. */
export interface CurveTraits {
  curveId: string;
  curveWindow: readonly [number, number];
  cycleSd: number;
  value: number;
}

type StoredReading = Omit<Reading<string>, 'curveWindow'> & { curveWindow: string | null };

/** In place: a pair may have a hundred thousand readings, and a copy of each costs as much as the query. */
function asReading<Quantity extends string>(row: StoredReading): Reading<Quantity> {
  const reading = row as unknown as Reading<Quantity>;
  if (row.curveWindow !== null) reading.curveWindow = JSON.parse(row.curveWindow);
  return reading;
}

const READING = `SELECT r.id, o.id AS occasionId, r.side, r.quantity, r.trial, r.typed, r.unit,
    r.value, r.instrument_id AS instrumentId, coalesce(r.person, o.person) AS person, r.taken_at AS takenAt, earlier.id AS supersedes,
    r.reason, r.note, r.entered, r.temperature_c AS temperatureC, r.humidity_pct AS humidityPct,
    r.turn, r.part, r.curve_id AS curveId, r.curve_window AS curveWindow, r.cycle_sd AS cycleSd,
    later.id AS supersededBy, v.reason AS voided
  FROM reading r
  JOIN occasion o ON o.n = r.occasion
  LEFT JOIN reading earlier ON earlier.n = r.supersedes
  LEFT JOIN reading later ON later.supersedes = r.n
  LEFT JOIN reading_void v ON v.reading = r.n`;

export function readingStore(db: Db) {
  const insertOccasion = db.prepare(
    `INSERT INTO occasion (id, kind, pair_id, person, started_at)
     VALUES (@id, @kind, @pairId, @person, @startedAt)`,
  );
  const selectKind = db.prepare<[string], { kind: OccasionKind }>(
    'SELECT kind FROM occasion WHERE id = ?',
  );
  const selectShoes = db.prepare<[string], { tag: string; shoes: string }>(
    `SELECT p.tag, p.shoes FROM occasion o JOIN pair p ON p.id = o.pair_id WHERE o.id = ?`,
  );
  const selectInstrument = db.prepare<
    [string],
    { name: string; kind: ToolName; unit: string; retired: string }
  >('SELECT name, kind, unit, retired FROM instrument WHERE id = ?');
  const select = db.prepare<[string], StoredReading>(`${READING} WHERE r.id = ?`);
  const selectOf = db.prepare<[string], StoredReading>(`${READING} WHERE o.id = ? ORDER BY r.n`);
  const lastTrial = db.prepare<
    [{ occasionId: string; quantity: string; side: string | null; turn: number | null }],
    { trial: number }
  >(
    `SELECT coalesce(max(r.trial), 0) AS trial
     FROM occasion o JOIN reading r ON r.occasion = o.n
     WHERE o.id = @occasionId AND r.quantity = @quantity AND r.side IS @side
       AND r.turn IS @turn`,
  );
  const insert = db.prepare(
    `INSERT INTO reading
       (id, occasion, side, quantity, trial, typed, unit, value, instrument_id, taken_at, supersedes,
        reason, note, entered, temperature_c, humidity_pct, curve_id, curve_window, cycle_sd, turn,
        part, person)
     VALUES
       (@id, (SELECT n FROM occasion WHERE id = @occasionId), @side, @quantity, @trial, @typed,
        @unit, @value, @instrumentId, @takenAt, (SELECT n FROM reading WHERE id = @supersedes),
        @reason, @note, @entered, @temperatureC, @humidityPct, @curveId, @curveWindow, @cycleSd,
        @turn, @part, @person)`,
  );
  const insertVoid = db.prepare(
    `INSERT INTO reading_void (reading, reason, at)
     SELECT n, @reason, @at FROM reading WHERE id = @id`,
  );

  function byId<Quantity extends string>(id: string): Reading<Quantity> {
    const row = select.get(id);
    if (!row) throw notFound('This reading');
    return asReading(row);
  }

  function standing<Quantity extends string>(id: string): Reading<Quantity> {
    const reading = byId<Quantity>(id);
    const gone = goneFault(reading);
    if (gone) throw new Refusal(409, gone);
    return reading;
  }

  function requireShoe({ occasionId, side }: Pick<ReadingDraft, 'occasionId' | 'side'>): void {
    const pair = selectShoes.get(occasionId);
    if (pair && side && pair.shoes !== 'both' && pair.shoes !== `${side} only`)
      throw wrongValue(
        'side',
        `Of ${pair.tag} there is the ${pair.shoes.split(' ')[0]} shoe only.`,
      );
  }

  function requireInstrument(id: string | null, quantity: ReadQuantity): void {
    if (id === null) return;
    const instrument = selectInstrument.get(id);
    if (!instrument) throw notFound('This instrument');
    const fault = takingFault(instrument, quantity);
    if (fault) throw wrongValue('instrumentId', fault);
  }

  function add<Quantity extends string>(
    draft: ReadingDraft<Quantity>,
    value: number,
    curve?: CurveTraits,
  ): Reading<Quantity> {
    requireShoe(draft);
    const earlier = draft.supersedes ? standing<Quantity>(draft.supersedes) : undefined;
    const { occasionId, quantity, side, turn } = draft;
    const last = earlier ? 0 : (lastTrial.get({ occasionId, quantity, side, turn })?.trial ?? 0);
    const trial = trialOf(draft, earlier, last);
    if (!trial.ok) throw wrongValue(trial.fault.code, trial.fault.message);
    insert.run({
      ...draft,
      trial: trial.value,
      value,
      curveId: curve?.curveId ?? null,
      curveWindow: curve ? JSON.stringify(curve.curveWindow) : null,
      cycleSd: curve?.cycleSd ?? null,
    });
    return byId(draft.id);
  }

  return {
    /** Begins an occasion: what is of one kind alone is the store's of that kind. */
    begin: (occasion: Occasion): void => {
      insertOccasion.run(occasion);
    },
    byId,
    kindOf(occasionId: string): OccasionKind {
      const row = selectKind.get(occasionId);
      if (!row) throw notFound('This occasion');
      return row.kind;
    },
    /** All readings of an occasion in the order taken, those that do not stand any more too. */
    of: <Quantity extends string>(occasionId: string): Reading<Quantity>[] =>
      selectOf.all(occasionId).map((row) => asReading<Quantity>(row)),
    /** Adds a reading; its value is read from the text as typed, so that the two always agree. */
    record<Quantity extends string>(
      draft: ReadingDraft<Quantity>,
      quantity: ReadQuantity,
    ): Reading<Quantity> {
      const read = readReading(draft, quantity);
      if (!read.ok)
        throw wrongValue('typed', `${quantity.name}: ${read.fault.message}`, read.fault.choices);
      requireInstrument(draft.instrumentId, quantity);
      return add(draft, read.value.value);
    },
    /** Adds the reading that a stored curve gave. */
    recordCurve<Quantity extends string>(
      draft: ReadingDraft<Quantity>,
      quantity: ReadQuantity,
      curve: CurveTraits,
    ): Reading<Quantity> {
      // Another window of a curve that stands is no new reading of the fixture.
      if (draft.supersedes === null) requireInstrument(draft.instrumentId, quantity);
      return add(draft, curve.value, curve);
    },
    /** Voids a standing reading, with a reason; it stays in the record. */
    void<Quantity extends string>(id: string, reason: string, at: string): Reading<Quantity> {
      const reading = standing<Quantity>(id);
      insertVoid.run({ id, reason, at });
      return reading;
    },
  };
}

export type ReadingStore = ReturnType<typeof readingStore>;
