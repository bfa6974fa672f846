/** How tables of others were read, by their heads. */
import type { TableMapping } from '#contract/table-kinds.ts';
import type { Db } from './database.ts';

/** Tables whose reading is remembered. */
const MOST_KEPT = 200;

export function tableMappingStore(db: Db) {
  const select = db.prepare<[string], string>('SELECT mapping FROM table_mapping WHERE heads = ?');
  const write = db.prepare(
    `INSERT INTO table_mapping (heads, mapping, said_at, person) VALUES (@heads, @mapping, @at, @person)
     ON CONFLICT (heads) DO UPDATE
     SET mapping = excluded.mapping, said_at = excluded.said_at, person = excluded.person`,
  );
  const dropOld = db.prepare(
    `DELETE FROM table_mapping WHERE heads NOT IN
       (SELECT heads FROM table_mapping ORDER BY said_at DESC LIMIT ${MOST_KEPT})`,
  );
  return {
    of(heads: string): TableMapping | undefined {
      const mapping = select.pluck().get(heads);
      return mapping === undefined ? undefined : (JSON.parse(mapping) as TableMapping);
    },
    keep(heads: string, mapping: TableMapping, { at, person }: { at: string; person: string }) {
      write.run({ heads, mapping: JSON.stringify(mapping), at, person });
      dropOld.run();
    },
  };
}
