/** Studies over the API: pairs, sides, gauges and bridges, with the figures that lean on them. */
import { randomLcg, randomNormal } from 'd3-random';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { studyPairs } from '#core/study/pair-to-pair.ts';
import { READINGS_HEADER } from '../formats/readings-file.ts';
import { servedBench } from '../served-bench.ts';

const { get, post, put, csv, receive, bench } = servedBench();

const IN_SHOE = '"In-shoe 12 / 75 %, insole in, needle gauge"';
const SIDEWALL = '"Sidewall, ruler"';
const TAGS = ['NS-01', 'NS-02', 'NS-03', 'NS-04', 'NS-05', 'NS-06'];

type Row = [tag: string, side: string, trial: number, value: string, protocol?: string];

let minute = 0;
const fileOf = (rows: Row[], quantity = 'heel-stack') =>
  [
    READINGS_HEADER.join(','),
    ...rows.map(([tag, side, trial, value, protocol = IN_SHOE]) => {
      minute += 1;
      const day = String(1 + Math.floor(minute / 1000)).padStart(2, '0');
      const at = new Date(Date.UTC(2026, 1, Number(day), 0, minute % 1000)).toISOString();
      const gauge = protocol === SIDEWALL ? 'Ruler' : 'Needle gauge';
      return `${tag},${side},${quantity},${trial},${value},mm,${protocol},B1,${gauge},${at},,,`;
    }),
  ].join('\n');

async function load(rows: Row[], quantity?: string) {
  const { status, body } = await csv('/api/readings/import', fileOf(rows, quantity));
  expect(status, JSON.stringify(body)).toBe(200);
}

/** Six pairs with a spread of 0.5 and a bias of 0.3 to the right, two readings each. */
function sixPairs(): Row[] {
  const normal = randomNormal.source(randomLcg(0.37))(0, 1);
  return TAGS.flatMap((tag) => {
    const own = 31 + 0.5 * normal();
    return (['left', 'right'] as const).flatMap((side) =>
      [1, 2].map(
        (trial): Row => [
          tag,
          side,
          trial,
          (own + (side === 'right' ? 0.3 : 0) + 0.1 * normal()).toFixed(2),
        ],
      ),
    );
  });
}

async function tools() {
  const opened = await bench();
  await post('/api/lab/setup', { tools: ['needle gauge', 'ruler'] });
  const { lab } = opened;
  if (!lab.instruments.some((one: { kind: string }) => one.kind === 'ruler'))
    await put(`/api/instruments/${uuid7()}`, {
      name: 'Ruler',
      kind: 'ruler',
      unit: 'mm',
      resolution: 0.5,
      zeroU: 0.1,
      gainU: 0.001,
      serial: '',
      connection: '',
      retired: '',
    });
  for (const tag of TAGS.slice(1)) await receive(tag, { lot: tag < 'NS-04' ? 'A' : 'B' });
  return { ...opened, lab: (await get('/api/lab')).body };
}

