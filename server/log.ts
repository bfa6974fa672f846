/**
 * What the server did, a line each: starts, backups, migrations, and requests that failed or were
 * slow. Never what was typed: addresses stand as their pattern, faults by their name and place.
 */
import type { RequestHandler } from 'express';
import pino, { type Logger } from 'pino';
import pretty from 'pino-pretty';

export type Log = Logger;

/** A request that takes longer than this is told. */
const SLOW_MS = 1000;

/**
 * Opens the log on the standard error stream: for the eye at a terminal, else JSON, a line a record.
 * @param level of pino; `silent` says nothing
 */
export function openLog(level = 'info'): Log {
  const options = { level, base: null, timestamp: pino.stdTimeFunctions.isoTime };
  return process.stderr.isTTY
    ? pino(
        options,
        pretty({ destination: 2, sync: true, singleLine: true, translateTime: 'SYS:HH:MM:ss' }),
      )
    : pino(options, pino.destination({ fd: 2, sync: true }));
}

export const silentLog = (): Log => pino({ level: 'silent' });

/** Tells requests that failed or were slow. A stream that stays open, or a file, is never slow. */
export function logRequests(log: Log, untimed: readonly string[]): RequestHandler {
  return (request, response, next) => {
    const start = performance.now();
    response.on('finish', () => {
      const ms = Math.round(performance.now() - start);
      const status = response.statusCode;
      const pattern: unknown = request.route?.path;
      const address = typeof pattern === 'string' ? pattern : '(page or unknown address)';
      const slow = ms > SLOW_MS && !untimed.includes(address);
      const line = { method: request.method, address, status, ms };
      if (status >= 500) log.error(line, 'request failed');
      else if (status >= 400) log.warn(line, 'request refused');
      else if (slow) log.warn(line, 'request was slow');
    });
    next();
  };
}
