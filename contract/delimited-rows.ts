/** Splits delimited text into rows as it arrives, with the line each row stands on. */
import Papa from 'papaparse';
import { type Dialect, dialectOf } from '#core/sizing/delimited.ts';

export interface DelimitedRow {
  /** From 1; of a row whose quoted field holds line breaks, its first line. */
  line: number;
  fields: string[];
}

export interface RowSplitter {
  /** Whole rows of a piece of text; a row that is not complete waits for the next piece. */
  push: (text: string) => DelimitedRow[];
  /** What is left at the end of the file. */
  end: () => DelimitedRow[];
  /** Known once a first line has been seen. */
  dialect: () => Dialect;
  /** The line on which what was not yet given as a row begins. */
  line: () => number;
}

/** No line, and no field in quotation marks, is longer: else a file without breaks is held whole. */
const LONGEST_ROW = 1024 * 1024;

/** A file whose rows cannot be told apart. */
export class DelimitedFault extends Error {
  readonly line: number;
  constructor(line: number, message: string) {
    super(message);
    this.line = line;
  }
}

function countOf(text: string, mark: string): number {
  let count = 0;
  for (let at = text.indexOf(mark); at >= 0; at = text.indexOf(mark, at + 1)) count += 1;
  return count;
}

/** How many lines after the first a quotation mark opens that is not closed. */
function linesBeforeOpenQuote(text: string): number {
  let open = false;
  let opened = 0;
  text.split('\n').forEach((line, index) => {
    if (countOf(line, '"') % 2 === 0) return;
    open = !open;
    if (open) opened = index;
  });
  return opened;
}

/**
 * Rows parted by line breaks of any kind, a lone carriage return too; empty lines count and give
 * no row.
 *
 * @param longestRow characters of the longest row, or of a field in quotation marks
 */
export function splitRows(longestRow = LONGEST_ROW): RowSplitter {
  let rest = '';
  let half = '';
  let line = 1;
  let dialect: Dialect | undefined;

  function parse(text: string): DelimitedRow[] {
    if (text === '') return [];
    const body = text.endsWith('\n') ? text.slice(0, -1) : text;
    if (body === '') {
      line += 1;
      return [];
    }
    dialect ??= dialectOf(body.slice(0, body.indexOf('\n') < 0 ? undefined : body.indexOf('\n')));
    const { data } = Papa.parse<string[]>(body, { delimiter: dialect.delimiter, newline: '\n' });
    // Only a quoted field can hold a line break: then rows and lines differ.
    const plain = data.length === countOf(body, '\n') + 1;
    const rows: DelimitedRow[] = [];
    for (const fields of data) {
      if (fields.length > 1 || fields[0] !== '') rows.push({ line, fields });
      line += plain ? 1 : 1 + fields.reduce((sum, field) => sum + countOf(field, '\n'), 0);
    }
    return rows;
  }

  const openQuote = (text: string) =>
    new DelimitedFault(
      line + linesBeforeOpenQuote(text),
      'A quotation mark opens here and is not closed.',
    );

  return {
    push(text) {
      // A carriage return at the very end may be half of a line break.
      const held = text.endsWith('\r') ? '\r' : '';
      const piece = half + (held ? text.slice(0, -1) : text);
      rest += piece.includes('\r') ? piece.replace(/\r\n?/g, '\n') : piece;
      half = held;
      const cut = rest.lastIndexOf('\n');
      const whole = rest.slice(0, cut + 1);
      if (countOf(whole, '"') % 2 === 1) {
        if (rest.length > longestRow) throw openQuote(rest);
        return [];
      }
      rest = rest.slice(cut + 1);
      const rows = parse(whole);
      if (rest.length > longestRow)
        throw new DelimitedFault(
          line,
          `This line has over ${longestRow.toLocaleString('en')} characters and no end. Rows stand on lines of their own.`,
        );
      return rows;
    },
    end() {
      const last = rest;
      rest = '';
      half = '';
      if (countOf(last, '"') % 2 === 1) throw openQuote(last);
      return parse(last);
    },
    line: () => line,
    dialect: () => dialect ?? { delimiter: ',', decimalComma: false },
  };
}
