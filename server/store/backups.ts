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
import { isRunning } from '../passing-folders.ts';
import { photographFolder } from './photograph-folder.ts';

/** How copies are kept. */
export interface CopyTerms {
  /** How many at most. */
  keep: number;
  /** What they may take together; the newest two stay whatever they take. */
  bytes: number;
  /** A folder elsewhere that gets each copy too; empty: none. */
  second: string;
}

export const USUAL_TERMS: CopyTerms = { keep: 10, bytes: 4 * 1024 ** 3, second: '' };
const LEAST_COPIES = 2;

let written = 0;

/** What a file is called while it is being written: by whom, so that two do not write one. */
export function passingName(path: string): string {
  written += 1;
  return `${path}.${process.pid}-${written}.partial`;
}

/** Pages that are copied at a time: about 4 MB. */
const PAGES_AT_A_TIME = 1000;

/** The folder of backup copies beside a database. */
export function backupFolder(path: string): string {
  return join(dirname(path), 'backups');
}

const stemOf = (path: string) => basename(path, '.db');
export const copyPath = (path: string, name: string) =>
  join(backupFolder(path), `${stemOf(path)}-${name}.db`);

/** `2026-11-27-at-041500`: a copy of a moment, which is UTC. */
export const copyName = (moment: string, kind: 'at' | 'aside' | 'brought'): string =>
  `${moment.slice(0, 10)}-${kind}-${moment.slice(11, 19).replaceAll(':', '')}`;

/**
 * What a copy is, by the end of its name: of a day; at a moment, by hand or by the hour; before an update; the book that
 * was set aside for another; a file that was brought in to be looked at.
 */
const COPY_KINDS = {
  '': 'of a day',
  at: 'at a moment',
  before: 'before an update',
  aside: 'set aside',
  brought: 'brought in',
} as const;
export type CopyKind = (typeof COPY_KINDS)[keyof typeof COPY_KINDS];
const COPY_NAME = /^(\d{4}-\d\d-\d\d)(?:-(at|before|aside|brought)-v?\d+)?[.]db$/;

export interface Copy {
  path: string;
  /** Its name without the book's: `2026-11-27`, `2026-11-27-at-041500`. */
  name: string;
  /** ISO date of its name. */
  day: string;
  kind: CopyKind;
  bytes: number;
  /** When it was written, UTC milliseconds. */
  writtenAt: number;
}

/** Copies of this book and no other, oldest first: `book` and `book-two` may share a folder. */
export function copiesOf(path: string, folder = backupFolder(path)): Copy[] {
  if (!existsSync(folder)) return [];
  const stem = `${stemOf(path)}-`;
  return readdirSync(folder)
    .flatMap((file): Copy[] => {
      const ending = file.startsWith(stem) ? file.slice(stem.length) : '';
      const [, day, kind = ''] = COPY_NAME.exec(ending) ?? [];
      if (!day) return [];
      const { size, mtimeMs } = statSync(join(folder, file));
      return [
        {
          path: join(folder, file),
          name: ending.slice(0, -'.db'.length),
          day,
          kind: COPY_KINDS[kind as keyof typeof COPY_KINDS],
          bytes: size,
          writtenAt: mtimeMs,
        },
      ];
    })
    .sort((a, b) => (a.day === b.day ? a.writtenAt - b.writtenAt : a.day < b.day ? -1 : 1));
}

/** True where a copy opens, is whole, and is a bench book. */
export function isSound(copy: string): boolean {
  let db: Database.Database | undefined;
  try {
    db = new Database(copy, { fileMustExist: true });
    db.pragma('trusted_schema = OFF');
    // A copy of a book that keeps a log would make a log of its own wherever it is looked at.
    db.pragma('journal_mode = DELETE');
    const isBook = db
      .prepare("SELECT 1 FROM sqlite_schema WHERE type = 'table' AND name = 'change'")
      .get();
    return isBook !== undefined && db.pragma('quick_check(1)', { simple: true }) === 'ok';
  } catch {
    return false;
  } finally {
    db?.close();
  }
}