describe('a study of pairs', () => {
  it('gets the readings of an edition in the order of receipt, with lots', async () => {
    await tools();
    const rows = sixPairs();
    await load(rows);
    const { body } = await get(
      '/api/studies/pairs?edition=norrolt-stairwell-mid-cut&quantity=heel-stack',
    );
    expect(
      body.pairs.map((pair: { tag: string; lot: string }) => `${pair.tag}${pair.lot}`),
    ).toEqual(['NS-01', 'NS-02A', 'NS-03A', 'NS-04B', 'NS-05B', 'NS-06B']);
    expect(body.readings.value).toHaveLength(24);
    expect(body.bases).toHaveLength(1);
    expect(body.quantities).toEqual(['heel-stack']);
    const study = studyPairs(
      body.readings.value.map((value: number, at: number) => ({
        pair: TAGS[body.readings.pair[at]],
        side: body.readings.side[at],
        trial: at,
        value,
      })),
    );
    const alone = studyPairs(
      rows.map(([pair, side, trial, value]) => ({
        pair,
        side: side as 'left',
        trial,
        value: Number(value),
      })),
    );
    expect(study?.pairSd).toBeCloseTo(alone?.pairSd ?? 0, 9);
  });

  it('never pools readings on two bases, and says why', async () => {
    await tools();
    await load(sixPairs());
    await load([
      ['NS-01', 'left', 1, '37.0', SIDEWALL],
      ['NS-01', 'right', 1, '37.5', SIDEWALL],
    ]);
    const address = '/api/studies/pairs?edition=norrolt-stairwell-mid-cut&quantity=heel-stack';
    const { body } = await get(address);
    expect(body.bases.map((one: { pairs: number }) => one.pairs)).toEqual([6, 1]);
    expect(body.readings.value).toHaveLength(24);
    const pooled = await get(`${address}&basis=all`);
    expect(pooled.status).toBe(422);
    expect(pooled.body.detail).toMatch(/2 bases are not pooled: taken/);
    const other = await get(`${address}&basis=${encodeURIComponent(body.bases[1].key)}`);
    expect(other.body.readings.value).toEqual([37, 37.5]);
    expect((await get(`${address}&basis=none`)).status).toBe(422);
  });

  it('carries pairs of another size where that is asked for, and says how far', async () => {
    await tools();
    await load(sixPairs());
    await receive('NS-10', { label: { system: 'uk', size: 10 } });
    await load([
      ['NS-10', 'left', 1, '31.5'],
      ['NS-10', 'right', 1, '31.7'],
      ['NS-10', 'left', 1, '37.0', SIDEWALL],
      ['NS-10', 'right', 1, '37.0', SIDEWALL],
    ]);
    const address = '/api/studies/pairs?edition=norrolt-stairwell-mid-cut&quantity=heel-stack';
    const { body } = await get(address);
    expect([body.carriable, body.carried, body.readings.value.length]).toEqual([1, [], 24]);
    const carried = (await get(`${address}&carried=1`)).body;
    expect(carried.pairs).toHaveLength(7);
    // By hand: 0.2 mm a full size, two sizes down; the sidewall's readings stay where they are.
    expect(carried.readings.value.slice(24)).toEqual([
      expect.closeTo(31.1, 9),
      expect.closeTo(31.3, 9),
    ]);
    // U: t(8) · 0.3 · 2
    expect(carried.carried).toEqual([
      {
        tag: 'NS-10',
        steps: [
          {
            by: 'size',
            way: expect.closeTo(-2, 9),
            change: expect.closeTo(-0.4, 9),
            U: expect.closeTo(2.306 * 0.6, 3),
          },
        ],
      },
    ]);
    expect((await get(`${address}&carried=yes`)).status).toBe(400);
  });

  it('leaves rejected pairs out, and scores by hand alone', async () => {
    const { pairId } = await tools();
    await load(sixPairs());
    const check = uuid7();
    const at = '2026-03-01T09:00:00Z';
    await post('/api/matches', { id: check, pairId, person: '', kind: 'short', startedAt: at });
    await post(`/api/matches/${check}/decision`, { decision: 'return', decidedAt: at });
    const { body } = await get(
      '/api/studies/pairs?edition=norrolt-stairwell-mid-cut&quantity=heel-stack',
    );
    expect(body.readings.value).toHaveLength(20);
    expect(body.pairs[0]).toMatchObject({ tag: 'NS-01', leftOut: true });
    const votes = await get(
      '/api/studies/pairs?edition=norrolt-stairwell-mid-cut&quantity=bend-front-hand',
    );
    expect(votes.status).toBe(422);
  });

  it('ranks editions by consistency', async () => {
    await tools();
    await load(sixPairs());
    const { rows } = (await get('/api/studies/consistency?quantity=heel-stack')).body;
    expect(rows).toHaveLength(1);
    expect(rows[0]).toMatchObject({ pairs: 6, readings: 24, method: 'analysis of variance' });
    expect(rows[0].sideBias).toBeGreaterThan(0.2);
    expect((await get('/api/studies/consistency?quantity=mass')).body.rows).toEqual([]);
  });

  it('ranks two pairs behind, however alike they are', async () => {
    await tools();
    await load(sixPairs());
    for (const tag of ['NS-07', 'NS-08']) {
      await receive(tag, { label: { system: 'uk', size: 9 } });
      await load(
        (['left', 'right'] as const).flatMap((side): Row[] => [
          [tag, side, 1, '31.5'],
          [tag, side, 2, '31.6'],
        ]),
      );
    }
    const { rows } = (await get('/api/studies/consistency?quantity=heel-stack')).body;
    expect(rows.map((row: { pairs: number }) => row.pairs)).toEqual([6, 2]);
    expect(rows[1].pairSd).toBe(0);
  });

  it('gives one left-right difference a pair', async () => {
    await tools();
    await load(sixPairs());
    await load([['NS-06', 'left', 3, '31.0']]);
    const { body } = await get('/api/studies/sides?quantity=heel-stack');
    expect(body).toHaveLength(6);
    const mean = body.reduce((sum: number, one: { difference: number }) => sum + one.difference, 0);
    expect(mean / 6).toBeCloseTo(0.3, 0);
  });
});

