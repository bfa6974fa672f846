/** Opens the database: looks whether it is a book that can be kept, and brings it to this version. */
import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readSync,
  statSync,
} from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import type { Log } from '../log.ts';
import { backupFolder, copiesOf, copyBeforeUpdate, newestSoundCopy } from './backups.ts';

export type Db = Database.Database;

/** A database that cannot be used, with a message meant for the person who started the program. */
export class DatabaseRefusal extends Error {}

/** Emvex's mark in the header of its books: `Emvx`. */
const APPLICATION_ID = 0x456d7678;
const SQLITE_MAGIC = 'SQLite format 3\0';
const HEADER_BYTES = 100;

type Totals = Record<string, number>;

/** What stands beside the SQL of a step. */
interface Beside {
  /** What it must leave as it was, counted before it and after. */
  before?: (db: Db) => object;
  after?: (db: Db) => object;
  /** Fills what SQL alone cannot. */
  fill?: (db: Db) => void;
}

const BESIDE = import.meta.glob<Beside>('../migrations/*.ts', { eager: true });

const MIGRATIONS = Object.entries(
  import.meta.glob<string>('../migrations/*.sql', {
    query: '?raw',
    import: 'default',
    eager: true,
  }),
)
  .map(([file, sql]) => ({
    version: Number(/(\d{4})-[^/]*$/.exec(file)?.[1]),
    sql,
    beside: BESIDE[file.replace(/sql$/, 'ts')],
  }))
  .sort((a, b) => a.version - b.version);
const NEWEST = MIGRATIONS.at(-1)?.version ?? 0;
/** The version of a book of this program. */
export const NEWEST_VERSION = NEWEST;

/** What to do with a damaged book: the commands that bring its last sound copy back. */
export function describeDamage(path: string, cause: string, today: string): string {
  const copy = newestSoundCopy(path, today);
  const aside = ['', '-wal', '-shm']
    .filter((end) => end === '' || existsSync(`${path}${end}`))
    .map((end) => `  mv "${path}${end}" "${path}.damaged${end}"\n`)
    .join('');
  const remedy = copy
    ? `To restore the last backup, stop Emvex, set the damaged file and its log aside and copy the backup in their place:\n${aside}  cp "${copy}" "${path}"`
    : `There is no backup beside it that opens (${backupFolder(path)}). Stop Emvex and set the file aside, or name another with EMVEX_DB.`;
  return `The database ${path} is damaged (${cause}). Nothing was changed.\n${remedy}`;
}

/** Says from its first bytes that a file is no whole database; undefined where it may be one. */
function headerFault(path: string): string | undefined {
  // SQLite makes an empty file first, and writes to it later; of a book that has copies more was there.
  if (statSync(path).size === 0 && copiesOf(path).length > 0) return 'its file is empty';
  const header = Buffer.alloc(HEADER_BYTES);
  const handle = openSync(path, 'r');
  try {
    const read = readSync(handle, header, 0, HEADER_BYTES, 0);
    if (read === 0) return undefined;
    if (read < HEADER_BYTES || header.toString('latin1', 0, 16) !== SQLITE_MAGIC)
      return 'it does not begin as a database does';
  } finally {
    closeSync(handle);
  }
  const pageSize = header.readUInt16BE(16) === 1 ? 65_536 : header.readUInt16BE(16);
  const bytes = pageSize * header.readUInt32BE(28);
  const { size } = statSync(path);
  // Pages that are missing in the file may stand in the log.
  const logged = existsSync(`${path}-wal`) && statSync(`${path}-wal`).size > 0;
  return size < bytes && !logged ? `it has ${size} bytes where it says ${bytes}` : undefined;
}

const versionOf = (db: Db) => Number(db.pragma('user_version', { simple: true }));

