/** Stand-ins and the driver over real sockets: steady, dropped out, two of one name, lost and back. */
import { createServer, type Server, type Socket } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import type { GaugeEvent, GaugeFeed, GaugeSample, LiveGauge } from '#contract/live-gauges.ts';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { analyseCurve } from '#core/curves/curve-analysis.ts';
import { createGaugeDriver } from './driver.ts';
import { simulateCurve } from './fixture-curve.ts';
import { type StandIn, type StandInTraits, startStandIn } from './stand-in.ts';

const TRAITS: StandInTraits = {
  name: 'Needle gauge',
  unit: 'mm',
  resolution: 0.1,
  placementSd: () => 0.2,
  flickerSd: 0.02,
  zeroOffset: 0.05,
  driftPerHour: 0,
  settleMs: 300,
  dropOut: 0,
  truth: ({ quantity }) => (quantity === 'heel-stack' ? 31.4 : undefined),
};
const HELD = { tag: 'NS-01', side: 'left', quantity: 'heel-stack', basis: '' } as const;

const open: { close: () => unknown }[] = [];
afterEach(async () => {
  for (const one of open.splice(0)) await one.close();
});

function driver(): GaugeFeed {
  const feed = createGaugeDriver();
  open.push(feed);
  return feed;
}

async function standIn(more: Partial<StandInTraits> = {}, port = 0): Promise<StandIn> {
  const started = await startStandIn({ ...TRAITS, ...more }, port);
  open.push(started);
  return started;
}

/** A gauge that says what a test tells it to. */
async function puppet(): Promise<{ address: string; say: (line: string) => void; server: Server }> {
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.on('error', () => undefined);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  open.push({
    close: () => {
      for (const socket of sockets) socket.destroy();
      server.close();
    },
  });
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  return {
    address: `127.0.0.1:${port}`,
    say: (line) => {
      for (const socket of sockets) socket.write(line);
    },
    server,
  };
}

/** Waits for an event that a test is looking for. */
function until<T>(feed: GaugeFeed, find: (event: GaugeEvent) => T | undefined): Promise<T> {
  return new Promise((resolve) => {
    const stop = feed.listen((event) => {
      const found = find(event);
      if (found === undefined) return;
      resolve(found);
      queueMicrotask(() => stop());
    });
  });
}

const gauge =
  (id: string, accept: (gauge: LiveGauge) => boolean) =>
  (event: GaugeEvent): LiveGauge | undefined =>
    event.kind === 'gauges'
      ? event.gauges.find((one) => one.instrumentId === id && accept(one))
      : undefined;