/** Sees to it that what was written, or moved in a folder, is on the disk. */
export function sync(path: string): void {
  const handle = openSync(path, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** Checks a copy that was written under its passing name, and gives it its own. */
export function settleCopy(passing: string, copy: string): void {
  if (!isSound(passing)) {
    rmSync(passing, { force: true });
    throw new Error('the copy that was written is not whole');
  }
  sync(passing);
  renameSync(passing, copy);
  sync(dirname(copy));
}

/**
 * Copies beyond what is kept, the oldest. Copies of days to come are no part of the count; a book that was set aside is
 * never removed, and what somebody brought in is theirs.
 */
function dropOld(path: string, folder: string, today: string, terms: CopyTerms): void {
  let bytes = 0;
  const newestFirst = copiesOf(path, folder)
    .filter(({ day, kind }) => day <= today && kind !== 'set aside' && kind !== 'brought in')
    .reverse();
  newestFirst.forEach((copy, index) => {
    bytes += copy.bytes;
    const kept = index < LEAST_COPIES || (index < terms.keep && bytes <= terms.bytes);
    if (!kept) rmSync(copy.path);
  });
}

/** Removes what a backup that was cut short has left; what another program is writing just now stays. */
export function sweepPassing(path: string): void {
  const folder = backupFolder(path);
  if (!existsSync(folder)) return;
  const stem = `${stemOf(path)}-`;
  for (const file of readdirSync(folder)) {
    // SQLite may have left a journal of the passing file beside it.
    const [, pid] = /[.]db[.](\d+)-\d+[.]partial(?:-\w+)?$/.exec(file) ?? [];
    const isLeft =
      pid === undefined ? /[.]db[.]partial(?:-\w+)?$/.test(file) : !isRunning(Number(pid));
    if (file.startsWith(stem) && isLeft) rmSync(join(folder, file), { force: true });
  }
}

/**
 * The newest copy of this book that opens and is whole, of today or before; undefined where there is none. What somebody
 * brought in may be of another lab, and what was set aside was set aside for a reason.
 */
export function newestSoundCopy(path: string, today: string): string | undefined {
  return copiesOf(path)
    .filter(({ day, kind }) => day <= today && kind !== 'brought in' && kind !== 'set aside')
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
  const passing = passingName(copy);
  db.prepare('VACUUM INTO ?').run(passing);
  settleCopy(passing, copy);
}

/**
 * Copies new photographs into the backups. A picture never changes under its name, so one copy
 * serves every backup of the database.
 */
function copyPhotographs(from: string, to: string): void {
  if (!existsSync(from)) return;
  mkdirSync(to, { recursive: true });
  const there = new Set(readdirSync(to));
  for (const file of readdirSync(from)) {
    if (!file.endsWith('.webp') || there.has(file)) continue;
    const passing = passingName(join(to, file));
    copyFileSync(join(from, file), passing, constants.COPYFILE_FICLONE);
    renameSync(passing, join(to, file));
  }
}

/** The pictures of a book in a folder of its copies. */
const picturesIn = (folder: string, path: string) => join(folder, basename(photographFolder(path)));

/** Brings back pictures that a book names and that lie with its copies alone. */
export const returnPhotographs = (path: string): void =>
  copyPhotographs(picturesIn(backupFolder(path), path), photographFolder(path));

/** Writes a copy to the second place too, checked there as here. */
function copyElsewhere(path: string, copy: string, today: string, terms: CopyTerms): void {
  const there = join(terms.second, basename(copy));
  copyPhotographs(photographFolder(path), picturesIn(terms.second, path));
  if (existsSync(there) && isSound(there)) return;
  const passing = passingName(there);
  copyFileSync(copy, passing);
  settleCopy(passing, there);
  dropOld(path, terms.second, today, terms);
}

export interface CopyMade {
  copy: string;
  /** False: one of that name is there, and whole. */
  made: boolean;
  /** What kept it from the second place; undefined: it is there, or none is named. */
  secondFault: string | undefined;
}

/**
 * Makes a copy, page by page, on a connection of its own that no writer waits for. A copy of that name that is whole
 * stands.
 *
 * @param db a connection to the book that does nothing else
 * @param today ISO date, the beginning of its name
 */
export async function makeCopy(
  db: Database.Database,
  path: string,
  today: string,
  onProgress: (share: number) => void,
  { name = today, terms = USUAL_TERMS }: { name?: string; terms?: CopyTerms } = {},
): Promise<CopyMade> {
  const copy = copyPath(path, name);
  const folder = backupFolder(path);
  mkdirSync(folder, { recursive: true });
  sweepPassing(path);
  copyPhotographs(photographFolder(path), picturesIn(folder, path));
  const made = !(existsSync(copy) && isSound(copy));
  if (made) {
    // One moment of the book is held meanwhile: else each write would start the copy anew.
    const passing = passingName(copy);
    db.exec('BEGIN');
    db.prepare('SELECT count(*) FROM sqlite_schema').get();
    try {
      await db.backup(passing, {
        progress: ({ totalPages, remainingPages }) => {
          if (totalPages > 0) onProgress(1 - remainingPages / totalPages);
          return PAGES_AT_A_TIME;
        },
      });
    } finally {
      db.exec('COMMIT');
    }
    settleCopy(passing, copy);
    dropOld(path, folder, today, terms);
  }
  let secondFault: string | undefined;
  if (terms.second)
    try {
      copyElsewhere(path, copy, today, terms);
    } catch (error) {
      const { code, message } = error as NodeJS.ErrnoException;
      secondFault = code ?? message;
    }
  return { copy, made, secondFault };
}
