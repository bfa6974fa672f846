/** Reads one sheet of a workbook, in a process that can be ended: what it holds is counted as it is unpacked. */
import { readFile } from 'node:fs/promises';
import readWorkbook from 'read-excel-file/node';
import { answerTask } from '../ended-process.ts';
import { Refusal } from '../problems.ts';
import { MOST_LINES, requireSmall, tooLong } from './table-limits.ts';
import { requireWholeZip } from './zip-look.ts';

export interface WorkbookTask {
  file: string;
  /** Name of the sheet; empty: the first. */
  sheet: string;
}

type Value = string | number | boolean | Date | null | undefined;

/** A cell as it is read: what a formula came to, a day as 2026-03-14. */
const cellText = (value: Value): string =>
  value === null || value === undefined
    ? ''
    : value instanceof Date
      ? value.toISOString().slice(0, 10)
      : String(value);

answerTask(async ({ file, sheet: wanted }: WorkbookTask) => {
  await requireWholeZip(file);
  let read: { sheet: string; data: Value[][] }[];
  try {
    read = (await readWorkbook(await readFile(file))) as unknown as typeof read;
  } catch (error) {
    throw new Refusal(
      422,
      `The workbook cannot be read (${(error as Error).message.slice(0, 120)}). Save it anew as .xlsx, or as CSV.`,
    );
  }
  const sheets = read.map(({ sheet }) => sheet);
  const found = wanted === '' ? read[0] : read.find(({ sheet }) => sheet === wanted);
  if (sheets.length === 0) throw new Refusal(422, 'There is no sheet in this workbook.');
  if (!found)
    throw new Refusal(422, `There is no sheet “${wanted}”; there are ${sheets.join(', ')}.`);
  if (found.data.length > MOST_LINES) throw tooLong();
  return {
    grid: found.data.map((row) => {
      const cells = Array.from(row, cellText);
      while (cells.length > 0 && cells.at(-1) === '') cells.pop();
      return requireSmall(cells);
    }),
    sheets,
    sheet: found.sheet,
  };
});
