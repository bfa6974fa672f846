/** The one fetch wrapper: addresses by name, refusals as `RequestFault`. */
import type { AnswerOf, BodyIn, ParamsOf, QueryOf } from '#contract/api.ts';
import { CHANGE_HEADER, JSON_TYPE, PATHS, type PathName, PERSON_HEADER } from '#contract/paths.ts';
import type { Problem } from '#contract/records.ts';

/** A refusal of the server, or that it could not be reached (`status` 0). */
export class RequestFault extends Error {
  readonly status: number;
  readonly problem: Problem | undefined;
  constructor(status: number, message: string, problem?: Problem) {
    super(message);
    this.status = status;
    this.problem = problem;
  }

  /** True where the same request may succeed later: unreachable, failing, or a full disk. */
  get passing(): boolean {
    return this.status === 0 || this.status >= 500;
  }
}

export interface RequestParts<N extends PathName> {
  params?: ParamsOf<N>;
  query?: QueryOf<N>;
  body?: BodyIn<N>;
  /** UUIDv7 of a change. */
  change?: string;
  person?: string;
  signal?: AbortSignal | undefined;
}

function addressOf(path: string, params: unknown, query: unknown): string {
  let address = path;
  for (const [name, value] of Object.entries(params ?? {}))
    address = address.replace(`:${name}`, encodeURIComponent(String(value)));
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(query ?? {}))
    if (value !== undefined) search.set(name, String(value));
  const text = search.toString();
  return text ? `${address}?${text}` : address;
}

export async function request<N extends PathName>(
  name: N,
  parts: RequestParts<N> = {},
): Promise<AnswerOf<N>> {
  const [method = '', path = ''] = PATHS[name].split(' ');
  const headers: Record<string, string> = {};
  if (parts.body !== undefined) headers['Content-Type'] = JSON_TYPE;
  if (parts.change) headers[CHANGE_HEADER] = parts.change;
  if (parts.person) headers[PERSON_HEADER] = parts.person;
  let response: Response;
  try {
    response = await fetch(addressOf(path, parts.params, parts.query), {
      method,
      headers,
      ...(parts.body === undefined ? {} : { body: JSON.stringify(parts.body) }),
      ...(parts.signal ? { signal: parts.signal } : {}),
    });
  } catch (error) {
    if (parts.signal?.aborted) throw error;
    throw new RequestFault(0, 'The server cannot be reached. Is Emvex still running?');
  }
  if (response.ok) return (await response.json()) as AnswerOf<N>;
  const problem = (await response.json().catch(() => undefined)) as Problem | undefined;
  throw new RequestFault(
    response.status,
    problem?.detail ?? `The server answered ${response.status}.`,
    problem,
  );
}
