/** Live gauges over the API: the stream of events, what may be asked of a gauge, and curves as calculations. */
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { v7 as uuid7 } from 'uuid';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ADDRESSES } from '#contract/addresses.ts';
import {
  type GaugeEvent,
  type GaugeFeed,
  gaugeEvent,
  type Placement,
  type WatchedInstrument,
} from '#contract/live-gauges.ts';
import { createApp } from '../app.ts';
import { type Db, openDatabase } from '../store/database.ts';

let db: Db;
let server: Server;
let base: string;
let asked: [string, Placement][];
let watched: readonly WatchedInstrument[];
let listeners: Set<(event: GaugeEvent) => void>;
let connected: boolean;

/** A feed that does what a test tells it to. */
const feed: GaugeFeed = {
  watch: (instruments) => {
    watched = instruments;
  },
  place: (placement) => {
    asked.push(['place', placement]);
    return connected;
  },
  run: (placement) => {
    asked.push(['run', placement]);
    return connected;
  },
  listen: (hear) => {
    listeners.add(hear);
    hear({ kind: 'gauges', gauges: [], strangers: [] });
    return () => listeners.delete(hear);
  },
  close: () => undefined,
};

async function serve(gauges: GaugeFeed | undefined): Promise<void> {
  const { app } = createApp({ db, version: 'test', ...(gauges ? { gauges } : {}) });
  server = await new Promise((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
  });
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}

beforeEach(() => {
  db = openDatabase(':memory:', '2026-03-01');
  asked = [];
  watched = [];
  listeners = new Set();
  connected = true;
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  db.close();
});

const post = (path: string, body: unknown) =>
  fetch(`${base}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

/** Reads events of the stream until one is wanted no more. */
async function readEvents(count: number, between: () => void): Promise<GaugeEvent[]> {
  const controller = new AbortController();
  const response = await fetch(`${base}/api/gauges/live`, { signal: controller.signal });
  expect(response.headers.get('content-type')).toBe('text/event-stream');
  expect(response.headers.get('cache-control')).toContain('no-transform');
  const reader = response.body?.getReader();
  const events: GaugeEvent[] = [];
  let text = '';
  while (reader && events.length < count) {
    const { value, done } = await reader.read();
    if (done) break;
    text += new TextDecoder().decode(value);
    const parts = text.split('\n\n');
    text = parts.pop() ?? '';
    for (const part of parts)
      if (part.startsWith('data: ')) events.push(gaugeEvent.parse(JSON.parse(part.slice(6))));
    if (events.length === 1) between();
  }
  controller.abort();
  return events;
}

describe('the stream of live gauges', () => {
  it('tells the present state first, then every event, and lets go of a page that left', async () => {
    await serve(feed);
    const samples: GaugeEvent = {
      kind: 'samples',
      instrumentId: uuid7(),
      quantity: 'bend-toe-up',
      samples: [{ seconds: 0, x: 1, xUnit: '°', y: 0.2, yUnit: 'N·m' }],
      ended: false,
    };
    const events = await readEvents(2, () => {
      for (const listener of listeners) listener(samples);
    });
    expect(events).toEqual([{ kind: 'gauges', gauges: [], strangers: [] }, samples]);
    for (let tries = 0; tries < 200 && listeners.size > 0; tries++)
      await new Promise((resolve) => setTimeout(resolve, 10));
    expect(listeners.size).toBe(0);
  });
  it('is there, and empty, where no gauge is read', async () => {
    await serve(undefined);
    expect(await readEvents(1, () => undefined)).toEqual([
      { kind: 'gauges', gauges: [], strangers: [] },
    ]);
  });
});

describe('what may be asked of a gauge', () => {
  const placement = { instrumentId: uuid7(), tag: 'NS-03', side: 'left', quantity: 'heel-stack' };
  it('goes on to it, with the basis where it is told', async () => {
    await serve(feed);
    expect((await post('/api/gauges/place', placement)).status).toBe(200);
    await post('/api/gauges/run', { ...placement, quantity: 'bend-toe-up', basis: 'in-shoe-in' });
    expect(asked.map(([what, { quantity, basis }]) => [what, quantity, basis])).toEqual([
      ['place', 'heel-stack', ''],
      ['run', 'bend-toe-up', 'in-shoe-in'],
    ]);
  });
  it.each([
    [{ tag: 'NS-03\ndrop, 99' }, 'a tag has letters'],
    [{ tag: '' }, 'a tag has letters'],
    [{ side: 'both' }, 'side'],
    [{ quantity: 'smell' }, 'quantity'],
    [{ basis: 'in shoe,\n' }, 'basis'],
  ])('is refused where a line could not carry it: %o', async (wrong, says) => {
    await serve(feed);
    const response = await post('/api/gauges/place', { ...placement, ...wrong });
    expect(response.status).toBe(400);
    expect(await response.text()).toContain(says);
    expect(asked).toEqual([]);
  });
  it('is answered plainly where the gauge is not connected', async () => {
    await serve(feed);
    connected = false;
    const response = await post('/api/gauges/place', placement);
    expect(response.status).toBe(409);
    expect((await response.json()).detail).toContain('Type the figure, or bring a file');
  });
  it('is not asked from another page', async () => {
    await serve(feed);
    const response = await fetch(`${base}/api/gauges/place`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: 'http://elsewhere.invalid' },
      body: JSON.stringify(placement),
    });
    expect(response.status).toBe(403);
    expect(asked).toEqual([]);
  });
});

describe('instruments and the driver', () => {
  it('are watched from the start, and again when one is added', async () => {
    await serve(feed);
    expect(watched).toEqual([]);
    const response = await fetch(`${base}/api/instruments/${uuid7()}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'Emvex-Change': uuid7() },
      body: JSON.stringify({
        name: 'Scale',
        kind: 'scale',
        unit: 'g',
        resolution: 0.5,
        zeroU: 0.3,
        gainU: 0.001,
        connection: '127.0.0.1:4643',
      }),
    });
    expect(response.status).toBe(200);
    expect(watched).toMatchObject([{ name: 'Scale', connection: '127.0.0.1:4643' }]);
  });
});

