/** What is taken in another model: what is made, evidence that parts, and what is said. Worked by hand. */

import { describe, expect, it } from 'vitest';
import type { SizeLabel } from '../sizing/size-label.ts';
import { textOf } from '../wording/sentence.ts';
import { labelSentence } from '../wording/sizing-sentences.ts';
import {
  type LabelQuestion,
  type LabelVote,
  labelToLabel,
  voteOfTester,
} from './label-to-label.ts';
import { labelAway, nearestMade, nextWidth } from './made-sizes.ts';
import { isSameWidth, widthRank } from './widths.ts';

const uk = (size: number): SizeLabel => ({ system: 'uk', size });
const vote = (tester: string, offsetHalfSizes: number, kind: LabelVote['kind'] = 'wore both') => ({
  kind,
  tester,
  offsetHalfSizes,
});
const up: LabelVote[] = ['T1', 'T2', 'T3'].map((tester) => vote(tester, 1));
const ask = (more: Partial<LabelQuestion>) => {
  const { decision, ...answer } = labelToLabel({ label: uk(9), votes: up, ...more });
  return { ...answer, words: textOf(labelSentence(decision)) };
};

describe('what is taken', () => {
  it('is the label of the same width that is made, else the next longer at most half a size', () => {
    expect(ask({}).take).toEqual({ label: uk(9.5) });
    const halves = [{ width: '2E', labels: [uk(9), uk(9.5), uk(10)] }];
    expect(ask({ width: 'wide', made: halves }).take).toEqual({ label: uk(9.5), width: 'wide' });
    const whole = ask({ made: [{ labels: [uk(9), uk(10), uk(11)] }] });
    expect(whole.take).toEqual({ label: uk(10), tooLongMm: expect.closeTo(25.4 / 6, 6) });
    expect(whole.words).toContain('4.2 mm too long');
    const none = ask({ made: [{ labels: [uk(7), uk(8)] }] });
    expect(none.take).toBeUndefined();
    expect(none.words).toContain('it is not made');
  });
  it('starts half a size off where the known shoe is a bit off, and is then at most probable', () => {
    const long = ask({ fits: 'a bit long' });
    expect([long.take?.label.size, long.verdict, long.offsetHalfSizes]).toEqual([9, 'probably', 1]);
    expect(ask({ fits: 'a bit short' }).take?.label.size).toBe(10);
  });
});

describe('evidence that parts', () => {
  it('cannot be told: two sure kinds, a kind against, or two camps', () => {
    const zeros = ['T4', 'T5', 'T6'].map((tester) => vote(tester, 0, 'try-ons'));
    expect(ask({ votes: [...up, ...zeros] }).verdict).toBe('cannot tell');
    const lengths = { aMm: 260, bMm: 270, uA: 0.3, uB: 0.3, df: 20 };
    const against = ask({ lengths });
    expect(against.verdict).toBe('cannot tell');
    expect(against.words).toContain('contradicted by lengths');
    const camps = [vote('T1', 0), vote('T2', 0), vote('T3', 2), vote('T4', 2)];
    expect(ask({ votes: camps }).words).toContain('testers are divided');
  });
  it('names the labels worth trying on, the usual first', () => {
    const { tryOn, words } = ask({ votes: [vote('T1', 1)] });
    expect(tryOn).toEqual([0, 1]);
    expect(words).toContain('Try on UK 9, then UK 9.5');
    expect(ask({ votes: [] }).words).toBe('Not known: nothing is known of both models.');
  });
  it('masked of any one kind gives another answer, or another doubt', () => {
    const lengths = { aMm: 271.6, bMm: 268, uA: 0.5, uB: 0.5, df: 20 };
    const all: Partial<LabelQuestion> = {
      votes: [vote('T1', 1), vote('T2', 1, 'try-ons')],
      lengths,
    };
    const whole = ask(all);
    expect(whole.verdict).toBe('probably');
    for (const masked of [
      { ...all, votes: [vote('T1', 1)] },
      { ...all, votes: [vote('T2', 1, 'try-ons')] },
      { ...all, lengths: undefined },
    ])
      expect(ask(masked)).not.toEqual(whole);
  });
});

describe('votes of one tester', () => {
  it('count once: their median, of two the nearer to none', () => {
    expect(voteOfTester([2, 0, 1])).toBe(1);
    expect(voteOfTester([1, 0])).toBe(0);
    expect(voteOfTester([-2, -1])).toBe(-1);
    const twice = [...up, vote('T1', 1), vote('T1', 1)];
    expect(ask({ votes: twice }).kinds).toEqual(ask({}).kinds);
  });
});

describe('labels and widths', () => {
  it('are half sizes of last away in any system', () => {
    expect(labelAway(uk(9), -1)).toEqual(uk(8.5));
    expect(labelAway({ system: 'mondopoint', size: 270 }, 1)).toEqual({
      system: 'mondopoint',
      size: 275,
    });
    // Half a size is 0.635 of a Paris point: EU 43 becomes 43.5.
    expect(labelAway({ system: 'eu', size: 43 }, 1).size).toBe(43.5);
  });
  it('are made, or the next is half a size longer at most', () => {
    const last = (uk(9).size + 25) / 3;
    expect(nearestMade([uk(8), uk(9)], last * 25.4)).toEqual({ label: uk(9), tooLongMm: 0 });
    expect(nearestMade([uk(8), uk(10)], last * 25.4)).toBeUndefined();
  });
  it('are one width however it is written, and know the next', () => {
    expect(isSameWidth('2E', 'wide')).toBe(true);
    expect(isSameWidth('D', undefined)).toBe(true);
    expect(isSameWidth('D', 'B')).toBe(false);
    expect(isSameWidth('curvy', 'Curvy')).toBe(true);
    expect(widthRank('curvy')).toBeUndefined();
    const made = ['', '2E', '4E', 'narrow'].map((width) => ({ width, labels: [uk(9)] }));
    expect(nextWidth(made, uk(9), 'D', 'wider')?.width).toBe('2E');
    expect(nextWidth(made, uk(9), '2E', 'wider')?.width).toBe('4E');
    expect(nextWidth(made, uk(9), '', 'narrower')?.width).toBe('narrow');
    expect(nextWidth(made, uk(10), '', 'wider')).toBeUndefined();
  });
});
