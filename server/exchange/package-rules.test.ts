/** What a row of a package may hold, column by column; that a whole package is refused for it is in demo/package.test.ts. */
import { describe, expect, it } from 'vitest';
import { HOSTILE_CELLS } from './hostile-cells.ts';
import { rowFault } from './package-rules.ts';

/** A row around a cell: what one column decides of another. */
const rowAround = (table: string, column: string, value: string) => ({
  ...(table === 'sheet_words' ? { part: 'fit' } : {}),
  [column]: value,
});

describe('a row of a package', () => {
  it.each(HOSTILE_CELLS)('is faulty with %s.%s = %s', (table, column, value, says) => {
    const [at, message] = rowFault(table, rowAround(table, column, value)) ?? [];
    expect(at).toBe(column);
    expect(`${column}: ${message}`).toMatch(says);
  });

  it.each([
    ['pair', 'received_on', '2026-02-28'],
    ['pair', 'return_by', ''],
    ['pair', 'shoes', 'left only'],
    ['occasion', 'started_at', '2026-03-01T09:00:00.000Z'],
    ['outing', 'faults', '[]'],
    ['sheet_words', 'content', '[]'],
    ['edition', 'slug', 'norrolt-stairwell-mid-cut'],
    ['pair', 'note', 'a word, and "another"'],
  ])('stands with %s.%s = %s', (table, column, value) => {
    expect(rowFault(table, rowAround(table, column, value))).toBeUndefined();
  });
});
