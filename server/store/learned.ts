/**
 * What the lab learns from its own readings, kept as sums: published when a sitting is finished, read
 * without looking at any reading.
 */
import { group } from 'd3-array';
import type { MeasuredQuantityId, QuantityId } from '#core/catalogue/quantities.ts';
import type { ToolName } from '#core/catalogue/tools.ts';
import { type MassSums, massSums } from '#core/figures/mass.ts';
import type { LabelSystem } from '#core/sizing/size-label.ts';
import { poolRobustly, type ScatterSums, scatterSums } from '#core/statistics/robust-pooling.ts';
import type { Db } from './database.ts';
import { learnedSlopes, type SlopeJudge, type WornFigure } from './learned-slopes.ts';
import { LEFT_OUT } from './pairs.ts';

export interface SittingFigure {
  quantity: QuantityId;
  /** The pair's value. */
  value: number;
}

/** How the repeats of a sitting scatter at one station, by one kind of tool. */
export interface SittingScatter extends ScatterSums {
  quantity: QuantityId;
  tool: ToolName;
}

/** The latest figure of a quantity of a pair that is as sold and as good as new. */
export interface NewShoeFigure {
  editionId: string;
  system: LabelSystem;
  size: number;
  protocolId: string;
  quantity: QuantityId;
  value: number;
}

/** A figure of a pair as sold, at the distance it had gone then. */
export interface FollowedFigure {
  wornKm: number;
  protocolId: string;
  quantity: QuantityId;
  value: number;
}

/** What is known of figures besides what is stored of them. */
export interface FigureKnowledge {
  /** Up to this distance a shoe is as good as new. */
  newKm: number;
  /** What a figure of a new shoe may be pooled with. */
  asLike(figure: NewShoeFigure): LikeFigure;
  /** The slope that a figure tells of; undefined where it tells of none. */
  asWorn(figure: FollowedFigure): WornFigure | undefined;
  /** The smallest step that is read of a quantity. */
  stepOf(quantity: QuantityId): number;
  slopes: SlopeJudge;
}

/** A figure with what it may be pooled with. */
export interface LikeFigure {
  editionId: string;
  quantity: QuantityId;
  /** Size, stack basis and set-up. */
  alike: string;
  value: number;
  /** Logarithm of the last length in mm. */
  logLength: number | null;
}

/** What was found from all groups of one kind. */
interface LearnedRow {
  quantity: QuantityId;
  sd: number;
  df: number;
  groups: number;
}
type RepeatsRow = Omit<LearnedRow, 'quantity'> & {
  protocolId: string;
  quantity: MeasuredQuantityId;
  tool: ToolName;
  hidden: 0 | 1;
  /** Tags of pairs, as JSON. */
  apart: string;
};

interface PoolRow {
  quantity: QuantityId;
  groups: number;
  changed: number;
}
type GroupRow = ScatterSums & { id: string };

/**
 * Up to this many groups the root is found by the transaction that changes one; beyond, beside the
 * requests, once one in a hundred has changed.
 */
const FOUND_AT_ONCE = 400;
const SHARE_CHANGED = 0.01;

/** One kind of pool: its rows, the groups of a row, and how a row is written. */
function poolTable(
  db: Db,
  table: 'learned_repeats' | 'learned_spread',
  groupsOf: string,
  whenDue: () => void,
) {
  const selectRow = db.prepare<[number], PoolRow>(
    `SELECT quantity, groups, changed FROM ${table} WHERE n = ?`,
  );
  const selectGroups = db.prepare<[number], GroupRow>(groupsOf);
  const selectDue = db
    .prepare<[], number>(
      `SELECT n FROM ${table} WHERE changed > 0 AND changed >= groups * ${SHARE_CHANGED} ORDER BY n`,
    )
    .pluck();
  const count = db.prepare(`UPDATE ${table} SET changed = changed + 1 WHERE n = ?`);
  const settle = db.prepare(`UPDATE ${table} SET changed = 0 WHERE n = ?`);
  const write = db.prepare(
    `UPDATE ${table} SET sd = @sd, df = @df, groups = @groups, hidden = @hidden, apart = @apart
     WHERE n = @n AND (sd, df, groups, hidden, apart) IS NOT (@sd, @df, @groups, @hidden, @apart)`,
  );

  /** Finds the root from all groups of a row. */
  function find(n: number, stepOf: (quantity: QuantityId) => number): void {
    const row = selectRow.get(n);
    if (!row) return;
    const pool = poolRobustly(selectGroups.all(n), stepOf(row.quantity));
    write.run({
      n,
      sd: pool?.sd ?? 0,
      df: pool?.df ?? 0,
      groups: pool?.groups ?? 0,
      hidden: Number(pool?.hidden ?? false),
      apart: JSON.stringify(pool?.apart.map(({ id }) => id) ?? []),
    });
    settle.run(n);
  }

  return {
    /** A group of this row has changed. */
    change(n: number, stepOf: (quantity: QuantityId) => number): void {
      count.run(n);
      const row = selectRow.get(n);
      if (!row) return;
      if (row.groups <= FOUND_AT_ONCE) find(n, stepOf);
      else if (row.changed >= row.groups * SHARE_CHANGED) whenDue();
    },
    find,
    due: (): number[] => selectDue.all(),
  };
}

