import { describe, expect, it } from 'vitest';
import { minimise } from './simplex.ts';

describe('the simplex', () => {
  it('finds the bottom of a bowl', () => {
    const [x, y] = minimise(([a = 0, b = 0]) => (a - 3) ** 2 + 4 * (b + 1) ** 2, [0, 0], 0.5);
    expect(x).toBeCloseTo(3, 6);
    expect(y).toBeCloseTo(-1, 6);
  });

  it('walks Rosenbrock’s valley (1960), whose bottom is 1, 1', () => {
    const [x, y] = minimise(
      ([a = 0, b = 0]) => (1 - a) ** 2 + 100 * (b - a ** 2) ** 2,
      [-1.2, 1],
      0.5,
    );
    expect(x).toBeCloseTo(1, 5);
    expect(y).toBeCloseTo(1, 5);
  });

  it('ends where values are large and their last digits noise', () => {
    let asked = 0;
    minimise(
      ([a = 0]) => {
        asked += 1;
        return 1e9 + (a - 2) ** 2;
      },
      [0],
      0.5,
    );
    expect(asked).toBeLessThan(500);
  });

  it('stops after the rounds it is given', () => {
    let asked = 0;
    minimise(
      ([a = 0]) => {
        asked += 1;
        return a;
      },
      [0],
      1,
      { most: 10 },
    );
    expect(asked).toBeLessThan(60);
  });
});
