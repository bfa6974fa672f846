import type { Bench, Step } from '../shell/step.ts';

/** More editions do not stand beside each other. */
const MOST_COMPARED = 10;

const HERE = '/compare';

const comparedOf = ({ pathname, search }: Bench): string[] =>
  pathname === HERE ? (search.get('editions')?.split(',').filter(Boolean) ?? []) : [];

export const compareStep: Step = {
  name: 'Compare',
  stands: (bench) => {
    const { length } = comparedOf(bench);
    return {
      to: bench.pathname === HERE ? `${HERE}?${bench.search}` : HERE,
      words: length > 0 ? `${length} editions` : 'editions',
    };
  },
  takesEdition: (slug, bench) => {
    const editions = [...new Set([...comparedOf(bench), slug])].slice(-MOST_COMPARED);
    return `${HERE}?editions=${editions.join(',')}`;
  },
  pages: [
    {
      path: 'compare',
      title: 'Compare',
      page: async () => (await import('./ComparePage.tsx')).ComparePage,
      goTo: 'Compare',
    },
    {
      path: 'shelf',
      title: 'Shelf',
      wide: true,
      page: async () => (await import('./ShelfPage.tsx')).ShelfPage,
      goTo: 'Shelf',
      keys: {
        title: 'Shelf',
        lines: [
          [['x'], 'mark the row in hand'],
          [['Enter'], 'open the row in hand'],
          [['↑', '↓'], 'row before, row after; on its lines: its own place'],
          [['Delete'], 'on its lines: out of the own order'],
        ],
      },
    },
    {
      path: 'one-or-two',
      title: 'One pair or two',
      page: async () => (await import('./OneOrTwoPage.tsx')).OneOrTwoPage,
      goTo: 'One pair or two',
    },
    {
      path: 'comparisons/:id',
      title: 'Comparison sheet',
      page: async () => (await import('./ComparisonSheetPage.tsx')).ComparisonSheetPage,
    },
    {
      path: 'editions/:edition/line',
      title: 'Line of versions',
      page: async () => (await import('./LinePage.tsx')).LinePage,
    },
  ],
};
