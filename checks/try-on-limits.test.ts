/** The rows of the try-on: what makes each row apply, and what does not. Common practice, worked by hand. */
import { describe, expect, it } from 'vitest';
import { daysUntil, heelHoldOf, type TryOn, toeRoomOf, tryOnWith } from '#core/fit/try-on.ts';
import { answersOf, TRY_ON_RULES } from '#core/fit/try-on-rules.ts';
import { tryOnVerdict } from '#core/fit/try-on-verdict.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';

const men = (size: number): SizeLabel => ({ system: 'us-men', size });

/** What makes a row fire, and what of it does not: one thing changed at a time. */
interface RowCases {
  row: number;
  fires: TryOn[];
  not: TryOn[];
}
const LOOSE = { toe: 1, ball: 1, midfoot: 1, heel: 1 };
const FIRING: RowCases[] = [
  {
    row: 1,
    fires: [{ matchFailed: true }, { labelsDiffer: true }],
    not: [{}, { matchFailed: false }, { labelsDiffer: false }],
  },
  {
    row: 2,
    fires: [{ pain: 'sharp' }, { pain: 'numb' }, { oldInjury: true }],
    not: [{ pain: 'none' }, { oldInjury: false }],
  },
  {
    row: 3,
    fires: [{ sockUsual: false }, { insoleUsual: false }],
    not: [{}, { sockUsual: true, insoleUsual: true }],
  },
  {
    row: 4,
    fires: [
      { lacesLetOut: true, heel: 'a little' },
      { lacesLetOut: true, heel: 'lifts' },
    ],
    not: [
      { lacesLetOut: true, heel: 'none' },
      { lacesLetOut: true },
      { lacesLetOut: false, heel: 'lifts' },
    ],
  },
  {
    row: 5,
    fires: [
      { toeRoom: 'right', sore: ['edges'] },
      { toeRoom: 'long', sore: ['edges'] },
      { toeRoom: 'right', width: { ball: -1 } },
      { toeRoom: 'right', width: { toe: -1 } },
      { toeRoom: 'right', width: { toe: -2 } },
    ],
    not: [
      { toeRoom: 'short', sore: ['edges'] },
      { sore: ['edges'] },
      { toeRoom: 'right', sore: ['midfoot'] },
      { toeRoom: 'right', width: { ball: 0, toe: 0 } },
      { toeRoom: 'right', width: { midfoot: -1, heel: -1 } },
    ],
  },
  {
    row: 6,
    fires: [
      { toeRoom: 'right', sore: ['arch edge'] },
      { toeRoom: 'right', width: { midfoot: -1 } },
      { toeRoom: 'right', width: { midfoot: -1, ball: 0, toe: 0 } },
    ],
    not: [
      { toeRoom: 'long', sore: ['arch edge'] },
      { toeRoom: 'short', width: { midfoot: -1 } },
      { toeRoom: 'right', width: { midfoot: 0 } },
      { toeRoom: 'right', width: { midfoot: -1, ball: -1 } },
      { toeRoom: 'right', width: { midfoot: -1, toe: -1 } },
    ],
  },
  {
    row: 7,
    fires: [
      { toeRoom: 'short' },
      { toeRoom: 'short', width: { ball: 0 } },
      { toesTouch: true, heel: 'none' },
    ],
    not: [
      { toeRoom: 'right' },
      { toeRoom: 'short', width: { ball: -1 } },
      { toesTouch: true },
      { toesTouch: true, heel: 'a little' },
      { toesTouch: false, heel: 'none' },
      { toeRoom: 'short', use: 'climbing' },
    ],
  },
  {
    row: 8,
    fires: [
      { toeRoom: 'short', width: { ball: -1 } },
      { toeRoom: 'short', width: { heel: -2, toe: 1 } },
    ],
    not: [
      { toeRoom: 'short' },
      { toeRoom: 'short', width: { ball: 0 } },
      { toeRoom: 'right', width: { ball: -1 } },
    ],
  },
  {
    row: 9,
    fires: [{ toesTouch: true, heel: 'lifts', toeRoom: 'right' }],
    not: [
      { toesTouch: false, heel: 'lifts', toeRoom: 'right' },
      { toesTouch: true, heel: 'a little', toeRoom: 'right' },
      { toesTouch: true, heel: 'lifts', toeRoom: 'long' },
      { toesTouch: true, heel: 'lifts' },
    ],
  },
  {
    row: 10,
    fires: [
      { heel: 'lifts', pull: 'tight', insoleGapMm: 3, footbed: 'same' },
      { heel: 'lifts', pull: 'tight', insoleGapMm: 3, footbed: 'shorter' },
    ],
    not: [
      { heel: 'lifts', pull: 'tight', insoleGapMm: 2.9, footbed: 'same' },
      { heel: 'lifts', pull: 'tight', footbed: 'same' },
      { heel: 'lifts', pull: 'tight', insoleGapMm: 3, footbed: 'longer' },
      { heel: 'lifts', pull: 'tight', insoleGapMm: 3 },
      { heel: 'lifts', pull: 'middle', insoleGapMm: 3, footbed: 'same' },
      { heel: 'a little', pull: 'tight', insoleGapMm: 3, footbed: 'same' },
    ],
  },
  {
    row: 11,
    fires: [{ toeRoom: 'long', heel: 'lifts', pull: 'tight' }],
    not: [
      { toeRoom: 'right', heel: 'lifts', pull: 'tight' },
      { toeRoom: 'long', heel: 'a little', pull: 'tight' },
      { toeRoom: 'long', heel: 'lifts', pull: 'middle' },
      { toeRoom: 'long', heel: 'lifts' },
    ],
  },
  {
    row: 12,
    fires: [
      { footbed: 'same', width: LOOSE, rows: 'touch' },
      { footbed: 'same', width: LOOSE, eyeletsFewer: true },
      { footbed: 'same', width: LOOSE, rows: 'touch', insoleGapMm: 2.9 },
    ],
    not: [
      { footbed: 'same', width: LOOSE, rows: 'middle' },
      { footbed: 'same', width: LOOSE, eyeletsFewer: false },
      { footbed: 'shorter', width: LOOSE, rows: 'touch' },
      { footbed: 'same', width: { ...LOOSE, heel: 0 }, rows: 'touch' },
      { footbed: 'same', rows: 'touch' },
      { footbed: 'same', width: LOOSE, rows: 'touch', insoleGapMm: 3 },
    ],
  },
  {
    row: 13,
    fires: [
      { heel: 'lifts', pull: 'slack', toeRoom: 'right' },
      { heel: 'lifts', pull: 'middle', toeRoom: 'right' },
    ],
    not: [
      { heel: 'lifts', pull: 'tight', toeRoom: 'right' },
      { heel: 'lifts', toeRoom: 'right' },
      { heel: 'a little', pull: 'slack', toeRoom: 'right' },
      { heel: 'lifts', pull: 'slack', toeRoom: 'long' },
    ],
  },
  {
    row: 14,
    fires: [{ heel: 'a little', after: 'shop' }],
    not: [
      { heel: 'lifts', after: 'shop' },
      { heel: 'a little', after: 'outing' },
      { heel: 'a little' },
    ],
  },
  {
    row: 15,
    fires: [{ width: { heel: 1, ball: 0 } }, { width: { heel: 2, ball: 0 } }],
    not: [
      { width: { heel: 0, ball: 0 } },
      { width: { heel: 1, ball: 1 } },
      { width: { heel: 1, ball: -1 } },
      { width: { heel: 1 } },
      { width: { ball: 0 } },
    ],
  },
  {
    row: 16,
    fires: [{ width: LOOSE }, { width: { toe: 1, ball: 1 } }],
    not: [
      { width: { ball: 1 } },
      { width: { ball: 1, toe: 0 } },
      { width: LOOSE, footbed: 'same' },
    ],
  },
  {
    row: 17,
    fires: [
      { sore: ['toes top'], rows: 'wide open' },
      { sore: ['instep'], rows: 'wide open' },
    ],
    not: [
      { sore: ['instep'], rows: 'middle' },
      { sore: ['instep'] },
      { rows: 'wide open' },
      { sore: ['ankle'], rows: 'wide open' },
    ],
  },
  {
    row: 18,
    fires: [
      { sore: ['heel back'], toeRoom: 'right' },
      { sore: ['ankle'], toeRoom: 'right' },
    ],
    not: [
      { sore: ['ankle'], toeRoom: 'long' },
      { sore: ['ankle'] },
      { sore: ['edges'], toeRoom: 'right' },
    ],
  },
  { row: 19, fires: [{ feetDifferMm: 4.1 }], not: [{ feetDifferMm: 4 }, {}] },
];

