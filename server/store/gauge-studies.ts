/** Gauge studies: planned, taken turn by turn, and leaned on once adopted. */
import { randomLcg } from 'd3-random';
import type { z } from 'zod';
import type { gaugeStudyPlan, newStudyReading } from '#contract/study-records.ts';
import { type GaugeReading, orderStudy, type StudyTurn } from '#core/gauge-study.ts';
import { type Catalogue, describeQuantity, type MeasuredQuantityId } from '#core/quantities.ts';
import type { AdoptedStudy } from '#core/session-readings.ts';
import { readTypedReading } from '#core/typed-reading.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

type Plan = z.output<typeof gaugeStudyPlan>;
type NewReading = z.output<typeof newStudyReading>;

interface StudyRow {
  id: string;
  name: string;
  quantity: MeasuredQuantityId;
  instrumentId: string;
  protocolLineId: string;
  parts: string;
  operators: string;
  trials: number;
  tolerance: number | null;
  turns: string;
  plannedAt: string;
  ended: string;
  adoptedAt: string | null;
  adopted: string | null;
  retired: string;
}

/** What was taken over from a study: its figures as they stood, and the parts left out. */
export type Adoption = Pick<AdoptedStudy, 'repeatability' | 'operator' | 'interaction'> & {
  without: string[];
};

export interface StoredStudy extends Omit<StudyRow, 'parts' | 'operators' | 'turns' | 'adopted'> {
  parts: string[];
  operators: string[];
  turns: StudyTurn[];
  adopted: Adoption | null;
}

interface StandingReading {
  id: string;
  turn: number;
  typed: string;
  value: number;
}

const STUDY = `SELECT id, name, quantity, instrument_id AS instrumentId,
    protocol_line_id AS protocolLineId, parts, operators, trials, tolerance, turns,
    planned_at AS plannedAt, ended, adopted_at AS adoptedAt, adopted, retired
  FROM gauge_study`;

/** A number from 0 to 1 that belongs to an id, so that an order can be drawn again. */
function seedOf(id: string): number {
  return (Number.parseInt(id.replaceAll('-', '').slice(-8), 16) % 99_991) / 99_991;
}

