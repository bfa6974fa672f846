/** Gauges that talk: one stream of events for all pages of a tab. */
import { useEffect, useSyncExternalStore } from 'react';
import type { GaugeEvent, GaugeSample, LiveGauge, Placement } from '#contract/live-gauges.ts';
import { FILE_PATHS, JSON_TYPE } from '#contract/paths.ts';
import { lookForServer } from './kept-answers.ts';

interface GaugesState {
  gauges: readonly LiveGauge[];
  strangers: readonly { name: string; address: string }[];
}

const NOTHING: GaugesState = { gauges: [], strangers: [] };
/** A stream that broke off is asked for again after this long. */
const RETRY_MS = 1500;
/** The stream is let go this long after the last page stopped watching. */
const LINGER_MS = 2000;

let state = NOTHING;
let source: EventSource | undefined;
let watchers = 0;
const listeners = new Set<() => void>();
type SampleEvent = Extract<GaugeEvent, { kind: 'samples' }>;
const runs = new Set<(event: SampleEvent) => void>();

const address = (name: keyof typeof FILE_PATHS) => FILE_PATHS[name].split(' ')[1] ?? '';

function publish(next: GaugesState): void {
  state = next;
  for (const listener of listeners) listener();
}

function open(): void {
  source = new EventSource(address('liveGauges'));
  source.onmessage = (message: MessageEvent<string>) => {
    const event = JSON.parse(message.data) as GaugeEvent;
    if (event.kind === 'gauges') publish(event);
    else for (const run of runs) run(event);
  };
  source.onerror = () => {
    // What a lost server said last is no live figure.
    publish(NOTHING);
    void lookForServer();
    source?.close();
    source = undefined;
    setTimeout(() => watchers > 0 && !source && open(), RETRY_MS);
  };
}

function watch(listener: () => void): () => void {
  listeners.add(listener);
  watchers += 1;
  if (!source) open();
  return () => {
    listeners.delete(listener);
    watchers -= 1;
    setTimeout(() => {
      if (watchers > 0) return;
      source?.close();
      source = undefined;
      state = NOTHING;
    }, LINGER_MS);
  };
}

/** The gauges of the lab as they stand now. */
export const useGauges = (): GaugesState => useSyncExternalStore(watch, () => state);

/** Calls back with the samples of fixtures as they come. */
export function useSamples(
  instrumentId: string | undefined,
  onSamples: (samples: GaugeSample[], ended: boolean) => void,
): void {
  useEffect(() => {
    const hear = (event: SampleEvent) => {
      if (event.instrumentId === instrumentId) onSamples(event.samples, event.ended);
    };
    runs.add(hear);
    return () => {
      runs.delete(hear);
    };
  }, [instrumentId, onSamples]);
}

/** Says to a gauge what it is held to. True where it is connected; a real gauge may not listen. */
export async function tellGauge(what: 'place' | 'run', placement: Placement): Promise<boolean> {
  try {
    const response = await fetch(address(what === 'place' ? 'placeOnGauge' : 'runFixture'), {
      method: 'POST',
      headers: { 'Content-Type': JSON_TYPE },
      body: JSON.stringify(placement),
    });
    return response.ok;
  } catch {
    return false;
  }
}
