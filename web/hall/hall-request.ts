/** One call of the hall. */
import { HALL_PHONE_HEADER, HALL_SECRET_HEADER } from '#contract/hall-headers.ts';
import { CHANGE_HEADER, LAB_HEADER } from '#contract/headers.ts';
import type { Problem } from '#contract/problem.ts';
import { meetLab } from '../kit/lab-identity.ts';
import { openedLink, phoneSecret } from './hall-link.ts';

export class HallFault extends Error {
  readonly status: number;
  readonly problem: Problem | undefined;
  constructor(status: number, message: string, problem?: Problem) {
    super(message);
    this.status = status;
    this.problem = problem;
  }
  /** The hall cannot be reached, or asks for patience: the same may be sent later. */
  get passing(): boolean {
    return this.status === 0 || this.status === 429 || this.status >= 500;
  }
}

export interface HallRequest {
  method: 'GET' | 'POST';
  path: string;
  body?: unknown;
  picture?: Blob;
  change?: string;
  /** Of the link that it was kept under; left out: the one that is open. */
  secret?: string;
  /** Identity of the lab that a change was made in. */
  lab?: string | undefined;
}

/** @throws HallFault */
export async function callHall<T>({
  method,
  path,
  body,
  picture,
  change,
  secret = openedLink() ?? '',
  lab,
}: HallRequest): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: {
        [HALL_SECRET_HEADER]: `Link ${secret}`,
        [HALL_PHONE_HEADER]: phoneSecret(),
        ...(change ? { [CHANGE_HEADER]: change } : {}),
        ...(lab ? { [LAB_HEADER]: lab } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(picture ? { 'content-type': picture.type || 'image/jpeg' } : {}),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      ...(picture ? { body: picture } : {}),
    });
  } catch {
    throw new HallFault(0, 'The lab’s computer cannot be reached.');
  }
  const answering = response.headers.get(LAB_HEADER);
  if (answering && meetLab(answering)) location.reload();
  const answer = await response.json().catch(() => undefined);
  if (response.ok) return answer as T;
  const problem = answer as Problem | undefined;
  throw new HallFault(
    response.status,
    problem?.detail ?? 'The lab’s computer reported an error.',
    problem,
  );
}
