import { describe, expect, it } from 'vitest';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import type { FeatureJudgement } from '#core/match/match.ts';
import type { MatchSights } from '#core/match/match-pattern.ts';
import type { CauseId } from '#core/records/match-verdict.ts';
import { textOf } from '#core/wording/sentence.ts';
import {
  ASKEW,
  causeOf,
  checkOf,
  type Features,
  HIGHER,
  longer,
  ODD,
  written,
} from './match-judgements.ts';

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
    expect(written(cause)?.evidenceFor).toHaveLength(3);
    expect(written(cause)?.effect).toMatch(/^One shoe is half a size longer/);
  });
  it.each([
    [2, 'one size'],
    [-2, 'one size'],
    [3, '3 half sizes'],
  ])('%d half sizes are %s', (j, words) => {
    const cause = sizes({ 'footbed-length': footbed(j), 'outsole-large': outsole(j) });
    expect(written(cause)?.effect).toContain(`One shoe is ${words} longer`);
  });
  it.each([
    {
      says: 'an outsole of one size',
      features: { 'outsole-large': outsole(0) },
      against: 'the outsoles are of one size',
    },
    {
      says: 'a lighter shoe',
      features: { mass: { ...heavier, difference: -7 } },
      against: 'but the right shoe is not heavier',
    },
  ])('$says is evidence against it', ({ features, against }) => {
    const cause = sizes({ 'footbed-length': footbed(1), 'outsole-large': outsole(1), ...features });
    expect(written(cause)?.evidenceAgainst).toEqual([against]);
    expect(cause?.confidence).toBe('possible');
  });
  it('a footbed of one size speaks against an outsole that grows', () => {
    const cause = sizes({ 'footbed-length': footbed(0.5), 'outsole-large': outsole(1) });
    expect(written(cause)?.evidenceAgainst).toEqual(['the footbeds are of one size']);
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
    expect(written(cause)?.unknown).toEqual(
      side === 'unknown' ? ['the masses do not differ by more than their uncertainty'] : [],
    );
    expect(written(cause)?.evidenceFor.map(textOf).includes('the right shoe is also heavier')).toBe(
      side === 'for',
    );
  });
  it('the left is the longer one where the difference is negative', () => {
    const cause = sizes({
      'footbed-length': footbed(-1),
      'outsole-large': outsole(-1),
      mass: { ...heavier, difference: -7 },
    });
    expect(cause?.confidence).toBe('sure');
    expect(written(cause)?.evidenceFor).toContain('the left shoe is also heavier');
  });
  it.each([
    { halfSizes: 1, side: 'for', words: /in the same proportion/ },
    { halfSizes: 0, side: 'against', words: /does not grow with the footbed/ },
    { halfSizes: 0.5, side: 'unknown', words: /too short to show half a size/ },
  ])(
    'a feature of 100 mm that grows by $halfSizes half sizes speaks $side',
    ({ halfSizes, side, words }) => {
      const cause = sizes({
        'footbed-length': footbed(1),
        'outsole-large': { ...outsole(halfSizes, 100), U: 0.2 },
        mass: heavier,
      });
      const said = {
        for: written(cause)?.evidenceFor,
        against: written(cause)?.evidenceAgainst,
        unknown: written(cause)?.unknown,
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
    expect(written(cause)?.unknown).toEqual(['the footbed length was not measured']);
    const short = sizes({ 'footbed-length': footbed(1), 'outsole-large': outsole(1, 60) });
    expect(written(short)?.unknown.join()).toContain('no outsole feature is long enough');
  });
  it('is named by labels that differ, and by nothing else', () => {
    const uk = (size: number) => ({ system: 'uk' as const, size });
    const cause = sizes({}, { labels: { left: uk(8), right: uk(9) } });
    expect(written(cause)?.evidenceFor).toEqual(['the labels say UK 8 and UK 9']);
    expect(written(cause)?.effect).toMatch(/^The labels differ/);
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

describe.each(PATTERNS)('$cause', ({ cause, pattern, alike, action }) => {
  const confidence = (features: Features) =>
    causeOf(cause, { ...pattern, ...features })?.confidence;
  it('is sure by its pattern, and none without it', () => {
    expect(causeOf(cause, pattern)).toMatchObject({ confidence: 'sure', action });
    expect(causeOf(cause, {})).toBeUndefined();
    expect(checkOf(pattern).verdict).toMatchObject({ answer: 'out', advice: action });
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
    expect(written(causeOf('wrong-footbed', grown))?.evidenceAgainst).toEqual([
      'the outsoles differ too',
    ]);
  });
  it.each([
    [0, 'sure', ''],
    [1, 'possible', 'the outsole feature grows with the footbed'],
    [0.5, 'likely', 'the outsole feature is too short to show half a size'],
  ] as const)(
    'and a feature of 100 mm that grows by %d half sizes: %s',
    (halfSizes, confidence, words) => {
      const outsole = { ...longer('outsole-large', 100, halfSizes), U: 0.2 };
      const cause = causeOf('wrong-footbed', { ...footbed, 'outsole-large': outsole });
      expect(cause?.confidence).toBe(confidence);
      expect(
        [...(written(cause)?.evidenceAgainst ?? []), ...(written(cause)?.unknown ?? [])].join(),
      ).toBe(words);
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
    expect(written(cause)?.evidenceAgainst).toContain('the labels of the shoes differ');
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
    expect(written(faultWith(266, 1))?.atFaultWhy).toMatch(
      /^another pair of .* agrees with the left/,
    );
    expect(written(faultWith(266, 2))?.atFaultWhy).toMatch(
      /^2 other pairs of .* agree with the left/,
    );
  });
  it.each([
    [{ left: 'within', right: 'out' }, 'right', /off on the right and true on the left/],
    [{ left: 'out', right: 'cannot tell' }, 'left', /off on the left$/],
    [{ left: 'out', right: 'out' }, 'both', /off on both/],
  ] as const)('a sole plane of %j is at fault on the %s', (shoes, atFault, why) => {
    const [cause] = checkOf({ 'sole-plane': { verdict: 'out', shoes } }).causes;
    expect(cause).toMatchObject({ id: 'twisted', atFault });
    expect(written(cause)?.atFaultWhy).toMatch(why);
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
    expect(written(higher)?.evidenceFor[0]).toBe(
      'both collars higher on the right shoe: 5.0 mm lateral, 5.0 mm medial',
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
    expect(written(lower)?.evidenceFor[0]).toMatch(/^both collars lower on the right/);
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
