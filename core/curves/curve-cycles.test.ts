/** What holds of every curve, whatever its size, noise, start and number of cycles. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CurveTraits } from '../catalogue/quantity.ts';
import { analyseCurve } from './curve-analysis.ts';
import { type Curve, findCycles } from './curve-cycles.ts';

const TRAITS: CurveTraits = {
  x: 'angle',
  y: 'moment',
  window: [10, 30],
  windowOn: 'x',
  conditioning: 0,
};

interface Shape {
  cycles: number;
  reach: number;
  slope: number;
  loss: number;
  noise: number;
  perCycle: number;
}

const shape = fc.record<Shape>({
  cycles: fc.integer({ min: 1, max: 8 }),
  reach: fc.double({ min: 35, max: 60, noNaN: true }),
  slope: fc.double({ min: 0.01, max: 5, noNaN: true }),
  loss: fc.double({ min: 0, max: 0.3, noNaN: true }),
  noise: fc.double({ min: 0, max: 0.02, noNaN: true }),
  perCycle: fc.integer({ min: 120, max: 400 }),
});

function draw({ cycles, reach, slope, loss, noise, perCycle }: Shape): Curve {
  const n = cycles * perCycle;
  const t = Array.from({ length: n + 1 }, (_, i) => (2 * Math.PI * i) / perCycle);
  // Noise that is the same each time, and no wave of the curve's own.
  const waver = (i: number) => Math.sin(i * 12.9898) * noise * reach;
  const x = Float64Array.from(t, (at, i) => (reach / 2) * (1 - Math.cos(at)) + waver(i));
  const y = Float64Array.from(
    t,
    (at, i) => slope * (x[i] as number) + slope * reach * loss * Math.sin(at),
  );
  return { x, y };
}

describe('cycles of any curve', () => {
  it('are found, each with a way up and a way back', () => {
    fc.assert(
      fc.property(shape, (one) => {
        const { curve, cycles, unreturned } = findCycles(draw(one));
        expect(cycles).toHaveLength(one.cycles);
        expect(unreturned).toBe(0);
        for (const { start, turn, end } of cycles) {
          expect(start).toBeLessThan(turn);
          expect(turn).toBeLessThan(end);
          expect(curve.x[turn]).toBeGreaterThan(curve.x[start] as number);
          expect(curve.x[turn]).toBeGreaterThan(curve.x[end] as number);
        }
      }),
    );
  });
  it('follow each other without a gap', () => {
    fc.assert(
      fc.property(shape, (one) => {
        const { cycles } = findCycles(draw(one));
        for (let i = 1; i < cycles.length; i++) expect(cycles[i]?.start).toBe(cycles[i - 1]?.end);
      }),
    );
  });
  it('tell a last way up that has no way back', () => {
    fc.assert(
      fc.property(shape, (one) => {
        const whole = draw({ ...one, cycles: one.cycles + 1 });
        const cut = Math.floor((one.cycles + 0.45) * one.perCycle);
        const { cycles, unreturned } = findCycles({
          x: whole.x.slice(0, cut),
          y: whole.y.slice(0, cut),
        });
        expect(cycles).toHaveLength(one.cycles);
        expect(unreturned).toBe(1);
      }),
    );
  });
});

describe('figures of any curve', () => {
  const figures = (curve: Curve) => {
    const { stiffness, lossJ, returnPercent } = analyseCurve(curve, TRAITS);
    return { slope: stiffness?.mean ?? 0, loss: lossJ?.mean ?? 0, back: returnPercent?.mean ?? 0 };
  };
  it('grow with the moment: twice the moment, twice the stiffness and the loss, the same return', () => {
    fc.assert(
      fc.property(shape, (one) => {
        const curve = draw(one);
        const single = figures(curve);
        const double = figures({ x: curve.x, y: curve.y.map((moment) => 2 * moment) });
        expect(double.slope).toBeCloseTo(2 * single.slope, 6);
        expect(double.loss).toBeCloseTo(2 * single.loss, 6);
        expect(double.back).toBeCloseTo(single.back, 6);
      }),
    );
  });
  it('do not mind where the moment has its zero: slope and loss stay', () => {
    fc.assert(
      fc.property(shape, fc.double({ min: -20, max: 20, noNaN: true }), (one, offset) => {
        const curve = draw(one);
        const lifted = figures({ x: curve.x, y: curve.y.map((moment) => moment + offset) });
        expect(lifted.slope).toBeCloseTo(figures(curve).slope, 6);
        expect(lifted.loss).toBeCloseTo(figures(curve).loss, 6);
      }),
    );
  });
  it('find the loss of the loop that was drawn: π·(reach/2)·(slope·reach·loss)', () => {
    fc.assert(
      fc.property(shape, (drawn) => {
        const one = { ...drawn, noise: 0 };
        const { loss } = figures(draw(one));
        const closed =
          Math.PI * ((one.reach / 2) * (Math.PI / 180)) * (one.slope * one.reach * one.loss);
        // A polygon of 120 corners or more falls short of its loop by less than a thousandth.
        expect(Math.abs(loss - closed)).toBeLessThanOrEqual(1e-3 * closed + 1e-9);
      }),
    );
  });
  it('never throw, whatever the samples are', () => {
    const anything = fc.array(
      fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e6, max: 1e6 }),
      {
        maxLength: 60,
      },
    );
    fc.assert(
      fc.property(anything, anything, (x, y) => {
        const n = Math.min(x.length, y.length);
        const { faults, stiffness } = analyseCurve(
          { x: Float64Array.from(x.slice(0, n)), y: Float64Array.from(y.slice(0, n)) },
          TRAITS,
        );
        if (!stiffness) expect(faults.length).toBeGreaterThan(0);
      }),
    );
  });
});
