/** Worked by hand: 90 mm of sole over 38 mm of stack. */
import { describe, expect, it } from 'vitest';
import { inputsOf, workOut } from '../catalogue/computation.ts';
import { QUANTITIES, type QuantityId } from '../catalogue/quantities.ts';
import type { Basis } from './basis.ts';
import { computedFigure } from './computed.ts';
import { type Figure, figureExpanded, figureUncertainty } from './figure.ts';

const basis: Basis = {
  label: { system: 'uk', size: 8 },
  configuration: 'as sold',
  wornKm: 0,
};
const stack = {
  place: 'in-shoe',
  insole: 'in',
  lugs: 'in',
  layers: 'whole sole',
  method: 'needle',
} as const;

const figure = (
  quantity: QuantityId,
  value: number,
  u: number,
  more: Partial<Figure> = {},
): Figure => ({
  quantity,
  value,
  terms: [{ key: `readings:${quantity}`, kind: 'readings', u, df: 8 }],
  readings: 3,
  pairs: 1,
  basis,
  provenance: 'measured',
  conversions: [],
  doubts: [],
  ...more,
});

const known: Partial<Record<QuantityId, Figure>> = {
  'heel-width': figure('heel-width', 90, 0.4),
  'heel-stack': figure('heel-stack', 38, 0.3, { basis: { ...basis, stack } }),
  'heel-midsole': figure('heel-midsole', 27, 0.2),
};
const workedOut = (quantity: QuantityId) => computedFigure(quantity, (part) => known[part]);

describe('figures that are worked out', () => {
  it('gives a width against a stack in %, with the doubts of both', () => {
    const found = workedOut('width-to-stack');
    // 45/38 = 1.18421; u = 1.18421·√((0.4/90)² + (0.3/38)²)
    expect(found?.value).toBeCloseTo(118.421, 3);
    const relative = Math.hypot(0.4 / 90, 0.3 / 38);
    expect(found && figureUncertainty(found)).toBeCloseTo(118.421 * relative, 4);
    expect(found && figureExpanded(found)).toBeGreaterThan(2 * 118.421 * relative);
    expect(found?.basis.stack).toEqual(stack);
  });
  it('gives the tilt to the edge as an angle', () => {
    const found = workedOut('tilt-angle');
    // atan(45/38) = 49.821°; du by du/dq = 180/π/(1 + q²)
    expect(found?.value).toBeCloseTo(49.821, 3);
    const q = 45 / 38;
    const u = ((180 / Math.PI) * q * Math.hypot(0.4 / 90, 0.3 / 38)) / (1 + q ** 2);
    expect(found && figureUncertainty(found)).toBeCloseTo(u, 6);
  });
  it('gives a share of the stack, and nothing where a part is missing or nothing', () => {
    expect(workedOut('midsole-share')?.value).toBeCloseTo((100 * 27) / 38, 9);
    expect(workedOut('drop')).toBeUndefined();
    const { computed } = QUANTITIES['tilt-angle'] ?? {};
    if (!computed) throw new Error('it is worked out');
    expect(workOut(computed, [90, 0])).toBeUndefined();
    expect(workOut(computed, [90, undefined])).toBeUndefined();
  });
  it('has sensitivities that are the slopes of the value', () => {
    for (const { computed } of Object.values(QUANTITIES)) {
      // A figure that is carried to another size is no function of one shoe's values.
      if (!computed || 'atReference' in computed) continue;
      const inputs = inputsOf(computed).map((_, at) => 40 + 7 * at);
      const at = workOut(computed, inputs);
      inputs.forEach((_, moved) => {
        const step = 1e-5;
        const near = workOut(
          computed,
          inputs.map((input, place) => (place === moved ? input + step : input)),
        );
        expect(((near?.value ?? 0) - (at?.value ?? 0)) / step).toBeCloseTo(
          at?.sensitivities[moved] ?? Number.NaN,
          4,
        );
      });
    }
  });
});
