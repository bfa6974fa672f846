/** What comes in is read again at the border: claims, instruments, shoes, moments, encodings. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { CHANGE_HEADER, PAGE_REVISION } from '#contract/headers.ts';
import { KEPT_AS_TYPED } from '#core/figures/reading.ts';
import { servedBench } from './served-bench.ts';

const { bench, get, post, put, receive, served } = servedBench();

describe('an instrument', () => {
  it.each(['127.0.0.1:70000', 'scale.lab:0', '[::1]:65536'])(
    'is not set to %s: no port is so',
    async (connection) => {
      const { instrument } = await bench();
      const { id, calibrations: _, driftChecks: __, ...gauge } = instrument('scale');
      const { status, body } = await put(`/api/instruments/${id}`, { ...gauge, connection });
      expect(status).toBe(400);
      expect(body.errors[0]).toMatchObject({ field: 'connection' });
      expect(body.detail).toContain('between 1 and 65535');
    },
  );
});

describe('a pair that is edited', () => {
  it('has its row in the list anew', async () => {
    await bench();
    const { pair } = (await get('/api/pairs/NS-01')).body;
    const session = { id: uuid7(), pairId: pair.id, person: 'B1', wornKm: 0 };
    const protocolId = (await get('/api/lab')).body.protocols[0].id;
    await post('/api/sessions', { ...session, protocolId, startedAt: '2026-03-01T09:00:00Z' });
    const edit = (shoes: string, version: number) =>
      put(`/api/pairs/${pair.id}`, { ...pair, shoes, version });
    await edit('right only', pair.version);
    await edit('both', pair.version + 1);
    const both = (await get('/api/pairs')).body.rows[0].stations;
    expect(both).toBeGreaterThan(0);
    await edit('left only', pair.version + 2);
    expect((await get('/api/pairs')).body.rows[0].stations).toBe(both / 2);
  });
});

describe('a protocol whose repeatability was learned', () => {
  it('keeps its own beside it, which an edit goes on from', async () => {
    const { read, lab } = await bench();
    const before = lab.protocols[0].stations.find(
      (station: { quantity: string }) => station.quantity === 'heel-stack',
    );
    expect(before.ownRepeatability).toEqual({
      sd: before.repeatability.sd,
      df: before.repeatability.df,
    });
    const measure = async (tag: string, left: string[], note = '') => {
      const { pairId } = await receive(tag);
      const sessionId = uuid7();
      await post('/api/sessions', {
        id: sessionId,
        pairId,
        protocolId: lab.protocols[0].id,
        person: 'B1',
        wornKm: 0,
        startedAt: '2026-03-01T09:00:00Z',
      });
      for (const typed of left)
        await read(sessionId, 'heel-stack', 'left', typed, 'needle gauge', { note });
      for (const typed of ['31.0', '31.1', '31.0', '31.2'])
        await read(sessionId, 'heel-stack', 'right', typed, 'needle gauge');
      // What a sitting shows is learned from once it is finished.
      await post(`/api/sessions/${sessionId}/finish`, { finishedAt: '2026-03-01T09:30:00Z' });
    };
    const known = async () => {
      const { protocols, learned } = (await get('/api/lab')).body;
      return {
        ...protocols[0].stations.find(
          (station: { quantity: string }) => station.quantity === 'heel-stack',
        ),
        learned: learned[0],
      };
    };
    const repeats = ['31.0', '31.1', '31.0', '31.1'];
    for (const nth of [1, 2, 3, 4]) await measure(`LR-${nth}`, repeats);
    expect(await known()).toMatchObject({
      repeatability: before.repeatability,
      learned: { quantity: 'heel-stack', tool: 'needle gauge', pairs: 4, apart: [] },
    });
    // From the fifth pair on the lab's own scatter stands.
    await measure('LR-5', repeats);
    const own = await known();
    expect(own.repeatability.sd).toBeLessThan(before.repeatability.sd);
    expect(own.repeatability.source).toMatch(/, from 5 pairs of this lab$/);
    expect(own.ownRepeatability).toEqual(before.ownRepeatability);
    // A pair with a slip counts in part, and is named; one that was asked about does not count.
    await measure('LR-6', ['31.0', '81.0', '31.1', '31.0']);
    await measure('LR-7', ['31.0', '81.0', '31.1'], KEPT_AS_TYPED);
    const { repeatability, learned } = await known();
    expect(learned).toMatchObject({ pairs: 7, apart: ['LR-6'] });
    expect(repeatability.sd).toBeLessThan(1.5 * own.repeatability.sd);
  });
});

describe('a claim', () => {
  it.each([
    ['banana', 30, 0.5, 'typed', 'is no figure of heel-stack'],
    ['31 mm', 30, 0.5, 'value', 'stands for 31, not 30'],
    ['31 mm', 31, 5, 'halfWidth', 'half the last digit of “31 mm” is 0.5, not 5'],
  ])('of %j as %d ± %d is refused at its field', async (typed, value, halfWidth, field, says) => {
    const { editionId } = await bench();
    const claim = { id: uuid7(), quantity: 'heel-stack', typed, value, halfWidth, source: 'box' };
    const { status, body } = await post(`/api/editions/${editionId}/claims`, { claims: [claim] });
    expect(status).toBe(400);
    expect(body.errors).toEqual([
      { field: `claims.0.${field}`, message: expect.stringContaining(says) },
    ]);
    expect((await get('/api/pairs/NS-01')).body.edition.claims).toEqual([]);
  });
  it('as it was read out is taken, of a pair and as a drop too', async () => {
    const { editionId } = await bench();
    const claims = [
      {
        id: uuid7(),
        quantity: 'mass',
        typed: '21.3 oz a pair',
        value: (21.3 * 28.349523125) / 2,
        halfWidth: (0.05 * 28.349523125) / 2,
      },
      { id: uuid7(), quantity: 'drop', typed: '8 mm drop', value: 8, halfWidth: 0.5 },
    ];
    expect((await post(`/api/editions/${editionId}/claims`, { claims })).status).toBe(200);
  });
});

describe('a reading', () => {
  it('of a shoe that is not there is refused', async () => {
    const { lab } = await bench();
    const { pairId } = await receive('LO-01', { shoes: 'left only' });
    const sessionId = uuid7();
    const protocolId = lab.protocols[0].id;
    const session = { id: sessionId, pairId, protocolId, person: 'B1', wornKm: 0 };
    await post('/api/sessions', { ...session, startedAt: '2026-03-01T09:00:00Z' });
    const instrumentId = lab.instruments.find(
      (one: { kind: string }) => one.kind === 'needle gauge',
    ).id;
    const reading = {
      occasionId: sessionId,
      quantity: 'heel-stack',
      typed: '31',
      unit: 'mm',
      instrumentId,
      takenAt: '2026-03-01T09:01:00Z',
    };
    const right = await post('/api/readings', { ...reading, id: uuid7(), side: 'right' });
    expect(right.status).toBe(422);
    expect(right.body.errors[0]).toEqual({
      field: 'side',
      message: 'Of LO-01 there is the left shoe only.',
    });
    expect((await post('/api/readings', { ...reading, id: uuid7(), side: 'left' })).status).toBe(
      200,
    );
  });

  it('by a gauge that speaks another kind, or is out of use, is refused', async () => {
    const { session, read, instrument } = await bench();
    const sessionId = await session('In-shoe');
    const weighed = await read(sessionId, 'heel-stack', 'left', '31', 'scale');
    expect(weighed.body.errors[0]).toEqual({
      field: 'instrumentId',
      message: 'Scale reads in g, which is no unit of heel stack: it is taken with a needle gauge.',
    });
    const { id, calibrations: _, driftChecks: __, ...gauge } = instrument('needle gauge');
    await put(`/api/instruments/${id}`, { ...gauge, retired: 'bent' });
    const retired = await read(sessionId, 'heel-stack', 'left', '31', 'needle gauge');
    expect(retired.body.detail).toBe('Needle gauge is out of use (bent). Choose another.');
  });

  it.each([
    ['1999-12-31T09:00:00Z', 400, 'between 2000 and 2099'],
    ['2999-01-01T00:00:00Z', 400, 'between 2000 and 2099'],
    ['2026-03-03T09:00:00Z', 422, 'has not come yet'],
  ])('of %s is refused', async (takenAt, status, says) => {
    const { session, read } = await bench();
    const sessionId = await session('In-shoe');
    const answer = await read(sessionId, 'heel-stack', 'left', '31', 'needle gauge', { takenAt });
    expect(answer.status).toBe(status);
    expect(answer.body.errors[0]).toMatchObject({
      field: 'takenAt',
      message: expect.stringContaining(says),
    });
  });

  it('has its moment in UTC with milliseconds, whatever zone it was sent with', async () => {
    const { session, read } = await bench();
    const sessionId = await session('In-shoe');
    const takenAt = '2026-03-01T11:01:00+02:00';
    const { body } = await read(sessionId, 'heel-stack', 'left', '31', 'needle gauge', { takenAt });
    expect(body.takenAt).toBe('2026-03-01T09:01:00.000Z');
  });
});

describe('a sitting', () => {
  it('does not end before it began', async () => {
    const { session } = await bench();
    const sessionId = await session();
    const early = await post(`/api/sessions/${sessionId}/finish`, {
      finishedAt: '2026-03-01T08:59:59Z',
    });
    expect(early.status).toBe(422);
    expect(early.body.errors[0].field).toBe('finishedAt');
  });
});

describe('a change', () => {
  it('whose id is written in capitals is the same change, and records one reading', async () => {
    const { session, lab } = await bench();
    const sessionId = await session('In-shoe');
    const [change, id] = [uuid7(), uuid7()];
    const instrumentId = lab.instruments.find(
      (one: { kind: string }) => one.kind === 'needle gauge',
    ).id;
    const reading = {
      id,
      occasionId: sessionId,
      side: 'left',
      quantity: 'heel-stack',
      typed: '31',
      unit: 'mm',
      instrumentId,
      takenAt: '2026-03-01T09:01:00Z',
    };
    const send = (as: string, body: object) =>
      served().send('POST', '/api/readings', body, { change: as });
    const first = await send(change, reading);
    expect(await send(change.toUpperCase(), { ...reading, id: id.toUpperCase() })).toEqual(first);
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(1);
  });
});

describe('a body', () => {
  it.each([
    ['application/json; charset=utf-16', undefined],
    ['application/json; charset=latin-9', undefined],
    ['application/json', 'lzma'],
  ])('of type %s, packed as %s, is answered 415 everywhere', async (type, packing) => {
    for (const path of ['/api/readings', '/api/calc/drop', '/api/gauges/place', '/api/nowhere']) {
      const response = await fetch(`${served().base}${path}`, {
        method: 'POST',
        headers: {
          'content-type': type,
          [CHANGE_HEADER]: uuid7(),
          ...(packing ? { 'content-encoding': packing } : {}),
        },
        body: '{}',
      });
      expect([path, response.status]).toEqual([path, 415]);
      expect((await response.json()).detail).toContain('UTF-8');
    }
  });
});

describe('a page of the version before', () => {
  it.each([
    ['/api/matches/x/readings', {}, {}],
    ['/api/match-readings/x/void', {}, {}],
    ['/api/studies/gauge/x/back', {}, {}],
    ['/api/readings', { sessionId: 'x' }, {}],
    ['/api/readings', {}, { 'Emvex-Page': '1' }],
  ])('is told to load itself anew: %s %o', async (path, body, headers) => {
    const response = await fetch(`${served().base}${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...headers },
      body: JSON.stringify(body),
    });
    expect(response.status).toBe(426);
    expect((await response.json()).detail).toContain('what you typed is kept');
  });
  it('is none where it says the revision of now', async () => {
    const response = await fetch(`${served().base}/api/health`, {
      headers: { 'Emvex-Page': PAGE_REVISION },
    });
    expect(response.status).toBe(200);
  });
});
