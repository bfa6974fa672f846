/**
 * Reads a file of readings into the bench book: whole or not at all. Rows are read as a stream and
 * staged beside the book; the book itself is touched once, in one transaction, when every row is
 * sound.
 */
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

interface NewSession {
  id: string;
  pairId: string;
  protocolId: string;
  person: string;
  first: string;
  last: string;
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
  return {
    sessionOf(reading: FileReading): string {
      const day = reading.takenAt.slice(0, 10);
      const key = `${reading.pairId} ${reading.protocolId} ${day} ${reading.operator}`;
      const known = planned.get(key);
      if (known) {
        if (reading.takenAt < known.first) known.first = reading.takenAt;
        if (reading.takenAt > known.last) known.last = reading.takenAt;
        return known.id;
      }
      const { pairId, protocolId, operator: person, takenAt } = reading;
      const found = find.get(pairId, protocolId, person, day, `${day}~`);
      const session: NewSession = {
        id: found?.id ?? newId({ msecs: Date.parse(takenAt) }),
        pairId,
        protocolId,
        person,
        first: takenAt,
        last: takenAt,
        existing: found !== undefined,
      };
      planned.set(key, session);
      return session.id;
    },
    fresh: (): NewSession[] => [...planned.values()].filter((session) => !session.existing),
    all: (): NewSession[] => [...planned.values()],
  };
}

const STAGE = `
  CREATE TEMP TABLE staged (
    line INTEGER NOT NULL,
    id TEXT NOT NULL,
    session_id TEXT NOT NULL,
    pair_id TEXT NOT NULL,
    side TEXT NOT NULL,
    quantity TEXT NOT NULL,
    trial INTEGER NOT NULL,
    typed TEXT NOT NULL,
    unit TEXT NOT NULL,
    value REAL NOT NULL,
    instrument_id TEXT NOT NULL,
    taken_at TEXT NOT NULL,
    note TEXT NOT NULL,
    temperature_c REAL,
    humidity_pct REAL,
    there INTEGER NOT NULL DEFAULT 0
  );
  CREATE UNIQUE INDEX temp.staged_once ON staged (taken_at, pair_id, quantity, side, trial);`;

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
  db.exec('DROP TABLE IF EXISTS temp.staged');
  db.exec(STAGE);
  try {
    return await stageAndWrite(db, stores, request, hooks);
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'cancelled' };
    throw error;
  } finally {
    db.exec('DROP TABLE IF EXISTS temp.staged');
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
  const odd: LineFault[] = [];
  let oddCount = 0;
  const lines = await stageFile(db, stores, request, hooks, refuse, (reading) => {
    if (reading.odd) {
      oddCount += 1;
      if (odd.length < LISTED_ODD)
        odd.push({ line: reading.line, column: 'value', message: reading.odd });
    }
    return planner.sessionOf(reading);
  });
  if (lines === 0 && count === 0)
    refuse({ line: 1, column: '', message: 'The file has a header and no reading.' });
  hooks.progress({ phase: 'checking', bytes: request.bytes, totalBytes: request.bytes, lines });
  if (count === 0) markKnown(db, refuse);
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
    ...summary(db),
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
    `INSERT OR IGNORE INTO temp.staged
       (line, id, session_id, pair_id, side, quantity, trial, typed, unit, value, instrument_id,
        taken_at, note, temperature_c, humidity_pct)
     VALUES
       (@line, @id, @sessionId, @pairId, @side, @quantity, @trial, @typed, @unit, @value,
        @instrumentId, @takenAt, @note, @temperatureC, @humidityPct)`,
  );
  const first = db.prepare<[FileReading], { line: number }>(
    `SELECT line FROM temp.staged
     WHERE taken_at = @takenAt AND pair_id = @pairId AND quantity = @quantity AND side = @side
       AND trial = @trial`,
  );
  const rows = splitRows();
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let read: ReturnType<typeof readingsReader> | undefined;
  let headerFault = false;
  let lines = 0;
  let bytes = 0;

  const take = db.transaction((batch: ReturnType<typeof rows.push>) => {
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
      const { tag: _tag, protocolId: _p, operator: _o, odd: _odd, ...staged } = reading;
      const id = newId({ msecs: Date.parse(reading.takenAt) });
      if (insert.run({ ...staged, id, sessionId: sessionOf(reading) }).changes === 0)
        refuse({
          line,
          column: '',
          message: `The same reading as line ${first.get(reading)?.line}: pair, side, quantity, trial and time are those.`,
        });
    }
  });

  try {
    for await (const chunk of createReadStream(request.file, { highWaterMark: 1 << 20 })) {
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
  return lines;
}

/** Marks what the book has already; the same station, trial and time with another value is a fault. */
function markKnown(db: Db, refuse: (fault: LineFault) => void): void {
  const there = db
    .prepare<[], { line: number; staged: number; kept: number; typed: string; stagedRow: number }>(
      `SELECT s.rowid AS stagedRow, s.line, s.value AS staged, r.value AS kept, r.typed
       FROM temp.staged s
       JOIN reading r ON r.taken_at = s.taken_at AND r.quantity = s.quantity AND r.side = s.side
         AND r.trial = s.trial
       JOIN session x ON x.id = r.session_id AND x.pair_id = s.pair_id`,
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

function summary(db: Db): Pick<ImportReport, 'pairs' | 'quantities'> {
  return {
    pairs: db
      .prepare<[], { tag: string; readings: number }>(
        `SELECT p.tag, count(*) AS readings FROM temp.staged s JOIN pair p ON p.id = s.pair_id
         WHERE there = 0 GROUP BY p.tag ORDER BY p.tag`,
      )
      .all(),
    quantities: db
      .prepare<[], { quantity: string; readings: number }>(
        `SELECT quantity, count(*) AS readings FROM temp.staged WHERE there = 0
         GROUP BY quantity ORDER BY readings DESC`,
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
     SELECT id, session_id, side, quantity, trial, typed, unit, value, instrument_id, taken_at, '',
       note, 'file', temperature_c, humidity_pct
     FROM temp.staged
     WHERE rowid > @after AND rowid <= @upTo AND there = 0`,
  );
  const markStale = db.prepare(
    `INSERT INTO pair_summary (pair_id, readings, stations_done, stations, stale)
     SELECT DISTINCT pair_id, 0, 0, 0, 1 FROM temp.staged WHERE there = 0
     ON CONFLICT (pair_id) DO UPDATE SET stale = 1`,
  );
  const last =
    db.prepare<[], { last: number }>('SELECT max(rowid) AS last FROM temp.staged').get()?.last ?? 0;
  const { id, at, person } = request.change;
  stores.changes.apply(
    { id, at, person, action: 'importReadings', subject: 'readings', request: report },
    () => {
      for (const session of sessions) insertSession.run({ ...session, existing: undefined });
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
