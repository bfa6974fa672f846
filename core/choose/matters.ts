/** The ten things that may matter most in a shoe, and by what each is told. Common practice. */
import type { PartId } from '../catalogue/construction.ts';
import type { QuantityId } from '../catalogue/quantities.ts';
import type { Matter } from '../records/choice-verdict.ts';

/** What tells of a matter: a figure, more of it or less; a score by hand; an answer of the walk. */
export type MatterReading =
  | { reads: 'figure'; of: QuantityId | 'price' | 'life'; sign: 1 | -1 }
  | { reads: 'score'; of: QuantityId; sign: 1 | -1 }
  | { reads: 'part'; of: PartId; good: readonly string[] };

const figure = (of: QuantityId | 'price' | 'life', sign: 1 | -1): MatterReading => ({
  reads: 'figure',
  of,
  sign,
});
const score = (of: QuantityId, sign: 1 | -1): MatterReading => ({ reads: 'score', of, sign });
const part = (of: PartId, ...good: string[]): MatterReading => ({ reads: 'part', of, good });

export const MATTER_READINGS: Readonly<Record<Matter, readonly MatterReading[]>> = {
  cushion: [
    figure('heel-stack', 1),
    figure('forefoot-stack', 1),
    figure('midsole-lateral-hardness', -1),
  ],
  steadiness: [
    figure('tilt-angle', 1),
    score('counter-hand', 1),
    score('twist-front-hand', 1),
    part('walls', 'both', 'lateral'),
  ],
  'little weight': [figure('mass', -1)],
  'long life': [
    figure('life', 1),
    figure('outsole-hardness', 1),
    part('coverage', 'all', 'heel and forefoot'),
  ],
  grip: [
    figure('forefoot-lugs', 1),
    figure('outsole-hardness', -1),
    part('compound', 'gum', 'sticky', 'blown, soft'),
  ],
  'dry feet': [part('waterproof', 'membrane', 'rubber', 'coating'), figure('membrane-height', 1)],
  protection: [
    part('collar-cut', 'mid', 'high', 'shaft'),
    part('toe-cap', 'hard', 'safety cap'),
    score('bend-front-hand', 1),
  ],
  'feel for the ground': [figure('forefoot-stack', -1), score('bend-front-hand', -1)],
  'room for the toes': [
    figure('toe-box-width', 1),
    figure('toe-box-height', 1),
    figure('internal-ball-width', 1),
  ],
  'a low price': [figure('price', -1)],
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
