/** The tables of a document as CSV and as a workbook, a sheet each. */
import Papa from 'papaparse';
import { type BenchDocument, type DocumentPart, partsIn } from '#core/sheet/document.ts';
import { guardFormula } from './guarded-text.ts';
import type { IssuedHead } from './sheet-tables.ts';
import { writeWorkbook } from './workbook.ts';

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

export const writeTablesWorkbook = (document: BenchDocument, head: IssuedHead): Promise<Buffer> =>
  writeWorkbook([
    ...tablesIn(partsIn(document), document.title).map(({ name, heads, rows }, nth) => ({
      name: `${nth + 1} ${name}`,
      rows: [heads, ...rows],
      hasHeads: true,
      sticky: 1,
      widths: heads.map(() => 24),
    })),
    {
      name: 'Provenance',
      rows: [
        ['revision', head.revision],
        ['issued', head.issuedAt],
        ['signed', head.issuedBy],
        ['SHA-256', head.hash],
      ],
    },
  ]);
