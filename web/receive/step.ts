import dayjs from 'dayjs';
import type { PairRow } from '#contract/pair-records.ts';
import { fetchPair } from '../api/queries.ts';
import { type Step, toPair } from '../shell/step.ts';

/** Days before a return date at which the tray begins to say so. */
const RETURN_NOTICE_DAYS = 7;

function dueOf({ returnBy }: PairRow): string | undefined {
  if (!returnBy) return undefined;
  const days = dayjs(returnBy).diff(dayjs().startOf('day'), 'day');
  if (days < 0) return `return date passed ${dayjs(returnBy).format('D MMM')}`;
  return days <= RETURN_NOTICE_DAYS
    ? `return by ${dayjs(returnBy).format('ddd D MMM')}`
    : undefined;
}

const keys = {
  title: 'Receiving',
  lines: [[['Ctrl', 'Enter'], 'put the pair on the bench']] as [string[], string][],
};

export const receiveStep: Step = {
  name: 'Receive',
  stands: (bench) => ({
    to: toPair(bench, 'receive'),
    words: bench.row ? `${bench.row.tag} received` : bench.empty ? 'a first pair' : 'a new pair',
  }),
  opensPairs: 'receive',
  ofRow: (row) => {
    const alert = dueOf(row);
    return alert ? { alert } : {};
  },
  pages: [
    {
      path: 'receive',
      title: 'Receive a pair',
      page: async () => (await import('./ReceivePage.tsx')).ReceivePage,
      goTo: 'Receive a pair',
      keys,
    },
    {
      path: 'tags',
      title: 'Tags',
      page: async () => (await import('./TagsPage.tsx')).TagsPage,
      goTo: 'Tags to print',
    },
    {
      path: 'pairs/:tag/receive',
      title: ':tag, received',
      page: async () => (await import('./PairRecordPage.tsx')).PairRecordPage,
      fetch: fetchPair,
      keys,
    },
    {
      path: 'pairs/:tag/walk',
      title: ':tag, walk along the shoe',
      page: async () => (await import('./WalkPage.tsx')).WalkPage,
      goTo: 'Walk along the shoe',
      keys: {
        title: 'Walking along the shoe',
        lines: [
          [['1', '…', '9'], 'say the answer of that number'],
          [['Enter'], 'say what a sibling has, once you looked'],
          [['0'], 'cannot be seen'],
          [['w'], 'a word of your own'],
          [['s'], 'as seen, or as stated'],
          [['[', ']'], 'back, skip'],
          [['Backspace'], 'correct the last answer'],
          [['v'], 'next view'],
          [['/'], 'go to a part by its name'],
        ],
      },
    },
    {
      path: 'editions/new',
      title: 'An edition without a pair',
      page: async () => (await import('./NewEditionPage.tsx')).NewEditionPage,
      goTo: 'An edition without a pair',
    },
    {
      path: 'desk',
      title: 'Desk',
      page: async () => (await import('./DeskPage.tsx')).DeskPage,
      goTo: 'Desk: what is reviewed next',
    },
    {
      path: 'wishes',
      title: 'Wish list',
      page: async () => (await import('./WishesPage.tsx')).WishesPage,
      goTo: 'Wish list',
    },
    {
      path: 'editions/:edition',
      title: 'Edition',
      page: async () => (await import('./EditionPage.tsx')).EditionPage,
    },
  ],
};
