/**
 * Corrections of what was written: every value that one changes is kept as it was, so that its opposite can
 * be done. Merging, moving and renaming are lists of such edits and nothing else.
 */
import { Refusal } from '../problems.ts';
import type { Db } from './database.ts';

/** The columns that can be put right, and how their row is found. */
const TABLES = {
  maker: { where: 'id = @id', columns: ['name', 'merged_into'] },
  model: { where: 'id = @id', columns: ['name', 'maker_id', 'merged_into'] },
  edition: {
    where: 'id = @id',
    columns: [
      'name',
      'slug',
      'model_id',
      'merged_into',
      'made_system',
      'made_from',
      'made_to',
      'half_sizes',
      'sample_system',
      'sample_size',
      'still_made',
      'made_until',
      'fits_true',
    ],
  },
  pair: {
    where: 'id = @id',
    columns: [
      'edition_id',
      'tag',
      'label_system',
      'label_size',
      'width',
      'colour',
      'shoes',
      'acquisition',
      'obtained_from',
      'order_number',
      'bought_on',
      'links_pay',
      'maker_saw_text',
      'currency',
      'list_price',
      'paid_price',
      'received_on',
      'return_by',
      'worn_km',
      'note',
      'shelved',
      'lot',
      'replaces_id',
    ],
  },
  claim: { where: 'id = @id', columns: ['edition_id', 'withdrawn'] },
  claim_text: { where: 'id = @id', columns: ['edition_id', 'withdrawn'] },
  reported_figure: {
    where: 'id = @id',
    columns: [
      'edition_id',
      'quantity',
      'typed',
      'value',
      'label_system',
      'label_size',
      'basis',
      'source',
      'dated',
      'withdrawn',
    ],
  },
  price_seen: { where: 'id = @id', columns: ['edition_id', 'withdrawn'] },
  wish: { where: 'id = @id', columns: ['closed', 'pair_id'] },
  try_on: {
    where: 'occasion = (SELECT n FROM occasion WHERE id = @id)',
    columns: ['withdrawn'],
  },
  outing: {
    where: 'id = @id',
    columns: [
      'tester',
      'on_day',
      'typed',
      'km',
      'half_km',
      'minutes',
      'wet',
      'surfaces',
      'activity',
      'effort',
      'temperature',
      'comfort',
      'ratings',
      'faults',
      'note',
      'began_at',
      'route',
      'withdrawn',
    ],
  },
  odometer: { where: 'id = @id', columns: ['withdrawn'] },
  wear_check: {
    where: 'occasion = (SELECT n FROM occasion WHERE id = @id)',
    columns: ['withdrawn'],
  },
  wear_decision: { where: 'id = @id', columns: ['withdrawn'] },
  occasion: { where: 'id = @id', columns: ['pair_id'] },
  sitting: {
    where: 'occasion = (SELECT n FROM occasion WHERE id = @id)',
    columns: ['finished_at'],
  },
} as const;

/** Rows that only are there or are not. */
const LISTS = {
  edition_width: ['edition_id', 'width'],
  edition_colour: ['edition_id', 'colour'],
  match_feature_name: ['model_id', 'feature', 'name'],
  edition_kin: ['edition_id', 'kind', 'of_id'],
  edition_part: ['edition_id', 'part', 'answer', 'said_at', 'person'],
} as const;

export type CorrectedTable = keyof typeof TABLES;
type Value = string | number | null;
type ColumnsOf<T extends CorrectedTable> = (typeof TABLES)[T]['columns'][number];

interface ColumnEdit {
  table: CorrectedTable;
  id: string;
  column: string;
  from: Value;
  to: Value;
}
interface RowEdit {
  list: keyof typeof LISTS;
  row: Readonly<Record<string, string>>;
  added: boolean;
}
export type Edit = ColumnEdit | RowEdit;

const isOneOf = (words: readonly string[], word: unknown) => words.includes(word as string);
const isValue = (value: unknown) =>
  value === null || typeof value === 'string' || typeof value === 'number';

