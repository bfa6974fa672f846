/** Files of readings in and out, and how far what takes long is. */

import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { changeId } from '../change-id.ts';
import { type FileCall, type FileHandlers, type Handlers, personCode } from '../endpoint.ts';
import { exportReadings } from '../formats/export-readings.ts';
import { MOST_IMPORT_BYTES } from '../formats/import-readings.ts';
import type { JobBook } from '../jobs.ts';
import { makePassingFolder } from '../passing-folders.ts';
import { notFound, Refusal } from '../problems.ts';
import { clientGone, pourBody } from '../request-body.ts';
import type { Db } from '../store/database.ts';
import type { Stores } from '../stores.ts';
import type { ImportJobs } from './imports.ts';

const CSV = 'text/csv; charset=utf-8';

interface Surroundings {
  db: Db;
  stores: Stores;
  imports: ImportJobs;
  jobs: JobBook;
  now: () => string;
  /** Brings what is kept of pairs up to what came in. */
  refresh: () => void;
}

async function importReadings(
  { stores, imports, now, refresh }: Surroundings,
  { query: { preview }, request, response }: FileCall<'importReadings'>,
): Promise<void> {
  const id = changeId(request);
  const cancelled = clientGone(response);
  const why = stores.changes.whyShut();
  if (why !== null) throw new Refusal(503, why);
  const folder = await makePassingFolder();
  try {
    const file = join(folder, 'readings.csv');
    const { bytes, hash } = await pourBody(
      request,
      createWriteStream(file),
      MOST_IMPORT_BYTES,
      () => 'The file has over 2 GB. Split it, by pair or by month.',
    );
    const outcome = await imports.run(
      {
        file,
        bytes,
        hash,
        preview: preview === '1',
        change: { id, at: now(), person: personCode(request) },
      },
      cancelled,
    );
    if (outcome.kind === 'cancelled') {
      if (!response.destroyed) throw new Refusal(499, 'Cancelled: nothing was added.');
      return;
    }
    if (outcome.kind === 'refused') {
      const { faults, count } = outcome;
      throw new Refusal(
        422,
        `${count === 1 ? 'One fault' : `${count.toLocaleString('en')} faults`} in the file: nothing was added.`,
        faults.map(({ line, column, message }) => ({ field: column, message, line })),
        count,
      );
    }
    if (!outcome.report.preview) {
      stores.changes.touch();
      refresh();
    }
    response.json(outcome.report);
  } catch (error) {
    if (cancelled.aborted) return;
    throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function sendReadings(
  { db, stores, jobs }: Surroundings,
  { query: { pair, semicolon, job: name }, response }: FileCall<'exportReadings'>,
): Promise<void> {
  const row = pair ? stores.pairRows.byTag(pair) : undefined;
  const job = jobs.begin(name, clientGone(response));
  response.type(CSV).attachment(`readings${pair ? `-${pair}` : ''}.csv`);
  await pipeline(
    exportReadings(
      db,
      {
        // As it is written in the book.
        tag: row?.tag,
        semicolon: semicolon === '1',
        catalogue: stores.lab.catalogue(),
        total: row ? row.readings : stores.pairRows.countReadings(),
      },
      job,
    ),
    response,
  ).catch((error) => {
    // Stopped in the middle: the connection is cut, so that no half file is taken for a whole one.
    if (!(error instanceof Refusal && response.headersSent)) throw error;
    response.destroy();
  });
}

export function fileRoutes(
  around: Surroundings,
): Pick<FileHandlers, 'importReadings' | 'exportReadings'> {
  return {
    importReadings: (call) => importReadings(around, call),
    exportReadings: (call) => sendReadings(around, call),
  };
}

/** How far what takes long is, and how it is stopped. */
export function jobRoutes({
  imports,
  jobs,
}: Pick<Surroundings, 'imports' | 'jobs'>): Pick<
  Handlers,
  'importProgress' | 'jobProgress' | 'stopJob'
> {
  const found = <T>(progress: T | undefined, what: string): T => {
    if (progress === undefined) throw notFound(what);
    return progress;
  };
  return {
    importProgress: ({ params }) => found(imports.progressOf(params.id), 'This import'),
    jobProgress: ({ params }) => found(jobs.of(params.id), 'This job'),
    stopJob: ({ params }) => {
      if (!jobs.stop(params.id)) throw notFound('This job');
      return { id: params.id };
    },
  };
}
