/** Feet of testers are private: files of a lab are for the user who runs Emvex, and no other of the machine. */
import { chmodSync, existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { isMainThread } from 'node:worker_threads';
import { backupFolder } from './store/backups.ts';
import { photographFolder } from './store/photograph-folder.ts';

const NOT_FOR_OTHERS = 0o077;
const FILE = 0o600;
const FOLDER = 0o700;

/** Files and folders that this process makes from here on are its user's alone. */
export function makeFilesPrivate(): void {
  // A thread has no mask of its own; it has that of the process.
  if (isMainThread) process.umask(NOT_FOR_OTHERS);
}

function narrow(path: string, mode: number): void {
  try {
    chmodSync(path, mode);
  } catch {
    // A file of another user, or on a disk that knows no rights, stays as it is.
  }
}

/** What an earlier version made readable for all is made the user's alone. */
export function keepPrivate(database: string): void {
  makeFilesPrivate();
  if (database === ':memory:') return;
  for (const end of ['', '-wal', '-shm', '.lock'])
    if (existsSync(`${database}${end}`)) narrow(`${database}${end}`, FILE);
  for (const folder of [backupFolder(database), photographFolder(database)]) {
    if (!existsSync(folder)) continue;
    narrow(folder, FOLDER);
    for (const entry of readdirSync(folder, { withFileTypes: true }))
      narrow(join(folder, entry.name), entry.isDirectory() ? FOLDER : FILE);
  }
}
