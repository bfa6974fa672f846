import { randomLcg, randomNormal } from 'd3-random';
import { describe, expect, it } from 'vitest';
import { convertByBridge, reverseConversion } from '#core/figures/conversions.ts';
import { fExceeds } from '#core/statistics/distributions.ts';
import { testEquivalence } from '#core/statistics/equivalence.ts';
import { individualsChart } from '#core/statistics/individuals-chart.ts';
import { processPerformance } from '#core/statistics/process-performance.ts';
import {
  detectableDifference,
  pairValueSd,
  planPairs,
  powerOfPairs,
  sampleSize,
  sizeForMean,
} from '#core/statistics/sample-size.ts';
import { howeFactor } from '#core/statistics/tolerance-factor.ts';
import {
  bridgeMethods,
  fitDeming,
  limitsOfAgreement,
  normalisedError,
} from '#core/study/bridge.ts';
import {
  completeParts,
  type GaugeReading,
  judgeGauge,
  missingCells,
  orderStudy,
  studyGauge,
} from '#core/study/gauge-study.ts';
import { fitMixedModel } from '#core/study/pair-model.ts';
import { studyPairs } from '#core/study/pair-to-pair.ts';
import { gatherCells, type StudyReading } from '#core/study/study-cells.ts';
import { textOf } from '#core/wording/sentence.ts';
import { consistencySentence, sharePhrase } from '#core/wording/study-sentences.ts';
import published from './published.json' with { type: 'json' };
import r from './reference-r.json' with { type: 'json' };
import studies from './reference-studies.json' with { type: 'json' };

const near = (value: number | undefined, expected: number, relative = 1e-6) =>
  expect(Math.abs((value ?? Number.NaN) / expected - 1)).toBeLessThan(relative);

/** The gauge study of the automotive manual, 10 parts, 3 appraisers, 3 trials (published.json). */
const manual: GaugeReading[] = Object.entries(published.gaugeStudy.operators).flatMap(
  ([operator, parts]) =>
    parts.flatMap((trials, part) =>
      trials.map((value, trial) => ({ part: `${part + 1}`, operator, trial: trial + 1, value })),
    ),
);

const balanced: StudyReading[] = r.pairToPair.readings.map((one) => ({
  ...one,
  side: one.side === 'L' ? 'left' : 'right',
}));

const unbalanced = studies.unbalancedPairs.readings as StudyReading[];

