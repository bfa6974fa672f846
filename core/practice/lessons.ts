/**
 * Practice: shoes that are made up, on gauges that are simulated, with faults that happen. What is true is hidden until
 * the end of a round. Everything follows from a seed, so that a round can be taken again.
 */
import type { Side } from '../catalogue/quantities.ts';

export const LESSON_IDS = ['measure', 'match', 'decide'] as const;
export type LessonId = (typeof LESSON_IDS)[number];

export interface Lesson {
  name: string;
  says: string;
  minutes: number;
}

export const LESSONS: Readonly<Record<LessonId, Lesson>> = {
  measure: {
    name: 'Measure a pair',
    says: 'Mass, two stacks and a width of two shoes. Something on the table is wrong: find it before it is in the figures.',
    minutes: 4,
  },
  match: {
    name: 'Hold two shoes against each other',
    says: 'Take what tells, and say what is the matter with the pair, if anything is.',
    minutes: 3,
  },
  decide: {
    name: 'Judge claims',
    says: 'Six claims against figures with their doubt: agrees, differs, or cannot tell.',
    minutes: 2,
  },
};

/** A uniform number from 0 to 1, of a generator that is handed in. */
export type Uniform = () => number;

/** A standard normal deviate by the polar method (Marsaglia and Bray 1964). */
export function normalOf(uniform: Uniform): number {
  for (;;) {
    const [x, y] = [2 * uniform() - 1, 2 * uniform() - 1];
    const s = x * x + y * y;
    if (s > 0 && s < 1) return x * Math.sqrt((-2 * Math.log(s)) / s);
  }
}

/** A generator of a seed: the multiplicative one of Park and Miller (1988), which is small and the same everywhere. */
export function seeded(seed: number): Uniform {
  let state = (Math.abs(Math.trunc(seed)) % 2147483646) + 1;
  const next = () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
  // Neighbouring seeds begin alike.
  for (let skip = 0; skip < 8; skip += 1) next();
  return next;
}

const pick = <T>(all: readonly T[], uniform: Uniform): T =>
  all[Math.min(all.length - 1, Math.floor(uniform() * all.length))] as T;

/* Measure */

export const STATIONS = ['mass', 'heel-stack', 'forefoot-stack', 'ball-width'] as const;
export type PracticeStation = (typeof STATIONS)[number];

/** What may be wrong on the table of a round. */
export const TABLE_FAULTS = {
  unzeroed: 'The caliper was not zeroed',
  parallax: 'The scale of the needle gauge was read from the side',
  pressure: 'The needle was pressed into the foam',
  station: 'The station was marked at the wrong place',
  warm: 'The foam was warm from the sun',
  labels: 'The two shoes bear different labels',
} as const;
export type TableFault = keyof typeof TABLE_FAULTS;
export const TABLE_FAULT_IDS = Object.keys(TABLE_FAULTS) as TableFault[];

/** How a reading is taken: what a hand can put right. */
export interface Technique {
  zeroed: boolean;
  look: 'straight' | 'from the side';
  touch: 'light' | 'firm';
  /** Heel station, % of internal length; 12 is right. */
  stationPercent: number;
  /** After twenty minutes in the shade. */
  cooled: boolean;
}

export interface PracticeTable {
  truths: Record<Side, Record<PracticeStation, number>>;
  labels: Record<Side, string>;
  faults: readonly TableFault[];
  /** What each fault does to a reading. */
  effects: { offset: number; parallax: number; pressure: number; slope: number; warmth: number };
  /** How the table was found. */
  found: Technique;
}

export const RIGHT_PERCENT = 12;

/** Scatter of repeats, as the stations of a quick review have it: common practice. */
export const SCATTER: Readonly<Record<PracticeStation, number>> = {
  mass: 0.4,
  'heel-stack': 0.2,
  'forefoot-stack': 0.2,
  'ball-width': 0.25,
};
const STEP: Readonly<Record<PracticeStation, number>> = {
  mass: 0.5,
  'heel-stack': 0.1,
  'forefoot-stack': 0.1,
  'ball-width': 0.05,
};

/** Lays a table: two shoes, and one to three faults. */
export function layTable(seed: number): PracticeTable {
  const uniform = seeded(seed);
  const model = {
    mass: 260 + 120 * uniform(),
    'heel-stack': 24 + 12 * uniform(),
    'forefoot-stack': 18 + 8 * uniform(),
    'ball-width': 98 + 14 * uniform(),
  };
  // No sound shoe stands so far off that it could be taken for one of another label.
  const near = (spread: number) => spread * Math.max(-1.5, Math.min(1.5, normalOf(uniform)));
  const shoe = (): Record<PracticeStation, number> => ({
    mass: model.mass + near(1),
    'heel-stack': model['heel-stack'] + near(0.15),
    'forefoot-stack': model['forefoot-stack'] + near(0.15),
    'ball-width': model['ball-width'] + near(0.2),
  });
  const [left, right] = [shoe(), shoe()];
  const many = 1 + Math.floor(uniform() * 3);
  const faults: TableFault[] = [];
  while (faults.length < many) {
    const fault = pick(TABLE_FAULT_IDS, uniform);
    if (!faults.includes(fault)) faults.push(fault);
  }
  const has = (fault: TableFault) => faults.includes(fault);
  const size = 6 + Math.floor(uniform() * 5);
  if (has('labels'))
    for (const station of STATIONS) right[station] *= station === 'mass' ? 1.026 : 1.012;
  return {
    truths: { left, right },
    labels: { left: `UK ${size}`, right: has('labels') ? `UK ${size}½` : `UK ${size}` },
    faults: TABLE_FAULT_IDS.filter(has),
    effects: {
      offset: (uniform() < 0.5 ? -1 : 1) * (0.6 + 0.8 * uniform()),
      parallax: 0.5 + 0.5 * uniform(),
      pressure: 0.6 + 0.6 * uniform(),
      slope: 0.16 + 0.1 * uniform(),
      warmth: 0.5 + 0.4 * uniform(),
    },
    found: {
      zeroed: !has('unzeroed'),
      look: has('parallax') ? 'from the side' : 'straight',
      touch: has('pressure') ? 'firm' : 'light',
      stationPercent: has('station') ? pick([8, 16, 17], uniform) : RIGHT_PERCENT,
      cooled: !has('warm'),
    },
  };
}

