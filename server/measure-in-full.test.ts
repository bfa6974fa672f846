/** Instruments, protocols, curves and files of readings over the API, on a database file. */
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { CHANGE_HEADER } from '#contract/paths.ts';
import { READINGS_HEADER } from './formats/readings-file.ts';
import { type ServedApp, serveApp } from './served-app.ts';

let served: ServedApp;
let folder: string;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-measure-'));
  served = await serveApp(join(folder, 'book.db'));
});

afterEach(async () => {
  await served.close();
  rmSync(folder, { recursive: true });
});

const send = (method: string, path: string, body?: unknown, type?: string) =>
  served.send(method, path, body, type ? { type } : {});
const post = (path: string, body: unknown) => send('POST', path, body);
const put = (path: string, body: unknown) => send('PUT', path, body);
const get = (path: string) => send('GET', path);
const csv = (path: string, text: string) => send('POST', path, text, 'text/csv');

const TOOLS = ['needle gauge', 'caliper', 'scale', 'bend fixture', 'durometer A'];

async function bench(tag = 'NS-01') {
  await post('/api/lab/setup', { tools: TOOLS });
  const lab = (await get('/api/lab')).body;
  const pairId = uuid7();
  const received = await post('/api/receipts', {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: 'Stairwell' },
    edition: { id: uuid7(), name: 'mid cut' },
    pair: {
      id: pairId,
      tag,
      label: { system: 'uk', size: 8 },
      acquisition: 'bought',
      receivedOn: '2026-02-27',
    },
    claims: [],
  });
  const instrument = (kind: string) =>
    lab.instruments.find((one: { kind: string }) => one.kind === kind);
  const protocol = (name: string) =>
    lab.protocols.find((one: { name: string }) => one.name.startsWith(name));
  const session = async (name = 'Full bench') => {
    const id = uuid7();
    await post('/api/sessions', {
      id,
      pairId,
      protocolId: protocol(name).id,
      person: 'B1',
      wornKm: 0,
      startedAt: '2026-03-01T09:00:00Z',
    });
    return id;
  };
  const read = (
    sessionId: string,
    quantity: string,
    side: string,
    typed: string,
    kind: string,
    rest: object = {},
  ) =>
    post('/api/readings', {
      id: uuid7(),
      sessionId,
      side,
      quantity,
      typed,
      unit: 'mm',
      instrumentId: instrument(kind).id,
      takenAt: '2026-03-01T09:01:00Z',
      ...rest,
    });
  return { lab, pairId, editionId: received.body.editionId, instrument, protocol, session, read };
}

describe('protocols in versions', () => {
  const edited = (protocol: { id: string }, more: object = {}) => ({
    ...protocol,
    id: uuid7(),
    basedOn: protocol.id,
    ...more,
  });
  it('change in place while unused, and get a new version once used', async () => {
    const { protocol, session } = await bench();
    const quick = protocol('Quick review');
    const first = await post('/api/protocols', edited(quick, { conditioning: 'as they are' }));
    expect(first.body).toEqual({ id: quick.id, version: 1 });
    await session('Quick review');
    const second = await post('/api/protocols', edited(quick, { conditioning: '24 h' }));
    expect(second.body.version).toBe(2);
    const { protocols } = (await get('/api/lab')).body;
    const versions = protocols.filter((one: { lineId: string }) => one.lineId === quick.lineId);
    expect(
      versions.map((one: { version: number; retired: boolean; conditioning: string }) => [
        one.version,
        one.retired,
        one.conditioning,
      ]),
    ).toEqual(
      expect.arrayContaining([
        [1, true, 'as they are'],
        [2, false, '24 h'],
      ]),
    );
    expect((await post('/api/protocols', edited(quick))).status).toBe(409);
  });
  it('refuse a quantity that stands twice, and the name of another', async () => {
    const { protocol } = await bench();
    const quick = protocol('Quick review');
    const twice = edited(quick, { stations: [quick.stations[0], quick.stations[0]] });
    const refused = await post('/api/protocols', twice);
    expect(refused.status).toBe(400);
    expect(refused.body.detail).toContain('stands twice');
    const named = await post('/api/protocols', edited(quick, { name: 'Full bench' }));
    expect(named.body.errors[0].field).toBe('name');
  });
});