describe('the gauge study of the automotive manual (4th ed., data from memory)', () => {
  const study = studyGauge(manual);
  const { SS, F, sd, percentStudy } = published.gaugeStudy.published;

  it('has its sums of squares', () => {
    expect(study.ss.operator).toBeCloseTo(SS.operator, 3);
    expect(study.ss.part).toBeCloseTo(SS.part, 3);
    expect(study.ss.interaction).toBeCloseTo(SS.interaction, 3);
    expect(study.ss.repeatability).toBeCloseTo(SS.equipment, 3);
    const { part, operator, interaction, repeatability } = study.ss;
    expect(part + operator + interaction + repeatability).toBeCloseTo(SS.total, 3);
  });

  it('has its F, over equipment as the manual prints', () => {
    expect(study.fOverEquipment.operator).toBeCloseTo(F.operator, 2);
    expect(study.fOverEquipment.part).toBeCloseTo(F.part, 2);
    expect(study.fOverEquipment.interaction).toBeCloseTo(F.interaction, 3);
  });

  it('pools the interaction, whose p is that of R', () => {
    expect(study.pooled).toBe(published.gaugeStudy.published.interactionPooled);
    expect(study.pInteraction).toBeCloseTo(studies.gaugeStudyP.interaction, 4);
  });

  it('has its SDs and percents of study variation', () => {
    expect(study.sd.ev).toBeCloseTo(sd.EV, 4);
    expect(study.sd.av).toBeCloseTo(sd.AV, 4);
    expect(study.sd.grr).toBeCloseTo(sd.GRR, 4);
    expect(study.sd.pv).toBeCloseTo(sd.PV, 4);
    expect(study.sd.tv).toBeCloseTo(sd.TV, 4);
    expect(study.percentStudy.ev).toBeCloseTo(percentStudy.EV, 1);
    expect(study.percentStudy.av).toBeCloseTo(percentStudy.AV, 1);
    expect(study.percentStudy.grr).toBeCloseTo(percentStudy.GRR, 1);
    expect(study.percentStudy.pv).toBeCloseTo(percentStudy.PV, 1);
  });

  it('tells four classes, is conditional, and blames both', () => {
    // By hand: 1.41·1.04233/0.30237 = 4.86.
    expect(study.categories).toBe(4);
    expect(study.verdict).toBe('conditional');
    expect(study.advice).toContain('both');
  });

  it('is held against a tolerance by six SDs', () => {
    // By hand: 100·6·0.30237/4 = 45.4.
    expect(studyGauge(manual, 4).percentTolerance?.grr).toBeCloseTo(45.36, 1);
  });

  it('names the readings that one who measured half the parts lacks, and can go on without', () => {
    const half = manual.filter(({ operator, part }) => operator !== 'C' || Number(part) <= 5);
    expect(() => studyGauge(half)).toThrow(/C lacks readings of 6, 7, 8, 9, 10/);
    expect(missingCells(half)).toEqual([{ operator: 'C', parts: ['6', '7', '8', '9', '10'] }]);
    expect(studyGauge(completeParts(half)).parts).toBe(5);
  });

  it.each([
    ['one trial', manual.filter((one) => one.trial === 1), /one trial shows no repeatability/],
    ['one operator', manual.filter((one) => one.operator === 'A'), /one operator/],
    ['one part', manual.filter((one) => one.part === '1'), /one part/],
    ['nothing', [], /has not been run/],
  ])('refuses %s with the reason', (_name, readings, says) => {
    expect(() => studyGauge(readings)).toThrow(says);
  });

  it('refuses a tolerance of zero, and tells a gauge that always reads one value', () => {
    expect(() => studyGauge(manual, 0)).toThrow(/no tolerance/);
    const equal = studyGauge(manual.map((one) => ({ ...one, value: 3 })));
    expect(equal.verdict).toBe('poor');
    expect(equal.advice).toEqual(['equal']);
  });

  it('keeps the interaction where it is real, and says so', () => {
    const crossed = manual.map((one) => ({
      ...one,
      value: one.value + (one.operator === 'A' && Number(one.part) % 2 === 0 ? 1 : 0),
    }));
    const told = studyGauge(crossed);
    expect(told.pooled).toBe(false);
    expect(told.variance.interaction).toBeGreaterThan(0);
    expect(told.advice).toContain('interaction');
  });

  it.each([
    [9.9, 'good'],
    [10, 'conditional'],
    [30, 'conditional'],
    [30.1, 'poor'],
  ])('%f %% of study variation is %s', (percent, verdict) => {
    expect(judgeGauge(percent)).toBe(verdict);
  });

  it('is run in an order that a seed makes again, with each reading once', () => {
    const order = () => orderStudy(['a', 'b', 'c'], ['X', 'Y'], 2, randomLcg(0.3));
    expect(order()).toEqual(order());
    expect(new Set(order().map((turn) => JSON.stringify(turn))).size).toBe(12);
    expect(
      order()
        .slice(0, 6)
        .every((turn) => turn.trial === 1),
    ).toBe(true);
  });
});

describe('one-way sums of squares, NIST SiRstv (certified)', () => {
  it('come out of the same machinery: groups as parts, one-way F and residual SD', () => {
    const { groups, certified } = published.siRstv;
    const all = groups.flat();
    const grand = all.reduce((sum, value) => sum + value, 0) / all.length;
    const readings = groups.flatMap((group, pair) =>
      group.map((value, trial) => ({
        pair: `${pair}`,
        side: 'left' as const,
        trial: trial + 1,
        value: value - grand,
      })),
    );
    const cells = gatherCells(readings).map((pair) => pair.left);
    const within = cells.reduce((sum, cell) => sum + (cell?.ss ?? 0), 0);
    const between = cells.reduce((sum, cell) => sum + (cell?.n ?? 0) * (cell?.mean ?? 0) ** 2, 0);
    near(within, certified.withinSS, 1e-9);
    near(between, certified.betweenSS, 1e-9);
    near(between / 4 / (within / 20), certified.F, 1e-8);
    near(Math.sqrt(within / 20), certified.residualSd, 1e-9);
  });
});

