/** Looks into a copy beside the server: a file that was made to keep it busy is ended with its process. */
import type { BackupLook } from '#contract/backup-records.ts';
import { runEnded } from './ended-process.ts';
import type { Copy } from './store/backups.ts';
import type { LookTask } from './store/look-process.ts';

const LEAST_MS = 20_000;
/** A database is read through at some 50 MB a second on a slow disk. */
const BYTES_PER_MS = 20_000;
const MOST_MEGABYTES = 256;

const terms = (bytes: number) => ({
  mostMs: LEAST_MS + bytes / BYTES_PER_MS,
  mostMegabytes: MOST_MEGABYTES,
  late: 'The file took too long to read, or too much memory, and was left. It is damaged, or it is no backup of a lab. Nothing was replaced.',
});

/** What a copy holds, and what a restore of it would lose. */
export const lookBeside = (copy: Copy, path: string, gone?: AbortSignal): Promise<BackupLook> =>
  runEnded('look-process', { kind: 'look', copy, path } satisfies LookTask, {
    ...terms(copy.bytes),
    gone,
  });

/** Writes a copy beside the database, checked, to be put in its place. */
export const stageBeside = ({ path: copy, bytes }: Copy, path: string): Promise<void> =>
  runEnded('look-process', { kind: 'stage', copy, path } satisfies LookTask, terms(bytes));
