/** The API as a client sees it: contract, repeats, refusals, and what a fault leaves behind. */
import { request as rawRequest } from 'node:http';
import { v7 as uuid7 } from 'uuid';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ADDRESSES } from '#contract/addresses.ts';
import { CALCULATIONS } from '#contract/calculations.ts';
import { ENDPOINTS, type PathName } from '#contract/endpoints.ts';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { createApp } from './app.ts';
import { type Sent, type ServedApp, serveApp } from './served-app.ts';
import { openDatabase } from './store/database.ts';

let served: ServedApp;

beforeEach(async () => {
  served = await serveApp(':memory:');
});

afterEach(() => served.close());

const send = (method: string, path: string, body?: unknown, change?: string) =>
  served.send(method, path, body, change ? { change } : {});
const post = (path: string, body: unknown, change?: string) => send('POST', path, body, change);
const get = (path: string) => send('GET', path);
const calc = (name: string, input: unknown) => post(`/api/calc/${name}`, input);

function receipt(tag = 'NS-01', claims: object[] = []) {
  return {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: 'Stairwell' },
    edition: { id: uuid7(), name: 'mid cut', widths: ['regular'], colours: ['slate'] },
    pair: {
      id: uuid7(),
      tag,
      label: { system: 'uk', size: 8 },
      acquisition: 'bought',
      receivedOn: '2026-02-27',
    },
    claims,
  };
}

async function bench(tools = ['needle gauge', 'scale']) {
  await post('/api/lab/setup', { tools });
  const lab = (await get('/api/lab')).body;
  const sent = receipt();
  await post('/api/receipts', sent);
  const session = {
    id: uuid7(),
    pairId: sent.pair.id,
    protocolId: lab.protocols[0].id,
    person: 'B1',
    wornKm: 0,
    startedAt: '2026-03-01T09:00:00Z',
  };
  await post('/api/sessions', session);
  const reading = (quantity: string, side: string, typed: string, rest: object = {}) => ({
    id: uuid7(),
    occasionId: session.id,
    side,
    quantity,
    typed,
    unit: quantity === 'mass' ? 'g' : 'mm',
    instrumentId: lab.instruments.find(
      ({ kind }: { kind: string }) => kind === (quantity === 'mass' ? 'scale' : 'needle gauge'),
    ).id,
    takenAt: '2026-03-01T09:01:00Z',
    ...rest,
  });
  return { lab, sent, session, reading };
}

