/**
 * Reads a file of readings into the bench book: whole or not at all. Rows are read as a stream and
 * staged beside the book; the book itself is touched once, in one transaction, when every row is
 * sound.
 */
import { createReadStream } from 'node:fs';
import { DelimitedFault, splitRows } from '#contract/delimited-rows.ts';
import type { ImportProgress, ImportReport } from '#contract/job-records.ts';
import type { LineFault } from '#core/sizing/delimited.ts';
import type { Change } from '../store/changes.ts';
import type { Db } from '../store/database.ts';
import { openStores, type Stores } from '../stores.ts';
import {
  bookHasReadings,
  idSource,
  markKnown,
  numbering,
  refuseRepeats,
  STAGE,
  summary,
  UNSTAGE,
  untouched,
} from './import-stage.ts';
import {
  type FileReading,
  type KnownNames,
  readingsReader,
  readReadingsHeader,
} from './readings-file.ts';
import { type NewSession, sessionPlanner } from './sitting-planner.ts';

/** A file of readings has at most this many bytes. */
export const MOST_IMPORT_BYTES = 2 * 1024 ** 3;
/** Faults that are listed; all are counted. */
const LISTED_FAULTS = 1000;
const LISTED_ODD = 50;
/** Rows that one statement writes: what lies between two looks at the cancel button. */
const BATCH = 25_000;

export interface ImportRequest {
  file: string;
  bytes: number;
  /** SHA-256 of the file: what is asked for again is told from something else by it. */
  hash: string;
  preview: boolean;
  change: { id: string; at: string; person: string };
}

/** Two numbers that the import's thread shares with the server: they are seen at once. */
export type ImportSignals = Int32Array<SharedArrayBuffer>;
/** Not 0 once the import is to stop. */
export const CANCEL = 0;
/** Not 0 from before the book is locked until it is free again. */
export const WRITING = 1;

export interface ImportHooks {
  progress: (progress: ImportProgress) => void;
  cancelled: () => boolean;
  /** Told before the book is locked for writing, and once it is free again. */
  writing: (now: boolean) => void;
}

export type ImportOutcome =
  | { kind: 'done'; report: ImportReport }
  | { kind: 'refused'; faults: LineFault[]; count: number }
  | { kind: 'cancelled' };

/** Thrown inside the transaction so that it is rolled back. */
class Cancelled extends Error {}

function knownNames(db: Db, stores: Stores, now: string): KnownNames {
  const pairs = db
    .prepare<[], { id: string; tag: string; shoes: string }>('SELECT id, tag, shoes FROM pair')
    .all();
  const protocols = stores.protocols.all();
  return {
    pairs: new Map(pairs.map(({ tag, ...pair }) => [tag.toLowerCase(), pair])),
    // The newest version goes by the name alone, every version by name and number.
    protocols: new Map([
      ...protocols
        .filter((one) => !one.retired)
        .map((one) => [one.name.toLowerCase(), one.id] as const),
      ...protocols.map((one) => [`${one.name} v${one.version}`.toLowerCase(), one.id] as const),
    ]),
    instruments: new Map(
      stores.instruments.all().map((instrument) => [instrument.name.toLowerCase(), instrument]),
    ),
    until: now,
    catalogue: stores.lab.catalogue(),
  };
}

/** Bytes of the file that are read at a time. */
const PIECE = 1 << 18;

/** Page cache of the import's own connection, in KiB: index pages are written once, not over and over. */
const CACHE_KIB = 32_768;

/**
 * Reads a file of readings.
 * @param db a connection of its own, so that the bench goes on meanwhile
 */
export async function importReadings(
  db: Db,
  request: ImportRequest,
  hooks: ImportHooks,
): Promise<ImportOutcome> {
  const stores = openStores(db);
  const before = request.preview
    ? undefined
    : stores.changes.answerTo<ImportReport>(changeOf(request));
  if (before) return { kind: 'done', report: before };
  db.pragma(`cache_size = -${CACHE_KIB}`);
  // A checkpoint in the middle would write pages that are written again.
  db.pragma('wal_autocheckpoint = 0');
  db.pragma('temp_store = FILE');
  db.pragma('temp.journal_mode = OFF');
  // Every id that is written was looked up in this book, and nothing that ids refer to is ever
  // deleted from it: looking each up again would cost a fifth of the time.
  db.pragma('foreign_keys = OFF');
  db.exec(UNSTAGE);
  db.exec(STAGE);
  // One transaction for the whole stage: its pages are written once, and the book is not touched.
  db.exec('BEGIN');
  try {
    return await stageAndWrite(db, stores, request, hooks);
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'cancelled' };
    throw error;
  } finally {
    if (db.inTransaction) db.exec('ROLLBACK');
    db.pragma('foreign_keys = ON');
    db.exec(UNSTAGE);
  }
}

/** New sittings that hold a reading the book has not. */
function sessionsToAdd(db: Db, planned: readonly NewSession[]): NewSession[] {
  const holding = db
    .prepare<[], { id: string }>(
      `SELECT DISTINCT n.name AS id
       FROM temp.staged s JOIN temp.staged_name n ON n.n = s.session WHERE s.there = 0`,
    )
    .all();
  const ids = new Set(holding.map(({ id }) => id));
  return planned.filter(({ id }) => ids.has(id));
}

