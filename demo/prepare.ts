/** Makes the demo database where it is missing, or holds an older scenario. */
import { existsSync, rmSync } from 'node:fs';
import { openDatabase } from '#server/store/database.ts';
import { loadedScenario, loadScenario, SCENARIO_VERSION } from './load.ts';
import { addPictures } from './pictures.ts';
import { issueSheets } from './sheets.ts';

/**
 * Prepares the demo database and leaves a current one alone, with whatever was added to it.
 * @returns true where it was made anew
 */
export async function prepareDemo(path: string, today: string, fresh = false): Promise<boolean> {
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
