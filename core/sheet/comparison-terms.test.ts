/** Sums of squared ways by hand. */
import { describe, expect, it } from 'vitest';
import type { SizeLabel } from '../sizing/size-label.ts';
import { leastWayKm, leastWayLabel } from './comparison-terms.ts';

const uk = (size: number): SizeLabel => ({ system: 'uk', size });

describe('the size at which editions are compared', () => {
  it.each([
    ['one that both have', [[uk(8), uk(10)], [uk(10)]], uk(10)],
    ['the first edition’s where half a size apart', [[uk(8)], [uk(8.5)]], uk(8)],
    ['between them where they are a size apart: ¼ + ¼, not 0 + 1', [[uk(8)], [uk(9)]], uk(8.5)],
    ['near the two of three', [[uk(8)], [uk(8)], [uk(9.5)]], uk(8.5)],
    ['none where no edition has a pair', [[], []], undefined],
    ['the one edition’s that has pairs', [[], [uk(7)]], uk(7)],
  ] as const)('is %s', (_, editions, label) => {
    expect(leastWayLabel(editions)).toEqual(label);
  });
  it('is one of a child’s sizes only where all are', () => {
    const child: SizeLabel = { system: 'us-child', size: 3 };
    expect(leastWayLabel([[child], [child]])).toEqual(child);
    expect(leastWayLabel([[uk(8)], [uk(8), child]])).toEqual(uk(8));
  });
  it('is in either system where both print one size', () => {
    expect(leastWayLabel([[uk(8)], [{ system: 'us-men', size: 9 }]])).toEqual(uk(8));
  });
});

describe('the distance at which editions are compared', () => {
  it.each([
    ['new where both were', [[0, 300], [0]], 0],
    ['worn where only that is shared', [[0, 300], [300]], 300],
    ['the less worn of two that share none', [[0], [60]], 0],
    ['new where the other is as good as new', [[20], [0]], 0],
    ['near the two of three', [[0], [400], [420]], 400],
    ['new where nothing was measured', [[], []], 0],
  ])('is %s', (_, editions, km) => {
    expect(leastWayKm(editions)).toBe(km);
  });
});
