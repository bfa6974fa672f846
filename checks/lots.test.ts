/** Lots compared, against anova of R 4.2.2 (reference-r-2.json). */
import { describe, expect, it } from 'vitest';
import { rangeQuantile } from '#core/statistics/distributions.ts';
import { compareLots } from '#core/study/lots.ts';
import reference from './reference-r-2.json' with { type: 'json' };

const { lot, pairValue_mm, anova, differences } = reference.lots;
const pairs = lot.map((name, at) => ({ lot: name, value: pairValue_mm[at] ?? 0 }));

describe('lots of one model', () => {
  it('the analysis of variance is R’s', () => {
    const found = compareLots(pairs);
    expect(found.anova.df).toEqual(anova.df);
    expect(found.anova.ss[0]).toBeCloseTo(anova.ss[0] ?? 0, 9);
    expect(found.anova.ss[1]).toBeCloseTo(anova.ss[1] ?? 0, 9);
    expect(found.anova.F).toBeCloseTo(anova.F, 6);
    expect(found.anova.p).toBeCloseTo(anova.p, 6);
  });
  it('and so are the differences, with their intervals', () => {
    const found = compareLots(pairs).differences;
    expect(found).toHaveLength(differences.length);
    differences.forEach((wanted, at) => {
      expect(found[at]).toMatchObject({
        lot: wanted.lot,
        against: wanted.against,
        verdict: wanted.verdict,
      });
      expect(found[at]?.difference).toBeCloseTo(wanted.difference, 4);
      expect(found[at]?.lower).toBeCloseTo(wanted.lower, 4);
      expect(found[at]?.upper).toBeCloseTo(wanted.upper, 4);
    });
  });
  it('with a step, what is not real may be alike within it', () => {
    expect(compareLots(pairs, 2).differences[1]?.verdict).toBe('not shown');
    expect(compareLots(pairs, 0.1).differences[1]?.verdict).toBe('cannot tell');
  });
  it('from four lots on the intervals stand for all of them: the table of Tukey, from memory', () => {
    // q(0.95; 4, 12) = 4.20, q(0.95; 3, 10) = 3.88.
    expect(rangeQuantile(0.95, 4, 12)).toBeCloseTo(4.2, 2);
    expect(rangeQuantile(0.95, 3, 10)).toBeCloseTo(3.88, 2);
    const four = compareLots([...pairs, { lot: 'L4', value: 28.4 }, { lot: 'L4', value: 28.2 }]);
    const two = four.differences[0];
    expect(four.differences).toHaveLength(6);
    expect((two?.upper ?? 0) - (two?.lower ?? 0)).toBeGreaterThan(0.998);
  });
  it('asks for two lots and some spread', () => {
    expect(() => compareLots([{ lot: 'A', value: 1 }])).toThrow(/two lots/);
    expect(() =>
      compareLots([
        { lot: 'A', value: 1 },
        { lot: 'B', value: 2 },
      ]),
    ).toThrow(/two pairs/);
  });
});