describe('a gauge study', () => {
  async function planned(more: object = {}) {
    const opened = await tools();
    const id = uuid7();
    const gauge = opened.instrument('needle gauge');
    const protocol = opened.protocol('In-shoe 12');
    const plan = {
      id,
      name: 'Needle gauge, spring',
      quantity: 'heel-stack',
      instrumentId: gauge.id,
      protocolLineId: protocol.lineId,
      parts: ['a', 'b', 'c', 'd', 'e'],
      operators: ['B1', 'B2'],
      trials: 2,
      tolerance: null,
      plannedAt: '2026-03-01T09:00:00Z',
      ...more,
    };
    const answer = await post('/api/studies/gauge', plan);
    const study = async () => (await get(`/api/studies/gauge/${id}`)).body;
    const take = (turn: number, typed: string) =>
      post('/api/readings', {
        id: uuid7(),
        occasionId: id,
        turn,
        typed,
        unit: 'mm',
        takenAt: '2026-03-01T09:05:00Z',
      });
    /** Parts 2 mm apart; B2 reads 0.4 higher; the second trial 0.1 higher than the first. */
    const run = async (upTo = 20) => {
      const { turns } = await study();
      for (const [at, { part, operator, trial }] of turns.entries()) {
        if (at >= upTo) break;
        const value =
          28 + 2 * 'abcde'.indexOf(part) + (operator === 'B2' ? 0.4 : 0) + 0.1 * (trial - 1);
        expect((await take(at, value.toFixed(1))).status).toBe(200);
      }
    };
    return { ...opened, id, plan, answer, study, take, run, gauge, protocol };
  }

  it('is planned in a random order, and blind until all is taken', async () => {
    const { study, run, take } = await planned();
    const { turns } = await study();
    expect(turns).toHaveLength(20);
    expect(turns.slice(0, 10).every((one: { trial: number }) => one.trial === 1)).toBe(true);
    await run(19);
    const open = await study();
    expect(open.readings).toBeNull();
    expect(open.taken).toHaveLength(19);
    await take(19, '30');
    expect((await study()).readings).toHaveLength(20);
  });

  it('takes a turn once, takes the last one back, and asks for what can be read', async () => {
    const { id, take, study, run } = await planned();
    await run(2);
    expect((await take(1, '30')).status).toBe(409);
    expect((await take(99, '30')).status).toBe(422);
    expect((await take(2, 'thick')).status).toBe(422);
    const address = `/api/readings/${id}/void`;
    expect((await post(address, { reason: 'slipped', turn: 7 })).status).toBe(404);
    expect((await post(address, { reason: 'slipped', turn: 1 })).status).toBe(200);
    const { taken } = await study();
    expect(taken).toMatchObject([
      { turn: 0, voided: null },
      { turn: 1, voided: 'slipped' },
    ]);
    expect((await take(1, '30.2')).status).toBe(200);
  });

  it('refuses a plan that could tell nothing', async () => {
    const { plan } = await planned();
    const refused = (more: object) =>
      post('/api/studies/gauge', { ...plan, id: uuid7(), name: 'another', ...more });
    expect((await refused({ name: plan.name.toUpperCase() })).status).toBe(422);
    expect((await refused({ parts: ['a'] })).status).toBe(400);
    expect((await refused({ operators: ['B1'] })).status).toBe(400);
    expect((await refused({ trials: 1 })).status).toBe(400);
    expect((await refused({ tolerance: 0 })).status).toBe(400);
    expect((await refused({ parts: ['a', 'A'] })).body.errors[0].message).toMatch(/twice/);
    expect((await refused({ protocolLineId: uuid7() })).status).toBe(404);
  });

  it('feeds the sittings with its gauge and protocol, and the sheet names it', async () => {
    const { id, run, study, session, read } = await planned();
    const one = await session('In-shoe 12');
    await read(one, 'heel-stack', 'left', '31.0', 'needle gauge');
    await read(one, 'heel-stack', 'right', '31.0', 'needle gauge');
    const figure = async () =>
      (await get('/api/sheets/norrolt-stairwell-mid-cut')).body.sections[0].figures[0].figure;
    const before = await figure();
    expect((await post(`/api/studies/gauge/${id}/adoption`, {})).status).toBe(422);
    await run();
    expect((await post(`/api/studies/gauge/${id}/adoption`, {})).status).toBe(200);
    expect((await study()).adopted).toMatchObject({ without: [] });
    const { adoptedStudies } = (await get('/api/lab')).body;
    expect(adoptedStudies[0].name).toBe('Needle gauge, spring');
    // Operators 0.4 apart: variance 0.08 less the repeats' share over 10 readings each.
    expect(adoptedStudies[0].operator.sd).toBeCloseTo(0.28, 2);
    const after = await figure();
    const kinds = after.budget.map((term: { kind: string }) => term.kind);
    expect(kinds).toContain('reproducibility');
    expect(after.u).toBeGreaterThan(before.u);
    const sheet = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    expect(sheet.studies).toEqual(['Needle gauge, spring']);
    const rows = (await get('/api/studies/gauge')).body;
    expect(rows[0]).toMatchObject({ taken: 20, turns: 20, adopted: true });
    // What sittings lean on is not taken back.
    const back = await post(`/api/readings/${id}/void`, { reason: 'x', turn: 1 });
    expect(back.status).toBe(409);
    await post(`/api/studies/gauge/${id}/retirement`, { reason: 'new gauge' });
    expect((await figure()).u).toBeCloseTo(before.u, 12);
    expect((await get('/api/sheets/norrolt-stairwell-mid-cut')).body.studies).toEqual([]);
  });

  it('that one person half finished says what is missing, and may go on without', async () => {
    const { id, study, take } = await planned();
    const { turns } = await study();
    for (const [at, { part, operator }] of turns.entries())
      if (operator === 'B1' || part < 'd') await take(at, (28 + 'abcde'.indexOf(part)).toFixed(1));
    await post(`/api/studies/gauge/${id}/end`, { reason: 'B2 is away' });
    expect((await study()).readings).toHaveLength(16);
    expect((await take(0, '30')).status).toBe(409);
    const refused = await post(`/api/studies/gauge/${id}/adoption`, {});
    expect(refused.status).toBe(422);
    expect(refused.body.detail).toMatch(/B2 lacks readings of [de], [de].*3 parts would be left/);
    const without = await post(`/api/studies/gauge/${id}/adoption`, { without: ['d', 'e'] });
    expect(without.status).toBe(200);
  });
});

