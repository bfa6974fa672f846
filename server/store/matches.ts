/** Match checks, the names of outsole features, and tolerances with their history. */
import type { z } from 'zod';
import type {
  MatchCheck,
  matchDecision,
  matchSeen,
  matchStart,
  newMatchReading,
  toleranceChange,
} from '#contract/match-records.ts';
import { addLook, type MatchLook } from '#contract/match-records.ts';
import {
  DISCIPLINES,
  type Discipline,
  MATCH_FEATURES,
  type MatchFeatureId,
  matchFeature,
  type ToleranceRule,
  usualTolerance,
} from '#core/match-features.ts';
import { readTypedQuantity } from '#core/typed-quantity.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

interface CheckRow {
  id: string;
  pairId: string;
  person: string;
  kind: MatchCheck['kind'];
  startedAt: string;
  seen: string;
  decision: z.output<typeof matchDecision>['decision'] | null;
  note: string;
  unworn: number | null;
  decidedAt: string | null;
  words: string;
}

type Reading = MatchCheck['readings'][number];
type ToleranceChange = z.output<typeof toleranceChange>;

const CHECK = `SELECT id, pair_id AS pairId, person, kind, started_at AS startedAt, seen, decision,
    decision_note AS note, unworn, decided_at AS decidedAt, decided_words AS words
  FROM match_check`;

const READING = `SELECT r.id, r.feature, r.side, r.typed, r.unit, r.value,
    r.instrument_id AS instrumentId, r.taken_at AS takenAt, v.reason AS voided
  FROM match_reading r LEFT JOIN match_reading_void v ON v.reading_id = r.id`;

