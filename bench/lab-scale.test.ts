/** The derived rows of a lab that was filled by SQL are those that the server would have written. */
import { describe, expect, it } from 'vitest';
import { labFacts } from '#server/lab-facts.ts';
import { summarisePair } from '#server/measured-pairs.ts';
import { type Db, openDatabase } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { keepConsistency } from '#server/studies/consistency.ts';
import { fillLab } from './lab-scale.ts';

const TABLES = {
  pair_summary:
    'SELECT pair_id, readings, stations_done, stations, heel_mm, forefoot_mm, mass_g FROM pair_summary ORDER BY pair_id',
  new_shoe_figure: 'SELECT * FROM new_shoe_figure ORDER BY pair_id, quantity',
  learned_repeats:
    'SELECT quantity, tool, sd, df, groups, changed FROM learned_repeats WHERE df > 0 ORDER BY quantity',
  repeat_scatter:
    'SELECT quantity, occasion, ss, s.df FROM repeat_scatter s JOIN learned_repeats l ON l.n = s.learned ORDER BY quantity, occasion',
  learned_spread:
    'SELECT quantity, sd, df, groups, changed FROM learned_spread WHERE df > 0 ORDER BY quantity',
  spread_group:
    'SELECT quantity, edition_id, alike, ss, s.df FROM spread_group s JOIN learned_spread l ON l.n = s.learned ORDER BY quantity, edition_id, alike',
  learned_exponent: 'SELECT * FROM learned_exponent',
  learned_slope: 'SELECT * FROM learned_slope ORDER BY quantity',
  slope_group: 'SELECT * FROM slope_group ORDER BY owner, quantity',
  consistency:
    'SELECT edition_id, quantity, label_size, pairs, readings, mean, pair_sd, basis FROM consistency ORDER BY edition_id, quantity, label_size',
  edition_place: 'SELECT * FROM edition_place ORDER BY n',
  pair_place: 'SELECT * FROM pair_place ORDER BY n',
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
    const pairs = stores.pairRows.page({ limit: 100 }).rows;
    expect(pairs).toHaveLength(27);
    const again = () => {
      const lab = labFacts(stores);
      for (const { id } of pairs) summarisePair(stores, id, { lab });
      for (const stale of stores.consistency.stale(100))
        keepConsistency(stores, labFacts(stores), stale);
    };
    // Worked out on top of what is there nothing changes; and so it does from nothing.
    again();
    expect(rowsOf(db)).toEqual(before);
    db.exec(
      `DELETE FROM consistency; DELETE FROM sitting_figure; DELETE FROM new_shoe_figure;
       DELETE FROM repeat_scatter; DELETE FROM learned_repeats; DELETE FROM spread_group; DELETE FROM learned_spread; DELETE FROM learned_slope; DELETE FROM slope_group;
       UPDATE learned_exponent SET masses = 0, editions = 0, sxx = 0, sxy = 0, syy = 0`,
    );
    again();
    expect(rowsOf(db)).toEqual(before);
    expect(db.pragma('foreign_key_check')).toEqual([]);
    db.close();
  });

  it('finds what many pairs scatter by beside the requests, once one in a hundred has changed', () => {
    const db = openDatabase(':memory:', '2026-03-01');
    const { pairs } = fillLab(db, { editions: 135, pairs: 3 });
    const stores = openStores(db);
    const steps = () => 0.1;
    let due = 0;
    stores.learned.whenDue(() => {
      due += 1;
    });
    const learned = () =>
      stores.learned.repeats().find(({ quantity }) => quantity === 'heel-stack');
    const before = learned();
    expect(before).toMatchObject({ pairs, apart: [] });
    const sittings = db
      .prepare<[], { id: string }>("SELECT id FROM occasion WHERE kind = 'sitting' ORDER BY n")
      .all();
    const publish = (nth: number) =>
      stores.learned.publishSitting(
        sittings[nth]?.id as string,
        [],
        [{ quantity: 'heel-stack', tool: 'needle gauge', ss: 900, df: 4 }],
        steps,
      );
    // 405 pairs: the other quantities of these sittings are gone, heel stacks scatter too far.
    for (const nth of [0, 1, 2, 3]) publish(nth);
    expect([due, learned()]).toEqual([0, before]);
    publish(4);
    expect(due).toBeGreaterThan(0);
    expect(learned()).toEqual(before);
    for (const find of stores.learned.due(steps)) find();
    expect(learned()?.apart).toHaveLength(5);
    expect(stores.learned.due(steps)).toEqual([]);
    db.close();
  });
});
