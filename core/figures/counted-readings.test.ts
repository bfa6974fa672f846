/** What counts for a measurement in another protocol, and what does not. */
import { describe, expect, it } from 'vitest';
import type { Basis } from './basis.ts';
import { countOnSameTerms } from './counted-readings.ts';

const needle = {
  place: 'in-shoe',
  insole: 'in',
  lugs: 'in',
  layers: 'whole sole',
  method: 'needle',
} as const;
const asSold: Basis = {
  label: { system: 'uk', size: 8 },
  configuration: 'as sold',
  wornKm: 0,
  stack: needle,
};
const READINGS = [
  { quantity: 'mass', side: 'left' },
  { quantity: 'mass', side: 'left' },
  { quantity: 'heel-stack', side: 'left' },
] as const;
const count = (
  quantity: 'mass' | 'heel-stack',
  other: Partial<Basis>,
  side: 'left' | 'right' = 'left',
) =>
  countOnSameTerms(quantity, side, () => asSold, [
    { basisOf: () => ({ ...asSold, ...other }), readings: READINGS },
  ]);

describe('readings of another protocol', () => {
  it('count where all is alike that the quantity depends on', () => {
    expect(count('mass', {})).toBe(2);
    expect(count('mass', {}, 'right')).toBe(0);
    // Mass depends on no way to take the stack, and a check of left against right has none.
    expect(count('mass', { stack: { ...needle, place: 'sidewall', method: 'ruler' } })).toBe(2);
    expect(count('heel-stack', {})).toBe(1);
    expect(count('heel-stack', { stack: { ...needle, insole: 'out' } })).toBe(0);
  });

  it.each([
    { wornKm: 60 },
    { configuration: 'insole out' },
    { removed: 'laces' },
    { label: { system: 'uk', size: 9 } },
  ] as Partial<Basis>[])('do not count on other terms: %j', (other) => {
    expect(count('mass', other)).toBe(0);
  });
});
