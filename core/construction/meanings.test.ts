/** What parts and figures say together, each worked by hand. */

import { describe, expect, it } from 'vitest';
import type { Use } from '../catalogue/disciplines.ts';
import type { MeaningId } from '../records/construction-verdict.ts';
import { meaningSentence } from '../wording/construction-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import { type Answers, madeOf } from './made-of.ts';
import { meaningsOf } from './meanings.ts';

function meant(
  seen: Answers,
  figures: Record<string, [value: number, U: number]> = {},
  scores: Record<string, number> = {},
  uses: Use[] = [],
) {
  const known = new Map(Object.entries(figures).map(([id, [value, U]]) => [id, { value, U }]));
  return meaningsOf(
    {
      parts: madeOf([{ tag: 'A-01', seen }], {}),
      figures: known,
      scores: new Map(Object.entries(scores)),
      uses,
      claims: [],
    },
    {},
  );
}
const said = (id: MeaningId, ...terms: Parameters<typeof meant>) => {
  const meaning = meant(...terms).meanings.find((one) => one.id === id);
  return meaning && { ...meaning, words: textOf(meaningSentence(meaning.id, meaning.said)) };
};

describe('guided or neutral', () => {
  const NAME = 'guided' as const;
  it.each([
    ['by a post', { post: 'medial' }, {}, 'so'],
    ['by foam that is firmer inside', {}, { 'hardness-medial-less-lateral': [8, 2] }, 'so'],
    ['by neither', { post: 'neither' }, { 'hardness-medial-less-lateral': [1, 2] }, 'not so'],
    [
      'it cannot be told from a doubtful difference',
      {},
      { 'hardness-medial-less-lateral': [5, 2] },
      'cannot tell',
    ],
    ['it cannot be told from walls alone', { walls: 'both' }, {}, 'cannot tell'],
  ] as const)('%s', (_, seen, figures, word) => {
    expect(said(NAME, seen, figures as never)?.answer).toBe(word);
  });
  it('is no word for a boot', () => {
    const boots: Use[] = [{ discipline: 'winter boots', speciality: '' }];
    expect(said(NAME, { post: 'medial' }, {}, {}, boots)).toBeUndefined();
    expect(said('bevel', { bevel: 'none' }, { 'heel-stack': [40, 1] }, {}, boots)).toBeUndefined();
  });
  it('says nothing where nobody looked', () => {
    expect(said(NAME, {})).toBeUndefined();
  });
});

describe('a high stack', () => {
  const NAME = 'bevel' as const;
  it.each([
    ['without a bevel', { bevel: 'none' }, [38, 1], 'so'],
    ['with one', { bevel: 'strong' }, [38, 1], 'not so'],
    ['that nobody looked at', {}, [38, 1], 'cannot tell'],
    ['that may be none', { bevel: 'none' }, [35.2, 1], 'cannot tell'],
  ] as const)('%s', (_, seen, stack, word) => {
    expect(said(NAME, seen, { 'heel-stack': [...stack] })?.answer).toBe(word);
  });
  it('is none under 35 mm', () => {
    expect(said(NAME, { bevel: 'none' }, { 'heel-stack': [30, 1] })).toBeUndefined();
  });
});

describe('a stiff sole', () => {
  const NAME = 'rocker' as const;
  it('wants a rocker, by hand or by its plate', () => {
    expect(said(NAME, { rocker: 'none' }, {}, { 'bend-front-hand': 4 })?.answer).toBe('so');
    expect(said(NAME, { rocker: 'none', plate: 'carbon' })?.answer).toBe('so');
    expect(said(NAME, { rocker: 'at the toe', plate: 'carbon' })?.answer).toBe('not so');
    expect(said(NAME, { plate: 'carbon' })?.answer).toBe('cannot tell');
    expect(said(NAME, { rocker: 'none', plate: 'none' })).toBeUndefined();
    // A plate that bends all the same is none to speak of.
    expect(
      said(NAME, { rocker: 'none', plate: 'plastic' }, {}, { 'bend-front-hand': 2 }),
    ).toBeUndefined();
  });
});

