import type { Step } from '../shell/step.ts';

export const studiesStep: Step = {
  name: 'Studies',
  frame: {
    path: 'studies',
    title: 'Pair to pair',
    page: async () => (await import('./StudiesPage.tsx')).StudiesPage,
  },
  pages: [
    {
      path: 'studies',
      title: 'Pair to pair',
      place: 'Pair to pair',
      page: async () => (await import('./PairStudyPage.tsx')).PairStudyPage,
      goTo: 'Studies: pair to pair',
    },
    {
      path: 'studies/sides',
      title: 'Left and right',
      place: 'Left and right',
      page: async () => (await import('./SidesPage.tsx')).SidesPage,
      goTo: 'Studies: left and right',
    },
    {
      path: 'studies/gauges',
      title: 'Gauge studies',
      place: 'Gauges',
      page: async () => (await import('./GaugesPage.tsx')).GaugesPage,
      goTo: 'Studies: gauges',
    },
    {
      path: 'studies/gauges/:id',
      title: 'Gauge study',
      page: async () => (await import('./GaugeStudyPage.tsx')).GaugeStudyPage,
    },
    {
      path: 'studies/methods',
      title: 'Two methods',
      place: 'Two methods',
      page: async () => (await import('./MethodsPage.tsx')).MethodsPage,
      goTo: 'Studies: two methods',
    },
    {
      path: 'studies/planner',
      title: 'Planner',
      place: 'How many',
      page: async () => (await import('./PlannerPage.tsx')).PlannerPage,
      goTo: 'Studies: how many',
    },
  ],
};
