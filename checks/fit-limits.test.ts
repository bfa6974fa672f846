/**
 * The limits of the rules for fit, with a case just inside and one just outside each: widths, labels, probabilities,
 * feet. Common practice, worked by hand.
 */

import { describe, expect, it } from 'vitest';
import { archIndex } from '#core/fit/arch-index.ts';
import {
  deviationOf,
  overSizes,
  shortfallOf,
  tendencyOf,
  type UsualVote,
} from '#core/fit/deviation.ts';
import { fitCauses } from '#core/fit/fit-causes.ts';
import { fitOfDeviation, halfSizesFrom, wordOfShares } from '#core/fit/fit-probabilities.ts';
import { oddFeet, readFootLength } from '#core/fit/foot.ts';
import { judgeAgreement, tellsAgreement } from '#core/fit/judged-agreement.ts';
import { labelAway, nearestMade, nextWidth } from '#core/fit/made-sizes.ts';
import { pairedChanges } from '#core/fit/paired-try-ons.ts';
import {
  type EditionToFit,
  type FootToFit,
  footWidthWord,
  recommend,
} from '#core/fit/recommendation.ts';
import { splitsOf } from '#core/fit/splits.ts';
import type { TryOn } from '#core/fit/try-on.ts';
import { isSameWidth, widthRank } from '#core/fit/widths.ts';
import { HALF_SIZE_MM, lastLength, type SizeLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import {
  changePhrase,
  deviationSentence,
  halfSizesPhrase,
  splitPhrase,
  tendencyPhrase,
} from '#core/wording/sizing-sentences.ts';

const men = (size: number): SizeLabel => ({ system: 'us-men', size });
const uk = (size: number): SizeLabel => ({ system: 'uk', size });

describe('widths', () => {
  it.each([
    ['2E', 1],
    [' Wide ', 1],
    ['extra wide fit', 2],
    ['wide toe box', 1],
    ['very narrow', -1],
    ['', 0],
    [undefined, 0],
    ['C', -0.5],
    ['6E', 3],
    ['XL', undefined],
  ])('%s ranks %s', (width, rank) => {
    expect(widthRank(width)).toBe(rank);
  });
  it.each([
    ['2E', 'wide', true],
    [undefined, 'regular', true],
    ['XL', 'xl ', true],
    ['XL', 'XXL', false],
    ['wide', 'narrow', false],
    ['XL', undefined, false],
  ])('%s and %s are one: %s', (a, b, same) => {
    expect(isSameWidth(a, b)).toBe(same);
  });
  it('the next to either side is the nearest one in which the label is made', () => {
    const made = [
      { labels: [men(9)] },
      { width: '2E', labels: [men(9)] },
      { width: '4E', labels: [men(9), men(10)] },
      { width: 'narrow', labels: [men(9)] },
      { width: '2A', labels: [men(9)] },
      { width: 'XL', labels: [men(9)] },
    ];
    const next = (label: SizeLabel, width: string | undefined, way: 'wider' | 'narrower') =>
      nextWidth(made, label, width, way)?.width;
    expect(next(men(9), undefined, 'wider')).toBe('2E');
    expect(next(men(9), '2E', 'wider')).toBe('4E');
    expect(next(men(9), '4E', 'wider')).toBeUndefined();
    expect(next(men(10), undefined, 'wider')).toBe('4E');
    expect(next(men(9), undefined, 'narrower')).toBe('narrow');
    expect(next(men(9), 'narrow', 'narrower')).toBe('2A');
  });
  it.each([
    // 40.5 % and 36 % of the length of the foot.
    [109.35, 'wide'],
    [109.3, 'usual'],
    [97.21, 'usual'],
    [97.2, 'narrow'],
  ])('a foot of 270 by %d mm is %s', (width, word) => {
    expect(footWidthWord(270, width)).toBe(word);
  });
  it('without a length or a width it is not known', () => {
    expect([footWidthWord(undefined, 100), footWidthWord(270, undefined)]).toEqual([
      undefined,
      undefined,
    ]);
  });
});

describe('labels that are made', () => {
  const wanted = lastLength(uk(8));
  const labels = (mm: number): SizeLabel => ({ system: 'uk', size: 8 + mm / (2 * HALF_SIZE_MM) });
  it.each([
    // Within a quarter of a size either way it is the same; up to three quarters of a half size longer it is taken.
    { mm: 2.11, found: 0 },
    { mm: 2.12, found: 2.12 },
    { mm: -2.11, found: 0 },
    { mm: -2.12, found: undefined },
    { mm: 6.34, found: 6.34 },
    { mm: 6.36, found: undefined },
  ])('one of $mm mm more is $found mm too long', ({ mm, found }) => {
    const nearest = nearestMade([labels(mm)], wanted)?.tooLongMm;
    if (found === undefined) expect(nearest).toBeUndefined();
    else expect(nearest).toBeCloseTo(found, 6);
  });
  it('half sizes away stay in their system', () => {
    expect(labelAway(uk(8), 1)).toEqual(uk(8.5));
    expect(labelAway(men(9), -2)).toEqual(men(8));
    // 4.233 mm are 0.635 Paris points, and boxes carry halves.
    expect(labelAway({ system: 'eu', size: 42 }, 1)).toEqual({ system: 'eu', size: 42.5 });
    expect(labelAway({ system: 'mondopoint', size: 265 }, 1)).toEqual({
      system: 'mondopoint',
      size: 270,
    });
  });
});

describe('which way a length says it is', () => {
  it.each([
    // From four in five on: by hand with z = 0.8416, the class from −½ to ½ of a half size of 4.233 mm.
    { mm: 2.1167 + 0.842 * 2, u: 2, verdict: 'long' },
    { mm: 2.1167 + 0.841 * 2, u: 2, verdict: 'cannot tell' },
    { mm: -2.1167 - 0.842 * 2, u: 2, verdict: 'short' },
    { mm: -2.1167 - 0.841 * 2, u: 2, verdict: 'cannot tell' },
    // P(|z| < 2.1167/u) = 0.8 at u = 2.1167/1.2816.
    { mm: 0, u: 1.651, verdict: 'true' },
    { mm: 0, u: 1.652, verdict: 'cannot tell' },
    // With no doubt the class is certain, its upper end in the next.
    { mm: 2.11, u: 0, verdict: 'true' },
    { mm: 2.12, u: 0, verdict: 'long' },
  ])('$mm ± $u mm: $verdict', ({ mm, u, verdict }) => {
    expect(fitOfDeviation(mm, u, Number.POSITIVE_INFINITY).verdict).toBe(verdict);
  });
  it('by shares', () => {
    const shares = (...probabilities: number[]) =>
      wordOfShares(probabilities.map((probability, at) => ({ halfSizes: at - 1, probability })));
    expect(shares(0.1, 0.8, 0.1)).toBe('true');
    expect(shares(0.11, 0.79, 0.1)).toBe('cannot tell');
    expect(shares(0.1, 0.1, 0.8)).toBe('long');
    expect(shares(0.8, 0.1, 0.1)).toBe('short');
    expect(shares(0.79, 0.11, 0.1)).toBe('cannot tell');
  });
  it('the classes at both ends are open, and all of them are one', () => {
    const steps = halfSizesFrom(40, 1, 8, 2);
    expect(steps.at(-1)?.probability).toBeCloseTo(1, 9);
    expect(
      halfSizesFrom(1, 3, 5, 4).reduce((sum, { probability }) => sum + probability, 0),
    ).toBeCloseTo(1, 12);
  });
  it.each([
    [1, 'half a size'],
    [-2, 'a size'],
    [3, '1 and a half sizes'],
    [4, '2 sizes'],
  ])('%d half sizes are %s', (halfSizes, words) => {
    expect(textOf(halfSizesPhrase(halfSizes))).toBe(words);
  });
});

describe('the shortfall of a shoe that fits', () => {
  it('from one reference is half of half a size in doubt, from several their scatter', () => {
    const one = shortfallOf([{ label: uk(8), insideMm: 267.4, u: 0.5 }]);
    expect(one?.mm).toBeCloseTo(12, 9);
    expect(one?.u).toBeCloseTo(Math.hypot(HALF_SIZE_MM / 2, 0.5), 9);
    const two = shortfallOf([267.4, 265.4].map((insideMm) => ({ label: uk(8), insideMm, u: 0.5 })));
    // Mean 13, SD √2, times √1.5.
    expect([two?.mm, two?.u, two?.df, two?.n]).toEqual([
      expect.closeTo(13, 9),
      expect.closeTo(Math.SQRT2 * Math.sqrt(1.5), 9),
      1,
      2,
    ]);
    const alike = shortfallOf(
      [267.4, 267.4].map((insideMm) => ({ label: uk(8), insideMm, u: 0.5 })),
    );
    expect(alike?.u).toBe(0.5);
    expect(shortfallOf([])).toBeUndefined();
  });
});

describe('what testers say of the size', () => {
  const votes = (...offsets: number[]): UsualVote[] =>
    offsets.map((offsetHalfSizes, at) => ({
      kind: 'known shoes',
      tester: `T${at}`,
      offsetHalfSizes,
    }));
  const of = (...offsets: number[]) => deviationOf({ references: [], votes: votes(...offsets) });
  it('one tester decides nothing, two do', () => {
    expect(of(0).verdict).toBe('cannot tell');
    expect(of(0, 0).verdict).toBe('true');
    // Who takes more finds it short.
    expect(of(1, 1, 1)).toMatchObject({
      verdict: 'short',
      decisive: [{ sureHalfSizes: { halfSizes: -1, orMore: false } }],
    });
    expect(of(-1, -1, -1).verdict).toBe('long');
    expect(of(0, 1).verdict).toBe('cannot tell');
  });
  it.each([
    [[0], [{ kind: 'testers', more: 2 }]],
    [[0, 1], [{ kind: 'testers', more: 1 }]],
    [[-1, 0, 1], []],
  ])('votes of %j want %j', (offsets, wants) => {
    const { settle } = of(...offsets);
    expect(settle.filter(({ kind }) => kind === 'testers')).toEqual(wants);
  });
  it('a hint decides nothing, and lengths that part from testers are said', () => {
    const long = { what: 'footbed', n: 1, mm: 9, u: 0.5, df: 30 };
    expect(
      deviationOf({ references: [{ ...long, isHint: true }], votes: votes(0, 0) }).verdict,
    ).toBe('true');
    const parted = deviationOf({ references: [long], votes: votes(0, 0) });
    expect(parted.verdict).toBe('evidence parts');
    expect(parted.settle[0]).toEqual({ kind: 'other insole' });
    expect(textOf(deviationSentence(parted))).toMatch(/by footbed compared with a reference shoe/);
  });
  it('nothing known is said so', () => {
    const nothing = deviationOf({ references: [], votes: [] });
    expect(nothing.verdict).toBe('cannot tell');
    expect(textOf(deviationSentence(nothing))).toBe('Nothing is known about its size yet.');
  });
  it('a maker has a tendency from three editions on, and with more than half of them', () => {
    const editions = (...verdicts: ('true' | 'long' | 'cannot tell')[]) =>
      tendencyOf(verdicts.map((verdict, at) => ({ name: `E${at}`, verdict })));
    const words = (...verdicts: ('true' | 'long' | 'cannot tell')[]) =>
      textOf(tendencyPhrase(editions(...verdicts)));
    expect(words('long', 'long', 'cannot tell')).toBe('not known from 2 models');
    expect(words('long')).toBe('not known from 1 model');
    expect(editions('long', 'long', 'true')).toMatchObject({
      verdict: 'long',
      agreeing: 2,
      exceptions: ['E2'],
    });
    expect(words('long', 'long', 'true', 'true')).toBe('no tendency: 2 of 4 run long');
  });
  it.each([
    // 2 mm · √(1/1 + 1/1) = 2.83 mm, and at least a quarter of a size.
    { mm: 267.4 + 2.82, words: 'as others' },
    { mm: 267.4 + 2.84, words: 'longer' },
    { mm: 267.4 - 2.84, words: 'shorter' },
  ])('a size of $mm mm: $words', ({ mm, words }) => {
    const [size] = overSizes([
      { label: uk(8), mm },
      { label: uk(9), mm: 267.4 + 2 * HALF_SIZE_MM },
    ]);
    expect(size?.comparison).toBe(words);
  });
  it('many pairs tell less than a quarter of a size only as much', () => {
    const insides = [
      ...Array.from({ length: 9 }, () => ({ label: uk(8), mm: 267.4 + 2.11 })),
      ...Array.from({ length: 9 }, () => ({ label: uk(9), mm: 267.4 + 2 * HALF_SIZE_MM })),
    ];
    expect(overSizes(insides)[0]?.comparison).toBe('as others');
    expect(
      overSizes(
        insides.map((one) => (one.label.size === 8 ? { ...one, mm: 267.4 + 2.13 } : one)),
      )[0]?.comparison,
    ).toBe('longer');
    expect(overSizes([{ label: uk(8), mm: 267 }])[0]?.comparison).toBe('only size');
  });
});

describe('a label for a foot', () => {
  const foot: FootToFit = { lengthLeftMm: 256, lengthRightMm: 256, sock: 'usual', use: '' };
  const edition = (more: Partial<EditionToFit> = {}): EditionToFit => ({
    insideAt: ({ size }) => ({ mm: 268 + (size - 8) * 2 * HALF_SIZE_MM, u: 0.5, df: 1e9 }),
    made: [{ labels: [7, 7.5, 8, 8.5, 9].map(uk) }],
    label: uk(8),
    leather: false,
    ...more,
  });
  const HOUSE = { leatherSmall: true, byArch: true };
  const take = (more: Partial<FootToFit> = {}, of: Partial<EditionToFit> = {}, schools = HOUSE) =>
    recommend({ ...foot, ...more }, edition(of), schools);
  it.each([
    [4, 0],
    [4.1, 1],
  ])('feet that differ by %d mm get %d notes', (mm, notes) => {
    const said = take({ lengthRightMm: 256 - mm }).notes.filter(
      ({ kind }) => kind === 'unequal feet',
    );
    expect(said).toHaveLength(notes);
    if (notes) expect(said[0]).toMatchObject({ smaller: 'right' });
  });
  it.each([
    ['usual', 8],
    ['thin', 8],
    ['thick', 8.5],
    ['two pairs', 9],
  ])('with a %s sock it is UK %d', (sock, size) => {
    expect(take({ sock }).take?.label).toEqual(uk(size));
  });
  it('leather for climbing is bought half a size small, by that school', () => {
    const made = [{ labels: [6, 6.5, 7, 7.5, 8].map(uk) }];
    const climbing = { use: 'climbing' };
    const small = take(climbing, { leather: true, made }).chances[0]?.label.size ?? 0;
    const asIs =
      take(climbing, { leather: true, made }, { ...HOUSE, leatherSmall: false }).chances[0]?.label
        .size ?? 0;
    const synthetic = take(climbing, { made }).chances[0]?.label.size ?? 0;
    expect([asIs - small, synthetic - asIs]).toEqual([0.5, 0]);
    expect(take({ use: 'running' }, { leather: true }).notes).not.toContainEqual({
      kind: 'leather',
    });
  });
  it.each([
    ['low', true, 'low'],
    ['high', true, 'high'],
    ['middle', true, undefined],
    ['low', false, undefined],
    ['', true, undefined],
  ] as const)('an arch that is %s, by the school %s', (arch, byArch, told) => {
    const notes = take({ arch }, {}, { ...HOUSE, byArch }).notes.filter(
      ({ kind }) => kind === 'arch',
    );
    expect(notes).toEqual(told ? [{ kind: 'arch', arch: told }] : []);
  });
  it('is sure, probable or not told by how likely the room is right', () => {
    // By hand: u = √(0.5² + 1.5² + 2.12²) = 2.645; a gap of 12 mm lies 4 mm inside both ends: P = 0.8695.
    expect(take()).toMatchObject({ verdict: 'sure' });
    expect(take().chances[0]?.right).toBeCloseTo(0.8695, 3);
    const wider = (u: number) => take({}, { insideAt: () => ({ mm: 268, u, df: 1e9 }) });
    // P(|z| < 4/u') = 0.8 at u' = 3.1213, of the inside 1.733; 0.5 at u' = 5.930, of the inside 5.334.
    expect(wider(1.73).verdict).toBe('sure');
    expect(wider(1.74).verdict).toBe('probably');
    expect(wider(5.33).verdict).toBe('probably');
    expect(wider(5.34)).toMatchObject({ verdict: 'cannot tell' });
    expect(wider(5.34).take).toBeUndefined();
  });
  it('nothing known of the foot or the inside is not told', () => {
    expect(take({ lengthLeftMm: undefined, lengthRightMm: undefined }).hindrance).toBe(
      'no foot length',
    );
    expect(take({}, { insideAt: () => undefined }).hindrance).toBe('not measured inside');
    expect(take({}, { made: [] }).notes).toContainEqual({ kind: 'sizes unknown' });
  });
  it('a wide foot takes the wide build, or is told that none is known', () => {
    const made = [
      { labels: [uk(8)] },
      { width: 'wide', labels: [uk(8)] },
      { width: 'narrow', labels: [uk(8)] },
    ];
    expect(take({ widthMm: 110 }, { made }).take?.width).toBe('wide');
    expect(take({ widthMm: 90 }, { made }).take?.width).toBe('narrow');
    expect(take({ widthMm: 100 }, { made }).take?.width).toBeUndefined();
    expect(take({ widthMm: 110 }).notes).toContainEqual({ kind: 'wide foot' });
    expect(take({ widthMm: 110 }, { made }).notes).not.toContainEqual({ kind: 'wide foot' });
  });
  it.each([
    // Roomy or tight from one in five on.
    [14.5, undefined],
    [14, undefined],
    [13.7, undefined],
    [15, 'roomy'],
    [9.5, 'tight'],
    [11, undefined],
  ])('a gap of %d mm', (gap, told) => {
    const notes = take(
      {},
      { made: [{ labels: [uk(8)] }], insideAt: () => ({ mm: 256 + gap, u: 0.5, df: 1e9 }) },
    ).notes;
    // By hand: P(long) = 0.2 at 16 − 0.8416 · 2.645 = 13.77 mm.
    const room = notes
      .map(({ kind }) => kind)
      .filter((kind) => kind === 'roomy' || kind === 'tight');
    if (told) expect(room).toContain(told);
    else expect(room).toHaveLength(gap > 13.77 ? 1 : 0);
  });
});

describe('feet and prints', () => {
  it.each([
    ['180', true],
    ['179', false],
    ['340', true],
    ['341', false],
    ['26.2 cm', true],
    ['26.2', false],
    ['12 cm', false],
  ])('%s is taken for a length of a foot: %s', (typed, ok) => {
    expect(readFootLength(typed).ok).toBe(ok);
  });
  it.each([
    [8, false],
    [8.1, true],
  ])('feet that differ by %d mm are asked about: %s', (mm, asked) => {
    expect(oddFeet(260, 260 + mm) !== undefined).toBe(asked);
    expect(oddFeet(260 + mm, 260) !== undefined).toBe(asked);
    expect(oddFeet(undefined, 260)).toBeUndefined();
  });
  it.each([
    // Cavanagh and Rodgers: high to 0.21, low from 0.26, from memory.
    [21, 'high'],
    [21.1, 'middle'],
    [25.9, 'middle'],
    [26, 'low'],
  ])('a middle third of %d %% of the print is a %s arch', (middle, arch) => {
    expect(archIndex([40, middle, 60 - middle]).class).toBe(arch);
  });
  it('fewer than five models say nothing of agreement', () => {
    expect([tellsAgreement(4), tellsAgreement(5)]).toEqual([false, true]);
  });
  it('no print has no arch', () => {
    expect(() => archIndex([0, 0, 0])).toThrow(RangeError);
  });
  it.each([
    [0.8, 'agree'],
    [0.79, 'mostly'],
    [0.667, 'mostly'],
    [0.666, 'little'],
    [0.01, 'little'],
    [0, 'none'],
  ])('alpha %d: %s', (alpha, words) => {
    expect(judgeAgreement(alpha)).toBe(words);
  });
});

describe('what testers part by, and what changed', () => {
  const vote = (tester: string, value: number, widthMm: number) => ({ tester, value, widthMm });
  it('three testers part by a measure that orders all of them, two by none', () => {
    const [split] = splitsOf([
      vote('T1', 0, 98),
      vote('T2', 0, 100),
      vote('T3', 1, 106),
      vote('T4', 1, 108),
    ]);
    expect(split && textOf(splitPhrase(split))).toBe(
      'Testers differ by foot width: feet of 100 mm and narrower (T1, T2) and feet of 106 mm and wider (T3, T4)',
    );
    expect(splitsOf([vote('T1', 0, 98), vote('T3', 1, 106)])).toEqual([]);
    expect(splitsOf([vote('T1', 0, 98), vote('T2', 0, 100), vote('T3', 0, 106)])).toEqual([]);
    // Of one width on both sides nothing is told.
    expect(splitsOf([vote('T1', 0, 100), vote('T2', 1, 100), vote('T3', 0, 100)])).toEqual([]);
  });
  it('one tester alone on a side is a hint', () => {
    const [split] = splitsOf([vote('T1', 0, 98), vote('T2', 0, 100), vote('T3', 1, 106)]);
    expect(split && textOf(splitPhrase(split))).toMatch(
      /only one tester on one side, so this is a hint$/,
    );
  });
  it.each([
    [5, /from 5 testers, so this is a hint$/],
    [1, /from 1 tester, so this is a hint$/],
    [6, /better for 6 of 6$/],
  ])('%d testers for whom the heel holds', (n, words) => {
    const tryOns = Array.from({ length: n }, (_, at) => [
      { tester: `T${at}`, answers: { heel: 'lifts' } as TryOn, worn: 'its own' },
      { tester: `T${at}`, answers: { heel: 'none' } as TryOn, worn: 'Cork 3' },
    ]).flat();
    const [change] = pairedChanges(tryOns);
    const { aspects = [], testers = [], isHint = false } = change ?? {};
    expect(textOf(changePhrase(aspects, testers.length, isHint))).toMatch(words);
  });
  it.each([
    [2, 1],
    [1.9, 0],
  ])('a toe box that is %d mm lower is a cause: %d', (lower, causes) => {
    const record = { rows: [], tryOns: 1, parts: [], toeBox: { mm: 22 - lower, othersMm: 22 } };
    expect(fitCauses(record)).toHaveLength(causes);
  });
});
