/**
 * The limits of the claim rules, a case just inside and one just outside each. Common practice; the arithmetic is
 * worked by hand, and once more in whole hundredths, where nothing is rounded.
 */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isClaimed } from '#core/catalogue/claimed-quantities.ts';
import { type Claim, claimJudgement, claimOnFile, judgeClaim } from '#core/claims/claim.ts';
import { findClaimFaults, type StatedFigure } from '#core/claims/claim-consistency.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import type { Figure } from '#core/figures/figure.ts';
import { DEFAULT_MASS_EXPONENT } from '#core/figures/mass.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { claimFault, claimTerms } from '#core/wording/claim-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';

describe('a claim of 8 ± 0.5 mm, noticed from 2 mm', () => {
  it.each([
    // |m − c| + U ≤ 0.5 + 1 agrees; |m − c| > 0.5 + U differs
    { limit: 'agrees up to 1.5', value: 8.8, U: 0.7, verdict: 'agrees', noticed: 'no' },
    { limit: 'agrees up to 1.5', value: 8.81, U: 0.7, verdict: 'cannot tell', noticed: 'no' },
    { limit: 'differs above 0.5 + U', value: 9.2, U: 0.7, verdict: 'cannot tell', noticed: 'no' },
    { limit: 'differs above 0.5 + U', value: 9.21, U: 0.7, verdict: 'differs', noticed: 'no' },
    { limit: 'below as above', value: 6.8, U: 0.7, verdict: 'cannot tell', noticed: 'no' },
    { limit: 'below as above', value: 6.79, U: 0.7, verdict: 'differs', noticed: 'no' },
    // Beyond the rounding of the claim: g = |m − c| − 0.5
    { limit: 'noticed from g − U = 2', value: 11, U: 0.5, verdict: 'differs', noticed: 'yes' },
    {
      limit: 'noticed from g − U = 2',
      value: 10.99,
      U: 0.5,
      verdict: 'differs',
      noticed: 'may be',
    },
    { limit: 'not noticed to g + U = 2', value: 10, U: 0.5, verdict: 'differs', noticed: 'no' },
    {
      limit: 'not noticed to g + U = 2',
      value: 10.01,
      U: 0.5,
      verdict: 'differs',
      noticed: 'may be',
    },
  ] as const)(
    '$limit: $value ± $U $verdict, noticed: $noticed',
    ({ value, U, verdict, noticed }) => {
      const judged = judgeClaim({ value: 8, halfWidth: 0.5 }, { value, U }, 2);
      expect([judged.answer, judged.noticeable]).toEqual([verdict, noticed]);
    },
  );

  it('that agrees is never noticed, however wide its rounding', () => {
    const judged = judgeClaim({ value: 30, halfWidth: 5 }, { value: 30, U: 5 }, 2);
    expect([judged.answer, judged.noticeable]).toEqual(['agrees', 'no']);
  });

  it.each([
    { limit: 'at most', value: 3, U: 0.7, verdict: 'agrees' },
    { limit: 'at most', value: 8.8, U: 0.7, verdict: 'agrees' },
    { limit: 'at most', value: 9.21, U: 0.7, verdict: 'differs' },
    { limit: 'at least', value: 13, U: 0.7, verdict: 'agrees' },
    { limit: 'at least', value: 7.2, U: 0.7, verdict: 'agrees' },
    { limit: 'at least', value: 6.79, U: 0.7, verdict: 'differs' },
  ] as const)('$limit 8: $value ± $U $verdict', ({ limit, value, U, verdict }) => {
    expect(judgeClaim({ value: 8, halfWidth: 0.5, limit }, { value, U }, 2).answer).toBe(verdict);
  });

  it('is judged in binary as in whole hundredths, at every limit', () => {
    const few = fc.integer({ min: 0, max: 12 });
    const claimed = fc.oneof(
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: 30_000, max: 30_020 }),
    );
    fc.assert(
      fc.property(
        claimed,
        few,
        fc.integer({ min: -30, max: 30 }),
        few,
        few,
        (c, h, apart, U, half) => {
          const step = 2 * half;
          const gap = Math.abs(apart);
          const differs = gap > h + U;
          const agrees = !differs && gap + U <= h + half;
          const beyond = Math.max(0, gap - h);
          const unnoticed = agrees || beyond + U <= step;
          const judged = judgeClaim(
            { value: c / 100, halfWidth: h / 100 },
            { value: (c + apart) / 100, U: U / 100 },
            step / 100,
          );
          expect([judged.answer, judged.noticeable]).toEqual([
            differs ? 'differs' : agrees ? 'agrees' : 'cannot tell',
            beyond - U >= step ? 'yes' : unnoticed ? 'no' : 'may be',
          ]);
        },
      ),
      { seed: 30, numRuns: 20_000 },
    );
  });
});