describe('instruments', () => {
  it('refuse a second of one name, whatever the case', async () => {
    const { instrument } = await bench();
    const { id: _id, calibrations: _c, driftChecks: _d, ...fields } = instrument('caliper');
    const refused = await put(`/api/instruments/${uuid7()}`, { ...fields, name: 'CALIPER' });
    expect(refused.status).toBe(422);
    expect(refused.body.detail).toContain('cannot be told apart');
  });
  it.each([
    ['stand-in', 200],
    ['127.0.0.1:4641', 200],
    ['[::1]:4641', 200],
    ['file:///etc/passwd', 400],
    ['4641', 400],
  ])('take the connection %j with %d', async (connection, status) => {
    const { instrument } = await bench();
    const { id, calibrations: _c, driftChecks: _d, ...fields } = instrument('caliper');
    expect((await put(`/api/instruments/${id}`, { ...fields, connection })).status).toBe(status);
  });
  it('lean on the calibration in force, and mark what is read when it is overdue', async () => {
    const { instrument, session, read } = await bench();
    const { id } = instrument('needle gauge');
    const calibration = (calibratedOn: string, dueOn: string) => ({
      id: uuid7(),
      certificate: 'MW-1',
      calibratedOn,
      dueOn,
      U: 0.04,
      zeroU: 0.02,
      gainU: 0,
    });
    const wrong = await post(
      `/api/instruments/${id}/calibrations`,
      calibration('2026-03-01', '2026-02-01'),
    );
    expect(wrong.body.detail).toContain('falls due before');
    await post(`/api/instruments/${id}/calibrations`, calibration('2025-02-01', '2026-02-20'));
    const sessionId = await session();
    for (const side of ['left', 'right'])
      await read(sessionId, 'heel-stack', side, '31.2', 'needle gauge');
    const { sections } = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    const [heel] = sections[0].figures;
    expect(heel.figure.doubts.map((doubt: { code: string }) => doubt.code)).toContain(
      'overdue-gauge',
    );
    // Mean of two shoes: (0.2² + 0.1²/12)/2 of the readings, zero 0.02 once; spread of pairs 0.5.
    expect(heel.figure.u).toBeCloseTo(Math.sqrt((0.04 + 0.01 / 12) / 2 + 0.0004 + 0.25), 9);
  });
  it('are recalled: what they touched, what becomes of it, and out of the figures by one change', async () => {
    const { instrument, session, read, editionId } = await bench();
    await post(`/api/editions/${editionId}/claims`, {
      claims: [
        {
          id: uuid7(),
          quantity: 'heel-stack',
          typed: '31 mm',
          value: 31,
          halfWidth: 0.5,
          source: 'box',
        },
      ],
    });
    const sessionId = await session();
    for (const side of ['left', 'right']) {
      await read(sessionId, 'heel-stack', side, '31.2', 'needle gauge');
      await read(sessionId, 'mass', side, '312', 'scale', { unit: 'g' });
    }
    const { id } = instrument('needle gauge');
    const found = (await get(`/api/instruments/${id}/recall`)).body;
    expect(found.readings).toBe(2);
    expect(found.pairs[0].figures).toEqual([
      { quantity: 'heel-stack', with: { value: 31.2, U: expect.any(Number) }, without: null },
    ]);
    expect(
      found.verdicts.map((one: { about: string; without: string }) => [one.about, one.without]),
    ).toEqual([
      ['claimed 31 mm', 'no figure'],
      ['left against right', 'no figure'],
    ]);
    expect(found.sheets[0].slug).toBe('norrolt-stairwell-mid-cut');
    expect((await get(`/api/instruments/${id}/recall?since=2026-03-02`)).body.readings).toBe(0);
    const gone = await post(`/api/instruments/${id}/recall`, {
      since: '2026-01-01',
      reason: 'needle bent',
    });
    expect(gone.body).toEqual({ voided: 2 });
    const pair = (await get('/api/pairs/NS-01')).body;
    const reasons = pair.sessions[0].readings.map((one: { voided: string | null }) => one.voided);
    expect(reasons).toEqual(['needle bent', null, 'needle bent', null]);
    expect((await get('/api/pairs')).body[0]).toMatchObject({
      readings: 2,
      heelMm: null,
      massG: 312,
    });
  });
});

