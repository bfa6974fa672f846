import type { Handlers } from '../endpoint.ts';
import { summarisePair } from '../measured-pairs.ts';
import type { Stores } from '../stores.ts';

type SessionHandlers = Pick<
  Handlers,
  'startSession' | 'finishSession' | 'addNote' | 'recordReading' | 'voidReading'
>;

export function sessionRoutes(stores: Stores): SessionHandlers {
  return {
    startSession: ({ body }) => {
      stores.sessions.start(body);
      return { id: body.id };
    },
    finishSession: ({ params, body }) => {
      stores.sessions.finish(params.id, body.finishedAt);
      return { id: params.id };
    },
    addNote: ({ params, body }) => {
      stores.sessions.addNote(params.id, body);
      return { id: body.id };
    },
    recordReading: ({ body }) => {
      const reading = stores.sessions.record(body);
      summarisePair(stores, stores.sessions.byId(body.sessionId).pairId);
      return reading;
    },
    voidReading: ({ params, body, now }) => {
      const reading = stores.sessions.void(params.id, body.reason, now);
      summarisePair(stores, stores.sessions.byId(reading.sessionId).pairId);
      return { id: params.id };
    },
  };
}
