import type { Step } from '../shell/step.ts';

export const guideStep: Step = {
  name: 'Guide',
  pages: [
    {
      path: 'guide',
      title: 'Guide',
      page: async () => (await import('./GuidePage.tsx')).GuidePage,
      goTo: 'Guide: quantities',
    },
    {
      path: 'calculators',
      title: 'Calculators',
      page: async () => (await import('./CalculatorsPage.tsx')).CalculatorsPage,
      goTo: 'Calculators',
    },
    {
      path: 'calculators/:name',
      title: 'Calculator: :name',
      page: async () => (await import('./CalculatorPage.tsx')).CalculatorPage,
    },
  ],
};
