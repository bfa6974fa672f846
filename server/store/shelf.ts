/** Kept rows of the shelf, and own places by use. */
import type { MadeOfPart } from '#core/construction/made-of.ts';
import type { ShelfRow } from '#core/sheet/shelf.ts';
import type { Db } from './database.ts';

/** What is known of an edition beside its figures: what the rules of its uses read. */
export interface KeptShoe {
  parts: MadeOfPart[];
  /** Medians of scores by hand. */
  scores: [quantity: string, grade: number][];
  /** What its maker says in words. */
  claims: string[];
}

export interface KeptShelfRow {
  editionId: string;
  /** Undefined: the edition is not on the shelf any more. */
  row: ShelfRow | undefined;
  shoe: KeptShoe | undefined;
  /** Revision of what the lab knew. */
  lab: number;
}

interface Row {
  n: number;
  editionId: string;
  content: string;
  lab: number;
}

export function shelfStore(db: Db) {
  const selectStale = db
    .prepare<[number], string>('SELECT edition_id FROM stale_shelf LIMIT ?')
    .pluck();
  const selectStaleOf = db
    .prepare<[string], string>(
      `SELECT s.edition_id FROM json_each(?) wanted CROSS JOIN stale_shelf s
         ON s.edition_id = wanted.value`,
    )
    .pluck();
  const countStale = db.prepare<[], number>('SELECT count(*) FROM stale_shelf').pluck();
  const unmark = db.prepare('DELETE FROM stale_shelf WHERE edition_id = ?');
  const clear = db.prepare('DELETE FROM shelf_row WHERE edition_id = ?');
  const insert = db.prepare(
    'INSERT INTO shelf_row (edition_id, content, lab) VALUES (@editionId, @content, @lab)',
  );
  const selectSince = db.prepare<[number], Row>(
    'SELECT n, edition_id AS editionId, content, lab FROM shelf_row WHERE n > ? ORDER BY n',
  );
  const selectStands = db
    .prepare<[string], number>('SELECT 1 FROM edition WHERE id = ? AND merged_into IS NULL')
    .pluck();
  const selectOrder = db
    .prepare<[string], string>(
      `SELECT e.slug FROM own_order o JOIN edition e ON e.id = o.edition_id
       WHERE o.discipline = ? ORDER BY o.place`,
    )
    .pluck();
  const clearOrder = db.prepare('DELETE FROM own_order WHERE discipline = ?');
  const insertPlace = db.prepare(
    `INSERT INTO own_order (discipline, edition_id, place)
     SELECT @use, id, @place FROM edition WHERE slug = @slug`,
  );

  let held = new Map<string, KeptShelfRow>();
  let latest = 0;

  return {
    /** Editions whose rows are to be worked out anew, at most so many. */
    stale: (most: number): string[] => selectStale.all(most),
    /** Those of some editions that are to be worked out anew. */
    staleOf: (editionIds: readonly string[]): string[] =>
      selectStaleOf.all(JSON.stringify(editionIds)),
    countStale: (): number => countStale.get() ?? 0,
    /** False where an edition was merged into another. */
    stands: (editionId: string): boolean => selectStands.get(editionId) !== undefined,
    write({ editionId, row, shoe, lab }: KeptShelfRow): void {
      clear.run(editionId);
      insert.run({ editionId, content: row ? JSON.stringify({ row, shoe }) : '', lab });
      unmark.run(editionId);
    },
    /** All rows, by edition: only those written since they were asked for last are read. */
    rows(): ReadonlyMap<string, KeptShelfRow> {
      const written = selectSince.all(latest);
      if (written.length > 0) held = new Map(held);
      for (const { n, editionId, content, lab } of written) {
        latest = n;
        const kept = content === '' ? {} : (JSON.parse(content) as Partial<KeptShelfRow>);
        held.set(editionId, { editionId, row: kept.row, shoe: kept.shoe, lab });
      }
      return held;
    },
    /** Slugs in their own order for a use. */
    order: (use: string): string[] => selectOrder.all(use),
    writeOrder(use: string, slugs: readonly string[]): void {
      clearOrder.run(use);
      slugs.forEach((slug, at) => {
        insertPlace.run({ use, slug, place: at + 1 });
      });
    },
  };
}

export type ShelfStore = ReturnType<typeof shelfStore>;
