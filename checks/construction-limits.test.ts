/**
 * The lines of the rules of use (`use-lines.json`, one row a line, common practice; limits of competition from memory)
 * and of what construction says, a case just inside and one just outside each; and how judged lines come to an answer.
 */

import { describe, expect, it } from 'vitest';
import type { Use } from '#core/catalogue/disciplines.ts';
import { RULES_OF_USES, ruleById, testsOf } from '#core/catalogue/rules-of-uses.ts';
import type { Criterion, EvidenceMark, RuleTest, UseRule } from '#core/catalogue/use-rule.ts';
import { bindingsOf, cramponsOf } from '#core/construction/boot-grades.ts';
import { type Answers, exclusionsIn, madeOf } from '#core/construction/made-of.ts';
import { meaningsOf } from '#core/construction/meanings.ts';
import {
  answerRule,
  answerUse,
  type KnownShoe,
  type RuleTerms,
  suitability,
  WHATEVER,
} from '#core/construction/use-answer.ts';
import type { MeaningId } from '#core/records/construction-verdict.ts';
import { writtenUseAnswer } from '#core/wording/use-sentences.ts';
import lines from './use-lines.json' with { type: 'json' };

interface Line {
  rule: string;
  of: string;
  reads: string;
  where: string;
  from: number | null;
  to: number | null;
  beyond: string;
  needed: boolean;
}
const LINES = lines as Line[];
const rounded = (limit: number | undefined) =>
  limit === undefined ? null : Math.round(limit * 1e4) / 1e4;

it('the lines of the rules are those of the table', () => {
  const drawn = Object.values(RULES_OF_USES).flatMap(({ rules }) =>
    rules.flatMap(({ id, asks }) =>
      asks.flatMap((criterion) =>
        testsOf(criterion).flatMap((test): Line[] =>
          test.reads === 'figure' || test.reads === 'score'
            ? [
                {
                  rule: id,
                  of: test.of,
                  reads: test.reads,
                  where: criterion.tests.includes(test) ? 'asks' : 'when',
                  from: rounded(test.from),
                  to: rounded(test.to),
                  beyond: criterion.failing,
                  needed: criterion.needed ?? false,
                },
              ]
            : [],
        ),
      ),
    ),
  );
  expect(drawn).toEqual(LINES);
});

const shoeOf = (known: Partial<Record<keyof KnownShoe, unknown>>): KnownShoe => ({
  parts: [],
  figures: new Map(),
  scores: new Map(),
  uses: [],
  claims: [],
  ...(known as Partial<KnownShoe>),
});
const TERMS: RuleTerms = {};
const write = (_: string, value: number) => `${value}`;

/** What one line of a rule says of a value, with nothing else asked. */
function lineSays({ rule: id, of, reads, where }: Line, value: number | undefined, U = 0) {
  const rule = ruleById(id);
  const criterion = rule?.asks.find((one) =>
    (where === 'asks' ? one.tests : (one.when ?? [])).some(
      (test) => test.reads === reads && 'of' in test && test.of === of,
    ),
  );
  if (!rule || !criterion) throw new Error(`no line of ${of} in ${id}`);
  const { when: _, ...alone } = criterion;
  const tests = (where === 'asks' ? criterion.tests : (criterion.when ?? [])).filter(
    (test) => test.reads === reads && 'of' in test && test.of === of,
  );
  const asked: Criterion = {
    ...alone,
    tests,
    holds: 'within',
    fails: 'beyond',
    holding: 'for',
    failing: 'but',
  };
  const known = value === undefined ? [] : [[of, { value, U }] as const];
  const shoe = shoeOf(
    reads === 'figure'
      ? { figures: new Map(known) }
      : { scores: new Map(known.map(([key, figure]) => [key, figure.value] as const)) },
  );
  const { findings, unknown, answer } = answerRule(
    { ...rule, asks: [asked] },
    'running',
    shoe,
    TERMS,
  );
  return {
    says: findings[0]?.says,
    tells: unknown.map(({ subject }) => subject),
    word: answer,
  };
}

