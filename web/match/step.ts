import type { PairRow } from '#contract/pair-records.ts';
import { fetchPair } from '../api/queries.ts';
import { type RowWords, type Step, toPair } from '../shell/step.ts';

/** What the check of left against right came to. */
function stateOf(row: PairRow | undefined): { words: string; attention?: boolean } {
  if (!row) return { words: 'no pair' };
  if (!row.match) return { words: 'not yet' };
  const { decision } = row.match;
  if (decision === null) return { words: 'begun' };
  if (decision === 'return') return { words: 'out, return', attention: true };
  const kept = decision === 'keep' ? 'kept' : 'kept, noted';
  return row.match.found === 'out'
    ? { words: `differs, ${kept}`, attention: true }
    : { words: kept };
}

function ofRow({ match }: PairRow): RowWords {
  if (match?.decision === 'keep' || match?.decision === 'keep and note') {
    const decided = match.decision === 'keep' ? 'kept' : 'kept, noted';
    if (match.found === 'out') return { beside: `left and right differ; ${decided}` };
    return { beside: match.found === 'matched' && match.decision === 'keep' ? 'matches' : decided };
  }
  return match?.decision === 'return'
    ? { alert: match.fault || 'left and right differ; rejected' }
    : {};
}

export const matchStep: Step = {
  name: 'Match',
  stands: (bench) => ({ to: toPair(bench, 'match'), ...stateOf(bench.row) }),
  opensPairs: 'match',
  ofRow,
  pages: [
    {
      path: 'pairs/:tag/match',
      title: ':tag, match',
      page: async () => (await import('./MatchPage.tsx')).MatchPage,
      fetch: fetchPair,
      goTo: 'Match',
      keys: {
        title: 'On the ladder',
        lines: [
          [['Enter'], 'record the figure and go on; empty: pass over'],
          [['Backspace'], 'in the empty field: bring the last reading back to correct it'],
          [['['], 'previous feature'],
          [[']'], 'next feature'],
          [['\\'], 'other shoe'],
          [['v'], 'void the last reading here'],
          [['e'], 'to what is looked at, by eye'],
          [['d'], 'to the decision'],
        ],
      },
    },
    {
      path: 'pairs/:tag/match/against/:other',
      title: ':tag, held against :other',
      page: async () => (await import('./HeldPage.tsx')).HeldPage,
    },
    {
      path: 'deliveries/:edition/:lot',
      title: 'Delivery :lot',
      page: async () => (await import('./DeliveryPage.tsx')).DeliveryPage,
    },
    {
      path: 'pairs/:tag/return-note',
      title: ':tag, return note',
      page: async () => (await import('./IssuedPage.tsx')).ReturnNotePage,
    },
    {
      path: 'pairs/:tag/decision',
      title: ':tag, decision',
      page: async () => (await import('./IssuedPage.tsx')).DecisionPage,
    },
  ],
};
