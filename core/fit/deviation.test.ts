import { describe, expect, it } from 'vitest';
import type { SizeLabel } from '../sizing/size-label.ts';
import { textOf } from '../wording/sentence.ts';
import {
  deviationPhrase,
  deviationSentence,
  fitCausePhrase,
  splitPhrase,
  tendencyPhrase,
} from '../wording/sizing-sentences.ts';
import {
  type DeviationEvidence,
  deviationOf,
  overSizes,
  shortfallOf,
  tendencyOf,
  type UsualVote,
} from './deviation.ts';
import { fitCauses } from './fit-causes.ts';
import { splitsOf } from './splits.ts';

const uk = (size: number): SizeLabel => ({ system: 'uk', size });
const votes = (kind: UsualVote['kind'], ...offsets: number[]): UsualVote[] =>
  offsets.map((offsetHalfSizes, at) => ({ kind, tester: `T${at + 1}`, offsetHalfSizes }));
const inside = (mm: number, u = 0.5) => ({ mm, u, df: Number.POSITIVE_INFINITY });
const label = (mm: number) => ({
  label: uk(8),
  inside: inside(mm),
  shortfall: { ...inside(12), n: 3 },
});
const reference = (mm: number, u = 0.8) => ({
  what: 'inside length',
  n: 1,
  mm,
  u,
  df: Number.POSITIVE_INFINITY,
});

/** Answers with the words that they are read by. */
const deviationInWords = (evidence: DeviationEvidence) => {
  const deviation = deviationOf(evidence);
  return { ...deviation, words: textOf(deviationSentence(deviation)) };
};

describe('what the inside of a true shoe falls short of its last', () => {
  it('is learned from reference shoes, with the doubt of one more such shoe', () => {
    // UK 8 has a last of 279.4 mm: 12 and 11 mm short, s 0.707, u = 0.707 × √1.5.
    const two = shortfallOf([
      { label: uk(8), insideMm: 267.4, u: 0.3 },
      { label: uk(8), insideMm: 268.4, u: 0.3 },
    ]);
    expect(two?.mm).toBeCloseTo(11.5, 9);
    expect(two?.u).toBeCloseTo(0.866, 3);
    expect(two?.df).toBe(1);
  });
  it('is as doubtful as two true shoes differ where one stands alone, and unknown without any', () => {
    const one = shortfallOf([{ label: uk(8), insideMm: 267.4, u: 0.5 }]);
    expect(one?.u).toBeCloseTo(Math.hypot(25.4 / 12, 0.5), 9);
    expect(shortfallOf([])).toBeUndefined();
  });
});

describe('how far a label is from true', () => {
  it('has every kind by itself, with the check of half sizes', () => {
    // 4.8 mm, u 1.2, df 8: 0.0277, 0.8558, 0.1163, as in the checks.
    const { kinds, verdict, words } = deviationInWords({
      references: [{ what: 'inside length', n: 1, mm: 4.8, u: 1.2, df: 8 }],
      votes: [],
    });
    expect(kinds[0]?.probabilities.slice(2).map((one) => one.probability.toFixed(4))).toEqual([
      '0.0277',
      '0.8558',
      '0.1163',
    ]);
    expect([verdict, words]).toEqual([
      'long',
      'It runs half a size long, by inside length compared with a reference shoe.',
    ]);
  });
  it('turns an offset of testers round: who takes more, for them it runs short', () => {
    const { kinds, verdict } = deviationOf({
      references: [],
      votes: votes('known shoes', 1, 1, 1),
    });
    expect([verdict, kinds[0]?.halfSizes, kinds[0] && textOf(deviationPhrase(kinds[0]))]).toEqual([
      'short',
      -1,
      'runs half a size short',
    ]);
    expect(kinds[0]?.probabilities.reduce((sum, one) => sum + one.probability, 0)).toBeCloseTo(
      1,
      9,
    );
  });
  it('says where lengths and testers part, and blends nothing', () => {
    const deviation = deviationOf({
      label: label(267.4),
      references: [reference(0)],
      votes: votes('known shoes', 1, 1, 1),
    });
    expect(deviation.verdict).toBe('evidence parts');
    expect(textOf(deviationSentence(deviation))).toBe(
      'The evidence disagrees. It runs true by inside length compared with its label; it runs half a size short by what testers wear, compared with their usual size.',
    );
    expect(deviation.settle[0]).toEqual({ kind: 'other insole' });
  });
  it('takes an outer length for a hint alone', () => {
    const hint = { ...reference(0, 0.4), what: 'outer length', isHint: true };
    expect(deviationOf({ references: [hint], votes: [] }).verdict).toBe('cannot tell');
    const parted = deviationOf({ references: [hint, reference(4.3, 0.4)], votes: [] });
    expect([parted.verdict, parted.parts]).toEqual(['long', undefined]);
  });
  it('counts a tester once, and cannot tell by one vote', () => {
    const thrice = [1, 1, 1].map(
      (offsetHalfSizes): UsualVote => ({ kind: 'try-ons', tester: 'T1', offsetHalfSizes }),
    );
    const deviation = deviationOf({ references: [], votes: thrice });
    expect([deviation.kinds[0]?.n, deviation.verdict]).toEqual([1, 'cannot tell']);
    expect(deviation.settle).toContainEqual({ kind: 'testers', more: 2 });
  });
  it('says what is missing where nothing is known', () => {
    const { words, settle } = deviationInWords({ references: [], votes: [] });
    expect(words).toBe('Nothing is known about its size yet.');
    expect(settle).toHaveLength(2);
  });
  it('is another answer, or another doubt, with any one kind masked', () => {
    const whole: DeviationEvidence = {
      label: label(271.6),
      references: [reference(0)],
      votes: [...votes('known shoes', -1, -1, -1), ...votes('try-ons', 0, 0)],
    };
    const said = ({ words, kinds }: ReturnType<typeof deviationInWords>) =>
      JSON.stringify([words, kinds.length]);
    const all = said(deviationInWords(whole));
    const masked: DeviationEvidence[] = [
      { ...whole, label: undefined },
      { ...whole, references: [] },
      { ...whole, votes: whole.votes.filter(({ kind }) => kind !== 'known shoes') },
      { ...whole, votes: whole.votes.filter(({ kind }) => kind !== 'try-ons') },
    ];
    for (const less of masked) expect(said(deviationInWords(less))).not.toBe(all);
  });
});