export function learnedStore(db: Db) {
  let dueHeard: () => void = () => undefined;
  const whenDue = () => dueHeard();
  const selectRevision = db.prepare<[], { n: number }>("SELECT n FROM revision WHERE name = 'lab'");
  const selectProtocol = db.prepare<[string], { protocolId: string }>(
    `SELECT s.protocol_id AS protocolId
     FROM occasion o JOIN sitting s ON s.occasion = o.n WHERE o.id = ?`,
  );
  const clearFigures = db.prepare(
    'DELETE FROM sitting_figure WHERE occasion = (SELECT n FROM occasion WHERE id = ?)',
  );
  const insertFigure = db.prepare(
    `INSERT INTO sitting_figure (occasion, quantity, value)
     SELECT n, @quantity, @value FROM occasion WHERE id = @sessionId`,
  );
  const selectScatters = db.prepare<[string], SittingScatter & { n: number }>(
    `SELECT l.n, l.quantity, l.tool, s.ss, s.df
     FROM repeat_scatter s JOIN learned_repeats l ON l.n = s.learned
     WHERE s.occasion = (SELECT n FROM occasion WHERE id = ?)`,
  );
  const insertRepeats = db.prepare(
    `INSERT INTO learned_repeats (protocol_id, quantity, tool)
     VALUES (@protocolId, @quantity, @tool) ON CONFLICT DO NOTHING`,
  );
  const selectRepeatsOf = db
    .prepare<[Record<string, unknown>], number>(
      `SELECT n FROM learned_repeats
       WHERE protocol_id = @protocolId AND quantity = @quantity AND tool = @tool`,
    )
    .pluck();
  const dropScatter = db.prepare(
    `DELETE FROM repeat_scatter
     WHERE learned = @n AND occasion = (SELECT n FROM occasion WHERE id = @sessionId)`,
  );
  const writeScatter = db.prepare(
    `INSERT INTO repeat_scatter (learned, occasion, ss, df)
     SELECT @n, n, @ss, @df FROM occasion WHERE id = @sessionId
     ON CONFLICT DO UPDATE SET ss = excluded.ss, df = excluded.df`,
  );
  const repeats = poolTable(
    db,
    'learned_repeats',
    `SELECT o.pair_id AS id, sum(s.ss) AS ss, sum(s.df) AS df
     FROM repeat_scatter s JOIN occasion o ON o.n = s.occasion
     WHERE s.learned = ? GROUP BY o.pair_id`,
    whenDue,
  );
  const selectRepeats = db.prepare<[], RepeatsRow>(
    `SELECT l.protocol_id AS protocolId, l.quantity, l.tool, l.sd, l.df, l.groups, l.hidden,
       (SELECT json_group_array(p.tag ORDER BY p.tag)
        FROM json_each(l.apart) a JOIN pair p ON p.id = a.value) AS apart
     FROM learned_repeats l WHERE l.df > 0`,
  );
  const selectNew = db.prepare<[{ pairId: string; wornKm: number }], NewShoeFigure>(
    `SELECT editionId, system, size, protocolId, quantity, value
     FROM (
       SELECT p.edition_id AS editionId, p.label_system AS system, p.label_size AS size,
         s.protocol_id AS protocolId, f.quantity, f.value,
         row_number() OVER (PARTITION BY f.quantity ORDER BY o.started_at DESC, o.id DESC) AS nth
       FROM occasion o
       JOIN sitting s ON s.occasion = o.n
       JOIN pair p ON p.id = o.pair_id
       JOIN sitting_figure f ON f.occasion = o.n
       WHERE o.pair_id = @pairId AND o.kind = 'sitting'
         AND s.configuration = 'as sold' AND s.removed = '' AND s.worn_km <= @wornKm
         AND NOT ${LEFT_OUT}
     )
     WHERE nth = 1`,
  );
  const selectFollowed = db.prepare<[string], FollowedFigure>(
    `SELECT s.worn_km AS wornKm, s.protocol_id AS protocolId, f.quantity, f.value
     FROM occasion o
     JOIN sitting s ON s.occasion = o.n
     JOIN pair p ON p.id = o.pair_id
     JOIN sitting_figure f ON f.occasion = o.n
     WHERE o.pair_id = ? AND o.kind = 'sitting'
       AND s.configuration = 'as sold' AND s.removed = '' AND NOT ${LEFT_OUT}
     ORDER BY o.started_at, o.id`,
  );
  const selectLike = db.prepare<[string], LikeFigure>(
    `SELECT edition_id AS editionId, quantity, alike, value, log_length AS logLength
     FROM new_shoe_figure WHERE pair_id = ?`,
  );
  const clearLike = db.prepare('DELETE FROM new_shoe_figure WHERE pair_id = ?');
  const insertLike = db.prepare(
    `INSERT INTO new_shoe_figure (pair_id, quantity, edition_id, alike, value, log_length)
     VALUES (@pairId, @quantity, @editionId, @alike, @value, @logLength)`,
  );
  const selectAlike = db
    .prepare<[{ editionId: string; quantity: string; alike: string }], number>(
      `SELECT value FROM new_shoe_figure
       WHERE edition_id = @editionId AND quantity = @quantity AND alike = @alike
       ORDER BY pair_id`,
    )
    .pluck();
  const selectMasses = db.prepare<[string], { logLength: number; massG: number }>(
    `SELECT log_length AS logLength, value AS massG FROM new_shoe_figure
     WHERE edition_id = ? AND quantity = 'mass' ORDER BY pair_id`,
  );
  const insertSpread = db.prepare(
    'INSERT INTO learned_spread (quantity) VALUES (?) ON CONFLICT DO NOTHING',
  );
  const selectSpreadOf = db
    .prepare<[string], number>('SELECT n FROM learned_spread WHERE quantity = ?')
    .pluck();
  const dropGroup = db.prepare(
    'DELETE FROM spread_group WHERE learned = @n AND edition_id = @editionId AND alike = @alike',
  );
  const writeGroup = db.prepare(
    `INSERT INTO spread_group (learned, edition_id, alike, ss, df)
     VALUES (@n, @editionId, @alike, @ss, @df)
     ON CONFLICT DO UPDATE SET ss = excluded.ss, df = excluded.df`,
  );
  const spreads = poolTable(
    db,
    'learned_spread',
    "SELECT edition_id || ' ' || alike AS id, ss, df FROM spread_group WHERE learned = ?",
    whenDue,
  );
  const selectSpreads = db.prepare<[], LearnedRow>(
    'SELECT quantity, sd, df, groups FROM learned_spread WHERE df > 0',
  );
  const slopes = learnedSlopes(db);
  const addExponent = db.prepare(
    `UPDATE learned_exponent SET masses = masses + @masses, editions = editions + @editions,
       sxx = max(sxx + @sxx, 0), sxy = sxy + @sxy, syy = max(syy + @syy, 0)`,
  );
  const selectExponent = db.prepare<[], MassSums>(
    'SELECT masses, editions, sxx, sxy, syy FROM learned_exponent',
  );

  /**
   * Writes what a sitting says, and how its repeats scatter.
   * @param stepOf the smallest step that is read of a quantity
   */
  function publishSitting(
    sessionId: string,
    figures: readonly SittingFigure[],
    scatters: readonly SittingScatter[],
    stepOf: (quantity: QuantityId) => number,
  ): void {
    clearFigures.run(sessionId);
    for (const figure of figures) insertFigure.run({ sessionId, ...figure });
    const protocolId = selectProtocol.get(sessionId)?.protocolId;
    const before = new Map(selectScatters.all(sessionId).map((row) => [row.n, row]));
    for (const { quantity, tool, ss, df } of scatters) {
      const kind = { protocolId, quantity, tool };
      insertRepeats.run(kind);
      const n = selectRepeatsOf.get(kind) as number;
      const was = before.get(n);
      before.delete(n);
      if (was?.ss === ss && was.df === df) continue;
      writeScatter.run({ n, sessionId, ss, df });
      repeats.change(n, stepOf);
    }
    for (const n of before.keys()) {
      dropScatter.run({ n, sessionId });
      repeats.change(n, stepOf);
    }
  }

  /** Writes what a pair says of its edition and of wear, and brings the sums to it. */
  function publishPair(pairId: string, knows: FigureKnowledge): void {
    const worn = selectFollowed.all(pairId).flatMap((figure) => knows.asWorn(figure) ?? []);
    slopes.bringWear(pairId, worn, knows.slopes);
    const before = selectLike.all(pairId);
    const now = selectNew.all({ pairId, wornKm: knows.newKm }).map(knows.asLike);
    if (JSON.stringify(sorted(before)) === JSON.stringify(sorted(now))) return;
    const groups = group([...before, ...now], ({ editionId, quantity, alike }) =>
      JSON.stringify([editionId, quantity, alike]),
    );
    const places = [...groups.values()].flatMap(([first]) => first ?? []);
    const editions = [
      ...new Set(places.filter(({ quantity }) => quantity === 'mass').map((one) => one.editionId)),
    ];
    const exponents = () => editions.map((editionId) => massSums(selectMasses.all(editionId)));
    const exponentsBefore = exponents();
    clearLike.run(pairId);
    for (const figure of now) insertLike.run({ pairId, ...figure });
    for (const { editionId, quantity, alike } of places) {
      insertSpread.run(quantity);
      const group = { n: selectSpreadOf.get(quantity) as number, editionId, alike };
      const sums = scatterSums(selectAlike.all({ editionId, quantity, alike }));
      if (sums.df > 0) writeGroup.run({ ...group, ...sums });
      else dropGroup.run(group);
      spreads.change(group.n, knows.stepOf);
    }
    slopes.bringSizes(places, knows.slopes);
    exponents().forEach((is, place) => {
      const was = exponentsBefore[place] ?? massSums([]);
      addExponent.run({
        masses: is.masses - was.masses,
        editions: is.editions - was.editions,
        sxx: is.sxx - was.sxx,
        sxy: is.sxy - was.sxy,
        syy: is.syy - was.syy,
      });
    });
  }

  return {
    /** Grows with every change of what the lab knows. */
    revision: (): number => selectRevision.get()?.n ?? 0,
    /** True inside a transaction. */
    isChanging: (): boolean => db.inTransaction,
    publishSitting,
    publishPair,
    repeats: () =>
      selectRepeats.all().map(({ groups, hidden, apart, ...row }) => ({
        ...row,
        pairs: groups,
        hidden: hidden === 1,
        apart: JSON.parse(apart) as string[],
      })),
    spreads: (): LearnedRow[] => selectSpreads.all(),
    /** Says that a root of many groups is to be found anew. */
    whenDue(hear: () => void): void {
      dueHeard = hear;
    },
    /** The roots that are to be found anew, each a piece of work of its own. */
    due: (stepOf: (quantity: QuantityId) => number): (() => void)[] =>
      [repeats, spreads].flatMap((pool) => pool.due().map((n) => () => pool.find(n, stepOf))),
    slopes: slopes.all,
    followed: slopes.followed,
    takeSlope: slopes.take,
    exponent: (): MassSums => selectExponent.get() ?? massSums([]),
  };
}

const sorted = (figures: readonly LikeFigure[]) =>
  figures
    .map(({ editionId, quantity, alike, value, logLength }) => [
      quantity,
      editionId,
      alike,
      value,
      logLength,
    ])
    .sort((a, b) => String(a[0]).localeCompare(String(b[0])));

export type LearnedStore = ReturnType<typeof learnedStore>;