describe('where it bends', () => {
  it.each([
    [70, 2, 'so'],
    [60, 2, 'not so'],
    [64, 2, 'cannot tell'],
  ])('at %d ± %d %% of length: %s', (value, U, word) => {
    expect(said('bends-at-ball', {}, { 'flex-line': [value, U] })?.answer).toBe(word);
  });
});

describe('boots', () => {
  it('says which crampon a stated grade is matched with, and sends to an expert', () => {
    const words = said('crampons', { 'boot-grade': 'B2', welts: 'rear' })?.words ?? '';
    expect(words).toContain('C1, C2');
    expect(words).toContain('straps, clip behind');
    expect(said('crampons', { 'boot-grade': 'B0' })?.words).toContain('ask an expert');
  });
  it('holds stiffness by hand against the grade, and never derives one', () => {
    const NAME = 'boot-grade' as const;
    expect(said(NAME, { 'boot-grade': 'B3' }, {}, { 'bend-front-hand': 3 })?.answer).toBe('not so');
    expect(said(NAME, { 'boot-grade': 'B1' }, {}, { 'bend-front-hand': 3 })?.answer).toBe('so');
    expect(said(NAME, {}, { 'bend-toe-up': [1.2, 0.1] }, { 'bend-front-hand': 5 })).toBeUndefined();
  });
});

it('a sole that is twisted is warned of', () => {
  const NAME = 'one-plane' as const;
  expect(said(NAME, {}, { 'sole-plane': [-2.5, 0.5] })?.words).toContain(
    'do not dance, climb or carry',
  );
  expect(said(NAME, {}, { 'sole-plane': [0.2, 0.4] })?.answer).toBe('so');
  expect(said(NAME, {}, { 'sole-plane': [1.2, 0.5] })?.answer).toBe('cannot tell');
});

it('a gap beside the insole is another insole before another size', () => {
  expect(said('insole-gap', {}, { 'insole-step': [5, 1] })?.words).toContain(
    'another insole before another size',
  );
  expect(said('insole-gap', {}, { 'insole-step': [1, 1] })).toBeUndefined();
});

it('the cautions of its uses stand beside it', () => {
  const court: Use = { discipline: 'court', speciality: '' };
  const { suits, cautions } = meant({}, { 'tilt-angle': [60, 1] }, {}, [court]);
  expect(suits.find(({ rule }) => rule.id === 'court/low')?.answer).toBe('suits');
  expect(cautions.join(' ')).toContain('no running shoes on court');
});

it('every verdict names its rule, and has evidence for it or against', () => {
  const { meanings } = meant(
    { post: 'medial', bevel: 'none', rocker: 'none', plate: 'carbon', 'boot-grade': 'B1' },
    { 'heel-stack': [40, 1], 'flex-line': [70, 1], 'sole-plane': [0.1, 0.2] },
  );
  expect(meanings.length).toBeGreaterThan(5);
  for (const { id, decisive, evidenceFor, evidenceAgainst } of meanings) {
    expect(decisive).toEqual([`construction/${id}`]);
    expect([...evidenceFor, ...evidenceAgainst]).not.toEqual([]);
  }
});

describe('what a shoe weighs, and where', () => {
  const NAME = 'weight' as const;
  const padded: Answers = { 'collar-pad': 'thick', overlays: 'stitched' };
  it.each([
    ['heavy, and padded', padded, [330, 7], 'so'],
    ['heavy, and not padded', { 'collar-pad': 'thin' }, [330, 7], 'not so'],
    ['light for its padding', padded, [240, 7], 'not so'],
  ] as const)('%s', (_, seen, mass, word) => {
    expect(said(NAME, seen, { mass: [...mass] })?.answer).toBe(word);
  });
  it('is no word between the two, of a boot, or where nobody looked', () => {
    expect(said(NAME, padded, { mass: [280, 7] })).toBeUndefined();
    expect(said(NAME, padded, { mass: [303, 7] }), 'not surely heavy').toBeUndefined();
    expect(said(NAME, {}, { mass: [330, 7] })).toBeUndefined();
    const boots: Use[] = [{ discipline: 'winter boots', speciality: '' }];
    expect(said(NAME, padded, { mass: [700, 7] }, {}, boots)).toBeUndefined();
  });
});
