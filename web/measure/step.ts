import dayjs from 'dayjs';
import type { PairRow } from '#contract/pair-records.ts';
import { fetchPair } from '../api/queries.ts';
import { type Step, toPair } from '../shell/step.ts';

function stateOf(row: PairRow | undefined): string {
  if (!row) return 'no pair';
  const { readings, stations, stationsDone } = row;
  if (stations > 0 && stationsDone >= stations) return 'done';
  return readings === 0 ? 'not yet' : `${stationsDone} of ${stations || '…'}`;
}

export const measureStep: Step = {
  name: 'Measure',
  stands: (bench) => ({ to: toPair(bench, 'measure'), words: stateOf(bench.row) }),
  opensPairs: 'measure',
  ofRow: ({ openSession }) =>
    openSession ? { note: `sitting open since ${dayjs(openSession).format('D MMM')}` } : {},
  pages: [
    {
      path: 'pairs/:tag/measure',
      title: ':tag, measure',
      page: async () => (await import('./MeasurePage.tsx')).MeasurePage,
      fetch: fetchPair,
      goTo: 'Measure',
      keys: {
        title: 'At the entry field',
        lines: [
          [['Enter'], 'record the figure and move on; empty: skip'],
          [['Backspace'], 'in the empty field: bring the last reading back to correct it'],
          [['['], 'previous station'],
          [[']'], 'next station'],
          [['\\'], 'other shoe'],
          [['Space'], 'in the empty field: take the live figure of the gauge'],
          [['←', '→'], 'on a handle of a curve’s window: move it'],
          [['n'], 'a note'],
          [['v'], 'void the last reading here, with a reason'],
        ],
      },
    },
  ],
};