describe('the driver and its gauges', () => {
  it('tells a moving figure from a steady one, near the truth it is held to', async () => {
    const { port } = await standIn();
    const feed = driver();
    feed.watch([{ id: 'n', name: 'needle gauge', connection: `127.0.0.1:${port}` }]);
    await until(
      feed,
      gauge('n', (one) => one.state === 'steady'),
    );
    expect(feed.place({ instrumentId: 'n', ...HELD })).toBe(true);
    const moving = await until(
      feed,
      gauge('n', (one) => one.state === 'moving'),
    );
    expect(moving.says).toContain('still moving');
    const steady = await until(
      feed,
      gauge('n', (one) => one.state === 'steady' && one.quantity === 'heel-stack'),
    );
    // Truth 31.4, zero 0.05 off, a placement of 0.2 (SD): five SDs hold.
    expect(Math.abs((steady.value ?? 0) - 31.45)).toBeLessThan(1.1);
    expect(((steady.value ?? 0) * 10) % 1).toBeCloseTo(0, 6);
  });
  it('does not keep the last figure of a gauge that dies in mid-reading', async () => {
    const { port } = await standIn();
    const feed = driver();
    feed.watch([{ id: 'n', name: 'Needle gauge', connection: `127.0.0.1:${port}` }]);
    await until(
      feed,
      gauge('n', (one) => one.state === 'steady'),
    );
    const drop = await import('node:net').then(({ createConnection }) =>
      createConnection({ host: '127.0.0.1', port }),
    );
    drop.on('error', () => undefined);
    drop.write('drop, 4\n');
    const silent = await until(
      feed,
      gauge('n', (one) => one.state === 'silent'),
    );
    expect(silent.says).toContain('fell silent in mid-reading');
    drop.destroy();
    await until(
      feed,
      gauge('n', (one) => one.state === 'steady'),
    );
  }, 15_000);
  it('reaches for a lost gauge until it is back', async () => {
    const first = await standIn();
    const feed = driver();
    feed.watch([{ id: 'n', name: 'Needle gauge', connection: `127.0.0.1:${first.port}` }]);
    await until(
      feed,
      gauge('n', (one) => one.state === 'steady'),
    );
    await first.close();
    const lost = await until(
      feed,
      gauge('n', (one) => one.state === 'lost'),
    );
    expect(lost.says).toContain(`cannot be reached at 127.0.0.1:${first.port}`);
    expect(feed.place({ instrumentId: 'n', ...HELD })).toBe(false);
    await standIn({}, first.port);
    await until(
      feed,
      gauge('n', (one) => one.state === 'steady'),
    );
  }, 15_000);
  it('takes neither of two gauges that go by one name', async () => {
    const [one, other] = [await puppet(), await puppet()];
    const feed = driver();
    feed.watch([
      { id: 'a', name: 'Scale', connection: one.address },
      { id: 'b', name: 'Scale 2', connection: other.address },
    ]);
    const talking = setInterval(() => {
      one.say('Scale, mass, 312.0, g, stable\n');
      other.say('Scale, mass, 298.0, g, stable\n');
    }, 50);
    const conflict = await until(
      feed,
      gauge('a', (found) => found.state === 'conflict'),
    );
    clearInterval(talking);
    expect(conflict.says).toContain('Two gauges call themselves Scale');
    expect(conflict.says).toContain(other.address);
  });
  it('names strangers, and says what it cannot read', async () => {
    const one = await puppet();
    const feed = driver();
    feed.watch([{ id: 'a', name: 'Scale', connection: one.address }]);
    const talking = setInterval(
      () => one.say('hello\nBalance, mass, 312.0, g, stable\n# remark\n'),
      50,
    );
    const strangers = await until(feed, (event) =>
      event.kind === 'gauges' && event.strangers.length > 0 ? event.strangers : undefined,
    );
    clearInterval(talking);
    expect(strangers).toEqual([{ name: 'Balance', address: one.address }]);
  });
  it('keeps a bounded number of strangers, and always hears its own', async () => {
    const one = await puppet();
    const feed = driver();
    feed.watch([{ id: 'a', name: 'Scale', connection: one.address }]);
    const babel = Array.from({ length: 500 }, (_, n) => `Gauge ${n}, mass, 1, g, stable\n`).join(
      '',
    );
    const talking = setInterval(() => one.say(`${babel}Scale, mass, 312.0, g, stable\n`), 100);
    const [found, strangers] = await until(feed, (event) => {
      if (event.kind !== 'gauges') return undefined;
      const own = event.gauges.find(
        ({ instrumentId: id, state }) => id === 'a' && state === 'steady',
      );
      return own && ([own, event.strangers] as const);
    });
    clearInterval(talking);
    expect(found.value).toBe(312);
    expect(strangers).toHaveLength(200);
  });
  it('keeps a bounded number of quantities of a gauge that names a new one in every line', async () => {
    const one = await puppet();
    const feed = driver();
    feed.watch([{ id: 'a', name: 'Scale', connection: one.address }]);
    let n = 0;
    const talking = setInterval(() => {
      const babel = Array.from({ length: 500 }, () => `Scale, made-up-${n++}, 1, g, stable\n`);
      one.say(`${babel.join('')}Scale, mass, 312.0, g, stable\n`);
    }, 50);
    const figures = await until(feed, (event) => {
      if (event.kind !== 'gauges') return undefined;
      const own = event.gauges.find(({ instrumentId }) => instrumentId === 'a');
      return n > 3000 && own?.state === 'steady' ? own.figures : undefined;
    });
    clearInterval(talking);
    expect(figures.length).toBeLessThanOrEqual(40);
  });
  it('dials this machine, and another host only where it was named at the start', async () => {
    const feed = driver();
    feed.watch([{ id: 'a', name: 'Scale', connection: '192.0.2.1:4641' }]);
    const lost = await until(
      feed,
      gauge('a', (found) => found.state === 'lost'),
    );
    expect(lost.says).toContain('not dialled unasked');
    expect(lost.says).toContain('EMVEX_GAUGE_HOSTS=192.0.2.1');
    const allowed = createGaugeDriver({ hosts: ['192.0.2.1'] });
    open.push(allowed);
    allowed.watch([{ id: 'a', name: 'Scale', connection: '192.0.2.1:4641' }]);
    const reaching = await until(
      allowed,
      gauge('a', () => true),
    );
    expect(reaching.says).not.toContain('not dialled unasked');
  });
  it('says that a stand-in is wanted and none runs', async () => {
    const feed = driver();
    feed.watch([{ id: 'a', name: 'Scale', connection: 'stand-in' }]);
    const lost = await until(
      feed,
      gauge('a', (one) => one.state === 'lost'),
    );
    expect(lost.says).toContain('no stand-in runs');
  });
});

describe('a simulated fixture', () => {
  const traits = QUANTITIES['bend-toe-up'].curve;
  if (!traits) throw new Error('bending is taken as a curve');
  it('records a curve whose analysis finds the stiffness it was made from', () => {
    const samples = simulateCurve(traits, { stiffness: 0.21, loss: 0.16 }, () => 0);
    const { stiffness, cycles, returnPercent } = analyseCurve(
      {
        x: Float64Array.from(samples, (one) => one.x),
        y: Float64Array.from(samples, (one) => one.y),
      },
      traits,
    );
    expect(stiffness?.mean).toBeCloseTo(0.21, 3);
    expect(cycles).toHaveLength(5);
    expect(returnPercent?.mean).toBeGreaterThan(60);
    expect(returnPercent?.mean).toBeLessThan(95);
  });
  it('streams it over the line, sample by sample', async () => {
    const { port } = await standIn({
      name: 'Bend fixture',
      curve: () => simulateCurve(traits, { stiffness: 0.21, loss: 0.16 }, () => 0),
    });
    const feed = driver();
    feed.watch([{ id: 'f', name: 'Bend fixture', connection: `127.0.0.1:${port}` }]);
    await until(
      feed,
      gauge('f', (one) => one.state === 'steady'),
    );
    const samples: GaugeSample[] = [];
    feed.run({ instrumentId: 'f', ...HELD, quantity: 'bend-toe-up' });
    await until(feed, (event) => {
      if (event.kind !== 'samples') return undefined;
      samples.push(...event.samples);
      return event.ended ? true : undefined;
    });
    expect(samples).toHaveLength(901);
    expect(samples[0]).toMatchObject({ xUnit: '°', yUnit: 'N·m' });
  }, 15_000);
});
