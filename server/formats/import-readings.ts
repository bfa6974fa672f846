/**
 * Reads a file of readings into the bench book: whole or not at all. Rows are read as a stream and
 * staged beside the book; the book itself is touched once, in one transaction, when every row is
 * sound.
 */
import { randomFillSync } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { v7 as newId } from 'uuid';
import { DelimitedFault, splitRows } from '#contract/delimited-rows.ts';
import type { ImportProgress, ImportReport } from '#contract/records.ts';
import type { LineFault } from '#core/delimited.ts';
import type { Db } from '../store/database.ts';
import { openStores, type Stores } from '../stores.ts';
import {
  type FileReading,
  type KnownNames,
  readingsReader,
  readReadingsHeader,
} from './readings-file.ts';

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
  preview: boolean;
  change: { id: string; at: string; person: string };
}

export interface ImportHooks {
  progress: (progress: ImportProgress) => void;
  cancelled: () => boolean;
}

export type ImportOutcome =
  | { kind: 'done'; report: ImportReport }
  | { kind: 'refused'; faults: LineFault[]; count: number }
  | { kind: 'cancelled' };

/** Thrown inside the transaction so that it is rolled back. */
class Cancelled extends Error {}

function knownNames(db: Db, stores: Stores): KnownNames {
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
    instruments: new Map(stores.instruments.all().map((one) => [one.name.toLowerCase(), one.id])),
    catalogue: stores.lab.catalogue(),
  };
}

const DAY_MS = 86_400_000;

interface NewSession {
  id: string;
  pairId: string;
  protocolId: string;
  person: string;
  /** ms: text of a file would keep the piece it was cut from in memory. */
  first: number;
  last: number;
  existing: boolean;
}

/** Finds or plans the sitting that a reading belongs to: one pair, protocol, operator and day. */
function sessionPlanner(db: Db) {
  const find = db.prepare<[string, string, string, string, string], { id: string }>(
    `SELECT id FROM session
     WHERE pair_id = ? AND protocol_id = ? AND person = ? AND started_at >= ? AND started_at < ?
     ORDER BY started_at LIMIT 1`,
  );
  const planned = new Map<string, NewSession>();
  let last: NewSession | undefined;
  return {
    sessionOf(reading: FileReading): string {
      const { pairId, protocolId, at } = reading;
      const dayNumber = Math.floor(at / DAY_MS);
      const same =
        last?.pairId === pairId &&
        last.protocolId === protocolId &&
        last.person === reading.operator &&
        Math.floor(last.first / DAY_MS) === dayNumber;
      const key = same ? '' : `${pairId} ${protocolId} ${dayNumber} ${reading.operator}`;
      const known = same ? last : planned.get(key);
      if (known) {
        last = known;
        if (at < known.first) known.first = at;
        if (at > known.last) known.last = at;
        return known.id;
      }
      const person = Buffer.from(reading.operator).toString();
      const day = reading.takenAt.slice(0, 10);
      const found = find.get(pairId, protocolId, person, day, `${day}~`);
      const session: NewSession = {
        id: found?.id ?? newId({ msecs: at }),
        pairId,
        protocolId,
        person,
        first: at,
        last: at,
        existing: found !== undefined,
      };
      planned.set(key, session);
      last = session;
      return session.id;
    },
    fresh: (): NewSession[] => [...planned.values()].filter((session) => !session.existing),
  };
}

/**
 * Rows wait here until all are sound: names as small numbers, no index, no journal, so that a
 * million of them cost little.
 */
const STAGE = `
  CREATE TEMP TABLE staged (
    line INTEGER NOT NULL,
    id TEXT NOT NULL,
    session INTEGER NOT NULL,
    pair INTEGER NOT NULL,
    shoe INTEGER NOT NULL,
    quantity INTEGER NOT NULL,
    trial INTEGER NOT NULL,
    typed TEXT NOT NULL,
    unit INTEGER NOT NULL,
    value REAL NOT NULL,
    instrument INTEGER NOT NULL,
    at INTEGER NOT NULL,
    taken_at TEXT NOT NULL,
    note TEXT NOT NULL,
    temperature_c REAL,
    humidity_pct REAL,
    there INTEGER NOT NULL
  );
  CREATE TEMP TABLE staged_name (n INTEGER PRIMARY KEY, name TEXT NOT NULL);`;
const UNSTAGE = 'DROP TABLE IF EXISTS temp.staged; DROP TABLE IF EXISTS temp.staged_name;';

/** Bytes of the file that are read at a time. */
const PIECE = 1 << 18;

