/** What a copy of a book holds, and what the present book knows that it does not. */
import Database from 'better-sqlite3';
import type { BackupLook } from '#contract/backup-records.ts';
import { Refusal } from '../problems.ts';
import type { Copy } from './backups.ts';
import { bookFault, type Db, NEWEST_VERSION } from './database.ts';

const COUNTED = {
  editions: 'edition',
  pairs: 'pair',
  readings: 'reading',
  outings: 'outing',
  issued: 'issued',
  changes: 'change',
} as const;
const MOST_LOST = 20;

function holdingOf(db: Db, schema = 'main'): BackupLook['holds'] {
  const tables = new Set(
    db.prepare<[], string>(`SELECT name FROM ${schema}.sqlite_schema`).pluck().all(),
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

/**
 * Looks into a copy beside the present book. Refuses one that is damaged, of another program or of a newer one.
 *
 * @param path of the present book
 */
export function lookIntoCopy({ path: copy, name, bytes }: Copy, path: string): BackupLook {
  let db: Db;
  try {
    db = new Database(copy, { fileMustExist: true });
  } catch (error) {
    throw damaged(`This file cannot be opened: ${(error as Error).message}.`);
  }
  try {
    const fault = bookFault(db);
    if (fault) throw damaged(fault);
    // A copy of a book that keeps a log would leave one of its own beside it.
    db.pragma('journal_mode = DELETE');
    const says = String(db.pragma('quick_check(1)', { simple: true }));
    if (says !== 'ok') throw damaged(`This copy is damaged (${says}).`);
    const version = Number(db.pragma('user_version', { simple: true }));
    const holds = holdingOf(db);
    db.prepare('ATTACH ? AS present').run(path);
    const unknown =
      'FROM present.change p WHERE NOT EXISTS (SELECT 1 FROM main.change c WHERE c.id = p.id)';
    return {
      name,
      bytes,
      version,
      older: version < NEWEST_VERSION,
      holds,
      present: holdingOf(db, 'present'),
      lostCount: Number(db.prepare(`SELECT count(*) ${unknown}`).pluck().get()),
      lost: db
        .prepare<[], BackupLook['lost'][number]>(
          `SELECT p.at, p.person, p.action ${unknown} ORDER BY p.at DESC, p.rowid DESC LIMIT ${MOST_LOST}`,
        )
        .all(),
    };
  } catch (error) {
    if (error instanceof Database.SqliteError && /CORRUPT|NOTADB/.test(error.code))
      throw damaged(`This copy is damaged (${error.message}).`);
    throw error;
  } finally {
    db.close();
  }
}
