/**
 * From how many pairs, editions and repeats on a lab's own knowledge stands in place of the usual one, a case just inside
 * and one just outside each. Common practice, worked by hand.
 */
import { describe, expect, it } from 'vitest';
import { cheapestNext } from '#core/figures/budget.ts';
import { editionOfPairs } from '#core/figures/edition-figure.ts';
import type { Figure } from '#core/figures/figure.ts';
import { learnedSlope, slopeGroup } from '#core/figures/learned-slopes.ts';
import { NO_SLOPE_SUMS } from '#core/statistics/grading.ts';
import type { UncertaintyTerm } from '#core/statistics/uncertainty.ts';

const figure = (value: number): Figure =>
  ({
    quantity: 'heel-stack',
    value,
    terms: [],
    readings: 1,
    pairs: 1,
    doubts: [],
    provenance: [],
    basis: { label: { system: 'uk', size: 8 }, configuration: 'as sold', wornKm: 0 },
  }) as unknown as Figure;
const editionOf = (n: number, pooled?: { sd: number; df: number }) =>
  editionOfPairs(
    Array.from({ length: n }, (_, at) => ({ tag: `A-${at}`, figure: figure(at % 2 ? 31 : 30) })),
    'heel-stack',
    'e',
    pooled,
  ).figure;
const spreadOf = (edition: Figure) => edition.terms.find(({ kind }) => kind === 'pairs');

describe('the spread of pairs', () => {
  it('is their own from four on', () => {
    // 30, 31, 30, 31: SD 0.5774, over √4.
    expect(spreadOf(editionOf(4))?.u).toBeCloseTo(0.5774 / 2, 4);
    expect(editionOf(4).doubts).toEqual([]);
    expect(editionOf(3).doubts[0]?.text).toBe('3 pairs: usual spread of pairs assumed');
    expect(editionOf(1).doubts[0]?.text).toBe('one pair: usual spread of pairs assumed');
  });
  it.each([
    [4, 'spread of pairs from the lab'],
    [3, 'usual spread of pairs assumed'],
  ])('is the lab’s pooled one from %d degrees of freedom on: %s', (df, words) => {
    const pooled = editionOf(3, { sd: 0.9, df });
    expect(pooled.doubts[0]?.text).toContain(words);
    if (df === 4) expect(spreadOf(pooled)?.u).toBeCloseTo(0.9 / Math.sqrt(3), 9);
  });
});

describe('a slope of the lab’s own', () => {
  const usual = { slope: 1, u: 0.5 };
  const group = (slope: number) =>
    slopeGroup(
      [0, 1, 2].map((at) => ({ at, value: 30 + slope * at })),
      usual,
    );
  const sums = (slopes: number[]) => {
    const all: Record<string, number> = { ...NO_SLOPE_SUMS };
    for (const one of slopes.map(group))
      for (const [name, sum] of Object.entries(one)) all[name] = (all[name] ?? 0) + sum;
    return all as unknown as typeof NO_SLOPE_SUMS;
  };
  it('takes three editions or pairs', () => {
    expect(learnedSlope(sums([1, 1.1]), usual, false)).toBeUndefined();
    expect(learnedSlope(sums([1, 1.1, 0.9]), usual, false)?.groups).toBe(3);
    expect(learnedSlope(sums([1, 1.1, 0.9]), undefined, false)).toBeUndefined();
  });
  it('takes groups that span a size, or 100 km', () => {
    const spanning = (span: number) =>
      slopeGroup(
        [
          { at: 0, value: 30 },
          { at: span, value: 31 },
        ],
        usual,
      );
    expect(spanning(1)).not.toEqual(NO_SLOPE_SUMS);
    expect(spanning(0.99)).toEqual(NO_SLOPE_SUMS);
    expect(slopeGroup([{ at: 0, value: 30 }], usual)).toEqual(NO_SLOPE_SUMS);
  });
  it('once in use it goes back only where it is 1.2 times as unsure', () => {
    const found = learnedSlope(sums([0.2, 1, 1.8]), usual, false);
    if (!found) throw new Error('no slope');
    // The usual u for which the own one is just as sure, and 1.2 times less.
    const own = learnedSlope(sums([0.2, 1, 1.8]), { slope: 1, u: 1000 }, false);
    const ratio = (u: number, inUse: boolean) =>
      learnedSlope(sums([0.2, 1, 1.8]), { slope: 1, u }, inUse)?.isSurer;
    const even = bisect((u) => ratio(u, false) === true);
    expect(own?.isSurer).toBe(true);
    expect(ratio(even * 0.99, false)).toBe(false);
    expect(ratio(even * 1.01, false)).toBe(true);
    expect(ratio((even / 1.2) * 1.01, true)).toBe(true);
    expect(ratio((even / 1.2) * 0.99, true)).toBe(false);
  });
  it('is shown first where it is far from the usual one', () => {
    expect(learnedSlope(sums([1, 1.1, 0.9]), usual, false)?.isFar).toBe(false);
    expect(learnedSlope(sums([3, 3.1, 2.9]), { slope: 1, u: 0.1 }, false)?.isFar).toBe(true);
  });
});

/** The least value from which on a test holds. */
function bisect(holds: (value: number) => boolean): number {
  let [low, high] = [1e-6, 1e3];
  for (let step = 0; step < 80; step++) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return high;
}

describe('what is worth a reading', () => {
  const term = (key: string, u: number, more?: UncertaintyTerm['more']): UncertaintyTerm => ({
    key,
    kind: 'readings',
    u,
    df: Number.POSITIVE_INFINITY,
    ...(more ? { more } : {}),
  });
  const reading = { what: 'reading', n: 1, at: 'heel stack, left' } as const;
  it.each([
    // One more reading takes u² to half: with the rest at r, √((0.5 + r²)/(1 + r²)) = 0.95 at r² = 4.128.
    [Math.sqrt(4.12), true],
    [Math.sqrt(4.14), false],
  ])('beside a doubt of %d one more reading gains a twentieth: %s', (rest, worth) => {
    const next = cheapestNext([term('a', 1, reading), term('b', rest)]);
    expect(next !== undefined).toBe(worth);
  });
  it('a pair has to gain twelve times as much', () => {
    const pair = { what: 'pair', n: 1, at: 'this edition' } as const;
    const best = (pairU: number) =>
      cheapestNext([term('a', 1, reading), term('p', pairU, pair)])?.what;
    expect([best(2), best(6)]).toEqual(['reading', 'pair']);
  });
});