describe('a bridge between two methods', () => {
  async function measuredTwice(noise = 0.1) {
    await tools();
    const normal = randomNormal.source(randomLcg(0.71))(0, 1);
    const rows: Row[] = TAGS.slice(0, 5).flatMap((tag, at) =>
      (['left', 'right'] as const).flatMap((side): Row[] => {
        const heel = 27 + 2 * at + (side === 'right' ? 0.2 : 0);
        return [
          [tag, side, 1, (heel + 0.1 * normal()).toFixed(1)],
          [tag, side, 1, (heel + 6.5 + noise * normal()).toFixed(1), SIDEWALL],
        ];
      }),
    );
    await load(rows);
    const methods = (await get('/api/studies/methods?quantity=heel-stack')).body;
    const of = (word: string) =>
      methods.find((one: { protocol: string }) => one.protocol.includes(word)).key;
    return { a: of('Sidewall'), b: of('In-shoe') };
  }
  const address = (keys: { a: string; b: string }) =>
    `/api/studies/bridge?quantity=heel-stack&a=${encodeURIComponent(keys.a)}&b=${encodeURIComponent(keys.b)}`;

  it('finds the shoes that both measured', async () => {
    const keys = await measuredTwice();
    const { body } = await get(address(keys));
    expect(body.shoes).toHaveLength(10);
    expect(body.a.protocol).toContain('Sidewall');
    expect((await get(address({ a: keys.a, b: keys.a }))).status).toBe(422);
    expect((await get(address({ a: keys.a, b: 'x' }))).status).toBe(422);
  });

  it('is kept, and carries a stack over in Compare with its doubt', async () => {
    const keys = await measuredTwice();
    // Another edition was measured at the sidewall only.
    await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Pelloway' },
      model: { id: uuid7(), name: 'Gravel Lane' },
      edition: { id: uuid7(), name: '' },
      pair: {
        id: uuid7(),
        tag: 'PG-01',
        label: { system: 'uk', size: 8 },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
      },
      claims: [],
    });
    await load([
      ['PG-01', 'left', 1, '38.5', SIDEWALL],
      ['PG-01', 'right', 1, '38.5', SIDEWALL],
    ]);
    const compare = async () => {
      const { body } = await get(
        '/api/comparison?editions=norrolt-stairwell-mid-cut,pelloway-gravel-lane&stack=in-shoe-in-in-whole-sole-needle',
      );
      return body.rows.find((row: { quantity: string }) => row.quantity === 'heel-stack').cells[1];
    };
    expect((await compare()).terms).toBe('not');
    const id = uuid7();
    const kept = await post('/api/bridges', { id, quantity: 'heel-stack', ...keys });
    expect(kept.status, JSON.stringify(kept.body)).toBe(200);
    const cell = await compare();
    expect(cell.terms).toBe('converted');
    expect(cell.figure.value).toBeCloseTo(32, 0);
    expect(cell.figure.conversions).toEqual(['over the lab’s own bridge between methods']);
    expect(cell.figure.budget.map((term: { kind: string }) => term.kind)).toContain('bridge');
    await post(`/api/bridges/${id}/retirement`, { reason: 'new ruler' });
    expect((await compare()).terms).toBe('not');
    expect((await get('/api/bridges')).body[0]).toMatchObject({ retired: 'new ruler' });
  });

  it('is not kept where there is none, or too few shoes', async () => {
    const keys = await measuredTwice(4);
    const none = await post('/api/bridges', { id: uuid7(), quantity: 'heel-stack', ...keys });
    expect(none.status).toBe(422);
    expect(none.body.detail).toMatch(/no conversion/);
  });
});
