/** Copies of the book beside it: written whole or not at all, kept by number and size. */
import {
  closeSync,
  constants,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { photographFolder } from './photograph-folder.ts';

/** Copies that are kept, and what they may take together; the newest two stay whatever they take. */
const MOST_COPIES = 10;
const MOST_BYTES = 4 * 1024 ** 3;
const LEAST_COPIES = 2;

/** What a file has at its end while it is being written. */
const PASSING = '.partial';

/** Pages that are copied at a time: about 4 MB. */
const PAGES_AT_A_TIME = 1000;

/** The folder of backup copies beside a database. */
export function backupFolder(path: string): string {
  return join(dirname(path), 'backups');
}

const stemOf = (path: string) => basename(path, '.db');
const copyPath = (path: string, name: string) =>
  join(backupFolder(path), `${stemOf(path)}-${name}.db`);

interface Copy {
  path: string;
  /** ISO date of its name. */
  day: string;
}

/** Copies of this book and no other, oldest first: `book` and `book-two` may share a folder. */
function copiesOf(path: string): Copy[] {
  const folder = backupFolder(path);
  if (!existsSync(folder)) return [];
  const stem = `${stemOf(path)}-`;
  return readdirSync(folder)
    .sort()
    .flatMap((file) => {
      const name = file.startsWith(stem) ? file.slice(stem.length) : '';
      const day = /^(\d{4}-\d\d-\d\d)(?:-before-v\d+)?[.]db$/.exec(name)?.[1];
      return day ? [{ path: join(folder, file), day }] : [];
    });
}

/** True where a copy opens, is whole, and is a bench book. */
function isSound(copy: string): boolean {
  let db: Database.Database | undefined;
  try {
    db = new Database(copy, { fileMustExist: true });
    // A copy of a book that keeps a log would make a log of its own wherever it is looked at.
    db.pragma('journal_mode = DELETE');
    const isBook = db.prepare("SELECT 1 FROM sqlite_schema WHERE name = 'change'").get();
    return isBook !== undefined && db.pragma('quick_check(1)', { simple: true }) === 'ok';
  } catch {
    return false;
  } finally {
    db?.close();
  }
}

function sync(path: string): void {
  const handle = openSync(path, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** Checks a copy that was written under its passing name, and gives it its own. */
function settleCopy(copy: string): void {
  const passing = `${copy}${PASSING}`;
  if (!isSound(passing)) {
    rmSync(passing, { force: true });
    throw new Error('the copy that was written is not whole');
  }
  sync(passing);
  renameSync(passing, copy);
  sync(dirname(copy));
}

/** Copies beyond what is kept, the oldest. Copies of days to come are no part of the count. */
function dropOld(path: string, today: string): void {
  let bytes = 0;
  const newestFirst = copiesOf(path)
    .filter(({ day }) => day <= today)
    .reverse();
  newestFirst.forEach((copy, index) => {
    bytes += statSync(copy.path).size;
    const kept = index < LEAST_COPIES || (index < MOST_COPIES && bytes <= MOST_BYTES);
    if (!kept) rmSync(copy.path);
  });
}

/** Removes what a backup that was cut short has left. */
export function sweepPassing(path: string): void {
  const folder = backupFolder(path);
  if (!existsSync(folder)) return;
  const stem = `${stemOf(path)}-`;
  // SQLite may have left a journal of the passing file beside it.
  for (const file of readdirSync(folder))
    if (file.startsWith(stem) && /[.]db[.]partial(?:-\w+)?$/.test(file))
      rmSync(join(folder, file), { force: true });
}

/** The newest copy that opens and is whole, of today or before; undefined where there is none. */
export function newestSoundCopy(path: string, today: string): string | undefined {
  return copiesOf(path)
    .filter(({ day }) => day <= today)
    .reverse()
    .find((copy) => isSound(copy.path))?.path;
}

/** Copies a book at once, before it is changed by an update. */
export function copyBeforeUpdate(
  db: Database.Database,
  path: string,
  today: string,
  version: number,
): void {
  const copy = copyPath(path, `${today}-before-v${version}`);
  mkdirSync(backupFolder(path), { recursive: true });
  if (existsSync(copy) && isSound(copy)) return;
  rmSync(`${copy}${PASSING}`, { force: true });
  db.prepare('VACUUM INTO ?').run(`${copy}${PASSING}`);
  settleCopy(copy);
}

/**
 * Copies new photographs into the backups. A picture never changes under its name, so one copy
 * serves every backup of the database.
 */
function copyPhotographs(path: string): void {
  const from = photographFolder(path);
  if (!existsSync(from)) return;
  const to = join(backupFolder(path), basename(from));
  mkdirSync(to, { recursive: true });
  const there = new Set(readdirSync(to));
  for (const file of readdirSync(from)) {
    if (!file.endsWith('.webp') || there.has(file)) continue;
    const passing = join(to, `${file}${PASSING}`);
    copyFileSync(join(from, file), passing, constants.COPYFILE_FICLONE);
    renameSync(passing, join(to, file));
  }
}

/**
 * Makes the copy of a day, page by page, on a connection of its own that no writer waits for. A
 * copy of that day that is whole stands.
 *
 * @param db a connection to the book that does nothing else
 * @param today ISO date
 * @returns the copy, and whether it was made now
 */
export async function makeDailyCopy(
  db: Database.Database,
  path: string,
  today: string,
  onProgress: (share: number) => void,
): Promise<{ copy: string; made: boolean }> {
  const copy = copyPath(path, today);
  mkdirSync(backupFolder(path), { recursive: true });
  sweepPassing(path);
  copyPhotographs(path);
  if (existsSync(copy) && isSound(copy)) return { copy, made: false };
  // One moment of the book is held meanwhile: else each write would start the copy anew.
  db.exec('BEGIN');
  db.prepare('SELECT count(*) FROM sqlite_schema').get();
  try {
    await db.backup(`${copy}${PASSING}`, {
      progress: ({ totalPages, remainingPages }) => {
        if (totalPages > 0) onProgress(1 - remainingPages / totalPages);
        return PAGES_AT_A_TIME;
      },
    });
  } finally {
    db.exec('COMMIT');
  }
  settleCopy(copy);
  dropOld(path, today);
  return { copy, made: true };
}
