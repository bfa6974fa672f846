import type { PairRow } from '#contract/pair-records.ts';
import { type Step, toPair } from '../shell/step.ts';

/** What the latest try-on came to. */
function stateOf(row: PairRow | undefined): { words: string; attention?: boolean } {
  if (!row) return { words: 'no pair' };
  if (!row.fit) return { words: 'not tried' };
  switch (row.fit.outcome) {
    case 'keep':
      return { words: 'fits' };
    case 'swap':
      return { words: 'swap', attention: true };
    case 'let go':
      return { words: 'let go' };
    case 'open':
      return { words: 'open' };
    default:
      return { words: 'cannot tell' };
  }
}

export const fitStep: Step = {
  name: 'Fit',
  stands: (bench) => ({ to: toPair(bench, 'fit'), ...stateOf(bench.row) }),
  opensPairs: 'fit',
  ofRow: ({ fit }) => (fit?.outcome === 'swap' ? { alert: fit.words } : {}),
  pages: [
    {
      path: 'pairs/:tag/fit',
      title: ':tag, fit',
      page: async () => (await import('./FitPage.tsx')).FitPage,
      goTo: 'Fit',
    },
    {
      path: 'fit/labels',
      title: 'From label to label',
      page: async () => (await import('./LabelsPage.tsx')).LabelsPage,
      goTo: 'From label to label',
    },
    {
      path: 'fit/matrix',
      title: 'All labels',
      page: async () => (await import('./MatrixPage.tsx')).MatrixPage,
      goTo: 'From every label to every other',
    },
    {
      path: 'fit/foot',
      title: 'What to take for a foot',
      page: async () => (await import('./RecommendationPage.tsx')).RecommendationPage,
      goTo: 'What to take for a foot',
    },
    {
      path: 'fit/ruler',
      title: 'The label ruler',
      page: async () => (await import('./RulerPage.tsx')).RulerPage,
      goTo: 'The label ruler',
    },
    {
      path: 'fit/lacing',
      title: 'Lacing',
      page: async () => (await import('./LacingPage.tsx')).LacingPage,
      goTo: 'Lacing',
    },
    {
      path: 'fit/insoles',
      title: 'Insoles and laces',
      page: async () => (await import('./InsolesPage.tsx')).InsolesPage,
      goTo: 'Insoles and laces',
    },
    {
      path: 'editions/:edition/fit',
      title: ':edition, true to its label?',
      page: async () => (await import('./DeviationPage.tsx')).DeviationPage,
    },
    {
      path: 'testers/:code',
      title: 'Tester :code',
      page: async () => (await import('./TesterPage.tsx')).TesterPage,
    },
  ],
};