describe.each(LINES)('$rule: $of from $from to $to', (line) => {
  // A score is a whole grade, a figure has a digit after the mark.
  const step = line.reads === 'score' ? 1 : 0.01;
  const ends = [
    ...(line.from === null ? [] : [[line.from, line.from - step]]),
    ...(line.to === null ? [] : [[line.to, line.to + step]]),
  ] as [number, number][];
  it.each(ends)('at %d it is within, at %d beyond', (at, past) => {
    expect(lineSays(line, at)).toMatchObject({ says: 'within', word: 'suits' });
    expect(lineSays(line, past)).toMatchObject({ says: 'beyond', word: 'suits with a but' });
  });
  it('is not told where nobody knows it, and says what would tell', () => {
    expect(lineSays(line, undefined)).toEqual({
      says: undefined,
      tells: [line.of],
      word: 'cannot tell',
    });
  });
  if (line.reads === 'figure')
    it.each(ends)('at %d ± 0.1 it is not told', (at) => {
      expect(lineSays(line, at, 0.1)).toEqual({
        says: undefined,
        tells: [line.of],
        word: 'cannot tell',
      });
    });
});

/** A criterion that reads one part, known or not, with what it then says. */
const criterion = (
  part: 'post' | 'bevel' | 'walls' | 'rocker',
  more: Partial<Criterion> = {},
): Criterion => ({
  tests: [{ reads: 'part', of: part, is: ['yes'] }],
  holds: `${part} holds`,
  holding: 'for',
  fails: `${part} fails`,
  failing: 'against',
  ...more,
});
const ruleOf = (...asks: Criterion[]): UseRule => ({
  id: 'made/up',
  name: 'Made up',
  why: '',
  source: 'common practice',
  asks,
});
const seen = (answers: Record<string, string>) =>
  shoeOf({
    parts: Object.entries(answers).map(([part, answer]) => ({
      part,
      state: 'seen',
      answer,
      seen: [{ answer, tags: ['A-01'] }],
    })),
  });
const wordFor = (asks: Criterion[], answers: Record<string, string>) =>
  answerRule(ruleOf(...asks), 'running', seen(answers), TERMS).answer;

describe('the lines of a rule together', () => {
  const marks = (holding: EvidenceMark, failing: EvidenceMark) => ({ holding, failing });
  it.each([
    [{}, { post: 'medial' }, 'suits'],
    [marks('but', 'against'), { post: 'medial' }, 'suits with a but'],
    [marks('open', 'against'), { post: 'medial' }, 'cannot tell'],
    [marks('against', 'for'), { post: 'medial' }, 'does not suit'],
    [{}, { post: 'neither' }, 'does not suit'],
    [{}, {}, 'cannot tell'],
  ] as const)('%j of %j: %s', (more, answers, word) => {
    const one = criterion('post', {
      ...more,
      tests: [{ reads: 'part', of: 'post', is: ['medial'] }],
    });
    expect(wordFor([one], answers)).toBe(word);
  });
  const medial = criterion('post', { tests: [{ reads: 'part', of: 'post', is: ['medial'] }] });
  const bevelled = criterion('bevel', { tests: [{ reads: 'part', of: 'bevel', is: ['strong'] }] });
  const walled = criterion('walls', { tests: [{ reads: 'part', of: 'walls', is: ['both'] }] });
  it('one against decides, whatever else is for it or not known', () => {
    expect(wordFor([medial, bevelled], { post: 'medial', bevel: 'none' })).toBe('does not suit');
    expect(wordFor([medial, { ...bevelled, needed: true }], { post: 'neither' })).toBe(
      'does not suit',
    );
  });
  it('what is needed and not known leaves it open', () => {
    expect(wordFor([medial, { ...bevelled, needed: true }], { post: 'medial' })).toBe(
      'cannot tell',
    );
    expect(wordFor([{ ...medial, needed: true }, bevelled], { post: 'medial' })).toBe('suits');
  });
  it('with nothing needed, as much has to be known as is not', () => {
    expect(wordFor([medial, bevelled], { post: 'medial' })).toBe('suits');
    expect(wordFor([medial, bevelled, walled], { post: 'medial' })).toBe('cannot tell');
    expect(wordFor([medial, bevelled, walled], { post: 'medial', walls: 'both' })).toBe('suits');
    expect(wordFor([{ ...medial, needed: true }, bevelled, walled], { post: 'medial' })).toBe(
      'suits',
    );
  });
  it('a but stands beside what is for it', () => {
    expect(
      wordFor([medial, { ...bevelled, failing: 'but' }], { post: 'medial', bevel: 'none' }),
    ).toBe('suits with a but');
  });
  it('what is asked only under a condition is not asked without it, and open where that is not known', () => {
    const when: RuleTest[] = [{ reads: 'part', of: 'walls', is: ['both'] }];
    const asked = [medial, { ...bevelled, needed: true, when }];
    expect(wordFor(asked, { post: 'medial', walls: 'neither side' })).toBe('suits');
    expect(wordFor(asked, { post: 'medial', walls: 'both' })).toBe('cannot tell');
    const open = answerRule(ruleOf(...asked), 'running', seen({ post: 'medial' }), TERMS);
    expect(open.answer).toBe('suits');
    expect(open.unknown.map(({ subject }) => subject)).toEqual(['walls']);
  });
  it('any of several tests is enough', () => {
    const either = { ...medial, tests: [...medial.tests, ...bevelled.tests] };
    expect(wordFor([either], { post: 'neither', bevel: 'strong' })).toBe('suits');
    expect(wordFor([either], { post: 'neither' })).toBe('cannot tell');
    expect(wordFor([either], { post: 'neither', bevel: 'none' })).toBe('does not suit');
  });
  it('a line without words says nothing', () => {
    expect(
      answerRule(ruleOf({ ...medial, fails: '' }), 'running', seen({ post: 'neither' }), TERMS)
        .findings,
    ).toEqual([]);
  });
  it('keeps its aspects apart', () => {
    const { aspects } = answerRule(
      ruleOf({ ...medial, aspect: 'safety' }, { ...bevelled, aspect: 'durability' }),
      'running',
      seen({ post: 'medial', bevel: 'none' }),
      TERMS,
    );
    expect(aspects).toEqual([
      { aspect: 'safety', answer: 'suits' },
      { aspect: 'durability', answer: 'does not suit' },
    ]);
  });
});

