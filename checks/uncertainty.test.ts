/** Uncertainty of repeats against published values and outputs of a reference program. */
import { readFileSync } from 'node:fs';
import { mean, sampleStandardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { differenceOf } from '#core/figures/difference.ts';
import { tProbability, tQuantile } from '#core/statistics/distributions.ts';
import { findOutlier, grubbsCritical } from '#core/statistics/outlier.ts';
import { scatterOfMean, summariseReadings } from '#core/statistics/repeated-readings.ts';
import { decideRepeats } from '#core/statistics/repeats.ts';
import { coverageFactor, effectiveDf, standardUncertainty } from '#core/statistics/uncertainty.ts';

const published = JSON.parse(readFileSync(new URL('./published.json', import.meta.url), 'utf8'));
const reference = JSON.parse(readFileSync(new URL('./reference-r.json', import.meta.url), 'utf8'));

describe('JCGM 100:2008 example H.1, end gauge (values from memory, as published.json says)', () => {
  const terms = published.gumEndGauge.components_nm.map(
    (component: { u: number; df: number }, index: number) => ({
      key: `component ${index}`,
      kind: 'calibration' as const,
      ...component,
    }),
  );
  it('combines to 32 nm', () => {
    expect(Math.round(standardUncertainty(terms))).toBe(
      published.gumEndGauge.published.combined_nm,
    );
  });
  it('has 16.7 effective degrees of freedom, not truncated', () => {
    expect(Math.abs(effectiveDf(terms) - published.gumEndGauge.published.effectiveDf)).toBeLessThan(
      0.1,
    );
  });
});

describe('NIST StRD Michelso: 100 readings', () => {
  const values: number[] = published.michelson.millionMetresPerSecond;
  const certified = published.michelson.certified;
  const summary = summariseReadings({ values, resolution: 0 });
  it('has the certified mean and SD', () => {
    expect(mean(values)).toBeCloseTo(certified.mean, 10);
    expect(sampleStandardDeviation(values)).toBeCloseTo(certified.sd, 10);
    expect(summary.mean).toBeCloseTo(certified.mean, 10);
    expect(summary.sd).toBeCloseTo(certified.sd, 10);
  });
  it('has u = s/√n with n − 1 degrees of freedom', () => {
    expect(summary.u).toBeCloseTo(certified.sd / 10, 10);
    expect(summary.df).toBeCloseTo(99, 6);
  });
});

describe('reference outputs (R 4.2.2)', () => {
  it('agrees on t quantiles', () => {
    const { df, t } = reference.tQuantile975;
    df.forEach((nu: number, i: number) => {
      expect(coverageFactor(nu)).toBeCloseTo(t[i], 7);
      expect(tProbability(t[i], nu)).toBeCloseTo(0.975, 10);
    });
  });
  it('agrees on critical values of Grubbs', () => {
    const { n, critical } = reference.grubbs95;
    n.forEach((size: number, i: number) => {
      expect(grubbsCritical(size, 0.05)).toBeCloseTo(critical[i], 7);
    });
  });
  it('takes t with unlimited degrees of freedom as the normal distribution', () => {
    // 1.959964: the normal quantile in every table.
    expect(tQuantile(0.975, Number.POSITIVE_INFINITY)).toBeCloseTo(1.959964, 6);
  });
});

describe('one station, by hand', () => {
  it('uses the repeatability where the readings do not contradict it', () => {
    // 0.2²/2 + 0.1²/12 = 0.02 + 0.000833; ν = 0.020833² / (0.02²/8) = 8.68
    const s = summariseReadings({
      values: [31.1, 31.3],
      resolution: 0.1,
      repeatability: { sd: 0.2, df: 8 },
    });
    expect(s.mean).toBeCloseTo(31.2, 12);
    expect(s.u).toBeCloseTo(Math.sqrt(0.02 + 0.01 / 12), 12);
    expect(s.df).toBeCloseTo(8.6806, 3);
    expect(s.shown).toMatchObject({ value: 31.2, U: 0.33, decimals: 2 });
  });
  it('lets the readings speak where they scatter beyond F(0.99; 1, 8) = 11.26', () => {
    // s² = 0.98; 0.98/0.04 = 24.5 > 11.26 (F table, any textbook)
    const wide = scatterOfMean([30.5, 31.9], { sd: 0.2, df: 8 });
    expect(wide).toMatchObject({ own: true, df: 1 });
    expect(wide?.u).toBeCloseTo(0.7, 10);
  });
  it('accepts one reading with a repeatability and refuses it without', () => {
    expect(
      summariseReadings({ values: [31], resolution: 0.1, repeatability: { sd: 0.2, df: 8 } }).n,
    ).toBe(1);
    expect(() => summariseReadings({ values: [31], resolution: 0.1 })).toThrow(/repeatability/);
  });
  it('has no uncertainty to expand where nothing varies', () => {
    expect(summariseReadings({ values: [5, 5], resolution: 0 }).U).toBe(0);
  });
});

describe('ISO 5725-6: what to take next', () => {
  it.each([
    [[31.0, 31.5], 'mean'],
    [[31.0, 31.56], 'mean'],
    [[31.0, 32.3], 'take-two-more'],
    [[31.0, 32.3, 31.2], 'take-two-more'],
    [[31.0, 31.72, 31.4, 31.3], 'mean'],
    [[31.0, 32.3, 31.2, 31.1], 'median'],
    [[50, 50.5, 50.2, 50.1, 50.78], 'mean'],
    [[50, 50.5, 50.2, 50.1, 50.79], 'median'],
  ])('%j with s_r = 0.2: %s', (values, action) => {
    expect(decideRepeats(values, 0.2).action).toBe(action);
  });
  it('gives the median of four with u = 0.546·s and ν = 3', () => {
    const decision = decideRepeats([31.0, 32.3, 31.2, 31.1], 0.2);
    expect(decision.result).toBeCloseTo(31.15, 12);
    expect(decision.u).toBeCloseTo(0.546 * sampleStandardDeviation([31.0, 32.3, 31.2, 31.1]), 12);
    expect(decision.df).toBe(3);
  });
  it('refuses a single reading and more than its table holds', () => {
    expect(() => decideRepeats([31], 0.2)).toThrow(/2 to 10/);
    expect(() => decideRepeats(Array(11).fill(31), 0.2)).toThrow(/2 to 10/);
  });
});

describe('Grubbs with made-up readings', () => {
  it('names the reading apart', () => {
    expect(findOutlier([31.1, 31.2, 31.2, 31.3, 33.9])).toMatchObject({ suspect: 4 });
  });
  it('finds nothing in equal readings', () => {
    expect(findOutlier([5, 5, 5, 5])).toMatchObject({ statistic: 0 });
    expect(findOutlier([5, 5, 5, 5]).suspect).toBeUndefined();
  });
});

describe('differences by hand', () => {
  it('combines and judges', () => {
    // u = √(0.15² + 0.2²) = 0.25; ν = 0.25⁴/(0.15⁴/8 + 0.2⁴/8) = 14.84; t = 2.133; U = 0.533
    const d = differenceOf({ value: 31.2, u: 0.15, df: 8 }, { value: 24.1, u: 0.2, df: 8 }, 3);
    expect(d.difference).toBeCloseTo(7.1, 12);
    expect(d.df).toBeCloseTo(14.837, 2);
    expect(d.U).toBeCloseTo(0.5334, 3);
    expect(d).toMatchObject({ verdict: 'real', noticeable: 'yes' });
  });
  it.each([
    [1.0, 0.2, 'real', 'no'],
    [0.2, 0.2, 'not shown', 'no'],
    [2.0, 1.5, 'cannot tell', 'may be'],
    [3.2, 0.5, 'real', 'may be'],
    [0, 0, 'not shown', 'no'],
  ])('d = %d with u = %d: %s, noticeable %s', (value, u, verdict, noticeable) => {
    const d = differenceOf({ value, u, df: 100 }, { value: 0, u: 0, df: 100 }, 3);
    expect(d).toMatchObject({ verdict, noticeable });
  });
});
