/** What must hold of every study, whatever the readings: units, order, names and sides do not matter. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MATCH_FEATURES } from './catalogue/match-feature-ids.ts';
import { matchFeature } from './catalogue/match-features.ts';
import { convertByBridge, reverseConversion } from './figures/conversions.ts';
import { judgeFeature } from './match/match.ts';
import { testEquivalence } from './statistics/equivalence.ts';
import { individualsChart } from './statistics/individuals-chart.ts';
import { processPerformance } from './statistics/process-performance.ts';
import {
  detectableDifference,
  powerOfPairs,
  sampleSize,
  sizeForMean,
} from './statistics/sample-size.ts';
import { bridgeMethods, fitDeming, limitsOfAgreement } from './study/bridge.ts';
import { type GaugeReading, orderStudy, studyGauge } from './study/gauge-study.ts';
import { fitMixedModel } from './study/pair-model.ts';
import { studyPairs } from './study/pair-to-pair.ts';
import { gatherCells, type StudyReading } from './study/study-cells.ts';

// The same cases on every machine.
fc.configureGlobal({ seed: 20260301 });

/** Readings as gauges give them: to a hundredth, within what shoes have. */
const reading = fc.integer({ min: 1000, max: 6000 }).map((hundredths) => hundredths / 100);
const close = (a: number | undefined, b: number | undefined, digits = 6) =>
  expect(a ?? Number.NaN).toBeCloseTo(b ?? Number.NaN, digits);

/** A crossed gauge study with values of its own in every cell. */
const gaugeReadings: fc.Arbitrary<GaugeReading[]> = fc
  .record({
    parts: fc.integer({ min: 2, max: 5 }),
    operators: fc.integer({ min: 2, max: 4 }),
    trials: fc.integer({ min: 2, max: 3 }),
  })
  .chain(({ parts, operators, trials }) =>
    fc
      .array(reading, {
        minLength: parts * operators * trials,
        maxLength: parts * operators * trials,
      })
      .map((values) =>
        values.map((value, at) => ({
          part: `P${at % parts}`,
          operator: `B${Math.floor(at / parts) % operators}`,
          trial: Math.floor(at / (parts * operators)) + 1,
          value,
        })),
      ),
  );

/** A balanced study of pairs. */
const pairReadings: fc.Arbitrary<StudyReading[]> = fc
  .record({ pairs: fc.integer({ min: 2, max: 8 }), trials: fc.integer({ min: 2, max: 3 }) })
  .chain(({ pairs, trials }) =>
    fc
      .array(reading, { minLength: 2 * pairs * trials, maxLength: 2 * pairs * trials })
      .map((values) =>
        values.map((value, at) => ({
          pair: `T${at % pairs}`,
          side: Math.floor(at / pairs) % 2 === 0 ? ('left' as const) : ('right' as const),
          trial: Math.floor(at / (2 * pairs)) + 1,
          value,
        })),
      ),
  );

describe('a gauge study whose repeats agree', () => {
  const agreeing = (
    value: (part: number) => number,
    bias: (operator: number) => number = () => 0,
  ) =>
    [0, 1, 2, 3].flatMap((part) =>
      [0, 1, 2].flatMap((operator) =>
        [1, 2, 3].map((trial) => ({
          part: `P${part}`,
          operator: `B${operator}`,
          trial,
          value: value(part) + bias(operator),
        })),
      ),
    );

  // Values that binary fractions hold inexactly: averages of equals differ in their last digits.
  it.each([0.1, 31.2, 1234.7])('to the last digit at %d hides its repeatability', (base) => {
    const study = studyGauge(agreeing((part) => base + 0.1 * part));
    expect(study.ss).toMatchObject({ operator: 0, interaction: 0, repeatability: 0 });
    expect(study).toMatchObject({ verdict: 'cannot tell', categories: 0 });
    expect(study.sd.grr).toBe(0);
    expect(study.advice[0]).toBe('hidden');
  });

  it('but whose operators differ by a constant has no interaction out of rounding', () => {
    const study = studyGauge(
      agreeing(
        (part) => 31.2 + 0.7 * part,
        (operator) => 0.1 * operator,
      ),
    );
    expect(study.ss.interaction).toBe(0);
    expect(study.ss.repeatability).toBe(0);
    expect(study.categories).toBeLessThan(100);
  });
});

