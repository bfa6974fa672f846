/** One table as CSV or as a workbook with typed cells: what is text no spreadsheet runs. */
import Papa from 'papaparse';
import { guardFormula } from './guarded-text.ts';
import { type PlainCell, writeWorkbook } from './workbook.ts';

export interface PlainTable {
  name: string;
  /** Units stand in them: `Mass, g`. */
  heads: string[];
  rows: PlainCell[][];
  /** What it is of, and how it was asked for. */
  about: [what: string, said: PlainCell][];
}

const guarded = (cell: PlainCell): PlainCell =>
  typeof cell === 'string' ? guardFormula(cell) : cell;

/** In a CSV file the table stands alone: what it is of is in its name. */
export const writePlainCsv = ({ heads, rows }: PlainTable): string =>
  `${Papa.unparse({ fields: heads, data: rows.map((row) => row.map(guarded)) }, { newline: '\r\n' })}\r\n`;

export const writePlainWorkbook = ({ name, heads, rows, about }: PlainTable): Promise<Buffer> =>
  writeWorkbook([
    {
      name,
      rows: [heads, ...rows],
      hasHeads: true,
      widths: heads.map((head) => Math.min(40, Math.max(10, head.length + 2))),
    },
    { name: 'Provenance', rows: about, widths: [24, 60] },
  ]);
