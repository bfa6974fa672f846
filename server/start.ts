/** Starts the server on a database file and stops it cleanly. */
import { existsSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { hallAt } from '#contract/hall-records.ts';
import { PROBLEM_TYPE } from '#contract/headers.ts';
import type { GaugeFeed } from '#contract/live-gauges.ts';
import { type AppOptions, type BenchApp, createApp } from './app.ts';
import { careForBook } from './book-care.ts';
import { describeFault } from './described-fault.ts';
import { endProcesses } from './ended-process.ts';
import { type Log, silentLog } from './log.ts';
import { stageBeside } from './look-beside.ts';
import { sweepPassingFolders } from './passing-folders.ts';
import { keepPrivate } from './private-files.ts';
import { problemOf, Refusal } from './problems.ts';
import { StartRefusal } from './start-refusal.ts';
import { backupFolder, type Copy, newestSoundCopy, returnPhotographs } from './store/backups.ts';
import { type BookLock, lockBook } from './store/book-lock.ts';
import { changeStore } from './store/changes.ts';
import { DatabaseRefusal, describeDamage, openDatabase } from './store/database.ts';
import {
  type RestoreRecord,
  recordRestore,
  type Swapped,
  settleRestore,
  swapBook,
} from './store/restore.ts';

export { StartRefusal } from './start-refusal.ts';

export interface StartOptions {
  database: string;
  port: number;
  pages?: string;
  version: string;
  demo?: boolean;
  /** The page of the hall; `at` opens it at the start, as host:port. */
  hall?: NonNullable<AppOptions['hall']> & { at?: string };
  /** Reads gauges live; it is closed with the server. */
  gauges?: GaugeFeed;
  log?: Log;
}

export interface RunningServer {
  address: string;
  /** Where phones on the network reach the hall; none: it is closed. */
  hall: string[];
  /** Resolves once the day's look through the book and its backup have ended. */
  caredFor: () => Promise<void>;
  /** Closes everything; answers with what could not be done, in words. */
  stop: () => Promise<string | undefined>;
}

const now = () => new Date().toISOString();
const today = () => now().slice(0, 10);

type Serve = (request: IncomingMessage, response: ServerResponse) => void;

function listen(serve: Serve, port: number): Promise<Server> {
  const server = createServer(serve);
  return new Promise((resolve, reject) => {
    server.on('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}

function openBook({ database, log }: StartOptions): ReturnType<typeof openDatabase> {
  try {
    return openDatabase(database, today(), log);
  } catch (error) {
    if (error instanceof DatabaseRefusal) throw new StartRefusal(error.message);
    const { code, message } = error as NodeJS.ErrnoException;
    throw new StartRefusal(
      /SQLITE_FULL|ENOSPC|SQLITE_IOERR/.test(code ?? '')
        ? `The disk is full: the database ${database} cannot be opened for writing. Free some space and start again. Nothing was changed.`
        : `The database ${database} cannot be opened: ${message}.`,
    );
  }
}

/** One server a database: a second one would write into what the first one puts aside. */
function takeLock(database: string): BookLock | undefined {
  if (database === ':memory:') return undefined;
  const lock = lockBook(database);
  if (lock) return lock;
  throw new StartRefusal(
    `The database ${database} is open in another Emvex. Use that one, stop it first, or name another database with EMVEX_DB. Nothing was changed.`,
  );
}

/** A new lab in the place of one that has backups would in time be all that they hold. */
function requireNoneMissing(database: string): void {
  if (database === ':memory:' || existsSync(database)) return;
  const copy = newestSoundCopy(database, today());
  if (!copy) return;
  // Not copied by hand: a log that the lost database left would be read into the copy.
  throw new StartRefusal(
    `The database ${database} is missing, but there are backups of it. Nothing was changed.\nTo restore the newest:\n  npm run restore -- "${copy}" --yes\nnpm run restore lists all of them. To begin an empty lab, name another file with EMVEX_DB, or move ${backupFolder(database)} away.`,
  );
}

/** Opens the database; a restore that a stop cut short is finished or undone first. */
function settleAndOpen(options: StartOptions): ReturnType<typeof openDatabase> {
  const { database, log } = options;
  const settled = database === ':memory:' ? undefined : settleRestore(database);
  requireNoneMissing(database);
  const db = openBook(options);
  if (settled) {
    recordRestore(changeStore(db), settled.record);
    settled.finish();
    log?.info({ source: settled.record.source }, 'a restore that was cut short was finished');
  }
  return db;
}

/** Opens the hall at the start, where it is asked for as host:port. */
async function openHallAt(
  bench: BenchApp,
  at: string | undefined,
  undo: () => Promise<void>,
): Promise<void> {
  if (!at) return;
  const [, host = '', port = ''] = /^\[?(.+?)\]?:(\d+)$/.exec(at) ?? [];
  const asked = hallAt.safeParse({ host, port: Number(port || Number.NaN) });
  try {
    if (!asked.success)
      throw new StartRefusal(`EMVEX_HALL=${at} is no address: 192.168.1.20:4630 would be one.`);
    await bench.hall.open(asked.data);
  } catch (error) {
    await undo();
    if (error instanceof Refusal) throw new StartRefusal(error.message);
    throw error;
  }
}

/** Closes a database that may be damaged: it is set aside, and what cannot be written of it stays in its log. */
function closeBook(db: ReturnType<typeof openDatabase>, log: Log): void {
  try {
    db.pragma('wal_checkpoint(TRUNCATE)');
  } catch (error) {
    log.error(describeFault(error), 'the log of a database that is set aside was left beside it');
  }
  try {
    db.close();
  } catch (error) {
    log.error(describeFault(error), 'a database that is set aside did not close cleanly');
  }
}

/** What is answered while a copy takes the place of the book. */
const RESTORING = JSON.stringify(
  problemOf(503, 'A copy of the book is being restored. Try again in a moment.'),
);

const answerRestoring: Serve = (request, response) => {
  request.resume();
  response.writeHead(503, { 'content-type': PROBLEM_TYPE, 'cache-control': 'no-store' });
  response.end(RESTORING);
};

/** Opens the database, listens on 127.0.0.1, and gives the address and a way to stop. */
export async function startServer(options: StartOptions): Promise<RunningServer> {
  const begun = performance.now();
  const { database, log = silentLog(), gauges } = options;
  sweepPassingFolders();
  let db: ReturnType<typeof openDatabase>;
  let lock: BookLock | undefined;
  try {
    lock = takeLock(database);
    keepPrivate(database);
    db = settleAndOpen(options);
  } catch (error) {
    lock?.release();
    gauges?.close();
    throw error;
  }
  const serveBook = () =>
    createApp({
      db,
      version: options.version,
      demo: options.demo ?? false,
      log,
      ...(options.pages ? { pages: options.pages } : {}),
      ...(gauges ? { gauges } : {}),
      ...(options.hall ? { hall: options.hall } : {}),
      ...(database === ':memory:'
        ? {}
        : { restore: (copy: Copy, record: RestoreRecord) => restore(copy, record) }),
    });
  const careFor = (bench: BenchApp) =>
    database === ':memory:'
      ? undefined
      : careForBook({
          path: database,
          now,
          terms: bench.copyTerms,
          log,
          busy: bench.importing,
          onFault: (cause) => bench.shut(describeDamage(database, cause, today())),
          onCopy: bench.tellCopy,
        });
  let bench = serveBook();
  let isRestoring = false;

  /** Closes the book, puts a copy in its place and serves that; where it cannot be opened, the book again. */
  async function restore(copy: Copy, record: RestoreRecord): Promise<{ aside: string }> {
    if (isRestoring || bench.importing())
      throw new Refusal(409, 'A file is being read or written. Wait for it to end.');
    isRestoring = true;
    const [hallAddress] = bench.hall.state().open?.addresses ?? [];
    try {
      await stageBeside(copy, database);
      await bench.hall.close();
      bench.close();
      await care?.stop();
      closeBook(db, log);
      let swapped: Swapped | undefined;
      try {
        swapped = swapBook(database, record);
        db = openBook(options);
        recordRestore(changeStore(db), record);
        swapped.finish();
      } catch (error) {
        swapped?.undo();
        db = openBook(options);
        throw error instanceof StartRefusal ? new Refusal(422, error.message) : error;
      } finally {
        bench = serveBook();
        care = careFor(bench);
      }
      // The copy is in its place by now: what fails beside it is told in the log.
      try {
        returnPhotographs(database);
        if (hallAddress) {
          const { hostname: host, port } = new URL(hallAddress);
          await bench.hall.open({ host, port: Number(port) });
        }
      } catch (error) {
        log.error(describeFault(error), 'after the restore pictures or the hall are missing');
      }
      log.info({ copy: copy.name, aside: swapped.aside }, 'a copy was restored');
      return { aside: swapped.aside };
    } finally {
      isRestoring = false;
    }
  }

  let server: Server;
  try {
    const serve: Serve = (request, response) =>
      isRestoring ? answerRestoring(request, response) : bench.app(request, response);
    server = await listen(serve, options.port);
  } catch (error) {
    db.close();
    lock?.release();
    gauges?.close();
    const { code, message } = error as NodeJS.ErrnoException;
    throw new StartRefusal(
      code === 'EADDRINUSE'
        ? `Port ${options.port} is taken on 127.0.0.1. Stop the other program, or choose a port: PORT=${options.port + 1}.`
        : `The server cannot listen on 127.0.0.1:${options.port}: ${message}.`,
    );
  }
  const { port } = server.address() as AddressInfo;
  await openHallAt(bench, options.hall?.at, async () => {
    bench.close();
    server.close();
    gauges?.close();
    db.close();
    lock?.release();
  });
  log.info({ port, ms: Math.round(performance.now() - begun) }, 'started');
  let care = careFor(bench);

  async function stop(): Promise<string | undefined> {
    gauges?.close();
    bench.close();
    endProcesses();
    await bench.hall.close();
    const closed = new Promise((resolve) => server.close(resolve));
    server.closeAllConnections();
    await Promise.all([care?.stop(), closed]);
    let fault: string | undefined;
    try {
      db.pragma('wal_checkpoint(TRUNCATE)');
    } catch (error) {
      // What was answered as saved is safe in the log, which the next start reads.
      log.error(describeFault(error), 'the log could not be moved into the book');
      fault =
        'The log could not be moved into the database: is the disk full? Nothing is lost; keep the files beside it, and start again once there is space.';
    }
    db.close();
    lock?.release();
    log.info('stopped');
    return fault;
  }

  return {
    address: `http://127.0.0.1:${port}`,
    hall: bench.hall.state().open?.addresses ?? [],
    caredFor: async () => care?.done(),
    stop,
  };
}
