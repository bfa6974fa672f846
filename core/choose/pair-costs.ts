/** What a pair costs over its life, and one pair for two uses against two. */
import type { ShelfRow } from '../sheet/shelf.ts';

/** Where nobody knows how long an edition lasts: a school of practice, 300 to 400 miles in km. */
export const RATED_LIFE_KM = { low: 483, high: 644 } as const;

export interface LifeCost {
  price: number;
  currency: string;
  /** Price over life, the least and the most per km. */
  perKm: { low: number; high: number };
  /** The life is a school's, not of this edition. */
  rated: boolean;
}

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

export interface TwoUses {
  word: 'one pair' | 'one pair, with a but' | 'two pairs' | 'cannot tell';
  words: string;
}

const perKm = ({ perKm: { low, high }, currency, rated }: LifeCost) =>
  `${low.toFixed(2)}${high - low < 0.005 ? '' : ` to ${high.toFixed(2)}`} ${currency} a km${rated ? ', by a usual life' : ''}`;

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
  const costs = two.flatMap(({ cost }) => cost ?? []);
  const [first, second] = costs;
  const together =
    first && second && costs.length === two.length && first.currency === second.currency
      ? `Two cost ${Math.round(first.price + second.price)} ${first.currency} at once, ${perKm(first)} and ${perKm(second)}, and each lasts twice as long in days`
      : 'What two cost is not known of both';
  if (two.length < 2)
    return {
      word: 'cannot tell',
      words: 'Cannot tell: nothing is offered for one of the two uses.',
    };
  if (!one)
    return {
      word: 'two pairs',
      words: `Two pairs: ${two.map(({ name }) => name).join(' and ')}. Nothing on this shelf suits both. ${together}.`,
    };
  const but = one.suits.some((word) => word === 'suits with a but');
  const open = one.suits.includes('cannot tell');
  const costs1 = one.cost
    ? `it costs ${Math.round(one.cost.price)} ${one.cost.currency}, ${perKm(one.cost)}`
    : 'its price is not known';
  const word = open ? 'cannot tell' : but ? 'one pair, with a but' : 'one pair';
  return {
    word,
    words: `${open ? 'Perhaps one pair' : but ? 'One pair, with a but' : 'One pair'}: ${one.name}, ${costs1}. ${together}.`,
  };
}
