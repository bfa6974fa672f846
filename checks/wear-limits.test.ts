/**
 * The limits of the wear rules, a case just inside and one just outside each, and every sign with the answer it leads
 * to. Common practice, worked by hand.
 */
import { describe, expect, it } from 'vitest';
import { testersDiffer } from '#core/wear/break-in.ts';
import { careAdvice } from '#core/wear/care.ts';
import { dueDay, nextCheck, paceOf } from '#core/wear/check-plan.ts';
import { showsLife } from '#core/wear/edition-life.ts';
import { pairWay, readWay } from '#core/wear/odometer.ts';
import { minutesOverADay, overlappingOuting, sameOuting } from '#core/wear/outing-doubles.ts';
import { rideWord } from '#core/wear/outing-words.ts';
import { foamKind, judgeRetirement, type Retirement } from '#core/wear/retirement.ts';
import {
  newPairWords,
  pairsForTomorrow,
  type RotationPair,
  sameJobs,
  spreadOf,
} from '#core/wear/rotation.ts';
import { readSigns, SIGNS, type Sign } from '#core/wear/signs.ts';
import { deeperTread, firstZones } from '#core/wear/wear-line.ts';
import { lifeFactor } from '#core/wear/wear-terms.ts';
import { whatTips } from '#core/wear/what-tips.ts';

const LIFE = { low: 400, high: 600 };
const judge = (km: number, signs: string[], more: object = {}): Retirement =>
  judgeRetirement({ km, signs, ratedLifeKm: LIFE, ...more });

describe('each sign by itself, early in a life', () => {
  const ALONE: Record<Sign, [answer: Retirement['answer'], words: RegExp]> = {
    'upper torn': ['retire', /tear through the upper/],
    'rubber worn through': ['retire', /rubber is worn through/],
    'counter broken': ['retire', /counter is broken/],
    'shank broken': ['retire', /shank is broken/],
    'foam dead': ['retire', /^Retire soon: the foam feels dead/],
    'creases plain': ['retire', /creases/],
    'lining growing': ['cannot tell', /Does it chafe/],
    'lining chafing': ['go on', /nothing speaks against/],
    'lining torn': ['go on', /See whether it grows/],
    'lining seen': ['go on', /nothing speaks against/],
    'fine cracks': ['cannot tell', /Which foam is it/],
    'new aches': ['retire', /Ask a clinician/],
    'rubber marked': ['go on', /marks on the rubber/],
    'rebound less': ['go on', /less rebound/],
    'insole flat': ['go on', /nothing speaks against/],
    'tread wear': ['go on', /nothing speaks against/],
  };
  it.each(SIGNS)('%s', (sign) => {
    const [answer, words] = ALONE[sign];
    const judged = judge(100, [sign]);
    expect(judged.answer).toBe(answer);
    expect(judged.words).toMatch(words);
    expect(judged.cautions.some((caution) => caution.includes('Worn-out shoes'))).toBe(
      answer === 'retire',
    );
    expect(judged.cautions.some((caution) => caution.includes('clinician'))).toBe(
      sign === 'new aches',
    );
  });
  it.each(SIGNS)('no %s changes nothing, and is said', (sign) => {
    // “Rebound less” needs its word: “no rebound less” is no English, and still read.
    const judged = judge(100, [`no ${sign}`]);
    expect(judged.answer).toBe('go on');
    expect(judged.against).toContain(`no ${sign}`);
  });
  it.each([
    ['rubber marked', 'against'],
    ['lining seen', 'against'],
    ['insole flat', 'against'],
    ['tread wear', 'against'],
    ['rebound less', 'for'],
    ['lining torn', 'for'],
  ] as const)('%s is listed %s', (sign, side) => {
    const judged = judge(100, [sign]);
    const other = side === 'for' ? judged.against : judged.for;
    expect(judged[side].join('; ')).toContain(sign);
    expect(other.join('; ')).not.toContain(sign);
  });
});

