/**
 * One server a database: a file beside it is locked for as long as a server, or a command that replaces the database,
 * has it open. The lock is the system's, so that a program that was killed leaves none behind.
 */
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';

export interface BookLock {
  release: () => void;
}

/** Takes the lock of a database; undefined where another program has it. */
export function lockBook(path: string): BookLock | undefined {
  mkdirSync(dirname(path), { recursive: true });
  const lock = new Database(`${path}.lock`, { timeout: 0 });
  try {
    // Nothing is ever written to the file: the lock on it is what counts.
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if (error instanceof Database.SqliteError && error.code.startsWith('SQLITE_BUSY'))
      return undefined;
    throw error;
  }
  return { release: () => void lock.close() };
}
