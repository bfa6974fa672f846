/** Reads any number of gauges that speak lines over TCP, and keeps reaching for those that are lost. */
import { createConnection, type Socket } from 'node:net';
import {
  type GaugeCommand,
  type GaugeLine,
  LONGEST_LINE,
  readGaugeLine,
  writeGaugeCommand,
} from '#contract/gauge-lines.ts';
import type {
  GaugeEvent,
  GaugeFeed,
  GaugeSample,
  LiveGauge,
  WatchedInstrument,
} from '#contract/live-gauges.ts';

/** A connected gauge that says nothing for this long is silent. */
const SILENT_MS = 1500;
/** Two gauges of one name within this time are in conflict. */
const CONFLICT_MS = 3000;
const RETRY_MS = [300, 600, 1200, 2500, 5000];
/** States are told ten times a second at most. */
const TELL_MS = 100;
const CONNECT_MS = 3000;
/** What a name said is forgotten after this long of silence: a line may say names without end. */
const FORGET_MS = 60_000;
/** Names that one line may say within that time; a bridge of real gauges has a handful. */
const MOST_NAMES = 200;
/** Quantities that one gauge may say at a time; a room sensor has two. */
const MOST_QUANTITIES = 40;
/** Samples of one run that are held between two tellings. */
const MOST_SAMPLES = 20_000;

/** This machine by its names: gauges there are dialled without being asked about. */
const THIS_MACHINE = /^(?:localhost|127(?:\.\d{1,3}){3}|\[::1\])$/i;
const hostOf = (address: string) => address.slice(0, address.lastIndexOf(':'));

export interface DriverOptions {
  /** Address of a stand-in by the name of its instrument; undefined: none runs. */
  standIn?: ((name: string) => string | undefined) | undefined;
  /** Hosts besides this machine that may be dialled; any other address is not. */
  hosts?: readonly string[];
  now?: () => number;
}

interface Line {
  address: string;
  socket: Socket | undefined;
  connected: boolean;
  failures: number;
  timer?: ReturnType<typeof setTimeout> | undefined;
  rest: string;
  fault: string;
}

interface Heard {
  reading: Extract<GaugeLine, { kind: 'reading' }>;
  at: number;
  /** The last of each quantity that it says. */
  figures: Map<string, { value: number; unit: string; at: number }>;
}

const keyOf = (name: string) => name.trim().toLowerCase();

