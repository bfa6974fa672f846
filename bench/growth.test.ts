/** What a request costs grows with what it shows, not with what the lab holds: statements counted. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { EXPORTED } from '#server/formats/export-readings.ts';
import { silentLog } from '#server/log.ts';
import { type ServedApp, serveApp } from '#server/served-app.ts';
import { refreshShelf } from '#server/sheets/shelf-rows.ts';
import { type Db, openDatabase } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { fillLab } from './lab-scale.ts';

const folder = mkdtempSync(join(tmpdir(), 'emvex-growth-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A request whose statements grow with the lab, each of them over one pair. */
const STEPPED = 'recall';

/** Requests by name, each with the statements that it ran. */
type Statements = Record<string, string[]>;

/** A lab of so many editions in a file, looked through by ANALYZE or not. */
async function makeLab(editions: number, analysed: boolean): Promise<string> {
  const file = join(folder, `lab-${uuid7()}.db`);
  const db = openDatabase(file, '2026-03-01');
  fillLab(db, { editions, pairs: 3 });
  await refreshShelf(openStores(db), () => () => '', silentLog());
  if (analysed) db.exec('ANALYZE');
  db.close();
  return file;
}

async function statementsOf(file: string): Promise<Statements> {
  let run: string[] = [];
  const served: ServedApp = await serveApp(
    file,
    undefined,
    '2026-11-25T12:00:00.000Z',
    (statement) => run.push(statement),
  );
  const statements: Statements = {};
  const count = async (name: string, request: () => Promise<{ status: number }>) => {
    run = [];
    const { status } = await request();
    expect([name, status]).toEqual([name, 200]);
    statements[name] = run;
  };
  const get = (path: string) => served.send('GET', path);
  const { body: lab } = await get('/api/lab');
  const { body: record } = await get('/api/pairs/P-000004');
  const instrument = lab.instruments.find((one: { kind: string }) => one.kind === 'needle gauge');
  const sessionId = uuid7();
  const takenAt = '2026-11-25T10:00:00.000Z';
  const read = (side: string) =>
    served.send('POST', '/api/readings', {
      id: uuid7(),
      occasionId: sessionId,
      side,
      quantity: 'heel-stack',
      typed: '31.2',
      unit: 'mm',
      instrumentId: instrument.id,
      takenAt,
    });

  await count('lab', () => get('/api/lab'));
  await count('page of pairs', () => get('/api/pairs?after=P-000002'));
  await count('row of a pair', () => get('/api/pairs/P-000004/row'));
  await count('pairs as typed', () => get('/api/pairs?find=model+p4'));
  await count('page of editions', () => get('/api/editions'));
  await count('measured editions', () => get('/api/editions?measured=only'));
  await count('row of an edition', () => get('/api/editions/edition-2/row'));
  await count('editions as typed', () => get('/api/editions?find=mak+bui&measured=only'));
  await count('names at receipt', () => get('/api/names?maker=Maker+1&model=Model+1'));
  await count('free tag', () => get('/api/tags/next?maker=P&model=M'));
  await count('pair', () => get('/api/pairs/P-000004'));
  await count('match', () => get('/api/pairs/P-000004/match'));
  await count('sheet', () => get('/api/sheets/edition-2'));
  await count('consistency', () => get('/api/studies/consistency?quantity=mass&limit=3'));
  await count('study of pairs', () => get('/api/studies/pairs?edition=edition-2'));
  await count('sides of an edition', () =>
    get('/api/studies/sides?quantity=mass&edition=edition-2'),
  );
  await count('shelf', () => get('/api/shelf?words=over+200+g'));
  await count('comparison', () => get('/api/comparison?editions=edition-1,edition-2,edition-3'));
  await count('start of a sitting', () =>
    served.send('POST', '/api/sessions', {
      id: sessionId,
      pairId: record.pair.id,
      protocolId: record.sessions[0].protocolId,
      person: 'B1',
      wornKm: 0,
      startedAt: '2026-11-25T09:00:00.000Z',
    }),
  );
  await count('first reading', () => read('left'));
  await count('next reading', () => read('right'));
  await count('finish', () =>
    served.send('POST', `/api/sessions/${sessionId}/finish`, {
      finishedAt: '2026-11-25T11:00:00.000Z',
    }),
  );
  // It goes through all pairs, a step at a time: its plans are looked at, not its number of steps.
  await count(STEPPED, () => get(`/api/instruments/${instrument.id}/recall`));
  await served.close();
  return statements;
}

describe('a book of ten times as many editions', () => {
  it('takes the same statements for the same request', async () => {
    const [small, large] = [
      await statementsOf(await makeLab(4, false)),
      await statementsOf(await makeLab(40, false)),
    ];
    const counts = (statements: Statements) =>
      Object.fromEntries(
        Object.entries(statements)
          .filter(([name]) => name !== STEPPED)
          .map(([name, run]) => [name, run.length]),
      );
    expect(counts(large)).toEqual(counts(small));
    // Once the lab is known, a reading asks for its own pair alone.
    expect(small['next reading']?.length).toBeLessThan(60);
  });
});

/** Tables that grow with the lab. */
const GROWING =
  'reading|standing_reading|pair|occasion|sitting|change|sitting_figure|new_shoe_figure|edition|claim|consistency|pair_place|edition_place|pair_summary';

/** Tables that a statement reads from end to end, by their alias in it. */
function scansOf(db: Db, statement: string): string[] {
  const growing = new Set(
    [
      ...statement.matchAll(
        new RegExp(`(?:FROM|JOIN)\\s+(${GROWING})(?:\\s+(?!WHERE|ON)(\\w+))?`, 'g'),
      ),
    ].map(([, table, alias]) => alias ?? table),
  );
  return db
    .prepare<[], { detail: string }>(`EXPLAIN QUERY PLAN ${statement}`)
    .all()
    .map(({ detail }) => detail)
    .filter((detail) => growing.has(/^SCAN (\w+)/.exec(detail)?.[1] ?? ''));
}

describe.each([false, true])(
  'no request reads a growing table through, analysed: %s',
  (analysed) => {
    it('whatever it shows', async () => {
      const file = await makeLab(40, analysed);
      const statements = await statementsOf(file);
      const db = openDatabase(file, '2026-03-01');
      for (const [name, run] of Object.entries(statements))
        for (const statement of new Set(run)) {
          if (!/^\s*(?:SELECT|INSERT|UPDATE|DELETE|WITH)/.test(statement)) continue;
          expect([name, statement, scansOf(db, statement)]).toEqual([name, statement, []]);
        }
      // An export sorts nothing, however much there is of it.
      const plan = db
        .prepare<[object], { detail: string }>(`EXPLAIN QUERY PLAN ${EXPORTED}`)
        .all({ from: '', to: 'z' })
        .map(({ detail }) => detail);
      expect(plan.filter((detail) => /^SCAN|TEMP B-TREE/.test(detail))).toEqual([]);
      db.close();
    });
  },
);
