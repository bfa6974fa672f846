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
  const name = copyName(moment, 'aside');
  const aside = copyPath(path, name);
  mkdirSync(backupFolder(path), { recursive: true });
  const had = existsSync(path);
  if (had) renameSync(path, aside);
  // A book that was not closed cleanly has what was said last in its log.
  for (const end of LOG_ENDS)
    if (existsSync(`${path}${end}`)) renameSync(`${path}${end}`, `${aside}${end}`);
  renameSync(coming, path);
  return {
    aside: name,
    undo() {
      for (const end of ['', ...LOG_ENDS]) rmSync(`${path}${end}`, { force: true });
      if (had) renameSync(aside, path);
      for (const end of LOG_ENDS)
        if (existsSync(`${aside}${end}`)) renameSync(`${aside}${end}`, `${path}${end}`);
    },
  };
}
