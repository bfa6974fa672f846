/**
 * The limits of the left-right check, a case just inside and one just outside each, and the pattern of each cause feature
 * by feature. Tolerances and causes are common practice, the decision rule is that of JCGM 106.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { judgeLimits, judgeTolerance } from '#core/catalogue/tolerance.ts';
import type { Figure } from '#core/figures/figure.ts';
import { holdPairs } from '#core/match/held.ts';
import { type FeatureJudgement, judgeFigures, nextReading } from '#core/match/match.ts';
import { type CauseId, inferCauses } from '#core/match/match-causes.ts';
import type { MatchEvidence, MatchSights } from '#core/match/match-pattern.ts';
import { readSize, testSizes } from '#core/match/match-size.ts';
import { judgeMatch } from '#core/match/match-verdict.ts';

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

/** A figure that is known exactly. */
const figureOf = (id: MatchFeatureId, value: number): Figure =>
  ({
    quantity: id,
    value,
    terms: [],
    readings: 1,
    pairs: 1,
    doubts: [],
    basis: { label: { system: 'uk', size: 8 }, configuration: 'as sold', wornKm: 0 },
  }) as unknown as Figure;
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

/** A judged feature as a check leaves it. */
function judged(
  id: MatchFeatureId,
  verdict: FeatureJudgement['verdict'],
  more: Partial<FeatureJudgement> = {},
): FeatureJudgement {
  const { against } = matchFeature(id);
  const taken = verdict !== 'not taken';
  const base = { left: { n: 5, value: 100 }, right: { n: 5, value: 100 } };
  const out = verdict === 'out';
  return {
    id,
    against,
    ...(taken ? base : {}),
    ...(taken ? { difference: out ? 9 : 0, U: 0.4 } : {}),
    tolerance: matchFeature(id).tolerance.absolute,
    verdict,
    ...(against === 'zero' && taken
      ? { shoes: { left: 'within' as const, right: out ? ('out' as const) : ('within' as const) } }
      : {}),
    askAgain: false,
    ...more,
  };
}

/** A length whose right shoe is so many half sizes longer than its left: of a last of 279.4 mm. */
const longer = (id: MatchFeatureId, left: number, halfSizes: number): Partial<FeatureJudgement> => {
  const difference = (left / 279.4) * halfSizes * 4.2333333;
  return {
    left: { n: 5, value: left },
    right: { n: 5, value: left + difference },
    difference,
    U: 0.4,
    verdict: halfSizes === 0 ? 'within' : 'out',
    id,
  };
};

type Features = Partial<
  Record<MatchFeatureId, FeatureJudgement['verdict'] | Partial<FeatureJudgement>>
>;
const judgementsOf = (features: Features): FeatureJudgement[] =>
  MATCH_FEATURES.map((id) => {
    const given = features[id] ?? 'within';
    return typeof given === 'string'
      ? judged(id, given)
      : judged(id, given.verdict ?? 'out', given);
  });
const ALIKE = {
  'outsole-large': longer('outsole-large', 182, 0),
  'footbed-length': longer('footbed-length', 266, 0),
} as const satisfies Features;
function checkOf(features: Features, sights: MatchSights & Pick<MatchEvidence, 'siblings'> = {}) {
  const evidence = {
    judgements: judgementsOf({ ...ALIKE, ...features }),
    lastMm: 279.4,
    ...sights,
  };
  const causes = inferCauses(evidence);
  return { causes, verdict: judgeMatch(evidence, causes, [...MATCH_FEATURES]) };
}
const causeOf = (id: CauseId, features: Features, sights: MatchSights = {}) =>
  checkOf(features, sights).causes.find((cause) => cause.id === id);

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