describe('over sizes and makers', () => {
  it('holds each size against what the others promise of it', () => {
    const sizes = overSizes([
      { label: uk(8), mm: 267.4 },
      { label: uk(8), mm: 267.4 },
      { label: uk(9), mm: 275.87 },
      { label: uk(10), mm: 290 },
    ]);
    expect(sizes.map(({ n, comparison }) => [n, comparison])).toEqual([
      [2, 'shorter'],
      [1, 'shorter'],
      [1, 'longer'],
    ]);
    expect(sizes[2]?.againstOthersMm).toBeCloseTo(290 - (296.333 - 12), 1);
    expect(overSizes([{ label: uk(8), mm: 267 }])[0]?.comparison).toBe('only size');
  });
  it('names the tendency of a maker with its exceptions, from three editions on', () => {
    const run = (...verdicts: ('true' | 'short' | 'cannot tell')[]) =>
      tendencyOf(verdicts.map((verdict, at) => ({ name: `E${at + 1}`, verdict })));
    expect(run('short', 'short', 'true', 'short')).toEqual({
      n: 4,
      verdict: 'short',
      agreeing: 3,
      exceptions: ['E3'],
    });
    expect(textOf(tendencyPhrase(run('short', 'short', 'cannot tell')))).toBe(
      'not known from 2 models',
    );
    expect(textOf(tendencyPhrase(run('short', 'true', 'short', 'true')))).toBe(
      'no tendency: 2 of 4 run short',
    );
  });
});

describe('causes on record', () => {
  it('are what is lower, what was felt, what is made otherwise', () => {
    expect(
      fitCauses({
        rows: [17, 17, 5, 20],
        tryOns: 4,
        parts: [
          { part: 'arch-pad', answer: 'firm' },
          { part: 'heel-pad', answer: 'none' },
          { part: 'foam', answer: 'EVA' },
        ],
        toeBox: { mm: 21.6, othersMm: 25.3 },
      })
        .flatMap((cause) => fitCausePhrase(cause) ?? [])
        .map(textOf),
    ).toEqual([
      'its toe box is 21.6 mm high inside; the median of other models is 25.3 mm',
      '2 of 4 try-ons: a low toe box, or no room for a high instep',
      '1 of 4 try-ons: too narrow',
      'pad under the arch: firm',
    ]);
  });
});

describe('testers who part', () => {
  const vote = (tester: string, value: number, more: object = {}) => ({ tester, value, ...more });
  it('are parted by what all of one side have and none of the other', () => {
    const [split, ...others] = splitsOf([
      vote('T1', 1, { widthMm: 96, lengthMm: 262 }),
      vote('T2', 1, { widthMm: 98, lengthMm: 255 }),
      vote('T3', 0, { widthMm: 104, lengthMm: 258 }),
      vote('T4', 0, { widthMm: 108, lengthMm: 265 }),
    ]);
    expect(split?.by).toBe('foot width');
    expect(split && textOf(splitPhrase(split))).toBe(
      'Testers differ by foot width: feet of 98 mm and narrower (T1, T2) and feet of 104 mm and wider (T3, T4)',
    );
    expect(others).toEqual([]);
  });
  it('are hinted at where one stands alone, and by toes or sock too', () => {
    const found = splitsOf([
      vote('T1', 0, { toeShape: 'even', sock: 'usual' }),
      vote('T2', 0, { toeShape: 'even', sock: 'thick' }),
      vote('T3', 1, { toeShape: 'second longest', sock: 'usual' }),
    ]);
    expect(found.map(({ by }) => by)).toEqual(['toe shape']);
    expect(found[0] && textOf(splitPhrase(found[0]))).toContain('this is a hint');
  });
  it('are not parted where all agree, or fewer than three speak', () => {
    expect(splitsOf([vote('T1', 0), vote('T2', 0), vote('T3', 0)])).toEqual([]);
    expect(splitsOf([vote('T1', 0, { widthMm: 90 }), vote('T2', 1, { widthMm: 99 })])).toEqual([]);
  });
});
