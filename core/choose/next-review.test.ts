/** The desk: what comes next and why, and how a shelf is balanced; by hand. */

import { describe, expect, it } from 'vitest';
import {
  balanceSentence,
  reviewPricePhrase,
  reviewReasonPhrase,
} from '../wording/choice-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import { balanceOf, type NextReview, nextReviews } from './next-review.ts';

const TODAY = '2026-11-27';
const NOTHING = { wanted: [], looks: [], gaps: [], atHand: [] };
const wish = (
  name: string,
  kind: 'promised' | 'wished for' | 'asked for',
  dueOn: string | null = null,
) => ({
  name,
  slug: name.toLowerCase(),
  kind,
  why: 'readers ask',
  whom: 'readers',
  dueOn,
});
const names = (...terms: Parameters<typeof nextReviews>) =>
  nextReviews(...terms).map(({ what }) => what);

const reasons = (review: NextReview | undefined) =>
  (review?.why ?? []).map((reason) => textOf(reviewReasonPhrase(reason)));

describe('what comes next', () => {
  it('is what presses: promised before asked for before wished for', () => {
    const wanted = [wish('C', 'wished for'), wish('B', 'asked for'), wish('A', 'promised')];
    expect(names({ ...NOTHING, wanted }, TODAY, undefined, new Map())).toEqual(['A', 'B', 'C']);
  });
  it('weighs what several ask for, and what is due soon', () => {
    const wanted = [
      wish('A', 'asked for'),
      wish('B', 'wished for'),
      wish('B', 'wished for'),
      wish('B', 'wished for'),
      wish('C', 'wished for', '2026-12-05'),
    ];
    const next = nextReviews({ ...NOTHING, wanted }, TODAY, undefined, new Map());
    expect(next.map(({ what }) => what)).toEqual(['C', 'B', 'A']);
    expect(reasons(next[0]).join()).toContain('due in 8 days');
    expect(next[1]?.why).toHaveLength(3);
  });
  it('says that what is here goes back, and that a second look is late', () => {
    const next = nextReviews(
      {
        ...NOTHING,
        looks: [
          { name: 'A', slug: 'a', tag: 'NA-01', what: 'after snow', on: '2026-11-20', late: true },
        ],
        atHand: [{ name: 'B', slug: 'b', tag: 'NB-01', returnBy: '2026-11-30' }],
      },
      TODAY,
      undefined,
      new Map([['a', { amount: 90, currency: 'EUR' }]]),
    );
    expect(next[0]).toMatchObject({ what: 'A', again: true, price: { kind: 'here' } });
    expect(reasons(next[0]).join()).toContain('7 days late');
    expect(next[1]).toMatchObject({ what: 'B', tag: 'NB-01', again: false });
  });
  it('puts what the purse does not hold after what it holds, and says so', () => {
    const wanted = [wish('A', 'promised'), wish('B', 'wished for')];
    const prices = new Map([
      ['a', { amount: 200, currency: 'EUR' }],
      ['b', { amount: 80, currency: 'EUR' }],
    ]);
    const next = nextReviews(
      { ...NOTHING, wanted },
      TODAY,
      { amount: 100, currency: 'EUR' },
      prices,
    );
    expect(next.map(({ what, price }) => `${what} ${textOf(reviewPricePhrase(price))}`)).toEqual([
      'B 80 EUR',
      'A 200 EUR, over the budget',
    ]);
    // Of another currency nobody can tell.
    const other = nextReviews(
      { ...NOTHING, wanted },
      TODAY,
      { amount: 100, currency: 'USD' },
      prices,
    );
    expect(other[0]?.what).toBe('A');
  });
  it('names gaps by what would fill them', () => {
    const gaps = [{ use: 'trail', measured: 1, stated: [{ name: 'A', slug: 'a' }] }];
    const [next] = nextReviews({ ...NOTHING, gaps }, TODAY, undefined, new Map());
    expect(reasons(next)).toEqual(['trail: 1 model measured, too few to compare']);
    expect(nextReviews(NOTHING, TODAY, undefined, new Map())).toEqual([]);
  });
});

describe('a balance', () => {
  it('counts how pairs came, and says whose most were lent or given', () => {
    const { lines, all, balance } = balanceOf([
      { maker: 'Norrolt', acquisition: 'bought', pairs: 4 },
      { maker: 'Wrenfold', acquisition: 'gifted', pairs: 3 },
      { maker: 'Wrenfold', acquisition: 'loaned', pairs: 1 },
      { maker: 'Tarnhus', acquisition: 'gifted', pairs: 2 },
    ]);
    const words = textOf(balanceSentence(balance));
    expect(all).toEqual({ name: 'all', bought: 4, loaned: 1, gifted: 5, all: 10 });
    expect(lines.map(({ name }) => name)).toEqual(['Norrolt', 'Wrenfold', 'Tarnhus']);
    expect(words).toContain('4 of 10 pairs were bought.');
    // Two pairs of a maker say nothing yet.
    expect(words).toContain('Most pairs of Wrenfold were lent or given');
    expect(words).not.toContain('Tarnhus');
  });
  it('of an empty book says so', () => {
    expect(textOf(balanceSentence(balanceOf([]).balance))).toBe('No pair is here yet.');
  });
});