describe('a part that is read', () => {
  const medial = ruleOf(
    criterion('post', { tests: [{ reads: 'part', of: 'post', is: ['medial'] }], needed: true }),
  );
  const read = (parts: unknown[]) =>
    writtenUseAnswer(answerRule(medial, 'running', shoeOf({ parts }), TERMS), write);
  const part = (answers: string[], state = 'seen') => ({
    part: 'post',
    state,
    answer: answers[0],
    seen: state === 'stated' ? [] : answers.map((answer) => ({ answer, tags: ['A-01'] })),
  });
  it.each([
    [['medial'], 'suits'],
    [[' MEDIAL '], 'suits'],
    [['neither'], 'does not suit'],
    // Pairs that differ, and a word that is none of the answers, are looked at again.
    [['medial', 'neither'], 'cannot tell'],
    [['purple'], 'cannot tell'],
  ])('%j: %s', (answers, word) => {
    const { verdict, wouldTell } = read([part(answers)]);
    expect(verdict.word).toBe(word);
    expect(wouldTell.map(({ words }) => words)).toEqual(
      word === 'cannot tell' ? ['Look at the post again'] : [],
    );
  });
  it('that is only stated says so', () => {
    expect(read([part(['medial'], 'stated')]).verdict.for[0]).toMatch(/as stated/);
    expect(read([part(['medial'])]).verdict.for[0]).not.toMatch(/as stated/);
    expect(read([]).wouldTell[0]?.words).toBe('Look at the post');
  });
});

describe('what a shoe is made for, used for, claimed to be', () => {
  const says = (test: RuleTest, known: Parameters<typeof shoeOf>[0]) => {
    const { answer, unknown } = answerRule(
      ruleOf({ tests: [test], holds: 'yes', holding: 'for', fails: 'no', failing: 'against' }),
      'football',
      shoeOf(known),
      TERMS,
    );
    return [answer, unknown.map(({ kind }) => kind).join()];
  };
  const use = (discipline: string, speciality = ''): Use => ({ discipline, speciality }) as Use;
  const made: RuleTest = { reads: 'made for', is: ['firm ground'] };
  it.each([
    [[use('football', 'firm ground')], ['suits', '']],
    [[use('football', 'indoor')], ['does not suit', '']],
    [
      [use('football', 'indoor'), use('football', 'firm ground')],
      ['suits', ''],
    ],
    [[use('football')], ['cannot tell', 'made for']],
    [[use('court', 'firm ground')], ['cannot tell', 'made for']],
    [[], ['cannot tell', 'made for']],
  ])('made for %j: %j', (uses, answer) => {
    expect(says(made, { uses })).toEqual(answer);
  });
  it.each([
    [[use('football')], 'suits'],
    [[use('court')], 'does not suit'],
    [[use('court'), use('football')], 'suits'],
    [[], 'cannot tell'],
  ])('used for %j: %s', (uses, word) => {
    expect(says({ reads: 'use', is: 'football' }, { uses })[0]).toBe(word);
  });
  it.each([
    [['A rigid midsole'], 'suits'],
    [['soft'], 'does not suit'],
    [[], 'does not suit'],
  ])('claimed %j: %s', (claims, word) => {
    expect(says({ reads: 'claim', words: ['RIGID', 'stiff'] }, { claims })[0]).toBe(word);
  });
});

