/** How a shoe is laced for a complaint: the way of the lace from eyelet to eyelet. Common practice. */

export const LACING_COMPLAINTS = [
  'the heel slips',
  'a narrow foot',
  'a wide foot',
  'a narrow heel, a wide forefoot',
  'a sore instep',
  'pressed toes',
] as const;
export type LacingComplaint = (typeof LACING_COMPLAINTS)[number];

export type LaceSide = 'left' | 'right';

/** An eyelet: rows from the toe up, 1 the lowest. Where eyelets are staggered, near or far from the middle. */
export interface Eyelet {
  side: LaceSide;
  row: number;
  line: 'near' | 'far';
}

export interface LaceRun {
  from: Eyelet;
  to: Eyelet;
  /** Which lace, where two are used. */
  lace: 1 | 2;
  /** A loop at one side that the other end passes through. */
  lock?: boolean;
}

export interface Lacing {
  complaint: LacingComplaint;
  runs: LaceRun[];
  steps: string[];
}

export const FEWEST_EYELETS = 3;
export const MOST_EYELETS = 12;

/** Which lacing a step of a try-on asks for. */
const BY_STEP: Readonly<Partial<Record<StepId, LacingComplaint>>> = {
  'other-lacing': 'the heel slips',
  'heel-lock': 'the heel slips',
  'two-tensions': 'a narrow heel, a wide forefoot',
  'skip-eyelet': 'a sore instep',
  'tighter-laces': 'a narrow foot',
};

/** The same by the words that former versions kept of a step that was tried. */
const BY_FORMER_WORDS: Readonly<Record<string, LacingComplaint>> = {
  'other lacing': 'the heel slips',
  'all holes, and a lock at the ankle': 'the heel slips',
  'two tensions: loose before, tight at the ankle': 'a narrow heel, a wide forefoot',
  'skip an eyelet over the sore place': 'a sore instep',
  'tighter laces on the smaller': 'a narrow foot',
};

export const lacingOfStep = (step: StepId): LacingComplaint | undefined => BY_STEP[step];

/** Which lacing a step was that is on file: by its name, or by its words where it has none. */
export const lacingOfTried = ({
  what,
  step,
}: {
  what: string;
  step?: StepId | undefined;
}): LacingComplaint | undefined => (step ? BY_STEP[step] : BY_FORMER_WORDS[what]);

const opposite = (side: LaceSide): LaceSide => (side === 'left' ? 'right' : 'left');
const SIDES: readonly LaceSide[] = ['left', 'right'];

/** Where eyelets stand in one row all of them are near; else every other is. */
const eyelet = (side: LaceSide, row: number, line: Eyelet['line'] = 'near'): Eyelet => ({
  side,
  row,
  line,
});

/** Straight across the lowest row, as most laces begin. */
const across = (row: number, lace: 1 | 2 = 1, line: Eyelet['line'] = 'near'): LaceRun => ({
  from: eyelet('left', row, line),
  to: eyelet('right', row, line),
  lace,
});

/** Both ends crossed from one row to another. */
const crossed = (
  row: number,
  next: number,
  lace: 1 | 2 = 1,
  line: Eyelet['line'] = 'near',
): LaceRun[] =>
  SIDES.map((side) => ({
    from: eyelet(side, row, line),
    to: eyelet(opposite(side), next, line),
    lace,
  }));

/** Both ends straight up their own side. */
const upright = (row: number, next: number): LaceRun[] =>
  SIDES.map((side) => ({ from: eyelet(side, row), to: eyelet(side, next), lace: 1 as const }));

/** Crossed at every row from one to another. */
const crossedFrom = (
  first: number,
  last: number,
  lace: 1 | 2 = 1,
  line: Eyelet['line'] = 'near',
): LaceRun[] =>
  Array.from({ length: Math.max(0, last - first) }, (_, at) =>
    crossed(first + at, first + at + 1, lace, line),
  ).flat();