describe('two sizes in one box', () => {
  const footbed = (halfSizes: number) => longer('footbed-length', 266, halfSizes);
  const outsole = (halfSizes: number, mm = 182) => longer('outsole-large', mm, halfSizes);
  const heavier = { difference: 7, U: 1, verdict: 'out' as const };
  const sizes = (features: Features, sights?: MatchSights) =>
    causeOf('two-sizes', features, sights);
  it('is sure where footbed, outsole and mass say the same', () => {
    const cause = sizes({
      'footbed-length': footbed(1),
      'outsole-large': outsole(1),
      mass: heavier,
    });
    expect(cause).toMatchObject({ confidence: 'sure', action: 'return', atFault: 'either' });
    expect(cause?.evidenceFor).toHaveLength(3);
    expect(cause?.effect).toMatch(/^One shoe is one half size longer/);
  });
  it.each([
    [2, 'one size'],
    [-2, 'one size'],
    [3, '3 half sizes'],
  ])('%d half sizes are %s', (j, words) => {
    const cause = sizes({ 'footbed-length': footbed(j), 'outsole-large': outsole(j) });
    expect(cause?.effect).toContain(`One shoe is ${words} longer`);
  });
  it.each([
    {
      says: 'an outsole of one size',
      features: { 'outsole-large': outsole(0) },
      against: 'the outsoles are one size',
    },
    {
      says: 'a lighter shoe',
      features: { mass: { ...heavier, difference: -7 } },
      against: 'yet the right is not heavier',
    },
  ])('$says speaks against it', ({ features, against }) => {
    const cause = sizes({ 'footbed-length': footbed(1), 'outsole-large': outsole(1), ...features });
    expect(cause?.evidenceAgainst).toEqual([against]);
    expect(cause?.confidence).toBe('possible');
  });
  it('a footbed of one size speaks against an outsole that grows', () => {
    const cause = sizes({ 'footbed-length': footbed(0.5), 'outsole-large': outsole(1) });
    expect(cause?.evidenceAgainst).toEqual(['the footbeds do not show it']);
    expect(sizes({ 'footbed-length': footbed(0), 'outsole-large': outsole(0) })).toBeUndefined();
  });
  it.each([
    // Mass tells nothing within its doubt.
    [1, 'unknown'],
    [1.01, 'for'],
  ])('a right shoe that is %d ± 1 g heavier: %s', (difference, side) => {
    const cause = sizes({
      'footbed-length': footbed(1),
      'outsole-large': outsole(1),
      mass: { difference, U: 1, verdict: 'within' },
    });
    expect(cause?.unknown).toEqual(side === 'unknown' ? ['mass is alike within its doubt'] : []);
    expect(cause?.evidenceFor.includes('the right is also heavier')).toBe(side === 'for');
  });
  it('the left is the longer one where the difference is negative', () => {
    const cause = sizes({
      'footbed-length': footbed(-1),
      'outsole-large': outsole(-1),
      mass: { ...heavier, difference: -7 },
    });
    expect(cause?.confidence).toBe('sure');
    expect(cause?.evidenceFor).toContain('the left is also heavier');
  });
  it.each([
    { halfSizes: 1, side: 'for', words: /in the same proportion/ },
    { halfSizes: 0, side: 'against', words: /does not grow with the footbed/ },
    { halfSizes: 0.5, side: 'unknown', words: /too short to tell a half size/ },
  ])(
    'a feature of 100 mm that grows by $halfSizes half sizes speaks $side',
    ({ halfSizes, side, words }) => {
      const cause = sizes({
        'footbed-length': footbed(1),
        'outsole-large': { ...outsole(halfSizes, 100), U: 0.2 },
        mass: heavier,
      });
      const said = {
        for: cause?.evidenceFor,
        against: cause?.evidenceAgainst,
        unknown: cause?.unknown,
      };
      expect(said[side as 'for']?.join()).toMatch(words);
    },
  );
  it('says what was not taken', () => {
    const cause = sizes({
      'footbed-length': 'not taken',
      'outsole-large': outsole(1),
      mass: 'not taken',
    });
    expect(cause?.unknown).toEqual(['footbed length not taken']);
    const short = sizes({ 'footbed-length': footbed(1), 'outsole-large': outsole(1, 60) });
    expect(short?.unknown.join()).toContain('no outsole feature long enough');
  });
  it('is named by labels that differ, and by nothing else', () => {
    const uk = (size: number) => ({ system: 'uk' as const, size });
    const cause = sizes({}, { labels: { left: uk(8), right: uk(9) } });
    expect(cause?.evidenceFor).toEqual(['the labels say UK 8 and UK 9']);
    expect(cause?.effect).toMatch(/^The labels differ/);
    expect(sizes({}, { labels: { left: uk(8), right: uk(8) } })).toBeUndefined();
    expect(sizes({}, { labels: { left: uk(8) } })).toBeUndefined();
  });
});

