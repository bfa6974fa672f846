/** The outcome of a pair's try-ons: kept with the pair, for its rows. */

import type { TryOnOutcome, TryOnSwap } from '#core/records/try-on-verdict.ts';
import { textOf } from '#core/wording/sentence.ts';
import { decidedOtherwise, tryOnOutcome } from '#core/wording/try-on-sentences.ts';
import type { StoredTryOn } from './store/try-ons.ts';
import type { Stores } from './stores.ts';

const swapOf = ({ swapFor }: StoredTryOn['verdict']): TryOnSwap | undefined =>
  swapFor && { label: swapFor.label, ...(swapFor.width ? { width: swapFor.width } : {}) };

/** What stands: a person's decision before the rules. */
export function outcomeThatStands({ verdict, decided }: Pick<StoredTryOn, 'verdict' | 'decided'>): {
  outcome: TryOnOutcome;
  words: string;
} {
  const outcome = decided || verdict.outcome;
  const isOtherwise = decided !== '' && decided !== verdict.outcome;
  const words = (isOtherwise ? decidedOtherwise : tryOnOutcome)(outcome, swapOf(verdict));
  return { outcome, words: textOf(words) };
}

/** Brings the outcome of a pair to its latest try-on that stands. */
export function publishFit(stores: Stores, pairId: string): void {
  const latest = stores.tryOns.ofPair(pairId).find(({ withdrawn }) => withdrawn === null);
  const stands = latest && outcomeThatStands(latest);
  stores.tryOns.setOutcome(pairId, stands?.outcome ?? null, stands?.words ?? null);
}
