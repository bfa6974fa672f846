/** A package beside the book: its rows as they came, looked through before anything is written. */
import { createHash } from 'node:crypto';
import { existsSync, writeFileSync } from 'node:fs';
import { columnsInTable, type OpenPackage, readTable } from '../formats/lab-package.ts';
import { Refusal } from '../problems.ts';
import type { Db } from '../store/database.ts';
import { OWN_SETTINGS, type PackageTable } from '../store/package-tables.ts';
import { documentFault, rowFault } from './package-rules.ts';

const AFFINITY = { string: 'TEXT', integer: 'INTEGER', number: 'REAL', binary: 'BLOB' } as const;

const refuse = (path: string, line: number, message: string) =>
  new Refusal(422, `${path}, line ${line}: ${message} Nothing was added.`, [
    { field: path, line, message },
  ]);

const fileOf = ({ name }: PackageTable) => `data/${name}.csv`;

/** Attaches a passing file to the connection, for rows that wait: it needs no journal. */
export function attachStage(db: Db, file: string): void {
  // The connection opens files and makes none.
  if (!existsSync(file)) writeFileSync(file, '');
  db.prepare('ATTACH ? AS stage').run(file);
  db.pragma('stage.journal_mode = OFF');
  db.pragma('stage.synchronous = OFF');
}

function makeStage(db: Db, tables: readonly PackageTable[]): void {
  for (const { name, columns } of tables)
    db.exec(
      `CREATE TABLE stage.${name} (line INTEGER NOT NULL, ${columns
        .map((column) => `${column.name} ${AFFINITY[column.type]}`)
        .join(', ')})`,
    );
}

async function fillTable(
  db: Db,
  opened: OpenPackage,
  table: PackageTable,
  onRows: (rows: number) => void,
): Promise<void> {
  if (!opened.has(fileOf(table))) return;
  const names = columnsInTable(table).map(({ name }) => name);
  const insert = db.prepare(
    `INSERT INTO stage.${table.name} (line, ${names.join(', ')})
     VALUES (?, ${names.map(() => '?').join(', ')})`,
  );
  for await (const rows of readTable(opened, table)) {
    for (const { line, cells } of rows) {
      const row = Object.fromEntries(names.map((name, at) => [name, cells[at] ?? null]));
      const fault = rowFault(table.name, row);
      if (fault) throw refuse(fileOf(table), line, `${fault[0]}: ${fault[1]}.`);
      insert.run(line, ...cells);
    }
    onRows(rows.length);
  }
}

/** What was issued is read from its own file, and is what its hash says. */
async function fillIssued(db: Db, opened: OpenPackage): Promise<void> {
  const rows = db
    .prepare<[], { line: number; id: string; hash: string }>(
      'SELECT line, id, hash FROM stage.issued',
    )
    .all();
  const write = db.prepare('UPDATE stage.issued SET content = ? WHERE id = ?');
  for (const { line, id, hash } of rows) {
    const pieces: Buffer[] = [];
    for await (const piece of opened.read(`issued/${id}.json`)) pieces.push(piece);
    const content = Buffer.concat(pieces);
    if (createHash('sha256').update(content).digest('hex') !== hash)
      throw refuse(
        'data/issued.csv',
        line,
        `what was issued as ${id} is not what its hash says: it was changed since.`,
      );
    const fault = documentFault(content.toString());
    if (fault !== undefined)
      throw refuse('data/issued.csv', line, `issued/${id}.json cannot be shown (${fault}).`);
    write.run(content.toString(), id);
  }
}

/** Refuses rows that say one thing twice. */
function refuseRepeats(db: Db, table: PackageTable): void {
  const key = table.key.join(', ');
  const [first] = db
    .prepare<[], { line: number; times: number }>(
      `SELECT max(line) AS line, count(*) AS times FROM stage.${table.name}
       GROUP BY ${key} HAVING count(*) > 1 LIMIT 1`,
    )
    .all();
  if (first)
    throw refuse(fileOf(table), first.line, `the same ${key} stands on ${first.times} lines.`);
}

/** Refuses rows that point at something which is neither in the package nor in this book. */
function refuseLost(db: Db, table: PackageTable): void {
  for (const { name, refers } of table.columns) {
    if (!refers) continue;
    const lost = db
      .prepare<[], { line: number; value: string }>(
        `SELECT s.line, s.${name} AS value FROM stage.${table.name} s
         WHERE s.${name} IS NOT NULL
           AND NOT EXISTS (SELECT 1 FROM stage.${refers.table} r WHERE r.${refers.column} = s.${name})
           AND NOT EXISTS (SELECT 1 FROM main.${refers.table} r WHERE r.${refers.column} = s.${name})
         LIMIT 1`,
      )
      .get();
    if (lost)
      throw refuse(
        fileOf(table),
        lost.line,
        `${name} names ${refers.table.replaceAll('_', ' ')} ${lost.value}, which is neither in the package nor in this book.`,
      );
  }
}

/** Nobody corrects, replaces or is merged into itself, over however many steps. */
const MOST_STEPS = 1000;

function refuseLoops(db: Db, table: PackageTable): void {
  for (const { name, refers } of table.columns) {
    if (refers?.table !== table.name) continue;
    const looped = db
      .prepare<[], { line: number }>(
        `WITH RECURSIVE walk (line, start, next, steps) AS (
           SELECT s.line, s.${refers.column}, s.${name}, 1
           FROM stage.${table.name} s WHERE s.${name} IS NOT NULL
           UNION ALL
           SELECT w.line, w.start, r.${name}, w.steps + 1
           FROM walk w JOIN stage.${table.name} r ON r.${refers.column} = w.next
           WHERE w.next <> w.start AND r.${name} IS NOT NULL AND w.steps < ${MOST_STEPS}
         )
         SELECT line FROM walk WHERE next = start OR steps >= ${MOST_STEPS} LIMIT 1`,
      )
      .get();
    if (looped)
      throw refuse(fileOf(table), looped.line, `${name} leads round in a circle to itself.`);
  }
}

/**
 * Reads the rows of a package beside the book, whole or not at all.
 *
 * @param db with an empty stage attached
 * @param onRows hears how many rows were read since it was last told; throws where it is stopped
 */
export async function stagePackage(
  db: Db,
  opened: OpenPackage,
  tables: readonly PackageTable[],
  onRows: (rows: number) => void,
): Promise<void> {
  makeStage(db, tables);
  db.exec('BEGIN');
  for (const table of tables) await fillTable(db, opened, table, onRows);
  db.exec(`DELETE FROM stage.setting WHERE name IN (${OWN_SETTINGS})`);
  await fillIssued(db, opened);
  for (const table of tables) {
    db.exec(`CREATE INDEX stage.key_of_${table.name} ON ${table.name} (${table.key.join(', ')})`);
    for (const { name, refers } of table.columns)
      if (refers?.table === table.name)
        db.exec(`CREATE INDEX stage.${table.name}_by_${name} ON ${table.name} (${name})`);
  }
  // A reference is looked for by what it names: most tables are known by that already.
  for (const table of tables) refuseRepeats(db, table);
  for (const table of tables) {
    refuseLost(db, table);
    refuseLoops(db, table);
  }
  db.exec('COMMIT');
}