/** A cause that a pattern of features makes sure, what each of them speaks for, and what rules it out. */
interface CausePattern {
  cause: CauseId;
  pattern: Features;
  /** Alike in the pattern: differing they speak against it, not taken or near they leave it open. */
  alike: MatchFeatureId[];
  action: 'return' | 'keep and note';
}
const ASKEW = {
  'heel-seam': 'out',
  'toe-tip-height': 'out',
  'collar-medial': {
    left: { n: 5, value: 73 },
    right: { n: 5, value: 64 },
    difference: -9,
    verdict: 'out',
  },
  'collar-lateral': {
    left: { n: 5, value: 70 },
    right: { n: 5, value: 70 },
    difference: 0,
    verdict: 'within',
  },
} as const satisfies Features;
const HIGHER = {
  'collar-medial': {
    left: { n: 5, value: 73 },
    right: { n: 5, value: 78 },
    difference: 5,
    verdict: 'out',
  },
  'collar-lateral': {
    left: { n: 5, value: 70 },
    right: { n: 5, value: 75 },
    difference: 5,
    verdict: 'out',
  },
} as const satisfies Features;
const PATTERNS: CausePattern[] = [
  {
    cause: 'upper-askew',
    pattern: ASKEW,
    alike: ['footbed-length', 'sole-plane', 'outsole-large'],
    action: 'return',
  },
  {
    cause: 'heel-seat',
    pattern: HIGHER,
    alike: ['heel-seam', 'footbed-length', 'sole-plane'],
    action: 'return',
  },
  {
    cause: 'twisted',
    pattern: { 'sole-plane': 'out' },
    alike: ['footbed-length', 'heel-seam', 'toe-tip-height', 'collar-lateral', 'collar-medial'],
    action: 'return',
  },
  {
    cause: 'toe-spring',
    pattern: { 'toe-tip-height': 'out' },
    alike: ['footbed-length', 'collar-lateral', 'collar-medial'],
    action: 'keep and note',
  },
  {
    cause: 'two-moulds',
    pattern: { 'outsole-small': 'out' },
    alike: ['footbed-length'],
    action: 'keep and note',
  },
  {
    cause: 'other-foam',
    pattern: { 'midsole-lateral-hardness': 'out' },
    alike: ['footbed-length'],
    action: 'keep and note',
  },
  {
    cause: 'other-rubber',
    pattern: { 'outsole-hardness': 'out' },
    alike: ['footbed-length'],
    action: 'keep and note',
  },
  {
    cause: 'other-build',
    pattern: { mass: 'out' },
    alike: ['footbed-length', 'midsole-lateral-hardness'],
    action: 'keep and note',
  },
];
/** Out by so little that no half size fits, and no collar tilts. */
const ODD: Partial<FeatureJudgement> = { verdict: 'out', difference: 2, U: 0.4 };

