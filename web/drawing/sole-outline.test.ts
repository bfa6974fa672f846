import { describe, expect, it } from 'vitest';
import { stripDomain } from './ReadingStrip.tsx';
import { guessShape, solePath, topAt } from './sole-outline.ts';

const SHAPE = { heel: 31, forefoot: 24, length: 280 };

describe('the outline of a sole', () => {
  it('passes through both stations at their stacks', () => {
    expect(topAt(SHAPE, 0.12)).toBeCloseTo(31, 9);
    expect(topAt(SHAPE, 0.75)).toBeCloseTo(24, 9);
  });
  it('falls without a bump between the stations', () => {
    const heights = Array.from({ length: 64 }, (_, i) => topAt(SHAPE, 0.12 + i / 100));
    for (let i = 1; i < heights.length; i++)
      expect(heights[i]).toBeLessThanOrEqual((heights[i - 1] ?? 0) + 1e-9);
  });
  it('is one closed path inside its own box', () => {
    const path = solePath(
      SHAPE,
      (mm) => mm,
      (mm) => -mm,
    );
    expect(path.match(/M/g)).toHaveLength(1);
    expect(path.endsWith('Z')).toBe(true);
    const numbers = [...path.matchAll(/(-?[\d.]+),(-?[\d.]+)/g)];
    for (const [, x, y] of numbers) {
      expect(Number(x)).toBeGreaterThanOrEqual(0);
      expect(Number(x)).toBeLessThanOrEqual(280);
      expect(-Number(y)).toBeGreaterThanOrEqual(-0.01);
      expect(-Number(y)).toBeLessThanOrEqual(31.01);
    }
  });
  it('is known only with both stacks', () => {
    expect(guessShape(31, 24, 280).known).toBe(true);
    expect(guessShape(31, null, 280)).toMatchObject({ heel: 31, known: false });
    expect(guessShape(null, undefined, 280).known).toBe(false);
  });
});

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
