import { describe, expect, it } from 'vitest';
import {
  isAlikeInAll,
  type ManyCell,
  type ManyRow,
  measureNext,
  perhapsSteps,
  rowsByDisagreement,
  sureSteps,
} from './many-compared.ts';

const yardstick: ManyCell = { hasFigure: true, isStated: false };
const missing: ManyCell = { hasFigure: false, isStated: false };
const cell = (
  difference: number,
  U: number,
  verdict = 'real',
  noticeable: 'yes' | 'may be' | 'no' = 'yes',
): ManyCell => ({ ...yardstick, difference: { difference, U, verdict, noticeable } });
const row = (quantity: string, noticeable: number, ...cells: ManyCell[]): ManyRow => ({
  quantity,
  noticeable,
  against: 0,
  cells: [yardstick, ...cells],
});

describe('many editions', () => {
  it('stand in the order in which they disagree for sure', () => {
    // By hand: mass (35 − 6)/15 = 1.9 sure steps; drop (3.5 − 1.2)/2 = 1.2; width none, 2.5 perhaps.
    const mass = row('mass', 15, cell(-35, 6), cell(-12, 8));
    const drop = row('drop', 2, cell(-3.5, 1.2));
    const width = row('ball-width', 2, cell(2, 3, 'cannot tell', 'may be'));
    expect(rowsByDisagreement([width, drop, mass]).map(({ quantity }) => quantity)).toEqual([
      'mass',
      'drop',
      'ball-width',
    ]);
    const difference = { difference: -35, U: 6, verdict: 'real', noticeable: 'yes' } as const;
    expect(sureSteps(difference, 15)).toBeCloseTo(29 / 15, 9);
    expect(perhapsSteps(difference, 15)).toBeCloseTo(41 / 15, 9);
    expect(sureSteps({ ...difference, U: 40 }, 15)).toBe(0);
  });

  it('are alike in what nobody would notice, where all have the figure', () => {
    const alike = row('outer-length', 2, cell(0.2, 0.4, 'not shown', 'no'));
    expect(isAlikeInAll(alike)).toBe(true);
    expect(rowsByDisagreement([alike])).toEqual([]);
    expect(isAlikeInAll({ ...alike, cells: [...alike.cells, missing] })).toBe(false);
    expect(isAlikeInAll(row('mass', 15))).toBe(false);
  });

  it('name what to measure next: where the others disagree most', () => {
    const rows = [
      row('mass', 15, cell(-60, 5), missing),
      row('drop', 2, cell(1, 1), { ...missing, isStated: true }),
      row('ball-width', 2, cell(1, 3, 'cannot tell', 'may be'), cell(0.1, 0.4, 'not shown', 'no')),
    ];
    expect(measureNext(rows).map(({ quantity, edition, why }) => [quantity, edition, why])).toEqual(
      [
        ['mass', 2, 'nobody measured it'],
        ['ball-width', 1, 'cannot tell'],
        ['drop', 2, 'only stated'],
      ],
    );
    const otherwise = row('mass', 15, cell(-60, 5), { ...missing, isOnOtherTerms: true });
    expect(measureNext([otherwise])[0]?.why).toBe('measured on other terms');
    expect(measureNext([row('mass', 15, missing)])).toEqual([]);
    const nobody = { ...row('mass', 15), cells: [missing, missing] };
    expect(measureNext([nobody])).toEqual([]);
  });
});