describe('two signs', () => {
  it.each([
    // The first of the list leads, whichever was said first.
    [['new aches', 'upper torn'], /tear through the upper/],
    [['creases plain', 'foam dead'], /foam feels dead/],
    [['lining growing', 'lining chafing'], /grows, and chafes/],
    [['lining torn', 'lining chafing'], /See whether it grows/],
    [['fine cracks', 'lining growing'], /Which foam/],
    [['rubber marked', 'rebound less'], /marks on the rubber/],
    [['rebound less', 'lining torn'], /See whether it grows/],
  ])('%j: %s', (signs, words) => {
    expect(judge(100, signs).words).toMatch(words);
    expect(judge(100, [...signs].reverse()).words).toMatch(words);
  });
  it('a dead foam is retired soon, with new aches at once', () => {
    expect(judge(100, ['foam dead'])).toMatchObject({ soon: true });
    expect(judge(100, ['foam dead', 'new aches'])).not.toHaveProperty('soon');
  });
  it.each([
    ['races on Sundays', /for races only/],
    ['race', /for races only/],
    ['training', /^Go on: marks/],
    ['bracelet', /^Go on: marks/],
  ])('marked rubber, for %s', (purpose, words) => {
    expect(judge(100, ['rubber marked'], { purpose }).words).toMatch(words);
  });
});

describe('fine cracks by the foam', () => {
  it.each([
    ['EVA', 'go on', 'against'],
    ['a blend with eva', 'go on', 'against'],
    ['TPU', 'retire', 'for'],
    ['PU', 'retire', 'for'],
    ['polyurethane', 'retire', 'for'],
    ['EVA with a TPU film', 'retire', 'for'],
    ['nitrogen foam', 'cannot tell', 'for'],
    [undefined, 'cannot tell', 'for'],
  ] as const)('%s: %s', (foam, answer, side) => {
    const judged = judge(100, ['fine cracks'], { foam });
    expect(judged.answer).toBe(answer);
    expect(judged[side].join()).toContain('fine cracks');
  });
  it.each([
    ['EVA', 'EVA'],
    ['evaporated', 'unknown'],
    ['TPU', 'PU'],
    ['PUMICE', 'unknown'],
  ])('%s is %s', (foam, kind) => {
    expect(foamKind(foam)).toBe(kind);
  });
});

describe('distances against a rated life of 400 to 600 km', () => {
  it.each([
    // A torn lining is late from 0.75 of the lower end on.
    { km: 299, signs: ['lining torn'], answer: 'go on' },
    { km: 300, signs: ['lining torn'], answer: 'another use' },
    { km: 600, signs: [], answer: 'go on' },
    { km: 601, signs: [], answer: 'another use' },
    // A sign that leads to less is passed over beyond the rated life.
    { km: 601, signs: ['rubber marked'], answer: 'another use' },
    { km: 600, signs: ['rubber marked'], answer: 'go on' },
    { km: 601, signs: ['new aches'], answer: 'retire' },
  ])('$km km with $signs: $answer', ({ km, signs, answer }) => {
    expect(judge(km, signs).answer).toBe(answer);
  });
  it.each([
    [399, 'against'],
    [400, undefined],
    [600, undefined],
    [601, 'for'],
  ] as const)('%d km is listed: %s', (km, side) => {
    const judged = judge(km, []);
    const line = `${km} km, rated for 400 to 600 km`;
    expect(judged.for.includes(line)).toBe(side === 'for');
    expect(judged.against.includes(line)).toBe(side === 'against');
  });
  it('stand at 300 and 400 miles where nothing else is set', () => {
    expect(judgeRetirement({ km: 644, signs: [] }).answer).toBe('go on');
    expect(judgeRetirement({ km: 645, signs: [] }).answer).toBe('another use');
    expect(judgeRetirement({ km: 362, signs: ['lining torn'] }).answer).toBe('go on');
    expect(judgeRetirement({ km: 363, signs: ['lining torn'] }).answer).toBe('another use');
  });
  it('and the wearer is said, and what was not read', () => {
    const judged = judge(100, ['smells of fish'], { wearer: '60 kg' });
    expect(judged.against).toContain('wearer: 60 kg');
    expect(judged.cautions).toEqual(['Not known as a sign, and not counted: smells of fish.']);
    expect(judge(100, []).against).toEqual(['100 km, rated for 400 to 600 km']);
  });
  it('tip at 300 and 600 km, and no more once they are behind', () => {
    const tips = (km: number, signs: string[] = []) =>
      whatTips({ km, signs, ratedLifeKm: LIFE }).map(({ when }) => when);
    expect(tips(300, ['lining torn'])[0]).not.toBe('300 km');
    expect(tips(299, ['lining torn'])[0]).toBe('300 km');
    expect(tips(600)[0]).toBe('600 km');
    expect(tips(601)).not.toContain('600 km');
  });
});

