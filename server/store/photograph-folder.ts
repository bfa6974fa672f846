import { randomUUID } from 'node:crypto';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';

/** The folder of a database's photographs, made with the first; of one in memory, a passing one. */
export function photographFolder(databasePath: string): string {
  if (databasePath === ':memory:' || databasePath === '')
    return join(tmpdir(), `emvex-photographs-${randomUUID()}`);
  return join(dirname(databasePath), `${basename(databasePath, '.db')}-photographs`);
}
