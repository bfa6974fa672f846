/** Curves in and out, as files. */

import { PassThrough } from 'node:stream';
import { curveSizeFault, MOST_CURVE_BYTES, writeCurveFile } from '#core/curves/curve-file.ts';
import { changeId } from '../change-id.ts';
import { curveTraits, recordCurve } from '../curves.ts';
import { type FileCall, type FileHandlers, operatorOf, personCode } from '../endpoint.ts';
import { readCurveStream } from '../formats/curve-csv.ts';
import { summarisePair } from '../measured-pairs.ts';
import { Refusal, requirePast } from '../problems.ts';
import { pourBody } from '../request-body.ts';
import { whenFree } from '../store/when-free.ts';
import type { Stores } from '../stores.ts';

const CSV = 'text/csv; charset=utf-8';

async function addCurve(
  stores: Stores,
  now: () => string,
  requireFree: () => void,
  { params, query, request, response }: FileCall<'addCurve'>,
): Promise<void> {
  const change = changeId(request);
  const sessionId = params.id;
  const traits = curveTraits(stores, query.quantity);
  requirePast('takenAt', query.takenAt, now());
  requireFree();
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
  requireFree();
  const { curve, reading, instrument, from, to, side, quantity, takenAt } = query;
  const draft = {
    id: curve,
    readingId: reading,
    sessionId,
    side,
    quantity,
    instrumentId: instrument,
    person: operatorOf(request),
    takenAt,
    window: [from, to] as const,
    temperatureC: query.temperatureC ?? null,
    humidityPct: query.humidityPct ?? null,
  };
  const answer = await whenFree(() =>
    stores.changes.apply(
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
    ),
  );
  response.json(answer);
}

export function curveRoutes(
  stores: Stores,
  now: () => string,
  requireFree: () => void,
): Pick<FileHandlers, 'addCurve' | 'getCurve'> {
  return {
    addCurve: (call) => addCurve(stores, now, requireFree, call),
    getCurve: ({ params, response }) => {
      const { curve, time, quantity } = stores.curves.byId(params.id);
      response
        .type(CSV)
        .send(writeCurveFile({ curve, time }, curveTraits(stores, quantity)).join(''));
    },
  };
}