/** Page cache of the import's own connection, in KiB: index pages are written once, not over and over. */
const CACHE_KIB = 32_768;

/** Small numbers for names that come again and again. */
function numbering() {
  const numbers = new Map<string, number>();
  return {
    of(name: string): number {
      const known = numbers.get(name);
      if (known !== undefined) return known;
      numbers.set(name, numbers.size);
      return numbers.size - 1;
    },
    entries: () => numbers.entries(),
  };
}

/** UUIDv7 at a time; random bytes are drawn for many at once. */
function idSource(): (msecs: number) => string {
  const pool = Buffer.alloc(16 * 4096);
  let used = pool.length;
  return (msecs) => {
    if (used === pool.length) {
      randomFillSync(pool);
      used = 0;
    }
    const random = pool.subarray(used, used + 16);
    used += 16;
    return newId({ msecs, random });
  };
}

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
  db.pragma(`cache_size = -${CACHE_KIB}`);
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
  const newSessions = fresh === 0 ? [] : planner.fresh();
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

/** Streams the file into the stage; answers with the number of sound rows. */
async function stageFile(
  db: Db,
  stores: Stores,
  request: ImportRequest,
  hooks: ImportHooks,
  refuse: (fault: LineFault) => void,
  sessionOf: (reading: FileReading) => string,
): Promise<number> {
  const known = knownNames(db, stores);
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

  try {
    for await (const chunk of createReadStream(request.file, { highWaterMark: PIECE })) {
      bytes += (chunk as Buffer).length;
      take(rows.push(decoder.decode(chunk as Buffer, { stream: true })));
      if (headerFault) return lines;
      if (hooks.cancelled()) throw new Cancelled();
      hooks.progress({ phase: 'reading', bytes, totalBytes: request.bytes, lines });
    }
    take(rows.push(decoder.decode()));
    take(rows.end());
  } catch (error) {
    if (error instanceof DelimitedFault)
      refuse({ line: error.line, column: '', message: error.message });
    else if (error instanceof TypeError && /encod/i.test(error.message))
      refuse({
        line: lines + 1,
        column: '',
        message: 'From about here the file is not UTF-8 text. Save it as UTF-8.',
      });
    else throw error;
  }
  if (!read && !headerFault) refuse({ line: 1, column: '', message: 'The file is empty.' });
  const keep = db.prepare('INSERT INTO temp.staged_name (n, name) VALUES (?, ?)');
  for (const [name, n] of names.entries()) keep.run(n, name);
  return lines;
}

const bookHasReadings = (db: Db): boolean =>
  db.prepare('SELECT 1 FROM reading LIMIT 1').get() !== undefined;

/** Rows that say the same reading twice. */
function refuseRepeats(db: Db, refuse: (fault: LineFault) => void): void {
  const repeats = db
    .prepare<[], { line: number; first: number }>(
      `SELECT s.line, d.first
       FROM (
         SELECT at, pair, quantity, shoe, trial, min(line) AS first
         FROM temp.staged GROUP BY at, pair, quantity, shoe, trial HAVING count(*) > 1
       ) d
       JOIN temp.staged s ON s.at = d.at AND s.pair = d.pair AND s.quantity = d.quantity
         AND s.shoe = d.shoe AND s.trial = d.trial
       WHERE s.line > d.first
       ORDER BY s.line`,
    )
    .all();
  for (const { line, first } of repeats)
    refuse({
      line,
      column: '',
      message: `The same reading as line ${first}: pair, side, quantity, trial and time are those.`,
    });
}

/** Marks what the book has already; the same station, trial and time with another value is a fault. */
function markKnown(db: Db, refuse: (fault: LineFault) => void): void {
  const there = db
    .prepare<[], { line: number; staged: number; kept: number; typed: string; stagedRow: number }>(
      `SELECT s.rowid AS stagedRow, s.line, s.value AS staged, r.value AS kept, r.typed
       FROM temp.staged s
       JOIN temp.staged_name q ON q.n = s.quantity
       JOIN temp.staged_name f ON f.n = s.shoe
       JOIN temp.staged_name p ON p.n = s.pair
       JOIN reading r ON r.taken_at = s.taken_at AND r.quantity = q.name AND r.side = f.name
         AND r.trial = s.trial
       JOIN session x ON x.id = r.session_id AND x.pair_id = p.name`,
    )
    .all();
  const mark = db.prepare('UPDATE temp.staged SET there = 1 WHERE rowid = ?');
  for (const { stagedRow, line, staged, kept, typed } of there) {
    if (Math.abs(staged - kept) <= 1e-9 * Math.max(1, Math.abs(kept))) mark.run(stagedRow);
    else
      refuse({
        line,
        column: 'value',
        message: `The book has ${typed} for this reading. A reading is not overwritten: correct it at the bench, with a reason.`,
      });
  }
}

