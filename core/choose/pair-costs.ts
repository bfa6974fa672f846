/** What a pair costs over its life, and one pair for two uses against two. */
import { RATED_LIFE_KM } from '../limits/wear-limits.ts';
import type { ShelfRow } from '../sheet/shelf.ts';

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

const perKm = ({ perKm: { low, high }, currency }: LifeCost) =>
  `${low.toFixed(2)}${high - low < 0.005 ? '' : ` to ${high.toFixed(2)}`} ${currency} a km`;

/** Two pairs, at once and over their lives. */
function togetherWords(two: readonly { name: string; cost: LifeCost | undefined }[]): string {
  const [first, second] = two.map(({ cost }) => cost);
  if (!first || !second || first.currency !== second.currency)
    return 'What two cost is not known of both.';
  const both = Math.round(first.price + second.price);
  return `Two cost ${both} ${first.currency} at once, ${perKm(first)} the one and ${perKm(second)} the other; each is worn half as much and lasts twice as long in days.`;
}

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
  if (two.length < 2)
    return {
      word: 'cannot tell',
      words: 'Cannot tell: nothing is offered for one of the two uses.',
    };
  const together = togetherWords(two);
  const isRated = [one?.cost, ...two.map(({ cost }) => cost)].some((cost) => cost?.rated);
  const rated = isRated
    ? ' Where nobody knows how long one lasts, a usual life of 300 to 400 miles is reckoned with.'
    : '';
  if (!one)
    return {
      word: 'two pairs',
      words: `Two pairs: ${two.map(({ name }) => name).join(' and ')}. Nothing on this shelf suits both. ${together}${rated}`,
    };
  const { cost } = one;
  const price = cost
    ? `${Math.round(cost.price)} ${cost.currency}, ${perKm(cost)}`
    : 'its price is not known';
  const [word, lead] = one.suits.includes('cannot tell')
    ? (['cannot tell', 'Perhaps one pair'] as const)
    : one.suits.includes('suits with a but')
      ? (['one pair, with a but', 'One pair, with a but'] as const)
      : (['one pair', 'One pair'] as const);
  return { word, words: `${lead}: ${one.name} (${price}). ${together}${rated}` };
}
