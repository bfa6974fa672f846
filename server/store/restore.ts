/**
 * Puts a copy in the place of a book that is closed; the book is set aside, and never removed. What is about to be done
 * is written down first: a restore that a stop cut short is finished, or undone, at the next start.
 */
import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname } from 'node:path';
import { backupFolder, copyName, copyPath, isSound, sync } from './backups.ts';
import type { ChangeStore } from './changes.ts';

const LOG_ENDS = ['-wal', '-shm'];

/** Who restored what, and when. */
export interface RestoreRecord {
  /** UUIDv7 of the change by which it stands in the change history. */
  change: string;
  at: string;
  person: string;
  /** Name of the copy, or path of the file, that was restored. */
  source: string;
  /** Changes that the copy did not know; null: the former book could not be read. */
  lost: number | null;
}

/** A restore under way: what it is, and what the former book is set aside as. */
interface Intent extends RestoreRecord {
  aside: string;
}

export interface Swapped {
  /** The name of the copy that the book became. */
  aside: string;
  /** Puts the book back where the copy cannot be opened in its place. */
  undo: () => void;
  /** The copy is in its place and recorded: nothing is to be finished any more. */
  finish: () => void;
}

/** Writes into the book that is there now who restored it, when, and from what. */
export function recordRestore(changes: Pick<ChangeStore, 'apply'>, record: RestoreRecord): void {
  const { change: id, at, person, ...request } = record;
  const change = { id, at, person, action: 'restoreBackup', subject: record.source, request };
  changes.apply(change, () => request);
}

const comingOf = (path: string) => `${path}.coming`;
const intentOf = (path: string) => `${path}.restoring`;

/** A name that no book was set aside under: what was set aside is never written over. */
function freeAside(path: string, moment: string): string {
  for (let at = Date.parse(moment); ; at += 1000) {
    const name = copyName(new Date(at).toISOString(), 'aside');
    if (!existsSync(copyPath(path, name))) return name;
  }
}

function removeComing(path: string): void {
  for (const end of ['', ...LOG_ENDS]) rmSync(`${comingOf(path)}${end}`, { force: true });
}

/** Writes a copy beside the book, whole, before anything is moved: a disk that is full leaves all as it was. */
export function stageCopy(path: string, copy: string): void {
  const coming = comingOf(path);
  try {
    removeComing(path);
    copyFileSync(copy, coming);
    const handle = openSync(coming, 'r');
    fsyncSync(handle);
    closeSync(handle);
    if (!isSound(coming)) throw new Error('the copy was not written whole');
  } catch (error) {
    removeComing(path);
    throw error;
  }
}

/**
 * Moves the book with its log to where it is set aside; what is moved already stays there.
 * @param onMoved hears of each file that was moved: a fault may come after the first
 */
function setAside(path: string, aside: string, onMoved: (end: string) => void = () => undefined) {
  mkdirSync(backupFolder(path), { recursive: true });
  // A book that was not closed cleanly has what was said last in its log.
  for (const end of ['', ...LOG_ENDS])
    if (existsSync(`${path}${end}`)) {
      renameSync(`${path}${end}`, `${aside}${end}`);
      onMoved(end);
    }
  sync(backupFolder(path));
}

/** Swaps a closed book for the copy that was staged. */
export function swapBook(path: string, record: RestoreRecord): Swapped {
  const coming = comingOf(path);
  const intent = intentOf(path);
  const name = freeAside(path, record.at);
  const aside = copyPath(path, name);
  const moved: string[] = [];
  let isPlaced = false;
  const undo = () => {
    // The copy goes, with the log it made; a log of the book that was not moved yet is the book's.
    if (isPlaced) for (const end of ['', ...LOG_ENDS]) rmSync(`${path}${end}`, { force: true });
    for (const end of moved) renameSync(`${aside}${end}`, `${path}${end}`);
    rmSync(intent, { force: true });
    sync(dirname(path));
  };
  writeFileSync(intent, JSON.stringify({ ...record, aside: name } satisfies Intent));
  sync(intent);
  sync(dirname(path));
  try {
    setAside(path, aside, (end) => moved.push(end));
    renameSync(coming, path);
    isPlaced = true;
    sync(dirname(path));
  } catch (error) {
    undo();
    removeComing(path);
    throw error;
  }
  return {
    aside: name,
    undo,
    finish: () => {
      rmSync(intent, { force: true });
      sync(dirname(path));
    },
  };
}

function readIntent(path: string): Intent | undefined {
  try {
    return JSON.parse(readFileSync(intentOf(path), 'utf8')) as Intent;
  } catch {
    return undefined;
  }
}

/**
 * Finishes a restore that a stop cut short, or undoes it where nothing was moved yet.
 * @returns what is to be recorded in the book that is there now; undefined where nothing was restored
 */
export function settleRestore(
  path: string,
): { record: RestoreRecord; finish: () => void } | undefined {
  const intent = readIntent(path);
  const finish = () => {
    rmSync(intentOf(path), { force: true });
    sync(dirname(path));
  };
  if (!intent) {
    // A note that was never written whole, or a copy that was never to be moved.
    if (existsSync(intentOf(path))) finish();
    removeComing(path);
    return undefined;
  }
  const { aside: name, ...record } = intent;
  const aside = copyPath(path, name);
  if (existsSync(comingOf(path))) {
    const untouched = existsSync(path) && !existsSync(aside);
    if (untouched || !isSound(comingOf(path))) {
      // Nothing was moved, or what is to come is not whole: the book stays, or comes back.
      if (!existsSync(path))
        for (const end of ['', ...LOG_ENDS])
          if (existsSync(`${aside}${end}`)) renameSync(`${aside}${end}`, `${path}${end}`);
      removeComing(path);
      finish();
      return undefined;
    }
    setAside(path, aside);
    renameSync(comingOf(path), path);
    sync(dirname(path));
  } else if (!existsSync(path)) {
    for (const end of ['', ...LOG_ENDS])
      if (existsSync(`${aside}${end}`)) renameSync(`${aside}${end}`, `${path}${end}`);
    finish();
    return undefined;
  }
  return { record, finish };
}