/** Starts a driver; it reaches for gauges once `watch` has named them. */
export function createGaugeDriver(options: DriverOptions = {}): GaugeFeed {
  const now = options.now ?? (() => performance.now());
  const lines = new Map<string, Line>();
  let watched: WatchedInstrument[] = [];
  /** What each name said last, by address. */
  const heard = new Map<string, Map<string, Heard>>();
  const samples = new Map<string, { quantity: string; samples: GaugeSample[]; ended: boolean }>();
  const listeners = new Set<(event: GaugeEvent) => void>();
  let closed = false;

  function addressOf({ name, connection }: WatchedInstrument): string {
    if (connection !== 'stand-in') return connection;
    return options.standIn?.(name) ?? '';
  }

  const mayDial = (address: string) =>
    THIS_MACHINE.test(hostOf(address)) || (options.hosts ?? []).includes(hostOf(address));

  function drop(line: Line, fault: string): void {
    line.socket?.destroy();
    line.socket = undefined;
    line.connected = false;
    line.rest = '';
    line.fault = fault;
    if (closed || lines.get(line.address) !== line) return;
    clearTimeout(line.timer);
    line.timer = setTimeout(
      () => reach(line),
      RETRY_MS[Math.min(line.failures, RETRY_MS.length - 1)],
    );
    line.failures += 1;
  }

  function reach(line: Line): void {
    const split = /^(.*):(\d+)$/.exec(line.address);
    if (!split) return;
    const [, host = '', port = ''] = split;
    const socket = createConnection({ host: host.replace(/^\[|\]$/g, ''), port: Number(port) });
    line.socket = socket;
    socket.setEncoding('utf8');
    socket.setTimeout(CONNECT_MS, () => {
      if (!line.connected) socket.destroy(new Error('no answer'));
    });
    socket.on('connect', () => {
      line.connected = true;
      line.failures = 0;
      line.fault = '';
    });
    socket.on('data', (text: string) => hear(line, text));
    socket.on('error', () => undefined);
    socket.on('close', () => {
      if (line.socket === socket)
        drop(line, line.connected ? 'the connection broke off' : 'nobody answers there');
    });
  }

  function hear(line: Line, text: string): void {
    const pieces = (line.rest + text).split('\n');
    line.rest = pieces.pop() ?? '';
    // A line that never ends is no gauge.
    if (line.rest.length > LONGEST_LINE) line.rest = '';
    for (const piece of pieces) {
      const said = readGaugeLine(piece);
      if (!said) continue;
      if (said.kind === 'fault') line.fault = `it says what is no reading: ${said.message}`;
      else take(line.address, said);
    }
  }

  const isWatched = (key: string) => watched.some((one) => keyOf(one.name) === key);

  function take(address: string, said: GaugeLine): void {
    const key = keyOf(said.instrument);
    if (said.kind === 'reading') {
      if (!heard.has(key) && heard.size >= MOST_NAMES && !isWatched(key)) return;
      const byAddress = heard.get(key) ?? new Map<string, Heard>();
      const figures: Heard['figures'] = byAddress.get(address)?.figures ?? new Map();
      for (const [quantity, { at }] of figures)
        if (now() - at > CONFLICT_MS) figures.delete(quantity);
      if (!figures.has(said.quantity) && figures.size >= MOST_QUANTITIES) return;
      figures.set(said.quantity, { value: said.value, unit: said.unit, at: now() });
      byAddress.set(address, { reading: said, at: now(), figures });
      heard.set(key, byAddress);
      return;
    }
    // Nobody would ever collect the samples of a stranger.
    if (!isWatched(key)) return;
    const { quantity } = said;
    const run = samples.get(key) ?? { quantity, samples: [], ended: false };
    if (said.kind === 'end') run.ended = true;
    else if (run.samples.length < MOST_SAMPLES) {
      const { seconds, x, xUnit, y, yUnit } = said;
      run.samples.push({ seconds, x, xUnit, y, yUnit });
    }
    samples.set(key, run);
  }

  function stateOf(instrument: WatchedInstrument): LiveGauge {
    const address = addressOf(instrument);
    const line = lines.get(address);
    const said = heard.get(keyOf(instrument.name));
    const own = said?.get(address);
    const others = [...(said ?? [])].filter(
      ([where, one]) => where !== address && now() - one.at < CONFLICT_MS,
    );
    const base = {
      instrumentId: instrument.id,
      name: instrument.name,
      address,
      value: own?.reading.value ?? null,
      unit: own?.reading.unit ?? '',
      quantity: own?.reading.quantity ?? '-',
      figures: [...(own?.figures ?? [])].flatMap(([quantity, { value, unit, at }]) =>
        now() - at < CONFLICT_MS ? [{ quantity, value, unit }] : [],
      ),
    };
    const { name } = instrument;
    if (address !== '' && !mayDial(address))
      return {
        ...base,
        state: 'lost',
        says: `${name} is at ${address}, which is not dialled unasked. Start Emvex with EMVEX_GAUGE_HOSTS=${hostOf(address)} to allow it, or type the figure.`,
      };
    if (!line?.connected)
      return {
        ...base,
        state: line && line.failures === 0 && !line.fault ? 'reaching' : 'lost',
        says:
          address === ''
            ? `${name} is set to its stand-in, and no stand-in runs. Start it with the demo or npm run gauges, or type the figure.`
            : `${name} cannot be reached at ${address}: ${line?.fault || 'reaching for it'}. Type the figure meanwhile.`,
      };
    if (others.length > 0)
      return {
        ...base,
        state: 'conflict',
        says: `Two gauges call themselves ${name}: at ${address} and at ${others.map(([where]) => where).join(', ')}. Rename one; neither is taken till then.`,
      };
    if (!own || now() - own.at > SILENT_MS)
      return {
        ...base,
        state: 'silent',
        says: own
          ? `${name} fell silent in mid-reading. Its last figure is not taken; wait for it, or type the figure.`
          : `${name} is connected and says nothing${line.fault ? ` (${line.fault})` : ''}. Switch it on, or type the figure.`,
      };
    return {
      ...base,
      state: own.reading.stable ? 'steady' : 'moving',
      says: own.reading.stable ? '' : `${name} is still moving. Hold it still, then take it.`,
    };
  }

  function strangers(): { name: string; address: string }[] {
    const known = new Set(watched.map((one) => keyOf(one.name)));
    return [...heard].flatMap(([key, byAddress]) =>
      known.has(key)
        ? []
        : [...byAddress].flatMap(([address, { reading, at }]) =>
            now() - at < CONFLICT_MS ? [{ name: reading.instrument, address }] : [],
          ),
    );
  }

  function present(): GaugeEvent {
    return { kind: 'gauges', gauges: watched.map(stateOf), strangers: strangers() };
  }

  function forget(): void {
    for (const [key, byAddress] of heard) {
      for (const [address, { at }] of byAddress)
        if (now() - at > FORGET_MS) byAddress.delete(address);
      if (byAddress.size === 0) heard.delete(key);
    }
  }

  let told = '';
  function tell(): void {
    forget();
    for (const instrument of watched) {
      const run = samples.get(keyOf(instrument.name));
      if (!run) continue;
      samples.delete(keyOf(instrument.name));
      for (const listener of listeners)
        listener({ kind: 'samples', instrumentId: instrument.id, ...run });
    }
    // Silence is a change that no line announces, so the state is looked at each time.
    const state = present();
    const text = JSON.stringify(state);
    if (text === told) return;
    told = text;
    for (const listener of listeners) listener(state);
  }
  const telling = setInterval(tell, TELL_MS);
  telling.unref();

  function send(instrumentId: string, command: GaugeCommand): boolean {
    const instrument = watched.find((one) => one.id === instrumentId);
    const line = instrument && lines.get(addressOf(instrument));
    if (!line?.connected) return false;
    line.socket?.write(writeGaugeCommand(command));
    return true;
  }

  return {
    watch(instruments) {
      watched = instruments.filter(({ connection }) => connection !== '');
      const wanted = new Set(
        watched.map(addressOf).filter((address) => address !== '' && mayDial(address)),
      );
      for (const [address, line] of lines) {
        if (wanted.has(address)) continue;
        lines.delete(address);
        clearTimeout(line.timer);
        line.socket?.destroy();
      }
      for (const address of wanted) {
        if (lines.has(address)) continue;
        const line: Line = {
          address,
          socket: undefined,
          connected: false,
          failures: 0,
          rest: '',
          fault: '',
        };
        lines.set(address, line);
        reach(line);
      }
    },
    place: ({ instrumentId, ...held }) => send(instrumentId, { kind: 'place', ...held }),
    run: ({ instrumentId, ...held }) => send(instrumentId, { kind: 'run', ...held }),
    listen(hearEvent) {
      listeners.add(hearEvent);
      hearEvent(present());
      return () => listeners.delete(hearEvent);
    },
    close() {
      closed = true;
      clearInterval(telling);
      for (const line of lines.values()) {
        clearTimeout(line.timer);
        line.socket?.destroy();
      }
      lines.clear();
    },
  };
}
