/** The limits of the size converter, with a case on each side. Common practice, worked by hand. */

import { describe, expect, it } from 'vitest';
import { type LabelVote, labelToLabel, voteOfTester } from '#core/fit/label-to-label.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { labelSentence } from '#core/wording/sizing-sentences.ts';

const uk = (size: number): SizeLabel => ({ system: 'uk', size });

describe('from one model to another', () => {
  const worn = (...offsets: number[]): LabelVote[] =>
    offsets.map((offsetHalfSizes, at) => ({
      kind: 'wore both',
      tester: `T${at}`,
      offsetHalfSizes,
    }));
  it.each([
    [[0], 'cannot tell'],
    [[0, 0], 'decided'],
    [[0, 1], 'cannot tell'],
    [[1, 1], 'cannot tell'],
    [[1, 1, 1], 'decided'],
    // Two camps of two, two half sizes apart.
    [[0, 0, 2, 2], 'cannot tell'],
  ])('votes of %j: %s', (offsets, verdict) => {
    expect(labelToLabel({ label: uk(8), votes: worn(...offsets) }).verdict).toBe(verdict);
  });
  it.each([
    [[0, 2], 0],
    [[1, 2], 1],
    [[-2, -1], -1],
    [[-1, 1], 0],
    [[0, 1, 5], 1],
    [[], 0],
  ])('of one tester %j is %d', (offsets, vote) => {
    expect(voteOfTester(offsets)).toBe(vote);
  });
  const lengths = (bMm: number) => ({ aMm: 268, bMm, uA: 0.3, uB: 0.3, df: 30 });
  it('lengths alone decide nothing; with one kind of testers they are probable', () => {
    expect(labelToLabel({ label: uk(8), votes: [], lengths: lengths(268) }).verdict).toBe(
      'cannot tell',
    );
    expect(labelToLabel({ label: uk(8), votes: worn(0), lengths: lengths(268) }).verdict).toBe(
      'probably',
    );
    expect(labelToLabel({ label: uk(8), votes: worn(0, 0), lengths: lengths(282) }).verdict).toBe(
      'cannot tell',
    );
  });
  it('a known shoe that is a bit off makes the answer no surer than that, and moves it', () => {
    const long = labelToLabel({ label: uk(8), votes: worn(0, 0), fits: 'a bit long' });
    expect(long).toMatchObject({ verdict: 'probably', take: { label: uk(7.5) } });
    expect(
      labelToLabel({ label: uk(8), votes: worn(0, 0), fits: 'a bit short' }).take?.label,
    ).toEqual(uk(8.5));
  });
  it('what is not made is said', () => {
    const answer = labelToLabel({ label: uk(8), votes: worn(0, 0), made: [{ labels: [uk(10)] }] });
    expect(answer.verdict).toBe('decided');
    expect(textOf(labelSentence(answer.decision))).toBe(
      'The same size is right, but it is not made.',
    );
  });
});

/** The value at which a rising or falling figure comes to a limit. */
function reaching(
  of: (value: number) => number,
  limit: number,
  [low, high]: [number, number],
): number {
  const rises = of(high) > of(low);
  let [from, to] = [low, high];
  for (let step = 0; step < 60; step++) {
    const middle = (from + to) / 2;
    if (of(middle) < limit === rises) from = middle;
    else to = middle;
  }
  return from;
}

describe('evidence of testers beside that of lengths', () => {
  const vote = (kind: LabelVote['kind'], ...offsets: number[]): LabelVote[] =>
    offsets.map((offsetHalfSizes, at) => ({ kind, tester: `T${at}`, offsetHalfSizes }));
  const lengths = (shorterBy: number, u = 0.3) => ({
    aMm: 268,
    bMm: 268 - shorterBy,
    uA: u,
    uB: 0,
    df: 1e9,
  });
  /** How likely an offset is by lengths alone. */
  const byLengths = (offset: number, shorterBy: number, u?: number) =>
    labelToLabel({
      label: uk(8),
      votes: [],
      lengths: lengths(shorterBy, u),
    }).kinds[0]?.probabilities.find(({ halfSizes }) => halfSizes === offset)?.probability ?? 0;
  const answer = (votes: LabelVote[], shorterBy: number, u?: number) =>
    labelToLabel({ label: uk(8), votes, lengths: lengths(shorterBy, u) }).verdict;
  it('decides by testers from 0.9 on: two alike are 0.93, two and one a half size off 0.89', () => {
    const of = (...offsets: number[]) =>
      labelToLabel({ label: uk(8), votes: vote('wore both', ...offsets) });
    const largest = (...offsets: number[]) =>
      Math.max(
        ...(of(...offsets).kinds[0]?.probabilities.map(({ probability }) => probability) ?? []),
      );
    expect(largest(0, 0)).toBeCloseTo(0.931, 3);
    expect(of(0, 0).verdict).toBe('decided');
    expect(largest(0, 0, 1)).toBeCloseTo(0.888, 3);
    expect(of(0, 0, 1).verdict).toBe('cannot tell');
  });
  it('lengths count for an offset from one in two on', () => {
    const u = reaching((doubt) => byLengths(0, 0, doubt), 0.5, [0, 20]);
    expect(answer(vote('wore both', 0), 0, u * 0.999)).toBe('probably');
    expect(answer(vote('wore both', 0), 0, u * 1.001)).toBe('cannot tell');
  });
  it('lengths under one in ten speak against what two kinds hold for probable', () => {
    const votes = [...vote('wore both', 0), ...vote('try-ons', 0)];
    const shorter = reaching((mm) => byLengths(0, mm), 0.1, [0, 20]);
    expect(answer(votes, shorter * 0.999)).toBe('probably');
    expect(answer(votes, shorter * 1.001)).toBe('cannot tell');
  });
  it('and under one in twenty against what is decided', () => {
    const shorter = reaching((mm) => byLengths(0, mm), 0.05, [0, 20]);
    expect(answer(vote('wore both', 0, 0), shorter * 0.999)).toBe('decided');
    expect(answer(vote('wore both', 0, 0), shorter * 1.001)).toBe('cannot tell');
  });
  it('what has one in five is worth a try-on', () => {
    const tryOn = (mm: number) =>
      labelToLabel({ label: uk(8), votes: [], lengths: lengths(mm) }).tryOn;
    const shorter = reaching((mm) => byLengths(1, mm), 0.2, [0, 4]);
    expect(tryOn(shorter * 0.999)).not.toContain(1);
    expect(tryOn(shorter * 1.001)).toContain(1);
  });
  it('nothing is looked for beyond four half sizes', () => {
    const { kinds } = labelToLabel({ label: uk(8), votes: vote('wore both', 6) });
    expect(kinds[0]?.probabilities.map(({ halfSizes }) => halfSizes)).toEqual([
      -4, -3, -2, -1, 0, 1, 2, 3, 4,
    ]);
  });
});