/** True for an edit that a correction may make: names of tables and columns are of this list, and no others. */
export function isEdit(edit: unknown): edit is Edit {
  if (typeof edit !== 'object' || edit === null) return false;
  const { table, id, column, from, to, list, row, added } = edit as Record<string, unknown>;
  if (typeof table === 'string' && Object.hasOwn(TABLES, table))
    return (
      typeof id === 'string' &&
      isOneOf(TABLES[table as CorrectedTable].columns, column) &&
      isValue(from) &&
      isValue(to)
    );
  if (typeof list !== 'string' || !Object.hasOwn(LISTS, list)) return false;
  return (
    typeof added === 'boolean' &&
    typeof row === 'object' &&
    row !== null &&
    Object.entries(row).every(
      ([name, value]) => isOneOf(LISTS[list as keyof typeof LISTS], name) && isValue(value),
    )
  );
}

/** What a change put right, with the words it is listed by. */
export interface Correction {
  changeId: string;
  words: string;
  edits: readonly Edit[];
  /** The correction that this one takes back. */
  undoes: string | null;
  undoneBy: string | null;
}

/** The same edits, taken back: last first. */
export const oppositeOf = (edits: readonly Edit[]): Edit[] =>
  [...edits]
    .reverse()
    .map((edit) =>
      'list' in edit ? { ...edit, added: !edit.added } : { ...edit, from: edit.to, to: edit.from },
    );

/** Edits that follow one another in one row. */
function rowsOf(edits: readonly Edit[]): Edit[][] {
  const rows: Edit[][] = [];
  for (const edit of edits) {
    const before = rows.at(-1)?.[0];
    const isSame =
      before &&
      'table' in before &&
      'table' in edit &&
      before.table === edit.table &&
      before.id === edit.id;
    if (isSame) rows.at(-1)?.push(edit);
    else rows.push([edit]);
  }
  return rows;
}

/** What the edits of a correction are gathered in while its handler makes them. */
export interface Corrector {
  /** Sets columns of a row; those that say so already are no edit. */
  set: <T extends CorrectedTable>(
    table: T,
    id: string,
    values: Partial<Record<ColumnsOf<T>, Value>>,
  ) => void;
  /** Counts as edits whatever a piece of work changes in a row. */
  watch: (table: CorrectedTable, id: string, work: () => void) => void;
  /** Adds or takes away a row that only is there or is not. */
  list: (list: RowEdit['list'], row: RowEdit['row'], added: boolean) => void;
  readonly edits: readonly Edit[];
}

