/** The derived rows of a lab that was filled by SQL are those that the server would have written. */
import { describe, expect, it } from 'vitest';
import { labRecords, summarisePair } from '#server/measured-pairs.ts';
import { type Db, openDatabase } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { fillLab } from './lab-scale.ts';

const TABLES = {
  pair_summary: 'SELECT * FROM pair_summary ORDER BY pair_id',
  sitting_figure: 'SELECT * FROM sitting_figure ORDER BY occasion, quantity',
};

const rowsOf = (db: Db) =>
  Object.values(TABLES).map((sql) =>
    (db.prepare(sql).all() as Record<string, unknown>[]).map((row) =>
      // Sums of the same numbers agree but for the order they were added in.
      Object.values(row).map((value) =>
        typeof value === 'number' ? Number(value.toFixed(9)) : value,
      ),
    ),
  );

describe('a lab filled by SQL', () => {
  it('has the derived rows that the server would have written', () => {
    const db = openDatabase(':memory:', '2026-03-01');
    expect(fillLab(db, { editions: 9, pairs: 3 })).toEqual({ pairs: 27, readings: 27 * 96 });
    const before = rowsOf(db);
    expect(before[0]).toHaveLength(27);
    const stores = openStores(db);
    const lab = labRecords(stores);
    for (const { id } of stores.pairs.list()) summarisePair(stores, id, { lab });
    expect(rowsOf(db)).toEqual(before);
    expect(db.pragma('foreign_key_check')).toEqual([]);
    db.close();
  });
});
