import fc from 'fast-check';
import { expect, it } from 'vitest';
import { isAbove, isAtLeast, isAtMost, isBelow } from './at-limit.ts';

it('differences of decimals stand where they stand on paper', () => {
  const hundredths = fc.integer({ min: -100_000, max: 100_000 });
  fc.assert(
    fc.property(hundredths, hundredths, fc.integer({ min: -3, max: 3 }), (a, b, apart) => {
      const value = a / 100 - b / 100;
      const limit = (a - b + apart) / 100;
      expect([isAbove, isBelow, isAtLeast, isAtMost].map((stands) => stands(value, limit))).toEqual(
        [apart < 0, apart > 0, apart <= 0, apart >= 0],
      );
    }),
    { seed: 9, numRuns: 2000 },
  );
});

it('no figure is above or below an infinite limit that it does not reach', () => {
  expect(isAbove(5, Number.POSITIVE_INFINITY)).toBe(false);
  expect(isBelow(5, Number.POSITIVE_INFINITY)).toBe(true);
});
