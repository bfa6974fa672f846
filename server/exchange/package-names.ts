/** Names that two labs gave independently: which rows are the same thing, and what the others are called here. */
import type { Db } from '../store/database.ts';
import { asPacked, type PackageTable } from '../store/package-tables.ts';

/** Things that are what they are called: the same name is the same thing. */
const SAME_BY_NAME: Record<string, string[]> = {
  person: ['code'],
  maker: ['name'],
  model: ['maker_id', 'name'],
  edition: ['model_id', 'name'],
};

export interface NameClash {
  table: string;
  theirs: string;
  ours: string;
  name: string;
}

/** Replaces identifiers of the package by those of this book, wherever they are named. */
export function mapIdentifiers(
  db: Db,
  tables: readonly PackageTable[],
  table: string,
  mapped: readonly { theirs: string; ours: string }[],
): void {
  if (mapped.length === 0) return;
  db.exec('CREATE TEMP TABLE mapped (theirs TEXT PRIMARY KEY, ours TEXT NOT NULL)');
  const insert = db.prepare('INSERT INTO temp.mapped (theirs, ours) VALUES (?, ?)');
  for (const { theirs, ours } of mapped) insert.run(theirs, ours);
  const replace = (name: string, column: string) =>
    db.exec(
      `UPDATE stage.${name} SET ${column} =
         (SELECT ours FROM temp.mapped WHERE theirs = ${column})
       WHERE ${column} IN (SELECT theirs FROM temp.mapped)`,
    );
  replace(table, 'id');
  for (const { name, columns } of tables)
    for (const column of columns) if (column.refers?.table === table) replace(name, column.name);
  if (table === 'protocol') {
    replace('protocol', 'line_id');
    replace('gauge_study', 'protocol_line_id');
  }
  // Words and documents go by their edition and its label: `<edition>/uk-8`.
  if (table === 'edition')
    for (const name of ['sheet_words', 'issued'])
      db.exec(
        `UPDATE stage.${name} SET subject =
           (SELECT ours FROM temp.mapped WHERE theirs = substr(subject, 1, 36)) || substr(subject, 37)
         WHERE substr(subject, 1, 36) IN (SELECT theirs FROM temp.mapped)`,
      );
  db.exec('DROP TABLE temp.mapped');
}

/** Rows of a package that this book does not have, and that share what should tell rows apart. */
function clashesIn(db: Db, table: PackageTable, unique: readonly string[]): NameClash[] {
  const same = unique.map((column) => `m.${column} = s.${column}`).join(' AND ');
  const [key = 'id'] = table.key;
  const name = unique.at(-1) ?? 'name';
  return db
    .prepare<[], Omit<NameClash, 'table'>>(
      `SELECT s.${key} AS theirs, m.${key} AS ours, s.${name} AS name
       FROM stage.${table.name} s JOIN main.${table.name} m ON ${same}
       WHERE NOT EXISTS (SELECT 1 FROM main.${table.name} o WHERE ${sameKey(table)})
       ORDER BY s.line`,
    )
    .all()
    .map((clash) => ({ table: table.name, ...clash }));
}

/** Protocols of one name and version are the same where they ask the same of the same stations. */
function sameProtocols(db: Db, tables: readonly PackageTable[]): NameClash[] {
  const protocol = tables.find(({ name }) => name === 'protocol');
  const station = tables.find(({ name }) => name === 'protocol_station');
  if (!protocol || !station) return [];
  const stationsOf = (schema: string) =>
    `(SELECT json_group_array(json_array(${station.columns
      .map(({ name }) => name)
      .filter((name) => name !== 'protocol_id')
      .map((name) => `x.${name}`)
      .join(', ')})) FROM (SELECT * FROM ${schema}.protocol_station y
        WHERE y.protocol_id = ${schema === 'stage' ? 's' : 'o'}.id ORDER BY y.position) x)`;
  return db
    .prepare<[], Omit<NameClash, 'table'>>(
      `SELECT s.id AS theirs, o.id AS ours, s.name FROM stage.protocol s
       JOIN main.protocol o ON o.name = s.name AND o.version = s.version
       WHERE o.id <> s.id AND o.stack = s.stack AND o.discipline = s.discipline
         AND NOT EXISTS (SELECT 1 FROM main.protocol k WHERE k.id = s.id)
         AND ${stationsOf('stage')} = ${stationsOf('main')}`,
    )
    .all()
    .map((clash) => ({ table: 'protocol', ...clash }));
}

/**
 * Joins what is the same by its name: people by code, makers, models, editions, protocols that ask the same. In
 * this order, since a model is known with its maker.
 *
 * @returns what was joined, by table
 */
