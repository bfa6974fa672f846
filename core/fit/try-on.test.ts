/** Every row of the rules of a try-on, and what is done with what it asks for. Worked by hand. */

import { describe, expect, it } from 'vitest';
import type { SizeLabel } from '../sizing/size-label.ts';
import { tryOnOutcome } from '../wording/try-on-sentences.ts';
import { heelHoldOf, type TryOn, toeRoomOf } from './try-on.ts';
import { REMEDIES, TRY_ON_RULES } from './try-on-rules.ts';
import { tryOnVerdict } from './try-on-verdict.ts';

const men = (size: number): SizeLabel => ({ system: 'us-men', size });
const loose = { toe: 1, ball: 1, midfoot: 1, heel: 1 };

/** One try-on that fires each row, with what follows from it. */
const ROWS: [row: number, tryOn: TryOn, outcome: string, first: string][] = [
  [1, { matchFailed: true }, 'let go', 'return'],
  [2, { pain: 'numb' }, 'open', 'clinician'],
  [3, { sockUsual: false }, 'open', 'as-usual'],
  [4, { lacesLetOut: true, heel: 'a little' }, 'swap', 'wider'],
  [5, { toeRoom: 'right', width: { ball: -1 } }, 'swap', 'wider-same-size'],
  [6, { toeRoom: 'right', width: { midfoot: -1 } }, 'open', 'another-insole'],
  [7, { toeRoom: 'short' }, 'swap', 'half-up'],
  [8, { toeRoom: 'short', width: { heel: -1 } }, 'swap', 'wider-first'],
  [9, { toesTouch: true, heel: 'lifts', toeRoom: 'right', pull: 'tight' }, 'open', 'heel-lock'],
  [
    10,
    { heel: 'lifts', pull: 'tight', insoleGapMm: 3, footbed: 'shorter' },
    'swap',
    'half-down-and-insole',
  ],
  [11, { toeRoom: 'long', heel: 'lifts', pull: 'tight' }, 'swap', 'half-down'],
  [12, { footbed: 'same', width: loose, rows: 'touch' }, 'open', 'insole-on-top'],
  [13, { heel: 'lifts', pull: 'middle', toeRoom: 'right' }, 'open', 'heel-lock'],
  [14, { heel: 'a little', after: 'shop', toeRoom: 'right' }, 'open', 'wear-indoors'],
  [15, { width: { heel: 1, ball: 0 } }, 'open', 'two-tensions'],
  [16, { width: loose }, 'open', 'insole-on-top'],
  [17, { sore: ['instep'], rows: 'wide open' }, 'open', 'skip-eyelet'],
  [18, { sore: ['heel back'], toeRoom: 'right' }, 'open', 'higher-sock'],
  [19, { feetDifferMm: 5 }, 'open', 'fit-larger-foot'],
];

describe('the rules of a try-on', () => {
  it.each(ROWS)('row %i fires and leads', (row, tryOn, outcome, first) => {
    const verdict = tryOnVerdict(tryOn);
    expect([verdict.rows[0], verdict.answer, verdict.next[0]?.what]).toEqual([row, outcome, first]);
  });
  it('has a case for every row, and a remedy with its cost for each', () => {
    expect(ROWS.map(([row]) => row)).toEqual(TRY_ON_RULES.map(({ row }) => row));
    for (const { remedies } of TRY_ON_RULES)
      for (const { kind } of remedies) expect(REMEDIES).toContain(kind);
  });
  it('gives all reasons that fire; the lowest decides, the rest follow by cost', () => {
    const verdict = tryOnVerdict({
      toeRoom: 'right',
      sore: ['edges', 'heel back'],
      width: { heel: 1, ball: 0 },
    });
    expect(verdict.rows).toEqual([5, 15, 18]);
    expect(verdict.answer).toBe('swap');
    expect(verdict.next.map(({ what }) => what)).toEqual([
      'wider-same-size',
      'higher-sock',
      'two-tensions',
      'another-model',
      'return-otherwise',
    ]);
  });
});

describe('what is not answered', () => {
  it('is asked for, the one answer that would tell the most', () => {
    const ask = (tryOn: TryOn) => tryOnVerdict(tryOn).next[0]?.what;
    expect(tryOnVerdict({}).answer).toBe('cannot tell');
    expect(ask({})).toBe('answer-room');
    expect(ask({ toeRoom: 'right' })).toBe('answer-heel');
    expect(ask({ toeRoom: 'right', heel: 'none' })).toBe('answer-ball');
    const all: TryOn = {
      toeRoom: 'long',
      heel: 'none',
      width: { ball: 0 },
      footbed: 'longer',
      rows: 'middle',
    };
    expect(ask(all)).toBe('another-size');
  });
});

