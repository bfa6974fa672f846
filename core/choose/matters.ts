/** The ten things that may matter most in a shoe, and by what each is told. Common practice. */
import type { PartId } from '../catalogue/construction.ts';
import type { QuantityId } from '../catalogue/quantities.ts';

export const MATTERS = [
  'cushion',
  'steadiness',
  'little weight',
  'long life',
  'grip',
  'dry feet',
  'protection',
  'feel for the ground',
  'room for the toes',
  'a low price',
] as const;
export type Matter = (typeof MATTERS)[number];

/** What tells of a matter: a figure, more of it or less; a score by hand; an answer of the walk. */
export type MatterReading =
  | { reads: 'figure'; of: QuantityId | 'price' | 'life'; sign: 1 | -1 }
  | { reads: 'score'; of: QuantityId; sign: 1 | -1 }
  | { reads: 'part'; of: PartId; good: readonly string[] };

interface MatterEntry {
  /** In the conversation, in a line. */
  says: string;
  /** An offer with more of it, and one with less. */
  more: string;
  less: string;
  readings: readonly MatterReading[];
}

const figure = (of: QuantityId | 'price' | 'life', sign: 1 | -1): MatterReading => ({
  reads: 'figure',
  of,
  sign,
});
const score = (of: QuantityId, sign: 1 | -1): MatterReading => ({ reads: 'score', of, sign });
const part = (of: PartId, ...good: string[]): MatterReading => ({ reads: 'part', of, good });

export const MATTER_ENTRIES: Readonly<Record<Matter, MatterEntry>> = {
  cushion: {
    says: 'Soft and thick under heel and ball.',
    more: 'more cushion',
    less: 'less cushion',
    readings: [
      figure('heel-stack', 1),
      figure('forefoot-stack', 1),
      figure('midsole-lateral-hardness', -1),
    ],
  },
  steadiness: {
    says: 'Broad for its height, held at the heel.',
    more: 'steadier',
    less: 'less steady',
    readings: [
      figure('tilt-angle', 1),
      score('counter-hand', 1),
      score('twist-front-hand', 1),
      part('walls', 'both', 'lateral'),
    ],
  },
  'little weight': {
    says: 'Light on the foot.',
    more: 'lighter',
    less: 'heavier',
    readings: [figure('mass', -1)],
  },
  'long life': {
    says: 'Lasts before it is worn out.',
    more: 'lasts longer',
    less: 'lasts less long',
    readings: [
      figure('life', 1),
      figure('outsole-hardness', 1),
      part('coverage', 'all', 'heel and forefoot'),
    ],
  },
  grip: {
    says: 'Holds on wet grass, gravel and stone.',
    more: 'more grip',
    less: 'less grip',
    readings: [
      figure('forefoot-lugs', 1),
      figure('outsole-hardness', -1),
      part('compound', 'gum', 'sticky', 'blown, soft'),
    ],
  },
  'dry feet': {
    says: 'Keeps water out.',
    more: 'keeps drier',
    less: 'lets more water in',
    readings: [part('waterproof', 'membrane', 'rubber', 'coating'), figure('membrane-height', 1)],
  },
  protection: {
    says: 'A cover for ankle and toes, and a sole that stones do not come through.',
    more: 'protects more',
    less: 'protects less',
    readings: [
      part('collar-cut', 'mid', 'high', 'shaft'),
      part('toe-cap', 'hard', 'safety cap'),
      score('bend-front-hand', 1),
    ],
  },
  'feel for the ground': {
    says: 'Low and bendable at the ball.',
    more: 'more feel for the ground',
    less: 'less feel for the ground',
    readings: [figure('forefoot-stack', -1), score('bend-front-hand', -1)],
  },
  'room for the toes': {
    says: 'Wide and high over the toes.',
    more: 'more room for the toes',
    less: 'less room for the toes',
    readings: [
      figure('toe-box-width', 1),
      figure('toe-box-height', 1),
      figure('internal-ball-width', 1),
    ],
  },
  'a low price': {
    says: 'Cheap to buy.',
    more: 'cheaper',
    less: 'dearer',
    readings: [figure('price', -1)],
  },
};

/** What is had of one at the cost of another. */
export const TRADED: readonly (readonly [Matter, Matter])[] = [
  ['protection', 'cushion'],
  ['protection', 'little weight'],
  ['cushion', 'steadiness'],
  ['little weight', 'long life'],
  ['grip', 'long life'],
  ['cushion', 'feel for the ground'],
  ['dry feet', 'little weight'],
  ['long life', 'a low price'],
];

/** How much the first, the second and the third count. */
export const MATTER_WEIGHTS: readonly number[] = [3, 2, 1];

/** What is carried, and what it adds to steadiness: a load sways. */
export const LOADS = { nothing: 0, 'a bag': 1, 'a heavy pack': 2 } as const;
export type Load = keyof typeof LOADS;

export const RISKS = ['none', 'the usual', 'more than usual'] as const;
export type Risk = (typeof RISKS)[number];
