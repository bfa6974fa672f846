/** How many pairs and readings, for what one wants to see? */
import { noncentralTProbability, tQuantile } from './distributions.ts';

/** Beyond this many a group the plan is out of reach of any bench. */
export const MOST_PLANNED = 100_000;

/**
 * Power of a two-sided two-sample t test with n values a group, which need not be whole:
 * P(|T| > t) for T noncentral t with 2n − 2 degrees of freedom and noncentrality d/s·√(n/2).
 * The lower tail counts too, as in R's `power.t.test(strict = TRUE)`; it matters only near d = 0.
 *
 * @example powerOfPairs(15, { difference: 1, sd: 0.8, alpha: 0.05 }) // 0.91
 */
export function powerOfPairs(
  n: number,
  { difference, sd, alpha }: { difference: number; sd: number; alpha: number },
): number {
  const df = 2 * n - 2;
  if (!(df > 0)) return 0;
  const shift = (Math.abs(difference) / sd) * Math.sqrt(n / 2);
  const t = tQuantile(1 - alpha / 2, df);
  return 1 - noncentralTProbability(t, df, shift) + noncentralTProbability(-t, df, shift);
}

/** Where a rising function first reaches a level, between two ends, by halving. */
function whereReached(f: (x: number) => number, level: number, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let step = 0; step < 100 && high - low > 1e-9 * high; step++) {
    const middle = (low + high) / 2;
    if (f(middle) >= level) high = middle;
    else low = middle;
  }
  return high;
}

export interface SampleSize {
  /** Whole values a group. */
  perGroup: number;
  /** As the equation gives it, before rounding up. */
  exact: number;
  /** Power with `perGroup`. */
  power: number;
}

/**
 * Values a group for a two-sided two-sample t test to find a difference with a power; rounded up.
 * Checked against R's `power.t.test`.
 *
 * @throws RangeError where more than 100,000 would be needed
 * @example sampleSize({ difference: 1, sd: 0.8, power: 0.9, alpha: 0.05 }) // perGroup 15, exact 14.48
 */
export function sampleSize(wanted: {
  difference: number;
  sd: number;
  power: number;
  alpha: number;
}): SampleSize {
  const { difference, sd, power, alpha } = wanted;
  if (!(difference > 0))
    throw new RangeError('a difference of nothing takes endless pairs to find');
  if (!(sd > 0)) return { perGroup: 2, exact: 2, power: 1 };
  const reached = (n: number) => powerOfPairs(n, { difference, sd, alpha });
  let most = 4;
  while (reached(most) < power) {
    most *= 2;
    if (most > MOST_PLANNED)
      throw new RangeError(
        `more than ${MOST_PLANNED.toLocaleString('en')} a group would be needed: look for a larger difference`,
      );
  }
  const exact = whereReached(reached, power, 1 + 1e-6, most);
  const perGroup = Math.max(2, Math.ceil(exact - 1e-6));
  return { perGroup, exact, power: reached(perGroup) };
}

/**
 * The smallest difference that n pairs a group find with a power: *with the three pairs you have
 * you can see 1.4 mm*.
 * @returns undefined for fewer than two pairs
 */
export function detectableDifference(
  n: number,
  { sd, power, alpha }: { sd: number; power: number; alpha: number },
): number | undefined {
  if (n < 2) return undefined;
  const reached = (difference: number) => powerOfPairs(n, { difference, sd, alpha });
  let most = sd;
  while (reached(most) < power && most < 1e6 * sd) most *= 2;
  return whereReached(reached, power, 0, most);
}

/**
 * Values that bring the 95 % interval of a mean within ± a span: t·s/√n ≤ span; rounded up.
 * @throws RangeError where more than 100,000 would be needed
 */
export function sizeForMean(span: number, sd: number, confidence = 0.95): number {
  if (!(span > 0)) throw new RangeError('a span of nothing takes endless pairs');
  const reach = (n: number) => (tQuantile((1 + confidence) / 2, n - 1) * sd) / Math.sqrt(n);
  let n = 2;
  while (reach(n) > span) {
    n = n < 64 ? n + 1 : Math.ceil(n * 1.05);
    if (n > MOST_PLANNED)
      throw new RangeError(
        `more than ${MOST_PLANNED.toLocaleString('en')} would be needed: allow a wider span`,
      );
  }
  while (n > 2 && reach(n - 1) <= span) n -= 1;
  return n;
}

/** Spreads behind a pair's value, as SDs. */
export interface PlanSpread {
  pair: number;
  shoe: number;
  repeat: number;
}

/** SD of a pair's value: the mean of two shoes, each read r times. */
export function pairValueSd({ pair, shoe, repeat }: PlanSpread, readings: number): number {
  return Math.sqrt(pair ** 2 + shoe ** 2 / 2 + repeat ** 2 / (2 * readings));
}

export interface Plan {
  readings: number;
  pairs: number;
  power: number;
  /** For two groups, or for one mean. */
  cost: number;
  minutes: number;
}

/**
 * Plans by readings a shoe, cheapest first: with more readings fewer pairs do, until the spread of
 * pairs alone stands.
 *
 * @param groups 2 for a difference of two editions, 1 for the mean of one
 */
export function planPairs(wanted: {
  aim: { difference: number; power: number; alpha: number } | { span: number };
  spread: PlanSpread;
  costPerPair: number;
  minutesPerPair: number;
  minutesPerReading: number;
  mostReadings?: number;
}): Plan[] {
  const { aim, spread, costPerPair, minutesPerPair, minutesPerReading } = wanted;
  const plans = Array.from({ length: wanted.mostReadings ?? 6 }, (_, at) => {
    const readings = at + 1;
    const sd = pairValueSd(spread, readings);
    const size =
      'span' in aim
        ? { perGroup: sizeForMean(aim.span, sd), power: 0.95 }
        : sampleSize({ ...aim, sd });
    const all = size.perGroup * ('span' in aim ? 1 : 2);
    return {
      readings,
      pairs: size.perGroup,
      power: size.power,
      cost: all * costPerPair,
      minutes: all * (minutesPerPair + 2 * readings * minutesPerReading),
    };
  });
  return plans.sort((a, b) => a.cost - b.cost || a.minutes - b.minutes);
}