describe.each(PATTERNS)('$cause', ({ cause, pattern, alike, action }) => {
  const confidence = (features: Features) =>
    causeOf(cause, { ...pattern, ...features })?.confidence;
  it('is sure by its pattern, and none without it', () => {
    expect(causeOf(cause, pattern)).toMatchObject({ confidence: 'sure', action });
    expect(causeOf(cause, {})).toBeUndefined();
    expect(checkOf(pattern).verdict).toMatchObject({ word: 'out', advice: action });
  });
  it.each(alike)('%s that differs speaks against it', (id) => {
    expect(
      confidence({
        [id]:
          id === 'footbed-length' || id === 'outsole-large'
            ? { ...longer(id, 266, 0.5), verdict: 'out' }
            : ODD,
      }),
    ).toBe('possible');
  });
  it.each(alike)('%s that was not taken, or is near, leaves it likely', (id) => {
    expect(confidence({ [id]: 'not taken' })).toBe(
      // An outsole feature that was not taken is not asked for.
      id === 'outsole-large' ? 'sure' : 'likely',
    );
    const near =
      id === 'footbed-length' || id === 'outsole-large'
        ? { ...longer(id, 266, 0), verdict: 'cannot tell' as const }
        : 'cannot tell';
    expect(confidence({ [id]: near })).toBe('likely');
  });
  const out = (Object.keys(pattern) as MatchFeatureId[]).filter((id) => pattern[id] === 'out');
  it.each(out.length > 0 ? out : ['collar-medial' as const])('%s that is near is not out', (id) => {
    const found = causeOf(cause, { ...pattern, [id]: 'cannot tell' });
    if (found) expect(found.confidence).not.toBe('sure');
  });
});

describe('what rules a cause out', () => {
  it('a seam that stands true, of an upper askew, unless the toe differs', () => {
    expect(
      causeOf('upper-askew', { ...ASKEW, 'heel-seam': 'within', 'toe-tip-height': 'within' }),
    ).toBeUndefined();
    expect(causeOf('upper-askew', { ...ASKEW, 'heel-seam': 'within' })?.confidence).toBe(
      'possible',
    );
    expect(causeOf('upper-askew', { ...ASKEW, 'heel-seam': 'not taken' })?.confidence).toBe(
      'likely',
    );
  });
  it.each([
    // A collar leans from more than 3 mm on, inside against outside.
    [76, false],
    [76.01, true],
  ])('collars whose inside stands at %d, not 73: askew %s', (right, askew) => {
    const medial = {
      left: { n: 5, value: 73 },
      right: { n: 5, value: right },
      verdict: 'within' as const,
    };
    const lateral = {
      left: { n: 5, value: 70 },
      right: { n: 5, value: 70 },
      verdict: 'within' as const,
    };
    const features = {
      'collar-medial': medial,
      'collar-lateral': lateral,
      'toe-tip-height': 'out',
    } as const;
    expect(causeOf('upper-askew', features) !== undefined).toBe(askew);
    // And what leans is no toe spring.
    expect(causeOf('toe-spring', features) !== undefined).toBe(!askew);
  });
  it('collars that lean, of a heel seat; or that stand one higher and one lower', () => {
    const medial = (difference: number) => ({
      left: { n: 5, value: 73 },
      right: { n: 5, value: 73 + difference },
      difference,
      verdict: 'out' as const,
    });
    expect(causeOf('heel-seat', { ...HIGHER, 'collar-medial': medial(2) })).toBeDefined();
    expect(causeOf('heel-seat', { ...HIGHER, 'collar-medial': medial(1.99) })).toBeUndefined();
    expect(causeOf('heel-seat', { ...HIGHER, 'collar-medial': medial(-5) })).toBeUndefined();
    expect(causeOf('heel-seat', { ...HIGHER, 'collar-medial': medial(0) })).toBeUndefined();
    expect(causeOf('heel-seat', { ...HIGHER, 'collar-medial': 'not taken' })).toBeUndefined();
  });
  it('a seam that is off, of a toe spring', () => {
    expect(causeOf('toe-spring', { 'toe-tip-height': 'out', 'heel-seam': 'out' })).toBeUndefined();
  });
  it('another size, of two moulds and of another build', () => {
    const sizes = {
      'footbed-length': longer('footbed-length', 266, 1),
      'outsole-large': longer('outsole-large', 182, 1),
    };
    expect(causeOf('two-moulds', { ...sizes })).toBeUndefined();
    expect(causeOf('other-build', { ...sizes, mass: 'out' })).toBeUndefined();
    const footbedOnly = {
      'footbed-length': longer('footbed-length', 266, 1),
      'outsole-small': 'out',
    } as const;
    expect(causeOf('two-moulds', footbedOnly)).toBeUndefined();
    expect(causeOf('other-build', { ...footbedOnly, mass: 'out' })).toBeUndefined();
  });
});