describe('pair to pair, balanced, against R', () => {
  const study = studyPairs(balanced);
  const { anova, varianceComponents, mean, sideBiasRightMinusLeft } = r.pairToPair;

  it('has its table', () => {
    expect(study?.method).toBe('analysis of variance');
    expect(study?.anova?.terms).toEqual(anova.terms);
    anova.ss.forEach((value, at) => {
      near(study?.anova?.ss[at], value, 1e-9);
      near(study?.anova?.ms[at], anova.ms[at] as number, 1e-9);
    });
    expect(study?.anova?.df).toEqual(anova.df);
  });

  it('has its components, mean and side bias with its interval', () => {
    near(study?.components.pair, varianceComponents.pair, 1e-9);
    near(study?.components.pairSide, varianceComponents.pairSide, 1e-9);
    near(study?.components.repeat, varianceComponents.repeat, 1e-9);
    near(study?.mean, mean, 1e-12);
    near(study?.sideBias, sideBiasRightMinusLeft, 1e-9);
    near(study?.sideBiasInterval[0], studies.balancedPairs.sideBiasInterval[0] as number, 1e-6);
    near(study?.sideBiasInterval[1], studies.balancedPairs.sideBiasInterval[1] as number, 1e-6);
    near(study?.valueSd, studies.balancedPairs.valueSd, 1e-9);
    near(study?.anova?.f[1], studies.balancedPairs.f.pair, 1e-6);
  });

  it('says it in a sentence', () => {
    const words = study && textOf(consistencySentence(study, (mm) => `${mm.toFixed(1)} mm`));
    // By hand: 0.02285/(0.29879 + 0.02354 + 0.02285) = 6.6 %.
    expect(words).toBe('Pairs differ by 0.5 mm; a tenth of the spread of readings is your gauge.');
    expect(textOf(sharePhrase(1 / 3))).toBe('a third');
  });

  it('gives the same by restricted maximum likelihood, as it must where nothing is below zero', () => {
    const fit = fitMixedModel(gatherCells(balanced));
    near(fit?.components.pair, varianceComponents.pair, 1e-4);
    near(fit?.components.pairSide, varianceComponents.pairSide, 1e-4);
    near(fit?.components.repeat, varianceComponents.repeat, 1e-4);
  });
});

describe('pair to pair, unbalanced, against R’s nlme', () => {
  const study = studyPairs(unbalanced);
  const { varianceComponents, sideBiasRightMinusLeft, biasSe, left } = studies.unbalancedPairs;

  it('says that it is restricted maximum likelihood, and finds its maximum', () => {
    expect(study?.method).toBe('restricted maximum likelihood');
    expect(study?.anova).toBeUndefined();
    near(study?.components.pair, varianceComponents.pair, 1e-4);
    near(study?.components.pairSide, varianceComponents.pairSide, 1e-4);
    near(study?.components.repeat, varianceComponents.repeat, 1e-4);
    near(study?.sideBias, sideBiasRightMinusLeft, 1e-5);
    const fit = fitMixedModel(gatherCells(unbalanced));
    near(fit?.left, left, 1e-6);
    near(fit?.biasSe, biasSe, 1e-4);
  });

  it('names the pairs with a shoe missing', () => {
    expect(study?.oneSided).toEqual(['P4', 'P7']);
  });

  it('can be stopped', () => {
    expect(studyPairs(unbalanced, {}, () => false)).toBeUndefined();
  });
});

