/**
 * The limits of figures and studies, a case just inside and one just outside each: differences, bases, plausibility, the
 * room, bridges, drift, gauge studies, lots, likeness of sizes. Worked by hand; sources at the functions.
 */

import { describe, expect, it } from 'vitest';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { compareBases } from '#core/figures/basis.ts';
import { sizeRefusal, wearRefusal } from '#core/figures/carry.ts';
import { judgeDifference } from '#core/figures/difference.ts';
import { repeatabilityInForce, scatterOfSitting } from '#core/figures/learned-repeatability.ts';
import { questionReading } from '#core/figures/plausibility.ts';
import { KEPT_AS_TYPED } from '#core/figures/reading.ts';
import { judgeRoom, roomDoubts } from '#core/figures/room.ts';
import {
  isSameSize,
  LABEL_SYSTEMS,
  labelFault,
  nearestPrinted,
  SIZE_RANGE,
  type SizeLabel,
} from '#core/sizing/size-label.ts';
import { decideRepeats } from '#core/statistics/repeats.ts';
import { bridgeMethods } from '#core/study/bridge.ts';
import { driftTrend, judgeDrift } from '#core/study/drift.ts';
import { judgeGauge, studyGauge } from '#core/study/gauge-study.ts';
import { compareLots } from '#core/study/lots.ts';
import { isRanked, studyPairs } from '#core/study/pair-to-pair.ts';
import { textOf } from '#core/wording/sentence.ts';
import { sharePhrase } from '#core/wording/study-sentences.ts';

const KNOWN = Number.POSITIVE_INFINITY;

describe('a difference against a step of 2', () => {
  it.each([
    // U = 1.96 u; the 90 % interval reaches 1.645 u.
    { d: 0.97, u: 0.5, verdict: 'not shown' },
    { d: 0.99, u: 0.5, verdict: 'real' },
    { d: -0.99, u: 0.5, verdict: 'real' },
    { d: 1.17, u: 0.5, verdict: 'real' },
    { d: 0.35, u: 1, verdict: 'not shown' },
    { d: 0.36, u: 1, verdict: 'cannot tell' },
    { d: -0.36, u: 1, verdict: 'cannot tell' },
  ])('$d ± 1.96 · $u: $verdict', ({ d, u, verdict }) => {
    expect(judgeDifference(d, u, KNOWN, 2).verdict).toBe(verdict);
  });
  it.each([
    { d: 2.981, u: 0.5, noticeable: 'yes' },
    { d: 2.979, u: 0.5, noticeable: 'may be' },
    { d: 1.177, u: 0.5, noticeable: 'no' },
    { d: 1.179, u: 0.5, noticeable: 'may be' },
    { d: 2, u: 0, noticeable: 'yes' },
    { d: 1.99, u: 0, noticeable: 'no' },
  ])('$d ± 1.96 · $u is noticed: $noticeable', ({ d, u, noticeable }) => {
    expect(judgeDifference(d, u, KNOWN, 2).noticeable).toBe(noticeable);
    expect(judgeDifference(-d, u, KNOWN, 2).noticeable).toBe(noticeable);
  });
  it('that reaches its step in decimals reaches it in binary', () => {
    expect(judgeDifference(31.3 - 31, 0, KNOWN, 0.3).noticeable).toBe('yes');
    expect(judgeDifference(31.2 - 31, 0, KNOWN, 0.3).noticeable).toBe('no');
  });
});

