/** Algorithm S with unequal degrees of freedom: table and case worked by hand for measuring.md, section 5. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { repeatabilityInForce, scatterOfSitting } from '../figures/learned-repeatability.ts';
import { KEPT_AS_TYPED } from '../figures/reading.ts';
import { cutConstants, poolRobustly, scatterSums, scatterWithin } from './robust-pooling.ts';

describe('what a cut at the 0.9 quantile leaves', () => {
  // ν, η², β, e of the design's table; for ν = 1 and 2 also closed forms: η² = χ²₀.₉(1) = 1.6449²
  // and −2·ln 0.1/2, both in every table of chi-square.
  it.each([
    [1, 2.7055, 0.8313, 0.7809],
    [2, Math.LN10, 0.9, 0.8472],
    [3, 2.0838, 0.9259, 0.8744],
    [4, 1.9449, 0.9398, 0.8898],
    [5, 1.8473, 0.9486, 0.8999],
    [6, 1.7741, 0.9548, 0.9071],
    [8, 1.6702, 0.9629, 0.9169],
    [10, 1.5987, 0.968, 0.9233],
    [20, 1.4206, 0.9796, 0.9382],
  ])('%i degrees of freedom', (df, eta2, beta, efficiency) => {
    const found = cutConstants(df);
    expect(found.eta2).toBeCloseTo(eta2, 4);
    expect(found.beta).toBeCloseTo(beta, 4);
    expect(found.efficiency).toBeCloseTo(efficiency, 4);
  });
});

const shoe = (tag: string, left: number[], right: number[]) => ({
  tag,
  ...scatterWithin(
    [left, right].flatMap((values, side) => values.map((value) => ({ value, side }))),
    ({ side }) => String(side),
  ),
});
const PAIRS = [
  shoe('P1', [31.2, 31.4], [31.0, 31.1]),
  shoe('P2', [29.8, 30.1], [30.0, 29.9]),
  shoe('P3', [32.5, 32.4], [32.2, 32.5]),
  shoe('P4', [28.9, 29.0], [29.3, 29.1]),
  shoe('P5', [30.6, 30.6], [30.2, 30.5]),
  shoe('P6', [31, 81], [31.5, 75]),
  shoe('P7', [33.0, 33.2, 33.1, 32.9, 33.3, 33.1], [32.8, 32.7, 33.0, 32.9, 32.6, 32.8]),
];

describe('the pooled scatter of groups', () => {
  it('counts a spoilt pair in part, and names it', () => {
    const pooled = poolRobustly(PAIRS, 0.1);
    expect(pooled?.sd).toBeCloseTo(0.16528, 5);
    expect(pooled?.df).toBeCloseTo(16.1, 2);
    expect(pooled?.groups).toBe(7);
    expect(pooled?.apart.map(({ tag }) => tag)).toEqual(['P6']);
    expect(pooled?.hidden).toBe(false);
  });
  it('would say 9.99 by plain pooling, and without the spoilt pair little less than with it', () => {
    const plain = PAIRS.reduce((all, { ss, df }) => ({ ss: all.ss + ss, df: all.df + df }), {
      ss: 0,
      df: 0,
    });
    expect(Math.sqrt(plain.ss / plain.df)).toBeCloseTo(9.99, 2);
    const pooled = poolRobustly(
      PAIRS.filter(({ tag }) => tag !== 'P6'),
      0.1,
    );
    expect(pooled?.sd).toBeCloseTo(0.14616, 5);
    expect(pooled?.df).toBeCloseTo(14.48, 2);
    expect(pooled?.apart).toEqual([]);
  });
  it('is never finer than the step that is read: repeats on one step tell nothing finer', () => {
    const same = Array.from({ length: 6 }, () => ({ ss: 0, df: 2 }));
    expect(poolRobustly(same, 0.1)).toMatchObject({ sd: 0.1 / Math.sqrt(12), hidden: true });
    // One pair in six apart: no positive root, since the cut would carry it alone.
    expect(poolRobustly([...same, { ss: 9, df: 2 }], 0.1)).toMatchObject({ hidden: true });
  });
  it('says nothing without a repeat', () => {
    expect(poolRobustly([], 0.1)).toBeUndefined();
    expect(poolRobustly([{ ss: 0, df: 0 }], 0.1)).toBeUndefined();
  });

  const groups = fc.array(
    fc.record({
      ss: fc.double({ min: 0.01, max: 1e4, noNaN: true }),
      df: fc.integer({ min: 1, max: 12 }),
    }),
    { minLength: 1, maxLength: 30 },
  );
  it('is where the iteration from the plain value ends', () => {
    fc.assert(
      fc.property(groups, (some) => {
        const dfs = some.map(({ df }) => df).sort((a, b) => a - b);
        const middle = ((dfs[(dfs.length - 1) >> 1] ?? 0) + (dfs[dfs.length >> 1] ?? 0)) / 2;
        const total = (of: (one: { ss: number; df: number }) => number) =>
          some.reduce((sum, one) => sum + of(one), 0);
        const weight = (df: number) => Math.min(df, 2 * middle);
        let s2 = total(({ ss }) => ss) / total(({ df }) => df);
        for (let round = 0; round < 20_000; round += 1)
          s2 =
            total(({ ss, df }) => weight(df) * Math.min(ss / df, cutConstants(df).eta2 * s2)) /
            total(({ df }) => weight(df) * cutConstants(df).beta);
        expect((poolRobustly(some, 0)?.sd ?? 0) ** 2 / s2).toBeCloseTo(1, 6);
      }),
      { numRuns: 60 },
    );
  });
  it('goes with the unit: all values times c, the SD times c', () => {
    fc.assert(
      fc.property(groups, fc.double({ min: 0.1, max: 50, noNaN: true }), (some, c) => {
        const [one, other] = [some, some.map(({ ss, df }) => ({ ss: ss * c * c, df }))].map(
          (these) => poolRobustly(these, 0),
        );
        expect((other?.sd ?? 0) / ((one?.sd ?? 0) * c)).toBeCloseTo(1, 9);
        expect(other?.df).toBe(one?.df);
      }),
    );
  });
});

describe('what a sitting adds', () => {
  const reading = (value: number, more = {}) => ({
    quantity: 'heel-stack' as const,
    side: 'left',
    value,
    note: '',
    tool: 'needle gauge' as const,
    ...more,
  });
  it('is the squares about each shoe’s mean, by kind of tool, without what was asked about and kept', () => {
    const found = scatterOfSitting([
      reading(31.0),
      reading(31.2),
      reading(30.0, { side: 'right' }),
      reading(30.3, { side: 'right' }),
      reading(30.6, { side: 'right' }),
      reading(81, { side: 'right', note: KEPT_AS_TYPED }),
      reading(33, { tool: 'ruler' }),
    ]);
    expect(found).toMatchObject([{ quantity: 'heel-stack', tool: 'needle gauge', df: 3 }]);
    expect(found[0]?.ss).toBeCloseTo(0.02 + 0.18, 12);
  });
  it('of one value alone is nothing', () => {
    expect(scatterOfSitting([reading(31)])).toEqual([]);
    expect(scatterSums([31])).toEqual({ ss: 0, df: 0 });
  });
});

describe('the repeatability in force', () => {
  const assumed = { sd: 0.2, df: 8, source: 'protocol' };
  const learned = { sd: 0.165, df: 16.1, pairs: 7, hidden: false, apart: [] };
  it('is the lab’s own from five pairs on, once it is the surer of the two', () => {
    expect(repeatabilityInForce(assumed, learned)).toEqual({
      sd: 0.165,
      df: 16.1,
      source: 'protocol, from 7 pairs of this lab',
    });
    expect(repeatabilityInForce(assumed, undefined)).toBe(assumed);
    expect(repeatabilityInForce(assumed, { ...learned, pairs: 4 })).toBe(assumed);
    expect(repeatabilityInForce(assumed, { ...learned, df: 8 })).toBe(assumed);
    expect(repeatabilityInForce({ ...assumed, df: 20 }, learned).sd).toBe(0.2);
  });
});
