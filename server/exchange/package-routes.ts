/** Handlers of the lab as a package, out and in. */
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { v7 as newId } from 'uuid';
import { packageTaking } from '#contract/package-records.ts';
import { changeId } from '../change-id.ts';
import { type FileCall, type FileHandlers, type Handlers, personCode } from '../endpoint.ts';
import { MOST_PACKAGE_BYTES } from '../formats/lab-package.ts';
import type { JobBook } from '../jobs.ts';
import { makePassingFolder } from '../passing-folders.ts';
import { Refusal, wrongValue } from '../problems.ts';
import { clientGone, pourBody } from '../request-body.ts';
import type { Db } from '../store/database.ts';
import { photographFolder } from '../store/photograph-folder.ts';
import type { Stores } from '../stores.ts';
import type { PackageJobs } from './package-jobs.ts';

interface Surroundings {
  db: Db;
  stores: Stores;
  packages: PackageJobs;
  jobs: JobBook;
  now: () => string;
  /** Brings what is kept of pairs up to what came in. */
  refresh: () => void;
}

const partOf = (typed: string | undefined) =>
  typed
    ?.split(',')
    .map((slug) => slug.trim())
    .filter(Boolean);

async function sendPackage(
  { db, stores, packages, jobs, now }: Surroundings,
  { query: { editions, job: name }, response }: FileCall<'getPackage'>,
): Promise<void> {
  const slugs = partOf(editions);
  if (slugs?.length === 0) throw wrongValue('editions', 'Name one edition at least.');
  const ids = slugs?.map((slug) => stores.editions.bySlug(slug).id);
  const gone = clientGone(response);
  const job = jobs.begin(name, gone);
  const folder = await makePassingFolder();
  try {
    const output = join(folder, 'lab.zip');
    const createdAt = now();
    const terms = { photographs: photographFolder(db.name), editions: ids, slugs, createdAt };
    await packages.write({ kind: 'write', database: db.name, output, terms }, job);
    const kind = slugs ? 'part' : 'lab';
    await new Promise<void>((resolve, reject) => {
      response.attachment(`emvex-${kind}-${createdAt.slice(0, 10)}.zip`);
      response.sendFile(output, { dotfiles: 'allow' }, (error) =>
        error && !gone.aborted ? reject(error) : resolve(),
      );
    });
  } catch (error) {
    if (!gone.aborted) throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function lookAtPackage(
  { db, packages, jobs }: Surroundings,
  { query: { job: name }, request, response }: FileCall<'lookAtPackage'>,
): Promise<void> {
  const gone = clientGone(response);
  const job = jobs.begin(name, gone);
  const folder = await makePassingFolder();
  try {
    const file = join(folder, 'package.zip');
    await pourBody(
      request,
      createWriteStream(file),
      MOST_PACKAGE_BYTES,
      () => 'The file has over 8 GB: a package is smaller. Take a lab out in parts.',
    );
    const report = await packages.look(
      {
        kind: 'look',
        database: db.name,
        file,
        photographs: photographFolder(db.name),
        id: newId(),
      },
      folder,
      job,
    );
    response.json(report);
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    if (!gone.aborted) throw error;
  }
}

async function takePackage(
  { db, stores, packages, jobs, now, refresh }: Surroundings,
  { params, query: { job: name }, request, response }: FileCall<'takePackage'>,
): Promise<void> {
  const id = changeId(request);
  const { answers } = packageTaking.parse(request.body ?? {});
  const why = stores.changes.whyShut();
  if (why !== null) throw new Refusal(503, why);
  const change = {
    id,
    at: now(),
    person: personCode(request),
    action: 'takePackage',
    subject: 'lab',
    request: { package: params.id, answers },
  };
  // Sent again after its answer was lost, it is not taken in twice.
  const before = stores.changes.answerTo(change);
  const taken =
    before ??
    (await packages.take(
      params.id,
      { database: db.name, photographs: photographFolder(db.name), answers, change },
      // It is written whole or not at all, whether or not somebody waits for it.
      jobs.begin(name, new AbortController().signal),
    ));
  stores.changes.touch();
  refresh();
  response.json(taken);
}

export const packageFileRoutes = (
  around: Surroundings,
): Pick<FileHandlers, 'getPackage' | 'lookAtPackage' | 'takePackage'> => ({
  getPackage: (call) => sendPackage(around, call),
  lookAtPackage: (call) => lookAtPackage(around, call),
  takePackage: (call) => takePackage(around, call),
});

export const packageRoutes = ({
  packages,
}: Pick<Surroundings, 'packages'>): Pick<Handlers, 'dropPackage'> => ({
  dropPackage: async ({ params }) => {
    await packages.drop(params.id);
    return { dropped: true };
  },
});