describe.each(FIRING)('row $row of the try-on', ({ row, fires, not }) => {
  const rule = TRY_ON_RULES.find((one) => one.row === row);
  it.each(fires)('fires by %j', (tryOn) => {
    expect(rule?.fires(answersOf(tryOn))).toBe(true);
  });
  it.each(not)('does not by %j', (tryOn) => {
    expect(rule?.fires(answersOf(tryOn))).toBe(false);
  });
});

it('every row has its cases', () => {
  expect(FIRING.map(({ row }) => row)).toEqual(TRY_ON_RULES.map(({ row }) => row));
});

describe('keep, or cannot tell', () => {
  const fits: TryOn = { toeRoom: 'right', heel: 'none', width: { ball: 0, heel: 0 } };
  it('is true to size where room, heel and every width are right', () => {
    expect(tryOnVerdict(fits)).toMatchObject({ answer: 'keep', rows: [20], next: [] });
  });
  it.each([
    { ...fits, toeRoom: 'long' },
    { ...fits, toeRoom: undefined },
    { ...fits, heel: 'a little' },
    { ...fits, heel: undefined },
    { ...fits, width: { ball: 1, heel: 0 } },
    { ...fits, width: {} },
    { ...fits, width: undefined },
  ] as TryOn[])('cannot be told by %j', (tryOn) => {
    expect(tryOnVerdict(tryOn)).toMatchObject({ answer: 'cannot tell', rows: [21] });
  });
  it.each([
    [{}, 'answer-room'],
    [{ toeRoom: 'long' }, 'answer-heel'],
    [{ toeRoom: 'long', heel: 'none' }, 'answer-ball'],
    [{ toeRoom: 'long', heel: 'lifts', width: { ball: 0 } }, 'answer-laces'],
    [{ toeRoom: 'long', heel: 'none', width: { ball: 0 } }, 'answer-insole'],
    [{ toeRoom: 'long', heel: 'none', width: { ball: 0 }, footbed: 'same' }, 'answer-eyelets'],
  ] as [TryOn, string][])('%j asks for %s', (tryOn, asked) => {
    expect(tryOnVerdict(tryOn).next).toEqual([{ what: asked, why: 'most-useful' }]);
  });
});

