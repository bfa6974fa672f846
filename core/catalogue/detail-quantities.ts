/** Details by which shoes are told apart: padding, walls beside the foot, heels that are made, climbing, laces. */

import type { QuantityDrawing } from './quantity.ts';
import { byHand, length, quantity, within } from './quantity-draft.ts';
import { CARRYING } from './slopes.ts';

function padding(part: string, where: string, drawing: QuantityDrawing) {
  return length(
    `${part[0]?.toUpperCase()}${part.slice(1)} padding`,
    'upper',
    `${where}, pinched lightly between caliper jaws, at the marked spot.`,
    drawing,
    [1, 40],
    {
      short: `${part} pad`,
      repeatabilitySd: 0.5,
      betweenPairSd: 0.8,
      sideTolerance: within(2),
    },
  );
}

const wall = (side: 'medial' | 'lateral', x: number) =>
  length(
    `Midsole wall, ${side}`,
    'inside',
    `Top of the footbed to the top of the foam wall on the ${side} side, at 12 % of internal length.`,
    { view: 'rear', span: [x, 10, x, 18] },
    [-10, 40],
    { repeatabilitySd: 0.5, sideTolerance: within(2) },
  );

export const DETAILS = {
  'collar-padding': padding('collar', 'The collar below the ankle', {
    view: 'rear',
    span: [66, 36, 72, 36],
  }),
  'heel-padding': padding('heel', 'The lining over the heel', {
    view: 'side',
    span: [5, 26, 9, 26],
  }),
  'tongue-padding': padding('tongue', 'The tongue at its middle', {
    view: 'side',
    span: [44, 34, 48, 30],
  }),
  'wall-medial': wall('medial', 36),
  'wall-lateral': wall('lateral', 64),
  'flex-groove-depth': length(
    'Flex-groove depth',
    'sole',
    'Groove’s edge to its floor, the deepest of the forefoot.',
    { view: 'section', span: [72, 0, 72, 3] },
    [0, 20],
    { repeatabilitySd: 0.2, betweenPairSd: 0.3, ...CARRYING.tread },
  ),
  'insole-step': length(
    'Insole-to-wall step',
    'inside',
    'Gap between the insole’s edge and the inner wall at the arch.',
    { view: 'plan', span: [45, 1, 45, 4] },
    [0, 20],
    { repeatabilitySd: 0.4 },
  ),
  'heel-base-width': length(
    'Heel base width',
    'sole',
    'Across the part of the heel that stands on the floor.',
    { view: 'rear', span: [34, 0, 66, 0] },
    [4, 110],
    { family: 'heel', ...CARRYING.heelHeight },
  ),
  'heel-base-length': length(
    'Heel base length',
    'sole',
    'Along the part of the heel that stands on the floor.',
    { view: 'boot', span: [4, 0, 32, 0] },
    [4, 120],
    { family: 'heel', ...CARRYING.heelHeight },
  ),
  'base-flare': length(
    'Heel base flare',
    'sole',
    'Width of the heel at its base less its width at the top; positive where it widens to the floor.',
    { view: 'rear', span: [28, 0, 34, 0] },
    [-60, 40],
    { family: 'heel', ...CARRYING.heelHeight },
  ),
  'jump-padding': length(
    'Heel padding at the board',
    'layers',
    'Through the sole under the heel centre, as it stands on the board or step.',
    { view: 'section', span: [12, 0, 12, 12] },
    [2, 60],
    { repeatabilitySd: 0.4, ...CARRYING.heelStack },
  ),
  'plate-coverage': quantity({
    name: 'Plate coverage',
    group: 'layers',
    kind: 'share',
    datum: 'From the toe end, in % of length, as far as the plate is seen or felt.',
    drawing: { view: 'section', span: [30, 6, 95, 6] },
    plausible: [5, 100],
    tool: 'ruler',
    repeatabilitySd: 2,
    betweenPairSd: 1,
    noticeable: 10,
    sideTolerance: within(5),
  }),
  downturn: length(
    'Downturn',
    'toe',
    'Climbing: how far the toe point lies below the plane of the heel.',
    { view: 'side', span: [96, 0, 96, 9] },
    [-5, 60],
    { tool: 'ruler', repeatabilitySd: 0.6, noticeable: 3 },
  ),
  'heel-tension-hand': byHand(
    'Heel tension by hand',
    'Climbing: the heel rand pulled off with a finger.',
    { view: 'rear', spot: [50, 26] },
    ['slack', 'loose', 'snug', 'tight', 'hardly moves'],
  ),
  'tap-ear': byHand(
    'Tap by ear',
    'A key tapped on the sole: how it sounds.',
    { view: 'side', spot: [30, 2] },
    ['dull', 'muted', 'plain', 'hard', 'hollow'],
  ),
  'lace-reserve': length(
    'Lace reserve',
    'upper',
    'Lace that is left beyond the knot, laced on the foot, one end.',
    { view: 'plan', span: [58, 15, 70, 30] },
    [0, 900],
    { tool: 'tape', repeatabilitySd: 5, noticeable: 40, sideTolerance: within(40) },
  ),
  'eyelet-rows': quantity({
    name: 'Eyelet rows used',
    group: 'upper',
    kind: 'share',
    datum: 'Rows of eyelets that the lace runs through, in % of the rows that are there.',
    drawing: { view: 'plan', spot: [60, 11] },
    plausible: [20, 100],
    tool: 'hand',
    repeatabilitySd: 1,
    noticeable: 20,
    sideTolerance: within(0.5),
  }),
};