export function gaugeStudyStore(db: Db, catalogue: () => Catalogue) {
  const select = db.prepare<[string], StudyRow>(`${STUDY} WHERE id = ?`);
  const selectAll = db.prepare<[], StudyRow>(`${STUDY} ORDER BY planned_at DESC, id DESC`);
  const selectName = db.prepare<[string], { id: string }>(
    'SELECT id FROM gauge_study WHERE name = ?',
  );
  const insert = db.prepare(
    `INSERT INTO gauge_study
       (id, name, quantity, instrument_id, protocol_line_id, parts, operators, trials, tolerance,
        turns, planned_at)
     VALUES
       (@id, @name, @quantity, @instrumentId, @protocolLineId, @parts, @operators, @trials,
        @tolerance, @turns, @plannedAt)`,
  );
  const selectReadings = db.prepare<[string], StandingReading>(
    `SELECT id, turn, typed, value FROM gauge_study_reading r
     WHERE study_id = ? AND NOT EXISTS (SELECT 1 FROM gauge_study_void v WHERE v.reading_id = r.id)
     ORDER BY rowid`,
  );
  const insertReading = db.prepare(
    `INSERT INTO gauge_study_reading (id, study_id, turn, typed, unit, value, taken_at)
     VALUES (@id, @studyId, @turn, @typed, @unit, @value, @takenAt)`,
  );
  const insertVoid = db.prepare(
    'INSERT INTO gauge_study_void (reading_id, reason, at) VALUES (@id, @reason, @at)',
  );
  const writeAdoption = db.prepare(
    'UPDATE gauge_study SET adopted_at = @at, adopted = @adopted WHERE id = @id',
  );
  const dropOthers = db.prepare(
    `UPDATE gauge_study SET adopted_at = NULL, adopted = NULL
     WHERE id <> @id AND quantity = @quantity AND instrument_id = @instrumentId
       AND protocol_line_id = @protocolLineId`,
  );
  const end = db.prepare('UPDATE gauge_study SET ended = @reason WHERE id = @id');
  const retire = db.prepare(
    `UPDATE gauge_study SET retired = @reason, adopted_at = NULL, adopted = NULL WHERE id = @id`,
  );

  const asStudy = ({ parts, operators, turns, adopted, ...row }: StudyRow): StoredStudy => ({
    ...row,
    parts: JSON.parse(parts),
    operators: JSON.parse(operators),
    turns: JSON.parse(turns),
    adopted: adopted === null ? null : JSON.parse(adopted),
  });

  function byId(id: string): StoredStudy {
    const row = select.get(id);
    if (!row) throw notFound('This study');
    return asStudy(row);
  }

  return {
    byId,
    all: (): StoredStudy[] => selectAll.all().map(asStudy),
    plan(plan: Plan): void {
      if (selectName.get(plan.name))
        throw wrongValue('name', `There is a study ${plan.name} already: give it another name.`);
      const { parts, operators, trials } = plan;
      const turns = orderStudy(parts, operators, trials, randomLcg(seedOf(plan.id)));
      insert.run({
        ...plan,
        parts: JSON.stringify(parts),
        operators: JSON.stringify(operators),
        turns: JSON.stringify(turns),
      });
    },
    standing: (id: string): StandingReading[] => selectReadings.all(id),
    /** Readings with the part, operator and trial of their turn. */
    readings(study: StoredStudy): (GaugeReading & { typed: string })[] {
      return selectReadings.all(study.id).flatMap(({ turn, typed, value }) => {
        const place = study.turns[turn];
        return place ? [{ ...place, typed, value }] : [];
      });
    },
    record(studyId: string, reading: NewReading): void {
      const study = byId(studyId);
      if (study.ended) throw new Refusal(409, 'This study was ended: plan another.');
      if (!study.turns[reading.turn])
        throw wrongValue('turn', `The study has ${study.turns.length} turns.`);
      if (selectReadings.all(studyId).some((one) => one.turn === reading.turn))
        throw new Refusal(409, 'This turn has its reading already: take it back first.');
      const definition = describeQuantity(study.quantity, catalogue());
      const read = readTypedReading(reading.typed, definition, reading.unit || undefined);
      if (!read.ok) throw wrongValue('typed', read.fault.message, read.fault.choices);
      insertReading.run({ studyId, ...reading, value: read.value.value });
    },
    /** Ends a study before its last turn: its readings are shown, and no more are taken. */
    end(id: string, reason: string): void {
      byId(id);
      end.run({ id, reason });
    },
    /** Takes the standing reading of a turn back. */
    takeBack(studyId: string, turn: number, reason: string, at: string): void {
      const { adopted, ended } = byId(studyId);
      if (ended) throw new Refusal(409, 'This study was ended: its readings stand.');
      if (adopted)
        throw new Refusal(409, 'Sittings lean on this study: retire it before you change it.');
      const standing = selectReadings.all(studyId).find((one) => one.turn === turn);
      if (!standing) throw notFound('A reading of this turn');
      insertVoid.run({ id: standing.id, reason, at });
    },
    /** Sittings with this gauge and protocol lean on this study, and on no other. */
    adopt(study: StoredStudy, adoption: Adoption, at: string): void {
      const { id, quantity, instrumentId, protocolLineId } = study;
      dropOthers.run({ id, quantity, instrumentId, protocolLineId });
      writeAdoption.run({ id, at, adopted: JSON.stringify(adoption) });
    },
    retire(id: string, reason: string): void {
      byId(id);
      retire.run({ id, reason });
    },
    adopted: (): AdoptedStudy[] =>
      selectAll
        .all()
        .map(asStudy)
        .flatMap(({ adopted, id, name, quantity, instrumentId, protocolLineId }) =>
          adopted
            ? [
                {
                  id,
                  name,
                  quantity,
                  instrumentId,
                  protocolLineId,
                  repeatability: adopted.repeatability,
                  operator: adopted.operator,
                  interaction: adopted.interaction,
                },
              ]
            : [],
        ),
  };
}

export type GaugeStudyStore = ReturnType<typeof gaugeStudyStore>;