/** A loop at the top row on either side, the ends passed through the loop across. */
const locked = (top: number): LaceRun[] => [
  ...upright(top - 1, top).map((run) => ({ ...run, lock: true })),
  ...SIDES.map((side) => ({
    from: eyelet(side, top),
    to: eyelet(opposite(side), top - 1),
    lace: 1 as const,
    lock: true,
  })),
];

const PATHS: Readonly<Record<LacingComplaint, (top: number) => Omit<Lacing, 'complaint'>>> = {
  'the heel slips': (top) => ({
    runs: [across(1), ...crossedFrom(1, top - 1), ...locked(top)],
    steps: [
      'Cross as usual up to the row below the top.',
      'Each end straight up into the top eyelet of its own side: a small loop stays.',
      'Each end through the loop across, pulled down and back, then tied: the heel is locked.',
    ],
  }),
  'a narrow foot': (top) => ({
    runs: [across(1, 1, 'far'), ...crossedFrom(1, top, 1, 'far')],
    steps: [
      'Use the eyelets farther from the middle: they draw the sides together.',
      'Where eyelets stand in one row, cross at every one of them.',
    ],
  }),
  'a wide foot': (top) => ({
    runs: [
      across(1),
      ...Array.from({ length: top - 1 }, (_, at) =>
        at % 2 === 0 ? upright(at + 1, at + 2) : crossed(at + 1, at + 2),
      ).flat(),
    ],
    steps: [
      'Use the eyelets nearer to the middle.',
      'Straight up at every other row instead of crossing: the forefoot gets room.',
    ],
  }),
  'a narrow heel, a wide forefoot': (top) => {
    const middle = Math.max(2, Math.ceil(top / 2));
    return {
      runs: [
        across(1),
        ...crossedFrom(1, middle),
        across(middle + 1, 2),
        ...crossedFrom(middle + 1, top, 2),
      ],
      steps: [
        `One lace through the rows 1 to ${middle}, left loose, and tied.`,
        `A second lace through the rows ${middle + 1} to ${top}, pulled tight: two tensions.`,
        'With one lace, a knot above the forefoot does nearly the same.',
      ],
    };
  },
  'a sore instep': (top) => {
    const sore = Math.max(2, Math.ceil(top / 2));
    return {
      runs: [
        across(1),
        ...crossedFrom(1, sore),
        ...upright(sore, Math.min(top, sore + 1)),
        ...crossedFrom(Math.min(top, sore + 1), top),
      ],
      steps: [
        `Cross up to row ${sore}, below the sore place.`,
        `Straight up from row ${sore} to row ${Math.min(top, sore + 1)}: nothing crosses over the instep.`,
        'Cross on above it. An eyelet may be left out there.',
      ],
    };
  },
  'pressed toes': (top) => ({
    runs: [
      { from: eyelet('left', 1), to: eyelet('right', top), lace: 1 },
      across(1),
      ...Array.from({ length: top - 1 }, (_, at): LaceRun[] => [
        {
          from: eyelet('right', at + 1),
          to: eyelet('left', at + 2),
          lace: 1,
        },
        ...(at + 2 < top
          ? [{ from: eyelet('left', at + 2), to: eyelet('right', at + 2), lace: 1 as const }]
          : []),
      ]).flat(),
    ],
    steps: [
      'One end from the eyelet at the sore toe slantwise to the top on the other side.',
      'The other end crosses to and fro through all rows between.',
      'Pulled, the slanting end lifts the toe box. A nail that turns black is for a clinician.',
    ],
  }),
};

/**
 * The way of the lace for a complaint, on the rows of eyelets that a shoe has.
 *
 * @param rows eyelets of each side
 * @throws RangeError for fewer than 3 or more than 12
 * @example lacingFor('the heel slips', 6).runs.some(({ lock }) => lock) // true
 */
export function lacingFor(complaint: LacingComplaint, rows: number): Lacing {
  if (!Number.isInteger(rows) || rows < FEWEST_EYELETS || rows > MOST_EYELETS)
    throw new RangeError(
      `lacing is drawn for ${FEWEST_EYELETS} to ${MOST_EYELETS} rows of eyelets`,
    );
  return { complaint, ...PATHS[complaint](rows) };
}

import type { StepId } from '../records/try-on-verdict.ts';
