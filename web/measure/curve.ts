/** A curve at a station: from a file, a fixture or the book; analysed in a worker; recorded. */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { GaugeSample } from '#contract/live-gauges.ts';
import { CHANGE_HEADER, FILE_PATHS, PERSON_HEADER } from '#contract/paths.ts';
import type { Instrument, Problem, Reading } from '#contract/records.ts';
import type { LineFault } from '#core/delimited.ts';
import type { Place } from '#core/hand-order.ts';
import type { CurveTraits } from '#core/quantity.ts';
import type { Room } from '#core/room.ts';
import { tellGauge, useSamples } from '../api/gauges.ts';
import { request } from '../api/request.ts';
import { announce } from '../api/tabs.ts';
import type { CurveRead, DrawnCurve } from '../workers/curve-bench.ts';
import { curveBench } from './curve-worker.ts';
import type { Sitting } from './sitting.ts';

type Window = [number, number];

const UNREADABLE: CurveRead = {
  ok: false,
  faults: [{ line: 0, column: '', message: 'The curve could not be read. Choose it again.' }],
  count: 1,
};

export interface CurveState {
  window: Window;
  drawn: DrawnCurve | undefined;
  faults: LineFault[];
  faultCount: number;
  /** What is under way: `reading the file`, `running: 240 samples`. */
  busy: string;
  /** Id of the curve in the book that is shown, if it is one. */
  stored: string | undefined;
  saved: string;
}

function pathTo(name: keyof typeof FILE_PATHS, id: string): string {
  return (FILE_PATHS[name].split(' ')[1] ?? '').replace(':id', id);
}

