/** Every row of the rules of a try-on, and what is done with what it asks for. Worked by hand. */
import { describe, expect, it } from 'vitest';
import type { SizeLabel } from '../sizing/size-label.ts';
import { heelHoldOf, type TryOn, toeRoomOf } from './try-on.ts';
import { REMEDIES, TRY_ON_RULES } from './try-on-rules.ts';
import { outcomeWords, tryOnVerdict } from './try-on-verdict.ts';

const men = (size: number): SizeLabel => ({ system: 'us-men', size });
const loose = { toe: 1, ball: 1, midfoot: 1, heel: 1 };

/** One try-on that fires each row, with what follows from it. */
const ROWS: [row: number, tryOn: TryOn, outcome: string, first: string][] = [
  [1, { matchFailed: true }, 'let go', 'send it back'],
  [2, { pain: 'numb' }, 'open', 'ask a clinician'],
  [3, { sockUsual: false }, 'open', 'again with your usual sock and insole'],
  [4, { lacesLetOut: true, heel: 'a little' }, 'swap', 'the wider build'],
  [5, { toeRoom: 'right', width: { ball: -1 } }, 'swap', 'the wider build, same label'],
  [6, { toeRoom: 'right', width: { midfoot: -1 } }, 'open', 'another insole'],
  [7, { toeRoom: 'short' }, 'swap', 'half a size up'],
  [8, { toeRoom: 'short', width: { heel: -1 } }, 'swap', 'the wider build first'],
  [
    9,
    { toesTouch: true, heel: 'lifts', toeRoom: 'right', pull: 'tight' },
    'open',
    'all holes, and a lock at the ankle',
  ],
  [
    10,
    { heel: 'lifts', pull: 'tight', insoleGapMm: 3, footbed: 'shorter' },
    'swap',
    'half a size down, and another insole',
  ],
  [11, { toeRoom: 'long', heel: 'lifts', pull: 'tight' }, 'swap', 'half a size down'],
  [12, { footbed: 'same', width: loose, rows: 'touch' }, 'open', 'an insole on top'],
  [
    13,
    { heel: 'lifts', pull: 'middle', toeRoom: 'right' },
    'open',
    'all holes, and a lock at the ankle',
  ],
  [14, { heel: 'a little', after: 'shop', toeRoom: 'right' }, 'open', 'wear it indoors'],
  [15, { width: { heel: 1, ball: 0 } }, 'open', 'two tensions: loose before, tight at the ankle'],
  [16, { width: loose }, 'open', 'an insole on top'],
  [17, { sore: ['instep'], rows: 'wide open' }, 'open', 'skip an eyelet over the sore place'],
  [18, { sore: ['heel back'], toeRoom: 'right' }, 'open', 'a higher sock, and break it in'],
  [19, { feetDifferMm: 5 }, 'open', 'fit the larger foot; an insole for the smaller'],
];

describe('the rules of a try-on', () => {
  it.each(ROWS)('row %i fires and leads', (row, tryOn, outcome, first) => {
    const verdict = tryOnVerdict(tryOn);
    expect([verdict.reasons[0]?.row, verdict.outcome, verdict.next[0]?.what]).toEqual([
      row,
      outcome,
      first,
    ]);
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
    expect(verdict.reasons.map(({ row }) => row)).toEqual([5, 15, 18]);
    expect(verdict.outcome).toBe('swap');
    expect(verdict.next.map(({ what }) => what)).toEqual([
      'the wider build, same label',
      'a higher sock, and break it in',
      'two tensions: loose before, tight at the ankle',
      'another model',
      'let it go where it does not',
    ]);
  });
});

describe('what is not answered', () => {
  it('is asked for, the one answer that would tell the most', () => {
    const ask = (tryOn: TryOn) => tryOnVerdict(tryOn).next[0]?.what;
    expect(tryOnVerdict({}).outcome).toBe('cannot tell');
    expect(ask({})).toContain('room before the longest toe');
    expect(ask({ toeRoom: 'right' })).toContain('heel lifts');
    expect(ask({ toeRoom: 'right', heel: 'none' })).toContain('width at the ball');
    const all: TryOn = {
      toeRoom: 'long',
      heel: 'none',
      width: { ball: 0 },
      footbed: 'longer',
      rows: 'middle',
    };
    expect(ask(all)).toBe('another label or shoe to hold against it');
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
    expect(tryOnVerdict({ toeGapMm: -1, use: 'climbing' }).outcome).toBe('cannot tell');
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
    expect(verdict.next[1]).toMatchObject({ what: 'a full size up', label: men(13) });
    expect(outcomeWords(verdict)).toBe('Swap for US men 12 2E');
    expect(tryOnVerdict({ ...short, made: [{ labels: whole }] }).swapFor?.label).toEqual(men(13));
  });
  it('is nothing where nothing is made: another model', () => {
    const verdict = tryOnVerdict({
      toeRoom: 'right',
      sore: ['edges'],
      label: men(12),
      made: [{ labels: whole }],
    });
    expect([verdict.outcome, verdict.next[0]?.what]).toEqual(['let go', 'another model']);
  });
  it('is nothing on the last day, or once worn outside where the shop then takes nothing back', () => {
    const edges: TryOn = { toeRoom: 'right', sore: ['edges'], label: men(12) };
    for (const over of [{ daysLeft: 0 }, { wornOutside: true }]) {
      const verdict = tryOnVerdict({ ...edges, ...over });
      expect(verdict.outcome).toBe('open');
      expect(verdict.next.map(({ what }) => what)).toEqual([
        'other lacing',
        'another insole',
        'let it go',
      ]);
    }
    const forced = tryOnVerdict({ lacesLetOut: true, heel: 'lifts', daysLeft: 0 });
    expect(forced.next.map(({ what }) => what)).not.toContain('other lacing');
    expect(tryOnVerdict({ ...edges, after: 'outing' }).outcome, 'an outing alone').toBe('swap');
  });
  it('comes before experiments when two days are left', () => {
    const arch: TryOn = {
      toeRoom: 'right',
      sore: ['arch edge'],
      label: men(9),
      made: [{ labels: [men(9)] }, { width: 'wide', labels: [men(9)] }],
    };
    expect(tryOnVerdict({ ...arch, daysLeft: 10 }).outcome).toBe('open');
    expect(tryOnVerdict({ ...arch, daysLeft: 2 }).swapFor).toEqual({
      label: men(9),
      width: 'wide',
    });
  });
  it('is no question where the two shoes are no pair', () => {
    const verdict = tryOnVerdict({ labelsDiffer: true, toeRoom: 'short', label: men(9) });
    expect([verdict.outcome, verdict.next.length]).toEqual(['let go', 1]);
    expect(outcomeWords(verdict)).toBe('Let it go');
  });
});