describe('receiving and measuring', () => {
  it('answers with what the contract says, on every address that reads', async () => {
    const { reading } = await bench();
    await post('/api/readings', reading('heel-stack', 'left', '31.2'));
    await post('/api/readings', reading('heel-stack', 'right', '1 1/4 in'));
    const addresses: Partial<Record<PathName, string>> = {
      health: '/api/health',
      getLab: '/api/lab',
      listPairs: '/api/pairs',
      getPair: '/api/pairs/NS-01',
      listEditions: '/api/editions',
      getSheet: '/api/sheets/norrolt-stairwell-mid-cut?label=uk-8',
      listChanges: '/api/changes',
    };
    for (const [name, path] of Object.entries(addresses)) {
      const { status, body } = await get(path);
      expect(status, path).toBe(200);
      expect(() => ENDPOINTS[name as PathName].answer.parse(body), path).not.toThrow();
    }
  });
  it('keeps a reading as typed beside its value', async () => {
    const { reading } = await bench();
    const { body } = await post('/api/readings', reading('heel-stack', 'left', '1 1/4 in'));
    expect(body).toMatchObject({ typed: '1 1/4 in', value: 31.75, trial: 1 });
  });
  it('does the work of a change once, however often it is sent', async () => {
    const { reading } = await bench();
    const change = uuid7();
    const body = reading('mass', 'left', '312');
    const first = await post('/api/readings', body, change);
    const again = await post('/api/readings', body, change);
    expect(again).toEqual(first);
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(1);
  });
  it('refuses a change id that was used for something else', async () => {
    const { reading } = await bench();
    const change = uuid7();
    await post('/api/readings', reading('mass', 'left', '312'), change);
    const other = await post('/api/readings', reading('mass', 'left', '313'), change);
    expect(other.status).toBe(409);
  });
  it('refuses a change without a UUIDv7', async () => {
    const { status, body } = await post('/api/receipts', receipt(), 'abc');
    expect(status).toBe(400);
    expect(body.detail).toContain(CHANGE_HEADER);
  });
  it('corrects by superseding and voids with a reason, and keeps both in the audit', async () => {
    const { reading } = await bench();
    const first = (await post('/api/readings', reading('heel-stack', 'left', '3.12'))).body;
    const corrected = await post(
      '/api/readings',
      reading('heel-stack', 'left', '31.2', { supersedes: first.id, reason: 'mistyped' }),
    );
    expect(corrected.body).toMatchObject({ trial: 1, value: 31.2 });
    expect((await post(`/api/readings/${first.id}/void`, { reason: 'x' })).status).toBe(409);
    expect((await post(`/api/readings/${corrected.body.id}/void`, { reason: '' })).status).toBe(
      400,
    );
    expect(
      (await post(`/api/readings/${corrected.body.id}/void`, { reason: 'slipped' })).status,
    ).toBe(200);
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions[0].readings).toMatchObject([
      { supersededBy: corrected.body.id },
      { voided: 'slipped' },
    ]);
    const actions = (await get('/api/changes')).body.rows.map(
      (change: { action: string }) => change.action,
    );
    expect(actions.slice(0, 2)).toEqual(['voidReading', 'recordReading']);
  });
  it('never rewrites or deletes a reading, not even by SQL', async () => {
    const { reading } = await bench();
    await post('/api/readings', reading('mass', 'left', '312'));
    expect(() => served.db.exec('DELETE FROM reading')).toThrow(/kept/);
    expect(() => served.db.exec('UPDATE reading SET value = 1')).toThrow(/not rewritten/);
  });
  it.each([
    ['31 g', 'wrong unit'],
    ['1,234', 'ambiguous'],
    ['abc', 'text'],
  ])('refuses the reading %s and stores nothing', async (typed) => {
    const { reading } = await bench();
    const { status, body } = await post('/api/readings', reading('heel-stack', 'left', typed));
    expect(status).toBe(422);
    expect(body.errors[0].field).toBe('typed');
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(0);
  });
  it('receives whole or not at all', async () => {
    await post('/api/receipts', receipt('NS-01'));
    const second = { ...receipt('NS-01'), maker: { id: uuid7(), name: 'Kestvane' } };
    const { status, body } = await post('/api/receipts', second);
    expect(status).toBe(422);
    expect(body.errors[0]).toMatchObject({ field: 'tag' });
    expect((await get('/api/editions')).body.rows).toHaveLength(1);
  });
  it('finds maker, model and edition by name, whatever the case', async () => {
    await post('/api/receipts', receipt('NS-01'));
    const second = receipt('NS-02');
    second.maker.name = 'NORROLT';
    await post('/api/receipts', second);
    const editions = (await get('/api/editions')).body.rows;
    expect(editions).toHaveLength(1);
    expect(editions[0].pairs).toHaveLength(2);
  });
  it('tells the second of two editors and overwrites nothing', async () => {
    await post('/api/receipts', receipt());
    const { pair } = (await get('/api/pairs/NS-01')).body;
    const first = await send('PUT', `/api/pairs/${pair.id}`, { ...pair, note: 'first' });
    const second = await send('PUT', `/api/pairs/${pair.id}`, { ...pair, note: 'second' });
    expect([first.status, second.status]).toEqual([200, 409]);
    expect((await get('/api/pairs/NS-01')).body.pair.note).toBe('first');
  });
  it('computes a sheet that agrees with a hand calculation', async () => {
    const { reading } = await bench();
    for (const [quantity, side, typed] of [
      ['heel-stack', 'left', '31.1'],
      ['heel-stack', 'left', '31.3'],
      ['heel-stack', 'right', '31.0'],
      ['heel-stack', 'right', '31.2'],
      ['forefoot-stack', 'left', '24.2'],
      ['forefoot-stack', 'right', '24.4'],
    ] as const)
      await post('/api/readings', reading(quantity, side, typed));
    const { sections } = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    const [heel, forefoot, drop] = sections[0].figures;
    expect(heel.figure.value).toBeCloseTo((31.2 + 31.1) / 2, 9);
    expect(forefoot.figure.value).toBeCloseTo(24.3, 9);
    expect(drop.figure.value).toBeCloseTo(31.15 - 24.3, 9);
    // U(edition), heel: pairs 0.5², readings 0.2²/2/2, resolution 0.1²/12/2, zero 0.1², gain (0.001·31.15)²
    const u2 = 0.25 + 0.01 + 0.01 / 24 + 0.01 + 0.03115 ** 2;
    expect(heel.figure.u).toBeCloseTo(Math.sqrt(u2), 9);
    expect(heel.figure).toMatchObject({ readings: 4, pairs: 1, provenance: 'measured' });
  });
});

