/** What all delimited files share: the mark that parts columns, and plain numbers. */

export interface Dialect {
  delimiter: ',' | ';' | '\t';
  /** A comma is a decimal mark only where it does not part columns. */
  decimalComma: boolean;
}

/** The dialect of a file from its header line. A semicolon or a tab leaves the comma to decimals. */
export function dialectOf(header: string): Dialect {
  const count = (mark: string) => header.split(mark).length - 1;
  const delimiter = count(';') > 0 ? ';' : count('\t') > 0 ? '\t' : ',';
  return { delimiter, decimalComma: delimiter !== ',' };
}

const PLAIN = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?$/;

/** A plain number of a file, or undefined. A comma is read as a decimal mark where it may be one. */
export function readPlainNumber(text: string, decimalComma: boolean): number | undefined {
  const trimmed = text.trim().replace('\u2212', '-');
  const plain = decimalComma && !trimmed.includes('.') ? trimmed.replace(',', '.') : trimmed;
  if (!PLAIN.test(plain)) return undefined;
  const value = Number(plain);
  return Number.isFinite(value) ? value : undefined;
}

/** A fault of one line of a file. */
export interface LineFault {
  line: number;
  /** Name of the column; empty where it is the whole line. */
  column: string;
  message: string;
}
