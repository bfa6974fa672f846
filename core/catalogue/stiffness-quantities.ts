/** How hard and how stiff: durometers, fixtures that draw a curve, and by hand. */
import type { CurveTraits, QuantityDrawing } from './quantity.ts';
import { byHand, type Draft, FOAM, quantity, within } from './quantity-draft.ts';
import { CARRYING } from './slopes.ts';

/** An outsole of 50 A is soft. */
const RUBBER_CLASSES = [{ name: 'soft' }, { name: 'firmer than soft', over: 50 }];
/** Midsole foam of about 55 is where most begin. */
const FOAM_CLASSES = [
  { name: 'softer than the usual start' },
  { name: 'firmer than the usual start', from: 55 },
];

function hardness(
  name: string,
  short: string,
  where: string,
  spot: [number, number],
  rubber = false,
) {
  return quantity({
    name,
    short,
    group: 'hardness',
    kind: rubber ? 'rubber-hardness' : 'foam-hardness',
    datum: `Usually five places ${where}, their median; one or two touches stand as their mean; ${rubber ? 'type A durometer (ASTM D2240, ISO 48-4)' : 'type C foam durometer (JIS K 7312)'}. Reading time, thickness and backing belong to the figure.`,
    drawing: { view: rubber ? 'plan' : 'side', spot },
    plausible: rubber ? [30, 95] : [15, 85],
    tool: rubber ? 'durometer A' : 'durometer C',
    repeatabilitySd: 1,
    betweenPairSd: 1.5,
    noticeable: 5,
    sideTolerance: within(3),
    dependsOn: FOAM,
    direction: rubber ? 'scale A' : 'scale C',
    fixedReadings: 5,
    ...(short === 'foam insole' ? {} : { classes: rubber ? RUBBER_CLASSES : FOAM_CLASSES }),
  });
}

const BEND: CurveTraits = {
  x: 'angle',
  y: 'moment',
  window: [10, 30],
  windowOn: 'x',
  conditioning: 2,
};

/** Stiffness steps are 15 % of a value: of a usual shoe here, of the two means when compared. */
function fixture(
  name: string,
  short: string,
  datum: string,
  direction: string,
  curve: CurveTraits,
  more: Pick<Draft, 'plausible' | 'tool' | 'repeatabilitySd' | 'noticeable' | 'drawing'>,
) {
  const turning = curve.x === 'angle';
  return quantity({
    name,
    short,
    group: 'flex',
    kind: turning ? 'angular-stiffness' : 'stiffness',
    datum,
    decimals: turning ? 3 : 1,
    noticeableShare: 0.15,
    sideTolerance: within(0, 0.15),
    dependsOn: FOAM,
    direction,
    curve,
    ...more,
  });
}

/** Scores by hand in words: what the hands feel, from the least. */
const BENDS = ['rolls up', 'folds', 'springs', 'resists', 'rigid'];
const TWISTS = ['wrings', 'turns', 'springs', 'resists', 'rigid'];
const COUNTERS = ['none', 'soft', 'gives', 'holds', 'firm', 'rigid'];

const BEND_SPAN: QuantityDrawing = { view: 'fixture', angle: [70, 8, 180, 140] };
const TWIST_SPAN: QuantityDrawing = { view: 'rear', angle: [50, 4, 0, 25] };