export function useCurve(
  sitting: Sitting,
  place: Place,
  traits: CurveTraits,
  instrument: Instrument | undefined,
  room: Room,
  tag: string,
) {
  const client = useQueryClient();
  const standing = sitting.standingAt(place.quantity, place.side).at(-1);
  const storedId = standing?.curveId ?? undefined;
  // By value: the reading is made anew whenever anything is typed.
  const [from = traits.window[0], to = traits.window[1]] = standing?.curveWindow ?? [];
  const fresh = useCallback(
    (): CurveState => ({
      window: [from, to],
      drawn: undefined,
      faults: [],
      faultCount: 0,
      busy: '',
      stored: undefined,
      saved: '',
    }),
    [from, to],
  );
  const [state, setState] = useState<CurveState>(fresh);
  const change = useCallback(
    (part: Partial<CurveState>) => setState((before) => ({ ...before, ...part })),
    [],
  );
  const running = useRef<GaugeSample[] | null>(null);

  const analyse = useCallback(
    // The window itself is set by the hand: an answer that comes late must not move it back.
    async (window: Window) => change({ drawn: await curveBench().analyse(window) }),
    [change],
  );

  const show = useCallback(
    async (read: CurveRead, window: Window, stored?: string) => {
      if (!read.ok) {
        change({ faults: read.faults, faultCount: read.count, busy: '', drawn: undefined });
        return;
      }
      change({ window, faults: [], faultCount: 0, busy: '', stored, saved: '' });
      await analyse(window);
    },
    [analyse, change],
  );

  /** Counts what is looked at: a curve that arrives after a newer one was chosen is dropped. */
  const turn = useRef(0);
  const reading = useRef<Promise<unknown>>(Promise.resolve());

  /** Reads a curve in its turn and shows it, unless a newer one was chosen meanwhile. */
  const take = useCallback(
    async (read: () => Promise<CurveRead | undefined>, window: Window, stored?: string) => {
      turn.current += 1;
      const mine = turn.current;
      const own = reading.current.then(() => (mine === turn.current ? read() : undefined));
      reading.current = own.catch(() => undefined);
      const result = await own.catch(() => UNREADABLE);
      if (mine === turn.current && result) await show(result, window, stored);
    },
    [show],
  );

  // What the book has of this shoe is shown again, with its window.
  useEffect(() => {
    setState(fresh());
    if (!storedId) return;
    const counter = turn;
    void take(
      async () => {
        const response = await fetch(pathTo('getCurve', storedId));
        return response.ok ? curveBench().readFile(await response.blob(), traits) : undefined;
      },
      [from, to],
      storedId,
    );
    return () => {
      counter.current += 1;
    };
  }, [storedId, traits, fresh, take, from, to]);

  useSamples(
    instrument?.id,
    useCallback(
      (samples: GaugeSample[], ended: boolean) => {
        const run = running.current;
        if (!run) return;
        run.push(...samples);
        change({ busy: `running: ${run.length} samples` });
        if (!ended) return;
        running.current = null;
        void take(() => curveBench().readSamples(run, traits), [...traits.window]);
      },
      [change, traits, take],
    ),
  );

  /** Sends the curve; the server reads it again and answers with the reading it gave. */
  async function send(onRecorded: (value: number) => void): Promise<void> {
    const content = await curveBench().file();
    if (!content || !instrument) return;
    change({ busy: 'recording' });
    const sessionId = sitting.ensureSession();
    const query = new URLSearchParams({
      curve: newId(),
      reading: newId(),
      side: place.side,
      quantity: place.quantity,
      instrument: instrument.id,
      takenAt: new Date().toISOString(),
      from: String(state.window[0]),
      to: String(state.window[1]),
      ...(room.temperatureC === undefined ? {} : { temperatureC: String(room.temperatureC) }),
      ...(room.humidityPct === undefined ? {} : { humidityPct: String(room.humidityPct) }),
    });
    // The sitting may still be on its way: it is sent ahead of what hangs on it.
    await sitting.arrived();
    try {
      const response = await fetch(`${pathTo('addCurve', sessionId)}?${query}`, {
        method: 'POST',
        headers: {
          'Content-Type': 'text/csv',
          [CHANGE_HEADER]: newId(),
          [PERSON_HEADER]: sitting.person || 'bench',
        },
        body: content,
      });
      if (!response.ok) {
        const problem = (await response.json().catch(() => undefined)) as Problem | undefined;
        throw new Error(problem?.detail ?? `The server answered ${response.status}.`);
      }
      const { value } = (await response.json()) as Reading;
      change({ busy: '', saved: 'Recorded.' });
      announce({ kind: 'changed' });
      await client.invalidateQueries();
      onRecorded(value);
    } catch (error) {
      const message =
        error instanceof TypeError
          ? 'The server cannot be reached. The curve is kept here: record it again once the server is back.'
          : (error as Error).message;
      change({ busy: '', faults: [{ line: 0, column: '', message }], faultCount: 1 });
    }
  }

  /** Fits the stored curve in the window that is shown. */
  async function fitAgain(): Promise<void> {
    if (!state.stored) return;
    try {
      await request('windowCurve', {
        params: { id: state.stored },
        body: {
          readingId: newId(),
          window: state.window,
          reason: `fitted from ${state.window[0]} to ${state.window[1]}`,
        },
        change: newId(),
        person: sitting.person || 'bench',
      });
      announce({ kind: 'changed' });
      await client.invalidateQueries();
    } catch (error) {
      change({
        faults: [{ line: 0, column: '', message: (error as Error).message }],
        faultCount: 1,
      });
    }
  }

  return {
    state,
    setWindow: (window: Window) => {
      change({ window });
      void analyse(window);
    },
    async readFile(file: File) {
      change({ busy: 'reading the file', faults: [], faultCount: 0 });
      await take(() => curveBench().readFile(file, traits), [...traits.window]);
    },
    async run(basis: string) {
      if (!instrument) return;
      running.current = [];
      change({ busy: 'running', faults: [], faultCount: 0, drawn: undefined });
      const { quantity, side } = place;
      const reached = await tellGauge('run', {
        instrumentId: instrument.id,
        tag,
        side,
        quantity,
        basis,
      });
      if (reached) return;
      running.current = null;
      change({
        busy: '',
        faults: [
          {
            line: 0,
            column: '',
            message: `${instrument.name} is not connected. Bring a file, or type the figure.`,
          },
        ],
        faultCount: 1,
      });
    },
    /** Leaves a run that is under way; what came so far is dropped. */
    stop() {
      running.current = null;
      change({ busy: '' });
    },
    send,
    fitAgain,
  };
}