describe('signs as they are written', () => {
  it.each([
    ['the lining is not torn', [], ['lining torn'], []],
    ['lining torn, chafing', ['lining chafing', 'lining torn'], [], []],
    ['lining torn, and nothing else', ['lining torn'], [], ['and nothing else']],
    ['torn', [], [], ['torn']],
    ['Hairlines', ['fine cracks'], [], []],
    ['crease plain', ['creases plain'], [], []],
    ['without new aches', [], ['new aches'], []],
    [' , ,', [], [], []],
  ])('%s', (phrase, present, absent, unknown) => {
    expect(readSigns([phrase])).toEqual({ present, absent, unknown });
  });
});

describe('how far', () => {
  it.each([
    ['200 km', true],
    ['200.1 km', false],
    ['0.1 km', true],
    ['0 km', false],
  ])('%s in a day is taken: %s', (typed, ok) => {
    expect(readWay(typed).ok).toBe(ok);
  });
  it.each([
    // A total may fall short of what stood before by twice both doubts.
    { km: 90, u: 5, fault: undefined },
    { km: 89, u: 5, fault: /is less than the 100 km before it/ },
    { km: 150, u: 5, fault: undefined },
    { km: 149, u: 5, fault: /is below its outings, 160 km/ },
  ])('a total of $km ± $u after 100 km and 60 km of outings', ({ km, u, fault }) => {
    const outings = km < 100 ? [] : [{ on: '2026-03-05', km: 60 }];
    const { faults } = pairWay(100, [{ on: '2026-03-10', km, u }], outings);
    expect(faults).toHaveLength(fault ? 1 : 0);
    if (fault) expect(faults[0]).toMatch(fault);
  });
  it('counts the doubts of both totals', () => {
    const totals = (km: number) => [
      { on: '2026-04-01', km, u: 4 },
      { on: '2026-03-01', km: 200, u: 3 },
    ];
    // 2 · √(3² + 4²) = 10
    expect(pairWay(0, totals(190), []).faults).toEqual([]);
    expect(pairWay(0, totals(189), []).faults).toHaveLength(1);
  });
});

describe('outings that may be one', () => {
  const out = (more: object = {}) => ({
    pairId: 'p',
    on: '2026-03-01',
    km: 10,
    minutes: 60 as number | null,
    beganAt: null as string | null,
    ...more,
  });
  it.each([
    // 0.15 km and 3 % of 10 km: 0.45 km.
    { km: 10.44, same: true },
    { km: 10.46, same: false },
    { km: 9.56, same: true },
    { km: 9.54, same: false },
  ])('10 km and $km km: $same', ({ km, same }) => {
    expect(sameOuting(out(), [out({ km })]) !== undefined).toBe(same);
  });
  it('of another day are not', () => {
    expect(sameOuting(out(), [out({ on: '2026-03-02' })])).toBeUndefined();
  });
  it.each([
    ['2026-03-01T09:00:00Z', true],
    ['2026-03-01T09:00:01Z', false],
  ])('overlap from the end of the one on: begun at %s: %s', (beganAt, overlaps) => {
    const first = out({ beganAt: '2026-03-01T08:00:00Z' });
    const second = out({ pairId: 'q', beganAt });
    expect(overlappingOuting(second, [first]) !== undefined).toBe(overlaps);
    expect(overlappingOuting(first, [second]) !== undefined).toBe(overlaps);
  });
  it('without a length are a moment', () => {
    const moment = out({ minutes: null, beganAt: '2026-03-01T08:30:00Z' });
    const around = out({ beganAt: '2026-03-01T08:00:00Z' });
    expect(overlappingOuting(moment, [around])).toBe(around);
    expect(overlappingOuting(around, [out({ minutes: null, beganAt: null })])).toBeUndefined();
  });
  it.each([
    [640, undefined],
    [641, 1441],
  ])('of 800 and %d minutes in a day: %s', (minutes, sum) => {
    expect(minutesOverADay(out({ minutes: 800 }), [out({ minutes })])).toBe(sum);
  });
});

