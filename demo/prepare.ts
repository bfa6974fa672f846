/** Makes the demo database where it is missing, or holds an older scenario. */
import { existsSync, rmSync } from 'node:fs';
import { StartRefusal } from '#server/start-refusal.ts';
import { lockBook } from '#server/store/book-lock.ts';
import { openDatabase } from '#server/store/database.ts';
import { loadedScenario, loadScenario, SCENARIO_VERSION } from './load.ts';
import { addPictures } from './pictures.ts';
import { issueSheets } from './sheets.ts';

/**
 * Prepares the demo database and leaves a current one alone, with whatever was added to it.
 * @returns true where it was made anew
 */
export async function prepareDemo(path: string, today: string, fresh = false): Promise<boolean> {
  const lock = lockBook(path);
  if (!lock)
    throw new StartRefusal(
      `The database ${path} is open in another Emvex. Use that one, or stop it first. Nothing was changed.`,
    );
  try {
    return await prepareLocked(path, today, fresh);
  } finally {
    lock.release();
  }
}

async function prepareLocked(path: string, today: string, fresh: boolean): Promise<boolean> {
  const existed = existsSync(path);
  if (existed && !fresh) {
    const db = openDatabase(path, today);
    const current = loadedScenario(db) === SCENARIO_VERSION;
    db.close();
    if (current) return false;
  }
  for (const suffix of ['', '-wal', '-shm']) rmSync(`${path}${suffix}`, { force: true });
  const db = openDatabase(path, today);
  loadScenario(db, today);
  await addPictures(db);
  await issueSheets(db, today);
  db.close();
  return true;
}
