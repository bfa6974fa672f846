/** Sends a file of readings or outings: first to look, then to add; with progress and a way to stop. */
import { useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { AnswerOf } from '#contract/endpoints.ts';
import { CHANGE_HEADER, PERSON_HEADER } from '#contract/headers.ts';
import type { ImportProgress } from '#contract/job-records.ts';
import type { Problem } from '#contract/problem.ts';
import { dropTouched } from '../api/queries.ts';
import { addressOf } from '../api/request.ts';

const PROGRESS_MS = 400;

type ImportName = 'importReadings' | 'importOutings';

interface ImportState<N extends ImportName> {
  file: File | undefined;
  busy: boolean;
  progress: ImportProgress | undefined;
  report: AnswerOf<N> | undefined;
  problem: Problem | undefined;
}

const NOTHING = {
  file: undefined,
  busy: false,
  progress: undefined,
  report: undefined,
  problem: undefined,
};

export function useFileImport<N extends ImportName>(name: N) {
  const [state, setState] = useState<ImportState<N>>(NOTHING);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);

  async function send(file: File, preview: boolean): Promise<void> {
    const id = newId();
    const controller = new AbortController();
    stop.current = controller;
    setState({ ...NOTHING, file, busy: true });
    const watching = setInterval(async () => {
      if (name !== 'importReadings') return;
      const told = await fetch(addressOf('importProgress', { id })).catch(() => undefined);
      if (!told?.ok) return;
      const progress = (await told.json()) as ImportProgress;
      setState((before) => (before.busy ? { ...before, progress } : before));
    }, PROGRESS_MS);
    try {
      const response = await fetch(addressOf(name, {}, preview ? { preview: '1' } : {}), {
        method: 'POST',
        headers: { 'Content-Type': 'text/csv', [CHANGE_HEADER]: id, [PERSON_HEADER]: 'bench' },
        body: file,
        signal: controller.signal,
      });
      const answer = (await response.json()) as AnswerOf<N> | Problem;
      if (response.ok) setState({ ...NOTHING, file, report: answer as AnswerOf<N> });
      else setState({ ...NOTHING, file, problem: answer as Problem });
      if (response.ok && !preview) {
        await dropTouched(name);
      }
    } catch {
      const detail = controller.signal.aborted
        ? 'Cancelled: nothing was added.'
        : 'The server cannot be reached, or the file changed while it was read. Nothing was added.';
      setState({
        ...NOTHING,
        file,
        problem: { type: 'about:blank', title: '', status: 0, detail },
      });
    } finally {
      clearInterval(watching);
    }
  }

  return {
    state,
    look: (file: File) => void send(file, true),
    add: () => state.file && void send(state.file, false),
    cancel: () => stop.current?.abort(),
    clear: () => setState(NOTHING),
  };
}
