/** Gauge studies: planned, taken turn by turn, and leaned on once adopted. */
import { randomLcg } from 'd3-random';
import type { z } from 'zod';
import type { gaugeStudyPlan } from '#contract/study-records.ts';
import {
  type Catalogue,
  describeQuantity,
  type MeasuredQuantityId,
} from '#core/catalogue/quantities.ts';
import { closedFault, keptFault, turnFault } from '#core/figures/occasion.ts';
import type { Reading, ReadingDraft } from '#core/figures/reading.ts';
import type { AdoptedStudy } from '#core/figures/session-readings.ts';
import { type GaugeReading, orderStudy, type StudyTurn } from '#core/study/gauge-study.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';
import type { ReadingStore } from './readings.ts';

type Plan = z.output<typeof gaugeStudyPlan>;

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

const STUDY = `SELECT o.id, g.name, g.quantity, g.instrument_id AS instrumentId,
    g.protocol_line_id AS protocolLineId, g.parts, g.operators, g.trials, g.tolerance, g.turns,
    o.started_at AS plannedAt, g.ended, g.adopted_at AS adoptedAt, g.adopted, g.retired
  FROM gauge_study g CROSS JOIN occasion o ON o.n = g.occasion`;

/** The row of the study that goes by an id. */
const OF_ID = 'occasion = (SELECT n FROM occasion WHERE id = @id)';

/** A number from 0 to 1 that belongs to an id, so that an order can be drawn again. */
function seedOf(id: string): number {
  return (Number.parseInt(id.replaceAll('-', '').slice(-8), 16) % 99_991) / 99_991;
}

export function gaugeStudyStore(db: Db, catalogue: () => Catalogue, readings: ReadingStore) {
  const select = db.prepare<[string], StudyRow>(`${STUDY} WHERE o.id = ?`);
  const selectAll = db.prepare<[], StudyRow>(`${STUDY} ORDER BY o.started_at DESC, o.id DESC`);
  const selectName = db.prepare<[string], unknown>('SELECT 1 FROM gauge_study WHERE name = ?');
  const insert = db.prepare(
    `INSERT INTO gauge_study
       (occasion, name, quantity, instrument_id, protocol_line_id, parts, operators, trials,
        tolerance, turns)
     SELECT n, @name, @quantity, @instrumentId, @protocolLineId, @parts, @operators, @trials,
       @tolerance, @turns
     FROM occasion WHERE id = @id`,
  );
  const selectReadings = db.prepare<[string], StandingReading>(
    `SELECT r.id, r.turn, r.typed, r.value
     FROM occasion o JOIN standing_reading r ON r.occasion = o.n
     WHERE o.id = ? ORDER BY r.n`,
  );
  const writeAdoption = db.prepare(
    `UPDATE gauge_study SET adopted_at = @at, adopted = @adopted WHERE ${OF_ID}`,
  );
  const dropOthers = db.prepare(
    `UPDATE gauge_study SET adopted_at = NULL, adopted = NULL
     WHERE NOT ${OF_ID} AND quantity = @quantity AND instrument_id = @instrumentId
       AND protocol_line_id = @protocolLineId`,
  );
  const end = db.prepare(`UPDATE gauge_study SET ended = @reason WHERE ${OF_ID}`);
  const retire = db.prepare(
    `UPDATE gauge_study SET retired = @reason, adopted_at = NULL, adopted = NULL WHERE ${OF_ID}`,
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

  /** Readings of a study that was ended, or that sittings lean on, stay as they are. */
  function refuseKept(studyId: string): void {
    const { adopted, ended } = byId(studyId);
    const kept = keptFault({ kind: 'study', ended: ended !== '', adopted: adopted !== null });
    if (kept) throw new Refusal(409, kept);
  }

  return {
    byId,
    refuseKept,
    all: (): StoredStudy[] => selectAll.all().map(asStudy),
    plan(plan: Plan): void {
      if (selectName.get(plan.name))
        throw wrongValue('name', `There is a study ${plan.name} already: give it another name.`);
      const { parts, operators, trials } = plan;
      const turns = orderStudy(parts, operators, trials, randomLcg(seedOf(plan.id)));
      const { id, plannedAt: startedAt } = plan;
      readings.begin({ id, kind: 'study', pairId: null, person: '', startedAt });
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
    record(draft: ReadingDraft<string>): Reading<string> {
      const study = byId(draft.occasionId);
      const closed = closedFault({ kind: 'study', ended: study.ended !== '' });
      if (closed) throw new Refusal(409, closed);
      const turn = draft.turn ?? 0;
      const place = study.turns[turn];
      const taken = selectReadings.all(study.id).some((standing) => standing.turn === turn);
      const fault = turnFault(turn, study.turns.length, taken);
      if (!place) throw wrongValue('turn', fault ?? '');
      if (fault) throw new Refusal(409, fault);
      const { quantity, instrumentId } = study;
      return readings.record<string>(
        { ...draft, side: null, quantity, instrumentId, part: place.part },
        describeQuantity(quantity, catalogue()),
      );
    },
    /** Ends a study before its last turn: its readings are shown, and no more are taken. */
    end(id: string, reason: string): void {
      byId(id);
      end.run({ id, reason });
    },
    /** The standing reading of a turn. */
    standingOf(studyId: string, turn: number): StandingReading {
      byId(studyId);
      const standing = selectReadings.all(studyId).find((reading) => reading.turn === turn);
      if (!standing) throw notFound('A reading of this turn');
      return standing;
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