/** What keeps an open database from being a book of this program; undefined: nothing. */
export function bookFault(db: Db): string | undefined {
  const tables = db
    .prepare<[], { name: string }>("SELECT name FROM sqlite_schema WHERE type = 'table'")
    .all()
    .map(({ name }) => name);
  const mark = Number(db.pragma('application_id', { simple: true }));
  // Books were not marked before their fourth version.
  const isBook =
    mark === APPLICATION_ID ||
    (mark === 0 && ['change', 'edition', 'pair', 'reading'].every((name) => tables.includes(name)));
  if (!isBook && (tables.length > 0 || mark !== 0))
    return `It is a database of another program (its tables: ${tables.slice(0, 5).join(', ') || 'none'}).`;
  const current = versionOf(db);
  return current > NEWEST
    ? `It was written by a newer Emvex (version ${current}; this program knows ${NEWEST}).`
    : undefined;
}

interface SchemaObject {
  type: string;
  name: string;
  sql: string | null;
}

const schemaOf = (db: Db): SchemaObject[] =>
  db
    .prepare<[], SchemaObject>(
      "SELECT type, name, sql FROM sqlite_schema WHERE name NOT LIKE 'sqlite\\_%' ESCAPE '\\'",
    )
    .all();

/** The schema of a version, as its migrations make it. */
const schemas = new Map<number, Map<string, string | null>>();

function expectedSchema(version: number): Map<string, string | null> {
  const known = schemas.get(version);
  if (known) return known;
  const db = new Database(':memory:');
  try {
    db.pragma('foreign_keys = OFF');
    for (const step of MIGRATIONS) if (step.version <= version) takeStep(db, step);
    const made = new Map(schemaOf(db).map(({ type, name, sql }) => [`${type} ${name}`, sql]));
    schemas.set(version, made);
    return made;
  } finally {
    db.close();
  }
}

/** White space and quotes of names are no difference. */
const plainSql = (sql: string | null | undefined) =>
  (sql ?? '')
    .replace(/--[^\n]*/g, '')
    .replace(/["\s]+/g, ' ')
    .trim();

/**
 * What a database has that a book of its version has not, or has otherwise, in words; undefined: its schema is that of a
 * book. Asked before any of its tables: a view or a trigger in the place of a table could keep a query for ever.
 */
export function foreignObject(db: Db): string | undefined {
  const version = versionOf(db);
  const expected = expectedSchema(version);
  const found = schemaOf(db);
  const odd = found.find(
    ({ type, name, sql }) => plainSql(expected.get(`${type} ${name}`)) !== plainSql(sql),
  );
  if (odd)
    return `It holds the ${odd.type} ${odd.name}, which is not that of a database of version ${version}.`;
  const names = new Set(found.map(({ type, name }) => `${type} ${name}`));
  const missing = [...expected.keys()].find((name) => !names.has(name));
  return missing && `It lacks the ${missing} of a database of version ${version}.`;
}

/** Refuses what is no bench book of this program, or of a newer one. */
function requireBook(db: Db, path: string): void {
  const fault = bookFault(db);
  if (fault)
    throw new DatabaseRefusal(
      `The database ${path} cannot be opened. ${fault} Is it the right file? Start the program that wrote it, or name the bench book with EMVEX_DB. Nothing was changed.`,
    );
}

/** Asked of the system before SQLite opens the file: it would leave files beside it that only can be read. */
function requireWritableFile(path: string): void {
  try {
    accessSync(path, constants.W_OK);
    accessSync(dirname(path), constants.W_OK);
  } catch {
    throw notWritable(path);
  }
}

const isReadOnly = (error: unknown): boolean =>
  error instanceof Database.SqliteError && /READONLY|CANTOPEN/.test(error.code);

const notWritable = (path: string) =>
  new DatabaseRefusal(
    `The database ${path} can be read but not written. Give this user the right to write the file and its folder, or name another with EMVEX_DB. Nothing was changed.`,
  );

/** Refuses a book that can only be read: it would answer every change with a fault. */
export function requireWritable(db: Db, path: string): void {
  try {
    // The lock alone is given to readers too: a page must be touched, and is left as it was.
    db.exec(`BEGIN IMMEDIATE; PRAGMA user_version = ${versionOf(db)}; ROLLBACK`);
  } catch (error) {
    throw isReadOnly(error) ? notWritable(path) : error;
  }
}

/** Two sums of the same numbers agree but for the order in which they were added. */
const isSame = (a: number | undefined, b: number | undefined) =>
  a !== undefined && b !== undefined && Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a));

