/** The house has one table of readings, and one way to take them. */
import { describe, expect, it } from 'vitest';
import { ENDPOINTS } from '#contract/endpoints.ts';
import { openDatabase } from '../store/database.ts';

describe('a reading', () => {
  it('stands in one table, whatever it was taken in', () => {
    const db = openDatabase(':memory:', '2026-03-01');
    const tables = db
      .prepare<[], { name: string; columns: string }>(
        `SELECT t.name, group_concat(c.name) AS columns
         FROM sqlite_schema t JOIN pragma_table_info(t.name) c
         WHERE t.type = 'table' GROUP BY t.name`,
      )
      .all();
    const holding = tables.filter(({ columns }) => {
      const names = columns.split(',');
      return ['typed', 'value', 'taken_at'].every((name) => names.includes(name));
    });
    expect(holding.map(({ name }) => name)).toEqual(['reading']);
    const voiding = tables.filter(({ name }) => /void/.test(name));
    expect(voiding.map(({ name }) => name)).toEqual(['reading_void']);
    db.close();
  });

  it('is taken and voided at one address', () => {
    const taking = Object.keys(ENDPOINTS).filter((name) =>
      /^(?:record|void)\w*Reading$/.test(name),
    );
    expect(taking).toEqual(['recordReading', 'voidReading']);
  });
});
