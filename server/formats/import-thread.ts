/** Reads a file of readings in a thread of its own, on a connection of its own. */
import { parentPort, workerData } from 'node:worker_threads';
import { openConnection } from '../store/database.ts';
import {
  CANCEL,
  type ImportRequest,
  type ImportSignals,
  importReadings,
  WRITING,
} from './import-readings.ts';

const { database, request, signals } = workerData as {
  database: string;
  request: ImportRequest;
  signals: ImportSignals;
};

/** Progress is told at most this often, in ms. */
const EVERY = 100;

const db = openConnection(database);
let told = 0;
let phase = '';
try {
  const outcome = await importReadings(db, request, {
    progress: (progress) => {
      const now = performance.now();
      if (progress.phase === phase && now - told < EVERY) return;
      told = now;
      phase = progress.phase;
      parentPort?.postMessage({ progress });
    },
    cancelled: () => Atomics.load(signals, CANCEL) !== 0,
    writing: (now) => Atomics.store(signals, WRITING, Number(now)),
  });
  parentPort?.postMessage({ outcome });
  // The book is answered for; what the log holds is moved into it here, where nobody waits.
  db.pragma('wal_checkpoint(PASSIVE)');
} catch (error) {
  // An error that crosses threads keeps its words and loses its kind.
  const { code, message } = error as NodeJS.ErrnoException;
  parentPort?.postMessage({ failed: { code, message } });
} finally {
  db.close();
}
