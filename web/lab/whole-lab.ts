/** A package on its way in: looked into first, then taken in or put away. */
import { useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { PackageReport, PackageTaken } from '#contract/package-records.ts';
import type { Problem } from '#contract/problem.ts';
import { dropTouched } from '../api/queries.ts';
import { RequestFault, request, requestWithFile } from '../api/request.ts';

interface Arriving {
  /** Names the file; empty: none is chosen. */
  name: string;
  busy: 'looking' | 'taking' | '';
  /** By this it is asked how far it is. */
  job: string;
  report: PackageReport | undefined;
  answers: Record<string, string>;
  taken: PackageTaken | undefined;
  problem: Problem | undefined;
}

const NOTHING: Arriving = {
  name: '',
  busy: '',
  job: '',
  report: undefined,
  answers: {},
  taken: undefined,
  problem: undefined,
};

const asProblem = (error: unknown, stopped: boolean): Problem => {
  if (error instanceof RequestFault && error.problem && !stopped) return error.problem;
  const detail = stopped
    ? 'Stopped: nothing was added.'
    : error instanceof RequestFault
      ? error.message
      : 'The file changed while it was read. Nothing was added.';
  return { type: 'about:blank', title: '', status: 0, detail };
};

export function useArrivingPackage() {
  const [state, setState] = useState<Arriving>(NOTHING);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);

  async function look(file: File): Promise<void> {
    const controller = new AbortController();
    stop.current = controller;
    const job = newId();
    const begun: Arriving = { ...NOTHING, name: file.name, busy: 'looking', job };
    setState(begun);
    try {
      const report = await requestWithFile('lookAtPackage', {
        query: { job },
        // A browser calls a zip by several types.
        file: file.slice(0, file.size, 'application/zip'),
        signal: controller.signal,
      });
      setState({ ...begun, busy: '', report });
    } catch (error) {
      setState({ ...begun, busy: '', problem: asProblem(error, controller.signal.aborted) });
    }
  }

  async function take(): Promise<void> {
    const { report, answers } = state;
    if (!report) return;
    const job = newId();
    setState({ ...state, busy: 'taking', job, problem: undefined });
    try {
      const taken = await requestWithFile('takePackage', {
        params: { id: report.id },
        query: { job },
        file: new Blob([JSON.stringify({ answers })], { type: 'application/json' }),
        change: newId(),
      });
      setState({ ...NOTHING, name: state.name, taken });
      await dropTouched('takePackage');
    } catch (error) {
      setState({ ...NOTHING, name: state.name, problem: asProblem(error, false) });
    }
  }

  return {
    state,
    look: (file: File) => void look(file),
    answer: (answers: Record<string, string>) => setState({ ...state, answers }),
    take: () => void take(),
    stop: () => stop.current?.abort(),
    putAway: () => {
      const { report } = state;
      if (report) request('dropPackage', { params: { id: report.id } }).catch(() => undefined);
      setState(NOTHING);
    },
  };
}