describe('a quantity of the lab’s own', () => {
  const own = {
    id: 'own-box-mass',
    name: 'Mass with box',
    kind: 'mass',
    datum: 'One shoe in its half of the box, on the scale.',
    decimals: 0,
    plausibleFrom: 100,
    plausibleTo: 4000,
    tool: 'scale',
    repeatabilitySd: 1,
    noticeable: 20,
    sideTolerance: 10,
  };
  it('is read, refused as any other, and put on the sheet', async () => {
    const { session, read } = await bench();
    const sessionId = await session();
    const early = await read(sessionId, 'own-box-mass', 'left', '800', 'scale', { unit: 'g' });
    expect(early.body.detail).toContain('not in the catalogue');
    expect((await post('/api/quantities', own)).status).toBe(200);
    expect((await post('/api/quantities', { ...own, id: 'own-other' })).body.detail).toContain(
      'already',
    );
    expect((await post('/api/quantities', { ...own, id: 'heel-stack' })).status).toBe(400);
    await read(sessionId, 'own-box-mass', 'left', '28.2 oz', 'scale', { unit: 'g' });
    const wrong = await read(sessionId, 'own-box-mass', 'left', '31 mm', 'scale', { unit: 'g' });
    expect(wrong.body.detail).toContain('Mass with box: mm is a unit of length');
    const { sections } = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    expect(sections[0]).toMatchObject({ title: 'This lab’s own' });
    expect(sections[0].figures[0].figure.value).toBeCloseTo(28.2 * 28.349523125, 6);
    // Nobody knows how pairs differ in it: it speaks for this pair only.
    expect(sections[0].figures[0].speaksForEdition).toBe(false);
  });
});

describe('what is said of a reading and of a sitting', () => {
  it('refuses a type C reading of rubber, and a half grade', async () => {
    const { session, read } = await bench();
    const sessionId = await session();
    const rubber = await read(sessionId, 'outsole-hardness', 'left', '55 C', 'durometer A', {
      unit: 'A',
    });
    expect(rubber.status).toBe(422);
    expect(rubber.body.detail).toContain('type C scale, for foam');
    const half = await read(sessionId, 'bend-front-hand', 'left', '2.5', 'scale', {
      unit: 'grade',
    });
    expect(half.body.detail).toContain('whole number from 1 to 5');
  });
  it('keeps room, entry and configuration with it', async () => {
    const { session, read } = await bench();
    const sessionId = await session();
    const room = { temperatureC: 22.6, humidityPct: 48, entered: 'live' };
    const { body } = await read(sessionId, 'heel-stack', 'left', '31.2', 'needle gauge', room);
    expect(body).toMatchObject(room);
    const terms = { configuration: 'insole out', removed: 'laces', conditioned: true, wornKm: 42 };
    await put(`/api/sessions/${sessionId}/terms`, terms);
    const [kept] = (await get('/api/pairs/NS-01')).body.sessions;
    expect(kept).toMatchObject(terms);
    expect((await get('/api/pairs')).body[0].openSession).toBe('2026-03-01T09:00:00Z');
  });
});

