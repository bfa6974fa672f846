/** Cached figures of sessions: what the lab as a whole learns from, without reading every reading. */
import type { QuantityId } from '#core/quantities.ts';
import type { LabelSystem } from '#core/size-label.ts';
import type { Db } from './database.ts';

export interface SessionFigure {
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

export function sessionFigureStore(db: Db) {
  const clear = db.prepare(
    'DELETE FROM sitting_figure WHERE occasion = (SELECT n FROM occasion WHERE id = ?)',
  );
  const insert = db.prepare(
    `INSERT INTO sitting_figure (occasion, quantity, value, scatter_ss, scatter_df)
     SELECT n, @quantity, @value, @scatterSs, @scatterDf FROM occasion WHERE id = @sessionId`,
  );
  const selectNew = db.prepare<[{ wornKm: number }], NewShoeFigure>(
    `SELECT editionId, system, size, protocolId, quantity, value
     FROM (
       SELECT p.edition_id AS editionId, p.label_system AS system, p.label_size AS size,
         s.protocol_id AS protocolId, f.quantity, f.value,
         row_number() OVER (
           PARTITION BY o.pair_id, f.quantity ORDER BY o.started_at DESC, o.id DESC
         ) AS nth
       FROM occasion o
       JOIN sitting s ON s.occasion = o.n
       JOIN pair p ON p.id = o.pair_id
       JOIN sitting_figure f ON f.occasion = o.n
       WHERE s.configuration = 'as sold' AND s.removed = '' AND s.worn_km <= @wornKm
         AND p.id NOT IN (SELECT pair_id FROM left_out_pair)
     )
     WHERE nth = 1`,
  );
  const selectScatter = db.prepare<
    [],
    { protocolId: string; quantity: QuantityId; ss: number; df: number }
  >(
    `SELECT s.protocol_id AS protocolId, f.quantity, sum(f.scatter_ss) AS ss, sum(f.scatter_df) AS df
     FROM sitting_figure f JOIN sitting s ON s.occasion = f.occasion
     WHERE f.scatter_df > 0
     GROUP BY s.protocol_id, f.quantity`,
  );
  return {
    write(sessionId: string, figures: readonly SessionFigure[]): void {
      clear.run(sessionId);
      for (const figure of figures) insert.run({ sessionId, ...figure });
    },
    ofNewShoes: (wornKm: number): NewShoeFigure[] => selectNew.all({ wornKm }),
    scatter: () => selectScatter.all(),
  };
}
