/** Opens the database: checks it, backs it up, and brings it to the current version. */
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { backUpPhotographs } from '../photographs.ts';

export type Db = Database.Database;

/** A database that cannot be used, with a message meant for the person who started the program. */
export class DatabaseRefusal extends Error {}

const MIGRATIONS = new URL('../migrations/', import.meta.url);
const KEPT_BACKUPS = 10;

function migrations(): { version: number; sql: string }[] {
  return readdirSync(MIGRATIONS)
    .filter((file) => /^\d{4}-.*\.sql$/.test(file))
    .sort()
    .map((file) => ({
      version: Number(file.slice(0, 4)),
      sql: readFileSync(new URL(file, MIGRATIONS), 'utf8'),
    }));
}

/** The folder of backup copies beside a database. */
export function backupFolder(path: string): string {
  return join(dirname(path), 'backups');
}

function backups(path: string): string[] {
  const folder = backupFolder(path);
  const prefix = `${basename(path, '.db')}-`;
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((file) => file.startsWith(prefix) && file.endsWith('.db'))
    .sort();
}

/** Writes a whole copy of the database, named by day and reason, once; keeps the last ten. */
function backUp(db: Db, path: string, name: string): string {
  const folder = backupFolder(path);
  mkdirSync(folder, { recursive: true });
  backUpPhotographs(path, folder);
  const copy = join(folder, `${basename(path, '.db')}-${name}.db`);
  if (existsSync(copy)) return copy;
  db.prepare('VACUUM INTO ?').run(copy);
  for (const old of backups(path).slice(0, -KEPT_BACKUPS)) rmSync(join(folder, old));
  return copy;
}

function damaged(path: string, cause: string): DatabaseRefusal {
  const last = backups(path).at(-1);
  const remedy = last
    ? `To restore the last backup, stop Emvex, set the damaged file aside and copy the backup in its place:\n  mv "${path}" "${path}.damaged"\n  rm -f "${path}-wal" "${path}-shm"\n  cp "${join(backupFolder(path), last)}" "${path}"`
    : `There is no backup beside it (${backupFolder(path)}). Set the file aside, or name another with EMVEX_DB.`;
  return new DatabaseRefusal(
    `The database ${path} is damaged (${cause}). Nothing was changed.\n${remedy}`,
  );
}

function check(db: Db, path: string): void {
  const faults = db.pragma('quick_check(1)', { simple: true });
  if (faults !== 'ok') throw damaged(path, String(faults));
}

function versionOf(db: Db): number {
  return Number(db.pragma('user_version', { simple: true }));
}

function refuseNewer(db: Db, path: string): void {
  const newest = migrations().at(-1)?.version ?? 0;
  const current = versionOf(db);
  if (current > newest)
    throw new DatabaseRefusal(
      `The database ${path} was written by a newer Emvex (version ${current}; this program knows ${newest}). Start the newer program, or name another database with EMVEX_DB. Nothing was changed.`,
    );
}

function migrate(db: Db, path: string, today: string): void {
  const steps = migrations();
  const newest = steps.at(-1)?.version ?? 0;
  const current = versionOf(db);
  if (current > 0 && current < newest) backUp(db, path, `${today}-before-v${newest}`);
  db.transaction(() => {
    for (const step of steps)
      if (step.version > current) {
        db.exec(step.sql);
        db.pragma(`user_version = ${step.version}`);
      }
  }).immediate();
}

function prepareConnection(db: Db): void {
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 5000');
  db.pragma('journal_mode = WAL');
  // A reading that was answered as saved must survive a power cut.
  db.pragma('synchronous = FULL');
}

/** A further connection to a database that is open already: checked and current. */
export function openConnection(path: string): Db {
  const db = new Database(path, { fileMustExist: true });
  prepareConnection(db);
  return db;
}

/**
 * Opens a database file, or makes it. Refuses, with a plain message and without touching the file,
 * one that is damaged or newer than the program.
 *
 * @param path the file, or `:memory:`
 * @param today ISO date that names the daily backup
 */
export function openDatabase(path: string, today: string): Db {
  const inMemory = path === ':memory:';
  if (!inMemory) mkdirSync(dirname(path), { recursive: true });
  const existed = !inMemory && existsSync(path);
  let db: Db | undefined;
  try {
    db = new Database(path);
    if (existed) {
      check(db, path);
      refuseNewer(db, path);
    }
    prepareConnection(db);
    migrate(db, path, today);
    if (existed) backUp(db, path, today);
    return db;
  } catch (error) {
    db?.close();
    if (error instanceof Database.SqliteError && /CORRUPT|NOTADB/.test(error.code))
      throw damaged(path, error.message);
    throw error;
  }
}
