/** Comparisons that were given a name: what is compared, and on what terms. */
import type { z } from 'zod';
import type { KeptComparisonRow, keptComparison } from '#contract/issue-records.ts';
import { notFound, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

type Fields = z.output<typeof keptComparison>;
interface Row {
  id: string;
  name: string;
  asked: string;
  at: string;
  person: string;
  revisions: number;
}

const KEPT = `SELECT k.id, k.name, k.asked, k.said_at AS at, k.person,
    (SELECT count(*) FROM issued i WHERE i.subject = k.id AND i.kind = 'comparison') AS revisions
  FROM kept_comparison k`;

const readRow = ({ asked, ...row }: Row): KeptComparisonRow => ({ ...row, ...JSON.parse(asked) });

export function keptComparisonStore(db: Db) {
  const selectAll = db.prepare<[], Row>(`${KEPT} ORDER BY k.name`);
  const select = db.prepare<[string], Row>(`${KEPT} WHERE k.id = ?`);
  const selectNamed = db
    .prepare<[string], string>('SELECT id FROM kept_comparison WHERE name = ?')
    .pluck();
  const write = db.prepare(
    `INSERT INTO kept_comparison (id, name, asked, said_at, person)
     VALUES (@id, @name, @asked, @at, @person)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, asked = excluded.asked,
       said_at = excluded.said_at, person = excluded.person`,
  );
  const remove = db.prepare('DELETE FROM kept_comparison WHERE id = ?');

  function byId(id: string): KeptComparisonRow {
    const row = select.get(id);
    if (!row) throw notFound('This comparison');
    return readRow(row);
  }

  return {
    all: (): KeptComparisonRow[] => selectAll.all().map(readRow),
    byId,
    keep(id: string, { name, ...asked }: Fields, by: { at: string; person: string }): void {
      const known = selectNamed.get(name);
      if (known !== undefined && known !== id)
        throw wrongValue(
          'name',
          `There is a comparison “${name}” already; give this another name.`,
        );
      write.run({ id, name, asked: JSON.stringify(asked), ...by });
    },
    remove(id: string): void {
      byId(id);
      remove.run(id);
    },
  };
}

export type KeptComparisonStore = ReturnType<typeof keptComparisonStore>;
