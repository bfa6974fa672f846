/** Addresses that take or give files: readings in and out, curves in and out. */
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Express, Request, Response } from 'express';
import { z } from 'zod';
import { FILE_PATHS } from '#contract/paths.ts';
import { measuredQuantity, moment, id as uuid7 } from '#contract/records.ts';
import { curveSizeFault, MOST_CURVE_BYTES } from '#core/curve-file.ts';
import { SIDES } from '#core/quantities.ts';
import { curveTraits, recordCurve } from '../curves.ts';
import { changeId, personCode } from '../endpoint.ts';
import { readCurveStream, writeCurve } from '../formats/curve-csv.ts';
import { exportReadings } from '../formats/export-readings.ts';
import { MOST_IMPORT_BYTES } from '../formats/import-readings.ts';
import type { ImportJobs } from '../imports.ts';
import { limitBytes } from '../limit-bytes.ts';
import { refreshStale, summarisePair } from '../measured-pairs.ts';
import { notFound, Refusal } from '../problems.ts';
import type { Db } from '../store/database.ts';
import type { Stores } from '../stores.ts';

const CSV = 'text/csv; charset=utf-8';

/** True once the client has gone away before its answer. */
function abortOf(request: Request, response: Response): AbortSignal {
  const controller = new AbortController();
  response.on('close', () => {
    if (!response.writableEnded) controller.abort();
  });
  request.on('aborted', () => controller.abort());
  return controller.signal;
}

const curveQuery = z.object({
  curve: uuid7,
  reading: uuid7,
  side: z.enum(SIDES),
  quantity: measuredQuantity,
  instrument: uuid7,
  takenAt: moment,
  from: z.coerce.number(),
  to: z.coerce.number(),
  temperatureC: z.coerce.number().min(-60).max(80).optional(),
  humidityPct: z.coerce.number().min(0).max(100).optional(),
});

const route = (name: keyof typeof FILE_PATHS) => FILE_PATHS[name].split(' ')[1] ?? '';

export function mountFiles(
  app: Express,
  db: Db,
  stores: Stores,
  jobs: ImportJobs,
  now: () => string,
  log: (error: unknown) => void,
): void {
  app.post(route('importReadings'), async (request, response) => {
    const id = changeId(request);
    const cancelled = abortOf(request, response);
    const folder = await mkdtemp(join(tmpdir(), 'emvex-import-'));
    try {
      const file = join(folder, 'readings.csv');
      const limit = limitBytes(
        MOST_IMPORT_BYTES,
        () => 'The file has over 2 GB. Split it, by pair or by month.',
      );
      await pipeline(request, limit, createWriteStream(file));
      const outcome = await jobs.run(
        {
          file,
          bytes: limit.seen,
          preview: request.query.preview === '1',
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
        refreshStale(stores).catch(log);
      }
      response.json(outcome.report);
    } catch (error) {
      if (cancelled.aborted) return;
      throw error;
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

  app.get(route('importProgress'), (request: Request<{ id: string }>, response) => {
    const progress = jobs.progressOf(request.params.id);
    if (!progress) throw notFound('This import');
    response.json(progress);
  });

  app.get(route('exportReadings'), async (request, response) => {
    const { pair, semicolon } = z
      .object({ pair: z.string().max(16).optional(), semicolon: z.literal('1').optional() })
      .parse(request.query);
    if (pair) stores.pairs.byTag(pair);
    response.type(CSV).attachment(`readings${pair ? `-${pair}` : ''}.csv`);
    await pipeline(
      exportReadings(db, {
        tag: pair,
        semicolon: semicolon === '1',
        catalogue: stores.lab.catalogue(),
      }),
      response,
    );
  });

  app.post(route('addCurve'), async (request: Request<{ id: string }>, response) => {
    const change = changeId(request);
    const sessionId = uuid7.parse(request.params.id);
    const query = curveQuery.parse(request.query);
    const traits = curveTraits(stores, query.quantity);
    const limit = limitBytes(MOST_CURVE_BYTES, () => curveSizeFault(limit.seen + 1) ?? '');
    const announced = Number(request.get('Content-Length') ?? 0);
    const tooLarge = curveSizeFault(announced);
    if (tooLarge) throw new Refusal(413, tooLarge);
    const read = await readCurveStream(request.pipe(limit), traits);
    if (!read.ok)
      throw new Refusal(
        422,
        read.faults[0]?.message ?? 'The curve cannot be read.',
        read.faults.map(({ line, column, message }) => ({ field: column, message, line })),
        read.count,
      );
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
        const recorded = recordCurve(stores, draft, read.value.curve);
        summarisePair(stores, stores.sessions.byId(sessionId).pairId, { sessionId });
        return recorded;
      },
    );
    response.json(answer);
  });

  app.get(route('getCurve'), (request: Request<{ id: string }>, response) => {
    const { curve, quantity } = stores.curves.byId(uuid7.parse(request.params.id));
    response.type(CSV).send(writeCurve(curve, curveTraits(stores, quantity)));
  });
}
