/** What a pair's try-ons come to: kept with the pair, for its rows. */
import { outcomeWords, type TryOnOutcome, type TryOnVerdict } from '#core/fit/try-on-verdict.ts';
import type { StoredTryOn } from './store/try-ons.ts';
import type { Stores } from './stores.ts';

/** What stands: a person's decision before the rules. */
export function outcomeThatStands({ verdict, decided }: Pick<StoredTryOn, 'verdict' | 'decided'>): {
  outcome: TryOnOutcome;
  words: string;
} {
  const outcome = decided || verdict.outcome;
  const words = outcomeWords({ ...(verdict as TryOnVerdict), outcome });
  return {
    outcome,
    words: decided && decided !== verdict.outcome ? `${words}, decided otherwise` : words,
  };
}

/** Brings the outcome of a pair to its latest try-on that stands. */
export function publishFit(stores: Stores, pairId: string): void {
  const latest = stores.tryOns.ofPair(pairId).find(({ withdrawn }) => withdrawn === null);
  const stands = latest && outcomeThatStands(latest);
  stores.tryOns.setOutcome(pairId, stands?.outcome ?? null, stands?.words ?? null);
}
