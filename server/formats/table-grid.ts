/** Tables of others as lines of cells: CSV of any dialect, and workbooks. */

import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import type { CellValue } from 'exceljs';
import { DelimitedFault, splitRows } from '#contract/delimited-rows.ts';
import { Refusal } from '../problems.ts';
import { requireWholeZip } from './zip-look.ts';

export const MOST_TABLE_BYTES = 40 * 1024 * 1024;
export const MOST_LINES = 5000;
const MOST_COLUMNS = 200;
const LONGEST_CELL = 2000;

export interface TableFile {
  grid: string[][];
  sheets: string[];
  sheet: string;
}

const tooLong = () =>
  new Refusal(
    413,
    `The table has over ${MOST_LINES.toLocaleString('en')} lines. Split it; readings have a door of their own, Files in and out.`,
  );

function requireSmall(cells: readonly string[]): string[] {
  if (cells.length > MOST_COLUMNS)
    throw new Refusal(413, `A line has over ${MOST_COLUMNS} cells: is it a table?`);
  return cells.map((cell) => cell.slice(0, LONGEST_CELL));
}

async function readDelimited(file: string): Promise<TableFile> {
  const rows = splitRows();
  const grid: string[][] = [];
  const take = (batch: ReturnType<typeof rows.push>) => {
    for (const { line, fields } of batch) {
      if (line > MOST_LINES) throw tooLong();
      // A line that holds nothing keeps its number.
      while (grid.length < line - 1) grid.push([]);
      grid.push(requireSmall(fields));
    }
  };
  const decoder = new TextDecoder('utf-8', { fatal: true });
  try {
    for await (const piece of createReadStream(file))
      take(rows.push(decoder.decode(piece as Buffer, { stream: true })));
    take(rows.push(decoder.decode()));
    take(rows.end());
  } catch (error) {
    if (error instanceof DelimitedFault)
      throw new Refusal(422, `Line ${error.line}: ${error.message}`, [
        { field: '', line: error.line, message: error.message },
      ]);
    if (error instanceof TypeError && /encod/i.test(error.message))
      throw new Refusal(
        422,
        `Line ${rows.line()}: here the file is not UTF-8 text. Save it as UTF-8, or as a workbook.`,
      );
    throw error;
  }
  const [first] = grid;
  if (first) first[0] = (first[0] ?? '').replace(/^\ufeff/, '');
  return { grid, sheets: [], sheet: '' };
}

/** A cell as it is read: what a formula came to, a day as 2026-03-14. */
function cellText(value: CellValue | undefined): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'object') return String(value);
  if ('error' in value) return String(value.error);
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('result' in value) return cellText(value.result as CellValue);
  if ('text' in value) return cellText(value.text as CellValue);
  return '';
}

async function readWorkbook(file: string, wanted: string): Promise<TableFile> {
  await requireWholeZip(file);
  const { default: ExcelJS } = await import('exceljs');
  const reader = new ExcelJS.stream.xlsx.WorkbookReader(file, {
    sharedStrings: 'cache',
    styles: 'cache',
    worksheets: 'emit',
    hyperlinks: 'ignore',
  });
  const sheets: string[] = [];
  const grid: string[][] = [];
  let sheet = '';
  try {
    for await (const worksheet of reader) {
      const { name } = worksheet as unknown as { name: string };
      sheets.push(name);
      const isWanted = wanted === '' ? sheets.length === 1 : name === wanted;
      if (isWanted) sheet = name;
      for await (const row of worksheet) {
        if (!isWanted) continue;
        if (row.number > MOST_LINES) throw tooLong();
        while (grid.length < row.number - 1) grid.push([]);
        const { values } = row;
        const cells = Array.isArray(values) ? values.slice(1) : [];
        grid.push(requireSmall(Array.from(cells, cellText)));
      }
    }
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(
      422,
      `The workbook cannot be read (${(error as Error).message.slice(0, 120)}). Save it anew as .xlsx, or as CSV.`,
    );
  }
  if (sheets.length === 0) throw new Refusal(422, 'There is no sheet in this workbook.');
  if (sheet === '')
    throw new Refusal(422, `There is no sheet “${wanted}”; there are ${sheets.join(', ')}.`);
  return { grid, sheets, sheet };
}

/** The first bytes of an older workbook. */
const OLD_WORKBOOK = 'd0cf11e0';

/** Reads a table; what it is, is told from its first bytes, not from its name. */
export async function readTableFile(file: string, sheet: string): Promise<TableFile> {
  const handle = await open(file);
  const head = Buffer.alloc(4);
  await handle.read(head, 0, 4, 0);
  await handle.close();
  if (head.toString('hex') === OLD_WORKBOOK)
    throw new Refusal(
      415,
      'Workbooks of the older form (.xls) cannot be read. Save it as .xlsx or CSV.',
    );
  const read =
    head.toString('latin1', 0, 2) === 'PK'
      ? await readWorkbook(file, sheet)
      : await readDelimited(file);
  if (!read.grid.some((cells) => cells.some((cell) => cell.trim() !== '')))
    throw new Refusal(422, 'There is nothing in this table.');
  return read;
}