export function joinSameNames(db: Db, tables: readonly PackageTable[]): Map<string, NameClash[]> {
  const joined = new Map<string, NameClash[]>();
  for (const [name, unique] of Object.entries(SAME_BY_NAME)) {
    const table = tables.find((one) => one.name === name);
    if (!table) continue;
    const clashes = clashesIn(db, table, unique);
    mapIdentifiers(db, tables, name, clashes);
    joined.set(name, clashes);
  }
  const protocols = sameProtocols(db, tables);
  mapIdentifiers(db, tables, 'protocol', protocols);
  joined.set('protocol', protocols);
  return joined;
}

/** Names of the package that stand for something else here: gauges, pairs, insoles, studies, comparisons, protocols. */
export function otherClashes(db: Db, tables: readonly PackageTable[]): NameClash[] {
  return tables
    .filter(({ names }) => names.length > 0)
    .flatMap((table) => {
      const [name = ''] = table.names;
      const unique = table.unique.find((columns) => columns.includes(name)) ?? [name];
      return clashesIn(
        db,
        table,
        [...unique].sort((a, b) => Number(a === name) - Number(b === name)),
      );
    });
}

/** The longest tag that a pair may have. */
const LONGEST_TAG = 16;

/** A name of a table that is taken neither here nor in the package: `NS-03-2`, `Needle gauge (2)`. */
export function freeName(db: Db, table: string, name: string): string {
  const column = table === 'pair' ? 'tag' : 'name';
  const taken = db.prepare<{ name: string }>(
    `SELECT 1 FROM main.${table} WHERE ${column} = @name COLLATE NOCASE
     UNION ALL SELECT 1 FROM stage.${table} WHERE ${column} = @name COLLATE NOCASE
     ${table === 'pair' ? 'UNION ALL SELECT 1 FROM main.former_tag WHERE tag = @name' : ''}`,
  );
  for (let nth = 2; ; nth++) {
    const end = table === 'pair' ? `-${nth}` : ` (${nth})`;
    const free = `${table === 'pair' ? name.slice(0, LONGEST_TAG - end.length) : name}${end}`;
    if (!taken.get({ name: free })) return free;
  }
}

/** Leaves rows of a package out, with all that cannot stand without them. */
export function leaveOut(
  db: Db,
  tables: readonly PackageTable[],
  table: string,
  ids: readonly string[],
): void {
  if (ids.length === 0) return;
  const list = JSON.stringify(ids);
  const among = 'IN (SELECT value FROM json_each(?))';
  db.prepare(`DELETE FROM stage.${table} WHERE id ${among}`).run(list);
  for (const name of ['sheet_words', 'issued'])
    db.prepare(`DELETE FROM stage.${name} WHERE subject ${among}`).run(list);
  db.prepare(`DELETE FROM stage.photograph WHERE subject_id ${among}`).run(list);
  db.exec(
    'DELETE FROM stage.issued_withdrawal WHERE issued_id NOT IN (SELECT id FROM stage.issued)',
  );
  for (const { name, columns } of tables) {
    const hasId = columns.some((column) => column.name === 'id');
    for (const column of columns) {
      if (column.refers?.table !== table) continue;
      if (!column.required) {
        // A pair goes without the pair that it replaced; an occasion does not go without its pair.
        if (name !== 'occasion') {
          db.prepare(
            `UPDATE stage.${name} SET ${column.name} = NULL WHERE ${column.name} ${among}`,
          ).run(list);
          continue;
        }
      }
      if (hasId) {
        const hanging = db
          .prepare<[string], string>(`SELECT id FROM stage.${name} WHERE ${column.name} ${among}`)
          .pluck()
          .all(list);
        leaveOut(db, tables, name, hanging);
      } else db.prepare(`DELETE FROM stage.${name} WHERE ${column.name} ${among}`).run(list);
    }
  }
}

/** How rows of a package are found in this book: by key, whatever numbers they have here. */
export const sameKey = ({ key, columns }: PackageTable): string =>
  key
    .map((name) => {
      const column = columns.find((one) => one.name === name);
      return column?.refers?.byNumber
        ? `o.${name} = (SELECT x.n FROM main.${column.refers.table} x WHERE x.id = s.${name})`
        : `o.${name} = s.${name}`;
    })
    .join(' AND ');

/** Columns in which two rows of one key may differ. */
export const comparedColumns = ({ columns, key, names, uncompared }: PackageTable) =>
  columns.filter(({ name }) => ![...key, ...names, ...uncompared].includes(name));

/** True of rows that differ, in SQL. */
export const differing = (table: PackageTable): string =>
  comparedColumns(table)
    .map((column) => `s.${column.name} IS NOT ${asPacked(column, 'o')}`)
    .join(' OR ') || '0';