describe('sizes', () => {
  const uk = (size: number): SizeLabel => ({ system: 'uk', size });
  it.each([
    // A quarter of a size of 8.467 mm: less than it is one size.
    [8.249, true],
    [8.251, false],
    [7.751, true],
    [7.749, false],
  ])('UK 8 and UK %d are one: %s', (size, same) => {
    expect(isSameSize(uk(8), uk(size))).toBe(same);
  });
  it.each(LABEL_SYSTEMS)('%s has its least and its greatest', (system) => {
    const [least, most] = SIZE_RANGE[system];
    expect([least, most].map((size) => labelFault({ system, size }))).toEqual([
      undefined,
      undefined,
    ]);
    expect(labelFault({ system, size: least - 0.5 })).toContain('is outside');
    expect(labelFault({ system, size: most + 0.5 })).toContain('is outside');
    expect(labelFault({ system, size: Number.NaN })).toBeDefined();
  });
  it('are printed in halves, Mondopoint in 2.5 mm', () => {
    expect([nearestPrinted('eu', 41.74), nearestPrinted('eu', 41.75)]).toEqual([41.5, 42]);
    expect([nearestPrinted('mondopoint', 266.2), nearestPrinted('mondopoint', 266.3)]).toEqual([
      265, 267.5,
    ]);
  });
  it.each([
    [11.25, undefined],
    [11.26, 'too far to carry'],
    [4.75, undefined],
    [4.74, 'too far to carry'],
  ])('UK 8 is carried to UK %d: %s', (size, refusal) => {
    const words = sizeRefusal(uk(8), uk(size));
    if (refusal) expect(words).toContain(refusal);
    else expect(words).toBeUndefined();
  });
  it('of children are carried to no grown size', () => {
    const child: SizeLabel = { system: 'uk-child', size: 13 };
    expect(sizeRefusal(child, uk(1))).toContain('one is a child’s');
    expect(sizeRefusal(child, { system: 'us-child', size: 13.5 })).toBeUndefined();
  });
  it.each([
    [500, 0, true],
    [501, 0, false],
    // Three times as far as the lab has followed a pair.
    [600, 200, true],
    [601, 200, false],
    [500, 100, true],
    [501, 100, false],
  ])('%d km with %d km followed is carried: %s', (km, followed, carried) => {
    expect(wearRefusal(0, km, followed) === undefined).toBe(carried);
    expect(wearRefusal(km, 0, followed) === undefined).toBe(carried);
  });
});

describe('two bases', () => {
  const base = { label: { system: 'uk', size: 8 }, configuration: 'as sold', wornKm: 0 } as const;
  const terms = (quantity: string, other: object, one: object = {}) =>
    compareBases(quantity as 'mass', { ...base, ...one }, { ...base, ...other }).terms;
  it.each([
    [25, 'like'],
    [25.1, 'convertible'],
    [500, 'convertible'],
    [501, 'not'],
  ])('foam worn %d km: %s', (wornKm, answer) => {
    expect(terms('midsole-lateral-hardness', { wornKm })).toBe(answer);
  });
  it.each([
    [4, 'like'],
    [4.1, 'not'],
    [-4, 'like'],
    [-4.1, 'not'],
  ])('foam taken %d °C apart: %s', (apart, answer) => {
    const one = { temperatureC: 23 };
    expect(terms('midsole-lateral-hardness', { temperatureC: 23 + apart }, one)).toBe(answer);
    expect(terms('midsole-lateral-hardness', {}, one)).toBe('like');
  });
  it('another configuration, other parts on, another set-up are not like', () => {
    expect(terms('mass', { configuration: 'insole out' })).toBe('not');
    expect(terms('mass', { removed: 'laces' })).toBe('not');
    expect(terms('mass', { removed: '' })).toBe('like');
  });
});

