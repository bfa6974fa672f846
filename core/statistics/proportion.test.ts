import { describe, expect, it } from 'vitest';
import { proportionInterval } from './proportion.ts';

describe('the interval of a share', () => {
  // Clopper and Pearson's limits for 10, as the usual tables of binomial confidence limits print them;
  // from memory.
  it.each([
    [0, 0, 0.3085],
    [1, 0.0025, 0.445],
    [3, 0.0667, 0.6525],
    [10, 0.6915, 1],
  ])('%i of 10', (count, lower, upper) => {
    const [low, high] = proportionInterval(count, 10);
    expect(low).toBeCloseTo(lower, 4);
    expect(high).toBeCloseTo(upper, 4);
  });
  it('needs a sample', () => {
    expect(() => proportionInterval(0, 0)).toThrow('a sample');
    expect(() => proportionInterval(4, 3)).toThrow(RangeError);
  });
});
