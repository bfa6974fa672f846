/** What a table may hold that is brought in. */
import { Refusal } from '../problems.ts';

export const MOST_LINES = 5000;
const MOST_COLUMNS = 200;
const LONGEST_CELL = 2000;

export const tooLong = () =>
  new Refusal(
    413,
    `The table has over ${MOST_LINES.toLocaleString('en')} lines. Split it; readings have a door of their own, Files in and out.`,
  );

/** The cells of a line, none longer than it is read; refuses more cells than a table has. */
export function requireSmall(cells: readonly string[]): string[] {
  if (cells.length > MOST_COLUMNS)
    throw new Refusal(413, `A line has over ${MOST_COLUMNS} cells: is it a table?`);
  return cells.map((cell) => cell.slice(0, LONGEST_CELL));
}
