/** A table of others on its way in: looked at, read by a mapping, rehearsed, taken. */
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { Problem } from '#contract/problem.ts';
import type { TableKind, TableLook, TableMapping, TableReport } from '#contract/table-kinds.ts';
import { dropTouched } from '../api/queries.ts';
import { RequestFault, request, requestWithFile } from '../api/request.ts';

interface ArrivingTable {
  file: File | undefined;
  busy: boolean;
  look: TableLook | undefined;
  mapping: TableMapping | undefined;
  report: TableReport | undefined;
  taken: TableReport | undefined;
  problem: Problem | undefined;
}

const NOTHING: ArrivingTable = {
  file: undefined,
  busy: false,
  look: undefined,
  mapping: undefined,
  report: undefined,
  taken: undefined,
  problem: undefined,
};

const asProblem = (error: unknown): Problem =>
  error instanceof RequestFault
    ? (error.problem ?? { type: 'about:blank', title: '', status: 0, detail: error.message })
    : {
        type: 'about:blank',
        title: '',
        status: 0,
        detail: 'The file changed while it was read. Choose it once more.',
      };

export function useArrivingTable() {
  const [state, setState] = useState<ArrivingTable>(NOTHING);

  /** Says line by line what a mapping would do; the latest that was asked for is shown. */
  async function rehearse(look: TableLook, mapping: TableMapping): Promise<void> {
    setState((before) => ({ ...before, look, mapping, problem: undefined }));
    try {
      const report = await request('readTable', { params: { id: look.id }, body: mapping });
      setState((before) =>
        before.mapping === mapping ? { ...before, report, busy: false } : before,
      );
    } catch (error) {
      setState((before) =>
        before.mapping === mapping
          ? { ...before, report: undefined, problem: asProblem(error), busy: false }
          : before,
      );
    }
  }

  async function send(file: File, wanted: { kind?: TableKind; sheet?: string }): Promise<void> {
    setState({ ...NOTHING, file, busy: true });
    try {
      const look = await requestWithFile('lookAtTable', {
        query: { ...wanted, name: file.name },
        file: file.slice(0, file.size, 'application/octet-stream'),
      });
      await rehearse(look, look.mapping);
    } catch (error) {
      setState({ ...NOTHING, file, problem: asProblem(error) });
    }
  }

  async function takeIn(): Promise<void> {
    const { look, mapping, file } = state;
    if (!look || !mapping) return;
    setState({ ...state, busy: true, problem: undefined });
    try {
      const taken = await request('takeTable', {
        params: { id: look.id },
        body: mapping,
        change: newId(),
      });
      setState({ ...NOTHING, file, taken });
      await dropTouched('takeTable');
    } catch (error) {
      setState({ ...state, busy: false, problem: asProblem(error) });
    }
  }

  return {
    state,
    choose: (file: File) => void send(file, {}),
    lookAgain: (wanted: { kind?: TableKind; sheet?: string }) => {
      const { file, mapping, look } = state;
      if (!file || !mapping) return;
      const { kind } = mapping;
      void send(file, { kind, ...(look?.sheet ? { sheet: look.sheet } : {}), ...wanted });
    },
    map: (mapping: TableMapping) => state.look && void rehearse(state.look, mapping),
    take: () => void takeIn(),
    putAway: () => setState(NOTHING),
  };
}
