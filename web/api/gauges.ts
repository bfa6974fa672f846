/**
 * Gauges that talk: one stream of events for all pages of a browser. The tab that holds the lock has
 * the stream and passes on what it says; when it lets go, another takes over.
 */
import { useEffect, useSyncExternalStore } from 'react';
import { JSON_TYPE } from '#contract/headers.ts';
import type { GaugeEvent, GaugeSample, LiveGauge, Placement } from '#contract/live-gauges.ts';
import { lookForServer } from './kept-answers.ts';
import { addressOf } from './request.ts';

interface GaugesState {
  gauges: readonly LiveGauge[];
  strangers: readonly { name: string; address: string }[];
}

/** What tabs pass to each other: an event of the stream, or the wish of a new one to know the last. */
type Passed = GaugeEvent | { kind: 'lost' } | { kind: 'asked' };

const NOTHING: GaugesState = { gauges: [], strangers: [] };
/** A stream that broke off is asked for again after this long. */
const RETRY_MS = 1500;
/** The stream is let go this long after the last page stopped watching. */
const LINGER_MS = 2000;
const LOCK = 'emvex-gauges';

let state = NOTHING;
let source: EventSource | undefined;
let watchers = 0;
/** Set while this tab waits for the stream or has it. */
let letGo: AbortController | undefined;
const listeners = new Set<() => void>();
type SampleEvent = Extract<GaugeEvent, { kind: 'samples' }>;
const runs = new Set<(event: SampleEvent) => void>();
/** Without locks each tab has a stream of its own, and passes nothing on. */
const channel =
  typeof BroadcastChannel === 'undefined' || !navigator.locks
    ? undefined
    : new BroadcastChannel(LOCK);

/** What is told, with each gauge that says the same as before as the one it was: who watches it alone renders nothing. */
export function keepUnchanged(
  before: readonly LiveGauge[],
  next: readonly LiveGauge[],
): readonly LiveGauge[] {
  return next.map((gauge) => {
    const former = before.find((one) => one.instrumentId === gauge.instrumentId);
    return former && JSON.stringify(former) === JSON.stringify(gauge) ? former : gauge;
  });
}

function publish(next: GaugesState): void {
  state = { ...next, gauges: keepUnchanged(state.gauges, next.gauges) };
  for (const listener of listeners) listener();
}

function hear(event: Passed): void {
  if (event.kind === 'gauges') publish(event);
  else if (event.kind === 'samples') for (const run of runs) run(event);
  // What a lost server said last is no live figure.
  else if (event.kind === 'lost') publish(NOTHING);
  else if (source && state.gauges.length + state.strangers.length > 0)
    channel?.postMessage({ kind: 'gauges', ...state });
}

channel?.addEventListener('message', (message: MessageEvent<Passed>) => {
  if (watchers > 0 || message.data.kind === 'asked') hear(message.data);
});

/** Says an event here and to the other tabs. */
function tell(event: Passed): void {
  hear(event);
  channel?.postMessage(event);
}

function open(): void {
  source = new EventSource(addressOf('liveGauges'));
  source.onmessage = (message: MessageEvent<string>) =>
    tell(JSON.parse(message.data) as GaugeEvent);
  source.onerror = () => {
    tell({ kind: 'lost' });
    void lookForServer();
    close();
    setTimeout(() => letGo && !source && open(), RETRY_MS);
  };
}

function close(): void {
  source?.close();
  source = undefined;
}

/** Waits for the stream, and holds it until this tab lets go. */
async function hold(mine: AbortController): Promise<void> {
  const held = () =>
    new Promise<void>((done) => {
      if (mine.signal.aborted) return done();
      open();
      mine.signal.addEventListener('abort', () => {
        close();
        done();
      });
    });
  if (!navigator.locks) return held();
  channel?.postMessage({ kind: 'asked' } satisfies Passed);
  // A wait that is given up ends in a fault of its own.
  await navigator.locks.request(LOCK, { signal: mine.signal }, held).catch(() => undefined);
}

function watch(listener: () => void): () => void {
  listeners.add(listener);
  watchers += 1;
  if (!letGo) {
    letGo = new AbortController();
    void hold(letGo);
  }
  return () => {
    listeners.delete(listener);
    watchers -= 1;
    setTimeout(() => {
      if (watchers > 0) return;
      letGo?.abort();
      letGo = undefined;
      state = NOTHING;
    }, LINGER_MS);
  };
}

/** The gauges of the lab as they stand now. */
export const useGauges = (): GaugesState => useSyncExternalStore(watch, () => state);

/** One gauge as it stands now; what others say renders nothing here. */
export const useGauge = (instrumentId: string | undefined): LiveGauge | undefined =>
  useSyncExternalStore(watch, () =>
    state.gauges.find((gauge) => gauge.instrumentId === instrumentId),
  );

/** What any gauge that speaks says of a quantity now. */
export const useGaugeFigure = (quantity: string): number | undefined =>
  useSyncExternalStore(
    watch,
    () =>
      state.gauges
        .filter((gauge) => gauge.state === 'steady' || gauge.state === 'moving')
        .flatMap((gauge) => gauge.figures)
        .find((figure) => figure.quantity === quantity)?.value,
  );

/** Calls back with the samples of fixtures as they come. */
export function useSamples(
  instrumentId: string | undefined,
  onSamples: (samples: GaugeSample[], ended: boolean) => void,
): void {
  useEffect(() => {
    const hearRun = (event: SampleEvent) => {
      if (event.instrumentId === instrumentId) onSamples(event.samples, event.ended);
    };
    runs.add(hearRun);
    return () => {
      runs.delete(hearRun);
    };
  }, [instrumentId, onSamples]);
}

/** Says to a gauge what it is held to. True where it is connected; a real gauge may not listen. */
export async function tellGauge(what: 'place' | 'run', placement: Placement): Promise<boolean> {
  try {
    const response = await fetch(addressOf(what === 'place' ? 'placeOnGauge' : 'runFixture'), {
      method: 'POST',
      headers: { 'Content-Type': JSON_TYPE },
      body: JSON.stringify(placement),
    });
    return response.ok;
  } catch {
    return false;
  }
}
