/** Works on a package in a thread of its own, so that the bench goes on meanwhile. */
import { parentPort, workerData } from 'node:worker_threads';
import { CANCEL, type ImportSignals, WRITING } from '../formats/import-readings.ts';
import { Refusal } from '../problems.ts';
import { type PackageTask, workOnPackage } from './package-work.ts';

const { task, signals } = workerData as { task: PackageTask; signals: ImportSignals };

/** Progress is told at most this often, in ms. */
const EVERY = 100;
let told = 0;

try {
  const outcome = await workOnPackage(task, {
    progress: (done, total) => {
      const now = performance.now();
      if (now - told < EVERY) return;
      told = now;
      parentPort?.postMessage({ done, total });
    },
    cancelled: () => Atomics.load(signals, CANCEL) !== 0,
    writing: (now) => Atomics.store(signals, WRITING, Number(now)),
  });
  parentPort?.postMessage({ outcome });
} catch (error) {
  // An error that crosses threads keeps its words and loses its kind.
  const { code, message } = error as NodeJS.ErrnoException;
  const refusal =
    error instanceof Refusal ? { status: error.status, errors: error.errors } : undefined;
  parentPort?.postMessage({ failed: { code, message, refusal } });
}
