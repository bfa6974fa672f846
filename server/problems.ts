/** Errors as problem details (RFC 9457): one shape, one place. */
import Database from 'better-sqlite3';
import type { ErrorRequestHandler, Response } from 'express';
import { z } from 'zod';
import { CalculationFault } from '#contract/calculation.ts';
import { PROBLEM_TYPE } from '#contract/headers.ts';
import type { Problem } from '#contract/problem.ts';
import { describeFault } from './described-fault.ts';
import type { Log } from './log.ts';

const TITLES: Record<number, string> = {
  400: 'The request cannot be read',
  403: 'Not from here',
  404: 'Not found',
  405: 'Not done this way',
  409: 'Another change came first',
  413: 'Too large',
  415: 'This cannot be read',
  422: 'A value is wrong',
  499: 'Cancelled',
  500: 'The server failed',
  503: 'A moment please',
  507: 'The disk is full',
};

/** A refusal that a route or the store answers with. */
export class Refusal extends Error {
  readonly status: number;
  readonly errors: Problem['errors'];
  /** All faults of a file, where `errors` lists the first of them. */
  readonly faultCount: number | undefined;
  constructor(status: number, detail: string, errors?: Problem['errors'], faultCount?: number) {
    super(detail);
    this.faultCount = faultCount;
    this.status = status;
    this.errors = errors;
  }
}

export const notFound = (what: string) => new Refusal(404, `${what} is not in this bench book.`);

/** A value that is well-formed and still wrong, with the field it stands in. */
export const wrongValue = (field: string, message: string, choices?: string[]) =>
  new Refusal(422, message, [choices ? { field, message, choices } : { field, message }]);

/** A clock that is set a little wrong is no fault; one that is a day ahead is. */
const AHEAD_MS = 86_400_000;

/** Refuses a moment that has not come: `now` and `moment` are UTC. */
export function requirePast(field: string, moment: string, now: string): void {
  if (Date.parse(moment) - Date.parse(now) > AHEAD_MS)
    throw wrongValue(field, `${moment} has not come yet: is the clock set right?`);
}

export function problemOf(status: number, detail: string, errors?: Problem['errors']): Problem {
  const title = TITLES[status] ?? 'Refused';
  const problem: Problem = { type: 'about:blank', title, status, detail };
  if (errors && errors.length > 0) problem.errors = errors;
  return problem;
}

export function sendProblem(response: Response, problem: Problem): void {
  response.status(problem.status).type(PROBLEM_TYPE).send(JSON.stringify(problem));
}

/** Faults of a schema, each with the path of its field. */
export function schemaFaults(error: z.ZodError): NonNullable<Problem['errors']> {
  return error.issues.map((issue) => ({
    field: issue.path.join('.') || 'body',
    message: issue.message,
  }));
}

const DISK_FULL = () =>
  problemOf(
    507,
    'The disk is full: nothing was written. Free some space; what waits in the browser is sent again.',
  );
const COME_AGAIN = () =>
  problemOf(503, 'The book is being written by something else. Try again in a moment.');

/** Faults of the machine by their code, whether SQLite, a stream or a thread met them. */
function fromCode(error: unknown): Problem | undefined {
  const code = (error as NodeJS.ErrnoException)?.code;
  if (typeof code !== 'string') return undefined;
  if (/^(?:SQLITE_FULL|SQLITE_IOERR|ENOSPC|EDQUOT|EFBIG)/.test(code)) return DISK_FULL();
  if (/^SQLITE_(?:BUSY|LOCKED)/.test(code)) return COME_AGAIN();
  if (/^SQLITE_(?:CORRUPT|NOTADB)/.test(code))
    return problemOf(
      503,
      'The database is damaged. Restore a backup under Lab, Backups: what you typed is kept in this browser and is sent afterwards.',
    );
  if (/^SQLITE_READONLY/.test(code))
    return problemOf(
      507,
      'The book can only be read: its file or folder may not be written. Nothing was changed.',
    );
  return undefined;
}

function fromSqlite(error: InstanceType<typeof Database.SqliteError>): Problem | undefined {
  if (error.code.startsWith('SQLITE_CONSTRAINT_PRIMARYKEY'))
    return problemOf(409, 'This id is already in the bench book.');
  if (error.code.startsWith('SQLITE_CONSTRAINT_UNIQUE'))
    return problemOf(409, `That is already taken: ${error.message.replace(/^.*: /, '')}.`);
  if (error.code.startsWith('SQLITE_CONSTRAINT_FOREIGNKEY'))
    return problemOf(422, 'It refers to something that is not in this bench book.');
  return undefined;
}

function statusOf(error: unknown): number | undefined {
  const status = (error as { status?: unknown })?.status;
  return typeof status === 'number' ? status : undefined;
}

/** The problem that an error stands for; undefined for a fault of the program itself. */
export function describeError(error: unknown): Problem | undefined {
  if (error instanceof Refusal) {
    const problem = problemOf(error.status, error.message, error.errors);
    return error.faultCount === undefined ? problem : { ...problem, faultCount: error.faultCount };
  }
  if (error instanceof z.ZodError) {
    const faults = schemaFaults(error);
    return problemOf(400, faults.map((f) => `${f.field}: ${f.message}`).join('; '), faults);
  }
  if (error instanceof CalculationFault) {
    const { field, message, choices } = error;
    return problemOf(422, message, [choices ? { field, message, choices } : { field, message }]);
  }
  const ofMachine = fromCode(error);
  if (ofMachine) return ofMachine;
  if (error instanceof Database.SqliteError) return fromSqlite(error);
  const status = statusOf(error);
  if (status === 413) return problemOf(413, 'The request is larger than the server takes (1 MB).');
  // A path that climbs out of the pages is forbidden by what serves them.
  if (status === 404 || status === 403) return problemOf(404, 'There is nothing at this address.');
  if (status === 415)
    return problemOf(
      415,
      'The body is in a character set or packing that is not read: send UTF-8, not packed.',
    );
  if (status === 400)
    return problemOf(400, 'The body is not JSON, or the address is badly written.');
  return undefined;
}

/** Express's one error handler. */
export function problemHandler(log: Log): ErrorRequestHandler {
  return (error, _request, response, next) => {
    const problem = describeError(error);
    if (!problem) log.error(describeFault(error), 'fault of the program');
    if (response.headersSent) return next(error);
    sendProblem(
      response,
      problem ?? problemOf(500, 'The server failed at this request; nothing was changed.'),
    );
  };
}
