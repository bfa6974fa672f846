/** Try-ons of the scenario: six testers with different feet, eight editions. */
import type { BodyIn } from '#contract/endpoints.ts';

type Answers = BodyIn<'addTryOn'>['answers'];

export interface TryOnTruth {
  tag: string;
  tester: string;
  /** Days after the pair was received. */
  after: number;
  answers: Answers;
  sock?: 'usual' | 'thick';
  insole?: 'original' | 'on top';
  tried?: { what: string; helped: boolean }[];
  decided?: '' | 'keep' | 'swap' | 'let go' | 'open';
  note?: string;
}

const SNUG = { toe: 0, ball: 0, midfoot: 0, heel: 0 };
const FITS: Answers = { toeRoom: 'right', heel: 'none', width: SNUG };

export const TRY_ON_TRUTHS: readonly TryOnTruth[] = [
  { tag: 'NS-01', tester: 'T1', after: 1, answers: { ...FITS, toeGapMm: 11 } },
  {
    tag: 'NS-01',
    tester: 'T4',
    after: 2,
    answers: { toeRoom: 'right', heel: 'a little', width: SNUG, after: 'shop' },
    note: 'hill round',
  },
  {
    tag: 'NS-01',
    tester: 'T4',
    after: 20,
    answers: { toeGapMm: 12, heel: 'none', width: SNUG, after: 'broken in' },
  },
  { tag: 'NS-04', tester: 'T2', after: 2, answers: FITS },
  // The wide foot of T3: the pair is swapped for the wide build.
  {
    tag: 'KK-01',
    tester: 'T3',
    after: 1,
    answers: { toeRoom: 'right', sore: ['edges'], width: { ball: -1, heel: 0 }, after: 'shop' },
    tried: [{ what: 'free the two lowest eyelets', helped: false }],
  },
  { tag: 'KK-06', tester: 'T3', after: 1, answers: FITS },
  { tag: 'KK-02', tester: 'T5', after: 1, answers: FITS },
  // True by its length, found short: the toe box is low.
  {
    tag: 'PG-01',
    tester: 'T1',
    after: 1,
    answers: { toeGapMm: 12, sore: ['toes top'], rows: 'wide open', heel: 'none' },
  },
  {
    tag: 'PG-01',
    tester: 'T6',
    after: 3,
    answers: { toeRoom: 'short', heel: 'none', width: SNUG },
    decided: 'open',
    note: 'feels short; the gauge says that it is not',
  },
  // Roundsman 3 splits the testers by the width of their feet.
  { tag: 'BR-10', tester: 'T1', after: 1, answers: FITS },
  { tag: 'BR-10', tester: 'T2', after: 1, answers: FITS },
  {
    tag: 'BR-10',
    tester: 'T3',
    after: 2,
    answers: { toeRoom: 'right', width: { ball: -2, midfoot: -1 }, sore: ['edges'] },
  },
  {
    tag: 'BR-11',
    tester: 'T6',
    after: 2,
    answers: { toeRoom: 'right', width: { ball: -1, heel: 0 }, sore: ['edges'] },
  },
  // Before and after: with the cork insole on top the heel holds.
  {
    tag: 'BR-11',
    tester: 'T5',
    after: 1,
    answers: { toeRoom: 'right', heel: 'lifts', pull: 'middle', width: { ball: 0, heel: 1 } },
  },
  {
    tag: 'BR-11',
    tester: 'T5',
    after: 8,
    insole: 'on top',
    answers: { ...FITS, insoleUsual: true },
    note: 'with the cork on top',
  },
  {
    tag: 'WL-05',
    tester: 'T6',
    after: 1,
    answers: { toeRoom: 'long', heel: 'lifts', pull: 'tight' },
    decided: 'let go',
    note: 'no half size down at the shop',
  },
  { tag: 'TF-02', tester: 'T4', after: 1, answers: FITS, sock: 'thick' },
  { tag: 'TL-01', tester: 'T1', after: 2, answers: FITS },
];

/** Feet of the testers, mm, and what they know to fit: by the keys of the editions. */
export const FOOT_TRUTHS = [
  {
    code: 'T1',
    length: [254, 256],
    width: [98, 98],
    usual: 8,
    known: [
      ['stairwell-mid', 8, 'right'],
      ['roundsman-2', 8, 'right'],
      ['gravel-lane', 8, 'a bit short'],
    ],
  },
  {
    code: 'T2',
    length: [255, 256],
    width: [96, 97],
    usual: 8,
    known: [
      ['stairwell-mid', 8, 'right'],
      ['roundsman-2', 8, 'right'],
      ['gravel-lane', 8.5, 'right'],
    ],
  },
  {
    code: 'T3',
    length: [254, 254],
    width: [108, 107],
    usual: 8,
    known: [
      ['stairwell-mid', 8, 'right'],
      ['roundsman-2', 8, 'right'],
    ],
  },
  {
    code: 'T4',
    length: [258, 262],
    width: [102, 103],
    usual: 8.5,
    known: [
      ['stairwell-mid', 8.5, 'right'],
      ['lanewalk', 8, 'right'],
    ],
  },
  {
    code: 'T5',
    length: [253, 253],
    width: [95, 95],
    usual: 8,
    known: [
      ['lanewalk', 7.5, 'right'],
      ['stairwell-mid', 8, 'right'],
    ],
  },
  {
    code: 'T6',
    length: [253, 254],
    width: [104, 104],
    usual: 8,
    known: [
      ['latch-low', 7.5, 'right'],
      ['gravel-lane', 8.5, 'right'],
    ],
  },
] as const;

/** Insoles and laces by their names, mm, and the pairs that they were in: days ago, and how. */
export const NAMED_PART_TRUTHS = [
  {
    kind: 'insole',
    name: 'Cork 3',
    lengthMm: 264,
    archWidthMm: 64,
    thicknessMm: 3,
    archHeightMm: 9,
    note: 'cut by hand, for the hill rounds',
    places: [
      { tag: 'NS-01', how: 'instead', ago: 27 },
      { tag: 'BR-11', how: 'on top', ago: 23 },
    ],
  },
  {
    kind: 'insole',
    name: 'Felt for winter',
    lengthMm: 270,
    archWidthMm: 66,
    thicknessMm: 5,
    archHeightMm: null,
    note: '',
    places: [{ tag: 'TF-02', how: 'on top', ago: 3 }],
  },
  {
    kind: 'laces',
    name: 'Round waxed, 120 cm',
    lengthMm: 1200,
    archWidthMm: null,
    thicknessMm: null,
    archHeightMm: null,
    note: 'six rows',
    places: [],
  },
] as const;

/** Editions that fit true on their label, by the bench's word. */
export const REFERENCE_TRUTHS = ['stairwell-mid', 'roundsman-3'] as const;
