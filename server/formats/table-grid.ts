/** Tables of others as lines of cells: CSV of any dialect, and workbooks. */

import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { DelimitedFault, splitRows } from '#contract/delimited-rows.ts';
import { runEnded } from '../ended-process.ts';
import { Refusal } from '../problems.ts';
import { MOST_LINES, requireSmall, tooLong } from './table-limits.ts';
import type { WorkbookTask } from './workbook-process.ts';

export const MOST_TABLE_BYTES = 40 * 1024 * 1024;
export interface TableFile {
  grid: string[][];
  sheets: string[];
  sheet: string;
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

/** A workbook that takes longer, or more memory, was made to. */
const MOST_MS = 30_000;
const MOST_MEGABYTES = 512;

const readWorkbook = (file: string, sheet: string, gone?: AbortSignal): Promise<TableFile> =>
  runEnded('workbook-process', { file, sheet } satisfies WorkbookTask, {
    mostMs: MOST_MS,
    mostMegabytes: MOST_MEGABYTES,
    gone,
    late: 'The workbook took too long to read, or too much memory, and was left. Save the one sheet that is wanted as CSV.',
  });

/** The first bytes of an older workbook. */
const OLD_WORKBOOK = 'd0cf11e0';

/** Reads a table; what it is, is told from its first bytes, not from its name. */
export async function readTableFile(
  file: string,
  sheet: string,
  gone?: AbortSignal,
): Promise<TableFile> {
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
      ? await readWorkbook(file, sheet, gone)
      : await readDelimited(file);
  if (!read.grid.some((cells) => cells.some((cell) => cell.trim() !== '')))
    throw new Refusal(422, 'There is nothing in this table.');
  return read;
}
