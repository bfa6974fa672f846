import type { PairRow } from '#contract/pair-records.ts';
import { type Step, toPair } from '../shell/step.ts';

/** How far it was worn, and whether a decision waits. */
function stateOf(row: PairRow | undefined): { words: string; attention?: boolean } {
  if (!row) return { words: 'no pair' };
  if (!row.wear) return { words: 'not worn' };
  const { km, answer } = row.wear;
  const far = `${Math.round(km)} km`;
  if (answer === 'go on') return { words: far };
  return answer === 'cannot tell' ? { words: `${far}, look` } : { words: answer };
}

/** A look is wanted where the signs say an end that nobody has decided. */
const waits = ({ wear }: PairRow) =>
  wear !== null && (wear.answer === 'retire' || wear.answer === 'another use') && !wear.decided;

export const wearStep: Step = {
  name: 'Wear',
  stands: (bench) => ({
    to: toPair(bench, 'wear'),
    ...stateOf(bench.row),
    ...(bench.row && waits(bench.row) ? { attention: true } : {}),
  }),
  opensPairs: 'wear',
  ofRow: (row) =>
    row.wear && waits(row) ? { alert: `decide: ${Math.round(row.wear.km)} km` } : {},
  pages: [
    {
      path: 'pairs/:tag/wear',
      title: ':tag, wear',
      page: async () => (await import('./WearPage.tsx')).WearPage,
      goTo: 'Wear',
    },
    {
      path: 'due',
      title: 'What is due',
      page: async () => (await import('./DuePage.tsx')).DuePage,
      goTo: 'What is due',
    },
    {
      path: 'panel',
      title: 'A fair panel',
      page: async () => (await import('./PanelPage.tsx')).PanelPage,
      goTo: 'A fair panel: who wears what next',
    },
    {
      path: 'testers/:code/rotation',
      title: ':code, which pair tomorrow',
      page: async () => (await import('./RotationPage.tsx')).RotationPage,
    },
    {
      path: 'editions/:edition/life',
      title: ':edition, how long it lasts',
      page: async () => (await import('./LifePage.tsx')).LifePage,
    },
  ],
};
