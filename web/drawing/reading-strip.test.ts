import { describe, expect, it } from 'vitest';
import { stripDomain } from './ReadingStrip.tsx';

describe('the rule of a reading strip', () => {
  it('holds every value and ten ticks at least', () => {
    const [low, high] = stripDomain([31.1, 31.2], 0.1);
    expect(low).toBeLessThan(31.1);
    expect(high).toBeGreaterThan(31.2);
    expect(high - low).toBeGreaterThanOrEqual(1);
    const wide = stripDomain([24, 31], 0.1);
    expect(wide[0]).toBeLessThanOrEqual(24);
    expect(wide[1]).toBeGreaterThanOrEqual(31);
  });
});