describe('a reading that is asked about', () => {
  const definition = {
    kind: 'length',
    plausible: [5, 80],
    sideTolerance: { absolute: 1, share: 0 },
  } as const;
  const ask = (value: number, more: object = {}) =>
    questionReading({
      definition,
      side: 'left',
      value,
      bare: false,
      unit: 'mm',
      soFar: { left: [], right: [] },
      repeatabilitySd: 0.2,
      ...more,
    })?.kind;
  it.each([
    [5, undefined],
    [4.9, 'outside'],
    [80, undefined],
    [80.1, 'outside'],
  ])('%d mm where shoes have 5 to 80: %s', (value, kind) => {
    expect(ask(value)).toBe(kind);
  });
  it.each([
    // Eight SDs of 0.2 mm, or 3 %.
    [31.6, 30, undefined],
    [31.61, 30, 'far'],
    [28.39, 30, 'far'],
    [61.8, 60, undefined],
    [61.81, 60, 'far'],
  ])('%d after %d mm: %s', (value, before, kind) => {
    expect(ask(value, { soFar: { left: [before], right: [] } })).toBe(kind);
  });
  it.each([
    // 12 % of the other shoe, or three tolerances.
    [33.6, 30, undefined],
    [33.61, 30, 'sides'],
    [13, 10, undefined],
    [13.01, 10, 'sides'],
  ])('%d beside %d mm of the other shoe: %s', (value, other, kind) => {
    expect(ask(value, { soFar: { left: [], right: [other] } })).toBe(kind);
  });
  it.each([
    [33.6, 1, undefined],
    [33.61, 1, 'edition'],
    // Twice its U, where that is more.
    [34, 2, undefined],
    [34.01, 2, 'edition'],
  ])('%d mm where its edition has 30 ± %d: %s', (value, U, kind) => {
    expect(ask(value, { expected: { value: 30, U } })).toBe(kind);
  });
  it('its edition is not asked once its own shoes have spoken', () => {
    const more = { expected: { value: 20, U: 1 }, soFar: { left: [], right: [30] } };
    expect(ask(30, more)).toBeUndefined();
  });
  it('a slip that would explain it is offered: a mark, a unit, the other shoe', () => {
    const corrections = (value: number, more: object = {}) =>
      questionReading({
        definition,
        side: 'left',
        value,
        bare: true,
        unit: 'mm',
        soFar: { left: [30], right: [] },
        repeatabilitySd: 0.2,
        ...more,
      })?.corrections.map((one) => [one.reason, one.value]);
    expect(corrections(300)).toEqual([['slipped decimal mark', 30]]);
    expect(corrections(3)).toEqual([
      ['cm, not mm', 30],
      ['slipped decimal mark', 30],
    ]);
    expect(corrections(40, { soFar: { left: [30], right: [40] } })?.[0]?.[0]).toBe('sides swapped');
  });
});

describe('the standard room of ISO 18454', () => {
  it.each([
    [{ temperatureC: 25, humidityPct: 55 }, 'within'],
    [{ temperatureC: 21, humidityPct: 45 }, 'within'],
    [{ temperatureC: 25.1 }, 'out'],
    [{ temperatureC: 20.9 }, 'out'],
    [{ temperatureC: 23, humidityPct: 55.1 }, 'out'],
    [{ temperatureC: 23, humidityPct: 44.9 }, 'out'],
    [{ temperatureC: 23 }, 'within'],
    [{ humidityPct: 50 }, 'not recorded'],
  ])('%j is %s', (room, verdict) => {
    expect(judgeRoom(room)).toBe(verdict);
    expect(roomDoubts(room)).toHaveLength(verdict === 'within' ? 0 : 1);
  });
  it.each([
    [25.1, /softer warm/],
    [20.9, /harder cold/],
  ])('%d °C: %s', (temperatureC, words) => {
    expect(roomDoubts({ temperatureC })[0]?.text).toMatch(words);
  });
  it('a damp room says nothing of warm or cold', () => {
    expect(roomDoubts({ temperatureC: 25, humidityPct: 60 })[0]?.text).not.toMatch(/foam/);
  });
});

describe('a lab’s own repeatability', () => {
  const assumed = { sd: 0.2, df: 8, source: 'usual' };
  const learned = (pairs: number, df: number) => ({ sd: 0.1, df, pairs, hidden: false, apart: [] });
  it.each([
    [5, 9, 0.1],
    [4, 9, 0.2],
    [5, 8, 0.2],
  ])('from %d pairs with %d degrees of freedom: an SD of %d', (pairs, df, sd) => {
    expect(repeatabilityInForce(assumed, learned(pairs, df)).sd).toBe(sd);
  });
  it('is never less sure than the one of a protocol', () => {
    expect(repeatabilityInForce({ ...assumed, df: 12 }, learned(9, 12)).sd).toBe(0.2);
    expect(repeatabilityInForce(assumed, undefined)).toBe(assumed);
  });
  it('leaves out what was kept although it was asked about', () => {
    const reading = (value: number, note?: string) => ({
      quantity: 'mass' as const,
      side: 'left',
      value,
      note,
      tool: 'scale' as const,
    });
    expect(scatterOfSitting([reading(300), reading(301)])).toHaveLength(1);
    expect(scatterOfSitting([reading(300), reading(301, KEPT_AS_TYPED)])).toEqual([]);
  });
  it.each([
    // f(2) = 2.8 and f(4) = 3.6 of ISO 5725-6, at s_r = 0.25.
    [[31, 31.7], 'mean'],
    [[31, 31.71], 'take-two-more'],
    [[31, 31.9, 31.2, 31.3], 'mean'],
    [[31, 31.91, 31.2, 31.3], 'median'],
  ])('repeats %j give the %s', (values, action) => {
    expect(decideRepeats(values, 0.25).action).toBe(action);
  });
});

