/** The tables of a document as CSV and as a workbook, a sheet each. */
import Papa from 'papaparse';
import { type BenchDocument, type DocumentPart, partsIn } from '#core/sheet/document.ts';
import { guardFormula } from './guarded-text.ts';
import type { IssuedHead } from './sheet-tables.ts';

interface NamedTable {
  name: string;
  heads: string[];
  rows: string[][];
}

function tablesIn(parts: readonly DocumentPart[], name: string): NamedTable[] {
  return parts.flatMap((part): NamedTable[] => {
    if (part.kind === 'section') return tablesIn(part.parts, part.title);
    return part.kind === 'table'
      ? [
          {
            name,
            heads: part.columns.map(({ title }) => title),
            rows: part.rows.map(({ cells }) => cells),
          },
        ]
      : [];
  });
}

/** Texts that a spreadsheet would run are guarded. */
export function writeTablesCsv(document: BenchDocument): string {
  const rows = tablesIn(partsIn(document), document.title).flatMap(({ name, heads, rows: own }) => [
    [name, ...heads.slice(1)],
    ...own,
    [],
  ]);
  return `${Papa.unparse(
    rows.map((row) => row.map(guardFormula)),
    { newline: '\r\n' },
  )}\r\n`;
}

/** Names of sheets of a workbook hold no such letters. */
const sheetName = (name: string, nth: number) =>
  `${nth + 1} ${name.replace(/[[\]:*?/\\]/g, ' ')}`.slice(0, 31);

export async function writeTablesWorkbook(
  document: BenchDocument,
  head: IssuedHead,
): Promise<Buffer> {
  // Loaded at the first workbook: it is large.
  const { default: ExcelJS } = await import('exceljs');
  const book = new ExcelJS.Workbook();
  book.creator = 'Emvex';
  book.created = new Date(head.issuedAt);
  tablesIn(partsIn(document), document.title).forEach(({ name, heads, rows }, nth) => {
    const sheet = book.addWorksheet(sheetName(name, nth), {
      views: [{ state: 'frozen', ySplit: 1, xSplit: 1 }],
    });
    sheet.addRow(heads);
    sheet.getRow(1).font = { bold: true };
    // A text is a text in a workbook: no spreadsheet runs it.
    for (const row of rows) sheet.addRow(row);
    for (const column of sheet.columns) column.width = 24;
  });
  const provenance = book.addWorksheet('Provenance');
  provenance.addRow(['revision', head.revision]);
  provenance.addRow(['issued', head.issuedAt]);
  provenance.addRow(['signed', head.issuedBy]);
  provenance.addRow(['SHA-256', head.hash]);
  return Buffer.from(await book.xlsx.writeBuffer());
}