/** Five cycles of an ellipse about a line of 0.2 N·m/°. */
function curveText(cycles = 5, n = 200): string {
  const lines = ['angle_deg,moment_nm'];
  for (let i = 0; i <= cycles * n; i++) {
    const t = (2 * Math.PI * i) / n;
    const angle = 20 - 20 * Math.cos(t);
    lines.push(`${angle},${0.2 * angle + 0.8 * Math.sin(t)}`);
  }
  return lines.join('\n');
}

describe('a curve', () => {
  async function fixture() {
    const made = await bench();
    const sessionId = await made.session();
    const curve = uuid7();
    const address = (more: object = {}) => {
      const query = new URLSearchParams({
        curve,
        reading: uuid7(),
        side: 'left',
        quantity: 'bend-toe-up',
        instrument: made.instrument('bend fixture').id,
        takenAt: '2026-03-01T09:02:00Z',
        from: '10',
        to: '30',
        ...more,
      });
      return `/api/sessions/${sessionId}/curves?${query}`;
    };
    return { ...made, sessionId, curve, address };
  }
  it('is stored as taken and gives a reading; fitted otherwise, the reading is superseded', async () => {
    const { address, curve } = await fixture();
    const { status, body } = await csv(address({ temperatureC: '22.6' }), curveText());
    expect(status).toBe(200);
    expect(body).toMatchObject({
      quantity: 'bend-toe-up',
      entered: 'curve',
      curveWindow: [10, 30],
      temperatureC: 22.6,
      unit: 'N·m/°',
    });
    expect(body.value).toBeCloseTo(0.2, 3);
    const back = (await get(`/api/curves/${curve}`)).body as string;
    expect(back.split('\n')).toHaveLength(1003);
    const again = await post(`/api/curves/${curve}/window`, {
      readingId: uuid7(),
      window: [12, 28],
      reason: 'edges left out',
    });
    expect(again.body).toMatchObject({ trial: 1, curveWindow: [12, 28], supersedes: body.id });
    const { sections } = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    const [bend] = sections.find((one: { key: string }) => one.key === 'flex').figures;
    // The ellipse loses π·20°·0.8 N·m; each of the last three cycles alike.
    expect(bend.loops).toEqual([
      expect.objectContaining({
        tag: 'NS-01',
        side: 'left',
        lossJ: expect.closeTo(Math.PI * ((20 * Math.PI) / 180) * 0.8, 2),
      }),
    ]);
    const { readings } = (await get('/api/pairs/NS-01')).body.sessions[0];
    expect(readings).toHaveLength(2);
    expect(readings[0].supersededBy).toBe(again.body.id);
  });
  it.each([
    ['angle_deg\n1\n2\n3', 'one column'],
    ['angle_deg,moment_nm\n0,0\n10,2\n20,x', '“x” is no number'],
    ['time_s,angle_deg,moment_nm\n0,0,0\n2,10,2\n1,20,4', 'Time goes back'],
    ['angle_deg,moment_nm\n0,0\n10,2\n20,4\n30,6', 'does not come back'],
    [
      curveText().replaceAll(/^(\d[\d.e-]*),/gm, (_, a) => `${(Number(a) * Math.PI) / 180},`),
      'angle_rad',
    ],
  ])('is refused whole: %#', async (text, says) => {
    const { address } = await fixture();
    const { status, body } = await csv(address(), text);
    expect(status).toBe(422);
    expect(body.detail).toContain(says);
    expect((await get('/api/pairs')).body[0].readings).toBe(0);
    expect(served.db.prepare('SELECT count(*) AS n FROM curve').get()).toEqual({ n: 0 });
  });
  it('is not taken of a mass, nor in a window that it does not cover', async () => {
    const { address } = await fixture();
    expect((await csv(address({ quantity: 'mass' }), curveText())).body.detail).toContain(
      'not taken as a curve',
    );
    expect((await csv(address({ to: '80' }), curveText())).body.detail).toContain('does not cover');
  });
});