describe('which rules are asked', () => {
  const names = (aim: string, uses: Use[] = []) =>
    new Set(answerUse('track and jumps', aim, shoeOf({ uses }), TERMS).map(({ rule }) => rule.id));
  it('are those of the aim, of what it is made for, or all', () => {
    const limit = 'track/limit-triple-jump';
    expect(names('triple jump').has(limit)).toBe(true);
    expect(names('sprint').has(limit)).toBe(false);
    const made = names('', [{ discipline: 'track and jumps', speciality: 'sprint' }]);
    expect(made.has(limit)).toBe(false);
    // A table stands for all of them where none is asked for.
    expect(made.has('track/triple-jump')).toBe(true);
    expect(names('').has(limit)).toBe(true);
    expect(names(WHATEVER).has(limit)).toBe(false);
  });
  it('of a use that nobody knows are none', () => {
    expect(answerUse('juggling', '', shoeOf({}), TERMS)).toEqual([]);
  });
  it.each([
    [['suits', 'does not suit', 'cannot tell'], 'does not suit'],
    [['suits', 'cannot tell', 'suits with a but'], 'cannot tell'],
    [['suits', 'suits with a but'], 'suits with a but'],
    [['suits'], 'suits'],
    [[], 'cannot tell'],
  ])('%j come to %s', (words, word) => {
    expect(suitability(words.map((answer) => ({ answer })) as never)).toBe(word);
  });
});

const RUNNING: Use[] = [{ discipline: 'running', speciality: '' }];
function meant(
  id: MeaningId,
  parts: Answers,
  figures: Record<string, [value: number, U: number]> = {},
  scores: Record<string, number> = {},
) {
  const { meanings } = meaningsOf(
    shoeOf({
      parts: madeOf([{ tag: 'A-01', seen: parts }], {}),
      figures: new Map(Object.entries(figures).map(([id, [value, U]]) => [id, { value, U }])),
      scores: new Map(Object.entries(scores)),
      uses: RUNNING,
    }),
    TERMS,
  );
  return meanings.find((meaning) => meaning.id === id)?.answer;
}

describe('what construction and figures say together', () => {
  it.each([
    // 5 points firmer inside guide.
    [[6, 1], 'so'],
    [[5.99, 1], 'cannot tell'],
    [[3.99, 1], 'not so'],
    [[4, 1], 'cannot tell'],
    [[-3.99, 1], 'not so'],
    [[-4, 1], 'cannot tell'],
  ] as [[number, number], string][])('foam firmer inside by %j guides: %s', (firmer, word) => {
    expect(meant('guided', {}, { 'hardness-medial-less-lateral': firmer })).toBe(word);
  });
  it.each([
    [[36, 1], 'so'],
    [[35.99, 1], 'cannot tell'],
    [[34, 1], 'cannot tell'],
    [[33.99, 1], undefined],
  ] as [[number, number], string | undefined][])(
    'a stack of %j without a bevel: %s',
    (stack, word) => {
      expect(meant('bevel', { bevel: 'none' }, { 'heel-stack': stack })).toBe(word);
    },
  );
  it.each([
    [4, 'so'],
    [3, undefined],
  ])('bent by hand to grade %d without a rocker: %s', (bend, word) => {
    expect(meant('rocker', { rocker: 'none' }, {}, { 'bend-front-hand': bend })).toBe(word);
    // What the hand says goes before the plate.
    expect(
      meant('rocker', { rocker: 'none', plate: 'carbon' }, {}, { 'bend-front-hand': bend }),
    ).toBe(word);
  });
  it('a plate that cannot be seen makes no sole stiff', () => {
    expect(meant('rocker', { rocker: 'none', plate: 'cannot be seen' })).toBeUndefined();
  });
  it.each([
    [[66, 1], 'so'],
    [[65.9, 1], 'cannot tell'],
    [[64, 1], 'cannot tell'],
    [[63.9, 1], 'not so'],
    [[74, 1], 'so'],
    [[74.1, 1], 'cannot tell'],
    [[76, 1], 'cannot tell'],
    [[76.1, 1], 'not so'],
  ] as [[number, number], string][])(
    'a flex line at %j %% of length is at the ball: %s',
    (line, word) => {
      expect(meant('bends-at-ball', {}, { 'flex-line': line })).toBe(word);
    },
  );
  it.each([
    [[3.5, 0.5], 'so'],
    [[3.49, 0.5], 'cannot tell'],
    [[2.5, 0.5], 'cannot tell'],
    [[2.49, 0.5], undefined],
  ] as [[number, number], string | undefined][])(
    'a step of %j mm beside the insole is a gap: %s',
    (gap, word) => {
      expect(meant('insole-gap', {}, { 'insole-step': gap })).toBe(word);
    },
  );
  it.each([
    [[0.8, 0.2], 'so'],
    [[0.81, 0.2], 'cannot tell'],
    [[-1.2, 0.2], 'cannot tell'],
    [[-1.21, 0.2], 'not so'],
  ] as [[number, number], string][])('a sole plane of %j° is one plane: %s', (plane, word) => {
    expect(meant('one-plane', {}, { 'sole-plane': plane })).toBe(word);
  });
  const NAME = 'weight';
  it.each([
    [[302, 2], { 'collar-pad': 'thick' }, 'so'],
    [[301.9, 2], { 'collar-pad': 'thick' }, undefined],
    [[302, 2], { 'collar-pad': 'thin' }, 'not so'],
    [[248, 2], { tongue: 'padded' }, 'not so'],
    [[248.1, 2], { tongue: 'padded' }, undefined],
    [[248, 2], { tongue: 'thin' }, undefined],
    [[302, 2], {}, undefined],
  ] as [[number, number], Answers, string | undefined][])(
    '%j g with %j: %s',
    (mass, parts, word) => {
      expect(meant(NAME, parts, { mass })).toBe(word);
    },
  );
});