describe('a bridge of two methods', () => {
  const shoes = (n: number, difference: (at: number, a: number) => number) =>
    Array.from({ length: n }, (_, at) => {
      const a = 20 + 2 * at;
      return { shoe: `${at}`, a, b: a + difference(at, a) };
    });
  const wobble = (at: number) => (at % 2 === 0 ? 0.1 : -0.1);
  it('takes five shoes', () => {
    expect(() => bridgeMethods(shoes(4, wobble), { noticeable: 2 })).toThrow(
      '4 shoes measured by both',
    );
    expect(() => bridgeMethods(shoes(1, wobble), { noticeable: 2 })).toThrow(
      '1 shoe measured by both',
    );
    expect(bridgeMethods(shoes(5, wobble), { noticeable: 2 }).shoes).toBe(5);
  });
  it.each([
    ['nothing', (at: number) => wobble(at), 'agree'],
    ['one mm', (at: number) => 1 + wobble(at), 'shift'],
    ['a tenth of it', (at: number, a: number) => 0.1 * a + wobble(at), 'line'],
  ] as const)('that differ by %s: %s', (_, difference, verdict) => {
    expect(bridgeMethods(shoes(8, difference), { noticeable: 2 }).verdict).toBe(verdict);
  });
  it('is none where a converted value is more in doubt than the step', () => {
    const { conversionU } = bridgeMethods(shoes(8, wobble), { noticeable: 2 });
    expect(bridgeMethods(shoes(8, wobble), { noticeable: conversionU }).verdict).toBe('agree');
    const none = bridgeMethods(shoes(8, wobble), { noticeable: conversionU - 1e-6 });
    expect([none.verdict, none.conversion]).toEqual(['none', undefined]);
  });
  it('goes 15 % beyond its shoes, and is a shift where they are all alike', () => {
    const { conversion } = bridgeMethods(shoes(6, wobble), { noticeable: 2 });
    // From 20 to 30, and 1.5 beyond either end.
    expect([conversion?.from, conversion?.to]).toEqual([18.5, 31.5]);
    const alike = Array.from({ length: 6 }, (_, at) => ({
      shoe: `${at}`,
      a: 30,
      b: 31 + wobble(at),
    }));
    expect(bridgeMethods(alike, { noticeable: 2 })).toMatchObject({
      verdict: 'shift',
      deming: { slope: 1 },
    });
  });
  it('states E_n where both state U', () => {
    const found = bridgeMethods(
      shoes(6, () => 0.5),
      { noticeable: 2, Ua: 0.3, Ub: 0.4 },
    );
    expect(found.en).toBeCloseTo(1, 9);
    expect(bridgeMethods(shoes(6, wobble), { noticeable: 2, Ua: 0.3 }).en).toBeUndefined();
    expect(bridgeMethods(shoes(6, wobble), { noticeable: 2, Ua: 0, Ub: 0 }).en).toBeUndefined();
  });
});

describe('drift of a gauge', () => {
  const gauge = { zeroU: 0.03, gainU: 0, resolution: 0 };
  const check = (value: number, at = '2026-03-01', pieceU = 0.04) => ({
    at,
    value,
    nominal: 20,
    pieceU,
  });
  it.each([
    // 2 · √(0.03² + 0.04²) = 0.1
    [20.1, 'holds'],
    [20.1001, 'drifted'],
    [19.9, 'holds'],
    [19.8999, 'drifted'],
  ])('a piece of 20 mm that reads %d: %s', (value, verdict) => {
    expect(judgeDrift(check(value), gauge).verdict).toBe(verdict);
  });
  it('counts zero, slope, step and piece', () => {
    const { limit, en } = judgeDrift(check(20.1), { zeroU: 0.03, gainU: 0.001, resolution: 0.1 });
    expect(limit).toBeCloseTo(2 * Math.hypot(0.03, 0.02, 0.1 / Math.sqrt(12), 0.04), 12);
    expect(en).toBeCloseTo(0.1 / limit, 12);
  });
  const months = (values: number[]) =>
    values.map((value, at) => check(value, `2026-0${at + 1}-01`));
  it('a trend takes four checks', () => {
    expect(driftTrend(months([20, 20.1, 20.2]))).toBeUndefined();
    expect(driftTrend(months([20, 20.1, 20.2, 20.3]))?.verdict).toBe('drifting');
    expect(driftTrend(months([20, 20.3, 20, 20.2]))?.verdict).toBe('steady');
    expect(driftTrend(months([20.3, 20.2, 20.1, 20]))?.verdict).toBe('drifting');
    expect(driftTrend([20, 20.1, 20.2, 20.3].map((value) => check(value)))).toBeUndefined();
  });
});

