/** What a pair costs over its life, and one pair for two uses against two. */
import { RATED_LIFE_KM } from '../limits/wear-limits.ts';
import type { LifeCost, TwoUses, TwoUsesAnswer } from '../records/choice-verdict.ts';
import type { ShelfRow } from '../sheet/shelf.ts';

/**
 * Price over life.
 * @example 120 over 600 km is 0.20 a km
 */
export function lifeCost({
  figures,
  currency,
}: Pick<ShelfRow, 'figures' | 'currency'>): LifeCost | undefined {
  const { price, life } = figures;
  if (!price) return undefined;
  const span = life ? { low: life.low, high: life.high } : RATED_LIFE_KM;
  return {
    price: price.value,
    currency,
    perKm: { low: price.value / span.high, high: price.value / span.low },
    rated: life === undefined,
  };
}

const SHARED: Readonly<Record<string, TwoUsesAnswer>> = {
  'cannot tell': 'cannot tell',
  'suits with a but': 'one pair, with a but',
};

/**
 * One pair for two uses, or two: both priced over their lives. What is worn for both is worn out in half the time.
 *
 * @param one what suits both best, and how it suits each
 * @param two the best of each use
 */
export function judgeTwoUses(
  one: { name: string; suits: readonly [string, string]; cost: LifeCost | undefined } | undefined,
  two: readonly { name: string; cost: LifeCost | undefined }[],
): TwoUses {
  if (two.length < 2) return { answer: 'cannot tell', two };
  if (!one) return { answer: 'two pairs', two };
  const { name, cost, suits } = one;
  const [gravest] = Object.keys(SHARED).filter((code) => suits.includes(code));
  const answer = gravest === undefined ? 'one pair' : (SHARED[gravest] ?? 'one pair');
  return { answer, one: { name, cost }, two };
}
