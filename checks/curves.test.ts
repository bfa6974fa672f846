/** Curves against closed forms, a handbook formula and certified values. */
import { describe, expect, it } from 'vitest';
import type { CurveTraits } from '#core/catalogue/quantity.ts';
import {
  analyseCurve,
  apparentEi,
  loadingStiffness,
  orientCurve,
} from '#core/curves/curve-analysis.ts';
import { findCycles } from '#core/curves/curve-cycles.ts';
import { fitLine } from '#core/statistics/line-fit.ts';
import published from './published.json' with { type: 'json' };

const BEND: CurveTraits = {
  x: 'angle',
  y: 'moment',
  window: [10, 30],
  windowOn: 'x',
  conditioning: 0,
};

/** θ = c − a·cos t, M = k·(θ − c) + b·sin t: an ellipse sheared along a line of slope k. */
function ellipse({ a = 20, b = 0.8, c = 20, k = 0.2, n = 4000, turns = 1, from = 0 } = {}) {
  const t = Array.from({ length: n + 1 }, (_, i) => from + (2 * Math.PI * turns * i) / n);
  const x = Float64Array.from(t, (at) => c - a * Math.cos(at));
  return { x, y: Float64Array.from(t, (at, i) => k * ((x[i] as number) - c) + b * Math.sin(at)) };
}

describe('an elliptic loop, closed form', () => {
  const { lossJ, stiffness, returnPercent, gaping } = analyseCurve(ellipse(), BEND);
  it('loses π·a·b, the angle in radians', () => {
    expect(lossJ?.mean).toBeCloseTo(Math.PI * ((20 * Math.PI) / 180) * 0.8, 5);
    expect(gaping).toBe(0);
  });
  it('has the slope of its axis: the ellipse adds nothing in a window about its middle', () => {
    expect(stiffness?.mean).toBeCloseTo(0.2, 6);
    expect(stiffness).toMatchObject({ sd: 0, n: 1 });
  });
  it('returns unloading work in percent of loading work', () => {
    // About its middle the straight part does no net work: +πab/2 up, −πab/2 back.
    expect(returnPercent?.mean).toBeCloseTo(-100, 3);
    // Raised by 10 N·m both ways do 10·2a more: return = (20a − πab/2)/(20a + πab/2).
    const raised = ellipse();
    const { returnPercent: lifted } = analyseCurve(
      { ...raised, y: raised.y.map((m) => m + 10) },
      BEND,
    );
    const [straight, half] = [20 * 20, (Math.PI * 20 * 0.8) / 2];
    expect(lifted?.mean).toBeCloseTo((100 * (straight - half)) / (straight + half), 3);
  });
  it.each([0.7, Math.PI / 2, 3, 5])('may start anywhere in its turn (%f)', (from) => {
    const { lossJ: loss, stiffness: slope } = analyseCurve(ellipse({ from }), BEND);
    expect(loss?.mean).toBeCloseTo(Math.PI * ((20 * Math.PI) / 180) * 0.8, 4);
    expect(slope?.mean).toBeCloseTo(0.2, 4);
  });
  it('counts the last three of several cycles, after the conditioning ones', () => {
    const several = analyseCurve(ellipse({ turns: 6, n: 12_000 }), { ...BEND, conditioning: 2 });
    expect(several.cycles.map((cycle) => cycle.counted)).toEqual([
      false,
      false,
      false,
      true,
      true,
      true,
    ]);
    expect(several.stiffness?.mean).toBeCloseTo(0.2, 5);
    expect(several.averaged?.loading[30]?.sd).toBeLessThan(1e-3);
  });
  it('loses displacement times force in joules where the curve is pressed', () => {
    const pressed = analyseCurve(ellipse({ a: 5, b: 40, c: 5, k: 80 }), {
      ...BEND,
      x: 'displacement',
      y: 'force',
      window: [2, 8],
    });
    expect(pressed.lossJ?.mean).toBeCloseTo(Math.PI * 0.005 * 40, 5);
    expect(pressed.stiffness?.mean).toBeCloseTo(80, 3);
  });
});

