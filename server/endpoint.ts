/** Ties an address of the contract to its handler: checks what comes in, and runs a change once. */
import type { Express, Request, Response } from 'express';
import {
  type AnswerOf,
  type BodyOut,
  ENDPOINTS,
  type Endpoint,
  type ParamsOf,
  type QueryOf,
} from '#contract/api.ts';
import { id as uuid7 } from '#contract/fields.ts';
import { CHANGE_HEADER, PATHS, type PathName, PERSON_HEADER } from '#contract/paths.ts';
import { Refusal } from './problems.ts';
import { clientGone } from './request-body.ts';
import type { ChangeStore } from './store/changes.ts';

export interface Call<N extends PathName> {
  params: ParamsOf<N>;
  query: QueryOf<N>;
  body: BodyOut<N>;
  /** ISO time of the request. */
  now: string;
  /** Code of the person who makes the change. */
  person: string;
  /** Aborted where the client no longer waits. */
  gone: AbortSignal;
}

/** What reads may take its time; what writes is done in one transaction. */
type Answer<N extends PathName> = (typeof PATHS)[N] extends `GET ${string}`
  ? AnswerOf<N> | Promise<AnswerOf<N>>
  : AnswerOf<N>;

export type Handlers = { [N in PathName]: (call: Call<N>) => Answer<N> };

interface Wiring {
  changes: ChangeStore;
  now: () => string;
  /** Refuses a change while a file is being written: it is asked to come again. */
  requireFree: () => void;
}

export function changeId(request: Request): string {
  const given = uuid7.safeParse(request.get(CHANGE_HEADER));
  if (given.success) return given.data;
  throw new Refusal(
    400,
    `A change carries its own UUID of version 7 in the header ${CHANGE_HEADER}, so that it may be sent twice.`,
  );
}

export function personCode(request: Request): string {
  return (request.get(PERSON_HEADER) ?? 'bench').trim().slice(0, 20) || 'bench';
}

function subjectOf(name: PathName, params: unknown, body: unknown): string {
  const candidates = [params, body, (body as { pair?: unknown })?.pair];
  const found = candidates.find((one) => typeof (one as { id?: unknown })?.id === 'string');
  return (found as { id: string } | undefined)?.id ?? name;
}

function respond(wiring: Wiring, name: PathName, handler: (call: never) => unknown) {
  const endpoint: Endpoint = ENDPOINTS[name];
  const writes = !PATHS[name].startsWith('GET ');
  return async (request: Request, response: Response) => {
    const params = endpoint.params?.parse(request.params) ?? {};
    const query = endpoint.query?.parse(request.query) ?? {};
    const id = writes ? changeId(request) : '';
    if (endpoint.body && request.body === undefined)
      throw new Refusal(415, 'Send the change as JSON (content type application/json).');
    const body = endpoint.body?.parse(request.body);
    const now = wiring.now();
    if (writes) wiring.requireFree();
    const person = personCode(request);
    const gone = clientGone(response);
    const work = () => handler({ params, query, body, now, person, gone } as never);
    if (!writes) {
      const answer = await work();
      if (!gone.aborted) response.json(answer);
      return;
    }
    const answer = wiring.changes.apply(
      {
        id,
        at: now,
        person,
        action: name,
        subject: subjectOf(name, params, body),
        request: body,
      },
      work,
    );
    response.json(answer);
  };
}

/** Mounts every address of the contract. */
export function mountEndpoints(app: Express, wiring: Wiring, handlers: Handlers): void {
  for (const name of Object.keys(PATHS) as PathName[]) {
    const [method = '', path = ''] = PATHS[name].split(' ');
    const route = respond(wiring, name, handlers[name] as (call: never) => unknown);
    app.route(path)[method.toLowerCase() as 'get' | 'post' | 'put'](route);
  }
}