/** The change that an import is, whatever it finds in the book. */
const changeOf = ({ change, hash, bytes }: ImportRequest): Change => ({
  ...change,
  action: 'importReadings',
  subject: 'readings',
  request: { hash, bytes },
});

async function stageAndWrite(
  db: Db,
  stores: Stores,
  request: ImportRequest,
  hooks: ImportHooks,
): Promise<ImportOutcome> {
  const faults: LineFault[] = [];
  let count = 0;
  const refuse = (fault: LineFault) => {
    count += 1;
    if (faults.length < LISTED_FAULTS) faults.push(fault);
  };
  const planner = sessionPlanner(db);
  const tally = { pairs: new Map<string, number>(), quantities: new Map<string, number>() };
  const add = (to: Map<string, number>, name: string) => to.set(name, (to.get(name) ?? 0) + 1);
  // A file whose times only rise cannot say one reading twice.
  let latest = Number.NEGATIVE_INFINITY;
  let rising = true;
  const odd: LineFault[] = [];
  let oddCount = 0;
  const lines = await stageFile(db, stores, request, hooks, refuse, (reading) => {
    if (reading.odd) {
      oddCount += 1;
      if (odd.length < LISTED_ODD)
        odd.push({ line: reading.line, column: 'value', message: reading.odd });
    }
    rising &&= reading.at > latest;
    latest = reading.at;
    add(tally.pairs, reading.pairId);
    add(tally.quantities, reading.quantity);
    return planner.sessionOf(reading);
  });
  if (lines === 0 && count === 0)
    refuse({ line: 1, column: '', message: 'The file has a header and no reading.' });
  db.exec('COMMIT');
  hooks.progress({ phase: 'checking', bytes: request.bytes, totalBytes: request.bytes, lines });
  if (!rising) refuseRepeats(db, refuse);
  if (count === 0 && bookHasReadings(db)) markKnown(db, refuse);
  if (count > 0) return { kind: 'refused', faults, count };

  const { n: fresh } = db
    .prepare<[], { n: number }>('SELECT count(*) AS n FROM temp.staged WHERE there = 0')
    .get() ?? { n: 0 };
  const newSessions = fresh === 0 ? [] : sessionsToAdd(db, planner.fresh());
  const report: ImportReport = {
    lines,
    added: fresh,
    alreadyThere: lines - fresh,
    sessions: newSessions.length,
    preview: request.preview,
    ...(fresh === lines ? untouched(db, tally) : summary(db)),
    odd,
    oddCount,
  };
  if (!request.preview) write(db, stores, request, report, newSessions, hooks);
  hooks.progress({ phase: 'done', bytes: request.bytes, totalBytes: request.bytes, lines });
  return { kind: 'done', report };
}

/** Where a piece stops being UTF-8, and what it is instead. */
function describeEncoding(piece: Buffer, line: number): LineFault {
  const [first, second] = piece;
  const wide = (first === 0xff && second === 0xfe) || (first === 0xfe && second === 0xff);
  const sound = piece.toString('utf8').split('\ufffd')[0] ?? '';
  return {
    line: line + sound.split('\n').length - 1,
    column: '',
    message: wide
      ? 'The file is UTF-16 text. Save it as UTF-8.'
      : 'Here the file is not UTF-8 text: perhaps Latin-1, as older spreadsheets write. Save it as UTF-8.',
  };
}

/** Streams the file into the stage; answers with the number of sound rows. */
async function stageFile(
  db: Db,
  stores: Stores,
  request: ImportRequest,
  hooks: ImportHooks,
  refuse: (fault: LineFault) => void,
  sessionOf: (reading: FileReading) => string,
): Promise<number> {
  const known = knownNames(db, stores, request.change.at);
  const insert = db.prepare(
    `INSERT INTO temp.staged
       (line, id, session, pair, shoe, quantity, trial, typed, unit, value, instrument, at,
        taken_at, note, temperature_c, humidity_pct, there)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 0)`,
  );
  const names = numbering();
  const idAt = idSource();
  const rows = splitRows();
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let read: ReturnType<typeof readingsReader> | undefined;
  let headerFault = false;
  let unreadable = false;
  let lines = 0;
  let bytes = 0;

  const take = (batch: ReturnType<typeof rows.push>) => {
    for (const { line, fields } of batch) {
      if (!read) {
        const columns = readReadingsHeader(fields);
        if (!(columns instanceof Map)) {
          refuse(columns);
          headerFault = true;
          return;
        }
        read = readingsReader(known, columns, rows.dialect().decimalComma, refuse);
        continue;
      }
      const reading = read(line, fields);
      if (!reading) continue;
      lines += 1;
      insert.run(
        line,
        idAt(reading.at),
        names.of(sessionOf(reading)),
        names.of(reading.pairId),
        names.of(reading.side),
        names.of(reading.quantity),
        reading.trial,
        reading.typed,
        names.of(reading.unit),
        reading.value,
        names.of(reading.instrumentId),
        reading.at,
        reading.takenAt,
        reading.note,
        reading.temperatureC,
        reading.humidityPct,
      );
    }
  };

  let piece: Buffer = Buffer.alloc(0);
  try {
    for await (const chunk of createReadStream(request.file, { highWaterMark: PIECE })) {
      piece = chunk as Buffer;
      bytes += piece.length;
      take(rows.push(decoder.decode(piece, { stream: true })));
      if (headerFault) return lines;
      if (hooks.cancelled()) throw new Cancelled();
      hooks.progress({ phase: 'reading', bytes, totalBytes: request.bytes, lines });
    }
    piece = Buffer.alloc(0);
    take(rows.push(decoder.decode()));
    take(rows.end());
  } catch (error) {
    if (error instanceof DelimitedFault)
      refuse({ line: error.line, column: '', message: error.message });
    else if (error instanceof TypeError && /encod/i.test(error.message))
      refuse(describeEncoding(piece, rows.line()));
    else throw error;
    unreadable = true;
  }
  if (!read && !headerFault && !unreadable)
    refuse({ line: 1, column: '', message: 'The file is empty.' });
  const keep = db.prepare('INSERT INTO temp.staged_name (n, name) VALUES (?, ?)');
  for (const [name, n] of names.entries()) keep.run(n, name);
  return lines;
}

