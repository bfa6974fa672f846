/** Imports under way: one at a time, each in a thread of its own, with progress and cancel. */
import { Worker } from 'node:worker_threads';
import type { ImportProgress } from '#contract/records.ts';
import {
  type ImportOutcome,
  type ImportRequest,
  importReadings,
} from './formats/import-readings.ts';
import { Refusal } from './problems.ts';
import { type Db, openConnection } from './store/database.ts';

export interface ImportJobs {
  run: (request: ImportRequest, cancelled: AbortSignal) => Promise<ImportOutcome>;
  progressOf: (id: string) => ImportProgress | undefined;
  /** True while an import writes: other changes wait a moment. */
  isWriting: () => boolean;
}

const THREAD = new URL('./formats/import-thread.mjs', import.meta.url);
/** A thread that reads row by row holds little; its heap is kept from growing for nothing. */
const THREAD_LIMITS = { maxOldGenerationSizeMb: 128, maxYoungGenerationSizeMb: 16 };
/** Up to this size a file is read without a thread, which takes a second to start. */
const SMALL_BYTES = 256 * 1024;
/** Jobs whose progress is still told after they ended. */
const KEPT_JOBS = 20;

function runInThread(
  database: string,
  request: ImportRequest,
  cancelled: AbortSignal,
  onProgress: (progress: ImportProgress) => void,
): Promise<ImportOutcome> {
  return new Promise((resolve, reject) => {
    const cancel = new Int32Array(new SharedArrayBuffer(4));
    const worker = new Worker(THREAD, {
      workerData: { database, request, cancel },
      resourceLimits: THREAD_LIMITS,
    });
    cancelled.addEventListener('abort', () => Atomics.store(cancel, 0, 1));
    let outcome: ImportOutcome | undefined;
    worker.on('message', (message: { progress?: ImportProgress; outcome?: ImportOutcome }) => {
      if (message.progress) onProgress(message.progress);
      if (!message.outcome) return;
      outcome = message.outcome;
      resolve(outcome);
    });
    worker.on('error', reject);
    worker.on('exit', () => {
      if (!outcome) reject(new Error('the import ended without an outcome'));
    });
  });
}

/** A file that is read before anyone notices; a database in memory cannot be opened twice. */
async function runHere(
  db: Db,
  request: ImportRequest,
  cancelled: AbortSignal,
  onProgress: (progress: ImportProgress) => void,
): Promise<ImportOutcome> {
  const own = db.memory ? db : openConnection(db.name);
  try {
    return await importReadings(own, request, {
      progress: onProgress,
      cancelled: () => cancelled.aborted,
    });
  } finally {
    if (own !== db) own.close();
  }
}

export function importJobs(db: Db): ImportJobs {
  const jobs = new Map<string, ImportProgress>();
  let running = false;
  let writing = false;

  async function run(request: ImportRequest, cancelled: AbortSignal): Promise<ImportOutcome> {
    if (running)
      throw new Refusal(409, 'Another file is being read. Wait for it to end, or cancel it.');
    running = true;
    const { id } = request.change;
    const onProgress = (progress: ImportProgress) => {
      writing = progress.phase === 'writing';
      jobs.set(id, progress);
      if (jobs.size > KEPT_JOBS) jobs.delete([...jobs.keys()][0] ?? '');
    };
    onProgress({ phase: 'waiting', bytes: 0, totalBytes: request.bytes, lines: 0 });
    try {
      return request.bytes > SMALL_BYTES && !db.memory
        ? await runInThread(db.name, request, cancelled, onProgress)
        : await runHere(db, request, cancelled, onProgress);
    } finally {
      running = false;
      writing = false;
    }
  }

  return { run, progressOf: (id) => jobs.get(id), isWriting: () => writing };
}
