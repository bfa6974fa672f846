/** Ties an address of the contract to its handler: checks what comes in, and runs a change once. */
import type { Express, NextFunction, Request, Response } from 'express';
import { ADDRESSES } from '#contract/addresses.ts';
import type { Endpoint } from '#contract/endpoint.ts';
import {
  type AnswerOf,
  type BodyOut,
  ENDPOINTS,
  type EndpointName,
  type Endpoints,
  type FileName,
  type ParamsOf,
  type PathName,
  type QueryOf,
} from '#contract/endpoints.ts';
import { PERSON_HEADER } from '#contract/headers.ts';
import { changeId } from './change-id.ts';
import { Refusal } from './problems.ts';
import { clientGone } from './request-body.ts';
import type { ChangeStore } from './store/changes.ts';
import { whenFree } from './store/when-free.ts';

export interface Call<N extends PathName> {
  params: ParamsOf<N>;
  query: QueryOf<N>;
  body: BodyOut<N>;
  /** Id of the change; empty where nothing is changed. */
  change: string;
  /** ISO time of the request. */
  now: string;
  /** Code of the person who makes the change. */
  person: string;
  /** The same, as the request says it: empty where nobody is chosen, null where it says nothing. */
  operator: string | null;
  /** Aborted where the client no longer waits. */
  gone: AbortSignal;
}

/** What writes is done in one transaction; all else may take its time. */
type Answer<N extends PathName> = Endpoints[N] extends { at: `GET ${string}` } | { passing: true }
  ? AnswerOf<N> | Promise<AnswerOf<N>>
  : AnswerOf<N>;

/** A change that needs what takes its time, a picture read from its file: had before the transaction begins. */
export interface Prepared<N extends PathName> {
  /** Answers with the work of the transaction. */
  prepare: (call: Call<N>) => Promise<() => AnswerOf<N>>;
}

export type Handlers = {
  [N in PathName]: ((call: Call<N>) => Answer<N>) | Prepared<N>;
};

interface Wiring {
  changes: ChangeStore;
  now: () => string;
  /** Refuses a change while a file is being written: it is asked to come again. */
  requireFree: () => void;
}

/** Code of the person at the gauge, empty where nobody is chosen; null where the request says nothing of it. */
export const operatorOf = (request: Request): string | null =>
  request.get(PERSON_HEADER)?.trim().slice(0, 20) ?? null;

export const personCode = (request: Request): string => operatorOf(request) || 'bench';

function subjectOf(name: PathName, params: unknown, body: unknown): string {
  const candidates = [params, body, (body as { pair?: unknown })?.pair];
  const found = candidates.find((one) => typeof (one as { id?: unknown })?.id === 'string');
  // A tester goes by the code, a use by its name.
  const [named] = Object.values((params ?? {}) as Record<string, string>);
  return (found as { id: string } | undefined)?.id ?? named ?? name;
}

type AnyHandler = ((call: never) => unknown) | Prepared<PathName>;

function respond(wiring: Wiring, name: PathName, handler: AnyHandler) {
  const endpoint: Endpoint = ENDPOINTS[name];
  const writes = 'touches' in endpoint;
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
    const operator = operatorOf(request);
    const call = { params, query, body, change: id, now, person, operator, gone } as never;
    const work = typeof handler === 'function' ? () => handler(call) : await handler.prepare(call);
    if (!writes) {
      const answer = await work();
      if (!gone.aborted) response.json(answer);
      return;
    }
    const change = {
      id,
      at: now,
      person,
      action: name,
      subject: subjectOf(name, params, body),
      request: body,
    };
    const answer = await whenFree(() => wiring.changes.apply(change, work));
    response.json(answer);
  };
}

/** The address of an endpoint, as Express writes it. */
export const pathOf = (name: EndpointName): string => ADDRESSES[name].path;

type Method = 'get' | 'post' | 'put' | 'delete';

function mount(
  app: Express,
  name: EndpointName,
  route: (request: Request, response: Response, next: NextFunction) => unknown,
): void {
  const { method, path } = ADDRESSES[name];
  app.route(path)[method.toLowerCase() as Method](route);
}

/** Mounts every address of the contract that takes and answers JSON. */
export function mountEndpoints(app: Express, wiring: Wiring, handlers: Handlers): void {
  for (const name of Object.keys(handlers) as PathName[])
    mount(app, name, respond(wiring, name, handlers[name] as unknown as AnyHandler));
}

/** What came in at an address of files, checked. */
export interface FileCall<N extends FileName> {
  params: ParamsOf<N>;
  query: QueryOf<N>;
  request: Request;
  response: Response;
  next: NextFunction;
}

export type FileHandlers = { [N in FileName]: (call: FileCall<N>) => unknown };

/** Mounts the addresses of files and streams, whose bodies pass as they come. */
export function mountFiles(app: Express, handlers: FileHandlers): void {
  for (const name of Object.keys(handlers) as FileName[]) {
    const endpoint: Endpoint = ENDPOINTS[name];
    mount(app, name, (request, response, next) =>
      (handlers[name] as (call: unknown) => unknown)({
        params: endpoint.params?.parse(request.params) ?? {},
        query: endpoint.query?.parse(request.query) ?? {},
        request,
        response,
        next,
      }),
    );
  }
}