describe('pair to pair, at the edges', () => {
  const at = (pair: string, side: 'left' | 'right', value: number, trial = 1): StudyReading => ({
    pair,
    side,
    trial,
    value,
  });

  it('refuses one pair, none, and pairs of one shoe', () => {
    expect(() => studyPairs([at('1', 'left', 1)])).toThrow(/one pair shows no spread/);
    expect(() => studyPairs([])).toThrow(/no readings/);
    expect(() => studyPairs([at('1', 'left', 1), at('2', 'left', 2)])).toThrow(
      /no pair has both shoes/,
    );
  });

  it('does not part gauge and shoe where each was read once', () => {
    const study = studyPairs(
      [3, 4, 5].flatMap((value, pair) => [
        at(`${pair}`, 'left', value),
        at(`${pair}`, 'right', value + 0.1 * pair),
      ]),
    );
    expect(study?.repeatsTold).toBe(false);
    expect(study?.measurementShare).toBeUndefined();
    expect(study?.notes).toContainEqual({ kind: 'read once' });
  });

  it('shows a negative variance as zero, says so, and keeps it raw', () => {
    const study = studyPairs(
      [1, 2, 3, 4].flatMap((pair) => [
        at(`${pair}`, 'left', pair % 2 ? 10 : 11),
        at(`${pair}`, 'left', pair % 2 ? 11 : 10, 2),
        at(`${pair}`, 'right', pair % 2 ? 11 : 10),
        at(`${pair}`, 'right', pair % 2 ? 10 : 11, 2),
      ]),
    );
    expect(study?.raw.pairSide).toBeLessThan(0);
    expect(study?.components.pairSide).toBe(0);
    expect(study?.truncated).toContain('pairSide');
    expect(study?.notes.map(({ kind }) => kind)).toContain('negative');
  });

  it('tells that all readings are equal', () => {
    const study = studyPairs(
      ['1', '2'].flatMap((pair) => [at(pair, 'left', 5), at(pair, 'right', 5)]),
    );
    expect(study?.pairSd).toBe(0);
    expect(study?.notes).toContainEqual({ kind: 'no spread' });
  });

  it('recovers a planted left-right bias without inflating the spread of pairs', () => {
    const normal = randomNormal.source(randomLcg(0.77))(0, 1);
    const make = (bias: number) => {
      const source = randomNormal.source(randomLcg(0.41))(0, 1);
      return Array.from({ length: 60 }, (_, pair) => {
        const own = 0.4 * source();
        return (['left', 'right'] as const).flatMap((side) => {
          const shoe = 0.1 * source();
          return [1, 2].map((trial) =>
            at(
              `${pair}`,
              side,
              31 + own + shoe + 0.05 * source() + (side === 'right' ? bias : 0),
              trial,
            ),
          );
        });
      }).flat();
    };
    normal();
    const plain = studyPairs(make(0));
    const biased = studyPairs(make(1.5));
    near(biased?.components.pair, plain?.components.pair as number, 1e-6);
    expect((biased?.sideBias ?? 0) - (plain?.sideBias ?? 0)).toBeCloseTo(1.5, 9);
    const [low, high] = biased?.sideBiasInterval ?? [0, 0];
    expect(low).toBeLessThan(1.5);
    expect(high).toBeGreaterThan(1.5);
    // The planted SD of 0.4 lies inside its interval.
    expect(plain?.pairSdInterval?.[0]).toBeLessThan(0.4);
    expect(plain?.pairSdInterval?.[1]).toBeGreaterThan(0.4);
  });
});

describe('tolerance factor', () => {
  it('is Howe’s of the NIST/SEMATECH e-Handbook 7.2.6.3 (from memory)', () => {
    const { n, coverage, confidence, published: printed } = published.toleranceFactor;
    expect(howeFactor(n, coverage, confidence)).toBeCloseTo(printed.k2, 3);
  });

  it('agrees with R', () => {
    const { n, k } = r.toleranceTwoSidedHowe9595;
    n.forEach((size, at) => {
      near(howeFactor(size, 0.95, 0.95), k[at] as number, 1e-6);
    });
  });

  it('needs two values', () => {
    expect(() => howeFactor(1, 0.9, 0.9)).toThrow(RangeError);
  });
});

describe('process performance', () => {
  const { mean, sd, n, lower, upper, pp, ppInterval, ppk } = studies.processPerformance;

  it('agrees with R', () => {
    const found = processPerformance(mean, sd, n, { lower, upper });
    near(found?.pp, pp, 1e-9);
    near(found?.ppk, ppk, 1e-9);
    near(found?.ppInterval?.[0], ppInterval[0] as number, 1e-5);
    near(found?.ppInterval?.[1], ppInterval[1] as number, 1e-5);
  });

  it('has no Pp with one limit, none without spread, and no limits turned round', () => {
    expect(processPerformance(30, 0.5, 10, { upper: 32 })).not.toHaveProperty('pp');
    expect(processPerformance(30, 0, 10, { upper: 32 })).toBeUndefined();
    expect(() => processPerformance(30, 1, 10, { lower: 3, upper: 3 })).toThrow(/not below/);
  });
});

