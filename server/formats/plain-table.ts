/** One table as CSV or as a workbook with typed cells: what is text no spreadsheet runs. */
import Papa from 'papaparse';
import { guardFormula } from './guarded-text.ts';

export type PlainCell = string | number | boolean | null;

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

export async function writePlainWorkbook({
  name,
  heads,
  rows,
  about,
}: PlainTable): Promise<Buffer> {
  // Loaded at the first workbook: it is large.
  const { default: ExcelJS } = await import('exceljs');
  const book = new ExcelJS.Workbook();
  book.creator = 'Emvex';
  const sheet = book.addWorksheet(name.replace(/[[\]:*?/\\]/g, ' ').slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
  });
  sheet.addRow(heads);
  sheet.getRow(1).font = { bold: true };
  // A text is a text in a workbook: no spreadsheet runs it.
  for (const row of rows) sheet.addRow(row);
  heads.forEach((head, at) => {
    sheet.getColumn(at + 1).width = Math.min(40, Math.max(10, head.length + 2));
  });
  const provenance = book.addWorksheet('Provenance');
  provenance.columns = [{ width: 24 }, { width: 60 }];
  for (const row of about) provenance.addRow(row);
  return Buffer.from(await book.xlsx.writeBuffer());
}
