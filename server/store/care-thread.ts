/** Looks a book through and copies it, in a thread and on connections of its own. */
import { parentPort, workerData } from 'node:worker_threads';
import Database from 'better-sqlite3';
import { type CopyMade, type CopyTerms, makeCopy } from './backups.ts';

/** Which book is looked through, and the copy that is made of it. */
export interface CareOrder {
  path: string;
  /** ISO date. */
  today: string;
  /** Of the copy: its day, or its moment. */
  name: string;
  terms: CopyTerms;
}

export type CareMessage =
  | { kind: 'checked'; fault: string | undefined; ms: number }
  | { kind: 'copying'; share: number }
  | ({ kind: 'copied'; ms: number } & CopyMade)
  | { kind: 'not copied'; code: string };

const { path, today, name, terms } = workerData as CareOrder;
const tell = (message: CareMessage) => parentPort?.postMessage(message);

/** The first fault that SQLite finds in the book, in its words. */
function findFault(): string | undefined {
  const db = new Database(path, { fileMustExist: true });
  try {
    const says = String(db.pragma('quick_check(1)', { simple: true }));
    return says === 'ok' ? undefined : says;
  } catch (error) {
    if (error instanceof Database.SqliteError && /CORRUPT|NOTADB/.test(error.code))
      return error.message;
    throw error;
  } finally {
    db.close();
  }
}

/** Progress of a copy is told at most this often. */
const TELL_MS = 2000;

async function copyBook(): Promise<void> {
  const start = performance.now();
  let told = start;
  const onProgress = (share: number) => {
    if (performance.now() - told < TELL_MS) return;
    told = performance.now();
    tell({ kind: 'copying', share });
  };
  const db = new Database(path, { fileMustExist: true });
  try {
    const done = await makeCopy(db, path, today, onProgress, { name, terms });
    tell({ kind: 'copied', ...done, ms: performance.now() - start });
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    tell({ kind: 'not copied', code: code ?? message });
  } finally {
    db.close();
  }
}

const start = performance.now();
const fault = findFault();
// The copy waits for a word: a file of readings may be on its way.
if (fault === undefined) parentPort?.once('message', copyBook);
tell({ kind: 'checked', fault, ms: performance.now() - start });