describe('a gauge study', () => {
  it.each([
    // The automotive measurement-systems manual, from memory.
    [9.99, 'good'],
    [10, 'conditional'],
    [30, 'conditional'],
    [30.01, 'poor'],
  ])('%d %% of the study: %s', (percent, verdict) => {
    expect(judgeGauge(percent)).toBe(verdict);
  });
  const readings = (part: (at: number) => number, operator: number, trial: number) =>
    Array.from({ length: 5 }, (_, p) =>
      [0, 1].flatMap((o) =>
        [0, 1].map((t) => ({
          part: `P${p}`,
          operator: `O${o}`,
          trial: t,
          value: part(p) + operator * o + (t === 0 ? trial : -trial) * (o + p > 2 ? 1 : -1),
        })),
      ),
    ).flat();
  it('blames operators or repeats where one is over 1.2 times the other', () => {
    const advice = (operator: number, trial: number) =>
      studyGauge(readings((p) => 30 + p, operator, trial)).advice;
    expect(advice(2, 0.1)).toContain('operatorsDiffer');
    expect(advice(0, 0.8)).toContain('repeatsDiffer');
    expect(advice(0, 0.01)[0]).toBe('use');
  });
  it('with no spread at all, or no scatter, says so', () => {
    expect(studyGauge(readings(() => 30, 0, 0))).toMatchObject({ verdict: 'poor', categories: 0 });
    expect(studyGauge(readings((p) => 30 + p, 0, 0)).verdict).toBe('cannot tell');
  });
  /** Two operators who differ from part to part by so much, beside trials that differ by 1. */
  const crossed = (apart: number, spread = 10) =>
    studyGauge(
      Array.from({ length: 6 }, (_, p) =>
        [0, 1].flatMap((o) =>
          [0, 1].map((t) => ({
            part: `P${p}`,
            operator: `O${o}`,
            trial: t,
            value: 100 + spread * p + (p % 2 === o ? apart : -apart) + (t === 0 ? 0.5 : -0.5),
          })),
        ),
      ).flat(),
    );
  const reaching = (of: (value: number) => number, limit: number, from: number, to: number) => {
    let [low, high] = [from, to];
    for (let step = 0; step < 60; step++) {
      const middle = (low + high) / 2;
      if (of(middle) > limit) low = middle;
      else high = middle;
    }
    return low;
  };
  it('pools the interaction where its p is over 0.25', () => {
    const apart = reaching((mm) => crossed(mm).pInteraction, 0.25, 0, 5);
    expect(crossed(apart * 0.999).pooled).toBe(true);
    expect(crossed(apart * 1.001).pooled).toBe(false);
  });
  it('wants five categories, and says how many it tells', () => {
    const told = (spread: number) => crossed(0, spread);
    // Falls with the spread: the least that still tells five.
    const spread = reaching((one) => -told(one).categories, -4.5, 0.1, 40);
    const [few, enough] = [told(spread * 0.999), told(spread * 1.001)];
    expect([few.categories, enough.categories]).toEqual([4, 5]);
    expect(few.advice).toContainEqual({ says: 'fewClasses', categories: 4 });
    expect(enough.advice.map((line) => typeof line)).not.toContain('object');
  });
  it('takes two parts, two operators, two trials, all of them', () => {
    const all = readings((p) => 30 + p, 0, 0.1);
    expect(() => studyGauge([])).toThrow('no readings');
    expect(() => studyGauge(all.filter(({ part }) => part === 'P0'))).toThrow('one part');
    expect(() => studyGauge(all.filter(({ operator }) => operator === 'O0'))).toThrow(
      'one operator',
    );
    expect(() => studyGauge(all.filter(({ trial }) => trial === 0))).toThrow('one trial');
    expect(() => studyGauge(all.slice(1))).toThrow('O0 lacks readings of P0');
    expect(() => studyGauge(all, 0)).toThrow('no tolerance');
  });
});

