/** Editions side by side: differences against the first, and refusals with the remedy. */
import { describe, expect, it } from 'vitest';
import { defaultSteps, SIDES } from '../catalogue/quantities.ts';
import type { Basis } from '../figures/basis.ts';
import { DEFAULT_MASS_EXPONENT } from '../figures/mass.ts';
import type { MeasuredPair } from '../figures/pair-figure.ts';
import { compareEditions } from './comparison.ts';

const BASIS: Basis = {
  label: { system: 'uk', size: 8 },
  configuration: 'as sold',
  wornKm: 0,
  stack: { place: 'in-shoe', insole: 'in', lugs: 'in', layers: 'whole sole', method: 'needle' },
};
const LAB = { exponent: DEFAULT_MASS_EXPONENT, spreads: {}, noticeable: defaultSteps() };
const GAUGE = { id: 'g', resolution: 0.1, zeroU: 0.5, gainU: 0 };
const REPEATABILITY = { sd: 0.2, df: 8, source: 'p' };

function pair(tag: string, heel: number, forefoot: number, basis = BASIS): MeasuredPair {
  return {
    id: tag,
    tag,
    sessions: [
      {
        id: `s ${tag}`,
        startedAt: '2026-03-01T09:00:00Z',
        basis,
        repeatability: { 'heel-stack': REPEATABILITY, 'forefoot-stack': REPEATABILITY },
        readings: SIDES.flatMap((side) => [
          { side, quantity: 'heel-stack' as const, value: heel, gauge: GAUGE },
          { side, quantity: 'forefoot-stack' as const, value: forefoot, gauge: GAUGE },
        ]),
      },
    ],
  };
}

const row = (quantity: string, ...pairs: MeasuredPair[]) => {
  const rows = compareEditions(
    pairs.map((one) => ({ id: one.tag, pairs: [one] })),
    BASIS,
    LAB,
  );
  const found = rows.find((one) => one.quantity === quantity);
  if (!found) throw new Error(quantity);
  return found;
};

describe('mass at the reference size', () => {
  const label = { system: 'uk', size: 10 } as const;
  const weighed: MeasuredPair = {
    id: 'A',
    tag: 'A',
    sessions: [
      {
        id: 's A',
        startedAt: '2026-03-01T09:00:00Z',
        basis: { label, configuration: 'as sold', wornKm: 0 },
        repeatability: { mass: REPEATABILITY },
        readings: SIDES.map((side) => ({ side, quantity: 'mass', value: 340, gauge: GAUGE })),
      },
    ],
  };
  it('is the mass carried there by last length, at whatever size it is asked for', () => {
    const [found] = compareEditions([{ id: 'A', pairs: [weighed] }], { ...BASIS, label }, LAB, [
      'mass-at-reference',
    ]);
    const answer = found?.cells[0]?.answer;
    if (!answer || answer.terms === 'not') throw new Error('no figure');
    // UK 10 is 2/3 in of last more: 340 · (279.4 / 296.333)^1.75 = 306.7.
    expect(answer.figure.value).toBeCloseTo(340 * (279.4 / (279.4 + 50.8 / 3)) ** 1.75, 6);
    expect([answer.figure.quantity, answer.terms]).toEqual(['mass-at-reference', 'carried']);
  });
  it('does not stand beside the mass in a comparison, which is carried already', () => {
    const rows = compareEditions(
      [weighed, { ...weighed, id: 'B', tag: 'B' }].map((one) => ({ id: one.id, pairs: [one] })),
      BASIS,
      LAB,
    );
    expect(rows.map(({ quantity }) => quantity)).not.toContain('mass-at-reference');
  });
});

describe('comparison', () => {
  it('takes differences against the first, the shared zero error gone', () => {
    const heel = row('heel-stack', pair('A', 31, 24), pair('B', 24, 20));
    expect(heel.cells[0]?.difference).toBeUndefined();
    expect(heel.cells[1]?.difference?.difference).toBeCloseTo(-7, 9);
    // Pairs 2·0.5², readings 2·0.2²/2, resolution 2·(0.1²/12)/2; the zero of 0.5 mm cancels.
    expect(heel.cells[1]?.difference?.u).toBeCloseTo(Math.sqrt(0.5 + 0.04 + 0.01 / 12), 9);
    expect(heel.cells[1]?.words).toBe('same method');
    expect(heel.cells[1]?.difference?.verdict).toBe('real');
  });
  it('finds no difference between equals, and cannot tell where the step is inside U', () => {
    const heel = row('heel-stack', pair('A', 31, 24), pair('B', 31.1, 24));
    expect(heel.cells[1]?.difference?.verdict).toBe('not shown');
    const drop = row('drop', pair('A', 31, 24), pair('B', 32.2, 24));
    expect(drop.cells[1]?.difference?.verdict).toBe('cannot tell');
  });
  it('refuses another place, with the remedy and without a number to be quoted', () => {
    const sidewall: Basis = {
      ...BASIS,
      stack: { ...BASIS.stack!, place: 'sidewall', method: 'ruler' },
    };
    const heel = row('heel-stack', pair('A', 31, 24), pair('B', 37, 28, sidewall));
    expect(heel.cells[1]?.difference).toBeUndefined();
    expect(heel.cells[1]?.words).toMatch(
      /^not comparable: taken at the visible sidewall.*measure it in-shoe/,
    );
  });
  it('falls back to the first that has the figure', () => {
    const sidewall: Basis = {
      ...BASIS,
      stack: { ...BASIS.stack!, place: 'sidewall', method: 'ruler' },
    };
    const heel = row(
      'heel-stack',
      pair('A', 37, 28, sidewall),
      pair('B', 31, 24),
      pair('C', 27, 24),
    );
    expect(heel.against).toBe(1);
    expect(heel.cells.map((cell) => cell.difference?.difference)).toEqual([
      undefined,
      undefined,
      expect.closeTo(-4, 9),
    ]);
  });
  it('carries half a size and some wear, and says so', () => {
    const other: Basis = { ...BASIS, label: { system: 'uk', size: 8.5 }, wornKm: 60 };
    const heel = row('heel-stack', pair('A', 31, 24), pair('B', 27, 22, other));
    expect(heel.cells[1]?.words).toBe('converted over half a size and 60 km');
    // Half a size down −0.1, 60 km younger +0.21.
    expect(heel.cells[1]?.difference?.difference).toBeCloseTo(27 - 0.1 + 0.21 - 31, 9);
  });
  it('says what to measure where there is no figure at all', () => {
    const mass = row('mass', pair('A', 31, 24), pair('B', 24, 20));
    expect(mass.cells[1]?.words).toBe('not comparable: not measured; measure mass of B');
  });
});