describe('when it is looked at', () => {
  it.each([
    // 0.3 of the first look, 15 km, before a look it counts as that one.
    { done: [34], next: 50 },
    { done: [35], next: 150 },
    { done: [134], next: 150 },
    { done: [135], next: 300 },
    { done: [484], next: 500 },
    { done: [485], next: 650 },
    { done: [634], next: 650 },
    { done: [635], next: 800 },
    { done: [20, 300, 50], next: 500 },
  ])('after looks at $done: at $next', ({ done, next }) => {
    expect(nextCheck(done)).toBe(next);
  });
  it('after every so many where no looks are set', () => {
    expect(nextCheck([], { by: 'km', at: [], every: 100 })).toBe(100);
    expect(nextCheck([69], { by: 'km', at: [], every: 100 })).toBe(100);
    expect(nextCheck([70], { by: 'km', at: [], every: 100 })).toBe(200);
  });
  it.each([
    ['2026-01-04', true],
    ['2026-01-03', false],
    ['2026-03-01', true],
    ['2026-03-02', false],
  ])('an outing on %s counts for the pace on the 1st of March: %s', (on, counts) => {
    expect(paceOf([{ on, amount: 10 }], '2026-03-01') !== undefined).toBe(counts);
  });
  it('the pace is over a week at least', () => {
    expect(paceOf([{ on: '2026-02-26', amount: 14 }], '2026-03-01')).toBe(2);
    expect(paceOf([{ on: '2026-02-21', amount: 16 }], '2026-03-01')).toBe(2);
  });
  it.each([
    { at: 3650, day: '2036-02-27' },
    { at: 3651, day: undefined },
  ])('at 1 a day $at comes on $day', ({ at, day }) => {
    expect(dueDay({ at, now: 0, pace: 1, today: '2026-03-01' })).toBe(day);
  });
  it('comes on no day where nothing is done', () => {
    expect(dueDay({ at: 10, now: 9, pace: 0, today: '2026-03-01' })).toBeUndefined();
    expect(dueDay({ at: 10, now: 10, pace: 0, today: '2026-03-01' })).toBe('2026-03-01');
  });
});