const UK_8: SizeLabel = { system: 'uk', size: 8 };
const US_MEN_9: SizeLabel = { system: 'us-men', size: 9 };
const claimOf = (claim: Partial<Claim>): Claim => ({
  quantity: 'mass',
  typed: '',
  value: 300,
  halfWidth: 0.5,
  statedBasis: {},
  ...claim,
});
const figureOf = (figure: Partial<Figure>, label: SizeLabel = US_MEN_9): Figure =>
  ({
    quantity: 'mass',
    value: 300,
    terms: [{ key: 'repeat', kind: 'repeatability', u: 0.5, df: Number.POSITIVE_INFINITY }],
    U: 1,
    n: 3,
    pairs: 1,
    basis: { label, configuration: 'as sold', wornKm: 0 },
    doubts: [],
    ...figure,
  }) as Figure;
const LAB = { exponent: DEFAULT_MASS_EXPONENT, noticeable: {} };
const STACK = {
  place: 'in-shoe',
  insole: 'in',
  lugs: 'in',
  layers: 'whole sole',
  method: 'needle',
} as const;

describe('the size of a claim', () => {
  it('is known where it is stated: the doubt is that of the figure alone', () => {
    const { measured } = claimJudgement(claimOf({ label: US_MEN_9 }), figureOf({}), LAB);
    expect(measured.value).toBe(300);
    // 1.96 times 0.5 g.
    expect(measured.U).toBeCloseTo(0.98, 3);
  });
  it('is known where the maker’s sample size is', () => {
    const { measured } = claimJudgement(claimOf({ sample: US_MEN_9 }), figureOf({}), LAB);
    // 1.96 times 0.5 g.
    expect(measured.U).toBeCloseTo(0.98, 3);
  });
  it('is else that of US men 9, to about 0.6 of a size', () => {
    const { measured, carried } = claimJudgement(claimOf({}), figureOf({}), LAB);
    expect(carried).toEqual([]);
    expect(measured.value).toBe(300);
    // By hand: last length 279.4 mm at US men 9, a size is 8.467 mm: 300 · ((287.87/279.4)^k − 1) · 0.6, k = 2, with 1.96 of both.
    const size = 300 * ((287.867 / 279.4) ** DEFAULT_MASS_EXPONENT.k - 1);
    expect(measured.U).toBeCloseTo(1.96 * Math.hypot(0.5, 0.6 * size), 1);
  });
  it('is that of US women 7 for a women’s shoe', () => {
    const women = (size: number): SizeLabel => ({ system: 'us-women', size });
    expect(claimJudgement(claimOf({}), figureOf({}, women(7)), LAB).carried).toEqual([]);
    const { carried, measured } = claimJudgement(claimOf({}), figureOf({}, women(8)), LAB);
    expect(carried.map(({ by, way }) => [by, Math.round(way)])).toEqual([['size', -1]]);
    expect(measured.value).toBeLessThan(300);
  });
  it('is the measured one where the usual one is too far to carry to: 3.25 sizes', () => {
    const men = (size: number): SizeLabel => ({ system: 'us-men', size });
    expect(claimJudgement(claimOf({}), figureOf({}, men(12)), LAB).carried).toHaveLength(1);
    const far = claimJudgement(claimOf({}), figureOf({}, men(12.5)), LAB);
    expect([far.answer, far.carried.length, far.measured.value]).toEqual(['cannot tell', 0, 300]);
  });
  it('that is stated and too far to carry to is not judged, and says what to measure', () => {
    const far = claimJudgement(
      claimOf({ label: { system: 'us-men', size: 12.5 } }),
      figureOf({}),
      LAB,
    );
    expect(far.answer).toBe('cannot tell');
    expect(far.hindrance).toMatchObject({
      kind: 'not comparable',
      reason: expect.stringMatching(/too far to carry/),
      measure: expect.stringMatching(/measure a US men 12\.5/),
    });
  });
  it('is carried to, and says so', () => {
    const judged = claimJudgement(claimOf({ label: UK_8, value: 300 }), figureOf({}), LAB);
    // UK 8 and US men 9 are one size.
    expect(judged.carried).toEqual([]);
    const ten = claimJudgement(
      claimOf({ label: { system: 'us-men', size: 10 }, value: 318 }),
      figureOf({}),
      LAB,
    );
    expect(ten.carried.map(({ by }) => by)).toEqual(['size']);
    expect(ten.measured.value).toBeGreaterThan(310);
  });
});

