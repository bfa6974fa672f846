/** A curve at a station: from a file, a fixture or the book; analysed in a worker; recorded. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { Instrument } from '#contract/lab-records.ts';
import type { GaugeSample } from '#contract/live-gauges.ts';
import type { CurveTraits } from '#core/catalogue/quantity.ts';
import type { Place } from '#core/figures/hand-order.ts';
import type { Room } from '#core/figures/room.ts';
import type { LineFault } from '#core/sizing/delimited.ts';
import { tellGauge, useSamples } from '../api/gauges.ts';
import { keep, type WaitingChange } from '../api/outbox.ts';
import { useOutbox } from '../api/queries.ts';
import { addressOf } from '../api/request.ts';
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
  /** The columns of a file that does not say which of them is which; empty: nothing is asked. */
  columns: string[];
  /** What is under way: `reading the file`, `running: 240 samples`. */
  busy: string;
  /** Id of the curve in the book that is shown, if it is one. */
  stored: string | undefined;
}

export function useCurve(
  sitting: Sitting,
  place: Place,
  traits: CurveTraits,
  instrument: Instrument | undefined,
  room: Room,
  tag: string,
) {
  const outbox = useOutbox();
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
      columns: [],
      busy: '',
      stored: undefined,
    }),
    [from, to],
  );
  const [state, setState] = useState<CurveState>(fresh);
  const change = useCallback(
    (part: Partial<CurveState>) => setState((before) => ({ ...before, ...part })),
    [],
  );
  const running = useRef<GaugeSample[] | null>(null);
  /** The file whose columns may be asked about. */
  const asked = useRef<File | null>(null);

  const analyse = useCallback(
    // The window itself is set by the hand: an answer that comes late must not move it back.
    async (window: Window) => change({ drawn: await curveBench().analyse(window) }),
    [change],
  );

  const show = useCallback(
    async (read: CurveRead, window: Window, stored?: string) => {
      if (!read.ok) {
        const { faults, count, columns = [] } = read;
        change({ faults, faultCount: count, columns, busy: '', drawn: undefined });
        return;
      }
      change({ window, faults: [], faultCount: 0, columns: [], busy: '', stored });
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
        const response = await fetch(addressOf('getCurve', { id: storedId }));
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

  /** Keeps the curve for the server, which reads it again and records what it gives. */
  async function send(onRecorded: (value: number) => void): Promise<void> {
    const file = await curveBench().file();
    const value = state.drawn?.stiffness?.mean;
    if (!file || !instrument || value === undefined) return;
    const id = newId();
    keep({
      name: 'addCurve',
      params: { id: sitting.ensureSession() },
      query: {
        curve: id,
        reading: newId(),
        side: place.side,
        quantity: place.quantity,
        instrument: instrument.id,
        takenAt: new Date().toISOString(),
        from: String(state.window[0]),
        to: String(state.window[1]),
        ...(room.temperatureC === undefined ? {} : { temperatureC: String(room.temperatureC) }),
        ...(room.humidityPct === undefined ? {} : { humidityPct: String(room.humidityPct) }),
      },
      file,
      title: `curve of ${place.quantity}, ${place.side}`,
      tag,
    });
    change({ stored: id });
    onRecorded(value);
  }

  /** Fits the stored curve in the window that is shown. */
  function fitAgain(): void {
    if (!state.stored) return;
    keep({
      name: 'windowCurve',
      params: { id: state.stored },
      body: {
        readingId: newId(),
        window: state.window,
        reason: `fitted from ${state.window[0]} to ${state.window[1]}`,
      },
      tag,
    });
  }

  const sent = (list: readonly WaitingChange[]) =>
    list.some((one) => 'file' in one && one.query.curve === state.stored && state.stored);
  const saved = sent(outbox.waiting)
    ? 'Kept here; it is recorded once the server has it.'
    : sent(outbox.arrived)
      ? 'Recorded.'
      : '';

  return {
    state,
    saved,
    setWindow: (window: Window) => {
      change({ window });
      void analyse(window);
    },
    /** @param names what its columns are, in its order, where a person said so */
    async readFile(file: File, names?: readonly string[]) {
      asked.current = file;
      change({ busy: 'reading the file', faults: [], faultCount: 0, columns: [] });
      await take(() => curveBench().readFile(file, traits, names), [...traits.window]);
    },
    /** The file that was asked about, read with its columns named. */
    async nameColumns(names: readonly string[]) {
      if (asked.current) await this.readFile(asked.current, names);
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
