/**
 * The limits of outings, wear checks, wear lines and care, with a case just inside and one just outside each. Common
 * practice, worked by hand.
 */
import { describe, expect, it } from 'vitest';
import { testersDiffer } from '#core/wear/break-in.ts';
import { careAdvice } from '#core/wear/care.ts';
import { dueDay, nextCheck, paceOf } from '#core/wear/check-plan.ts';
import { showsLife } from '#core/wear/edition-life.ts';
import { pairWay, readWay } from '#core/wear/odometer.ts';
import { minutesOverADay, overlappingOuting, sameOuting } from '#core/wear/outing-doubles.ts';
import { rideWord } from '#core/wear/outing-words.ts';
import { deeperTread, firstZones } from '#core/wear/wear-line.ts';
import { lifeFactor } from '#core/wear/wear-terms.ts';

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
    careAdvice({ wet: '', surfaces: [], temperature: null, ...more }, days, suede);
  it.each([
    { outing: { wet: 'wet' }, days: 3, says: ['dry'] },
    { outing: { wet: 'wet' }, days: 4, says: [] },
    {
      outing: { wet: 'ice' },
      days: 4,
      says: ['salt'],
    },
    {
      outing: { surfaces: ['snow'] },
      days: 4,
      says: ['salt'],
    },
    { outing: { temperature: 30 }, days: 3, says: ['hot'] },
    { outing: { temperature: 29.9 }, days: 3, says: [] },
    { outing: { temperature: 30 }, days: 4, says: [] },
  ])('$outing after $days days: $says', ({ outing, days, says }) => {
    expect(care(outing, days)).toEqual(says);
  });
  it('soles of suede are never worn in the wet, however long ago', () => {
    expect(care({ wet: 'wet' }, 30, true)).toEqual(['suede']);
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