function write(
  db: Db,
  stores: Stores,
  request: ImportRequest,
  report: ImportReport,
  sessions: readonly NewSession[],
  hooks: ImportHooks,
): void {
  const insertSitting = db.prepare(
    `INSERT INTO sitting
       (occasion, protocol_id, configuration, removed, worn_km, finished_at)
     SELECT o.n, @protocolId, 'as sold', '', p.worn_km, @last
     FROM occasion o JOIN pair p ON p.id = o.pair_id WHERE o.id = @id`,
  );
  // The number of a sitting within the book, found once for each.
  const numberSittings = db.prepare(
    `INSERT INTO temp.staged_sitting (session, occasion)
     SELECT x.n, o.n
     FROM (SELECT DISTINCT session FROM temp.staged WHERE there = 0) s
     JOIN temp.staged_name x ON x.n = s.session
     JOIN occasion o ON o.id = x.name`,
  );
  const insertReadings = db.prepare(
    `INSERT INTO reading
       (id, occasion, side, quantity, trial, typed, unit, value, instrument_id, taken_at, note,
        entered, temperature_c, humidity_pct)
     SELECT s.id, x.occasion, f.name, q.name, s.trial,
       s.typed || ' ' || u.name, u.name, s.value, i.name, s.taken_at,
       s.note, 'file', s.temperature_c, s.humidity_pct
     FROM temp.staged s
     CROSS JOIN temp.staged_sitting x ON x.session = s.session
     CROSS JOIN temp.staged_name f ON f.n = s.shoe
     CROSS JOIN temp.staged_name q ON q.n = s.quantity
     CROSS JOIN temp.staged_name u ON u.n = s.unit
     CROSS JOIN temp.staged_name i ON i.n = s.instrument
     WHERE s.rowid > @after AND s.rowid <= @upTo AND s.there = 0`,
  );
  const markStale = db.prepare(
    `INSERT INTO pair_summary (pair_id, readings, stations_done, stations, stale, revision)
     SELECT n.name, 0, 0, 0, 1, 1
     FROM (SELECT DISTINCT pair FROM temp.staged WHERE there = 0) s
     JOIN temp.staged_name n ON n.n = s.pair
     WHERE true
     ON CONFLICT (pair_id) DO UPDATE SET stale = 1, revision = revision + 1`,
  );
  const markConsistency = db.prepare(
    `INSERT OR IGNORE INTO stale_consistency
     SELECT p.edition_id, ''
     FROM (SELECT DISTINCT pair FROM temp.staged WHERE there = 0) s
     JOIN temp.staged_name n ON n.n = s.pair
     JOIN pair p ON p.id = n.name`,
  );
  const last =
    db.prepare<[], { last: number }>('SELECT max(rowid) AS last FROM temp.staged').get()?.last ?? 0;
  // Told before the book is locked, so that no other change waits at the lock.
  hooks.writing(true);
  try {
    stores.changes.apply(changeOf(request), () => {
      for (const { first, last: end, existing: _, ...session } of sessions) {
        const { id, pairId, person } = session;
        const startedAt = new Date(first).toISOString();
        stores.readings.begin({ id, kind: 'sitting', pairId, person, startedAt });
        insertSitting.run({ ...session, last: new Date(end).toISOString() });
      }
      numberSittings.run();
      for (let after = 0; after < last; after += BATCH) {
        insertReadings.run({ after, upTo: after + BATCH });
        hooks.progress({
          phase: 'writing',
          bytes: request.bytes,
          totalBytes: request.bytes,
          lines: Math.min(after + BATCH, last),
        });
        if (hooks.cancelled()) throw new Cancelled();
      }
      markStale.run();
      markConsistency.run();
      return report;
    });
  } finally {
    hooks.writing(false);
  }
}
