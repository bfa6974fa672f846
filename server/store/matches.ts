/** Match checks, and the names of outsole features. */
import type { z } from 'zod';
import type {
  MatchCheck,
  MatchLook,
  MatchReading,
  matchDecision,
  matchSeen,
  matchStart,
} from '#contract/match-records.ts';
import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { addLook, NOTHING_SEEN } from '#core/catalogue/match-look.ts';
import type { Side } from '#core/catalogue/quantities.ts';
import { closedFault } from '#core/figures/occasion.ts';
import type { Reading, ReadingDraft } from '#core/figures/reading.ts';
import type { LeftRightFinding } from '#core/records/match-verdict.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';
import type { ReadingStore } from './readings.ts';

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

const CHECK = `SELECT o.id, o.pair_id AS pairId, o.person, c.extent AS kind,
    o.started_at AS startedAt, c.seen, c.decision, c.decision_note AS note, c.unworn,
    c.decided_at AS decidedAt, c.decided_words AS words
  FROM occasion o JOIN match_check c ON c.occasion = o.n`;

export function matchStore(db: Db, readings: ReadingStore) {
  const insertCheck = db.prepare(
    `INSERT INTO match_check (occasion, extent, seen)
     SELECT n, @kind, @seen FROM occasion WHERE id = @id`,
  );
  const selectCheck = db.prepare<[string], CheckRow>(`${CHECK} WHERE o.id = ?`);
  const selectOfPair = db.prepare<[string], CheckRow>(
    `${CHECK} WHERE o.pair_id = ? AND o.kind = 'check' ORDER BY o.started_at, o.id`,
  );
  const writeSeen = db.prepare(
    `UPDATE match_check SET seen = @seen
     WHERE occasion = (SELECT n FROM occasion WHERE id = @id)`,
  );
  const writeDecision = db.prepare(
    `UPDATE match_check SET decision = @decision, decision_note = @note, unworn = @unworn,
       decided_at = @decidedAt, decided_words = @words
     WHERE occasion = (SELECT n FROM occasion WHERE id = @id)`,
  );
  // The latest decided check of a pair is the one that stands.
  const standBehind = db.prepare(
    `UPDATE pair SET (decision, decided_words, decided_occasion) = (
       SELECT c.decision, c.decided_words, c.occasion
       FROM occasion o JOIN match_check c ON c.occasion = o.n
       WHERE o.pair_id = pair.id AND o.kind = 'check' AND c.decision IS NOT NULL
       ORDER BY c.decided_at DESC, o.id DESC LIMIT 1
     )
     WHERE id = (SELECT pair_id FROM occasion WHERE id = @id)`,
  );
  const selectModel = db.prepare<[string], unknown>('SELECT 1 FROM model WHERE id = ?');
  const selectNames = db.prepare<[string], { feature: MatchFeatureId; name: string }>(
    'SELECT feature, name FROM match_feature_name WHERE model_id = ?',
  );
  const selectNamesOfPair = db.prepare<
    [string],
    { feature: MatchFeatureId; name: string; model: string }
  >(
    `SELECT f.feature, f.name, k.name || ' ' || m.name AS model
     FROM pair p
     JOIN edition e ON e.id = p.edition_id
     JOIN model m ON m.id = e.model_id
     JOIN maker k ON k.id = m.maker_id
     JOIN match_feature_name f ON f.model_id = m.id
     WHERE p.id = ?
     ORDER BY f.feature`,
  );
  const writeName = db.prepare(
    `INSERT INTO match_feature_name (model_id, feature, name) VALUES (@modelId, @feature, @name)
     ON CONFLICT (model_id, feature) DO UPDATE SET name = excluded.name`,
  );
  // Readings of sound pairs of the same edition: both shoes, as each was checked last.
  const selectSiblings = db.prepare<
    [{ pairId: string }],
    { pairId: string; feature: MatchFeatureId; value: number; system: string; size: number }
  >(
    `SELECT p.id AS pairId, r.quantity AS feature, r.value, p.label_system AS system,
       p.label_size AS size
     FROM pair own
     JOIN pair p ON p.edition_id = own.edition_id AND p.id <> own.id
     JOIN standing_reading r ON r.occasion = p.decided_occasion
     WHERE own.id = @pairId AND p.decision <> 'return'`,
  );

  const setFinding = db.prepare(
    'UPDATE pair SET decided_finding = @finding WHERE id = @pairId AND decided_finding IS NOT @finding',
  );
  const selectWithoutFinding = db
    .prepare<[], string>(
      'SELECT id FROM pair WHERE decision IS NOT NULL AND decided_finding IS NULL',
    )
    .pluck();
  const selectStandingOf = db.prepare<[string], { quantity: MatchFeatureId; side: Side }>(
    `SELECT r.quantity, r.side
     FROM occasion o CROSS JOIN standing_reading r ON r.occasion = o.n
     WHERE o.pair_id = ? AND o.kind = 'check'`,
  );
  const selectTouched = db.prepare<
    [{ id: string; since: string; pairId: string }],
    { tag: string; readings: number; decision: string }
  >(
    `SELECT p.tag, count(*) AS readings, coalesce(c.decision, '') AS decision
     FROM pair p
     CROSS JOIN occasion o ON o.pair_id = p.id AND o.kind = 'check'
     CROSS JOIN match_check c ON c.occasion = o.n
     CROSS JOIN standing_reading r ON r.occasion = o.n
     WHERE p.id = @pairId AND r.instrument_id = @id AND r.taken_at >= @since
     GROUP BY o.n
     ORDER BY o.started_at`,
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
      // One of an earlier version knows less.
      seen: { ...NOTHING_SEEN, ...JSON.parse(seen) },
      readings: readings.of<MatchFeatureId>(row.id) as MatchReading[],
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
    const closed = closedFault({ kind: 'check', decided: check.decision !== null });
    if (closed) throw new Refusal(409, closed);
  }

  return {
    start: (check: z.output<typeof matchStart>, seen: z.output<typeof matchSeen>): void => {
      const { id, pairId, person, startedAt, kind } = check;
      readings.begin({ id, kind: 'check', pairId, person, startedAt });
      insertCheck.run({ id, kind, seen: JSON.stringify(seen) });
    },
    byId,
    /** Keeps what the decided check of a pair found. */
    writeFinding: (pairId: string, finding: LeftRightFinding): void => {
      setFinding.run({ pairId, finding: JSON.stringify(finding) });
    },
    /** Pairs whose decided check was not worked out since. */
    withoutFinding: (): string[] => selectWithoutFinding.all(),
    /** Which features were read on which shoe of a pair, reading by reading that stands. */
    standingOf: (pairId: string) => selectStandingOf.all(pairId),
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
      standBehind.run({ id });
    },
    record(draft: ReadingDraft<string>): Reading<string> {
      refuseDecided(byId(draft.occasionId));
      const feature = MATCH_FEATURES.find((id) => id === draft.quantity);
      if (!feature)
        throw wrongValue('quantity', `${draft.quantity} is no feature of a check.`, [
          ...MATCH_FEATURES,
        ]);
      return readings.record(draft, matchFeature(feature));
    },
    /** Refuses what would change a check that is decided. */
    refuseKept: (id: string): void => refuseDecided(byId(id)),
    namesOf: (modelId: string): Partial<Record<MatchFeatureId, string>> =>
      Object.fromEntries(selectNames.all(modelId).map(({ feature, name }) => [feature, name])),
    /** The names that the features of an outsole have on the model of a pair, and that model. */
    namesOfPair(pairId: string) {
      const rows = selectNamesOfPair.all(pairId);
      const names = Object.fromEntries(rows.map(({ feature, name }) => [feature, name]));
      return { names, model: rows[0]?.model ?? '' };
    },
    nameFeature(modelId: string, feature: MatchFeatureId, name: string): void {
      if (!selectModel.get(modelId)) throw notFound('This model');
      if (!matchFeature(feature).named)
        throw wrongValue('feature', `${matchFeature(feature).name} has its name already.`);
      writeName.run({ modelId, feature, name });
    },
    /** Checks of a pair that lean on an instrument, for a recall. */
    touched: (id: string, since: string, pairId: string) =>
      selectTouched.all({ id, since, pairId }),
    siblings: (pairId: string) => selectSiblings.all({ pairId }),
  };
}

export type MatchStore = ReturnType<typeof matchStore>;
