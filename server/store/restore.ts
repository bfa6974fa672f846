/** Puts a copy in the place of a book that is closed; the book is set aside, and never removed. */
import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { backupFolder, copyName, copyPath, isSound } from './backups.ts';

const LOG_ENDS = ['-wal', '-shm'];

export interface Swapped {
  /** The name of the copy that the book became. */
  aside: string;
  /** Puts the book back where the copy cannot be opened in its place. */
  undo: () => void;
}

/** A name that no book was set aside under: what was set aside is never written over. */
function freeAside(path: string, moment: string): string {
  for (let at = Date.parse(moment); ; at += 1000) {
    const name = copyName(new Date(at).toISOString(), 'aside');
    if (!existsSync(copyPath(path, name))) return name;
  }
}

/**
 * Swaps a closed book for a copy. The copy is written beside the book first: a disk that is full leaves all as it was.
 *
 * @param moment UTC, ISO
 */
export function swapBook(path: string, copy: string, moment: string): Swapped {
  const coming = `${path}.coming`;
  try {
    copyFileSync(copy, coming);
    const handle = openSync(coming, 'r');
    fsyncSync(handle);
    closeSync(handle);
    if (!isSound(coming)) throw new Error('the copy was not written whole');
  } catch (error) {
    for (const end of ['', ...LOG_ENDS]) rmSync(`${coming}${end}`, { force: true });
    throw error;
  }
  const name = freeAside(path, moment);
  const aside = copyPath(path, name);
  const moved: string[] = [];
  const undo = () => {
    // Only what was moved away leaves its place to what comes back.
    if (moved.length === 0) return;
    for (const end of ['', ...LOG_ENDS]) rmSync(`${path}${end}`, { force: true });
    for (const end of moved) renameSync(`${aside}${end}`, `${path}${end}`);
  };
  try {
    mkdirSync(backupFolder(path), { recursive: true });
    // A book that was not closed cleanly has what was said last in its log.
    for (const end of ['', ...LOG_ENDS])
      if (existsSync(`${path}${end}`)) {
        renameSync(`${path}${end}`, `${aside}${end}`);
        moved.push(end);
      }
    renameSync(coming, path);
  } catch (error) {
    undo();
    rmSync(coming, { force: true });
    throw error;
  }
  return { aside: name, undo };
}
