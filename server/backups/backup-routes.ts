/** Handlers of copies of the book: listed, made, looked into, restored. */
import {
  accessSync,
  constants,
  createWriteStream,
  existsSync,
  mkdirSync,
  rmSync,
  statSync,
} from 'node:fs';
import { isAbsolute } from 'node:path';
import { type BackupSettings, USUAL_BACKUPS } from '#contract/backup-records.ts';
import type { FileCall, FileHandlers, Handlers } from '../endpoint.ts';
import type { JobBook } from '../jobs.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import { pourBody } from '../request-body.ts';
import {
  backupFolder,
  type Copy,
  type CopyTerms,
  copiesOf,
  copyName,
  copyPath,
} from '../store/backups.ts';
import { lookIntoCopy } from '../store/copy-look.ts';
import type { Db } from '../store/database.ts';
import type { Stores } from '../stores.ts';
import { copyNow } from './copy-now.ts';

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
  restore: ((copy: Copy) => Promise<{ aside: string }>) | undefined;
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
  'listBackups' | 'setBackups' | 'makeBackup' | 'lookIntoBackup' | 'restoreBackup'
> {
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
    lookIntoBackup: ({ params }) => lookIntoCopy(findCopy(db.name, params.name), db.name),
    restoreBackup: async ({ params, body }) => {
      const copy = findCopy(db.name, params.name);
      if (!restore) throw new Refusal(409, 'This server cannot restore a copy by itself.');
      const { lostCount } = lookIntoCopy(copy, db.name);
      if (lostCount !== body.lost)
        throw new Refusal(
          409,
          `The book was changed since you looked: ${lostCount} changes would be lost now. Look once more.`,
        );
      return restore(copy);
    },
  };
}

/** Takes a book from elsewhere as a copy among the others, where it can be restored at all. */
async function bringBackup(
  { db, now }: Pick<BackupTerms, 'db' | 'now'>,
  { request, response }: FileCall<'bringBackup'>,
): Promise<void> {
  const path = copyPath(db.name, copyName(now(), 'brought'));
  mkdirSync(backupFolder(db.name), { recursive: true });
  try {
    await pourBody(
      request,
      createWriteStream(path),
      MOST_BOOK_BYTES,
      () => 'The file has over 16 GB. Put it into the folder of copies by hand.',
    );
    const copy = copiesOf(db.name).find((one) => one.path === path);
    if (!copy) throw notFound('The file that was sent');
    response.json(lookIntoCopy(copy, db.name));
  } catch (error) {
    rmSync(path, { force: true });
    throw error;
  }
}

export const backupFileRoutes = (
  terms: Pick<BackupTerms, 'db' | 'now'>,
): Pick<FileHandlers, 'bringBackup'> => ({
  bringBackup: (call) => bringBackup(terms, call),
});
