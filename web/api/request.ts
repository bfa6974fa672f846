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
  LAB_HEADER,
  OLD_PAGE_STATUS,
  PAGE_HEADER,
  PAGE_REVISION,
  PERSON_HEADER,
} from '#contract/headers.ts';
import type { Problem } from '#contract/problem.ts';
import { knownLab, meetLab } from '../kit/lab-identity.ts';
import {
  dropKeptAnswers,
  keepAnswer,
  keptAnswer,
  serverAnswered,
  serverMissed,
} from './kept-answers.ts';
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
  /** Identity of the lab that a change was made in; left out: the one that is open. */
  lab?: string | undefined;
  signal?: AbortSignal | undefined;
}

/** The page shows another lab than the one that answers: it is loaded anew, and nothing of before is shown. */
async function leaveFormerLab(): Promise<void> {
  await dropKeptAnswers();
  window.location.reload();
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
  {
    change,
    person,
    lab,
    signal,
  }: Pick<RequestParts<PathName>, 'change' | 'person' | 'lab' | 'signal'>,
): Promise<T> {
  if (change) {
    headers[CHANGE_HEADER] = change;
    // A change that was kept while nobody was chosen is not another person's later.
    headers[PERSON_HEADER] = person ?? currentPerson();
    const from = lab ?? knownLab();
    if (from) headers[LAB_HEADER] = from;
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
  const answering = response.headers.get(LAB_HEADER);
  if (answering && meetLab(answering)) void leaveFormerLab();
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
    lab?: string | undefined;
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