describe('what a curve has to have', () => {
  const loading = {
    x: Float64Array.from({ length: 200 }, (_, i) => i / 5),
    y: new Float64Array(200),
  };
  it('says that a way back is missing', () => {
    const { faults, stiffness } = analyseCurve(loading, BEND);
    expect(faults[0]?.code).toBe('no-return');
    expect(stiffness).toBeUndefined();
  });
  it('gives no figure from fewer than ten samples, nor from an uncovered window', () => {
    const few = analyseCurve(ellipse({ n: 24 }), BEND);
    expect(few.faults.map((fault) => fault.code)).toContain('few-samples');
    const short = analyseCurve(ellipse({ a: 9, c: 19 }), BEND);
    expect(short.faults[0]?.code).toBe('window');
    expect(short.faults[0]?.message).toContain('does not cover');
    expect(short.lossJ).toBeDefined();
  });
  it('closes the window at both ends', () => {
    // Eleven samples at whole degrees: 10 and 20 are both in.
    const branch = {
      x: Float64Array.from({ length: 31 }, (_, i) => i),
      y: Float64Array.from({ length: 31 }, (_, i) => 0.3 * i),
    };
    expect(loadingStiffness(branch, [10, 20], 'x')).toEqual({ slope: expect.closeTo(0.3, 12) });
    expect(loadingStiffness(branch, [10, 18.5], 'x')).toHaveProperty('fault.code', 'few-samples');
    expect(loadingStiffness(branch, [1.5, 6], 'y')).toEqual({ slope: expect.closeTo(0.3, 12) });
  });
  it('flags a loop whose ends gape by over 2 % of a range', () => {
    const drifting = ellipse();
    const y = drifting.y.map((m, i) => m + (0.4 * i) / drifting.y.length);
    expect(analyseCurve({ x: drifting.x, y }, BEND).gaping).toBe(1);
  });
  it('takes noise and a pause for no reversal', () => {
    const noisy = ellipse({ turns: 3, n: 6000 });
    const x = noisy.x.map((at, i) => at + 0.5 * Math.sin(i));
    expect(findCycles({ x, y: noisy.y }).cycles).toHaveLength(3);
  });
  it('takes the turn that the direction has from a curve of both turns', () => {
    const x = Float64Array.from([0, 10, 20, 10, 0, -10, -20, -10, 0]);
    const y = Float64Array.from([0, 2, 4, 2, 0, -3, -6, -3, 0]);
    expect([...orientCurve({ x, y }, { negative: true }).y]).toEqual(
      [0, 0, 3, 6, 3, 0].map((m) => expect.closeTo(m, 12)),
    );
    expect(Math.max(...orientCurve({ x, y }, {}).y)).toBe(4);
    expect(Math.max(...orientCurve({ x: x.map((v) => -Math.abs(v)), y }, {}).x)).toBe(20);
  });
});

describe('three-point bending, by hand', () => {
  // A beam pressed in the middle sags by F·L³/(48·EI): EI = k·L³/48 (handbook of mechanics).
  it.each([
    [8, 120, 288_000],
    [1, 48, 2304],
    [9.2, 100, 191_666.67],
  ])('%f N/mm over %f mm is %f N·mm²', (k, span, ei) => {
    expect(apparentEi(k, span)).toBeCloseTo(ei, 1);
  });
});

describe('the straight line (NIST StRD, Norris, certified values)', () => {
  const { x, y, certified } = published.norris;
  const fit = fitLine(x, y);
  it('has the certified intercept, slope and residual SD', () => {
    expect(fit?.intercept).toBeCloseTo(certified.intercept, 10);
    expect(fit?.slope).toBeCloseTo(certified.slope, 12);
    expect(fit?.residualSd).toBeCloseTo(certified.residualSd, 11);
    // The certified standard deviation of the slope, from memory.
    expect(fit?.slopeSd).toBeCloseTo(0.429796848199937e-3, 13);
  });
  it('needs two points and an x that varies', () => {
    expect(fitLine([1], [2])).toBeUndefined();
    expect(fitLine([3, 3, 3], [1, 2, 3])).toBeUndefined();
    expect(fitLine([0, 1], [1, 3])).toMatchObject({ slope: 2, residualSd: 0 });
  });
});