describe('which pair tomorrow', () => {
  const pair = (more: Partial<RotationPair> = {}): RotationPair => ({
    tag: 'A',
    edition: 'Kestvane Kerb',
    km: 100,
    ceilingKm: 600,
    purposes: ['town round'],
    season: '',
    surfaces: [],
    iceOnly: false,
    lastOn: '2026-03-01',
    dropMm: 8,
    heelStackMm: 26,
    answer: 'go on',
    ...more,
  });
  const ask = (one: RotationPair, more: object = {}) => {
    const asked = { on: '2026-05-10', km: null, purpose: '', surface: '', ground: '', ...more };
    const [choice] = pairsForTomorrow([one], asked);
    if (!choice) throw new Error('no choice');
    return choice;
  };
  it.each([
    {
      says: 'rest of one day',
      one: { lastOn: '2026-05-09' },
      against: ['out the day before: let it dry'],
      points: -2,
    },
    {
      says: 'rest of two days',
      one: { lastOn: '2026-05-08' },
      for: ['rested 2 days'],
      points: 0.5,
    },
    {
      says: 'rest counts to three',
      one: { lastOn: '2026-04-28' },
      for: ['rested 12 days'],
      points: 3,
    },
    {
      says: 'rest counts to three',
      one: { lastOn: '2026-04-20' },
      for: ['rested 20 days'],
      points: 3,
    },
    { says: 'not worn yet', one: { lastOn: null }, for: ['not worn yet'], points: 2 },
    {
      says: 'before the last tenth',
      one: { km: 539, lastOn: null },
      for: ['not worn yet'],
      points: 2,
    },
    {
      says: 'the last tenth',
      one: { km: 540, lastOn: null },
      against: ['near its end: 60 km left'],
      points: 1,
    },
    {
      says: 'at its end',
      one: { km: 600, lastOn: null },
      against: ['past its 600 km'],
      points: -3,
    },
    {
      says: 'enough left',
      one: { km: 590, lastOn: null },
      asked: { km: 10 },
      against: ['near its end: 10 km left'],
      points: 1,
    },
    {
      says: 'too little left',
      one: { km: 590, lastOn: null },
      asked: { km: 11 },
      against: ['only 10 km left of its 600'],
      points: -2,
    },
    {
      says: 'an open look',
      one: { lastOn: null, answer: 'cannot tell' },
      against: ['a look at it is open'],
      points: 1,
    },
    {
      says: 'its purpose',
      one: { lastOn: null },
      asked: { purpose: 'town round' },
      for: ['for town round', 'not worn yet'],
      points: 6,
    },
    {
      says: 'its ground',
      one: { lastOn: null, surfaces: ['trail'] },
      asked: { surface: 'trail' },
      for: ['for trail', 'not worn yet'],
      points: 5,
    },
    {
      says: 'winter in October',
      one: { lastOn: null, season: 'winter' as const },
      asked: { on: '2026-10-01' },
      for: ['for the winter', 'not worn yet'],
      points: 4,
    },
    {
      says: 'winter in March',
      one: { lastOn: null, season: 'winter' as const },
      asked: { on: '2026-03-31' },
      for: ['for the winter', 'not worn yet'],
      points: 4,
    },
    {
      says: 'winter in April',
      one: { lastOn: null, season: 'winter' as const },
      asked: { on: '2026-04-01' },
      against: ['for the winter'],
      points: -1,
    },
    {
      says: 'winter in September',
      one: { lastOn: null, season: 'winter' as const },
      asked: { on: '2026-09-30' },
      against: ['for the winter'],
      points: -1,
    },
    {
      says: 'summer in May',
      one: { lastOn: null, season: 'summer' as const },
      for: ['for the summer', 'not worn yet'],
      points: 4,
    },
    {
      says: 'kept for ice',
      one: { lastOn: null, iceOnly: true },
      asked: { ground: 'ice' },
      for: ['kept for icy days', 'not worn yet'],
      points: 8,
    },
    {
      says: 'kept for snow',
      one: { lastOn: null, iceOnly: true },
      asked: { surface: 'snow' },
      for: ['kept for icy days', 'not worn yet'],
      points: 8,
    },
  ])('$says', ({ one, asked, points, ...said }) => {
    const choice = ask(pair(one), asked);
    expect(choice.points).toBe(points);
    expect(choice.not).toBeNull();
    if (said.for) expect(choice.for).toEqual(said.for);
    if (said.against) expect(choice.against).toEqual(said.against);
  });
  it.each([
    [{ answer: 'retire' }, {}, 'it is to be retired'],
    [{ answer: 'lost' }, {}, 'it is lost'],
    [{ answer: 'given away' }, {}, 'it is given away'],
    [{ iceOnly: true }, {}, 'it is kept for icy days'],
    [{}, { purpose: 'races' }, 'it is for town round'],
    [{ purposes: [] }, { purpose: 'races' }, null],
    [{ surfaces: ['road', 'paved'] }, { surface: 'trail' }, 'it goes on road, paved only'],
    [{ surfaces: [] }, { surface: 'trail' }, null],
  ] as const)('%j asked for %j: %s', (one, asked, not) => {
    expect(ask(pair(one as Partial<RotationPair>), asked).not).toBe(not);
  });
  it.each([
    [{ dropMm: 9 }, true],
    [{ dropMm: 9.1 }, false],
    [{ heelStackMm: 28 }, true],
    [{ heelStackMm: 28.1 }, false],
    [{ dropMm: null }, false],
    [{ heelStackMm: null }, false],
    [{ season: 'winter' }, false],
    [{ iceOnly: true }, false],
    [{ purposes: ['races'] }, false],
    [{ purposes: ['races', 'town round'] }, true],
  ] as const)('another with %j does the same job: %s', (other, same) => {
    const found = sameJobs([pair(), pair({ tag: 'B', ...(other as Partial<RotationPair>) })]);
    expect(found.map(({ tags }) => tags)).toEqual(same ? [['A', 'B']] : []);
  });
  it.each([
    [[599, 599], /^None/],
    [[600, 599], /^A is due/],
    [[600, 600], /^Nothing new until two are retired: A, A are due/],
  ])('pairs at %j of 600 km: %s', (km, words) => {
    expect(newPairWords(km.map((one) => pair({ km: one })))).toMatch(words);
  });
  it('a spread takes two', () => {
    expect(spreadOf([8, null])).toBeUndefined();
    expect(spreadOf([8, null, 4])).toEqual({ least: 4, most: 8 });
  });
});

