/** Rules of uses, answered for shoes that are made up: each worked by hand. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { describePart, type PartId } from '../catalogue/construction.ts';
import {
  copyOfUse,
  DISCIPLINES,
  describeDiscipline,
  type Use,
  usesWith,
} from '../catalogue/disciplines.ts';
import { PURPOSES } from '../catalogue/purposes.ts';
import { QUANTITIES, type QuantityId } from '../catalogue/quantities.ts';
import { RULES_OF_USES, ruleById, testsOf } from '../catalogue/rules-of-uses.ts';
import { ruleSubject } from '../catalogue/use-rule.ts';
import { changedRule, type LimitChange } from '../limits/lab-limits.ts';
import { COMMON_PRACTICE } from '../statistics/answers.ts';
import { type WriteFigure, writtenUseAnswer } from '../wording/use-sentences.ts';
import { type Answers, madeOf } from './made-of.ts';
import { answerUse, type KnownShoe, type RuleTerms, suitability } from './use-answer.ts';

const write: WriteFigure = (_, value, U) => (U === undefined ? `${value}` : `${value} ± ${U}`);

function shoe(
  seen: Answers,
  figures: Record<string, [value: number, U: number]> = {},
  scores: Record<string, number> = {},
  uses: Use[] = [],
  more: Partial<KnownShoe> = {},
): KnownShoe {
  return {
    parts: madeOf([{ tag: 'A-01', seen }], {}),
    figures: new Map(Object.entries(figures).map(([id, [value, U]]) => [id, { value, U }])),
    scores: new Map(Object.entries(scores)),
    uses,
    claims: [],
    ...more,
  };
}
const answers = (use: string, aim: string, known: KnownShoe, terms: RuleTerms = {}) =>
  answerUse(use, aim, known, terms).map((answered) => writtenUseAnswer(answered, write));
const answer = (rule: string, use: string, aim: string, known: KnownShoe, terms: RuleTerms = {}) =>
  answers(use, aim, known, terms).find((answered) => answered.rule === rule);

describe('a figure against its line', () => {
  const court = (tilt: [number, number]) =>
    answer('court/low', 'court', '', shoe({}, { 'tilt-angle': tilt }, {}, []));
  it.each([
    [[60, 1], 'suits'],
    [[54, 1.5], 'cannot tell'],
    [[50, 1], 'does not suit'],
  ] as const)('a tilt of %j: %s', (tilt, word) => {
    // What is needed is known; what else would tell more stands beside it.
    expect(court([...tilt])?.verdict.word).toBe(word);
    expect(court([...tilt])?.wouldTell.map(({ of }) => of)).toContain('heel-stack');
  });
  it('is not said where nothing is needed and more is unknown than known', () => {
    const side = (scores: Record<string, number>) =>
      answer('court/side-step', 'court', '', shoe({}, {}, scores))?.verdict.word;
    expect(side({ 'twist-front-hand': 3 })).toBe('cannot tell');
    expect(side({ 'twist-front-hand': 3, 'counter-hand': 4 })).toBe('suits');
  });
  it('says what would tell, and that a figure is too near to its line', () => {
    const judged = court([54, 1.5]);
    expect(judged?.wouldTell.map(({ of }) => of)).toContain('tilt-angle');
    expect(judged?.wouldTell.find(({ of }) => of === 'tilt-angle')?.words).toContain(
      'too near the limit, at least 55',
    );
  });
  it('is called stated where nobody measured it', () => {
    const known = shoe({});
    const stated = {
      ...known,
      figures: new Map([['tilt-angle', { value: 50, U: 1, stated: true }]]),
    };
    expect(answer('court/low', 'court', '', stated)?.verdict.against.join()).toContain('as stated');
  });
});

it('a running shoe is refused on court, however low it is', () => {
  const low = shoe(
    {},
    { 'tilt-angle': [60, 1], 'heel-stack': [24, 1], 'midsole-lateral-hardness': [55, 2] },
    {},
    [{ discipline: 'running', speciality: 'training' }],
  );
  const judged = answer('court/low', 'court', '', low);
  expect(judged?.verdict.word).toBe('does not suit');
  expect(judged?.verdict.against.join()).toContain('no running shoes on court');
});

describe('a condition', () => {
  const NAME = 'running/landing';
  const landing = (seen: Answers, stack?: [number, number]) =>
    answer(
      NAME,
      'running',
      '',
      shoe(seen, { 'tilt-angle': [55, 1], ...(stack ? { 'heel-stack': stack } : {}) }),
    );
  it('that does not hold asks nothing', () => {
    expect(landing({ bevel: 'slight' }, [26, 1])?.verdict.word).toBe('suits');
  });
  it('that holds asks for the bevel', () => {
    expect(landing({ bevel: 'strong' }, [38, 1])?.verdict.word).toBe('suits');
    expect(landing({ bevel: 'none' }, [38, 1])?.verdict.word).toBe('suits with a but');
  });
  it('that nobody knows is what would tell', () => {
    expect(landing({ bevel: 'slight' })?.wouldTell.map(({ of }) => of)).toContain('heel-stack');
  });
});

describe('construction', () => {
  it('of pairs that differ is open', () => {
    const known = {
      ...shoe({}),
      parts: madeOf(
        [
          { tag: 'A-01', seen: { marking: 'marks' } },
          { tag: 'A-02', seen: { marking: 'does not' } },
        ],
        {},
      ),
    };
    expect(answer('court/floor', 'court', 'wood or PU floor', known)?.verdict.word).toBe(
      'cannot tell',
    );
  });
  it('as stated counts, and says so', () => {
    const known = { ...shoe({}), parts: madeOf([], { marking: 'marks' }) };
    const judged = answer('court/floor', 'court', 'wood or PU floor', known);
    expect(judged?.verdict.word).toBe('does not suit');
    expect(judged?.verdict.against.join()).toContain('marks, as stated');
  });
  it('in a word of one’s own is none that the rule knows', () => {
    const known = shoe({ compound: 'something new' });
    expect(answer('court/cement', 'court', 'cement', known)?.verdict.word).toBe('cannot tell');
  });
});

it('words of a maker are read: a safety cap without its standard is no safety shoe', () => {
  const capped = shoe({ 'toe-cap': 'safety cap', 'insole-loose': 'comes out' });
  const work = (claims: string[]) =>
    answer('walking/work', 'walking and work', '', { ...capped, claims })?.verdict.word;
  expect(work([])).toBe('does not suit');
  expect(work(['safety shoe to EN ISO 20345 S3'])).toBe('suits');
});

describe('a lab', () => {
  const steep: LimitChange = {
    kind: 'rule',
    subject: 'court/low tilt-angle',
    discipline: '',
    value: { low: 62, high: null },
    reason: 'our hall',
    at: '2026-11-01T00:00:00.000Z',
    person: 'B1',
  };
  const drawn = (changes: LimitChange[]) => ({
    drawn: (subject: string, use: string) => changedRule({ changes }, subject, use),
  });
  it('draws a line elsewhere, for all or for a use', () => {
    const known = shoe({}, { 'tilt-angle': [60, 1] });
    const word = (changes: LimitChange[]) =>
      answer('court/low', 'court', '', known, drawn(changes))?.verdict.word;
    expect(word([steep])).toBe('does not suit');
    expect(word([{ ...steep, discipline: 'sorting hall' }])).toBe('suits');
  });
  it('has the rules of the use it copied, and its own lines for the copy', () => {
    const own = usesWith([{ ...copyOfUse('court'), name: 'sorting hall' }]);
    const uses: Use[] = [{ discipline: 'sorting hall', speciality: 'cement' }];
    const known = shoe({ compound: 'gum' }, {}, {}, uses);
    const ofCopy = answers('sorting hall', '', known, { known: own });
    // Its own speciality says for which floor.
    expect(ofCopy.map(({ rule }) => rule)).toEqual([
      'court/low',
      'court/side-step',
      'court/cement',
    ]);
    expect(ofCopy.at(-1)?.verdict.word).toBe('suits with a but');
  });
});

it('the gravest word of several rules is what they come to', () => {
  const word = (...words: ('suits' | 'suits with a but' | 'does not suit' | 'cannot tell')[]) =>
    suitability(words.map((answer) => ({ answer }) as never));
  expect(word('suits', 'suits with a but')).toBe('suits with a but');
  expect(word('suits with a but', 'cannot tell')).toBe('cannot tell');
  expect(word('cannot tell', 'does not suit')).toBe('does not suit');
  expect(word()).toBe('cannot tell');
});

describe('every use', () => {
  it.each(DISCIPLINES)('%s has rules, a card, aims, shop tests and cautions', (name) => {
    const { rules, card, aims, inShop } = RULES_OF_USES[name];
    expect(rules.length).toBeGreaterThanOrEqual(3);
    expect(card.length).toBeGreaterThan(60);
    expect(aims.length).toBeGreaterThanOrEqual(2);
    expect(inShop.length).toBeGreaterThanOrEqual(4);
    expect(describeDiscipline(name).cautions.length).toBeGreaterThan(0);
    // Every ground is judged by some rule.
    for (const aim of aims)
      expect(
        rules.some((rule) => !rule.aims || rule.aims.includes(aim)),
        aim,
      ).toBe(true);
    for (const rule of rules)
      for (const aim of rule.aims ?? []) expect(aims, `${rule.id} ${aim}`).toContain(aim);
  });
  it.each(DISCIPLINES)('%s names quantities and parts that exist', (name) => {
    const { rules, inShop } = RULES_OF_USES[name];
    for (const rule of rules) {
      expect(rule.asks.length).toBeGreaterThan(0);
      expect([rule.why, rule.name, rule.source].every((words) => words.length > 4)).toBe(true);
      for (const test of rule.asks.flatMap(testsOf))
        if (test.reads === 'part') {
          const part = describePart(test.of);
          for (const answer of test.is)
            if (part.most === undefined)
              expect(part.answers, `${rule.id} ${test.of}`).toContain(answer);
            else expect(Number(answer)).toBeLessThanOrEqual(part.most);
        } else if (test.reads === 'figure' || test.reads === 'score') {
          const quantity = QUANTITIES[test.of as keyof typeof QUANTITIES];
          expect(quantity, `${rule.id} ${test.of}`).toBeDefined();
          expect(quantity?.ordinal === true, test.of).toBe(test.reads === 'score');
          const [least, most] = quantity?.plausible ?? [0, 0];
          for (const limit of [test.from, test.to])
            if (limit !== undefined) {
              expect(limit, `${rule.id} ${test.of}`).toBeGreaterThanOrEqual(least);
              expect(limit, `${rule.id} ${test.of}`).toBeLessThanOrEqual(most);
            }
        }
    }
    for (const { part, quantity } of inShop) {
      expect(part !== undefined || quantity !== undefined).toBe(true);
      if (part) expect(describePart(part as PartId).id).toBe(part);
      if (quantity) expect(PURPOSES[quantity as keyof typeof PURPOSES]).toBeDefined();
    }
  });
  it('names a line of a rule once, and every rule once', () => {
    const rules = Object.values(RULES_OF_USES).flatMap((entry) => entry.rules);
    const ids = rules.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const rule of rules) {
      expect(ruleById(rule.id)).toBe(rule);
      const lines = new Map<string, string>();
      for (const test of rule.asks.flatMap(testsOf)) {
        const subject = ruleSubject(rule.id, test);
        if (!subject || !(test.reads === 'figure' || test.reads === 'score')) continue;
        const span = `${test.from} ${test.to}`;
        expect(lines.get(subject) ?? span, subject).toBe(span);
        lines.set(subject, span);
      }
    }
  });
  it('cannot tell of a shoe that nobody looked at, and names what would', () => {
    for (const use of DISCIPLINES)
      for (const judged of answers(use, '', shoe({}))) {
        expect(judged.verdict.word, judged.rule).toBe('cannot tell');
        expect(judged.wouldTell.length, judged.rule).toBeGreaterThan(0);
        expect(
          judged.verdict.source === COMMON_PRACTICE || /memory/.test(judged.verdict.source),
        ).toBe(true);
      }
  });
});

it('a figure that is known better never turns suits into does not, or back', () => {
  const rank = { 'does not suit': 0, 'cannot tell': 1, 'suits with a but': 2, suits: 2 };
  const figures = ['tilt-angle', 'heel-stack', 'midsole-lateral-hardness'] as QuantityId[];
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 5, max: 90, noNaN: true }), { minLength: 3, maxLength: 3 }),
      fc.double({ min: 0.1, max: 20, noNaN: true }),
      (values, U) => {
        const at = (u: number) =>
          answer(
            'court/low',
            'court',
            '',
            shoe({}, Object.fromEntries(figures.map((of, n) => [of, [values[n] ?? 0, u]])), {}, [
              { discipline: 'court', speciality: '' },
            ]),
          )?.verdict.word ?? 'cannot tell';
        const [rough, fine] = [at(U), at(U / 10)];
        return rough === 'cannot tell' || rank[rough] === rank[fine];
      },
    ),
  );
});