describe('individuals chart', () => {
  it('has the limits of NIST/SEMATECH e-Handbook 6.3.2.2 by hand', () => {
    // Mean 32, ranges 2, 4, 2: mean range 8/3; limits 32 ± 2.66·8/3.
    const chart = individualsChart([31, 33, 29, 31]);
    expect(chart?.centre).toBe(31);
    expect(chart?.meanRange).toBeCloseTo(8 / 3, 12);
    expect(chart?.upper).toBeCloseTo(31 + (2.66 * 8) / 3, 9);
    expect(chart?.rangeLimit).toBeCloseTo((3.267 * 8) / 3, 9);
  });

  it('marks what stands apart, and needs two', () => {
    const chart = individualsChart([5, 5.1, 4.9, 5, 5.1, 9, 5, 4.9, 5.1, 5]);
    expect(chart?.points.filter((point) => point.apart)).toHaveLength(1);
    expect(individualsChart([5])).toBeUndefined();
  });
});

describe('planning', () => {
  it.each(studies.powerTwoSampleT)('needs R’s n for $delta at SD $sd', (row) => {
    const found = sampleSize({
      difference: row.delta,
      sd: row.sd,
      power: row.power,
      alpha: row.alpha,
    });
    near(found.exact, row.n, 1e-5);
    expect(found.perGroup).toBe(Math.ceil(row.n));
    expect(found.power).toBeGreaterThanOrEqual(row.power);
  });

  it.each(studies.detectable)('sees R’s difference with $n a group', ({ n, sd, delta }) => {
    near(detectableDifference(n, { sd, power: 0.9, alpha: 0.05 }), delta, 1e-5);
  });

  it('cannot see anything with one pair a group, nor find nothing', () => {
    expect(detectableDifference(1, { sd: 1, power: 0.9, alpha: 0.05 })).toBeUndefined();
    expect(() => sampleSize({ difference: 0, sd: 1, power: 0.9, alpha: 0.05 })).toThrow(/endless/);
    expect(() => sampleSize({ difference: 1e-4, sd: 1, power: 0.9, alpha: 0.05 })).toThrow(
      /larger difference/,
    );
    expect(sampleSize({ difference: 1, sd: 0, power: 0.9, alpha: 0.05 }).perGroup).toBe(2);
  });

  it('grows in power with pairs', () => {
    const power = [2, 4, 8, 16].map((n) => powerOfPairs(n, { difference: 1, sd: 1, alpha: 0.05 }));
    expect(power).toEqual([...power].sort((a, b) => a - b));
  });

  it('brings a mean within a span, by hand', () => {
    // t(0.975; 9)·1/√10 = 0.7154; t(0.975; 8)/3 = 0.7687.
    expect(sizeForMean(0.72, 1)).toBe(10);
    expect(sizeForMean(0.76, 1)).toBe(10);
    expect(sizeForMean(0.77, 1)).toBe(9);
  });

  it('weighs readings against pairs', () => {
    expect(pairValueSd({ pair: 3, shoe: 0, repeat: 4 * Math.SQRT2 }, 1)).toBeCloseTo(5, 12);
    const plans = planPairs({
      aim: { difference: 1, power: 0.9, alpha: 0.05 },
      spread: { pair: 0.4, shoe: 0.1, repeat: 1 },
      costPerPair: 120,
      minutesPerPair: 10,
      minutesPerReading: 1,
    });
    const once = plans.find((plan) => plan.readings === 1);
    const six = plans.find((plan) => plan.readings === 6);
    expect(six?.pairs).toBeLessThan(once?.pairs ?? 0);
    expect(plans[0]?.cost).toBe(Math.min(...plans.map((plan) => plan.cost)));
    const mean = planPairs({
      aim: { span: 1 },
      spread: { pair: 0.4, shoe: 0.1, repeat: 1 },
      costPerPair: 0,
      minutesPerPair: 10,
      minutesPerReading: 1,
    });
    expect(mean.every((plan) => plan.minutes === plan.pairs * (10 + 2 * plan.readings))).toBe(true);
  });
});

