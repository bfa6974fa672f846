/**
 * The limits of the left-right check, with a case just inside and one just outside each. The tolerances are common
 * practice; the decision rule is JCGM 106.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { judgeLimits, judgeTolerance } from '#core/catalogue/tolerance.ts';
import type { Figure } from '#core/figures/figure.ts';
import { holdPairs } from '#core/match/held.ts';
import { type FeatureJudgement, judgeFigures, nextReading } from '#core/match/match.ts';
import { readSize, testSizes } from '#core/match/match-size.ts';
import { figureOf, judged, longer } from './match-judgements.ts';

describe('the decision rule of JCGM 106', () => {
  it.each([
    { d: 0.7, U: 0.3, word: 'within' },
    { d: 0.71, U: 0.3, word: 'cannot tell' },
    { d: 1.3, U: 0.3, word: 'cannot tell' },
    { d: 1.31, U: 0.3, word: 'out' },
    { d: -0.7, U: 0.3, word: 'within' },
    { d: -1.31, U: 0.3, word: 'out' },
  ])('$d ± $U against 1: $word', ({ d, U, word }) => {
    expect(judgeTolerance(d, U, 1)).toBe(word);
  });
  it.each([
    { value: 30.3, word: 'within' },
    { value: 30.29, word: 'cannot tell' },
    { value: 29.7, word: 'cannot tell' },
    { value: 29.69, word: 'out' },
    { value: 31.7, word: 'within' },
    { value: 31.71, word: 'cannot tell' },
    { value: 32.3, word: 'cannot tell' },
    { value: 32.31, word: 'out' },
  ])('$value ± 0.3 within 30 to 32: $word', ({ value, word }) => {
    expect(judgeLimits(value, 0.3, { low: 30, high: 32 })).toBe(word);
  });
  it('a limit on one side says nothing of the other', () => {
    expect(judgeLimits(99, 0.3, { low: 30, high: null })).toBe('within');
    expect(judgeLimits(-99, 0.3, { low: null, high: 32 })).toBe('within');
  });
  it('is the same in binary as in whole hundredths, at every limit', () => {
    const few = fc.integer({ min: 0, max: 12 });
    fc.assert(
      fc.property(
        fc.integer({ min: 25_000, max: 28_000 }),
        fc.integer({ min: -25, max: 25 }),
        few,
        few,
        (left, d, U, T) => {
          const size = Math.abs(d);
          const word = size + U <= T ? 'within' : size - U > T ? 'out' : 'cannot tell';
          expect(judgeTolerance((left + d) / 100 - left / 100, U / 100, T / 100)).toBe(word);
        },
      ),
      { seed: 106, numRuns: 5000 },
    );
  });
});

const judgeExactly = (id: MatchFeatureId, left: number, right: number) =>
  judgeFigures(id, { left: figureOf(id, left), right: figureOf(id, right) });

describe('the tolerance of each feature', () => {
  // Common practice: outsole and footbed 1 mm, toe tip and collar 3 mm, hardness 3 points.
  const TOLERANCES: [feature: MatchFeatureId, about: number, tolerance: number][] = [
    ['outsole-small', 26, 1],
    ['outsole-large', 182, 1],
    ['footbed-length', 266, 1],
    ['footbed-ball-width', 92, 1],
    ['toe-tip-height', 36, 3],
    ['collar-lateral', 70, 3],
    ['collar-medial', 73, 3],
    ['midsole-lateral-hardness', 50, 3],
    ['outsole-hardness', 62, 3],
  ];
  it.each(TOLERANCES)('%s about %d: %d', (id, about, tolerance) => {
    expect(judgeExactly(id, about, about + tolerance).verdict).toBe('within');
    expect(judgeExactly(id, about, about + tolerance + 0.01).verdict).toBe('out');
    expect(judgeExactly(id, about, about - tolerance - 0.01).verdict).toBe('out');
  });
  it.each([
    // 5 g up to 250 g, beyond it 2 % of the mean of both.
    [200, 205, 'within'],
    [200, 205.01, 'out'],
    [247.5, 252.5, 'within'],
    [297, 303, 'within'],
    [297, 303.01, 'out'],
    [594, 606, 'within'],
    [594, 606.1, 'out'],
  ] as const)('mass of %d and %d g: %s', (left, right, verdict) => {
    expect(judgeExactly('mass', left, right).verdict).toBe(verdict);
  });
  it.each([
    ['heel-seam', 2],
    ['sole-plane', 1],
  ] as const)('%s: each shoe within %d of zero', (id, tolerance) => {
    expect(judgeExactly(id, tolerance, -tolerance).verdict).toBe('within');
    expect(judgeExactly(id, 0, tolerance + 0.01)).toMatchObject({
      verdict: 'out',
      shoes: { left: 'within', right: 'out' },
      difference: tolerance + 0.01,
    });
    expect(judgeExactly(id, -tolerance - 0.01, 0)).toMatchObject({
      verdict: 'out',
      shoes: { left: 'out', right: 'within' },
    });
  });
  it('covers every feature of the check', () => {
    const named = [...TOLERANCES.map(([id]) => id), 'mass', 'heel-seam', 'sole-plane'];
    expect(named.sort()).toEqual([...MATCH_FEATURES].sort());
  });
  it('a single shoe that is off zero is out; one that is on it is not the pair', () => {
    const off = judgeFigures('heel-seam', { right: figureOf('heel-seam', 2.01) });
    const on = judgeFigures('heel-seam', { right: figureOf('heel-seam', 1) });
    expect([off.verdict, on.verdict]).toEqual(['out', 'not taken']);
    expect(judgeFigures('mass', { left: figureOf('mass', 300) }).verdict).toBe('not taken');
    expect(judgeFigures('mass', {})).toMatchObject({ verdict: 'not taken', tolerance: 5 });
  });
});

describe('half sizes of a length', () => {
  it.each([
    // What lies within a quarter of a half size fits it.
    { halfSizes: 1.24, fits: 1 },
    { halfSizes: 1.26, fits: undefined },
    { halfSizes: 0.76, fits: 1 },
    { halfSizes: 0.74, fits: undefined },
    { halfSizes: 0.24, fits: 0 },
    { halfSizes: -1.24, fits: -1 },
    { halfSizes: 6.24, fits: 6 },
    { halfSizes: 6.26, fits: undefined },
    { halfSizes: 7, fits: undefined },
    { halfSizes: -6, fits: -6 },
    { halfSizes: -7, fits: undefined },
  ])('$halfSizes fits $fits', ({ halfSizes, fits }) => {
    const judgement = judged('footbed-length', 'out', longer('footbed-length', 266, halfSizes));
    expect(readSize(judgement, 279.4)?.fits).toBe(fits);
  });
  it.each([
    // One half size is 4.03 mm of 266 mm: U decides where it is more than a quarter of it.
    { U: 1.2, halfSizes: 1.29, fits: 1 },
    { U: 1.2, halfSizes: 1.31, fits: undefined },
    // With U over half of one it fits two, and so none.
    { U: 2.1, halfSizes: 1.5, fits: undefined },
  ])('with U = $U mm $halfSizes fits $fits', ({ U, halfSizes, fits }) => {
    const judgement = judged('footbed-length', 'out', {
      ...longer('footbed-length', 266, halfSizes),
      U,
    });
    expect(readSize(judgement, 279.4)?.fits).toBe(fits);
  });
  it('takes both shoes and their difference', () => {
    const whole = judged('footbed-length', 'out', longer('footbed-length', 266, 1));
    const { left: _left, ...rightOnly } = whole;
    const { right: _right, ...leftOnly } = whole;
    const { difference: _difference, ...bare } = whole;
    const { U: _U, ...unsure } = whole;
    for (const part of [rightOnly, leftOnly, bare, unsure, { ...whole, left: { n: 1, value: 0 } }])
      expect(readSize(part, 279.4)).toBeUndefined();
  });
  it.each([
    // An outsole feature of 150 mm tells by itself, one from 66 mm beside a footbed.
    { mm: 150, tells: 'outsole' },
    { mm: 149.9, tells: 'shorter, telling' },
    { mm: 66, tells: 'shorter, telling' },
    { mm: 65.9, tells: 'shorter' },
  ])('an outsole feature of $mm mm: $tells', ({ mm, tells }) => {
    const { outsole, shorter, footbed } = testSizes(
      [judged('outsole-large', 'within', longer('outsole-large', mm, 0))],
      279.4,
    );
    expect(outsole ? 'outsole' : `shorter${shorter?.telling ? ', telling' : ''}`).toBe(tells);
    expect(footbed).toBeUndefined();
  });
});

describe('readings near a tolerance', () => {
  const near = (left: number, right: number) =>
    judged('mass', 'cannot tell', {
      askAgain: true,
      left: { n: left, value: 300 },
      right: { n: right, value: 304 },
    });
  const next = (judgement: FeatureJudgement) =>
    nextReading([judgement], { skipped: MATCH_FEATURES.filter((id) => id !== 'mass') });
  it.each([
    [1, 1, 'left'],
    [2, 1, 'right'],
    [1, 2, 'left'],
  ])('%d on the left and %d on the right: the %s again', (left, right, side) => {
    expect(next(near(left, right))).toEqual({ feature: 'mass', side, repeat: true });
  });
  it.each([
    [4, true],
    [5, false],
  ])('after %d readings of each it asks again: %s', (n, asks) => {
    const figure = (side: string, value: number) =>
      ({
        ...figureOf('mass', value),
        readings: n,
        terms: [{ key: `repeats ${side}`, kind: 'repeatability', u: 2, df: 4 }],
      }) as unknown as Figure;
    const judgement = judgeFigures('mass', {
      left: figure('left', 300),
      right: figure('right', 305),
    });
    expect(judgement).toMatchObject({ verdict: 'cannot tell', askAgain: asks });
  });
});

describe('two pairs held against each other', () => {
  const pair = (values: Partial<Record<MatchFeatureId, number>>) =>
    Object.fromEntries(
      Object.entries(values).map(([id, value]) => [id, figureOf(id as MatchFeatureId, value)]),
    );
  const partOf = (a: object, b: object, part: string) =>
    holdPairs(pair(a), pair(b), {}).parts.find((one) => one.part === part)?.word;
  it.each([
    [
      { 'outsole-small': 26, 'outsole-large': 182 },
      { 'outsole-small': 27, 'outsole-large': 183 },
      'alike',
    ],
    [
      { 'outsole-small': 26, 'outsole-large': 182 },
      { 'outsole-small': 27.01, 'outsole-large': 183 },
      'differs',
    ],
    [{ 'outsole-small': 26 }, { 'outsole-large': 183 }, 'cannot tell'],
    [{ 'outsole-small': 26 }, { 'outsole-small': 26 }, 'alike'],
  ])('%j and %j: the outsole %s', (a, b, word) => {
    const plain = (values: object) => values as Partial<Record<MatchFeatureId, number>>;
    expect(partOf(plain(a), plain(b), 'outsole')).toBe(word);
  });
  it('that are not like for like are set apart with the reason', () => {
    const worn = {
      ...figureOf('mass', 300),
      basis: { ...figureOf('mass', 300).basis, wornKm: 900 },
    };
    const { apart, parts } = holdPairs({ mass: figureOf('mass', 300) }, { mass: worn }, {});
    expect(apart.map(({ feature }) => feature)).toEqual(['mass']);
    expect(parts.find(({ part }) => part === 'whole shoe')?.word).toBe('cannot tell');
  });
});