describe('a wrong footbed', () => {
  const footbed = { 'footbed-length': longer('footbed-length', 266, 1) } as const;
  it('is sure where all else is alike, and mended by the right one', () => {
    expect(causeOf('wrong-footbed', footbed)).toMatchObject({
      confidence: 'sure',
      action: 'return',
    });
    expect(causeOf('wrong-footbed', { 'footbed-ball-width': 'out' })?.confidence).toBe('sure');
  });
  it('speaks less with an outsole that grows too', () => {
    const grown = { ...footbed, 'outsole-large': longer('outsole-large', 182, 1) };
    expect(causeOf('wrong-footbed', grown)?.evidenceAgainst).toEqual(['the outsoles differ too']);
  });
  it.each([
    [0, 'sure', ''],
    [1, 'possible', 'the outsole grows with it'],
    [0.5, 'likely', 'the outsole feature is too short to tell'],
  ] as const)(
    'and a feature of 100 mm that grows by %d half sizes: %s',
    (halfSizes, confidence, words) => {
      const outsole = { ...longer('outsole-large', 100, halfSizes), U: 0.2 };
      const cause = causeOf('wrong-footbed', { ...footbed, 'outsole-large': outsole });
      expect(cause?.confidence).toBe(confidence);
      expect([...(cause?.evidenceAgainst ?? []), ...(cause?.unknown ?? [])].join()).toBe(words);
    },
  );
  it.each(['toe-tip-height', 'collar-lateral', 'collar-medial', 'mass'] as const)(
    '%s that differs speaks against it',
    (id) => {
      expect(causeOf('wrong-footbed', { ...footbed, [id]: ODD })?.confidence).toBe('possible');
      expect(causeOf('wrong-footbed', { ...footbed, [id]: 'not taken' })?.confidence).toBe(
        'likely',
      );
    },
  );
  it('labels that differ speak against it', () => {
    const uk = (size: number) => ({ system: 'uk' as const, size });
    const cause = causeOf('wrong-footbed', footbed, { labels: { left: uk(8), right: uk(9) } });
    expect(cause?.evidenceAgainst).toContain('the labels of the shoes differ');
  });
});

describe('which shoe is at fault', () => {
  const footbed = {
    left: { n: 5, value: 266 },
    right: { n: 5, value: 270 },
    difference: 4,
    U: 0.4,
    verdict: 'out',
  } as const;
  const faultWith = (value: number, pairs = 2) =>
    checkOf(
      { 'footbed-length': footbed },
      { siblings: { 'footbed-length': { value, pairs } } },
    ).causes.find(({ id }) => id === 'wrong-footbed');
  it.each([
    // Within 1 mm of the others the one is of them, and the other is farther off than that.
    [266, 'right'],
    [265, 'right'],
    [264.9, 'either'],
    [267, 'right'],
    [267.1, 'either'],
    [269, 'left'],
    [271, 'left'],
    [271.1, 'either'],
  ])('beside others of %d mm: %s', (value, atFault) => {
    expect(faultWith(value)?.atFault).toBe(atFault);
  });
  it('is said by one other pair, or several', () => {
    expect(faultWith(266, 1)?.atFaultWhy).toMatch(/^1 other pair of/);
    expect(faultWith(266, 2)?.atFaultWhy).toMatch(/^2 other pairs of/);
  });
  it.each([
    [{ left: 'within', right: 'out' }, 'right', /off on the right and true on the left/],
    [{ left: 'out', right: 'cannot tell' }, 'left', /off on the left$/],
    [{ left: 'out', right: 'out' }, 'both', /off on both/],
  ] as const)('a sole plane of %j is at fault on the %s', (shoes, atFault, why) => {
    const [cause] = checkOf({ 'sole-plane': { verdict: 'out', shoes } }).causes;
    expect(cause).toMatchObject({ id: 'twisted', atFault });
    expect(cause?.atFaultWhy).toMatch(why);
  });
});

