/** Imports under way: one at a time, each in a thread of its own, with progress and cancel. */
import { Worker } from 'node:worker_threads';
import type { ImportProgress } from '#contract/job-records.ts';
import { builtFile } from '../built-files.ts';
import {
  CANCEL,
  type ImportOutcome,
  type ImportRequest,
  type ImportSignals,
  importReadings,
  WRITING,
} from '../formats/import-readings.ts';
import { Refusal } from '../problems.ts';
import { type Db, openConnection } from '../store/database.ts';

export interface ImportJobs {
  run: (request: ImportRequest, cancelled: AbortSignal) => Promise<ImportOutcome>;
  progressOf: (id: string) => ImportProgress | undefined;
  /** Refuses a change while an import holds the book: it is asked to come again. */
  requireFree: () => void;
  /** True while a file is read, from its first row to its last. */
  isRunning: () => boolean;
}

/** A thread that reads row by row holds little; its heap is kept from growing for nothing. */
const THREAD_LIMITS = { maxOldGenerationSizeMb: 128, maxYoungGenerationSizeMb: 16 };
/** Up to this size a file is read without a thread, which takes a second to start. */
const SMALL_BYTES = 256 * 1024;
/** Jobs whose progress is still told after they ended. */
const KEPT_JOBS = 20;

/** What a thread tells: how far it is, how it ended, or what stopped it. */
interface ThreadMessage {
  progress?: ImportProgress;
  outcome?: ImportOutcome;
  failed?: { code: string | undefined; message: string };
}

function runInThread(
  database: string,
  request: ImportRequest,
  cancelled: AbortSignal,
  signals: ImportSignals,
  onProgress: (progress: ImportProgress) => void,
): Promise<ImportOutcome> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(builtFile('import-thread'), {
      workerData: { database, request, signals },
      resourceLimits: THREAD_LIMITS,
    });
    cancelled.addEventListener('abort', () => Atomics.store(signals, CANCEL, 1));
    worker.on('message', ({ progress, outcome, failed }: ThreadMessage) => {
      if (progress) onProgress(progress);
      if (outcome) resolve(outcome);
      if (failed) reject(Object.assign(new Error(failed.message), { code: failed.code }));
    });
    worker.on('error', reject);
    worker.on('exit', () => reject(new Error('the import ended without an outcome')));
  });
}

/** A file that is read before anyone notices; a database in memory cannot be opened twice. */
async function runHere(
  db: Db,
  request: ImportRequest,
  cancelled: AbortSignal,
  signals: ImportSignals,
  onProgress: (progress: ImportProgress) => void,
): Promise<ImportOutcome> {
  const own = db.memory ? db : openConnection(db.name);
  try {
    return await importReadings(own, request, {
      progress: onProgress,
      cancelled: () => cancelled.aborted,
      writing: (now) => Atomics.store(signals, WRITING, Number(now)),
    });
  } finally {
    if (own !== db) own.close();
  }
}

export function importJobs(db: Db): ImportJobs {
  const jobs = new Map<string, ImportProgress>();
  let running: ImportSignals | undefined;

  async function run(request: ImportRequest, cancelled: AbortSignal): Promise<ImportOutcome> {
    if (running)
      throw new Refusal(409, 'Another file is being read. Wait for it to end, or cancel it.');
    const signals: ImportSignals = new Int32Array(new SharedArrayBuffer(8));
    running = signals;
    const { id } = request.change;
    const onProgress = (progress: ImportProgress) => {
      jobs.set(id, progress);
      if (jobs.size > KEPT_JOBS) jobs.delete([...jobs.keys()][0] ?? '');
    };
    onProgress({ phase: 'waiting', bytes: 0, totalBytes: request.bytes, lines: 0 });
    try {
      return request.bytes > SMALL_BYTES && !db.memory
        ? await runInThread(db.name, request, cancelled, signals, onProgress)
        : await runHere(db, request, cancelled, signals, onProgress);
    } finally {
      running = undefined;
    }
  }

  return {
    run,
    progressOf: (id) => jobs.get(id),
    requireFree() {
      if (running && Atomics.load(running, WRITING) !== 0)
        throw new Refusal(503, 'A file of readings is being written. Try again in a moment.');
    },
    isRunning: () => running !== undefined,
  };
}