export function correctionStore(db: Db) {
  const selectRow = (table: CorrectedTable) =>
    db.prepare<[{ id: string }], Record<string, Value>>(
      `SELECT ${TABLES[table].columns.join(', ')} FROM ${table} WHERE ${TABLES[table].where}`,
    );
  const insert = db.prepare(
    `INSERT INTO correction (change_id, words, edits, undoes)
     VALUES (@changeId, @words, @edits, @undoes)`,
  );
  const insertAbout = db.prepare('INSERT OR IGNORE INTO correction_about VALUES (?, ?)');
  const markUndone = db.prepare('UPDATE correction SET undone_by = @by WHERE change_id = @id');
  const select = db.prepare<
    [string],
    { words: string; edits: string; undoes: string | null; undoneBy: string | null }
  >('SELECT words, edits, undoes, undone_by AS undoneBy FROM correction WHERE change_id = ?');
  const selectAbout = db
    .prepare<[string], string>('SELECT subject FROM correction_about WHERE change_id = ?')
    .pluck();
  const leadSlug = db.prepare('INSERT OR REPLACE INTO former_slug VALUES (?, ?)');
  const leadTag = db.prepare('INSERT OR REPLACE INTO former_tag VALUES (?, ?)');

  /** Writes columns of one row together, since they are checked together. */
  function writeRow(edits: readonly ColumnEdit[]): boolean {
    const [first] = edits;
    if (!first) return true;
    const { table, id } = first;
    const set = edits.map(({ column }, n) => `${column} = @to${n}`);
    if (table === 'pair') set.push('version = version + 1');
    const still = edits.map(({ column }, n) => `${column} IS @from${n}`);
    const values = Object.fromEntries(
      edits.flatMap(({ from, to }, n) => [
        [`from${n}`, from],
        [`to${n}`, to],
      ]),
    );
    const { changes } = db
      .prepare(
        `UPDATE ${table} SET ${set.join(', ')}
         WHERE ${[TABLES[table].where, ...still].join(' AND ')}`,
      )
      .run({ id, ...values });
    for (const edit of edits) leadOn(edit);
    return changes === 1;
  }

  /** Writes a row back; what it was called before may be another's by now. */
  function writeBack(edits: readonly ColumnEdit[]): boolean {
    try {
      return writeRow(edits);
    } catch (error) {
      if ((error as { code?: string }).code !== 'SQLITE_CONSTRAINT_UNIQUE') throw error;
      const names = edits.map(({ to }) => to).filter((to) => typeof to === 'string');
      throw new Refusal(
        409,
        `What it was called before, ${names.join(', ')}, is another’s by now. Rename that one first.`,
      );
    }
  }

  /** A former address leads on. */
  function leadOn({ table, id, column, from }: Omit<ColumnEdit, 'to'>): void {
    if (table === 'edition' && column === 'slug') leadSlug.run(from, id);
    if (table === 'pair' && column === 'tag') leadTag.run(from, id);
  }

  function writeList({ list, row, added }: RowEdit): boolean {
    const columns = LISTS[list];
    const sql = added
      ? `INSERT OR IGNORE INTO ${list} (${columns.join(', ')})
         VALUES (${columns.map((column) => `@${column}`).join(', ')})`
      : `DELETE FROM ${list} WHERE ${columns.map((column) => `${column} = @${column}`).join(' AND ')}`;
    return db.prepare(sql).run(row).changes === 1;
  }

  function correct(): Corrector {
    const edits: Edit[] = [];
    return {
      edits,
      set(table, id, values) {
        const before = selectRow(table).get({ id });
        if (!before) return;
        const changed = (Object.entries(values) as [string, Value][]).flatMap(([column, to]) => {
          const from = before[column] ?? null;
          return from === to ? [] : [{ table, id, column, from, to }];
        });
        if (writeRow(changed)) edits.push(...changed);
      },
      watch(table, id, work) {
        const before = selectRow(table).get({ id });
        work();
        const after = selectRow(table).get({ id });
        for (const [column, from] of Object.entries(before ?? {})) {
          const edit = { table, id, column, from, to: after?.[column] ?? null };
          if (edit.from === edit.to) continue;
          leadOn(edit);
          edits.push(edit);
        }
      },
      list(list, row, added) {
        const edit = { list, row, added };
        if (writeList(edit)) edits.push(edit);
      },
    };
  }

  return {
    correct,
    /** Does the edits of a correction and takes them back: what they would be. */
    rehearse(work: (corrector: Corrector) => void): readonly Edit[] {
      const corrector = correct();
      db.exec('SAVEPOINT rehearsal');
      try {
        work(corrector);
      } finally {
        db.exec('ROLLBACK TO rehearsal; RELEASE rehearsal');
      }
      return corrector.edits;
    },
    /** Writes edits that were taken back, each only where nothing came in between. */
    write(edits: readonly Edit[]): void {
      for (const [first, ...rest] of rowsOf(edits)) {
        if (first && 'list' in first) writeList(first);
        else if (!writeBack([first, ...rest] as ColumnEdit[]))
          throw new Refusal(
            409,
            'What this put right was changed again since. Undo the later change first.',
          );
      }
    },
    record(correction: Omit<Correction, 'undoneBy'>, about: readonly string[]): void {
      const { changeId, words, edits, undoes } = correction;
      insert.run({ changeId, words, undoes, edits: JSON.stringify(edits) });
      for (const subject of about) insertAbout.run(subject, changeId);
      if (undoes !== null) markUndone.run({ by: changeId, id: undoes });
    },
    /** The correction that a change made; undefined where it made none. */
    of(changeId: string): Correction | undefined {
      const row = select.get(changeId);
      return row && { ...row, changeId, edits: JSON.parse(row.edits) as Edit[] };
    },
    /** Ids that a correction is listed under. */
    aboutOf: (changeId: string): string[] => selectAbout.all(changeId),
  };
}

export type CorrectionStore = ReturnType<typeof correctionStore>;
