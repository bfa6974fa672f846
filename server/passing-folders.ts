/** Folders for files on their way in: named by the process that owns them, so that others can sweep. */
import { readdirSync, rmSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PREFIX = 'emvex-import-';

export const makePassingFolder = () => mkdtemp(join(tmpdir(), `${PREFIX}${process.pid}-`));

/** True while a process is there. */
export function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // A process of another user runs, and may not be told.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Removes what servers that ended in the middle of a file have left. */
export function sweepPassingFolders(): void {
  for (const name of readdirSync(tmpdir())) {
    const pid = new RegExp(`^${PREFIX}(\\d+)-`).exec(name)?.[1];
    if (pid && !isRunning(Number(pid)))
      rmSync(join(tmpdir(), name), { recursive: true, force: true });
  }
}