export const STIFFNESS = {
  'midsole-medial-hardness': hardness(
    'Midsole hardness, medial',
    'foam medial',
    'on the largest flat of the medial sidewall',
    [30, 8],
  ),
  'midsole-lateral-hardness': hardness(
    'Midsole hardness, lateral',
    'foam lateral',
    'on the largest flat of the lateral sidewall',
    [24, 8],
  ),
  'midsole-post-hardness': hardness(
    'Midsole hardness, post',
    'foam post',
    'on the medial post',
    [38, 8],
  ),
  'insole-hardness': hardness('Insole hardness', 'foam insole', 'on the insole, flat', [20, 13]),
  'outsole-hardness': hardness(
    'Outsole hardness',
    'rubber',
    'on the largest flat of the outsole',
    [22, 10],
    true,
  ),
  'bend-toe-up': fixture(
    'Bending stiffness, toe up',
    'bend toe up',
    'Forefoot clamped at the flex line, heel raised: slope of moment on angle, zero at the unloaded sole flat in the fixture.',
    'toe up',
    BEND,
    {
      plausible: [0.005, 3],
      tool: 'bend fixture',
      repeatabilitySd: 0.006,
      noticeable: 0.03,
      drawing: BEND_SPAN,
    },
  ),
  'bend-arch-back': fixture(
    'Bending stiffness, sole arched backward',
    'bend back',
    'The same fixture, the sole arched backward.',
    'sole arched backward',
    { ...BEND, window: [5, 15], negative: true },
    {
      plausible: [0.005, 6],
      tool: 'bend fixture',
      repeatabilitySd: 0.008,
      noticeable: 0.05,
      drawing: { view: 'fixture', angle: [70, 8, 180, 215] },
    },
  ),
  'bend-sideways': fixture(
    'Bending stiffness, sideways',
    'bend sideways',
    'The same fixture, the sole on edge.',
    'sideways',
    { ...BEND, window: [5, 15] },
    {
      plausible: [0.005, 8],
      tool: 'bend fixture',
      repeatabilitySd: 0.01,
      noticeable: 0.08,
      drawing: { view: 'plan', angle: [70, 10, 180, 165] },
    },
  ),
  'three-point': fixture(
    'Three-point stiffness',
    'three-point',
    'Sole on two supports at the stated span, pressed in the middle: slope of force on displacement. Compare at equal span only.',
    'pressed down',
    { x: 'displacement', y: 'force', window: [2, 6], windowOn: 'x', conditioning: 2 },
    {
      plausible: [0.5, 200],
      tool: 'press fixture',
      repeatabilitySd: 0.3,
      noticeable: 1.5,
      drawing: { view: 'fixture', span: [50, 30, 50, 12] },
      ...CARRYING.bend,
    },
  ),
  'twist-in': fixture(
    'Twisting stiffness, inward',
    'twist in',
    'Heel held, forefoot turned inward at the stated clamp distance: slope of torque on angle.',
    'inward',
    { ...BEND, window: [5, 15] },
    {
      plausible: [0.01, 6],
      tool: 'twist fixture',
      repeatabilitySd: 0.008,
      noticeable: 0.05,
      drawing: TWIST_SPAN,
    },
  ),
  'twist-out': fixture(
    'Twisting stiffness, outward',
    'twist out',
    'Heel held, forefoot turned outward at the stated clamp distance: slope of torque on angle.',
    'outward',
    { ...BEND, window: [5, 15], negative: true },
    {
      plausible: [0.01, 6],
      tool: 'twist fixture',
      repeatabilitySd: 0.008,
      noticeable: 0.05,
      drawing: { view: 'rear', angle: [50, 4, 180, 155] },
    },
  ),
  'press-heel': fixture(
    'Press stiffness, heel',
    'press heel',
    'Stated stamp on the footbed at the heel station: slope of force on displacement in the load window.',
    'heel',
    { x: 'displacement', y: 'force', window: [200, 600], windowOn: 'y', conditioning: 2 },
    {
      plausible: [10, 600],
      tool: 'press fixture',
      repeatabilitySd: 2,
      noticeable: 12,
      drawing: { view: 'section', span: [16, 26, 16, 13] },
    },
  ),
  'press-forefoot': fixture(
    'Press stiffness, forefoot',
    'press forefoot',
    'Stated stamp on the footbed at the forefoot station: slope of force on displacement in the load window.',
    'forefoot',
    { x: 'displacement', y: 'force', window: [200, 600], windowOn: 'y', conditioning: 2 },
    {
      plausible: [10, 800],
      tool: 'press fixture',
      repeatabilitySd: 2.5,
      noticeable: 15,
      drawing: { view: 'section', span: [74, 22, 74, 9] },
    },
  ),
  'side-crush': fixture(
    'Side crush',
    'side crush',
    'Protective boots: pressed across at the ball; slope of force on displacement. Emvex measures; certifying is for others.',
    'across',
    { x: 'displacement', y: 'force', window: [5, 15], windowOn: 'x', conditioning: 1 },
    {
      plausible: [2, 400],
      tool: 'press fixture',
      repeatabilitySd: 1.5,
      noticeable: 8,
      drawing: { view: 'plan', span: [70, 34, 70, 24] },
    },
  ),
  'counter-stiffness': quantity({
    name: 'Counter stiffness',
    short: 'counter',
    group: 'flex',
    kind: 'stiffness',
    datum: 'Heel counter pressed from the side at half its height.',
    drawing: { view: 'rear', span: [72, 20, 63, 20] },
    plausible: [0.2, 80],
    tool: 'press fixture',
    repeatabilitySd: 0.4,
    noticeable: 2,
    noticeableShare: 0.15,
    sideTolerance: within(0, 0.15),
    dependsOn: FOAM,
  }),
  'flex-line': quantity({
    name: 'Flex line',
    group: 'flex',
    kind: 'share',
    datum:
      'Where the sole bends, in % of length from the heel. At the ball (65 to 75 %), not the midfoot.',
    drawing: { view: 'side', spot: [70, 0] },
    plausible: [30, 90],
    tool: 'ruler',
    repeatabilitySd: 0.8,
    betweenPairSd: 1,
    sideTolerance: within(3),
  }),
  'bend-front-hand': byHand(
    'Bend by hand, front',
    'Front half bent in the hands.',
    BEND_SPAN,
    BENDS,
  ),
  'bend-rear-hand': byHand(
    'Bend by hand, rear',
    'Rear half bent in the hands.',
    { view: 'fixture', angle: [35, 10, 180, 150] },
    BENDS,
  ),
  'twist-front-hand': byHand(
    'Twist by hand, front',
    'Front half twisted in the hands.',
    TWIST_SPAN,
    TWISTS,
  ),
  'twist-rear-hand': byHand(
    'Twist by hand, rear',
    'Rear half twisted in the hands.',
    TWIST_SPAN,
    TWISTS,
  ),
  'counter-hand': byHand(
    'Counter by hand',
    'Heel counter pressed between fingers.',
    { view: 'rear', span: [72, 20, 63, 20] },
    COUNTERS,
    0,
  ),
};
