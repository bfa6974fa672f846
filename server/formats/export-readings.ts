/** Standing readings as a file that reads back to the same readings. */
import { Readable } from 'node:stream';
import Database from 'better-sqlite3';
import Papa from 'papaparse';
import { type Catalogue, describeQuantity } from '#core/catalogue/quantities.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import type { Job } from '../jobs.ts';
import type { Db } from '../store/database.ts';
import { guardFormula } from './guarded-text.ts';
import { READINGS_HEADER } from './readings-file.ts';

interface ExportRow {
  pair: string;
  side: string;
  quantity: string;
  trial: number;
  value: number;
  protocol: string;
  version: number;
  retired: number;
  operator: string;
  instrument: string;
  measured_at: string;
  temperature_c: number | null;
  humidity_pct: number | null;
  note: string;
}

/** In the order of the indexes: nothing is sorted, however many there are. */
export const EXPORTED = `SELECT p.tag AS pair, r.side, r.quantity, r.trial, r.value, c.name AS protocol, c.version,
    c.retired, coalesce(r.person, o.person) AS operator, i.name AS instrument, r.taken_at AS measured_at, r.temperature_c, r.humidity_pct, r.note
  FROM pair p
  CROSS JOIN occasion o ON o.pair_id = p.id AND o.kind = 'sitting'
  CROSS JOIN sitting s ON s.occasion = o.n
  CROSS JOIN standing_reading r ON r.occasion = o.n
  CROSS JOIN protocol c ON c.id = s.protocol_id
  CROSS JOIN instrument i ON i.id = r.instrument_id
  WHERE p.tag >= @from AND p.tag <= @to
  ORDER BY p.tag, o.started_at, o.n, r.quantity, r.side, r.trial, r.n`;

/** Rows that are written together. */
const BATCH = 500;
/** After the last tag. */
const LAST_TAG = '\u{10FFFF}';

/**
 * A stream of standing readings, in the order of tags and sittings. Values stand in the canonical
 * unit of their quantity, so that the
 * file means one thing everywhere; voided and corrected readings stay in the book.
 *
 * @param job is told how far it is
 * @param options tag of one pair, or undefined for all; semicolons with a decimal comma
 */
export function exportReadings(
  db: Db,
  options: {
    tag: string | undefined;
    semicolon: boolean;
    catalogue: Catalogue;
    /** How many there will be. */
    total: number;
  },
  job: Job,
): Readable {
  const { tag, semicolon, catalogue, total } = options;
  // A query that is still running keeps its connection from writing, so it has one of its own.
  const reader = db.memory ? db : new Database(db.name, { readonly: true });
  const delimiter = semicolon ? ';' : ',';
  const number = (value: number | null) =>
    value === null ? '' : semicolon ? String(value).replace('.', ',') : String(value);
  const rowOf = (row: ExportRow) => [
    row.pair,
    row.side,
    row.quantity,
    row.trial,
    number(row.value),
    canonicalUnit(describeQuantity(row.quantity, catalogue).kind).symbol,
    row.retired ? `${row.protocol} v${row.version}` : row.protocol,
    row.operator,
    row.instrument,
    row.measured_at,
    number(row.temperature_c),
    number(row.humidity_pct),
    guardFormula(row.note),
  ];
  const write = (rows: unknown[][]) => `${Papa.unparse(rows, { delimiter, newline: '\n' })}\n`;
  async function* pieces() {
    yield write([[...READINGS_HEADER]]);
    let done = 0;
    let batch: ReturnType<typeof rowOf>[] = [];
    try {
      const select = reader.prepare<[{ from: string; to: string }], ExportRow>(EXPORTED);
      for (const row of select.iterate({ from: tag ?? '', to: tag ?? LAST_TAG })) {
        batch.push(rowOf(row));
        if (batch.length < BATCH) continue;
        yield write(batch);
        done += batch.length;
        batch = [];
        await job.step(done, total);
      }
      if (batch.length > 0) yield write(batch);
    } finally {
      job.end();
      if (reader !== db) reader.close();
    }
  }
  return Readable.from(pieces());
}