describe('a judged claim as data', () => {
  const claimed = (value: number, more: Partial<Claim> = {}) =>
    claimJudgement(claimOf({ label: US_MEN_9, value, ...more }), figureOf({}), LAB);
  const finding = (value: number) => ({
    rule: 'claims/interval',
    subject: 'mass',
    value: 300,
    U: expect.closeTo(0.98, 3),
    limit: { low: value - 0.5, high: value + 0.5 },
    source: 'measured',
  });
  it('has its figure as evidence for or against it, and neither where it is undecided', () => {
    expect(claimed(300)).toMatchObject({
      answer: 'agrees',
      decisive: ['claims/interval'],
      evidenceFor: [finding(300)],
      evidenceAgainst: [],
    });
    expect(claimed(310)).toMatchObject({
      answer: 'differs',
      evidenceFor: [],
      evidenceAgainst: [finding(310)],
    });
    const sharp = { ...LAB, noticeable: { mass: 2 } };
    // 1.4 g apart: not above 0.5 + 0.98, and 1.4 + 0.98 is above 0.5 + 1.
    const open = claimJudgement(claimOf({ label: US_MEN_9, value: 301.4 }), figureOf({}), sharp);
    expect(open).toMatchObject({ answer: 'cannot tell', evidenceFor: [], evidenceAgainst: [] });
  });
  it('names the size and the basis that its maker did not state; a mass has no basis', () => {
    const unknown = (claim: Partial<Claim>) =>
      claimJudgement(claimOf(claim), figureOf({}), LAB).unknown;
    const ask = (subject: string) => ({ rule: 'claims/terms', subject, how: 'ask' });
    expect(unknown({ label: US_MEN_9 })).toEqual([]);
    expect(unknown({})).toEqual([ask('size')]);
    const stack = { quantity: 'heel-stack', label: US_MEN_9 } as const;
    expect(unknown(stack)).toEqual([ask('basis')]);
    expect(unknown({ ...stack, statedBasis: { insole: 'in' } })).toEqual([]);
  });
  it('of another method says what to measure, by the rule on terms', () => {
    const far = claimed(300, { label: { system: 'us-men', size: 12.5 } });
    expect(far.decisive).toEqual(['claims/terms']);
    expect(far.unknown).toEqual([{ rule: 'claims/terms', subject: 'mass', how: 'measure' }]);
  });
});

describe('wear before a claim is judged', () => {
  const worn = (wornKm: number) =>
    figureOf({ basis: { label: US_MEN_9, configuration: 'as sold', wornKm } } as Partial<Figure>);
  it.each([
    { wornKm: 25, by: [] },
    { wornKm: 26, by: ['wear'] },
  ])('of $wornKm km is carried back: $by', ({ wornKm, by }) => {
    const { carried } = claimJudgement(
      claimOf({ quantity: 'heel-stack', label: US_MEN_9, value: 30 }),
      { ...worn(wornKm), quantity: 'heel-stack', value: 30 } as Figure,
      LAB,
    );
    expect(carried.map((one) => one.by)).toEqual(by);
  });
  it.each([
    { wornKm: 500, verdict: 'judged' },
    { wornKm: 501, verdict: 'cannot tell' },
  ])('of $wornKm km: $verdict', ({ wornKm, verdict }) => {
    const judged = claimJudgement(
      claimOf({ quantity: 'heel-stack', label: US_MEN_9, value: 60 }),
      { ...worn(wornKm), quantity: 'heel-stack', value: 30 } as Figure,
      LAB,
    );
    expect(judged.answer).toBe(verdict === 'judged' ? 'differs' : verdict);
  });
});