describe('gaps and lifts in mm', () => {
  it.each([
    ['', 7.9, 'short'],
    ['', 8, 'right'],
    ['', 16, 'right'],
    ['', 16.1, 'long'],
    ['running', 16.1, 'long'],
    ['climbing', -0.1, 'short'],
    ['climbing', 0, 'right'],
    ['climbing', 5, 'right'],
    ['climbing', 5.1, 'long'],
    ['dance', 3.9, 'short'],
    ['dance', 4, 'right'],
    ['dance', 12, 'right'],
    ['dance', 12.1, 'long'],
    ['winter boots', 9.9, 'short'],
    ['winter boots', 10, 'right'],
    ['winter boots', 20, 'right'],
    ['winter boots', 20.1, 'long'],
  ])('for %s %d mm is %s', (use, toeGapMm, room) => {
    expect(toeRoomOf({ toeGapMm, use })).toBe(room);
  });
  it.each([
    [2, 'none'],
    [2.1, 'a little'],
    [6, 'a little'],
    [6.1, 'lifts'],
  ])('a heel that slips %d mm: %s', (heelMm, hold) => {
    expect(heelHoldOf({ heelMm, heel: 'none' })).toBe(hold);
  });
  it('without a figure what was said stands', () => {
    expect([
      toeRoomOf({ toeRoom: 'long' }),
      toeRoomOf({}),
      heelHoldOf({ heel: 'lifts' }),
      heelHoldOf({}),
    ]).toEqual(['long', undefined, 'lifts', undefined]);
  });
});

describe('the sock, the insole and the day', () => {
  const asUsual = (sock: string, insole: string, usualInsole?: string, answers: TryOn = {}) => {
    const { sockUsual, insoleUsual } = tryOnWith({ answers, sock, insole }, { usualInsole });
    return [sockUsual, insoleUsual];
  };
  it('are usual where they are those of the pair', () => {
    expect(asUsual('usual', 'original')).toEqual([true, true]);
    expect(asUsual('thick', 'on top')).toEqual([false, false]);
    expect(asUsual('usual', 'on top', 'on top')).toEqual([true, true]);
    expect(asUsual('thick', 'on top', undefined, { sockUsual: true, insoleUsual: true })).toEqual([
      true,
      true,
    ]);
  });
  it.each([
    ['2026-03-02', 1],
    ['2026-03-01', 0],
    ['2026-02-28', -1],
    [null, undefined],
  ])('back by %s: %s days', (returnBy, days) => {
    expect(daysUntil(returnBy, '2026-03-01')).toBe(days);
  });
  const arch: TryOn = {
    toeRoom: 'right',
    sore: ['arch edge'],
    label: men(9),
    made: [{ labels: [men(9)] }, { width: 'wide', labels: [men(9)] }],
  };
  it.each([
    [3, 'open'],
    [2, 'swap'],
    [1, 'swap'],
    [0, 'open'],
    [-1, 'open'],
    [undefined, 'open'],
  ])('with %s days left an experiment, or the swap: %s', (daysLeft, outcome) => {
    expect(tryOnVerdict({ ...arch, daysLeft }).answer).toBe(outcome);
  });
  it('on the last day nothing is swapped any more, worn outside neither', () => {
    for (const over of [{ daysLeft: 0 }, { wornOutside: true, daysLeft: 9 }])
      expect(tryOnVerdict({ ...arch, ...over }).next.map(({ what }) => what)).toEqual([
        'another-insole',
        'other-lacing',
        'return',
      ]);
  });
});