const HEADER = READINGS_HEADER.join(',');
const PROTOCOL = '"In-shoe 12 / 75 %, insole in, needle gauge"';
const line = (side: string, trial: number, value: string, time: string, rest = '22.6,48,') =>
  `NS-01,${side},heel-stack,${trial},${value},mm,${PROTOCOL},B1,Needle gauge,${time},${rest}`;
const FILE = [
  HEADER,
  line('left', 1, '31.2', '2026-02-28T09:00:00Z'),
  line('right', 1, '31.1', '2026-02-28T09:00:20Z'),
  line('left', 2, '31.4', '2026-02-28T09:00:40Z', ',,"shoe, held askew"'),
].join('\n');

describe('readings from a file', () => {
  const load = (text: string, preview = false) =>
    csv(`/api/readings/import${preview ? '?preview=1' : ''}`, text);
  /** Standing readings as they are exported, times and all. */
  const saved = async (query = '') => (await get(`/api/readings/export${query}`)).body as string;

  it('are looked at first, then added whole, and added once', async () => {
    await bench();
    const looked = await load(FILE, true);
    expect(looked.body).toMatchObject({ added: 3, alreadyThere: 0, sessions: 1, preview: true });
    expect((await get('/api/pairs')).body[0].readings).toBe(0);
    expect((await load(FILE)).body).toMatchObject({ added: 3, lines: 3, preview: false });
    expect((await load(FILE)).body).toMatchObject({ added: 0, alreadyThere: 3, sessions: 0 });
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions).toHaveLength(1);
    expect(sessions[0]).toMatchObject({ person: 'B1', startedAt: '2026-02-28T09:00:00.000Z' });
    expect(sessions[0].readings[2]).toMatchObject({
      value: 31.4,
      typed: '31.4 mm',
      entered: 'file',
      note: 'shoe, held askew',
      temperatureC: null,
    });
  });
  it('come out as they went in, and go into another book alike', async () => {
    await bench();
    await load(FILE);
    const first = await saved();
    expect(first.split('\n')[0]).toBe(HEADER);
    expect(first).toContain('"shoe, held askew"');
    expect((await load(first)).body).toMatchObject({ added: 0, alreadyThere: 3 });
    await served.close();
    served = await serveApp(join(folder, 'other.db'));
    await bench();
    await load(first);
    expect(await saved()).toBe(first);
    expect((await saved('?pair=NS-01')).split('\n')).toHaveLength(5);
  });
  it('are read with semicolons, decimal commas, a byte order mark and Windows line ends', async () => {
    await bench();
    const text = `\ufeff${FILE.replaceAll(PROTOCOL, 'Quick review')
      .replaceAll(',"shoe, held askew"', ',askew')
      .replaceAll(',', ';')
      .replaceAll(/;(3\d)\.(\d);mm/g, ';$1,$2;mm')
      .replaceAll('22.6', '22,6')
      .replaceAll('\n', '\r\n')}\r\n`;
    expect(text).toContain(';31,2;mm');
    expect((await load(text)).body).toMatchObject({ added: 3 });
    const out = await saved('?semicolon=1');
    expect(out).toContain(';31,2;mm;');
    expect((await load(out)).body).toMatchObject({ added: 0, alreadyThere: 3 });
  });
  it('are refused whole, every fault with line, column and what would be right', async () => {
    await bench();
    const text = [
      FILE,
      line('middle', 1, '31.2', '2026-02-28T10:00:00Z'),
      line('left', 0, '31,2', '2026-02-31T10:00:00Z', '22.6,480,'),
      line('left', 1, '31.2', '2026-02-28T09:00:00Z'),
      'NS-01,left,heel-stack',
      `XX-01,left,outsole-hardness,1,55,C,No such protocol,B1,No gauge,yesterday,,,`,
      `NS-01,left,drop,1,7,mm,${PROTOCOL},B1,Needle gauge,2026-02-28T11:00:00Z,,,`,
    ].join('\n');
    const { status, body } = await load(text);
    expect(status).toBe(422);
    const faults = body.errors.map((one: { line: number; field: string; message: string }) => [
      one.line,
      one.field,
      one.message,
    ]);
    const says = (at: number, column: string, words: string) =>
      expect(faults).toContainEqual([at, column, expect.stringContaining(words)]);
    says(5, 'side', 'write left or right');
    says(6, '', '14 fields where the header has 13');
    says(7, '', 'The same reading as line 2');
    says(8, '', '3 fields');
    says(9, 'pair', 'Receive it first');
    says(9, 'unit', 'type C scale, for foam');
    says(9, 'protocol', 'known are');
    says(9, 'instrument', 'known are');
    says(9, 'measured_at', 'with its zone');
    says(10, 'quantity', 'Drop is computed');
    expect(body.faultCount).toBe(faults.length);
    expect((await get('/api/pairs')).body[0].readings).toBe(0);
  });
  it('list a thousand faults and count them all', async () => {
    await bench();
    const many = [HEADER, ...Array(1500).fill(line('up', 1, '31.2', '2026-02-28T09:00:00Z'))];
    const { body } = await load(many.join('\n'));
    expect(body.errors).toHaveLength(1000);
    expect(body.faultCount).toBe(1500);
    expect(body.detail).toContain('1,500 faults');
  });
  it('never overwrite: the same reading with another value is a fault', async () => {
    await bench();
    await load(FILE);
    const { status, body } = await load(FILE.replace('31.4', '31.9'));
    expect(status).toBe(422);
    expect(body.errors[0]).toMatchObject({ line: 4, field: 'value' });
    expect(body.errors[0].message).toContain('correct it at the bench');
  });
  it('tell of readings that no shoe has, and leave the choice', async () => {
    await bench();
    const { body } = await load(FILE.replace('31.4', '314'), true);
    expect(body).toMatchObject({ oddCount: 1, odd: [{ line: 4, column: 'value' }] });
  });
  it.each([
    ['', 'The file is empty'],
    [HEADER, 'a header and no reading'],
    ['a,b,c\n1,2,3', 'The header is not that of a file of readings'],
    [`${HEADER}\nNS-01,"left`, 'quotation mark opens here'],
  ])('answer %j in plain words', async (text, says) => {
    await bench();
    const { status, body } = await load(text);
    expect(status).toBe(422);
    expect(JSON.stringify(body)).toContain(says);
  });
  it('are no other encoding than UTF-8', async () => {
    await bench();
    const response = await fetch(`${served.base}/api/readings/import`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: uuid7() },
      body: Buffer.concat([Buffer.from(`${FILE}\n`), Buffer.from([0x4e, 0xe9, 0x0a])]),
    });
    expect(await response.text()).toContain('not UTF-8');
  });
  it('tell how far they are, and are one at a time', async () => {
    await bench();
    const lines = Array.from({ length: 20_000 }, (_, i) =>
      line('left', i + 1, '31.2', new Date(Date.UTC(2026, 0, 1) + 1000 * i).toISOString()),
    );
    const id = uuid7();
    const options = (change: string) => ({
      method: 'POST',
      headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: change },
      body: [HEADER, ...lines].join('\n'),
    });
    const first = fetch(`${served.base}/api/readings/import`, options(id));
    const second = fetch(`${served.base}/api/readings/import`, options(uuid7()));
    const statuses = (await Promise.all([first, second])).map((one) => one.status).sort();
    expect(statuses).toEqual([200, 409]);
    const progress = await get(`/api/imports/${id}`);
    expect([200, 404]).toContain(progress.status);
    if (progress.status === 200) expect(progress.body.phase).toBe('done');
    expect((await get(`/api/imports/${uuid7()}`)).status).toBe(404);
  }, 30_000);
  it('add nothing when they are cancelled', async () => {
    await bench();
    const lines = Array.from({ length: 60_000 }, (_, i) =>
      line('left', i + 1, '31.2', new Date(Date.UTC(2026, 0, 1) + 1000 * i).toISOString()),
    );
    const controller = new AbortController();
    const id = uuid7();
    const sent = fetch(`${served.base}/api/readings/import`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: id },
      body: [HEADER, ...lines].join('\n'),
      signal: controller.signal,
    }).catch(() => undefined);
    // Cancelled once the thread has begun to read.
    for (let tries = 0; tries < 400; tries++) {
      const { status, body } = await get(`/api/imports/${id}`);
      if (status === 200 && body.phase !== 'waiting') break;
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    controller.abort();
    await sent;
    for (let tries = 0; tries < 400; tries++) {
      const again = await csv('/api/readings/import?preview=1', FILE);
      if (again.status !== 409) break;
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
    const kept = served.db.prepare('SELECT count(*) AS n FROM reading').get();
    // Either it was stopped in time, or it had ended before: never a part of it.
    expect([{ n: 0 }, { n: 60_000 }]).toContainEqual(kept);
  }, 30_000);
});