describe('the basis of a claim', () => {
  const heel = figureOf({
    quantity: 'heel-stack',
    value: 30,
    basis: { label: US_MEN_9, configuration: 'as sold', wornKm: 0, stack: STACK },
  } as Partial<Figure>);
  const heelClaim = (statedBasis: Claim['statedBasis']) =>
    claimJudgement(
      claimOf({ quantity: 'heel-stack', label: US_MEN_9, value: 30, statedBasis }),
      heel,
      LAB,
    );
  it('that is not stated is taken to be that of the figure', () => {
    expect(heelClaim({}).answer).toBe('agrees');
    expect(heelClaim({ insole: 'in' }).answer).toBe('agrees');
  });
  it('that is another cannot be told, and says how to measure', () => {
    expect(heelClaim({ place: 'sidewall' })).toMatchObject({
      answer: 'cannot tell',
      hindrance: {
        kind: 'not comparable',
        reason: expect.stringMatching(/taken in-shoe .*, not at the visible sidewall/),
        measure: expect.stringMatching(/measure it/),
      },
    });
    expect(heelClaim({ insole: 'out' })).toMatchObject({
      answer: 'cannot tell',
      hindrance: { kind: 'other method', insole: 'out', lugs: 'in' },
    });
  });
  it.each([
    [{ quantity: 'mass', statedBasis: { insole: 'in' } }, ['size not stated']],
    [{ quantity: 'mass', label: UK_8, statedBasis: {} }, ['UK 8']],
    [{ quantity: 'drop', statedBasis: {} }, ['size not stated', 'basis not stated']],
    [
      {
        quantity: 'drop',
        label: UK_8,
        statedBasis: { insole: 'out', lugs: 'in', place: 'sidewall' },
      },
      ['UK 8', 'insole out, lugs in, sidewall'],
    ],
  ] as const)('%j is said as %j', (claim, terms) => {
    expect(claimTerms(claim as Parameters<typeof claimTerms>[0])).toEqual(terms);
  });
});

it('a claim as it is stored is judged as it was typed', () => {
  const stored = { ...claimOf({}), label: null, limit: null };
  expect(claimOnFile(stored)).toMatchObject({
    label: undefined,
    limit: undefined,
    sample: undefined,
  });
  expect(claimOnFile({ ...stored, label: UK_8, limit: 'at most' }, US_MEN_9)).toMatchObject({
    label: UK_8,
    limit: 'at most',
    sample: US_MEN_9,
  });
});

it('mass and stacks are claimed; a count of eyelets is not', () => {
  expect(['mass', 'heel-stack', 'drop', 'no-such'].map((id) => isClaimed(id as 'mass'))).toEqual([
    true,
    true,
    true,
    false,
  ]);
});

describe('two figures of one claim', () => {
  const stated = (figure: Partial<StatedFigure>): StatedFigure => ({
    quantity: 'mass',
    typed: `${figure.value}`,
    value: 300,
    halfWidth: 0.5,
    unit: 'g',
    ...figure,
  });
  const faults = (...figures: Partial<StatedFigure>[]) => findClaimFaults(figures.map(stated));
  it.each([
    // Roundings touch: 300.5 and 300.5.
    { limit: 'overlap', a: { value: 300 }, b: { value: 301 }, rounding: undefined },
    { limit: 'overlap', a: { value: 300 }, b: { value: 301.01 }, rounding: true },
    // A miss of up to 0.5 g is rounding, probably.
    { limit: '0.5 g', a: { value: 300 }, b: { value: 301.5 }, rounding: true },
    { limit: '0.5 g', a: { value: 300 }, b: { value: 301.51 }, rounding: false },
    // … and of less than the smaller last digit: 0.2 g here.
    {
      limit: 'a last digit',
      a: { value: 300, halfWidth: 0.1 },
      b: { value: 300.79 },
      rounding: true,
    },
    {
      limit: 'a last digit',
      a: { value: 300, halfWidth: 0.1 },
      b: { value: 300.81 },
      rounding: false,
    },
    {
      limit: '0.2 mm',
      a: { quantity: 'heel-stack', value: 30, unit: 'mm' },
      b: { quantity: 'heel-stack', value: 31.2, unit: 'mm' },
      rounding: true,
    },
    {
      limit: '0.2 mm',
      a: { quantity: 'heel-stack', value: 30, unit: 'mm' },
      b: { quantity: 'heel-stack', value: 31.21, unit: 'mm' },
      rounding: false,
    },
  ] as const)('$limit: $a.value and $b.value: rounding $rounding', ({ a, b, rounding }) => {
    expect(faults(a, b).map((fault) => fault.rounding)).toEqual(
      rounding === undefined ? [] : [rounding],
    );
    expect(faults(b, a).map((fault) => fault.rounding)).toEqual(
      rounding === undefined ? [] : [rounding],
    );
  });
  it('name both as typed, and their distance to a digit, or two where it is small', () => {
    const [small] = faults({ value: 300 }, { value: 301.09 });
    const [large] = faults({ value: 300 }, { value: 301.1 });
    expect(small && textOf(claimFault(small))).toContain('They are 0.09 g apart:');
    expect(large && textOf(claimFault(large))).toContain('They are 0.1 g apart:');
    expect(large?.sides.map(({ typed }) => typed)).toEqual([['300'], ['301.1']]);
  });
  it('of another size or basis contradict nothing', () => {
    expect(faults({ value: 300, label: UK_8 }, { value: 330 })).toEqual([]);
    expect(faults({ value: 300, label: UK_8 }, { value: 330, label: UK_8 })).toHaveLength(1);
    expect(faults({ value: 300, basis: { insole: 'in' } }, { value: 330 })).toEqual([]);
  });
  it('that bound one side contradict what lies beyond it alone', () => {
    expect(faults({ value: 300, limit: 'at most' }, { value: 250 })).toEqual([]);
    expect(faults({ value: 300, limit: 'at most' }, { value: 330 })).toHaveLength(1);
    expect(faults({ value: 300, limit: 'at least' }, { value: 330 })).toEqual([]);
    expect(faults({ value: 300, limit: 'at least' }, { value: 250 })).toHaveLength(1);
  });
});