describe('bad requests', () => {
  it.each([
    ['POST', '/api/receipts', '{', 400],
    ['POST', '/api/receipts', '[]', 400],
    ['POST', '/api/receipts', `{"note":"${'x'.repeat(1_200_000)}"}`, 413],
    ['GET', '/api/pairs/NOPE', undefined, 404],
    ['GET', '/api/nothing', undefined, 404],
    ['GET', '/api/sheets/none', undefined, 404],
    ['GET', '/api/comparison?editions=a', undefined, 422],
    ['GET', '/api/comparison?editions=a,a', undefined, 422],
    ['GET', '/api/sheets/x?label=huge', undefined, 422],
  ])('%s %s answers as problem details', async (method, path, body, status) => {
    const response = await fetch(`${served.base}${path}`, {
      method,
      headers: { 'content-type': 'application/json', [CHANGE_HEADER]: uuid7() },
      ...(body === undefined ? {} : { body }),
    });
    expect(response.status).toBe(status);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    expect(await response.json()).toMatchObject({ status, title: expect.any(String) });
  });
  it('names each field at fault', async () => {
    const bad = receipt();
    bad.pair.label.size = 80;
    bad.maker.name = ' ';
    const { status, body } = await post('/api/receipts', bad);
    expect(status).toBe(400);
    expect(body.errors.map((one: { field: string }) => one.field).sort()).toEqual([
      'maker.name',
      'pair.label.size',
    ]);
  });
});

describe('only its own pages may drive it', () => {
  const withHeaders = (headers: Record<string, string>) =>
    new Promise<number>((resolve, reject) => {
      const { port } = new URL(served.base);
      rawRequest({ host: '127.0.0.1', port, path: '/api/lab', headers }, (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
      })
        .on('error', reject)
        .end();
    });
  it('refuses another host name, another origin and cross-site requests', async () => {
    const host = served.base.slice('http://'.length);
    expect(await withHeaders({ host })).toBe(200);
    expect(await withHeaders({ host, origin: served.base })).toBe(200);
    expect(await withHeaders({ host: 'elsewhere.example' })).toBe(403);
    expect(await withHeaders({ host, origin: 'http://elsewhere.example' })).toBe(403);
    expect(await withHeaders({ host, 'sec-fetch-site': 'cross-site' })).toBe(403);
  });
  it('allows no inline script and nothing from elsewhere', async () => {
    const policy =
      (await fetch(`${served.base}/api/health`)).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toMatch(/https?:/);
  });
});

describe('a full disk', () => {
  it('writes nothing and says so', async () => {
    const { reading } = await bench();
    const pages = Number(served.db.pragma('page_count', { simple: true }));
    served.db.pragma(`max_page_count = ${pages}`);
    let refused: Sent | undefined;
    let kept = 0;
    for (let i = 0; i < 2000 && !refused; i++) {
      const sent = await post('/api/readings', reading('mass', 'left', '312'));
      if (sent.status === 200) kept += 1;
      else refused = sent;
    }
    expect(refused?.status).toBe(507);
    served.db.pragma('max_page_count = 1000000');
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(kept);
    expect(served.db.prepare('SELECT count(*) AS n FROM reading').get()).toEqual({ n: kept });
  });
});

