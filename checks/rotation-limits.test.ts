/** The limits of the rotation, with a case just inside and one just outside each. Common practice, by hand. */

import { describe, expect, it } from 'vitest';
import {
  dueToRetire,
  pairsForTomorrow,
  type RotationPair,
  sameJobs,
  spreadOf,
} from '#core/wear/rotation.ts';
import { newPairSentence, writtenRotationChoice } from '#core/wording/rotation-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';

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
    const written = writtenRotationChoice(choice);
    return {
      points: choice.points,
      for: written.for.map(textOf),
      against: written.against.map(textOf),
      not: written.not && textOf(written.not),
    };
  };
  it.each([
    {
      says: 'rest of one day',
      one: { lastOn: '2026-05-09' },
      against: ['worn the day before: let it dry'],
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
      against: ['only 10 km left of its 600 km'],
      points: -2,
    },
    {
      says: 'an open look',
      one: { lastOn: null, answer: 'cannot tell' },
      against: ['its wear check is undecided'],
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
    [{ surfaces: ['road', 'paved'] }, { surface: 'trail' }, 'it is used on road, paved only'],
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
    [[599, 599], /^No pair/],
    [[600, 599], /^A is due/],
    [[600, 600], /^Retire two pairs before you add a new one. Due: A, A/],
  ])('pairs at %j of 600 km: %s', (km, words) => {
    expect(textOf(newPairSentence(dueToRetire(km.map((one) => pair({ km: one })))))).toMatch(words);
  });
  it('a spread takes two', () => {
    expect(spreadOf([8, null])).toBeUndefined();
    expect(spreadOf([8, null, 4])).toEqual({ least: 4, most: 8 });
  });
});