describe('a drop against the stacks that are claimed with it', () => {
  const mm = (
    quantity: StatedFigure['quantity'],
    value: number,
    more: Partial<StatedFigure> = {},
  ) => ({
    quantity,
    typed: `${quantity} ${value} mm`,
    value,
    halfWidth: 0.5,
    unit: 'mm',
    ...more,
  });
  it.each([
    // 38 − 30 = 8 ± 1, against the drop ± 0.5: they meet up to 9.5.
    { drop: 9.5, faults: 0 },
    { drop: 9.51, faults: 1 },
    { drop: 6.5, faults: 0 },
    { drop: 6.49, faults: 1 },
  ])('$drop mm with 38 and 30 mm: $faults faults', ({ drop, faults }) => {
    const figures = [mm('heel-stack', 38), mm('forefoot-stack', 30), mm('drop', drop)];
    const found = findClaimFaults(figures);
    expect(found).toHaveLength(faults);
    if (faults > 0)
      expect(found[0]?.sides.flatMap(({ typed }) => typed)).toEqual([
        'heel-stack 38 mm',
        'forefoot-stack 30 mm',
        `drop ${drop} mm`,
      ]);
  });
  it('needs both stacks, of its size', () => {
    expect(findClaimFaults([mm('heel-stack', 38), mm('drop', 2)])).toEqual([]);
    const size = { label: UK_8 };
    expect(
      findClaimFaults([mm('heel-stack', 38, size), mm('forefoot-stack', 30, size), mm('drop', 2)]),
    ).toEqual([]);
  });
  it('is held against stacks of any basis', () => {
    const basis = { basis: { insole: 'in' } } as const;
    expect(
      findClaimFaults([
        mm('heel-stack', 38, basis),
        mm('forefoot-stack', 30, basis),
        mm('drop', 2),
      ]),
    ).toHaveLength(1);
  });
});

describe('how surely a claim is stated', () => {
  const half = (text: string) => readClaims(text).figures.map(({ halfWidth }) => halfWidth);
  it('“about” is a twentieth of it, or the last digit where that is more', () => {
    expect(half('about 300 g')).toEqual([15]);
    expect(half('about 4 mm drop')).toEqual([0.5]);
    expect(half('300 g')).toEqual([0.5]);
  });
  it('“just under” and “just over” lie half of that to one side', () => {
    expect(readClaims('just under 300 g').figures[0]).toMatchObject({
      value: 292.5,
      halfWidth: 7.5,
    });
    expect(readClaims('just over 300 g').figures[0]).toMatchObject({
      value: 307.5,
      halfWidth: 7.5,
    });
  });
  it('“zero drop” is one of less than half a millimetre', () => {
    expect(half('zero drop')).toEqual([0.5]);
  });
});
