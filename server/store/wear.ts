/** Outings, totals, looks at worn pairs and decisions: only ever added; what was a mistake is withdrawn. */

import type { z } from 'zod';
import type {
  odometerFields,
  outingFields,
  WearOfPair,
  wearCheckFields,
  wearDecisionFields,
} from '#contract/wear-records.ts';
import { LEAVING_DECISIONS } from '#core/records/wear-verdict.ts';
import type { OdometerTotal, OutingWay } from '#core/wear/odometer.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';
import type { ReadingStore } from './readings.ts';
import { sqlTexts } from './sql-texts.ts';

type Outing = Omit<WearOfPair['outings'][number], 'placed' | 'showroom'>;
export type StoredOuting = Outing & { pairId: string };
/** What of an outing lies in its row as JSON. */
const FOLDED = ['surfaces', 'ratings', 'faults', 'route'] as const;
type OutingRow = Omit<StoredOuting, (typeof FOLDED)[number]> &
  Record<(typeof FOLDED)[number], string>;
type Odometer = WearOfPair['odometers'][number];
type WearCheck = Omit<WearOfPair['checks'][number], 'placed'>;
type Decision = WearOfPair['decisions'][number];

const OUTING = `SELECT id, pair_id AS pairId, tester, on_day AS "on", typed, km, half_km AS halfKm,
    minutes, surfaces, wet, activity, effort, temperature, comfort, ratings, faults, note,
    began_at AS beganAt, route, withdrawn FROM outing`;
const CHECK = `SELECT o.id, o.person, o.started_at AS at, w.km, w.signs, w.note, w.withdrawn
  FROM occasion o JOIN wear_check w ON w.occasion = o.n`;

/** What of an outing tells of pace, hours, ground and weather. */
export type TimedOuting = Pick<
  StoredOuting,
  'on' | 'tester' | 'km' | 'minutes' | 'surfaces' | 'wet' | 'temperature'
>;

/** A pair of a tester: how far it was worn, and when last by this one. */
export interface WornPair {
  id: string;
  tag: string;
  km: number | null;
  cameWith: number;
  lastOn: string | null;
}

/** What of a pair is withdrawn, and whose it is. */
export interface PartOfPair {
  pairId: string;
  withdrawn: string | null;
}

const TABLES = {
  outing: 'SELECT pair_id AS pairId, withdrawn FROM outing WHERE id = ?',
  odometer: 'SELECT pair_id AS pairId, withdrawn FROM odometer WHERE id = ?',
  wear_check: `SELECT o.pair_id AS pairId, w.withdrawn FROM occasion o
    JOIN wear_check w ON w.occasion = o.n WHERE o.id = ?`,
  wear_decision: 'SELECT pair_id AS pairId, withdrawn FROM wear_decision WHERE id = ?',
} as const;
export type WearTable = keyof typeof TABLES;
export const isWearTable = (table: string): table is WearTable => table in TABLES;

