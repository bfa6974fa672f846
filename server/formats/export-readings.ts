/** Standing readings as a file that reads back to the same readings. */
import { Readable } from 'node:stream';
import Database from 'better-sqlite3';
import Papa from 'papaparse';
import { type Catalogue, describeQuantity } from '#core/quantities.ts';
import { canonicalUnit } from '#core/units.ts';
import type { Db } from '../store/database.ts';
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

const SELECT = `SELECT p.tag AS pair, r.side, r.quantity, r.trial, r.value, c.name AS protocol, c.version,
    c.retired, o.person AS operator, i.name AS instrument, r.taken_at AS measured_at, r.temperature_c, r.humidity_pct, r.note
  FROM standing_reading r
  JOIN occasion o ON o.n = r.occasion
  JOIN sitting s ON s.occasion = o.n
  JOIN pair p ON p.id = o.pair_id
  JOIN protocol c ON c.id = s.protocol_id
  JOIN instrument i ON i.id = r.instrument_id
  WHERE @tag IS NULL OR p.tag = @tag
  ORDER BY r.taken_at, r.id`;

/** A spreadsheet takes a field that begins so for a formula and runs it. */
const FORMULA = /^['\t\r]*[=+\-@]/;

/** A text that no spreadsheet runs: an apostrophe before it, which `readNote` takes off again. */
const guardFormula = (text: string) => (FORMULA.test(text) ? `'${text}` : text);

/** Rows that are written together. */
const BATCH = 2000;

/**
 * A stream of standing readings. Values stand in the canonical unit of their quantity, so that the
 * file means one thing everywhere; voided and corrected readings stay in the book.
 *
 * @param options tag of one pair, or undefined for all; semicolons with a decimal comma
 */
export function exportReadings(
  db: Db,
  options: { tag: string | undefined; semicolon: boolean; catalogue: Catalogue },
): Readable {
  const { tag, semicolon, catalogue } = options;
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
  function* pieces() {
    yield write([[...READINGS_HEADER]]);
    let batch: ReturnType<typeof rowOf>[] = [];
    try {
      const select = reader.prepare<[{ tag: string | null }], ExportRow>(SELECT);
      for (const row of select.iterate({ tag: tag ?? null })) {
        batch.push(rowOf(row));
        if (batch.length < BATCH) continue;
        yield write(batch);
        batch = [];
      }
      if (batch.length > 0) yield write(batch);
    } finally {
      if (reader !== db) reader.close();
    }
  }
  return Readable.from(pieces());
}