describe('the verdict', () => {
  const verdictOf = (features: Features, sights: MatchSights = {}) =>
    checkOf(features, sights).verdict;
  it('is matched where all that was asked for is within', () => {
    expect(verdictOf({})).toMatchObject({ word: 'matched', advice: 'keep' });
  });
  it.each(['cannot tell', 'not taken'] as const)(
    'one feature that is %s leaves it open',
    (word) => {
      expect(verdictOf({ mass: word })).toMatchObject({
        word: 'cannot tell',
        advice: 'go on',
        words: 'Nothing is out so far; mass still to tell.',
      });
    },
  );
  it('a feature that was not asked for does not', () => {
    const judgements = judgementsOf({ ...ALIKE, mass: 'not taken' });
    expect(judgeMatch({ judgements }, [], ['footbed-length']).word).toBe('matched');
    expect(judgeMatch({ judgements }, []).word).toBe('matched');
  });
  it('one that is out decides, whatever is open; a shoe is kept with a note where no cause says return', () => {
    expect(verdictOf({ mass: 'not taken', 'outsole-hardness': 'out' })).toMatchObject({
      word: 'out',
      advice: 'keep and note',
    });
    expect(verdictOf({ 'sole-plane': 'out', 'outsole-hardness': 'out' }).advice).toBe('return');
  });
  it.each([
    [{ level: { state: 'fault', side: 'right' } }, 'not taken', 'out'],
    [{ level: { state: 'sound' } }, 'not taken', 'cannot tell'],
    [{ level: { state: 'cannot tell' } }, 'not taken', 'cannot tell'],
  ] as const)('a shoe seen to be %j on the table is %s by eye: %s', (byEye, plane, word) => {
    const judgements = judgementsOf({ ...ALIKE, 'sole-plane': plane });
    const evidence = { judgements, byEye };
    expect(judgeMatch(evidence, inferCauses(evidence), ['sole-plane']).word).toBe(word);
  });
  it('says what the wearer felt, and that it is not in the figures', () => {
    const felt = { shoe: 'both', where: 'the heel', since: 'March' } as const;
    expect(verdictOf({}, { felt })).toMatchObject({ felt: 'both shoes, the heel, since March' });
    expect(verdictOf({}, { felt }).words).toMatch(/pain goes to a clinician/);
    expect(verdictOf({}, { felt: { shoe: 'left', where: '', since: '' } }).felt).toBe(
      'the left shoe',
    );
    expect(verdictOf({}, { felt: { shoe: '', where: '', since: 'March' } }).felt).toBe('');
  });
  it('nothing taken is nothing told', () => {
    const none = Object.fromEntries(MATCH_FEATURES.map((id) => [id, 'not taken'])) as Features;
    const judgements = judgementsOf(none);
    expect(judgeMatch({ judgements }, [], [])).toMatchObject({
      word: 'cannot tell',
      words: 'Nothing taken yet.',
    });
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

describe('what is said of a check', () => {
  const near: Partial<FeatureJudgement> = { verdict: 'cannot tell', difference: 2.9, U: 0.4 };
  it('names each feature with its difference, and which shoe is larger', () => {
    const [cause] = checkOf({
      'toe-tip-height': { verdict: 'out', difference: -5, U: 0.4 },
      'collar-medial': { ...near, difference: 2.9 },
      'heel-seam': 'not taken',
    }).causes;
    expect(cause).toMatchObject({
      id: 'toe-spring',
      confidence: 'likely',
      evidenceFor: [
        'Toe-tip height: right 5.0 mm smaller',
        'Collar height, lateral alike',
        'Footbed length alike',
      ],
      unknown: [
        'Collar height, medial: right 2.9 mm larger, near the tolerance',
        'Heel seam off centre not taken',
      ],
    });
  });
  it('names what stands off zero with its shoe', () => {
    const [cause] = checkOf({
      'sole-plane': { verdict: 'out', difference: 3, shoes: { left: 'within', right: 'out' } },
    }).causes;
    expect(cause?.evidenceFor).toContain(
      'Sole plane: off by 3.0° on the right'.replace('3.0°', '3.0 °'),
    );
    expect(cause?.evidenceFor).toContain('Heel seam off centre: on');
    const [both] = checkOf({
      'sole-plane': { verdict: 'out', difference: 3, shoes: { left: 'out', right: 'out' } },
    }).causes;
    expect(both?.evidenceFor.join()).toMatch(/on the left and the right/);
    const [open] = checkOf({
      'toe-tip-height': 'out',
      'heel-seam': { verdict: 'cannot tell', shoes: { left: 'within', right: 'cannot tell' } },
    }).causes;
    expect(open?.unknown).toEqual(['Heel seam off centre: cannot tell']);
  });
  it('names a feature as the bench named it', () => {
    const evidence = {
      judgements: judgementsOf({ 'outsole-small': 'out' }),
      names: { 'outsole-small': 'front lug' },
    };
    expect(inferCauses(evidence)[0]?.evidenceFor[0]).toMatch(/^front lug: right 9\.0 mm larger/);
  });
  it('takes what was seen where nothing was measured, with its shoe', () => {
    const judgements = judgementsOf({
      ...ALIKE,
      'heel-seam': 'not taken',
      'collar-medial': ASKEW['collar-medial'],
      'toe-tip-height': 'out',
    });
    const seen = (byEye: MatchSights['byEye']) =>
      inferCauses({ judgements, ...(byEye ? { byEye } : {}) }).find(
        ({ id }) => id === 'upper-askew',
      );
    const fault = seen({ seam: { state: 'fault', side: 'left' } });
    expect(fault).toMatchObject({ atFault: 'left' });
    expect(fault?.atFaultWhy).toMatch(/heel seam off centre, seen on the left/);
    expect(fault?.evidenceFor.some((words) => words.endsWith(', left, seen'))).toBe(true);
    expect(seen({ seam: { state: 'fault', side: 'both' } })?.atFaultWhy).toMatch(/seen on both/);
    expect(seen({ seam: { state: 'cannot tell' } })?.unknown).toContain(
      'Heel seam off centre not taken',
    );
    expect(
      seen({ seam: { state: 'sound' } })?.evidenceAgainst.some((words) => words.endsWith(', seen')),
    ).toBe(true);
    // A measurement goes before a look.
    const taken = inferCauses({
      judgements: judgementsOf({ ...ALIKE, ...ASKEW }),
      byEye: { seam: { state: 'sound' } },
    }).find(({ id }) => id === 'upper-askew');
    expect(taken?.evidenceAgainst).toEqual([]);
  });
  it.each([
    [{ 'sole-plane': 'out' }, 'Heel set or shank twisted'],
    [
      { 'sole-plane': 'out', 'footbed-length': 'not taken' },
      'Heel set or shank twisted, as it seems',
    ],
    [{ 'sole-plane': 'out', 'collar-lateral': ODD }, 'Heel set or shank twisted, possibly'],
  ] as [Features, string][])('%j is %s', (features, fault) => {
    const { verdict } = checkOf(features);
    expect(verdict.fault).toBe(fault);
    expect(verdict.words).toBe(`${fault}.`);
  });
  it('a pattern of no known cause names what is out', () => {
    const { verdict } = checkOf({ 'collar-lateral': ODD, 'footbed-ball-width': 'within' });
    expect(verdict).toMatchObject({
      fault: 'Collar height, lateral out of tolerance; the pattern fits no known cause',
      for: ['Collar height, lateral is out of tolerance'],
    });
    expect(verdict.against).toContain('Mass agrees');
    expect(checkOf({}).verdict.against).toEqual([]);
    expect(checkOf({}).verdict.for).toContain('Mass agrees');
  });
  it('a box that says another size than either shoe is seen, one that says the same is not', () => {
    const uk = (size: number) => ({ system: 'uk' as const, size });
    const seen = (labels: MatchSights['labels']) =>
      checkOf({}, labels ? { labels } : {}).verdict.seen;
    expect(seen({ box: uk(9), left: uk(8), right: uk(9) })).toEqual([
      'the box says UK 9, the shoes do not',
    ]);
    expect(seen({ box: uk(9), left: uk(9), right: uk(9) })).toEqual([]);
    expect(seen({ box: uk(9) })).toEqual([]);
  });
  it('only what is a fault by eye is seen, with shoe and note', () => {
    const { verdict } = checkOf(
      {},
      {
        byEye: {
          glue: { state: 'fault', side: 'left', note: 'toe' },
          level: { state: 'sound' },
          seam: { state: 'cannot tell' },
        },
      },
    );
    expect(verdict.seen).toHaveLength(1);
    expect(verdict.seen[0]).toMatch(/\(left\), toe$/);
    expect(verdict.advice).toBe('keep and note');
  });
  it('a shoe that is seen to rock is out only with a cause', () => {
    const judgements = judgementsOf({ ...ALIKE });
    const evidence = { judgements, byEye: { level: { state: 'fault', side: 'left' } } } as const;
    expect(judgeMatch(evidence, [], []).word).toBe('matched');
    const glue = { judgements, byEye: { glue: { state: 'fault' } } } as const;
    expect(judgeMatch(glue, inferCauses(evidence), []).word).toBe('matched');
  });
});

describe('who is at fault, by other pairs', () => {
  it.each([
    [
      'toe-spring',
      {
        'toe-tip-height': {
          verdict: 'out',
          left: { n: 5, value: 36 },
          right: { n: 5, value: 45 },
          difference: 9,
        },
      },
      'toe-tip-height',
      36,
    ],
    [
      'other-build',
      {
        mass: {
          verdict: 'out',
          left: { n: 5, value: 300 },
          right: { n: 5, value: 330 },
          difference: 30,
          tolerance: 6,
        },
      },
      'mass',
      300,
    ],
    [
      'other-foam',
      {
        'midsole-lateral-hardness': {
          verdict: 'out',
          left: { n: 5, value: 50 },
          right: { n: 5, value: 60 },
          difference: 10,
        },
      },
      'midsole-lateral-hardness',
      50,
    ],
    ['heel-seat', { ...HIGHER, 'heel-seam': 'within' }, 'collar-medial', 73],
  ] as [CauseId, Features, MatchFeatureId, number][])(
    '%s: the right, where others have %s of %s',
    (cause, features, id, value) => {
      const found = checkOf(features, { siblings: { [id]: { value, pairs: 2 } } }).causes.find(
        (one) => one.id === cause,
      );
      expect(found?.atFault).toBe('right');
      const none = checkOf(features).causes.find((one) => one.id === cause);
      expect(none?.atFault).toBe('either');
    },
  );
  it('says which way the collars stand', () => {
    const higher = causeOf('heel-seat', HIGHER);
    expect(higher?.evidenceFor[0]).toBe(
      'both collars higher alike on the right, 5.0 mm outside and 5.0 mm inside',
    );
    const lower = causeOf('heel-seat', {
      'collar-medial': {
        left: { n: 5, value: 78 },
        right: { n: 5, value: 73 },
        difference: -5,
        verdict: 'out',
      },
      'collar-lateral': {
        left: { n: 5, value: 75 },
        right: { n: 5, value: 70 },
        difference: -5,
        verdict: 'out',
      },
    });
    expect(lower?.evidenceFor[0]).toMatch(/^both collars lower alike/);
  });
  it('one collar that differs is enough, none is too little', () => {
    const collar = (verdict: FeatureJudgement['verdict'], base: number) => ({
      left: { n: 5, value: base },
      right: { n: 5, value: base + 3 },
      difference: 3,
      verdict,
    });
    const seat = (one: FeatureJudgement['verdict'], two: FeatureJudgement['verdict']) =>
      causeOf('heel-seat', { 'collar-lateral': collar(one, 70), 'collar-medial': collar(two, 73) });
    expect(seat('out', 'within')).toBeDefined();
    expect(seat('within', 'out')).toBeDefined();
    expect(seat('within', 'within')).toBeUndefined();
  });
});