describe('calculations', () => {
  it.each(CALCULATIONS.map((entry) => [entry.name, entry] as const))(
    '%s works on its own example and answers as its schema says',
    async (name, entry) => {
      const { status, body } = await calc(name, entry.example);
      expect(status).toBe(200);
      expect(entry.output.safeParse(body).success || JSON.stringify(body).includes('null')).toBe(
        true,
      );
    },
  );
  // Check cases of common practice and of the published formulas; see checks/.
  it.each([
    ['typed-quantity', { text: '1 1/2 in', kind: 'length' }, { value: 38.1, unit: 'mm' }],
    ['label-lengths', { system: 'us-men', size: 9 }, { lastMm: 279.4 }],
    ['claim-consistency', { massOz: '7.10', massG: '201' }, { consistent: true, faults: [] }],
    ['claim-consistency', { massOz: '9.9 oz', massG: '280 g' }, { consistent: true }],
    [
      'claim-consistency',
      { massOz: '7.2', massG: '202' },
      { consistent: false, faults: [{ rounding: true }] },
    ],
    ['claim-consistency', { massOz: '10.65', pairMassG: '21.3 oz' }, { consistent: true }],
    ['claim-consistency', { heelMm: '38', forefootMm: '30', dropMm: '8' }, { consistent: true }],
    [
      'claim-check',
      { claim: '8', measured: { value: 8.2, U: 0.4 }, noticeable: 2 },
      { verdict: 'agrees' },
    ],
    [
      'claim-check',
      { claim: '11.3 oz', measured: { value: 320, U: 2 }, noticeable: 15 },
      { verdict: 'agrees' },
    ],
    ['repeats-decision', { values: [31, 32.3], repeatabilitySd: 0.2 }, { action: 'take-two-more' }],
    ['repeated-readings', { values: [31, 31], resolution: 0 }, { U: 0, df: null }],
    [
      'difference',
      { a: { value: 8, u: 0.1 }, b: { value: 6, u: 0.1, df: null }, noticeable: 1 },
      { verdict: 'real', noticeable: 'yes', df: null },
    ],
  ])('%s %j', async (name, input, expected) => {
    const { status, body } = await calc(name, input);
    expect(status).toBe(200);
    expect(body).toMatchObject(expected);
  });
  it.each([
    ['typed-quantity', { text: '1,234', kind: 'length' }, 422],
    ['typed-quantity', { text: '31', kind: 'smell' }, 400],
    ['label-lengths', { system: 'uk', size: 99 }, 422],
    ['repeated-readings', { values: [31], resolution: 0.1 }, 422],
    ['repeated-readings', { values: [], resolution: 0.1 }, 400],
    [
      'mass-exponent',
      {
        rows: [1, 2, 3].map((massG) => ({ edition: 'a', label: { system: 'uk', size: 8 }, massG })),
      },
      422,
    ],
    ['outlier', { values: [1, 2] }, 400],
    ['no-such-thing', {}, 404],
  ])('%s %j answers %d', async (name, input, status) => {
    expect((await calc(name, input)).status).toBe(status);
  });
  it('is served at no address that the contract does not say', () => {
    const { app } = createApp({ db: openDatabase(':memory:', '2026-03-01'), version: '0' });
    const served = (app.router.stack as { route?: { path: string } }[]).flatMap(({ route }) =>
      route ? [route.path] : [],
    );
    const said = [...Object.values(ADDRESSES).map(({ path }) => path), '/api/openapi.json'];
    expect([...new Set(served)].sort()).toEqual([...new Set(said)].sort());
  });
  it('stands in the OpenAPI page, with every address', async () => {
    const { body } = await get('/api/openapi.json');
    for (const { path } of Object.values(ADDRESSES))
      expect(body.paths).toHaveProperty([path.replace(/:(\w+)/g, '{$1}')]);
    for (const { name } of CALCULATIONS) expect(body.paths).toHaveProperty([`/api/calc/${name}`]);
  });
});
