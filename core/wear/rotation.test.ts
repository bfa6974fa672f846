import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { lifePhrase, writtenRotationChoice } from '../wording/rotation-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import { careAdvice } from './care.ts';
import { dueDay, nextCheck, paceOf } from './check-plan.ts';
import { endCause, summariseLife } from './end-causes.ts';
import { editionEffects, ownOrder, planPanel } from './fair-panel.ts';
import { minutesOverADay, overlappingOuting, sameOuting } from './outing-doubles.ts';
import {
  dueToRetire,
  pairsForTomorrow,
  type RotationPair,
  sameJobs,
  spreadOf,
} from './rotation.ts';
import { lifeFactor, wearTerms } from './wear-terms.ts';

/** Worked examples of the trade, common practice. */
const { rotation } = JSON.parse(
  readFileSync(new URL('../../checks/practice.json', import.meta.url), 'utf8'),
);

const pair = (tag: string, more: Partial<RotationPair> = {}): RotationPair => ({
  tag,
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
const asked = { on: '2026-03-10', km: null, purpose: '', surface: '', ground: '' };
const order = (pairs: RotationPair[], more: object = {}) =>
  pairsForTomorrow(pairs, { ...asked, ...more }).map((choice) => {
    const { tag, against, not } = writtenRotationChoice(choice);
    return { tag, against: against.map(textOf), not: not && textOf(not) };
  });

describe('which pair tomorrow', () => {
  it('is the one that rested, and that the round is for', () => {
    const damp = pair('A', { lastOn: '2026-03-09' });
    expect(order([damp, pair('B')]).map(({ tag }) => tag)).toEqual(['B', 'A']);
    expect(order([damp])[0]?.against).toEqual(['worn the day before: let it dry']);
    const hill = pair('C', { purposes: ['hill round'], lastOn: '2026-03-08' });
    expect(order([pair('B'), hill], { purpose: 'hill round' })[0]).toMatchObject({
      tag: 'C',
      not: null,
    });
    expect(order([pair('B')], { purpose: 'hill round' })[0]?.not).toBe('it is for town round');
  });
  it('kept for icy days goes on ice and on no other day', () => {
    const ice = pair('I', { iceOnly: true });
    expect(order([pair('B'), ice], { ground: 'ice' })[0]?.tag).toBe('I');
    expect(order([ice])[0]?.not).toBe('it is kept for icy days');
  });
  it('is none that is to be retired, nor one that has too little left, nor of another ground', () => {
    expect(order([pair('R', { answer: 'retire' })])[0]?.not).toContain('retired');
    const late = order([pair('L', { km: 595 })], { km: 12 })[0];
    expect(late?.against).toContain('only 5 km left of its 600 km');
    expect(order([pair('S', { surfaces: ['trail'] })], { surface: 'road' })[0]?.not).toBe(
      'it is used on trail only',
    );
  });
  it('of winter leads in the cold half of the year', () => {
    const winter = pair('W', { season: 'winter' });
    expect(order([pair('B'), winter])[0]?.tag).toBe('W');
    expect(order([pair('B'), winter], { on: '2026-07-10' })[0]?.tag).toBe('B');
  });
});

describe('a rotation', () => {
  it('spreads as the worked example does', () => {
    const span = spreadOf(rotation.dropsMm);
    expect(span && span.most - span.least).toBe(rotation.spreadMm);
    expect(spreadOf([null, 8])).toBeUndefined();
  });
  it('flags two pairs that do one job, and asks for nothing new until two are retired', () => {
    const [one, two, other] = [pair('A'), pair('B', { dropMm: 8.6 }), pair('C', { dropMm: 4 })];
    expect(sameJobs([one, two, other]).map(({ tags }) => tags)).toEqual([['A', 'B']]);
    expect(dueToRetire([one])).toEqual([]);
    expect(dueToRetire([pair('A', { km: 700 }), two])).toEqual(['A']);
    expect(dueToRetire([pair('A', { km: 700 }), pair('B', { answer: 'retire' })])).toEqual([
      'A',
      'B',
    ]);
  });
});

describe('when it is looked at', () => {
  it('is by the plan of its use: distance, hours or days', () => {
    expect(nextCheck([], { by: 'hours', at: [10, 30, 60], every: 30 })).toBe(10);
    expect(nextCheck([29], { by: 'hours', at: [10, 30, 60], every: 30 })).toBe(60);
    expect(nextCheck([65], { by: 'hours', at: [10, 30, 60], every: 30 })).toBe(90);
  });
  it('comes at the pace of the last eight weeks, or at no day that can be told', () => {
    const out = (on: string) => ({ on, amount: 10 });
    const outings = ['2026-02-01', '2026-02-11', '2026-02-21', '2026-03-01'].map(out);
    // 40 km in 28 days, by hand: 1.43 km a day; 20 km more take 14 days.
    const pace = paceOf(outings, '2026-03-01');
    expect(pace).toBeCloseTo(40 / 28, 9);
    expect(dueDay({ at: 60, now: 40, pace, today: '2026-03-01' })).toBe('2026-03-15');
    expect(dueDay({ at: 40, now: 40, pace, today: '2026-03-01' })).toBe('2026-03-01');
    expect(paceOf([out('2025-11-01')], '2026-03-01')).toBeUndefined();
    expect(dueDay({ at: 60, now: 40, pace: undefined, today: '2026-03-01' })).toBeUndefined();
  });
});

describe('lines of one’s own', () => {
  const drawn = { at: '2026-03-01', person: 'B1', reason: 'r' };
  const changes = [
    { ...drawn, kind: 'life-factor', subject: 'tester T2', discipline: '', value: { factor: 0.8 } },
    {
      ...drawn,
      kind: 'life-factor',
      subject: 'surface trail',
      discipline: '',
      value: { factor: 0.9 },
    },
    {
      ...drawn,
      kind: 'rated-life',
      subject: 'life',
      discipline: 'dance',
      value: { low: 60, high: 90 },
    },
    { ...drawn, kind: 'tread-limit', subject: 'tread', discipline: '', value: { mm: 1 } },
  ] as const;
  it('stand for a use, else for all', () => {
    expect(wearTerms([], '')).toMatchObject({
      plan: { by: 'km', at: [50, 150, 300, 500], every: 150 },
      ratedLifeKm: { low: 483, high: 644 },
      treadLimitMm: 0.5,
    });
    expect(wearTerms([...changes], 'dance').ratedLifeKm).toEqual({ low: 60, high: 90 });
    expect(wearTerms([...changes], 'running')).toMatchObject({
      ratedLifeKm: { low: 483, high: 644 },
      treadLimitMm: 1,
    });
  });
  it('weigh wearers and grounds by the way that each had', () => {
    const outings = [
      { tester: 'T2', surfaces: ['trail', 'road'], km: 10 },
      { tester: 'T2', surfaces: ['road'], km: 10 },
    ];
    // By hand: half of the way 0.8 · 0.9, the other half 0.8.
    expect(lifeFactor([...changes], outings).factor).toBeCloseTo(0.76, 9);
    expect(lifeFactor([...changes], [{ tester: 'T1', surfaces: [], km: 5 }])).toEqual({
      factor: 1,
      parts: [],
    });
    expect(lifeFactor([], [])).toEqual({ factor: 1, parts: [] });
  });
});

describe('ends and their causes', () => {
  it('are one word each, and one sentence together', () => {
    expect(endCause(['lining growing and chafing'])).toBe('lining');
    expect(endCause(['fine cracks: the foam breaks down'])).toBe('foam');
    expect(endCause(['a new job'])).toBe('other');
    const lives = [480, 500, 560, 610].map((km, at) => ({
      km,
      ended: true,
      cause: at < 2 ? 'lining' : at === 2 ? 'outsole' : 'upper',
    }));
    const open = [300, 350].map((km) => ({ km, ended: false }));
    expect(textOf(lifePhrase(summariseLife([...lives, ...open])))).toBe(
      '4 of 6 ended between 480 and 610 km, 2 because of the lining',
    );
    expect(textOf(lifePhrase(summariseLife(open)))).toBe('none of 2 has ended yet');
  });
});

describe('a fair panel', () => {
  const weeks = (n: number, more: object = {}) =>
    planPanel(
      {
        testers: ['T1', 'T2', 'T3'],
        editions: ['A', 'B', 'C'],
        canWear: () => true,
        worn: [],
        ...more,
      },
      n,
    );
  it('gives each tester each edition once before any twice', () => {
    const plan = weeks(3);
    const pairs = plan.flatMap(({ stints }) =>
      stints.map(({ tester, edition }) => tester + edition),
    );
    expect(new Set(pairs).size).toBe(9);
    for (const { stints } of plan)
      expect(new Set(stints.map(({ edition }) => edition)).size).toBe(3);
  });
  it('goes on from what was worn, and gives nothing that does not fit', () => {
    const worn = ['T1', 'T2'].map((tester) => ({ tester, edition: 'A', on: '2026-02-02' }));
    const [first] = weeks(1, { worn });
    expect(first?.stints.find(({ tester }) => tester === 'T3')?.edition).toBe('A');
    const [narrow] = weeks(1, { canWear: (tester: string) => tester !== 'T2' });
    expect(narrow?.stints.map(({ tester }) => tester)).toEqual(['T1', 'T3']);
  });
  it('takes the tester out of what is said', () => {
    const ratings = [
      { tester: 'T1', edition: 'A', value: 8 },
      { tester: 'T1', edition: 'B', value: 6 },
      { tester: 'T2', edition: 'B', value: 9 },
    ];
    const effects = editionEffects(ratings);
    expect(effects.map(({ edition }) => edition)).toEqual(['A', 'B']);
    // By hand: T2 says 3 more than T1, so A would get 9.5 of both and B 7.5.
    expect((effects[0]?.fair ?? 0) - (effects[1]?.fair ?? 0)).toBeCloseTo(2, 6);
    expect(effects[1]?.plain).toBe(7.5);
    const apart = [...ratings, { tester: 'T9', edition: 'Z', value: 10 }];
    expect(editionEffects(apart).map(({ edition }) => edition)).toEqual(['A', 'B']);
    expect(ownOrder(ratings, 'T1', 'B')).toEqual([{ edition: 'A', against: 2 }]);
    expect(ownOrder(ratings, 'T2', 'A')).toEqual([]);
  });
});

describe('outings that may be one', () => {
  const out = (more: object = {}) => ({
    pairId: 'p',
    on: '2026-03-01',
    km: 12,
    minutes: 60 as number | null,
    beganAt: null as string | null,
    ...more,
  });
  it('are the same pair, day and distance, unless they began apart', () => {
    expect(sameOuting(out(), [out({ km: 12.3 })])).toBeDefined();
    expect(sameOuting(out(), [out({ km: 13 })])).toBeUndefined();
    expect(sameOuting(out(), [out({ pairId: 'q' })])).toBeUndefined();
    const [early, late] = ['2026-03-01T08:00:00Z', '2026-03-01T18:00:00Z'];
    expect(sameOuting(out({ beganAt: early }), [out({ beganAt: late })])).toBeUndefined();
  });
  it('overlap by their times, and fill no more than a day', () => {
    const early = out({ beganAt: '2026-03-01T08:00:00Z' });
    const within = out({ pairId: 'q', beganAt: '2026-03-01T08:30:00Z' });
    expect(overlappingOuting(within, [early])).toBe(early);
    expect(overlappingOuting(out(), [early])).toBeUndefined();
    expect(minutesOverADay(out({ minutes: 800 }), [out({ minutes: 700 })])).toBe(1500);
    expect(minutesOverADay(out({ minutes: 800 }), [out({ on: '2026-03-02', minutes: 700 })])).toBe(
      undefined,
    );
  });
});

describe('care', () => {
  it('follows from the wet, the salt, and the sole', () => {
    const wet = { wet: 'wet', surfaces: ['snow'], temperature: null } as const;
    expect(careAdvice({ ...wet, surfaces: [...wet.surfaces] }, 1)).toHaveLength(2);
    expect(careAdvice({ wet: 'wet', surfaces: ['indoor'], temperature: 31 }, 0, true)).toHaveLength(
      3,
    );
    expect(careAdvice({ wet: 'dry', surfaces: [], temperature: 10 }, 0)).toEqual([]);
  });
});
