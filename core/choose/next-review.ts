/** What is reviewed next, and why; and how a shelf is balanced. Common practice. */
import { CHOOSE_LIMITS } from '../limits/choose-limits.ts';
import type { Balance, ReviewPrice, ReviewReason } from '../records/choice-verdict.ts';

export interface Wanted {
  /** `Norrolt Stairwell, mid cut` */
  name: string;
  slug: string | null;
  kind: 'promised' | 'wished for' | 'asked for';
  why: string;
  whom: string;
  dueOn: string | null;
}

export interface SecondLookDue {
  name: string;
  slug: string;
  /** The pair that is looked at again; empty: any of the edition. */
  tag: string;
  what: string;
  on: string | null;
  late: boolean;
}

export interface ShelfGap {
  use: string;
  /** Editions of it that were measured here. */
  measured: number;
  /** Those that are known by what is stated alone, cheapest first. */
  stated: readonly { name: string; slug: string }[];
}

export interface AtHand {
  name: string;
  slug: string;
  tag: string;
  returnBy: string | null;
}

export interface NextReview {
  what: string;
  slug: string | null;
  /** Pair that is here already; empty: none. */
  tag: string;
  /** It is to be worn or looked at again, not received. */
  again: boolean;
  why: ReviewReason[];
  /** What it costs, and whether the budget covers it. */
  price: ReviewPrice;
  /** The greater, the sooner. */
  weight: number;
}

export interface Purse {
  amount: number;
  currency: string;
}

const DAY_MS = 86_400_000;

/** Can models of a use be compared with so many measured? */
export const canCompare = (measured: number): boolean =>
  measured >= CHOOSE_LIMITS.enoughToCompare.value;

const daysTo = (day: string, today: string) =>
  Math.round((Date.parse(day) - Date.parse(today)) / DAY_MS);

interface Gathered {
  name: string;
  slug: string | null;
  tag: string;
  again: boolean;
  why: ReviewReason[];
  weight: number;
}

/**
 * What comes next, the most pressing first: what was promised and is due, what several readers ask for, what must go
 * back, what a gap on the shelf wants. What the purse does not hold comes after what it holds.
 *
 * @param today as 2026-11-27
 * @param prices by slug, in the currency of each
 */
export function nextReviews(
  {
    wanted,
    looks,
    gaps,
    atHand,
  }: {
    wanted: readonly Wanted[];
    looks: readonly SecondLookDue[];
    gaps: readonly ShelfGap[];
    atHand: readonly AtHand[];
  },
  today: string,
  purse: Purse | undefined,
  prices: ReadonlyMap<string, { amount: number; currency: string }>,
): NextReview[] {
  const gathered = new Map<string, Gathered>();
  const add = (name: string, slug: string | null, why: ReviewReason, weight: number, tag = '') => {
    const key = slug ?? name.toLowerCase();
    const known = gathered.get(key) ?? {
      name,
      slug,
      tag: '',
      again: false,
      why: [],
      weight: 0,
    };
    known.why.push(why);
    known.weight += weight;
    known.tag ||= tag;
    gathered.set(key, known);
    return known;
  };
  const soon = (day: string | null) =>
    day !== null && daysTo(day, today) <= CHOOSE_LIMITS.soon.value ? 3 : 0;
  const daysUntil = (day: string | null) => (day === null ? undefined : daysTo(day, today));
  const dueIn = (day: string | null) => {
    const dueInDays = daysUntil(day);
    return dueInDays === undefined ? {} : { dueInDays };
  };
  for (const { name, slug, kind, why, whom, dueOn } of wanted)
    add(
      name,
      slug,
      { kind: 'wish', wish: kind, whom, why, ...dueIn(dueOn) },
      (kind === 'promised' ? 3 : kind === 'asked for' ? 2 : 1) + soon(dueOn),
    );
  for (const { name, slug, tag, what, on, late } of looks)
    add(
      name,
      slug,
      { kind: 'again', what, isLate: late, ...dueIn(on) },
      2 + (late ? 3 : soon(on)),
      tag,
    ).again = true;
  for (const { name, slug, tag, returnBy } of atHand) {
    const returnInDays = daysUntil(returnBy);
    const reason: ReviewReason = {
      kind: 'at hand',
      tag,
      ...(returnInDays === undefined ? {} : { returnInDays }),
    };
    add(name, slug, reason, 1 + soon(returnBy), tag);
  }
  for (const { use, measured, stated } of gaps)
    for (const { name, slug } of stated.slice(0, 2))
      add(name, slug, { kind: 'few of a use', use, measured }, 1);
  return [...gathered.values()]
    .map(({ name, slug, tag, again, why, weight }): NextReview => {
      const price = slug ? prices.get(slug) : undefined;
      const isOver =
        !tag &&
        !again &&
        price !== undefined &&
        purse !== undefined &&
        price.currency === purse.currency &&
        price.amount > purse.amount;
      return {
        what: name,
        slug,
        tag,
        again,
        why,
        price:
          tag || again
            ? { kind: 'here' }
            : price === undefined
              ? { kind: 'unknown' }
              : { kind: 'price', ...price, isOverBudget: isOver },
        weight: isOver ? weight - 10 : weight,
      };
    })
    .sort((a, b) => b.weight - a.weight || a.what.localeCompare(b.what));
}

export interface BalanceLine {
  name: string;
  bought: number;
  loaned: number;
  gifted: number;
  all: number;
}

/** How pairs came, by maker and over all. */
export function balanceOf(came: readonly { maker: string; acquisition: string; pairs: number }[]): {
  lines: BalanceLine[];
  all: BalanceLine;
  balance: Balance;
} {
  const lines = new Map<string, BalanceLine>();
  const empty = (name: string): BalanceLine => ({ name, bought: 0, loaned: 0, gifted: 0, all: 0 });
  const all = empty('all');
  for (const { maker, acquisition, pairs } of came) {
    const line = lines.get(maker) ?? empty(maker);
    lines.set(maker, line);
    for (const one of [line, all]) {
      one.all += pairs;
      if (acquisition === 'bought' || acquisition === 'loaned' || acquisition === 'gifted')
        one[acquisition] += pairs;
    }
  }
  const sorted = [...lines.values()].sort((a, b) => b.all - a.all || a.name.localeCompare(b.name));
  const oneSided = sorted.filter(
    (line) =>
      line.all >= CHOOSE_LIMITS.pairsForBalance.value &&
      (line.loaned + line.gifted) / line.all > CHOOSE_LIMITS.oneSided.value,
  );
  return {
    lines: sorted,
    all,
    balance: { bought: all.bought, all: all.all, oneSided: oneSided.map(({ name }) => name) },
  };
}