/**
 * What a gauge shows, to its own step.
 * @param noise a standard normal deviate, another for each placing
 */
export function showReading(
  table: PracticeTable,
  { side, station }: { side: Side; station: PracticeStation },
  technique: Technique,
  noise: number,
): number {
  const { effects } = table;
  let value = table.truths[side][station] + SCATTER[station] * noise;
  if (station === 'ball-width' && !technique.zeroed) value += effects.offset;
  if (station === 'heel-stack' || station === 'forefoot-stack') {
    if (technique.look === 'from the side') value += effects.parallax;
    if (technique.touch === 'firm') value -= effects.pressure;
    if (!technique.cooled) value -= effects.warmth;
  }
  if (station === 'heel-stack') value += effects.slope * (RIGHT_PERCENT - technique.stationPercent);
  const step = STEP[station];
  return Math.round(value / step) * step;
}

/* Match */

/** What may be the matter with a pair; of each what differs. */
export const PAIR_CAUSES = [
  'matched',
  'two sizes in one box',
  'swapped or wrong footbed',
  'upper lasted askew',
  'heel seat or lasting height',
  'heel set or shank twisted',
] as const;
export type PairCause = (typeof PAIR_CAUSES)[number];

export const PAIR_FEATURES = [
  'tread length',
  'footbed length',
  'toe-tip height',
  'collar outside',
  'collar inside',
  'heel seam off centre',
  'sole plane',
] as const;
export type PairFeature = (typeof PAIR_FEATURES)[number];

/** Left-right tolerances: common practice. */
export const PAIR_TOLERANCES: Readonly<Record<PairFeature, { tolerance: number; unit: string }>> = {
  'tread length': { tolerance: 1, unit: 'mm' },
  'footbed length': { tolerance: 1, unit: 'mm' },
  'toe-tip height': { tolerance: 3, unit: 'mm' },
  'collar outside': { tolerance: 3, unit: 'mm' },
  'collar inside': { tolerance: 3, unit: 'mm' },
  'heel seam off centre': { tolerance: 2, unit: 'mm' },
  'sole plane': { tolerance: 1, unit: '°' },
};

export interface PracticePair {
  cause: PairCause;
  shoes: Record<Side, Record<PairFeature, number>>;
}

/** Draws a pair with one cause, or none. */
export function drawPair(seed: number): PracticePair {
  const uniform = seeded(seed + 7919);
  const cause = pick(PAIR_CAUSES, uniform);
  const base: Record<PairFeature, number> = {
    'tread length': 255 + 30 * uniform(),
    'footbed length': 262 + 25 * uniform(),
    'toe-tip height': 18 + 8 * uniform(),
    'collar outside': 60 + 10 * uniform(),
    'collar inside': 63 + 10 * uniform(),
    'heel seam off centre': 0,
    'sole plane': 0,
  };
  const small: Record<PairFeature, number> = {
    'tread length': 0.15,
    'footbed length': 0.2,
    'toe-tip height': 0.5,
    'collar outside': 0.5,
    'collar inside': 0.5,
    'heel seam off centre': 0.4,
    'sole plane': 0.15,
  };
  const shoe = () =>
    Object.fromEntries(
      PAIR_FEATURES.map((feature) => [
        feature,
        base[feature] + small[feature] * Math.max(-1.5, Math.min(1.5, normalOf(uniform))),
      ]),
    ) as Record<PairFeature, number>;
  const shoes = { left: shoe(), right: shoe() };
  const side: Side = uniform() < 0.5 ? 'left' : 'right';
  const add = (feature: PairFeature, by: number) => {
    shoes[side][feature] += by;
  };
  if (cause === 'two sizes in one box') {
    add('tread length', 4.2);
    add('footbed length', 4.2);
  } else if (cause === 'swapped or wrong footbed') add('footbed length', 4.2);
  else if (cause === 'upper lasted askew') {
    add('toe-tip height', 7);
    add('collar inside', -8);
    add('heel seam off centre', 5);
  } else if (cause === 'heel seat or lasting height') {
    add('collar inside', 6);
    add('collar outside', 6);
  } else if (cause === 'heel set or shank twisted') add('sole plane', 2.6);
  return { cause, shoes };
}

/** What a gauge shows of a feature, to half a step of a hand. */
export const showFeature = (
  { shoes }: PracticePair,
  side: Side,
  feature: PairFeature,
  noise: number,
): number => Math.round((shoes[side][feature] + 0.1 * noise) * 10) / 10;
