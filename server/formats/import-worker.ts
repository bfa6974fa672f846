/** Reads a file of readings in a thread of its own, on a connection of its own. */
import { parentPort, workerData } from 'node:worker_threads';
import { openConnection } from '../store/database.ts';
import { type ImportRequest, importReadings } from './import-readings.ts';

const { database, request, cancel } = workerData as {
  database: string;
  request: ImportRequest;
  /** One shared number: not 0 once the import is to stop. */
  cancel: Int32Array;
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
    cancelled: () => Atomics.load(cancel, 0) !== 0,
  });
  parentPort?.postMessage({ outcome });
  // The book is answered for; what the log holds is moved into it here, where nobody waits.
  db.pragma('wal_checkpoint(PASSIVE)');
} finally {
  db.close();
}
