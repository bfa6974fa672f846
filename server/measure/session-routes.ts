import { windowCurve } from '../curves.ts';
import type { Handlers } from '../endpoint.ts';
import { summarisePair } from '../measured-pairs.ts';
import { requirePast } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { expectedFigures } from './expected.ts';
import { takeReading, voidReading } from './readings.ts';

type SessionHandlers = Pick<
  Handlers,
  | 'listExpected'
  | 'startSession'
  | 'describeSession'
  | 'finishSession'
  | 'addNote'
  | 'recordReading'
  | 'voidReading'
  | 'windowCurve'
>;

export function sessionRoutes(stores: Stores): SessionHandlers {
  const summarise = (sessionId: string) =>
    summarisePair(stores, stores.sessions.byId(sessionId).pairId, { sessionId });
  return {
    listExpected: ({ params, query }) => expectedFigures(stores, params.tag, query),
    startSession: ({ body, now }) => {
      requirePast('startedAt', body.startedAt, now);
      stores.sessions.start(body);
      return { id: body.id };
    },
    describeSession: ({ params, body }) => {
      const version = stores.sessions.describe(params.id, body);
      summarise(params.id);
      return { id: params.id, version };
    },
    finishSession: ({ params, body, now }) => {
      requirePast('finishedAt', body.finishedAt, now);
      stores.sessions.finish(params.id, body.finishedAt);
      summarise(params.id);
      return { id: params.id };
    },
    addNote: ({ params, body }) => {
      stores.sessions.addNote(params.id, body);
      return { id: body.id };
    },
    recordReading: ({ body, now, operator }) => {
      requirePast('takenAt', body.takenAt, now);
      return takeReading(stores, body, operator);
    },
    voidReading: ({ params, body, now }) => {
      const { reason, turn } = body;
      const id =
        turn === undefined ? params.id : stores.gaugeStudies.standingOf(params.id, turn).id;
      voidReading(stores, id, reason, now);
      return { id: params.id };
    },
    windowCurve: ({ params, body, now, operator }) => {
      const reading = windowCurve(stores, params.id, {
        ...body,
        person: operator,
        takenAt: now,
      });
      summarise(reading.occasionId);
      return reading;
    },
  };
}