describe('left and right alike', () => {
  const { differences, interval90, interval95, tolerance, p } = studies.equivalence;

  it('has R’s intervals and p', () => {
    const found = testEquivalence(differences, tolerance);
    near(found.interval90[0], interval90[0] as number);
    near(found.interval90[1], interval90[1] as number);
    near(found.interval95[0], interval95[0] as number);
    near(found.p, p, 1e-5);
    expect(found.verdict).toBe('alike');
  });

  it.each([
    [0.3, 'cannot tell'],
    [0.1, 'not alike'],
    [0.33, 'alike'],
  ])('within %f: %s', (within, verdict) => {
    expect(testEquivalence(differences, within).verdict).toBe(verdict);
  });

  it('refuses one pair and a tolerance of zero; equal differences are told', () => {
    expect(() => testEquivalence([0.1], 1)).toThrow(/one shows no scatter/);
    expect(() => testEquivalence([0.1, 0.2], 0)).toThrow(/zero can never be shown/);
    expect(testEquivalence([0.1, 0.1], 1).verdict).toBe('alike');
  });
});

describe('bridging two methods', () => {
  const { a, b, slope, intercept, slopeSe, interceptSe, ratio4 } = studies.deming;
  const shoes = a.map((value, at) => ({ shoe: `${at}`, a: value, b: b[at] as number }));

  it('has the line of R’s principal axis, and its errors by leaving one out', () => {
    const line = fitDeming(a, b);
    near(line.slope, slope);
    near(line.intercept, intercept);
    near(line.slopeSe, slopeSe);
    near(line.interceptSe, interceptSe);
    near(fitDeming(a, b, 4).slope, ratio4.slope);
  });

  it('has the limits of agreement by hand', () => {
    const found = limitsOfAgreement([1, 2, 3]);
    expect(found).toMatchObject({ bias: 2, sd: 1 });
    expect(found.lower).toBeCloseTo(0.04, 12);
    expect(normalisedError(3, 3, 4)).toBeCloseTo(0.6, 12);
  });

  it('keeps a shift where the slope may be one, and converts both ways', () => {
    const bridge = bridgeMethods(shoes, { noticeable: 3 });
    expect(bridge.verdict).toBe('shift');
    const there = bridge.conversion && convertByBridge(30, bridge.conversion);
    const back =
      bridge.conversion && convertByBridge(there?.value ?? 0, reverseConversion(bridge.conversion));
    expect(back?.value).toBeCloseTo(30, 9);
    expect(there?.inRange).toBe(true);
    expect(there?.u).toBeGreaterThan(0);
  });

  it('keeps the line where the slope is not one, within the range of its shoes', () => {
    const steep = shoes.map((one) => ({ ...one, b: 1.4 * one.b }));
    const bridge = bridgeMethods(steep, { noticeable: 5 });
    expect(bridge.verdict).toBe('line');
    const { conversion } = bridge;
    if (!conversion) throw new Error('no conversion');
    expect(convertByBridge(60, conversion).inRange).toBe(false);
    const back = reverseConversion(conversion);
    expect(convertByBridge(convertByBridge(33, conversion).value, back).value).toBeCloseTo(33, 9);
    expect(back.from).toBeLessThan(back.to);
  });

  it('says that they agree, and where there is none', () => {
    const same = shoes.map((one, at) => ({ ...one, b: one.a + (at % 2 ? 0.1 : -0.1) }));
    expect(bridgeMethods(same, { noticeable: 3, Ua: 0.4, Ub: 0.4 })).toMatchObject({
      verdict: 'agree',
    });
    const wild = shoes.map((one, at) => ({ ...one, b: one.a + (at % 2 ? 6 : -6) }));
    const none = bridgeMethods(wild, { noticeable: 3 });
    expect(none.verdict).toBe('none');
    expect(none.conversion).toBeUndefined();
  });

  it('takes shoes that hardly vary as a shift, and refuses too few', () => {
    const flat = shoes.map((one, at) => ({
      ...one,
      a: 30 + 0.1 * (at % 2),
      b: 36 - 0.1 * (at % 3),
    }));
    expect(bridgeMethods(flat, { noticeable: 3 }).conversion?.kind).toBe('shift');
    expect(() => bridgeMethods(shoes.slice(0, 4), { noticeable: 3 })).toThrow(/needs 5/);
    expect(() => fitDeming([1, 2], [1, 2])).toThrow(/three shoes/);
    expect(() => fitDeming([1, 1, 1], [1, 2, 3])).toThrow(/vary together/);
  });
});

describe('F', () => {
  it('has R’s upper tail', () => {
    // 1 - pf(5.12082, 5, 36) in R.
    expect(fExceeds(5.12082, 5, 36)).toBeCloseTo(0.0011985, 6);
  });
});
