/** Splits delimited text into rows as it arrives, with the line each row stands on. */
import Papa from 'papaparse';
import { type Dialect, dialectOf } from '#core/delimited.ts';

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
}

/** A quoted field that is still open after this much text was never closed. */
const LONGEST_OPEN = 4 * 1024 * 1024;

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

/** Rows parted by line breaks of any kind; empty lines count and give no row. */
export function splitRows(): RowSplitter {
  let rest = '';
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

  return {
    push(text) {
      rest = (rest + text).replaceAll('\r\n', '\n');
      // A carriage return at the very end may be half of a line break.
      const held = rest.endsWith('\r') ? '\r' : '';
      const ready = held ? rest.slice(0, -1) : rest;
      const cut = ready.lastIndexOf('\n');
      if (cut < 0) return [];
      const whole = ready.slice(0, cut + 1);
      if (countOf(whole, '"') % 2 === 1) {
        if (rest.length > LONGEST_OPEN)
          throw new DelimitedFault(line, 'A quotation mark opens here and is not closed.');
        return [];
      }
      rest = ready.slice(cut + 1) + held;
      return parse(whole);
    },
    end() {
      const last = rest;
      rest = '';
      if (countOf(last, '"') % 2 === 1)
        throw new DelimitedFault(line, 'A quotation mark opens here and is not closed.');
      return parse(last.replace(/\r$/, ''));
    },
    dialect: () => dialect ?? { delimiter: ',', decimalComma: false },
  };
}