describe('boots', () => {
  it.each([
    ['B0', 1, 'so'],
    ['B0', 2, 'so'],
    ['B0', 3, 'not so'],
    ['B1', 1, 'not so'],
    ['B1', 2, 'so'],
    ['B1', 3, 'so'],
    ['B1', 4, 'not so'],
    ['B2', 2, 'not so'],
    ['B2', 3, 'so'],
    ['B2', 4, 'so'],
    ['B2', 5, 'not so'],
    ['B3', 4, 'not so'],
    ['B3', 5, 'so'],
  ])('%s that bends by hand to grade %d goes with its grade: %s', (grade, bend, word) => {
    expect(meant('boot-grade', { 'boot-grade': grade }, {}, { 'bend-front-hand': bend })).toBe(
      word,
    );
  });
  it('without welts looked at its crampon cannot be told', () => {
    expect(meant('crampons', { 'boot-grade': 'B2' })).toBe('cannot tell');
    expect(meant('crampons', { 'boot-grade': 'B2', welts: 'rear' })).toBe('so');
    expect(meant('crampons', { 'boot-grade': 'none' })).toBeUndefined();
  });
  it.each([
    ['B0', []],
    ['B1', ['C1']],
    ['B2', ['C1', 'C2']],
    ['B3', ['C1', 'C2', 'C3']],
  ] as const)('%s takes %j', (grade, crampons) => {
    expect(cramponsOf(grade)).toEqual(crampons);
  });
  it.each([
    ['', 'B0', []],
    ['', 'B1', ['straps']],
    ['rear', 'B2', ['straps', 'clip behind']],
    ['rear', undefined, ['clip behind']],
    ['rear and front', 'B3', ['straps', 'clip behind', 'clips front and behind']],
  ] as const)('welts %j of %s take %j', (welts, grade, bindings) => {
    expect(bindingsOf(welts, grade)).toEqual(bindings);
  });
});

describe('answers that exclude each other', () => {
  it.each([
    [{ plate: 'none', 'plate-reach': 'forefoot' }, 1],
    [{ plate: 'carbon', 'plate-reach': 'forefoot' }, 0],
    [{ plate: 'none' }, 0],
    [{ studs: 'none', 'stud-count': '0' }, 0],
    [{ studs: 'none', 'stud-count': '12' }, 1],
    [{ pattern: 'flat', studs: 'moulded' }, 1],
    [{ closure: 'slip-on', eyelets: '6' }, 1],
    [{ foam: 'none', post: 'medial' }, 1],
    [{ foam: 'none', post: 'neither' }, 0],
    [{ plate: 'none', 'plate-reach': 'cannot be seen' }, 0],
  ] as [Answers, number][])('%j: %d', (answers, faults) => {
    expect(exclusionsIn(answers)).toHaveLength(faults);
  });
});
