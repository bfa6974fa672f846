import { randomLcg, randomNormal } from 'd3-random';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ownTolerance } from '../catalogue/disciplines.ts';
import { MATCH_FEATURES, type MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { featuresOf, matchFeature } from '../catalogue/match-features.ts';
import type { CauseId } from '../records/match-verdict.ts';
import { HALF_SIZE_MM, lastLength } from '../sizing/size-label.ts';
import { seenFault, writtenCause } from '../wording/match-sentences.ts';
import { judgeFeature, judgeFeatures, type MatchReadings, nextReading } from './match.ts';
import { type Cause, inferCauses } from './match-causes.ts';
import { evaluateCheck, type RecordedCheck } from './match-check.ts';
import type { MatchSights } from './match-pattern.ts';
import { readSize, testSizes } from './match-size.ts';
import { judgeMatch } from './match-verdict.ts';

type Shoe = Partial<Record<MatchFeatureId, number>>;

/** A sound shoe of UK 8: its last is 279.4 mm. */
const SOUND: Shoe = {
  'outsole-small': 26.2,
  'outsole-large': 182,
  'footbed-length': 266,
  'footbed-ball-width': 92,
  'toe-tip-height': 36,
  'collar-lateral': 70,
  'collar-medial': 73,
  'heel-seam': 0.2,
  'sole-plane': 0,
  mass: 310,
  'midsole-lateral-hardness': 50,
  'outsole-hardness': 62,
};

/** Readings repeated as often as the check may ask, so that only the truth decides. */
function readingsOf(left: Shoe, right: Shoe, times = 5): MatchReadings {
  const repeat = (shoe: Shoe) =>
    Object.fromEntries(
      Object.entries(shoe).map(([id, value]) => [id, Array.from({ length: times }, () => value)]),
    );
  return { left: repeat(left), right: repeat(right) };
}

function check(left: Shoe, right: Shoe, more: MatchSights & { lastMm?: number } = {}) {
  const judgements = judgeFeatures(readingsOf(left, right));
  const causes = inferCauses({ judgements, ...more });
  return { judgements, causes, verdict: judgeMatch({ judgements, ...more }, causes) };
}

/** The right shoe of another size: every length by the ratio of the lasts, mass by its power. */
function inHalfSizes(j: number): Shoe {
  const ratio = (279.4 + j * HALF_SIZE_MM) / 279.4;
  return {
    ...SOUND,
    'outsole-small': 26.2 * ratio,
    'outsole-large': 182 * ratio,
    'footbed-length': 266 * ratio,
    'footbed-ball-width': 92 * ratio,
    mass: 310 * ratio ** 1.75,
  };
}

const written = (cause: Cause | undefined) => cause && writtenCause(cause);

describe('a feature', () => {
  it('is judged by |d| ± U against its tolerance (JCGM 106)', () => {
    // By hand: u² = 2·0.2² + 2·0.1²/12 = 0.08167; 8 df behind the 0.08 of it give 0.08167²/(0.08²/8)
    // = 8.337; t(0.975, 8.337) = 2.290, U = 2.290·0.28577 = 0.654.
    const { difference, U, df, verdict } = judgeFeature('footbed-length', [266], [266.2]);
    expect(difference).toBeCloseTo(0.2, 9);
    expect(U).toBeCloseTo(0.654, 3);
    expect(df).toBeCloseTo(8.337, 3);
    expect(verdict).toBe('within');
    expect(judgeFeature('footbed-length', [266], [267.8]).verdict).toBe('out');
    expect(judgeFeature('footbed-length', [266], [266.8]).verdict).toBe('cannot tell');
  });

  it('keeps the zeros and slopes of two gauges, which cancel with one', () => {
    const left = { resolution: 0.1, zeroU: 0.03, gainU: 0.0005 };
    const right = { resolution: 0.1, zeroU: 0.3, gainU: 0.001 };
    const judge = (gauges: object) =>
      judgeFeature('footbed-length', [266], [266.2], {
        gauges: { 'footbed-length': gauges } as never,
      });
    // By hand: 0.08167 + 0.03² + (0.0005·266)² + 0.3² + (0.001·266.2)² = 0.26112, which has
    // 0.26112²/(0.08²/8) = 85.2 df; U = 1.988·0.5110.
    expect(judge({ ...left, right }).U).toBeCloseTo(1.016, 3);
    // With one gauge the slope leaves 0.0005·0.2 mm of the difference: nothing.
    expect(judge(left).U).toBeCloseTo(0.654, 3);
  });

  it('takes the greater of 2 % and 5 g for mass', () => {
    expect(judgeFeature('mass', [200], [200]).tolerance).toBe(5);
    expect(judgeFeature('mass', [600], [600]).tolerance).toBeCloseTo(12, 9);
  });

  it('against zero judges each shoe, and the worse one stands', () => {
    const seam = judgeFeature('heel-seam', [0.1], [4.8]);
    expect(seam.verdict).toBe('out');
    expect(seam.shoes).toEqual({ left: 'within', right: 'out' });
    expect(seam.difference).toBe(4.8);
  });

  it('is not taken with one shoe missing', () => {
    expect(judgeFeature('toe-tip-height', [36], undefined).verdict).toBe('not taken');
    expect(judgeFeature('heel-seam', [0.1], undefined).verdict).toBe('not taken');
  });

  it('with a zero tolerance never is within', () => {
    const rule = { 'toe-tip-height': { absolute: 0, share: 0 } };
    const { verdict } = judgeFeature('toe-tip-height', [36], [36], { tolerances: rule });
    expect(verdict).toBe('cannot tell');
  });

  it('carries the gauge’s slope into the difference, and its zero only against zero', () => {
    const gauges = { 'heel-seam': { resolution: 0.1, zeroU: 1, gainU: 0 } };
    const plain = judgeFeature('heel-seam', [0], [0]).U ?? 0;
    expect(judgeFeature('heel-seam', [0], [0], { gauges }).U).toBeGreaterThan(2 * plain);
    const zero = { 'toe-tip-height': { resolution: 0.1, zeroU: 1, gainU: 0 } };
    expect(judgeFeature('toe-tip-height', [36], [36], { gauges: zero }).U).toBeCloseTo(
      judgeFeature('toe-tip-height', [36], [36]).U ?? 0,
      9,
    );
  });
});

describe('what is taken next', () => {
  it('follows the order of the hand, left before right, one reading each', () => {
    expect(nextReading(judgeFeatures({ left: {}, right: {} }))).toEqual({
      feature: 'outsole-small',
      side: 'left',
      repeat: false,
    });
    const begun = judgeFeatures({ left: { 'outsole-small': [26.2] }, right: {} });
    expect(nextReading(begun)).toMatchObject({ feature: 'outsole-small', side: 'right' });
    expect(nextReading(begun, { skipped: ['outsole-small'] })).toMatchObject({
      feature: 'outsole-large',
    });
  });

  it('asks again only near a tolerance, and stops once all is told', () => {
    const near = judgeFeatures(readingsOf(SOUND, { ...SOUND, 'toe-tip-height': 38.5 }, 1));
    expect(nextReading(near)).toMatchObject({ feature: 'toe-tip-height', repeat: true });
    expect(nextReading(judgeFeatures(readingsOf(SOUND, SOUND)))).toBeUndefined();
  });

  it('stops asking after five readings on each shoe', () => {
    const stubborn = judgeFeatures(readingsOf(SOUND, { ...SOUND, 'toe-tip-height': 39 }, 5));
    expect(stubborn.find((one) => one.id === 'toe-tip-height')?.verdict).toBe('cannot tell');
    expect(nextReading(stubborn)).toBeUndefined();
  });

  it('has five features in the short check', () => {
    expect(featuresOf(true)).toHaveLength(5);
    expect(featuresOf(false).map((feature) => feature.id)).toEqual([...MATCH_FEATURES]);
  });
});

describe('the size test', () => {
  it.each([-2, -1, 1, 2, 3])('finds %i half sizes on footbed and outsole', (j) => {
    const { judgements } = check(SOUND, inHalfSizes(j));
    const { footbed, outsole } = testSizes(judgements, lastLength({ system: 'uk', size: 8 }));
    expect(footbed?.fits).toBe(j);
    expect(outsole?.fits).toBe(j);
    expect(footbed?.halfSizes).toBeCloseTo(j, 1);
  });

  it('reads a half size of 4.233 mm of a 279.4 mm last off any length', () => {
    // By hand: 271.5 mm of footbed grows by 271.5·4.2333/279.4 = 4.11 mm in a half size.
    const one = judgeFeature('footbed-length', [271.5], [275.61]);
    expect(readSize(one, 279.4)?.halfSizes).toBeCloseTo(1, 2);
  });

  it('cannot tell by a feature under 66 mm, and says so', () => {
    const { judgements } = check(
      { ...SOUND, 'outsole-large': 60 },
      { ...inHalfSizes(1), 'outsole-large': 60.9 },
    );
    const { outsole, shorter } = testSizes(judgements, 279.4);
    expect(outsole).toBeUndefined();
    expect(shorter?.telling).toBe(false);
  });
});

describe('causes', () => {
  const cases: [string, Shoe, CauseId, 'left' | 'right' | 'either'][] = [
    ['a half size longer', inHalfSizes(1), 'two-sizes', 'either'],
    [
      'a footbed of another size',
      { ...SOUND, 'footbed-length': 270, 'footbed-ball-width': 93.4 },
      'wrong-footbed',
      'either',
    ],
    [
      'an upper turned and tilted',
      { ...SOUND, 'toe-tip-height': 43, 'collar-medial': 64, 'heel-seam': 5 },
      'upper-askew',
      'right',
    ],
    [
      'both collars higher',
      { ...SOUND, 'collar-lateral': 75.5, 'collar-medial': 78.3 },
      'heel-seat',
      'either',
    ],
    ['a twisted shank', { ...SOUND, 'sole-plane': 3.2 }, 'twisted', 'right'],
    ['a toe that springs higher', { ...SOUND, 'toe-tip-height': 41.5 }, 'toe-spring', 'either'],
    ['another mould', { ...SOUND, 'outsole-small': 28.4 }, 'two-moulds', 'either'],
    ['a harder foam', { ...SOUND, 'midsole-lateral-hardness': 57 }, 'other-foam', 'either'],
    ['a harder rubber', { ...SOUND, 'outsole-hardness': 70 }, 'other-rubber', 'either'],
    ['a heavier shoe', { ...SOUND, mass: 334 }, 'other-build', 'either'],
  ];
  it.each(cases)('%s', (_name, right, cause, atFault) => {
    const { causes, verdict } = check(SOUND, right);
    expect(causes[0]?.id).toBe(cause);
    expect(causes[0]?.atFault).toBe(atFault);
    expect(written(causes[0])?.evidenceAgainst).toEqual([]);
    expect(verdict.answer).toBe('out');
    // The mirrored case is the same cause.
    expect(check(right, SOUND).causes[0]?.id).toBe(cause);
  });

  it('of the worked case: an upper lasted askew on the right; the left is sound', () => {
    // The worked case of the trade; common practice. Seam and label values stand for "off" and
    // for what was not given.
    const left: Shoe = {
      'outsole-small': 26.2,
      'outsole-large': 62.8,
      'footbed-length': 266,
      'footbed-ball-width': 92,
      'toe-tip-height': 55,
      'collar-lateral': 83,
      'collar-medial': 85,
      'heel-seam': 0,
    };
    const right: Shoe = {
      ...left,
      'outsole-large': 62.6,
      'toe-tip-height': 65,
      'collar-lateral': 85,
      'collar-medial': 76,
      'heel-seam': 6,
    };
    const { causes, verdict } = check(left, right);
    expect(causes).toHaveLength(1);
    expect(causes[0]).toMatchObject({ id: 'upper-askew', atFault: 'right', action: 'return' });
    expect(written(causes[0])?.atFaultWhy).toContain('true on the left');
    expect(verdict).toMatchObject({ answer: 'out', advice: 'return' });
  });

  it('two labels in one box are named, with nothing else taken', () => {
    const labels = {
      left: { system: 'uk' as const, size: 8 },
      right: { system: 'uk' as const, size: 8.5 },
    };
    const { causes, verdict } = check({}, {}, { labels });
    expect(causes[0]?.id).toBe('two-sizes');
    expect(written(causes[0])?.evidenceFor.join()).toContain('UK 8 and UK 8½'.replace('½', '.5'));
    expect(verdict.advice).toBe('return');
  });

  it('sound pairs of the model tell which shoe is at fault', () => {
    const judgements = judgeFeatures(readingsOf(SOUND, inHalfSizes(1)));
    const siblings = { 'footbed-length': { value: 266.2, pairs: 3 } };
    const [cause] = inferCauses({ judgements, siblings });
    expect(cause).toMatchObject({ id: 'two-sizes', atFault: 'right' });
    expect(written(cause)?.atFaultWhy).toBe(
      '3 other pairs of this model and size agree with the left shoe (footbed length)',
    );
  });

  it('several may stand', () => {
    const { causes } = check(SOUND, {
      ...SOUND,
      'sole-plane': 3,
      'outsole-hardness': 70,
      mass: 340,
    });
    expect(causes.map((cause) => cause.id).sort()).toEqual([
      'other-build',
      'other-rubber',
      'twisted',
    ]);
  });

  it('is likely only, where part of the pattern was not taken', () => {
    const { causes } = check(
      { 'footbed-length': 266, 'outsole-large': 182 },
      { 'footbed-length': 270, 'outsole-large': 182 },
    );
    expect(causes[0]).toMatchObject({ id: 'wrong-footbed', confidence: 'likely' });
    expect(written(causes[0])?.unknown).toContain('Mass not measured');
  });

  it('footbed marks that differ speak for a wrong footbed; left and right letters do not', () => {
    const marks = (left: string, right: string) =>
      check(SOUND, SOUND, { footbedMarks: { left, right } }).causes.map((cause) => cause.id);
    expect(marks('8 L', '8½ R')).toEqual(['wrong-footbed']);
    expect(marks('8 L', '8 R')).toEqual([]);
    expect(marks('8', '8')).toEqual([]);
    // Two left ones, and the two swapped.
    expect(marks('8 L', '8 L')).toEqual(['wrong-footbed']);
    expect(marks('8 right', '8 left')).toEqual(['wrong-footbed']);
    const swapped = check(SOUND, SOUND, { footbedMarks: { left: '8 R', right: '8 L' } });
    expect(swapped.verdict).toMatchObject({ answer: 'out', advice: 'return' });
    expect(written(swapped.causes[0])?.evidenceFor).toContain(
      'the footbed in the left shoe is marked 8 R',
    );
  });

  it('a twisted shoe comes with its caution', () => {
    const { causes } = check(SOUND, { ...SOUND, 'sole-plane': 3 });
    expect(written(causes[0])?.effect).toMatch(/do not dance, climb or carry/);
  });
});

describe('the verdict', () => {
  it('is matched where all agree, and notes what the eye saw', () => {
    const { verdict } = check(SOUND, SOUND);
    expect(verdict).toMatchObject({
      answer: 'matched',
      advice: 'keep',
      evidenceAgainst: [],
    });
    expect(verdict.evidenceFor.map(({ subject }) => subject)).toContain('mass');
    const seen = check(SOUND, SOUND, {
      byEye: { glue: { state: 'fault', side: 'left', note: 'at the toe' } },
    });
    expect(seen.verdict.advice).toBe('keep and note');
    expect(seen.verdict.seen.map(seenFault)[0]).toContain('(left), at the toe');
  });

  it('cannot tell with features still to take', () => {
    const judgements = judgeFeatures({ left: {}, right: {} });
    expect(judgeMatch({ judgements }, [], ['mass']).answer).toBe('cannot tell');
  });

  it('tells a box that carries another size than both shoes', () => {
    const uk = (size: number) => ({ system: 'uk' as const, size });
    const { verdict } = check(SOUND, SOUND, {
      labels: { left: uk(8), right: uk(8), box: uk(9) },
    });
    expect(verdict.seen.map(seenFault)).toEqual(['the box says UK 9, the shoes do not']);
  });
});

describe('a check as it is recorded', () => {
  const gauge = {
    id: 'g',
    name: 'Caliper',
    unit: 'mm',
    resolution: 0.1,
    zeroU: 0,
    gainU: 0,
    calibrations: [
      {
        id: 'k',
        certificate: 'C1',
        calibratedOn: '2025-01-01',
        dueOn: '2026-01-01',
        U: 0.02,
        zeroU: 0.01,
        gainU: 0,
      },
    ],
  };
  const reading = (side: 'left' | 'right', value: number, voided: string | null = null) => ({
    quantity: 'footbed-length' as const,
    supersededBy: null,
    side,
    value,
    instrumentId: 'g',
    takenAt: '2026-03-01T09:00:00Z',
    voided,
  });
  const nothing = {
    felt: { shoe: '' as const, where: '', since: '' },
    labels: { left: 'UK 8', right: 'not a label', box: '' },
    marks: { left: '', right: '' },
    sights: {},
    skipped: [],
  };
  const check = (readings: RecordedCheck['readings']) =>
    evaluateCheck(
      { kind: 'short', seen: nothing, readings },
      {
        label: { system: 'uk', size: 8 },
        tolerances: {},
        siblings: {},
        instruments: [gauge],
        names: {},
      },
    );

  it('leaves voided readings out, and a label that cannot be read', () => {
    const { judgements, verdict } = check([
      reading('left', 200, 'slipped'),
      reading('left', 266),
      reading('right', 266.1),
    ]);
    const footbed = judgements.find((one) => one.id === 'footbed-length');
    expect(footbed).toMatchObject({ verdict: 'within', left: { n: 1, value: 266 } });
    expect(verdict.answer).toBe('cannot tell');
  });

  it('names a gauge whose calibration had run out', () => {
    expect(check([reading('left', 266)]).cautions).toEqual(['Caliper: calibration due 2026-01-01']);
    expect(check([]).cautions).toEqual([]);
  });

  it('names a feature whose shoes were taken with two gauges, and doubts its difference more', () => {
    const other = { ...gauge, id: 'h', name: 'Length gauge', zeroU: 0.3, gainU: 0.001 };
    const readings = [reading('left', 266), { ...reading('right', 266.1), instrumentId: 'h' }];
    const terms = {
      label: { system: 'uk' as const, size: 8 },
      tolerances: {},
      siblings: {},
      names: {},
    };
    const two = evaluateCheck(
      { kind: 'short', seen: nothing, readings },
      { ...terms, instruments: [gauge, { ...other, calibrations: [] }] },
    );
    expect(two.cautions).toContain(
      'Footbed length: measured with two gauges, whose zero errors do not cancel. Measure both shoes with one gauge',
    );
    const one = check([reading('left', 266), reading('right', 266.1)]);
    const U = (found: typeof one) =>
      found.judgements.find(({ id }) => id === 'footbed-length')?.U ?? 0;
    expect(U(two)).toBeGreaterThan(U(one) + 0.3);
    expect(one.cautions.join()).not.toContain('two gauges');
    // Against zero each shoe leans on its own gauge, with one or with two.
    const seam = readings.map((each) => ({ ...each, quantity: 'heel-seam' as const, value: 0.2 }));
    const zero = evaluateCheck(
      { kind: 'short', seen: nothing, readings: seam },
      { ...terms, instruments: [gauge, { ...other, calibrations: [] }] },
    );
    expect(zero.cautions.join()).not.toContain('two gauges');
  });
});

describe('a perfect pair', () => {
  it('with noise inside the gauge’s repeatability is nearly never called out', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const normal = randomNormal.source(randomLcg(seed / 1_000_001))(0, 1);
        // Neighbouring seeds begin alike.
        for (let i = 0; i < 5; i++) normal();
        const noisy = (): Partial<Record<MatchFeatureId, number[]>> =>
          Object.fromEntries(
            MATCH_FEATURES.map((id) => [
              id,
              [
                (SOUND[id] ?? 0) * (id === 'heel-seam' ? 0 : 1) +
                  matchFeature(id).repeatabilitySd * normal(),
              ],
            ]),
          );
        const judgements = judgeFeatures({ left: noisy(), right: noisy() });
        return judgements.every((one) => one.verdict !== 'out');
      }),
      { numRuns: 400, seed: 7 },
    );
  });
});

describe('tolerances', () => {
  it('are drawn tighter or wider by discipline', () => {
    expect(ownTolerance('sole-plane', 'dance')?.absolute).toBeLessThan(
      matchFeature('sole-plane').tolerance.absolute,
    );
    expect(ownTolerance('collar-medial', 'winter boots')?.absolute).toBe(4);
    expect(ownTolerance('mass', 'running')).toBeUndefined();
    expect(ownTolerance('mass', '')).toBeUndefined();
  });
});