describe('a book of the first version', () => {
  it('is backed up and brought to this one with all its readings', async () => {
    const path = join(folder, 'old.db');
    const old = new Database(path);
    const sql = await import('node:fs').then((fs) =>
      fs.readFileSync(new URL('./migrations/0001-bench-book.sql', import.meta.url), 'utf8'),
    );
    old.exec(sql);
    old.exec(`
      INSERT INTO maker VALUES ('m', 'Norrolt');
      INSERT INTO model VALUES ('o', 'm', 'Stairwell');
      INSERT INTO edition (id, model_id, name, slug) VALUES ('e', 'o', '', 'norrolt-stairwell');
      INSERT INTO pair (id, tag, edition_id, label_system, label_size, width, colour, shoes, acquisition,
        obtained_from, links_pay, maker_saw_text, currency, received_on, worn_km, note, shelved)
      VALUES ('p', 'NS-01', 'e', 'uk', 8, '', '', 'both', 'bought', '', 0, 0, 'EUR', '2025-01-01', 0, '', 0);
      INSERT INTO instrument VALUES ('i', 'Needle gauge', 'needle gauge', 'mm', 0.1, 0.1, 0.001);
      INSERT INTO protocol VALUES ('c', 'In-shoe', 1, 0,
        '{"place":"in-shoe","insole":"in","lugs":"in","layers":"whole sole","method":"needle"}');
      INSERT INTO protocol_station VALUES ('c', 0, 'heel-stack', 0, 2, 'i', 0.2, 8);
      INSERT INTO session VALUES ('s', 'p', 'c', 'B1', 'as sold', 0, '2025-01-02T09:00:00Z', NULL);
      INSERT INTO reading VALUES ('r', 's', 'left', 'heel-stack', 1, '31.2', 'mm', 31.2, 'i',
        '2025-01-02T09:01:00Z', NULL, '', '');
      PRAGMA user_version = 1;`);
    old.close();
    await served.close();
    served = await serveApp(path);
    expect(readdirSync(join(folder, 'backups'))).toContain('old-2026-03-01-before-v2.db');
    const lab = (await get('/api/lab')).body;
    expect(lab.protocols[0]).toMatchObject({ used: true, retired: false, lineId: 'c' });
    expect(lab.protocols[0].stations[0]).toMatchObject({ tool: 'needle gauge', repeats: 2 });
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions[0].readings[0]).toMatchObject({ typed: '31.2', value: 31.2, entered: 'typed' });
    // The rows of the list are worked out again in the background.
    for (let tries = 0; tries < 100; tries++) {
      if ((await get('/api/pairs')).body[0].heelMm !== null) break;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    expect((await get('/api/pairs')).body[0]).toMatchObject({ readings: 1, heelMm: 31.2 });
  });
});
