/** Handlers of copies of the book: listed, made, looked into, restored. */
import {
  accessSync,
  constants,
  createWriteStream,
  existsSync,
  mkdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { isAbsolute } from 'node:path';
import { v7 as newId } from 'uuid';
import { type BackupSettings, USUAL_BACKUPS } from '#contract/backup-records.ts';
import type { FileCall, FileHandlers, Handlers } from '../endpoint.ts';
import type { JobBook } from '../jobs.ts';
import { lookBeside } from '../look-beside.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import { clientGone, pourBody } from '../request-body.ts';
import {
  backupFolder,
  type Copy,
  type CopyTerms,
  copiesOf,
  copyName,
  copyPath,
  passingName,
} from '../store/backups.ts';
import type { Db } from '../store/database.ts';
import type { RestoreRecord } from '../store/restore.ts';
import type { Stores } from '../stores.ts';
import { copyNow } from './copy-now.ts';
import { preparedRestore } from './prepared-restore.ts';

/** A book of over this is moved by hand. */
const MOST_BOOK_BYTES = 16 * 1024 ** 3;
const GIGABYTE = 1e9;

export interface BackupTerms {
  db: Db;
  stores: Stores;
  jobs: JobBook;
  now: () => string;
  /** What went wrong with the last copy that was made by itself; empty: nothing. */
  trouble: () => string;
  /** Puts a copy in the place of the book; left out: this server cannot. */
  restore: ((copy: Copy, record: RestoreRecord) => Promise<{ aside: string }>) | undefined;
}

/** How copies of a book are kept, as its lab says. */
export const backupSettingsOf = ({ lab }: Pick<Stores, 'lab'>): BackupSettings => ({
  ...USUAL_BACKUPS,
  ...lab.setting<Partial<BackupSettings>>('backups'),
});

export const copyTerms = ({ keep, gigabytes, second }: BackupSettings): CopyTerms => ({
  keep,
  bytes: gigabytes * GIGABYTE,
  second,
});

/** Refuses a second place that no copy could be written to. */
function requirePlace(second: string, path: string): void {
  if (second === '') return;
  const refuse = (message: string) => wrongValue('second', message);
  if (!isAbsolute(second)) throw refuse('A folder is named from its root: /media/disk/emvex.');
  if (!existsSync(second) || !statSync(second).isDirectory())
    throw refuse(`There is no folder ${second}: make it, or mount its disk, first.`);
  if (second === backupFolder(path)) throw refuse('That is where copies lie already.');
  try {
    accessSync(second, constants.W_OK);
  } catch {
    throw refuse(`Nothing can be written to ${second}.`);
  }
}

function findCopy(path: string, name: string): Copy {
  const copy = copiesOf(path).find((one) => one.name === name);
  if (!copy) throw notFound(`A copy of the name ${name}`);
  return copy;
}

export function backupRoutes({
  db,
  stores,
  jobs,
  trouble,
  restore,
}: Omit<BackupTerms, 'now'>): Pick<
  Handlers,
  | 'listBackups'
  | 'setBackups'
  | 'makeBackup'
  | 'lookIntoBackup'
  | 'prepareRestore'
  | 'cancelRestore'
  | 'restoreBackup'
> {
  const prepared = preparedRestore(stores.changes);
  return {
    listBackups: () => ({
      settings: backupSettingsOf(stores),
      folder: backupFolder(db.name),
      copies: copiesOf(db.name)
        .reverse()
        .map(({ name, kind, bytes, writtenAt }) => ({
          name,
          kind,
          bytes,
          writtenAt: new Date(writtenAt).toISOString(),
        })),
      trouble: trouble(),
    }),
    setBackups: ({ body }) => {
      requirePlace(body.second, db.name);
      stores.lab.writeSetting('backups', body);
      return body;
    },
    makeBackup: async ({ query, gone, now: moment }) => {
      const name = copyName(moment, 'at');
      const job = jobs.begin(query.job, gone);
      try {
        const terms = copyTerms(backupSettingsOf(stores));
        const order = { path: db.name, today: moment.slice(0, 10), name, terms };
        return { name, secondFault: await copyNow(order, job) };
      } finally {
        job.end();
      }
    },
    lookIntoBackup: ({ params, gone }) => lookBeside(findCopy(db.name, params.name), db.name, gone),
    prepareRestore: ({ params, gone }) => {
      const copy = findCopy(db.name, params.name);
      if (!restore) throw new Refusal(409, 'This server cannot restore a copy by itself.');
      return prepared.prepare(copy.name, () => lookBeside(copy, db.name, gone));
    },
    cancelRestore: () => ({ cancelled: prepared.cancel() }),
    restoreBackup: async ({ params, body, now, person }) => {
      const copy = findCopy(db.name, params.name);
      if (!restore) throw new Refusal(409, 'This server cannot restore a copy by itself.');
      const look = () => lookBeside(copy, db.name);
      return prepared.restore(copy.name, look, ({ lostCount }) => {
        if (lostCount !== body.lost)
          throw new Refusal(
            409,
            `The database was changed since you looked: ${lostCount ?? 'an unknown number of'} changes would be lost now. Look once more.`,
          );
        return restore(copy, {
          change: newId(),
          at: now,
          person,
          source: copy.name,
          lost: lostCount,
        });
      });
    },
  };
}

/** A name that no file was brought in under: two may come within one second. */
function freeName(path: string, moment: string): string {
  for (let at = Date.parse(moment); ; at += 1000) {
    const name = copyName(new Date(at).toISOString(), 'brought');
    if (!existsSync(copyPath(path, name))) return name;
  }
}

/** Takes a book from elsewhere as a copy among the others, where it can be restored at all. */
async function bringBackup(
  { db, now }: Pick<BackupTerms, 'db' | 'now'>,
  { request, response }: FileCall<'bringBackup'>,
): Promise<void> {
  mkdirSync(backupFolder(db.name), { recursive: true });
  const passing = passingName(copyPath(db.name, copyName(now(), 'brought')));
  try {
    const { bytes } = await pourBody(
      request,
      createWriteStream(passing),
      MOST_BOOK_BYTES,
      () => 'The file has over 16 GB. Put it into the folder of backups by hand.',
    );
    if (bytes === 0) throw wrongValue('file', 'The file is empty: choose a backup of a lab.');
    const gone = clientGone(response);
    const coming = {
      path: passing,
      name: '',
      day: '',
      kind: 'brought in',
      bytes,
      writtenAt: 0,
    } as const;
    const look = await lookBeside(coming, db.name, gone);
    // Only what is whole is listed; two that come at once have names of their own.
    const name = freeName(db.name, now());
    renameSync(passing, copyPath(db.name, name));
    response.json({ ...look, name });
  } finally {
    for (const end of ['', '-wal', '-shm']) rmSync(`${passing}${end}`, { force: true });
  }
}

export const backupFileRoutes = (
  terms: Pick<BackupTerms, 'db' | 'now'>,
): Pick<FileHandlers, 'bringBackup'> => ({
  bringBackup: (call) => bringBackup(terms, call),
});
