import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';

/** The folder of a database's photographs; of one in memory, a passing one. */
export function photographFolder(databasePath: string): string {
  if (databasePath === ':memory:' || databasePath === '')
    return mkdtempSync(join(tmpdir(), 'emvex-photographs-'));
  return join(dirname(databasePath), `${basename(databasePath, '.db')}-photographs`);
}
