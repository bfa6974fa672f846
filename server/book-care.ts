/** The care of an open book: once a day it is looked through and copied, beside the service. */
import { Worker } from 'node:worker_threads';
import { builtFile } from './built-files.ts';
import type { Log } from './log.ts';
import type { CareMessage } from './store/care-thread.ts';

export interface BookCareOptions {
  path: string;
  /** ISO date of the moment. */
  today: () => string;
  log: Log;
  /** True while a file is read in: the copy waits for its end. */
  busy: () => boolean;
  /** Hears what SQLite finds wrong with the book. */
  onFault: (cause: string) => void;
}

/** How often it is looked whether a file that was read in has come to its end. */
const WAIT_MS = 500;
/** How often it is looked whether a new day has begun. */
const DAY_LOOK_MS = 30 * 60 * 1000;

/** Starts the care of a book; answers with a way to end it. */
export function careForBook({ path, today, log, busy, onFault }: BookCareOptions): {
  /** Resolves once the care of this day has ended. */
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
      const { copy, made, ms } = message;
      if (made) log.info({ copy, ms: Math.round(ms) }, 'backup written');
      else log.info({ copy }, 'the backup of the day stands');
    } else {
      log.error(
        { code: message.code },
        'no backup could be written; the book is served all the same',
      );
    }
  }

  function begin(): void {
    const day = today();
    if (worker || day === caredFor) return;
    caredFor = day;
    const thread = new Worker(builtFile('care-thread'), { workerData: { path, today: day } });
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
  const days = setInterval(begin, DAY_LOOK_MS);
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
