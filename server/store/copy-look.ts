/** What a copy of a book holds, and what the present book knows that it does not. */
import { statSync } from 'node:fs';
import Database from 'better-sqlite3';
import type { BackupLook } from '#contract/backup-records.ts';
import { Refusal } from '../problems.ts';
import type { Copy } from './backups.ts';
import { bookFault, type Db, foreignObject, NEWEST_VERSION } from './database.ts';

const COUNTED = {
  editions: 'edition',
  pairs: 'pair',
  readings: 'reading',
  outings: 'outing',
  issued: 'issued',
  changes: 'change',
} as const;
const MOST_LOST = 20;
/** SQLite's own memory while it looks into a file. */
const MOST_HEAP_BYTES = 256 * 1024 ** 2;

function holdingOf(db: Db, schema = 'main'): BackupLook['holds'] {
  const tables = new Set(
    db
      .prepare<[], string>(`SELECT name FROM ${schema}.sqlite_schema WHERE type = 'table'`)
      .pluck()
      .all(),
  );
  // A book of before had fewer tables.
  const count = (table: string) =>
    tables.has(table)
      ? (db.prepare<[], number>(`SELECT count(*) FROM ${schema}.${table}`).pluck().get() ?? 0)
      : 0;
  const counts = Object.fromEntries(
    Object.entries(COUNTED).map(([name, table]) => [name, count(table)]),
  ) as Record<keyof typeof COUNTED, number>;
  const lastChange = db.prepare(`SELECT max(at) FROM ${schema}.change`).pluck().get();
  return { ...counts, lastChange: (lastChange as string | undefined) ?? null };
}

const damaged = (words: string) =>
  new Refusal(422, `${words} It cannot be restored; nothing was replaced.`);

const isDamage = (error: unknown): error is Error =>
  error instanceof Database.SqliteError && /CORRUPT|NOTADB|IOERR|CANTOPEN|BUSY/.test(error.code);

/** What the present book has that the copy lacks; where the present book cannot be read, why. */
function compareWith(
  db: Db,
  path: string,
): Pick<BackupLook, 'present' | 'presentFault' | 'lostCount' | 'lost'> {
  const nothing = { present: null, lostCount: null, lost: [] };
  try {
    // An empty file would be made into an empty book by looking at it.
    if (statSync(path).size === 0) return { ...nothing, presentFault: 'its file is empty' };
    const present = new Database(path, { readonly: true, fileMustExist: true });
    present.close();
    db.prepare('ATTACH ? AS present').run(path);
    const unknown =
      'FROM present.change p WHERE NOT EXISTS (SELECT 1 FROM main.change c WHERE c.id = p.id)';
    return {
      present: holdingOf(db, 'present'),
      presentFault: '',
      lostCount: Number(db.prepare(`SELECT count(*) ${unknown}`).pluck().get()),
      lost: db
        .prepare<[], BackupLook['lost'][number]>(
          `SELECT p.at, p.person, p.action ${unknown} ORDER BY p.at DESC, p.rowid DESC LIMIT ${MOST_LOST}`,
        )
        .all(),
    };
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT')
      return { ...nothing, presentFault: 'there is no file' };
    if (error instanceof Database.SqliteError) return { ...nothing, presentFault: error.message };
    throw error;
  }
}

/**
 * Looks into a copy, and compares it with the present book where that can be read. Refuses one that is damaged, of
 * another program or of a newer one. Its schema is compared with that of its version before any table is asked.
 *
 * @param path of the present book
 */
export function lookIntoCopy({ path: copy, name, bytes }: Copy, path: string): BackupLook {
  if (bytes === 0) throw damaged('This file is empty.');
  let db: Db;
  try {
    db = new Database(copy, { fileMustExist: true, readonly: true });
  } catch (error) {
    throw damaged(`This file cannot be opened: ${(error as Error).message}.`);
  }
  try {
    db.pragma('trusted_schema = OFF');
    db.pragma(`hard_heap_limit = ${MOST_HEAP_BYTES}`);
    const fault = bookFault(db);
    if (fault) throw damaged(fault);
    const foreign = foreignObject(db);
    if (foreign) throw damaged(foreign);
    const says = String(db.pragma('quick_check(1)', { simple: true }));
    if (says !== 'ok') throw damaged(`This copy is damaged (${says}).`);
    const version = Number(db.pragma('user_version', { simple: true }));
    return {
      name,
      bytes,
      version,
      older: version < NEWEST_VERSION,
      holds: holdingOf(db),
      ...compareWith(db, path),
    };
  } catch (error) {
    if (isDamage(error)) throw damaged(`This copy is damaged (${error.message}).`);
    throw error;
  } finally {
    db.close();
  }
}