function takeStep(db: Db, { version, sql, beside }: (typeof MIGRATIONS)[number]): void {
  const before = beside?.before?.(db) as Totals | undefined;
  db.exec(sql);
  beside?.fill?.(db);
  db.pragma(`user_version = ${version}`);
  const after = beside?.after?.(db) as Totals | undefined;
  for (const [name, total] of Object.entries(before ?? {}))
    if (!isSame(total, after?.[name]))
      throw new DatabaseRefusal(
        `The update to version ${version} would change ${name} from ${total} to ${after?.[name]}. Nothing was changed: keep this file, and start the earlier Emvex.`,
      );
}

function migrate(db: Db, path: string, today: string, log: Log | undefined): void {
  const current = versionOf(db);
  if (current === NEWEST) return;
  if (current > 0) {
    try {
      copyBeforeUpdate(db, path, today, NEWEST);
    } catch (error) {
      // The update itself is one transaction: it is done or it is not.
      const { code } = error as NodeJS.ErrnoException;
      log?.error({ code }, 'no backup could be written before the update of the book');
    }
  }
  // Tables are made anew under their own names: what refers to them is looked at before the commit.
  db.pragma('foreign_keys = OFF');
  db.transaction(() => {
    db.pragma(`application_id = ${APPLICATION_ID}`);
    for (const step of MIGRATIONS) if (step.version > current) takeStep(db, step);
    const [lost] = db.pragma('foreign_key_check') as { table: string; parent: string }[];
    if (lost)
      throw new DatabaseRefusal(
        `The database ${path} has a ${lost.table} without its ${lost.parent}: it cannot be brought to this version. Nothing was changed.`,
      );
  }).immediate();
  db.pragma('foreign_keys = ON');
  if (current > 0) log?.info({ from: current, to: NEWEST }, 'the book was brought to this version');
}

/** A write that finds the database locked is tried again without holding up others: see when-free.ts. */
const BUSY_MS = 5;

function prepareConnection(db: Db, busyMs: number): void {
  db.pragma('foreign_keys = ON');
  db.pragma(`busy_timeout = ${busyMs}`);
  db.pragma('journal_mode = WAL');
  // A reading that was answered as saved must survive a power cut.
  db.pragma('synchronous = FULL');
}

/** A further connection to a database that is open already; it may wait for its turn to write. */
export function openConnection(path: string): Db {
  const db = new Database(path, { fileMustExist: true });
  prepareConnection(db, 10_000);
  return db;
}

/**
 * Opens a database file, or makes it. Refuses, with a plain message and without touching the file,
 * one that is damaged at first sight, another program's, newer than this program, or not to be
 * written. What takes long, looking through all of it and copying it, is `careForBook`'s.
 *
 * @param path the file, or `:memory:`
 * @param today ISO date, for the backup before an update
 * @param onStatement hears every statement as it is run: for tests that count them
 */
export function openDatabase(
  path: string,
  today: string,
  log?: Log,
  onStatement?: (sql: string) => void,
): Db {
  const inMemory = path === ':memory:';
  if (!inMemory) mkdirSync(dirname(path), { recursive: true });
  const existed = !inMemory && existsSync(path);
  let db: Db | undefined;
  try {
    const fault = existed && statSync(path).isFile() ? headerFault(path) : undefined;
    if (existed) requireWritableFile(path);
    if (fault) throw new DatabaseRefusal(describeDamage(path, fault, today));
    db = new Database(path, onStatement ? { verbose: (sql) => onStatement(String(sql)) } : {});
    if (existed) {
      requireBook(db, path);
      requireWritable(db, path);
    }
    prepareConnection(db, BUSY_MS);
    migrate(db, path, today, log);
    return db;
  } catch (error) {
    db?.close();
    if (error instanceof Database.SqliteError && /CORRUPT|NOTADB/.test(error.code))
      throw new DatabaseRefusal(describeDamage(path, error.message, today));
    // A log that cannot be made beside the book is met before anything is written.
    throw existed && isReadOnly(error) ? notWritable(path) : error;
  }
}