/** What the file brings, where nothing of it is in the book. */
function untouched(
  db: Db,
  tally: { pairs: Map<string, number>; quantities: Map<string, number> },
): Pick<ImportReport, 'pairs' | 'quantities'> {
  const tagOf = db.prepare<[string], { tag: string }>('SELECT tag FROM pair WHERE id = ?');
  return {
    pairs: [...tally.pairs]
      .map(([id, readings]) => ({ tag: tagOf.get(id)?.tag ?? '', readings }))
      .sort((a, b) => a.tag.localeCompare(b.tag)),
    quantities: [...tally.quantities]
      .map(([quantity, readings]) => ({ quantity, readings }))
      .sort((a, b) => b.readings - a.readings),
  };
}

/** What the file brings beside what is in the book already. */
function summary(db: Db): Pick<ImportReport, 'pairs' | 'quantities'> {
  return {
    pairs: db
      .prepare<[], { tag: string; readings: number }>(
        `SELECT p.tag, c.readings
         FROM (SELECT pair, count(*) AS readings FROM temp.staged WHERE there = 0 GROUP BY pair) c
         JOIN temp.staged_name n ON n.n = c.pair
         JOIN pair p ON p.id = n.name
         ORDER BY p.tag`,
      )
      .all(),
    quantities: db
      .prepare<[], { quantity: string; readings: number }>(
        `SELECT n.name AS quantity, c.readings
         FROM (
           SELECT quantity, count(*) AS readings FROM temp.staged WHERE there = 0 GROUP BY quantity
         ) c
         JOIN temp.staged_name n ON n.n = c.quantity
         ORDER BY c.readings DESC`,
      )
      .all(),
  };
}

function write(
  db: Db,
  stores: Stores,
  request: ImportRequest,
  report: ImportReport,
  sessions: readonly NewSession[],
  hooks: ImportHooks,
): void {
  const insertSession = db.prepare(
    `INSERT INTO session
       (id, pair_id, protocol_id, person, configuration, worn_km, started_at, finished_at)
     SELECT @id, @pairId, @protocolId, @person, 'as sold', worn_km, @first, @last
     FROM pair WHERE id = @pairId`,
  );
  const insertReadings = db.prepare(
    `INSERT INTO reading
       (id, session_id, side, quantity, trial, typed, unit, value, instrument_id, taken_at, reason,
        note, entered, temperature_c, humidity_pct)
     SELECT s.id, x.name, f.name, q.name, s.trial,
       s.typed || ' ' || u.name, u.name, s.value, i.name, s.taken_at, '',
       s.note, 'file', s.temperature_c, s.humidity_pct
     FROM temp.staged s
     CROSS JOIN temp.staged_name x ON x.n = s.session
     CROSS JOIN temp.staged_name f ON f.n = s.shoe
     CROSS JOIN temp.staged_name q ON q.n = s.quantity
     CROSS JOIN temp.staged_name u ON u.n = s.unit
     CROSS JOIN temp.staged_name i ON i.n = s.instrument
     WHERE s.rowid > @after AND s.rowid <= @upTo AND s.there = 0`,
  );
  const markStale = db.prepare(
    `INSERT INTO pair_summary (pair_id, readings, stations_done, stations, stale)
     SELECT n.name, 0, 0, 0, 1
     FROM (SELECT DISTINCT pair FROM temp.staged WHERE there = 0) s
     JOIN temp.staged_name n ON n.n = s.pair
     WHERE true
     ON CONFLICT (pair_id) DO UPDATE SET stale = 1`,
  );
  const last =
    db.prepare<[], { last: number }>('SELECT max(rowid) AS last FROM temp.staged').get()?.last ?? 0;
  const { id, at, person } = request.change;
  stores.changes.apply(
    { id, at, person, action: 'importReadings', subject: 'readings', request: report },
    () => {
      for (const {
        id: sessionId,
        pairId,
        protocolId,
        person: operator,
        first,
        last: end,
      } of sessions)
        insertSession.run({
          id: sessionId,
          pairId,
          protocolId,
          person: operator,
          first: new Date(first).toISOString(),
          last: new Date(end).toISOString(),
        });
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
      return report;
    },
  );
}
