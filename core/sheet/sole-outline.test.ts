import { describe, expect, it } from 'vitest';
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
  it('passes through a measured midfoot, and through both stations still', () => {
    const shape = { ...SHAPE, midfoot: 30 };
    expect(topAt(shape, 0.45)).toBeCloseTo(30, 9);
    expect(topAt(shape, 0.12)).toBeCloseTo(31, 9);
    expect(topAt(shape, 0.75)).toBeCloseTo(24, 9);
  });
  it('rises to a measured toe tip from where the rocker starts, and to the bevel at the heel', () => {
    const shape = { ...SHAPE, toeTip: 36, rockerStart: 0.7, bevelStart: 0.1, bevelAngle: 20 };
    const ground = solePath(
      shape,
      (mm) => mm,
      (mm) => mm,
    );
    const points = [...ground.matchAll(/(-?[\d.]+),(-?[\d.]+)/g)].map(([, x, y]) => [
      Number(x),
      Number(y),
    ]);
    const underside = points.slice(points.length / 2);
    const tip = underside.find(([x]) => x === 280);
    expect(tip?.[1]).toBeCloseTo(36, 1);
    for (const [x = 0, y = 0] of underside) if (x > 30 && x < 190) expect(y).toBe(0);
    const rear = underside.find(([x]) => x === 0);
    // 28 mm of bevel at 20 degrees rise by 10.2 mm.
    expect(rear?.[1]).toBeCloseTo(28 * Math.tan((20 * Math.PI) / 180), 1);
    expect(topAt(shape, 0.9)).toBeGreaterThan(topAt(SHAPE, 0.9));
  });
  it('is known only with both stacks', () => {
    expect(guessShape(31, 24, 280).known).toBe(true);
    expect(guessShape(31, null, 280)).toMatchObject({ heel: 31, known: false });
    expect(guessShape(null, undefined, 280).known).toBe(false);
  });
});
