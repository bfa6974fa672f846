/** Outings, totals, looks at worn pairs and decisions: only ever added; what was a mistake is withdrawn. */
import type { z } from 'zod';
import type {
  odometerFields,
  outingFields,
  WearOfPair,
  wearCheckFields,
  wearDecisionFields,
} from '#contract/wear-records.ts';
import type { OdometerTotal, OutingWay } from '#core/wear/odometer.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';
import type { ReadingStore } from './readings.ts';

type Outing = Omit<WearOfPair['outings'][number], 'placed'>;
type Odometer = WearOfPair['odometers'][number];
type WearCheck = Omit<WearOfPair['checks'][number], 'placed'>;
type Decision = WearOfPair['decisions'][number];

const OUTING = `SELECT id, tester, on_day AS "on", typed, km, half_km AS halfKm, minutes, surface, wet,
    comfort, faults, note, withdrawn FROM outing`;
const CHECK = `SELECT o.id, o.person, o.started_at AS at, w.km, w.signs, w.note, w.withdrawn
  FROM occasion o JOIN wear_check w ON w.occasion = o.n`;

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
    `INSERT INTO outing (id, pair_id, tester, on_day, typed, km, half_km, minutes, surface, wet,
       comfort, faults, note, said_at)
     VALUES (@id, @pairId, @tester, @on, @typed, @km, @halfKm, @minutes, @surface, @wet, @comfort,
       @faults, @note, @at)`,
  );
  const selectOutings = db.prepare<
    [{ pairId: string; limit: number }],
    Omit<Outing, 'faults'> & { faults: string }
  >(`${OUTING} WHERE pair_id = @pairId ORDER BY on_day DESC, n DESC LIMIT @limit`);
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

  return {
    addOuting(
      pairId: string,
      { faults, ...fields }: z.output<typeof outingFields>,
      way: { km: number; halfKm: number },
      at: string,
    ): void {
      insertOuting.run({ ...fields, ...way, pairId, at, faults: JSON.stringify(faults) });
    },
    /** The latest outings of a pair, withdrawn ones too. */
    outingsOf: (pairId: string, limit: number): Outing[] =>
      selectOutings
        .all({ pairId, limit })
        .map(({ faults, ...row }) => ({ ...row, faults: JSON.parse(faults) })),
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
