/** Protocols, instruments, own quantities and what is said of readings, over the API. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { post, put, get, bench, served } = servedBench();

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
    // The rows of the list follow beside the requests.
    await expect
      .poll(async () => (await get('/api/pairs')).body.rows[0])
      .toMatchObject({ readings: 2, heelMm: null, massG: 312 });
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
    expect(half.body.detail).toContain('rigid, or 1 to 5');
  });
  it('keeps room, entry and configuration with it', async () => {
    const { session, read } = await bench();
    const sessionId = await session();
    const room = { temperatureC: 22.6, humidityPct: 48, entered: 'live' };
    const { body } = await read(sessionId, 'heel-stack', 'left', '31.2', 'needle gauge', room);
    expect(body).toMatchObject(room);
    const terms = { configuration: 'insole out', removed: 'laces', conditioned: true, wornKm: 42 };
    await put(`/api/sessions/${sessionId}/terms`, { ...terms, version: 1 });
    const [kept] = (await get('/api/pairs/NS-01')).body.sessions;
    expect(kept).toMatchObject({ ...terms, version: 2 });
    // Another tab that read the first version is told, and changes nothing.
    const late = await put(`/api/sessions/${sessionId}/terms`, { ...terms, wornKm: 1, version: 1 });
    expect(late.status).toBe(409);
    expect(late.body.detail).toContain('insole out, worn 42 km');
    expect((await get('/api/pairs')).body.rows[0].openSession).toBe('2026-03-01T09:00:00.000Z');
  });
});

/** Five cycles of an ellipse about a line of 0.2 N·m/°. */

describe('the audit', () => {
  it('can blank what a change said, and still says that it was', async () => {
    await bench();
    const id = uuid7();
    const person = { id: uuid7(), code: 'T7', role: 'tester' };
    await served().send('POST', '/api/people', person, { change: id });
    const rowOf = async () =>
      (await get('/api/changes')).body.rows.find((row: { id: string }) => row.id === id);
    expect((await rowOf()).detail).toContain('T7');
    expect((await post(`/api/changes/${id}/blanking`, { reason: '' })).status).toBe(400);
    expect((await post(`/api/changes/${id}/blanking`, { reason: 'asked to' })).status).toBe(200);
    expect(await rowOf()).toMatchObject({
      action: 'addPerson',
      detail: 'null',
      blankedAt: expect.any(String),
      blankedWhy: 'asked to',
    });
    // Sent again it is known to have been done, and not done twice.
    const again = await served().send('POST', '/api/people', person, { change: id });
    expect(again.status).toBe(410);
    expect((await post(`/api/changes/${uuid7()}/blanking`, { reason: 'x' })).status).toBe(404);
  });
});