export function matchStore(db: Db) {
  const insertCheck = db.prepare(
    `INSERT INTO match_check (id, pair_id, person, kind, started_at, seen)
     VALUES (@id, @pairId, @person, @kind, @startedAt, @seen)`,
  );
  const selectCheck = db.prepare<[string], CheckRow>(`${CHECK} WHERE id = ?`);
  const selectOfPair = db.prepare<[string], CheckRow>(
    `${CHECK} WHERE pair_id = ? ORDER BY started_at, id`,
  );
  const selectReadings = db.prepare<[string], Reading>(
    `${READING} WHERE r.check_id = ? ORDER BY r.rowid`,
  );
  const writeSeen = db.prepare('UPDATE match_check SET seen = @seen WHERE id = @id');
  const writeDecision = db.prepare(
    `UPDATE match_check SET decision = @decision, decision_note = @note, unworn = @unworn,
       decided_at = @decidedAt, decided_words = @words
     WHERE id = @id`,
  );
  const insertReading = db.prepare(
    `INSERT INTO match_reading
       (id, check_id, feature, side, typed, unit, value, instrument_id, taken_at)
     VALUES (@id, @checkId, @feature, @side, @typed, @unit, @value, @instrumentId, @takenAt)`,
  );
  const selectReadingCheck = db.prepare<[string], { checkId: string }>(
    'SELECT check_id AS checkId FROM match_reading WHERE id = ?',
  );
  const insertVoid = db.prepare(
    `INSERT INTO match_reading_void (reading_id, reason, at) VALUES (@id, @reason, @at)
     ON CONFLICT (reading_id) DO NOTHING`,
  );
  const selectModel = db.prepare<[string], unknown>('SELECT 1 FROM model WHERE id = ?');
  const selectNames = db.prepare<[string], { feature: MatchFeatureId; name: string }>(
    'SELECT feature, name FROM match_feature_name WHERE model_id = ?',
  );
  const writeName = db.prepare(
    `INSERT INTO match_feature_name (model_id, feature, name) VALUES (@modelId, @feature, @name)
     ON CONFLICT (model_id, feature) DO UPDATE SET name = excluded.name`,
  );
  const insertTolerance = db.prepare(
    `INSERT INTO tolerance_change (id, feature, discipline, absolute, share, at, person, reason)
     VALUES (@id, @feature, @discipline, @absolute, @share, @at, @person, @reason)`,
  );
  const selectTolerances = db.prepare<[], ToleranceChange & { at: string; person: string }>(
    `SELECT id, feature, discipline, absolute, share, at, person, reason
     FROM tolerance_change ORDER BY at DESC, rowid DESC`,
  );
  // Readings of sound pairs of the same edition: both shoes, as each was checked last.
  const selectSiblings = db.prepare<
    [{ pairId: string }],
    { pairId: string; feature: MatchFeatureId; value: number; system: string; size: number }
  >(
    `SELECT p.id AS pairId, r.feature, r.value, p.label_system AS system, p.label_size AS size
     FROM pair own
     JOIN pair p ON p.edition_id = own.edition_id AND p.id <> own.id
     JOIN pair_decision d ON d.pair_id = p.id AND d.decision <> 'return'
     JOIN match_reading r ON r.check_id = d.check_id
     WHERE own.id = @pairId
       AND NOT EXISTS (SELECT 1 FROM match_reading_void v WHERE v.reading_id = r.id)`,
  );

  const selectTouched = db.prepare<
    [{ id: string; since: string }],
    { tag: string; readings: number; decision: string }
  >(
    `SELECT p.tag, count(*) AS readings, coalesce(c.decision, '') AS decision
     FROM match_reading r
     JOIN match_check c ON c.id = r.check_id
     JOIN pair p ON p.id = c.pair_id
     WHERE r.instrument_id = @id AND julianday(r.taken_at) >= julianday(@since)
       AND NOT EXISTS (SELECT 1 FROM match_reading_void v WHERE v.reading_id = r.id)
     GROUP BY c.id
     ORDER BY p.tag, c.started_at`,
  );

  function asCheck({
    decision,
    note,
    unworn,
    decidedAt,
    words,
    seen,
    ...row
  }: CheckRow): MatchCheck {
    return {
      ...row,
      seen: JSON.parse(seen),
      readings: selectReadings.all(row.id),
      decision:
        decision && decidedAt
          ? { decision, note, unworn: unworn === null ? null : unworn === 1, decidedAt, words }
          : null,
    };
  }

  function byId(id: string): MatchCheck {
    const row = selectCheck.get(id);
    if (!row) throw notFound('This check');
    return asCheck(row);
  }

  /** Decided checks are closed: what was found stays as it was when it was decided. */
  function refuseDecided(check: MatchCheck): void {
    if (check.decision)
      throw new Refusal(
        409,
        'This check is decided and stays as it is. Begin another check of the pair.',
      );
  }

  const history = () => selectTolerances.all();

  /** The rule of a feature: the lab's for the discipline, else the usual, else the lab's general one. */
  function ruleOf(
    changes: ReturnType<typeof history>,
    feature: MatchFeatureId,
    discipline: Discipline | undefined,
  ): ToleranceRule & { changed: boolean } {
    const latest = (wanted: string) =>
      changes.find((one) => one.feature === feature && one.discipline === wanted);
    const own = discipline ? latest(discipline) : undefined;
    const usual = usualTolerance(feature, discipline);
    const special = usual !== matchFeature(feature).tolerance;
    const found = own ?? (special ? undefined : latest(''));
    return found
      ? { absolute: found.absolute, share: found.share, changed: true }
      : { ...usual, changed: false };
  }

  return {
    start: (check: z.output<typeof matchStart>, seen: z.output<typeof matchSeen>): void => {
      insertCheck.run({ ...check, seen: JSON.stringify(seen) });
    },
    byId,
    ofPair: (pairId: string): MatchCheck[] => selectOfPair.all(pairId).map(asCheck),
    see(id: string, look: MatchLook): void {
      const check = byId(id);
      refuseDecided(check);
      writeSeen.run({ id, seen: JSON.stringify(addLook(check.seen, look)) });
    },
    decide(id: string, decision: z.output<typeof matchDecision>, words: string): void {
      writeDecision.run({
        id,
        ...decision,
        unworn: decision.unworn === null ? null : Number(decision.unworn),
        words,
      });
    },
    record(checkId: string, reading: z.output<typeof newMatchReading>): number {
      refuseDecided(byId(checkId));
      const { kind } = matchFeature(reading.feature);
      const read = readTypedQuantity(reading.typed, kind, reading.unit || undefined);
      if (!read.ok) throw wrongValue('typed', read.fault.message, read.fault.choices);
      insertReading.run({ checkId, ...reading, value: read.value.value });
      return read.value.value;
    },
    void(id: string, reason: string, at: string): void {
      const row = selectReadingCheck.get(id);
      if (!row) throw notFound('This reading');
      refuseDecided(byId(row.checkId));
      insertVoid.run({ id, reason, at });
    },
    namesOf: (modelId: string): Partial<Record<MatchFeatureId, string>> =>
      Object.fromEntries(selectNames.all(modelId).map(({ feature, name }) => [feature, name])),
    nameFeature(modelId: string, feature: MatchFeatureId, name: string): void {
      if (!selectModel.get(modelId)) throw notFound('This model');
      if (!matchFeature(feature).named)
        throw wrongValue('feature', `${matchFeature(feature).name} has its name already.`);
      writeName.run({ modelId, feature, name });
    },
    /** Checks that lean on an instrument, for a recall. */
    touched: (id: string, since: string) => selectTouched.all({ id, since }),
    siblings: (pairId: string) => selectSiblings.all({ pairId }),
    tolerances(discipline: Discipline | undefined): Partial<Record<MatchFeatureId, ToleranceRule>> {
      const changes = history();
      return Object.fromEntries(
        MATCH_FEATURES.map((feature) => {
          const { absolute, share } = ruleOf(changes, feature, discipline);
          return [feature, { absolute, share }];
        }),
      );
    },
    toleranceRules() {
      const changes = history();
      return {
        rules: (['', ...DISCIPLINES] as const).flatMap((discipline) =>
          MATCH_FEATURES.map((feature) => ({
            feature,
            discipline,
            ...ruleOf(changes, feature, discipline || undefined),
          })),
        ),
        history: changes,
      };
    },
    setTolerance: (change: ToleranceChange, at: string, person: string): void => {
      insertTolerance.run({ ...change, at, person });
    },
  };
}

export type MatchStore = ReturnType<typeof matchStore>;
