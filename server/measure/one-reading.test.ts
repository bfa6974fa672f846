/** The house has one table of readings, and one way to take them. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { ENDPOINTS } from '#contract/endpoints.ts';
import { servedBench } from '../served-bench.ts';
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

describe('who took a reading', () => {
  const { bench, get, served } = servedBench();

  async function read(sessionId: string, instrumentId: string, typed: string, person?: string) {
    const { status, body } = await served().send(
      'POST',
      '/api/readings',
      {
        id: uuid7(),
        occasionId: sessionId,
        side: 'left',
        quantity: 'mass',
        typed,
        unit: 'g',
        instrumentId,
        takenAt: '2026-03-01T09:01:00Z',
      },
      person === undefined ? {} : { person },
    );
    expect(status).toBe(200);
    return body.person;
  }

  it('stands with it, whoever began the session, and stays as it is', async () => {
    const { session, instrument } = await bench();
    const id = await session();
    const scale = instrument('scale').id;
    expect(await read(id, scale, '301', 'B1')).toBe('B1');
    expect(await read(id, scale, '302', 'B2')).toBe('B2');
    // Nobody is chosen, which is not the same as a program that says nothing of people.
    expect(await read(id, scale, '303', '')).toBe('');
    expect(await read(id, scale, '304')).toBe('B1');
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions[0].person).toBe('B1');
    expect(sessions[0].readings.map(({ person }: { person: string }) => person)).toEqual([
      'B1',
      'B2',
      '',
      'B1',
    ]);
    const file = String((await get('/api/readings/export')).body);
    const operators = file
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => line.split(',')[7]);
    expect(operators).toEqual(['B1', 'B2', '', 'B1']);
  });
});