describe('a gauge study', () => {
  it('splits the whole sum of squares without a rest', () => {
    fc.assert(
      fc.property(gaugeReadings, (readings) => {
        const { ss, df } = studyGauge(readings);
        const mean = readings.reduce((sum, { value }) => sum + value, 0) / readings.length;
        const whole = readings.reduce((sum, { value }) => sum + (value - mean) ** 2, 0);
        close(ss.part + ss.operator + ss.interaction + ss.repeatability, whole);
        expect(df.part + df.operator + df.interaction + df.repeatability).toBe(readings.length - 1);
      }),
      { numRuns: 100 },
    );
  });

  it('does not mind where zero lies, nor the unit, nor the order', () => {
    fc.assert(
      fc.property(gaugeReadings, fc.integer({ min: -50, max: 50 }), (readings, shift) => {
        const plain = studyGauge(readings);
        const moved = studyGauge(readings.map((one) => ({ ...one, value: one.value + shift })));
        const inches = studyGauge(readings.map((one) => ({ ...one, value: one.value / 25.4 })));
        const turned = studyGauge([...readings].reverse());
        for (const other of [moved, turned]) {
          close(other.sd.grr, plain.sd.grr);
          close(other.sd.pv, plain.sd.pv);
        }
        close(inches.sd.ev * 25.4, plain.sd.ev);
        close(inches.percentStudy.grr, plain.percentStudy.grr);
        expect(inches.pooled).toBe(plain.pooled);
      }),
      { numRuns: 60 },
    );
  });

  it('has percents that add up by squares, and never a negative variance', () => {
    fc.assert(
      fc.property(gaugeReadings, (readings) => {
        const { percentStudy, variance, sd } = studyGauge(readings);
        if (sd.tv > 0) close(Math.hypot(percentStudy.grr, percentStudy.pv), 100);
        for (const one of Object.values(variance)) expect(one).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 60 },
    );
  });

  it('is run in an order that takes every reading once, a trial after the other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 8 }),
        fc.integer({ min: 2, max: 4 }),
        fc.integer({ min: 2, max: 4 }),
        fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 1, maxLength: 40 }),
        (parts, operators, trials, numbers) => {
          let at = 0;
          const turns = orderStudy(
            Array.from({ length: parts }, (_, n) => `P${n}`),
            Array.from({ length: operators }, (_, n) => `B${n}`),
            trials,
            () => numbers[at++ % numbers.length] ?? 0,
          );
          expect(new Set(turns.map((turn) => JSON.stringify(turn))).size).toBe(
            parts * operators * trials,
          );
          const order = turns.map((turn) => turn.trial);
          expect(order).toEqual([...order].sort((a, b) => a - b));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a study of pairs', () => {
  it('does not mind where zero lies, nor the unit, nor the names of the pairs', () => {
    fc.assert(
      fc.property(pairReadings, fc.integer({ min: -50, max: 50 }), (readings, shift) => {
        const plain = studyPairs(readings);
        const moved = studyPairs(readings.map((one) => ({ ...one, value: one.value + shift })));
        const renamed = studyPairs(readings.map((one) => ({ ...one, pair: `x${one.pair}` })));
        const inches = studyPairs(readings.map((one) => ({ ...one, value: one.value / 25.4 })));
        close(moved?.pairSd, plain?.pairSd);
        close(moved?.mean, (plain?.mean ?? 0) + shift);
        close(renamed?.pairSd, plain?.pairSd);
        close((inches?.pairSd ?? 0) * 25.4, plain?.pairSd);
        close(inches?.measurementShare, plain?.measurementShare);
      }),
      { numRuns: 60 },
    );
  });

  it('mirrors its bias, and nothing else, where the shoes are swapped', () => {
    fc.assert(
      fc.property(pairReadings, (readings) => {
        const plain = studyPairs(readings);
        const swapped = studyPairs(
          readings.map((one) => ({ ...one, side: one.side === 'left' ? 'right' : 'left' })),
        );
        close(swapped?.sideBias, -(plain?.sideBias ?? 0));
        close(swapped?.pairSd, plain?.pairSd);
        close(swapped?.components.repeat, plain?.components.repeat);
      }),
      { numRuns: 60 },
    );
  });

  it('by likelihood comes to what the analysis of variance says, where nothing is below zero', () => {
    let compared = 0;
    fc.assert(
      fc.property(pairReadings, (readings) => {
        const study = studyPairs(readings);
        if (!study || Object.values(study.raw).some((variance) => variance <= 0.5)) return;
        const fit = fitMixedModel(gatherCells(readings));
        compared += 1;
        for (const name of ['pair', 'pairSide', 'repeat'] as const)
          expect(Math.abs((fit?.components[name] ?? 0) / study.raw[name] - 1), name).toBeLessThan(
            0.01,
          );
      }),
      { numRuns: 150, seed: 11 },
    );
    // Readings without any structure seldom have all three above zero; some must.
    expect(compared).toBeGreaterThan(3);
  });
});

describe('a chart of individuals and the performance within limits', () => {
  it('move with the values, and keep their width', () => {
    fc.assert(
      fc.property(fc.array(reading, { minLength: 2, maxLength: 30 }), (values) => {
        const plain = individualsChart(values);
        const moved = individualsChart(values.map((value) => value + 7));
        close((moved?.upper ?? 0) - 7, plain?.upper);
        close((moved?.lower ?? 0) - 7, plain?.lower);
      }),
      { numRuns: 60 },
    );
  });
  it('have Ppk never over Pp, and both equal where the mean is in the middle', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 28, max: 34, noNaN: true }),
        fc.double({ min: 0.1, max: 2, noNaN: true }),
        (mean, sd) => {
          const found = processPerformance(mean, sd, 20, { lower: 29, upper: 33 });
          expect(found?.ppk).toBeLessThanOrEqual((found?.pp ?? 0) + 1e-9);
          const centred = processPerformance(31, sd, 20, { lower: 29, upper: 33 });
          close(centred?.ppk, centred?.pp);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('left and right', () => {
  it('mirrored are judged alike, and a wider tolerance never takes a likeness back', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 2, maxLength: 20 }),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        (differences, tolerance) => {
          const plain = testEquivalence(differences, tolerance);
          const mirrored = testEquivalence(
            differences.map((one) => -one),
            tolerance,
          );
          expect(mirrored.verdict).toBe(plain.verdict);
          close(mirrored.p, plain.p);
          if (plain.verdict === 'alike')
            expect(testEquivalence(differences, tolerance * 1.5).verdict).toBe('alike');
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('two methods', () => {
  const shoes = fc
    .array(fc.tuple(reading, fc.double({ min: -0.5, max: 0.5, noNaN: true })), {
      minLength: 5,
      maxLength: 20,
    })
    .map((pairs) => pairs.map(([a, off], at) => ({ shoe: `${at}`, a, b: a - 6 + off })));

  it('have one line whichever is first: its slope turns over', () => {
    fc.assert(
      fc.property(shoes, (found) => {
        const [a, b] = [found.map((one) => one.a), found.map((one) => one.b)];
        fc.pre(Math.max(...a) - Math.min(...a) > 1);
        close(fitDeming(a, b).slope * fitDeming(b, a).slope, 1);
      }),
      { numRuns: 60 },
    );
  });

  it('have limits of agreement that turn over with them', () => {
    fc.assert(
      fc.property(fc.array(reading, { minLength: 2, maxLength: 20 }), (differences) => {
        const plain = limitsOfAgreement(differences);
        const turned = limitsOfAgreement(differences.map((one) => -one));
        close(turned.bias, -plain.bias);
        close(turned.lower, -plain.upper);
      }),
      { numRuns: 60 },
    );
  });

  it('converted there and back are where they were, with no less doubt', () => {
    fc.assert(
      fc.property(shoes, reading, (found, value) => {
        const { conversion } = bridgeMethods(found, { noticeable: 100 });
        if (!conversion) throw new Error('every conversion is good enough here');
        const there = convertByBridge(value, conversion);
        const back = convertByBridge(there.value, reverseConversion(conversion));
        close(back.value, value);
        expect(there.u).toBeGreaterThanOrEqual(conversion.scatter - 1e-12);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a plan', () => {
  const wanted = fc.record({
    difference: fc.double({ min: 0.3, max: 5, noNaN: true }),
    sd: fc.double({ min: 0.1, max: 1.5, noNaN: true }),
    power: fc.constantFrom(0.5, 0.8, 0.9, 0.95),
    alpha: fc.constantFrom(0.01, 0.05, 0.1),
  });

  it('takes just enough pairs: one fewer would not do', () => {
    fc.assert(
      fc.property(wanted, (plan) => {
        const { perGroup, power } = sampleSize(plan);
        expect(power).toBeGreaterThanOrEqual(plan.power - 1e-6);
        if (perGroup > 2) expect(powerOfPairs(perGroup - 1, plan)).toBeLessThan(plan.power);
      }),
      { numRuns: 40 },
    );
  });

  it('sees with its pairs the difference that it was made for, or a smaller one', () => {
    fc.assert(
      fc.property(wanted, (plan) => {
        const seen = detectableDifference(sampleSize(plan).perGroup, plan);
        expect(seen).toBeLessThanOrEqual(plan.difference * (1 + 1e-6));
      }),
      { numRuns: 30 },
    );
  });

  it('for a mean asks for more values the narrower the span', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 2, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (span, sd) => {
          expect(sizeForMean(span / 2, sd)).toBeGreaterThanOrEqual(sizeForMean(span, sd));
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a feature of a check', () => {
  const feature = fc.constantFrom(
    ...MATCH_FEATURES.filter((id) => matchFeature(id).against === 'other'),
  );
  const shoe = fc.array(reading, { minLength: 1, maxLength: 5 });

  it('is judged alike whichever shoe is called left', () => {
    fc.assert(
      fc.property(feature, shoe, shoe, (id, left, right) => {
        const plain = judgeFeature(id, left, right);
        const swapped = judgeFeature(id, right, left);
        close(swapped.difference, -(plain.difference ?? 0));
        close(swapped.U, plain.U);
        expect(swapped.verdict).toBe(plain.verdict);
      }),
      { numRuns: 100 },
    );
  });

  it('gets surer with every reading, and never takes a wider tolerance amiss', () => {
    fc.assert(
      fc.property(feature, reading, reading, (id, left, right) => {
        const once = judgeFeature(id, [left], [right]);
        const thrice = judgeFeature(id, [left, left, left], [right, right, right]);
        expect(thrice.U).toBeLessThan(once.U ?? 0);
        const wider = judgeFeature(id, [left], [right], {
          tolerances: { [id]: { absolute: 2 * once.tolerance, share: 0 } },
        });
        if (once.verdict === 'within') expect(wider.verdict).toBe('within');
        if (wider.verdict === 'out') expect(once.verdict).toBe('out');
      }),
      { numRuns: 100 },
    );
  });
});