describe('a gap in mm', () => {
  it('is short under 8, right to 16, and long beyond; a use may want another', () => {
    const room = (toeGapMm: number, use = '') => toeRoomOf({ toeGapMm, use });
    expect([7.9, 8, 16, 16.1].map((gap) => room(gap))).toEqual(['short', 'right', 'right', 'long']);
    expect([room(3, 'climbing'), room(9, 'winter boots')]).toEqual(['right', 'short']);
    expect(toeRoomOf({ toeGapMm: 12, toeRoom: 'short' }), 'what was measured stands').toBe('right');
  });
  it('is the slip of the heel in words', () => {
    expect([2, 3, 7].map((heelMm) => heelHoldOf({ heelMm }))).toEqual([
      'none',
      'a little',
      'lifts',
    ]);
  });
  it('too short is no word for a climbing shoe', () => {
    expect(tryOnVerdict({ toeGapMm: -1, use: 'climbing' }).answer).toBe('cannot tell');
  });
});

describe('what can be swapped', () => {
  const short: TryOn = { toeRoom: 'short', label: men(12) };
  const whole = [men(11), men(11.5), men(12), men(13)];
  it('is half a size up where it is made', () => {
    expect(tryOnVerdict({ ...short, label: men(9) }).swapFor).toEqual({ label: men(9.5) });
    const made = [{ labels: whole }];
    expect(tryOnVerdict({ ...short, label: men(11), made }).swapFor).toEqual({ label: men(11.5) });
  });
  it('is the wider build before a full size, where only whole sizes are made', () => {
    const wide = { width: '2E', labels: whole };
    const verdict = tryOnVerdict({ ...short, made: [{ labels: whole }, wide] });
    expect(verdict.swapFor).toEqual({ label: men(12), width: '2E' });
    expect(verdict.next[1]).toMatchObject({ what: 'full-up', label: men(13) });
    expect(tryOnOutcome(verdict.answer, verdict.swapFor)).toBe('Swap for US men 12 2E');
    expect(tryOnVerdict({ ...short, made: [{ labels: whole }] }).swapFor?.label).toEqual(men(13));
  });
  it('is nothing where nothing is made: another model', () => {
    const verdict = tryOnVerdict({
      toeRoom: 'right',
      sore: ['edges'],
      label: men(12),
      made: [{ labels: whole }],
    });
    expect([verdict.answer, verdict.next[0]?.what]).toEqual(['let go', 'another-model']);
  });
  it('is nothing on the last day, or once worn outside where the shop then takes nothing back', () => {
    const edges: TryOn = { toeRoom: 'right', sore: ['edges'], label: men(12) };
    for (const over of [{ daysLeft: 0 }, { wornOutside: true }]) {
      const verdict = tryOnVerdict({ ...edges, ...over });
      expect(verdict.answer).toBe('open');
      expect(verdict.next.map(({ what }) => what)).toEqual([
        'other-lacing',
        'another-insole',
        'return',
      ]);
    }
    const forced = tryOnVerdict({ lacesLetOut: true, heel: 'lifts', daysLeft: 0 });
    expect(forced.next.map(({ what }) => what)).not.toContain('other-lacing');
    expect(tryOnVerdict({ ...edges, after: 'outing' }).answer, 'an outing alone').toBe('swap');
  });
  it('comes before experiments when two days are left', () => {
    const arch: TryOn = {
      toeRoom: 'right',
      sore: ['arch edge'],
      label: men(9),
      made: [{ labels: [men(9)] }, { width: 'wide', labels: [men(9)] }],
    };
    expect(tryOnVerdict({ ...arch, daysLeft: 10 }).answer).toBe('open');
    expect(tryOnVerdict({ ...arch, daysLeft: 2 }).swapFor).toEqual({
      label: men(9),
      width: 'wide',
    });
  });
  it('is no question where the two shoes are no pair', () => {
    const verdict = tryOnVerdict({ labelsDiffer: true, toeRoom: 'short', label: men(9) });
    expect([verdict.answer, verdict.next.length]).toEqual(['let go', 1]);
    expect(tryOnOutcome(verdict.answer, verdict.swapFor)).toBe('Return it');
  });
});
