/**
 * A simulated gauge: speaks lines over TCP as a real one does, with settling, noise, resolution, a
 * zero offset, drift, and a drop-out now and then.
 */
import { createServer, type Server, type Socket } from 'node:net';
import { randomLcg, randomNormal } from 'd3-random';
import {
  type GaugeCommand,
  type HeldTo,
  readGaugeCommand,
  writeGaugeLine,
} from '#contract/gauge-lines.ts';

export interface StandInTraits {
  /** Name of the instrument it stands in for. */
  name: string;
  unit: string;
  /** Smallest step of its indication. */
  resolution: number;
  /** SD of a placement, and of the flicker of a settled figure. */
  placementSd: (quantity: string) => number;
  flickerSd: number;
  /** What its zero is off by, and by how much more each hour. */
  zeroOffset: number;
  driftPerHour: number;
  /** How long it takes to settle, in ms. */
  settleMs: number;
  /** Chance that it drops out while a placement settles. */
  dropOut: number;
  /** The true value in its unit; undefined: it is held to nothing that it measures. */
  truth: (held: HeldTo) => number | undefined;
  /** A fixture's signals; absent: it takes no curves. */
  curve?: (held: HeldTo) => FixtureSample[] | undefined;
  /** Further figures that it says in turn: the humidity beside the temperature. */
  also?: { quantity: string; unit: string; value: () => number }[];
  /** The word it uses for its own figure where it is held to nothing. */
  idleQuantity?: string;
}

export interface FixtureSample {
  seconds: number;
  x: number;
  xUnit: string;
  y: number;
  yUnit: string;
}

/** Held to no shoe: what a gauge of the room reads all the same. */
const NOTHING: HeldTo = { tag: '', side: '', quantity: '', basis: '' };

const SAY_MS = 120;
const DROP_OUT_S = 3;
/** Samples said at a time while a curve runs. */
const SAMPLES_A_TURN = 60;

export interface StandIn {
  name: string;
  port: number;
  close: () => Promise<void>;
}

function toStep(value: number, resolution: number): number {
  const decimals = Math.max(0, Math.ceil(-Math.log10(resolution)) + 1);
  return Number((Math.round(value / resolution) * resolution).toFixed(decimals));
}

/** A seeded source of numbers by name: each stand-in repeats itself. */
function sources(name: string) {
  const seed =
    [...name].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 9973, 7) / 9973;
  const uniform = randomLcg(seed);
  const normal = randomNormal.source(uniform)(0, 1);
  return { uniform, normal: (sd: number) => sd * normal() };
}

/**
 * Starts a stand-in on 127.0.0.1.
 * @param port 0 takes a free one
 */
export function startStandIn(
  traits: StandInTraits,
  port: number,
  now: () => number = () => performance.now(),
): Promise<StandIn> {
  const { uniform, normal } = sources(traits.name);
  const started = now();
  const sockets = new Set<Socket>();
  let held: HeldTo | undefined;
  let truth: number | undefined;
  let placedAt = started;
  let placement = 0;
  let silentUntil = 0;
  let running: FixtureSample[] = [];

  const say = (text: string) => {
    for (const socket of sockets) socket.write(text);
  };

  function place(next: HeldTo): void {
    held = next;
    truth = traits.truth(next);
    placedAt = now();
    placement = normal(traits.placementSd(next.quantity));
    if (uniform() < traits.dropOut)
      silentUntil = placedAt + traits.settleMs / 2 + DROP_OUT_S * 1000;
  }

  function obey(command: GaugeCommand): void {
    if (command.kind === 'drop') silentUntil = now() + 1000 * command.seconds;
    else if (command.kind === 'place') place(command);
    else {
      held = command;
      running = [...(traits.curve?.(command) ?? [])];
      if (running.length === 0)
        say(writeGaugeLine({ kind: 'end', instrument: traits.name, quantity: command.quantity }));
    }
  }

  function sayFigure(): void {
    const age = now() - placedAt;
    const settled = age >= traits.settleMs;
    const drift = (traits.driftPerHour * (now() - started)) / 3_600_000;
    const settling = settled ? 0 : Math.exp((-3 * age) / traits.settleMs);
    const reads = truth ?? (traits.idleQuantity ? traits.truth(NOTHING) : undefined);
    const target = reads === undefined ? 0 : reads + placement;
    // A figure settles from beside its target, as a hand or a pan comes to rest.
    const value =
      target * (1 - 0.12 * settling) +
      (traits.zeroOffset + drift) +
      normal(settled ? traits.flickerSd : 6 * traits.flickerSd + 0.01 * Math.abs(target));
    say(
      writeGaugeLine({
        kind: 'reading',
        instrument: traits.name,
        quantity: truth === undefined ? (traits.idleQuantity ?? '-') : (held?.quantity ?? '-'),
        value: toStep(value, traits.resolution),
        unit: traits.unit,
        stable: settled,
      }),
    );
    for (const { quantity, unit, value: further } of traits.also ?? [])
      say(
        writeGaugeLine({
          kind: 'reading',
          instrument: traits.name,
          quantity,
          value: further(),
          unit,
          stable: true,
        }),
      );
  }

  function turn(): void {
    if (now() < silentUntil || sockets.size === 0) return;
    if (running.length > 0 && held) {
      const { quantity } = held;
      const next = running.splice(0, SAMPLES_A_TURN);
      const lines = next.map((sample) =>
        writeGaugeLine({ kind: 'sample', instrument: traits.name, quantity, ...sample }),
      );
      if (running.length === 0)
        lines.push(writeGaugeLine({ kind: 'end', instrument: traits.name, quantity }));
      say(lines.join(''));
      return;
    }
    sayFigure();
  }

  const turning = setInterval(turn, SAY_MS);
  const server: Server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('utf8');
    let rest = '';
    socket.on('data', (text: string) => {
      const pieces = (rest + text).split('\n');
      rest = pieces.pop() ?? '';
      for (const piece of pieces) {
        const command = readGaugeCommand(piece);
        if (command) obey(command);
      }
    });
    socket.on('error', () => undefined);
    socket.on('close', () => sockets.delete(socket));
  });
  return new Promise((resolve, reject) => {
    server.on('error', reject);
    server.listen(port, '127.0.0.1', () => {
      const address = server.address();
      resolve({
        name: traits.name,
        port: typeof address === 'object' && address ? address.port : port,
        close: () =>
          new Promise((done) => {
            clearInterval(turning);
            for (const socket of sockets) socket.destroy();
            server.close(() => done());
          }),
      });
    });
  });
}
