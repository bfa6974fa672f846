/** Tails of the distributions against closed forms, where 1 − P would be 0. */
import { describe, expect, it } from 'vitest';
import { fExceeds, tExceeds, tProbability } from './distributions.ts';

const near = (value: number, expected: number) => expect(value / expected).toBeCloseTo(1, 6);

describe('an upper tail', () => {
  // With two degrees of freedom above, P(F > f) = (1 + 2f/ν)^(−ν/2): elementary integral.
  it.each([
    [0.5, 10],
    [3, 12],
    [100, 60],
    [400, 200],
    [1e5, 40],
  ])('of F at %d over 2 and %d is its closed form', (f, under) =>
    near(fExceeds(f, 2, under), (1 + (2 * f) / under) ** (-under / 2)),
  );

  // With one degree of freedom t is Cauchy: P(T > t) = atan(1/t)/π.
  it.each([0.1, 1, 30, 1e6, 1e11])('of t at %d over 1 is its closed form', (t) =>
    near(tExceeds(t, 1), Math.atan(1 / t) / Math.PI),
  );

  // t² over ν is F over 1 and ν: both tails of t together are one of F.
  it.each([
    [2, 5],
    [12, 8],
    [40, 25],
  ])('of t at %d with %d degrees of freedom is half of that of F', (t, df) =>
    near(2 * tExceeds(t, df), fExceeds(t * t, 1, df)),
  );

  it('goes on from the lower one, and is never 0 where something is left', () => {
    for (const t of [-3, -0.5, 0, 0.5, 3]) near(tExceeds(t, 9), 1 - tProbability(t, 9));
    near(tExceeds(2, Number.POSITIVE_INFINITY), 0.022750131948);
    expect(fExceeds(1e4, 3, 100)).toBeGreaterThan(0);
    expect(fExceeds(0, 3, 100)).toBe(1);
    expect(fExceeds(-1, 3, 100)).toBe(1);
  });
});