describe('curves as calculations', () => {
  const calc = async (name: string, input: unknown) => {
    const response = await post(`/api/calc/${name}`, input);
    return { status: response.status, body: await response.json() };
  };
  const t = Array.from({ length: 721 }, (_, i) => (2 * Math.PI * i) / 720);
  const angleDeg = t.map((at) => 20 - 20 * Math.cos(at));
  const momentNm = t.map((at, i) => 0.25 * (angleDeg[i] ?? 0) + 0.6 * Math.sin(at));
  it('give an elliptic loop its closed form', async () => {
    await serve(undefined);
    const { status, body } = await calc('bend-loop', { angleDeg, momentNm, windowDeg: [10, 30] });
    expect(status).toBe(200);
    expect(body.stiffnessNmPerDeg).toBeCloseTo(0.25, 3);
    expect(body.stiffnessNmPerRad).toBeCloseTo((0.25 * 180) / Math.PI, 1);
    expect(body.lossJ).toBeCloseTo(Math.PI * ((20 * Math.PI) / 180) * 0.6, 3);
    expect(body).toMatchObject({ cycles: 1, gaping: 0, stiffnessSd: 0 });
  });
  it('say what is missing', async () => {
    await serve(undefined);
    const half = t.length / 2;
    const up = await calc('bend-loop', {
      angleDeg: angleDeg.slice(0, half),
      momentNm: momentNm.slice(0, half),
    });
    expect(up).toMatchObject({ status: 422, body: { errors: [{ field: 'angleDeg' }] } });
    expect(up.body.detail).toContain('does not come back');
    const uneven = await calc('bend-loop', { angleDeg, momentNm: momentNm.slice(1) });
    expect(uneven.body.detail).toContain('721 angles and 720 moments');
    const beyond = await calc('bend-loop', { angleDeg, momentNm, windowDeg: [10, 80] });
    expect(beyond.body.detail).toContain('does not cover the window 10 to 80');
  });
  it('carry k to apparent EI, and judge a drift check', async () => {
    await serve(undefined);
    const beam = await calc('three-point', { kNPerMm: 8, spanMm: 120 });
    expect(beam.body.apparentEiNmm2).toBeCloseTo(288_000, 6);
    const drift = await calc('drift-check', {
      value: 20.05,
      nominal: 20,
      pieceU: 0.005,
      zeroU: 0.03,
      resolution: 0.05,
    });
    expect(drift.body).toMatchObject({ verdict: 'holds', en: expect.closeTo(0.7426, 3) });
    const nothing = await calc('drift-check', { value: 1, nominal: 1, zeroU: 0, resolution: 0 });
    expect(nothing.status).toBe(422);
  });
  it('stand in the OpenAPI page with every address, of files and streams too', async () => {
    await serve(undefined);
    const { paths } = await (await fetch(`${base}/api/openapi.json`)).json();
    for (const { method, path } of Object.values(ADDRESSES)) {
      const entry = paths[path.replace(/:(\w+)/g, '{$1}')];
      expect(entry?.[method.toLowerCase()]?.summary, path).toBeTruthy();
    }
    expect(paths['/api/calc/bend-loop']).toBeDefined();
  });
});
