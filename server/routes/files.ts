/** Addresses that take or give files: readings in and out, curves in and out. */
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { curveSizeFault, MOST_CURVE_BYTES, writeCurveFile } from '#core/curves/curve-file.ts';
import { curveTraits, recordCurve } from '../curves.ts';
import {
  changeId,
  type FileCall,
  type FileHandlers,
  type Handlers,
  personCode,
} from '../endpoint.ts';
import { readCurveStream } from '../formats/curve-csv.ts';
import { exportReadings } from '../formats/export-readings.ts';
import { MOST_IMPORT_BYTES } from '../formats/import-readings.ts';
import type { ImportJobs } from '../imports.ts';
import type { JobBook } from '../jobs.ts';
import { describeFault, type Log } from '../log.ts';
import { refreshStale, summarisePair } from '../measured-pairs.ts';
import { makePassingFolder } from '../passing-folders.ts';
import { notFound, Refusal, requirePast } from '../problems.ts';
import { clientGone, pourBody } from '../request-body.ts';
import type { Db } from '../store/database.ts';
import type { Stores } from '../stores.ts';

const CSV = 'text/csv; charset=utf-8';

interface Surroundings {
  db: Db;
  stores: Stores;
  imports: ImportJobs;
  jobs: JobBook;
  now: () => string;
  log: Log;
}

async function importReadings(
  { stores, imports, now, log }: Surroundings,
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
      refreshStale(stores, log).catch((error) => log.error(describeFault(error), 'refresh failed'));
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

async function addCurve(
  { stores, imports, now }: Surroundings,
  { params, query, request, response }: FileCall<'addCurve'>,
): Promise<void> {
  const change = changeId(request);
  const sessionId = params.id;
  const traits = curveTraits(stores, query.quantity);
  requirePast('takenAt', query.takenAt, now());
  imports.requireFree();
  const announced = Number(request.get('Content-Length') ?? 0);
  const tooLarge = curveSizeFault(announced);
  if (tooLarge) throw new Refusal(413, tooLarge);
  const text = new PassThrough();
  const [read] = await Promise.all([
    readCurveStream(text, traits),
    pourBody(request, text, MOST_CURVE_BYTES, () => curveSizeFault(MOST_CURVE_BYTES + 1) ?? ''),
  ]);
  if (!read.ok)
    throw new Refusal(
      422,
      read.faults[0]?.message ?? 'The curve cannot be read.',
      read.faults.map(({ line, column, message }) => ({ field: column, message, line })),
      read.count,
    );
  imports.requireFree();
  const { curve, reading, instrument, from, to, side, quantity, takenAt } = query;
  const draft = {
    id: curve,
    readingId: reading,
    sessionId,
    side,
    quantity,
    instrumentId: instrument,
    takenAt,
    window: [from, to] as const,
    temperatureC: query.temperatureC ?? null,
    humidityPct: query.humidityPct ?? null,
  };
  const answer = stores.changes.apply(
    {
      id: change,
      at: now(),
      person: personCode(request),
      action: 'addCurve',
      subject: curve,
      request: { ...draft, samples: read.value.curve.x.length },
    },
    () => {
      const recorded = recordCurve(stores, draft, read.value);
      summarisePair(stores, stores.sessions.byId(sessionId).pairId, { sessionId });
      return recorded;
    },
  );
  response.json(answer);
}

export function fileRoutes(
  around: Surroundings,
): Pick<FileHandlers, 'importReadings' | 'exportReadings' | 'addCurve' | 'getCurve'> {
  const { stores } = around;
  return {
    importReadings: (call) => importReadings(around, call),
    exportReadings: (call) => sendReadings(around, call),
    addCurve: (call) => addCurve(around, call),
    getCurve: ({ params, response }) => {
      const { curve, time, quantity } = stores.curves.byId(params.id);
      response
        .type(CSV)
        .send(writeCurveFile({ curve, time }, curveTraits(stores, quantity)).join(''));
    },
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
