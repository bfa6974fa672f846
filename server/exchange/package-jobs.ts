/** Packages on their way out and in: one at a time, each in a thread, the one that was looked at kept until it is taken. */
import { rm } from 'node:fs/promises';
import { Worker } from 'node:worker_threads';
import type { PackageReport, PackageTaken } from '#contract/package-records.ts';
import type { Problem } from '#contract/problem.ts';
import { builtFile } from '../built-files.ts';
import { CANCEL, type ImportSignals, WRITING } from '../formats/import-readings.ts';
import type { Job } from '../jobs.ts';
import { notFound, Refusal } from '../problems.ts';
import type { PackageOutcome, PackageTask } from './package-work.ts';

/** A thread that reads row by row holds little; one row may hold a whole curve. */
const THREAD_LIMITS = { maxOldGenerationSizeMb: 384, maxYoungGenerationSizeMb: 8 };
/** A package that was looked at and not taken is put away after this. */
const KEPT_MS = 60 * 60 * 1000;

interface ThreadMessage {
  done?: number;
  total?: number;
  outcome?: PackageOutcome;
  failed?: {
    code: string | undefined;
    message: string;
    refusal: { status: number; errors: Problem['errors'] } | undefined;
  };
}

interface Waiting {
  id: string;
  folder: string;
  file: string;
  late: ReturnType<typeof setTimeout>;
}

/** @param busy true while a file of readings is read: one thing at a time writes at length */
export function packageJobs(busy: () => boolean) {
  let running: ImportSignals | undefined;
  let waiting: Waiting | undefined;

  function runInThread(
    task: PackageTask,
    job: Job,
    signals: ImportSignals,
  ): Promise<PackageOutcome> {
    return new Promise((resolve, reject) => {
      const worker = new Worker(builtFile('package-thread'), {
        workerData: { task, signals },
        resourceLimits: THREAD_LIMITS,
      });
      const stop = () => Atomics.store(signals, CANCEL, 1);
      // A job that was stopped says so at its next step, told or not.
      const watch = setInterval(() => job.step(last.done, last.total).catch(stop), 200);
      const last = { done: 0, total: 0 };
      worker.on('message', ({ done, total, outcome, failed }: ThreadMessage) => {
        if (done !== undefined && total !== undefined) Object.assign(last, { done, total });
        if (outcome) resolve(outcome);
        if (failed)
          reject(
            failed.refusal
              ? new Refusal(failed.refusal.status, failed.message, failed.refusal.errors)
              : Object.assign(new Error(failed.message), { code: failed.code }),
          );
      });
      worker.on('error', reject);
      worker.on('exit', () => {
        clearInterval(watch);
        reject(new Error('the work on a package ended without an outcome'));
      });
    });
  }

  async function run(task: PackageTask, job: Job): Promise<PackageOutcome> {
    if (running || busy())
      throw new Refusal(409, 'Another file is being written or read. Wait for it to end.');
    const signals: ImportSignals = new Int32Array(new SharedArrayBuffer(8));
    running = signals;
    try {
      return await runInThread(task, job, signals);
    } finally {
      running = undefined;
      job.end();
    }
  }

  async function putAway(): Promise<void> {
    const { folder, late } = waiting ?? {};
    waiting = undefined;
    clearTimeout(late);
    if (folder) await rm(folder, { recursive: true, force: true });
  }

  return {
    write: (task: Extract<PackageTask, { kind: 'write' }>, job: Job) => run(task, job),
    /** Looks into a file; what was looked at before is put away. */
    async look(
      task: Extract<PackageTask, { kind: 'look' }>,
      folder: string,
      job: Job,
    ): Promise<PackageReport> {
      const report = (await run(task, job)) as PackageReport;
      await putAway();
      const late = setTimeout(() => void putAway(), KEPT_MS);
      late.unref();
      waiting = { id: task.id, folder, file: task.file, late };
      return report;
    },
    /** Takes in what was looked at; whether it succeeds or not, it is used up. */
    async take(
      id: string,
      task: Omit<Extract<PackageTask, { kind: 'take' }>, 'file' | 'kind'>,
      job: Job,
    ): Promise<PackageTaken> {
      if (waiting?.id !== id)
        throw new Refusal(
          409,
          'This package was put away since it was looked at. Choose its file once more.',
        );
      const { file } = waiting;
      try {
        return (await run({ kind: 'take', file, ...task }, job)) as PackageTaken;
      } finally {
        await putAway();
      }
    },
    async drop(id: string): Promise<void> {
      if (waiting?.id !== id) throw notFound('This package');
      await putAway();
    },
    requireFree(): void {
      if (running && Atomics.load(running, WRITING) !== 0)
        throw new Refusal(503, 'A package is being written into the book. Try again in a moment.');
    },
    isRunning: () => running !== undefined,
    close: putAway,
  };
}

export type PackageJobs = ReturnType<typeof packageJobs>;