export function wearStore(db: Db, readings: ReadingStore) {
  const insertOuting = db.prepare(
    `INSERT INTO outing (id, pair_id, tester, on_day, typed, km, half_km, minutes, surfaces, wet,
       activity, effort, temperature, comfort, ratings, faults, note, began_at, route, said_at)
     VALUES (@id, @pairId, @tester, @on, @typed, @km, @halfKm, @minutes, @surfaces, @wet,
       @activity, @effort, @temperature, @comfort, @ratings, @faults, @note, @beganAt, @route, @at)`,
  );
  const selectOutings = db.prepare<[{ pairId: string; limit: number }], OutingRow>(
    `${OUTING} WHERE pair_id = @pairId ORDER BY on_day DESC, n DESC LIMIT @limit`,
  );
  const selectOuting = db.prepare<[string], OutingRow>(`${OUTING} WHERE id = ?`);
  const selectOfTester = db.prepare<[{ tester: string; limit: number }], OutingRow>(
    `${OUTING} WHERE tester = @tester ORDER BY on_day DESC, n DESC LIMIT @limit`,
  );
  // An outing may go on over midnight, and a day is that of the tester's clock.
  const selectAround = db.prepare<[{ tester: string; on: string }], OutingRow>(
    `${OUTING} WHERE tester = @tester
       AND on_day BETWEEN date(@on, '-1 day') AND date(@on, '+1 day')`,
  );
  const selectOfRoute = db.prepare<[string], OutingRow>(
    `${OUTING} WHERE route ->> 'hash' = ? ORDER BY withdrawn IS NOT NULL LIMIT 1`,
  );
  const selectInTime = db.prepare<[string], Omit<TimedOuting, 'surfaces'> & { surfaces: string }>(
    `SELECT on_day AS "on", tester, km, minutes, surfaces, wet, temperature FROM outing
     WHERE pair_id = ? AND withdrawn IS NULL ORDER BY on_day, n`,
  );
  const selectStanding = db.prepare<
    [{ after: number; limit: number; pairId: string | null }],
    OutingRow & { n: number; tag: string }
  >(
    `SELECT w.n, p.tag, o.* FROM outing w JOIN pair p ON p.id = w.pair_id
       JOIN (${OUTING}) o ON o.id = w.id
     WHERE w.n > @after AND w.withdrawn IS NULL AND (@pairId IS NULL OR w.pair_id = @pairId)
     ORDER BY w.n LIMIT @limit`,
  );
  const selectEarliest = db
    .prepare<[{ pairId: string; n: number }], string>(
      `SELECT id FROM outing WHERE pair_id = @pairId AND withdrawn IS NULL
       ORDER BY on_day, n LIMIT @n`,
    )
    .pluck();
  const readRow = (row: OutingRow): StoredOuting => ({
    ...row,
    ...(Object.fromEntries(
      FOLDED.map((name) => [name, row[name] === null ? null : JSON.parse(row[name])]),
    ) as Pick<StoredOuting, (typeof FOLDED)[number]>),
  });
  const selectWays = db.prepare<[string], OutingWay & { tester: string }>(
    `SELECT on_day AS "on", km, half_km AS halfKm, tester FROM outing
     WHERE pair_id = ? AND withdrawn IS NULL ORDER BY on_day, n`,
  );
  const selectRatings = db.prepare<
    [string],
    { tester: string; minutes: number | null; comfort: number | null }
  >(
    `SELECT tester, minutes, comfort FROM outing
     WHERE pair_id = ? AND withdrawn IS NULL ORDER BY on_day, n`,
  );
  const countOutings = db
    .prepare<[string], number>('SELECT count(*) FROM outing WHERE pair_id = ?')
    .pluck();
  const insertOdometer = db.prepare(
    `INSERT INTO odometer (id, pair_id, on_day, km, u, note)
     VALUES (@id, @pairId, @on, @km, @u, @note)`,
  );
  const selectOdometers = db.prepare<[string], Odometer>(
    `SELECT id, on_day AS "on", km, u, note, withdrawn FROM odometer
     WHERE pair_id = ? ORDER BY on_day DESC, id DESC`,
  );
  const insertCheck = db.prepare(
    `INSERT INTO wear_check (occasion, km, signs, note)
     SELECT n, @km, @signs, @note FROM occasion WHERE id = @id`,
  );
  const selectChecks = db.prepare<[string], Omit<WearCheck, 'signs'> & { signs: string }>(
    `${CHECK} WHERE o.pair_id = ? AND o.kind = 'wear-check' ORDER BY o.started_at DESC, o.n DESC`,
  );
  const insertDecision = db.prepare(
    `INSERT INTO wear_decision (id, pair_id, on_day, km, answer, judged, why, person)
     VALUES (@id, @pairId, @on, @km, @answer, @judged, @why, @person)`,
  );
  const selectDecisions = db.prepare<[string], Omit<Decision, 'judged'> & { judged: string }>(
    `SELECT id, on_day AS "on", km, answer, judged, why, person, withdrawn FROM wear_decision
     WHERE pair_id = ? ORDER BY on_day DESC, id DESC`,
  );
  const parts = Object.fromEntries(
    Object.entries(TABLES).map(([table, sql]) => [table, db.prepare<[string], PartOfPair>(sql)]),
  ) as Record<WearTable, ReturnType<typeof db.prepare<[string], PartOfPair>>>;
  const writeStanding = db.prepare(
    `UPDATE pair SET wear_km = @km, wear_answer = @answer, wear_words = @words WHERE id = @pairId`,
  );
  const selectKm = db
    .prepare<[string], number | null>('SELECT wear_km FROM pair WHERE id = ?')
    .pluck();

  const selectWearers = db
    .prepare<[string], string>('SELECT tester FROM pair_wearer WHERE pair_id = ? ORDER BY tester')
    .pluck();
  const insertWearer = db.prepare(
    'INSERT OR IGNORE INTO pair_wearer (pair_id, tester, since) VALUES (@pairId, @tester, @on)',
  );
  const deleteWearer = db.prepare(
    'DELETE FROM pair_wearer WHERE pair_id = @pairId AND tester = @tester',
  );
  // Given to the tester, or worn or tried on by the tester, and still here.
  const selectPairsOf = db.prepare<[{ tester: string }], WornPair>(
    `SELECT p.id, p.tag, p.wear_km AS km, p.worn_km AS cameWith,
       (SELECT max(on_day) FROM outing o WHERE o.pair_id = p.id AND o.tester = @tester
          AND o.withdrawn IS NULL) AS lastOn
     FROM pair p
     WHERE p.id IN (SELECT pair_id FROM pair_wearer WHERE tester = @tester
         UNION SELECT pair_id FROM outing WHERE tester = @tester AND withdrawn IS NULL
         UNION SELECT o.pair_id FROM occasion o JOIN try_on t ON t.occasion = o.n
           WHERE t.tester = @tester AND t.withdrawn IS NULL
             AND coalesce(p.fit_outcome, '') NOT IN ('swap', 'let go'))
       AND p.shelved = 0
       AND coalesce(p.wear_answer, '') NOT IN (${sqlTexts(LEAVING_DECISIONS)})
     ORDER BY lastOn IS NULL, lastOn DESC, p.tag`,
  );
  const insertNote = db.prepare(
    `INSERT INTO tester_note (id, pair_id, tester, said_at, words)
     VALUES (@id, @pairId, @tester, @at, @words)`,
  );
  const selectNotes = db.prepare<
    [string],
    { id: string; tester: string; at: string; words: string }
  >(
    `SELECT id, tester, said_at AS at, words FROM tester_note
     WHERE pair_id = ? ORDER BY said_at DESC, id DESC LIMIT 50`,
  );
  const selectNotesBy = db.prepare<
    [string],
    { id: string; tag: string; at: string; words: string }
  >(
    `SELECT t.id, p.tag, t.said_at AS at, t.words FROM tester_note t JOIN pair p ON p.id = t.pair_id
     WHERE t.tester = ? ORDER BY t.said_at DESC, t.id DESC LIMIT 20`,
  );

  return {
    /** Testers that a pair is given to. */
    wearersOf: (pairId: string): string[] => selectWearers.all(pairId),
    /** Gives a pair to a tester, or takes it back. */
    give(pairId: string, tester: string, on: string | null): void {
      if (on === null) deleteWearer.run({ pairId, tester });
      else insertWearer.run({ pairId, tester, on });
    },
    /** The pairs of a tester, the last worn first. */
    pairsOf: (tester: string): WornPair[] => selectPairsOf.all({ tester }),
    addNote: (note: { id: string; pairId: string; tester: string; at: string; words: string }) =>
      insertNote.run(note),
    /** Notes of a tester, the latest first. */
    notesByTester: (tester: string) => selectNotesBy.all(tester),
    notesOf: (pairId: string) => selectNotes.all(pairId),
    addOuting(
      pairId: string,
      { again: _, ...fields }: z.output<typeof outingFields>,
      way: { km: number; halfKm: number },
      at: string,
    ): void {
      const folded = FOLDED.map((name) => [name, fields[name] && JSON.stringify(fields[name])]);
      insertOuting.run({ ...fields, ...Object.fromEntries(folded), ...way, pairId, at });
    },
    /** The latest outings of a pair, withdrawn ones too. */
    outingsOf: (pairId: string, limit: number): StoredOuting[] =>
      selectOutings.all({ pairId, limit }).map(readRow),
    findOuting(id: string): StoredOuting | undefined {
      const row = selectOuting.get(id);
      return row && readRow(row);
    },
    /** @throws where there is none */
    outing(id: string): StoredOuting {
      const outing = this.findOuting(id);
      if (!outing) throw notFound('This outing');
      return outing;
    },
    /** The latest outings of a tester, withdrawn ones too. */
    ofTester: (tester: string, limit: number): StoredOuting[] =>
      selectOfTester.all({ tester, limit }).map(readRow),
    /** Outings of a tester on a day, the one before and the one after. */
    ofTesterAround: (tester: string, on: string): StoredOuting[] =>
      selectAround.all({ tester, on }).map(readRow),
    /** Outings that stand after a row, in the order they were kept, with the tag of their pair. */
    standingAfter: (after: number, limit: number, pairId?: string) =>
      selectStanding
        .all({ after, limit, pairId: pairId ?? null })
        .map(({ n, tag, ...row }) => ({ ...readRow(row), n, tag })),
    /** Outings of a pair that stand, the earliest first: what pace, hours and factors are worked out from. */
    outingsInTime: (pairId: string): TimedOuting[] =>
      selectInTime.all(pairId).map(({ surfaces, ...row }) => ({
        ...row,
        surfaces: JSON.parse(surfaces),
      })),
    /** Ids of the first outings of a pair that stand. */
    earliest: (pairId: string, n: number): string[] => selectEarliest.all({ pairId, n }),
    /** The outing that a route was kept for; one that stands first. */
    ofRoute(hash: string): StoredOuting | undefined {
      const row = selectOfRoute.get(hash);
      return row && readRow(row);
    },
    countOutings: (pairId: string): number => countOutings.get(pairId) ?? 0,
    /** Distances of all outings that stand, the earliest first. */
    waysOf: (pairId: string) => selectWays.all(pairId),
    /** Ratings of all outings that stand, the earliest first. */
    ratingsOf: (pairId: string) => selectRatings.all(pairId),
    addOdometer: (pairId: string, fields: z.output<typeof odometerFields>) =>
      insertOdometer.run({ ...fields, pairId }),
    odometersOf: (pairId: string): Odometer[] => selectOdometers.all(pairId),
    totalsOf: (pairId: string): OdometerTotal[] =>
      selectOdometers.all(pairId).filter(({ withdrawn }) => withdrawn === null),
    addCheck(
      pairId: string,
      { id, person, signs, note }: z.output<typeof wearCheckFields>,
      { at, km }: { at: string; km: number },
    ): void {
      readings.begin({ id, kind: 'wear-check', pairId, person, startedAt: at });
      insertCheck.run({ id, km, signs: JSON.stringify(signs), note });
    },
    checksOf: (pairId: string): WearCheck[] =>
      selectChecks.all(pairId).map(({ signs, ...row }) => ({ ...row, signs: JSON.parse(signs) })),
    decide(
      pairId: string,
      fields: z.output<typeof wearDecisionFields>,
      { km, judged }: Pick<Decision, 'km' | 'judged'>,
    ): void {
      insertDecision.run({ ...fields, pairId, km, judged: JSON.stringify(judged) });
    },
    decisionsOf: (pairId: string): Decision[] =>
      selectDecisions
        .all(pairId)
        .map(({ judged, ...row }) => ({ ...row, judged: JSON.parse(judged) })),
    /** @throws where there is none */
    part(table: WearTable, id: string, what: string): PartOfPair {
      const part = parts[table].get(id);
      if (!part) throw notFound(what);
      return part;
    },
    /** Keeps with the pair what stands of its wear; null: it was never out. */
    setStanding: (
      pairId: string,
      standing: { km: number | null; answer: string | null; words: string | null },
    ) => writeStanding.run({ ...standing, pairId }),
    /** How far a pair was worn by now, where anything was said of it since it came. */
    kmOf: (pairId: string): number | null => selectKm.get(pairId) ?? null,
  };
}

export type WearStore = ReturnType<typeof wearStore>;