describe('lots', () => {
  const lot = (name: string, ...values: number[]) => values.map((value) => ({ lot: name, value }));
  it('take two, and one of them two pairs', () => {
    expect(() => compareLots(lot('L1', 30, 31))).toThrow('two lots');
    expect(() => compareLots([...lot('L1', 30), ...lot('L2', 31)])).toThrow('two pairs');
  });
  it.each([
    // SD 1 within two lots of three: t(0.975, 4) = 2.776, u = √(2/3); 0 is outside from 2.267 on.
    { apart: 2.26, step: undefined, verdict: 'cannot tell' },
    { apart: 2.27, step: undefined, verdict: 'real' },
    { apart: -2.27, step: undefined, verdict: 'real' },
    // t(0.95, 4) = 2.132: 1.741 beside the difference lies inside the step.
    { apart: 0.25, step: 2, verdict: 'not shown' },
    { apart: 0.27, step: 2, verdict: 'cannot tell' },
  ])('$apart apart, noticed from $step: $verdict', ({ apart, step, verdict }) => {
    const { differences } = compareLots(
      [...lot('L1', 29, 30, 31), ...lot('L2', 29 + apart, 30 + apart, 31 + apart)],
      step,
    );
    expect(differences[0]?.verdict).toBe(verdict);
  });
  it('from four on stand wider: the range of them all', () => {
    const lots = (n: number) =>
      compareLots(Array.from({ length: n }, (_, at) => lot(`L${at}`, 29, 30, 31)).flat())
        .differences[0];
    const half = (n: number) => ((lots(n)?.upper ?? 0) - (lots(n)?.lower ?? 0)) / 2;
    // t(0.975, 6) = 2.447 for three, q(0.95, 4, 8)/√2 = 4.529/√2 for four, each times √(2/3).
    expect(half(3)).toBeCloseTo(2.447 * Math.sqrt(2 / 3), 3);
    expect(half(4)).toBeCloseTo((4.529 / Math.SQRT2) * Math.sqrt(2 / 3), 3);
  });
});

describe('pairs of one model', () => {
  it.each([
    [0.049, 'almost none'],
    [0.05, 'a tenth'],
    [0.149, 'a tenth'],
    [0.15, 'a fifth'],
    [0.22, 'a quarter'],
    [0.29, 'a third'],
    [0.4, 'half'],
    [0.58, 'two thirds'],
    [0.7, 'three quarters'],
    [0.85, 'nearly all'],
    [1, 'nearly all'],
  ])('a share of %d is %s', (share, words) => {
    expect(textOf(sharePhrase(share))).toBe(words);
  });
  const reading = (pair: string, side: 'left' | 'right', value: number) => ({
    pair,
    side,
    value,
    trial: 1,
  });
  it('fewer than three are not ranked', () => {
    expect([isRanked(2), isRanked(3)]).toEqual([false, true]);
  });
  it('one pair, or none, shows no spread', () => {
    expect(() => studyPairs([])).toThrow('no readings');
    expect(() => studyPairs([reading('A', 'left', 30), reading('A', 'right', 30)])).toThrow(
      'one pair',
    );
  });
  it.each([
    // A coefficient of variation only where the mean is over ten SDs.
    [14.2, true],
    [14.1, false],
  ])('of mean %d and SD 1.41: a share of the mean is given: %s', (mean, given) => {
    const values = [mean - 1, mean + 1].flatMap((value, at) =>
      (['left', 'right'] as const).map((side) => reading(`P${at}`, side, value)),
    );
    expect(studyPairs(values)?.cvPercent !== undefined).toBe(given);
  });
});

it('every quantity has a range that a shoe may have, and a step that is noticed', () => {
  for (const { id, plausible, noticeable, sideTolerance } of Object.values(QUANTITIES)) {
    expect(plausible[0], id).toBeLessThan(plausible[1]);
    expect(noticeable, id).toBeGreaterThan(0);
    expect(Math.max(sideTolerance.absolute, sideTolerance.share), id).toBeGreaterThan(0);
  }
});
