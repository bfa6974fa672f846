/** The one fetch wrapper: addresses by name, refusals as `RequestFault`. */
import { ADDRESSES } from '#contract/addresses.ts';
import type {
  AnswerOf,
  BodyIn,
  EndpointName,
  FileName,
  ParamsOf,
  PathName,
  QueryIn,
} from '#contract/endpoints.ts';
import {
  CHANGE_HEADER,
  JSON_TYPE,
  OLD_PAGE_STATUS,
  PAGE_HEADER,
  PAGE_REVISION,
  PERSON_HEADER,
} from '#contract/headers.ts';
import type { Problem } from '#contract/problem.ts';
import { keepAnswer, keptAnswer, serverAnswered, serverMissed } from './kept-answers.ts';
import { pageIsOld } from './old-page.ts';
import { currentPerson } from './person.ts';

/** A refusal of the server, or that it could not be reached (`status` 0). */
export class RequestFault extends Error {
  readonly status: number;
  readonly problem: Problem | undefined;
  constructor(status: number, message: string, problem?: Problem) {
    super(message);
    this.status = status;
    this.problem = problem;
  }

  /**
   * True where the same request may succeed later: unreachable, failing, a full disk, or a page that
   * is older than its server and about to be loaded anew.
   */
  get passing(): boolean {
    return this.status === 0 || this.status >= 500 || this.status === OLD_PAGE_STATUS;
  }
}

export interface RequestParts<N extends PathName> {
  params?: ParamsOf<N>;
  query?: QueryIn<N>;
  body?: BodyIn<N>;
  /** UUIDv7 of a change. */
  change?: string;
  person?: string;
  signal?: AbortSignal | undefined;
}

/** Where an endpoint is, with its parameters and query filled in. */
export function addressOf(name: EndpointName, params?: unknown, query?: unknown): string {
  let address = ADDRESSES[name].path;
  for (const [name, value] of Object.entries(params ?? {}))
    address = address.replace(`:${name}`, encodeURIComponent(String(value)));
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(query ?? {}))
    if (value !== undefined) search.set(name, String(value));
  const text = search.toString();
  return text ? `${address}?${text}` : address;
}

/** Sends a request; answers with its JSON, or throws what stands against it. */
async function ask<T>(
  address: string,
  { headers, ...init }: RequestInit & { headers: Record<string, string> },
  { change, person, signal }: Pick<RequestParts<PathName>, 'change' | 'person' | 'signal'>,
): Promise<T> {
  if (change) {
    headers[CHANGE_HEADER] = change;
    const code = person || currentPerson();
    if (code) headers[PERSON_HEADER] = code;
  }
  headers[PAGE_HEADER] = PAGE_REVISION;
  let response: Response;
  try {
    response = await fetch(address, { ...init, headers, ...(signal ? { signal } : {}) });
  } catch (error) {
    if (signal?.aborted) throw error;
    serverMissed();
    const kept = init.method === 'GET' ? await keptAnswer(address) : undefined;
    if (kept) return kept.answer as T;
    throw new RequestFault(0, 'The server cannot be reached. Is Emvex still running?');
  }
  serverAnswered();
  if (response.ok) {
    const answer = (await response.json()) as T;
    if (init.method === 'GET') void keepAnswer(address, answer);
    return answer;
  }
  const problem = (await response.json().catch(() => undefined)) as Problem | undefined;
  if (response.status === OLD_PAGE_STATUS) pageIsOld();
  throw new RequestFault(
    response.status,
    problem?.detail ?? `The server answered ${response.status}.`,
    problem,
  );
}

export function request<N extends PathName>(
  name: N,
  parts: RequestParts<N> = {},
): Promise<AnswerOf<N>> {
  const { method } = ADDRESSES[name];
  const body = parts.body === undefined ? {} : { body: JSON.stringify(parts.body) };
  return ask<AnswerOf<N>>(
    addressOf(name, parts.params, parts.query),
    { method, headers: parts.body === undefined ? {} : { 'Content-Type': JSON_TYPE }, ...body },
    parts,
  );
}

/** Sends a file; what it is of stands in the address. */
export function requestWithFile<N extends FileName>(
  name: N,
  parts: {
    params?: unknown;
    query?: unknown;
    file: Blob;
    /** UUIDv7 of a change. */
    change?: string;
    person?: string;
    signal?: AbortSignal;
  },
): Promise<AnswerOf<N>> {
  const { method } = ADDRESSES[name];
  return ask(
    addressOf(name, parts.params, parts.query),
    {
      method,
      headers: { 'Content-Type': parts.file.type || 'application/octet-stream' },
      body: parts.file,
    },
    parts,
  );
}
