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
  ],
};
