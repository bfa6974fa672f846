/** A write waits for the lock of another program without holding up other requests meanwhile. */
import { setTimeout as sleep } from 'node:timers/promises';
import Database from 'better-sqlite3';

const TRIES = 20;
const WAIT_MS = 15;

const isBusy = (error: unknown): boolean =>
  error instanceof Database.SqliteError && /^SQLITE_(?:BUSY|LOCKED)/.test(error.code);

/**
 * Does a piece of work that writes in one transaction; where another program has the lock, it is tried again for a
 * while. What it throws at last is answered with "come again".
 */
export async function whenFree<T>(work: () => T): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return work();
    } catch (error) {
      if (!isBusy(error) || tries >= TRIES) throw error;
      await sleep(WAIT_MS);
    }
  }
}
