/** The care of an open book: once a day, or more often, it is looked through and copied, beside the service. */
import { Worker } from 'node:worker_threads';
import { builtFile } from './built-files.ts';
import type { Log } from './log.ts';
import { type CopyTerms, copyName } from './store/backups.ts';
import type { CareMessage, CareOrder } from './store/care-thread.ts';

export interface BookCareOptions {
  path: string;
  /** The moment, ISO. */
  now: () => string;
  /** How copies are kept, and how often one is made. */
  terms: () => CopyTerms & { everyHours: number };
  log: Log;
  /** True while a file is read in: the copy waits for its end. */
  busy: () => boolean;
  /** Hears what SQLite finds wrong with the book. */
  onFault: (cause: string) => void;
  /** Hears what kept the last copy from being made; empty: nothing. */
  onCopy: (trouble: string) => void;
}

/** How often it is looked whether a file that was read in has come to its end. */
const WAIT_MS = 500;
/** How often it is looked whether the next copy is due. */
const LOOK_MS = 10 * 60 * 1000;
const HOUR_MS = 3_600_000;

/** Starts the care of a book; answers with a way to end it. */
export function careForBook({ path, now, terms, log, busy, onFault, onCopy }: BookCareOptions): {
  /** Resolves once the care that is under way has ended. */
  done: () => Promise<void>;
  stop: () => Promise<void>;
} {
  let worker: Worker | undefined;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  let caredFor = '';
  let round = Promise.resolve();

  function letCopy(thread: Worker): void {
    if (!busy()) thread.postMessage('copy');
    else waiting = setTimeout(() => letCopy(thread), WAIT_MS);
  }

  function hear(thread: Worker, message: CareMessage): void {
    if (message.kind === 'checked') {
      const ms = Math.round(message.ms);
      if (message.fault === undefined) {
        log.info({ ms }, 'the book was looked through');
        letCopy(thread);
      } else {
        log.fatal({ ms, says: message.fault }, 'the book is damaged: nothing more is written');
        onFault(message.fault);
      }
    } else if (message.kind === 'copying') {
      log.info({ percent: Math.round(100 * message.share) }, 'the book is being copied');
    } else if (message.kind === 'copied') {
      const { copy, made, ms, secondFault } = message;
      onCopy(
        secondFault === undefined
          ? ''
          : `The last copy could not be written to the second place (${secondFault}).`,
      );
      if (secondFault !== undefined)
        log.error({ code: secondFault }, 'the copy could not be written to the second place');
      if (made) log.info({ copy, ms: Math.round(ms) }, 'backup written');
      else log.info({ copy }, 'the backup of the day stands');
    } else {
      onCopy(`The last copy could not be written (${message.code}).`);
      log.error(
        { code: message.code },
        'no backup could be written; the book is served all the same',
      );
    }
  }

  function begin(): void {
    const moment = now();
    const { everyHours, ...kept } = terms();
    const slot = String(Math.floor(Date.parse(moment) / (everyHours * HOUR_MS)));
    if (worker || slot === caredFor) return;
    // The first of a start is the copy of its day, however often there are others.
    const name =
      caredFor === '' || everyHours === 24 ? moment.slice(0, 10) : copyName(moment, 'at');
    caredFor = slot;
    const order: CareOrder = { path, today: moment.slice(0, 10), name, terms: kept };
    const thread = new Worker(builtFile('care-thread'), { workerData: order });
    worker = thread;
    thread.on('message', (message: CareMessage) => hear(thread, message));
    round = new Promise((resolve) => {
      thread.on('error', (error) => log.error({ kind: error.name }, 'the care of the book failed'));
      thread.on('exit', () => {
        worker = undefined;
        resolve();
      });
    });
  }

  begin();
  const days = setInterval(begin, LOOK_MS);
  days.unref();
  return {
    done: () => round,
    async stop() {
      clearInterval(days);
      clearTimeout(waiting);
      await worker?.terminate();
    },
  };
}