describe('lines, zones and testers', () => {
  it.each([
    [1.3, undefined],
    [1.31, '1.3 mm at 100 km after 1.0 mm at 0 km: another spot?'],
  ])('tread of 1 mm that is %d mm later', (value, words) => {
    expect(
      deeperTread([
        { km: 0, value: 1 },
        { km: 100, value },
      ]),
    ).toBe(words);
  });
  it.each([
    [570, ['ball']],
    [571, []],
  ])(
    'a zone that may be through from %d km on, beside one through by 570 km: %j',
    (earliest, also) => {
      const zones = [
        { zone: 'heel', reachesLimit: { fit: 540, earliest: 510, latest: 570 } },
        { zone: 'ball', reachesLimit: { fit: 600, earliest, latest: 700 } },
      ];
      expect(firstZones(zones)).toEqual({ first: 'heel', with: also });
    },
  );
  it('a first zone without a latest may be overtaken by any', () => {
    const zones = [
      { zone: 'heel', reachesLimit: { fit: 540, earliest: 510 } },
      { zone: 'ball', reachesLimit: { fit: 900, earliest: 800 } },
    ];
    expect(firstZones(zones)).toEqual({ first: 'heel', with: ['ball'] });
  });
  it.each([
    // Over twice as long, and the intervals apart.
    { hours: 8, lower: 6, differ: false },
    { hours: 8.1, lower: 6, differ: true },
    { hours: 8.1, lower: 5, differ: false },
    { hours: 8.1, lower: 5.1, differ: true },
  ])('4 h (3 to 5) and $hours h from $lower: $differ', ({ hours, lower, differ }) => {
    const testers = [
      { hours: 4, lower: 3, upper: 5 },
      { hours, lower, upper: 12 },
    ];
    expect(testersDiffer(testers)).toBe(differ);
    expect(testersDiffer([...testers].reverse())).toBe(differ);
    expect(testersDiffer([testers[1] ?? { hours, lower, upper: 1 }])).toBe(false);
  });
  it('a life is weighed by the way, its parts named with their share', () => {
    const drawn = { at: '2026-03-01', person: 'B1', reason: 'r', discipline: '' } as const;
    const changes = [
      { ...drawn, kind: 'life-factor', subject: 'tester T2', value: { factor: 0.8 } },
      { ...drawn, kind: 'life-factor', subject: 'surface trail', value: { factor: 0.9 } },
    ] as const;
    const outings = [
      { tester: 'T2', surfaces: ['trail', 'road'], km: 5 },
      { tester: 'T1', surfaces: ['road', 'trail'], km: 15 },
    ];
    const { factor, parts } = lifeFactor([...changes], outings);
    // By hand: a quarter at 0.8 · 0.9, three quarters at 1; only the first ground of an outing counts.
    expect(factor).toBeCloseTo(0.93, 9);
    expect(parts).toEqual([
      { subject: 'tester T2', factor: 0.8, share: 0.25 },
      { subject: 'surface trail', factor: 0.9, share: 0.25 },
    ]);
    expect(lifeFactor([...changes], [{ tester: 'T2', surfaces: [], km: 0 }])).toEqual({
      factor: 1,
      parts: [],
    });
  });
});

it('a life takes three ends', () => {
  expect([showsLife(2), showsLife(3)]).toEqual([false, true]);
});

describe('care', () => {
  const care = (more: object, days = 0, suede = false) =>
    careAdvice({ wet: '', surfaces: [], temperature: null, ...more }, days, suede).map(
      (line) => line.split(':')[0],
    );
  it.each([
    { outing: { wet: 'wet' }, days: 3, says: ['It was out in the wet'] },
    { outing: { wet: 'wet' }, days: 4, says: [] },
    {
      outing: { wet: 'ice' },
      days: 4,
      says: ['Salt is washed off with plain water before it dries.'],
    },
    {
      outing: { surfaces: ['snow'] },
      days: 4,
      says: ['Salt is washed off with plain water before it dries.'],
    },
    { outing: { temperature: 30 }, days: 3, says: ['It was hot'] },
    { outing: { temperature: 29.9 }, days: 3, says: [] },
    { outing: { temperature: 30 }, days: 4, says: [] },
  ])('$outing after $days days: $says', ({ outing, days, says }) => {
    expect(care(outing, days)).toEqual(says);
  });
  it('soles of suede are never worn in the wet, however long ago', () => {
    expect(care({ wet: 'wet' }, 30, true)).toEqual(['Soles of suede are never worn in the wet']);
    expect(care({ wet: 'dry' }, 30, true)).toEqual([]);
  });
});

it.each([
  [0, 'hard'],
  [1.99, 'hard'],
  [2, 'firm'],
  [9.99, 'deep'],
  [10, 'deep'],
])('a cushioning of %d is %s', (value, word) => {
  expect(rideWord('cushioning', value)).toBe(word);
});
