/**
 * What the lab learns from its own readings, kept as sums: published when a sitting is finished, read
 * without looking at any reading.
 */
import { group } from 'd3-array';
import { spreadSums } from '#core/edition-figure.ts';
import { type MassSums, massSums } from '#core/mass.ts';
import type { QuantityId } from '#core/quantities.ts';
import type { LabelSystem } from '#core/size-label.ts';
import type { Db } from './database.ts';
import { LEFT_OUT } from './pairs.ts';

export interface SittingFigure {
  quantity: QuantityId;
  /** The pair's value. */
  value: number;
  /** Sum of squares of the repeats about their station's mean, and its degrees of freedom. */
  scatterSs: number;
  scatterDf: number;
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

/** A figure with what it may be pooled with. */
export interface LikeFigure {
  editionId: string;
  quantity: QuantityId;
  /** Size, stack basis and set-up. */
  alike: string;
  value: number;
  /** Logarithm of the last length in mm; of a mass alone. */
  logLength: number | null;
}

interface Spread {
  quantity: QuantityId;
  ss: number;
  df: number;
}

export function learnedStore(db: Db) {
  const selectRevision = db.prepare<[], { n: number }>("SELECT n FROM revision WHERE name = 'lab'");
  const selectProtocol = db.prepare<[string], { protocolId: string }>(
    `SELECT s.protocol_id AS protocolId
     FROM occasion o JOIN sitting s ON s.occasion = o.n WHERE o.id = ?`,
  );
  const selectFigures = db.prepare<[string], SittingFigure>(
    `SELECT f.quantity, f.value, f.scatter_ss AS scatterSs, f.scatter_df AS scatterDf
     FROM occasion o JOIN sitting_figure f ON f.occasion = o.n WHERE o.id = ?`,
  );
  const clearFigures = db.prepare(
    'DELETE FROM sitting_figure WHERE occasion = (SELECT n FROM occasion WHERE id = ?)',
  );
  const insertFigure = db.prepare(
    `INSERT INTO sitting_figure (occasion, quantity, value, scatter_ss, scatter_df)
     SELECT n, @quantity, @value, @scatterSs, @scatterDf FROM occasion WHERE id = @sessionId`,
  );
  const addScatter = db.prepare(
    `INSERT INTO learned_scatter (protocol_id, quantity, ss, df)
     VALUES (@protocolId, @quantity, @ss, @df)
     ON CONFLICT (protocol_id, quantity) DO UPDATE SET
       ss = CASE WHEN df + excluded.df > 0 THEN max(ss + excluded.ss, 0) ELSE 0 END,
       df = df + excluded.df`,
  );
  const selectScatter = db.prepare<
    [],
    { protocolId: string; quantity: QuantityId; ss: number; df: number }
  >('SELECT protocol_id AS protocolId, quantity, ss, df FROM learned_scatter WHERE df > 0');
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
  const addSpread = db.prepare(
    `INSERT INTO learned_spread (quantity, ss, df) VALUES (@quantity, @ss, @df)
     ON CONFLICT (quantity) DO UPDATE SET
       ss = CASE WHEN df + excluded.df > 0 THEN max(ss + excluded.ss, 0) ELSE 0 END,
       df = df + excluded.df`,
  );
  const selectSpreads = db.prepare<[], Spread>(
    'SELECT quantity, ss, df FROM learned_spread WHERE df > 0',
  );
  const addExponent = db.prepare(
    `UPDATE learned_exponent SET masses = masses + @masses, editions = editions + @editions,
       sxx = max(sxx + @sxx, 0), sxy = sxy + @sxy, syy = max(syy + @syy, 0)`,
  );
  const selectExponent = db.prepare<[], MassSums>(
    'SELECT masses, editions, sxx, sxy, syy FROM learned_exponent',
  );

  /** Writes what a sitting says; the scatter of its protocol goes with it. */
  function publishSitting(sessionId: string, figures: readonly SittingFigure[]): void {
    const protocolId = selectProtocol.get(sessionId)?.protocolId;
    const before = selectFigures.all(sessionId);
    clearFigures.run(sessionId);
    for (const figure of figures) insertFigure.run({ sessionId, ...figure });
    const [old, now] = [before, figures].map(
      (rows) => new Map(rows.map((row) => [row.quantity, row])),
    );
    for (const quantity of new Set([...before, ...figures].map((figure) => figure.quantity))) {
      const [was, is] = [old?.get(quantity), now?.get(quantity)];
      const ss = (is?.scatterSs ?? 0) - (was?.scatterSs ?? 0);
      const df = (is?.scatterDf ?? 0) - (was?.scatterDf ?? 0);
      if (ss !== 0 || df !== 0) addScatter.run({ protocolId, quantity, ss, df });
    }
  }

  /**
   * Writes what a pair says of its edition, and brings the sums to it.
   * @param asLike says what a figure may be pooled with
   */
  function publishPair(
    pairId: string,
    wornKm: number,
    asLike: (figure: NewShoeFigure) => LikeFigure,
  ): void {
    const before = selectLike.all(pairId);
    const now = selectNew.all({ pairId, wornKm }).map(asLike);
    if (JSON.stringify(sorted(before)) === JSON.stringify(sorted(now))) return;
    const groups = group([...before, ...now], ({ editionId, quantity, alike }) =>
      JSON.stringify([editionId, quantity, alike]),
    );
    const places = [...groups.values()].flatMap(([first]) => first ?? []);
    const editions = [
      ...new Set(places.filter(({ quantity }) => quantity === 'mass').map((one) => one.editionId)),
    ];
    const spreads = () =>
      places.map(({ editionId, quantity, alike }) =>
        spreadSums(selectAlike.all({ editionId, quantity, alike })),
      );
    const exponents = () => editions.map((editionId) => massSums(selectMasses.all(editionId)));
    const [spreadsBefore, exponentsBefore] = [spreads(), exponents()];
    clearLike.run(pairId);
    for (const figure of now) insertLike.run({ pairId, ...figure });
    spreads().forEach((is, place) => {
      const was = spreadsBefore[place];
      const [ss, df] = [is.ss - (was?.ss ?? 0), is.df - (was?.df ?? 0)];
      if (ss !== 0 || df !== 0) addSpread.run({ quantity: places[place]?.quantity, ss, df });
    });
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
    scatter: () => selectScatter.all(),
    spreads: (): Spread[] => selectSpreads.all(),
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
