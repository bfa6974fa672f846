/**
 * The catalogue of quantities: one definition of each, read by core, server and interface alike.
 *
 * Plausible ranges, repeatabilities, between-pair SDs, noticeable steps and tolerances are common
 * practice: starting values that a lab replaces with its own.
 */
import type { BasisPart, CurveTraits, QuantityDefinition, QuantityDrawing } from './quantity.ts';

export const MEASURED_QUANTITIES = [
  'mass',
  'insole-mass',
  'internal-length',
  'footbed-length',
  'footbed-ball-width',
  'footbed-arch-width',
  'toe-end-gap',
  'outer-length',
  'heel-stack',
  'midfoot-stack',
  'forefoot-stack',
  'heel-insole',
  'midfoot-insole',
  'forefoot-insole',
  'heel-outsole',
  'midfoot-outsole',
  'forefoot-outsole',
  'heel-midsole',
  'midfoot-midsole',
  'forefoot-midsole',
  'heel-lugs',
  'forefoot-lugs',
  'heel-width',
  'midfoot-width',
  'ball-width',
  'flare-medial',
  'flare-lateral',
  'internal-ball-width',
  'internal-heel-width',
  'toe-box-width',
  'toe-box-height',
  'external-toe-height',
  'external-toe-width',
  'toe-tip-height',
  'toe-point-height',
  'toe-extension',
  'rocker-start',
  'rocker-angle',
  'bevel-start',
  'bevel-angle',
  'heel-height',
  'heel-breast-depth',
  'collar-medial',
  'collar-lateral',
  'collar-rear',
  'heel-seam',
  'upper-tilt',
  'sole-plane',
  'heel-plane',
  'shaft-height',
  'shaft-girth',
  'membrane-height',
  'insole-arch-height',
  'eyestay-gap',
  'midsole-medial-hardness',
  'midsole-lateral-hardness',
  'midsole-post-hardness',
  'insole-hardness',
  'outsole-hardness',
  'bend-toe-up',
  'bend-arch-back',
  'bend-sideways',
  'three-point',
  'twist-in',
  'twist-out',
  'press-heel',
  'press-forefoot',
  'side-crush',
  'counter-stiffness',
  'flex-line',
  'bend-front-hand',
  'bend-rear-hand',
  'twist-front-hand',
  'twist-rear-hand',
  'counter-hand',
  'tread-heel-lateral',
  'tread-heel-medial',
  'tread-midfoot',
  'tread-forefoot-lateral',
  'tread-forefoot-medial',
  'tread-toe',
] as const;
type ShippedQuantityId = (typeof MEASURED_QUANTITIES)[number];
/** A quantity that a lab added itself. */
export type OwnQuantityId = `own-${string}`;
export type MeasuredQuantityId = ShippedQuantityId | OwnQuantityId;

/** Worked out from others: see `computed` of their definitions. */
export const COMPUTED_QUANTITIES = ['drop'] as const;
type ComputedQuantityId = (typeof COMPUTED_QUANTITIES)[number];
export type QuantityId = MeasuredQuantityId | ComputedQuantityId;

/** The quantities that ship with Emvex. */
export const QUANTITY_IDS = [...MEASURED_QUANTITIES, ...COMPUTED_QUANTITIES] as const;

/** What every comparison shows, in order; others follow where two editions have them. */
export const ALWAYS_COMPARED: readonly QuantityId[] = [
  'heel-stack',
  'forefoot-stack',
  'drop',
  'mass',
];

export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

type Draft = Omit<
  QuantityDefinition,
  'id' | 'short' | 'per' | 'decimals' | 'noticeable' | 'sideTolerance' | 'dependsOn' | 'scales'
> &
  Partial<Omit<QuantityDefinition, 'id'>>;

const SHOE: readonly BasisPart[] = ['size', 'configuration', 'worn'];
const STACK: readonly BasisPart[] = ['stack', ...SHOE];
const FOAM: readonly BasisPart[] = [...SHOE, 'setup', 'temperature'];

/** Fills in what most quantities share: of one shoe, tenths, a quarter-size step, 1 mm left to right. */
function quantity(draft: Draft): Omit<QuantityDefinition, 'id'> {
  return {
    short: draft.name.toLowerCase(),
    per: 'shoe',
    decimals: 1,
    noticeable: 2,
    sideTolerance: { absolute: 1, share: 0 },
    dependsOn: SHOE,
    scales: 'none',
    ...draft,
  };
}

const within = (absolute: number, share = 0) => ({ absolute, share });

type Zone = 'heel' | 'midfoot' | 'forefoot';
const ZONES: Record<Zone, { at: number; x: number; top: number; where: string }> = {
  heel: { at: 0.12, x: 16, top: 13, where: 'the centre of the heel (12 % of internal length)' },
  midfoot: { at: 0.45, x: 46, top: 11, where: 'the midfoot (45 % of internal length)' },
  forefoot: {
    at: 0.75,
    x: 74,
    top: 9,
    where: 'the centre of the forefoot (75 % of internal length)',
  },
};

function stack(
  zone: Zone,
  plausible: readonly [number, number],
  more: Pick<Draft, 'layers' | 'claimed' | 'classes'>,
) {
  const { at, x, top, where } = ZONES[zone];
  return quantity({
    name: `${zone[0]?.toUpperCase()}${zone.slice(1)} stack`,
    short: zone,
    group: 'stack',
    kind: 'length',
    datum: `Foot-side surface to ground-side surface of the sole at ${where}, unless the protocol says otherwise.`,
    drawing: { view: 'section', span: [x, 0, x, top] },
    at,
    plausible,
    tool: 'needle gauge',
    repeatabilitySd: 0.2,
    betweenPairSd: 0.5,
    noticeable: 3,
    dependsOn: STACK,
    ...more,
  });
}

const LAYERS = {
  insole: {
    how: 'taken out and laid flat',
    from: (top: number) => [top - 2, top] as const,
    plausible: [0.8, 20] as const,
    sd: 0.15,
  },
  midsole: {
    how: 'by needle or cut, between insole and outsole',
    from: (top: number) => [2, top - 2] as const,
    plausible: [2, 70] as const,
    sd: 0.2,
  },
  outsole: {
    how: 'by needle or cut, rubber without lugs',
    from: () => [0, 2] as const,
    plausible: [0.5, 20] as const,
    sd: 0.15,
  },
};

function layer(part: keyof typeof LAYERS, zone: Zone) {
  const { at, x, top } = ZONES[zone];
  const { how, from, plausible, sd } = LAYERS[part];
  const [low, high] = from(top);
  return quantity({
    name: `${part[0]?.toUpperCase()}${part.slice(1)} at the ${zone}`,
    short: `${part} ${zone}`,
    group: 'layers',
    kind: 'length',
    datum: `Thickness of the ${part} at the ${zone} station, ${how}.`,
    drawing: { view: 'section', span: [x, low, x, high] },
    at,
    plausible,
    tool: part === 'insole' ? 'caliper' : 'needle gauge',
    repeatabilitySd: sd,
    betweenPairSd: part === 'insole' ? 0.2 : 0.4,
  });
}

function lugs(zone: 'heel' | 'forefoot') {
  const { x } = ZONES[zone];
  return quantity({
    name: `Lug depth, ${zone}`,
    short: `lugs ${zone}`,
    group: 'tread',
    kind: 'length',
    datum: `Base to tip of the lugs or studs of the ${zone}, five of them, median.`,
    drawing: { view: 'section', span: [x, -4, x, 0] },
    plausible: [0.5, 25],
    tool: 'caliper',
    repeatabilitySd: 0.15,
    betweenPairSd: 0.2,
    noticeable: 1,
    fixedReadings: 5,
  });
}

function tread(where: string, x: number, y: number) {
  return quantity({
    name: `Tread, ${where}`,
    short: `tread ${where}`,
    group: 'tread',
    kind: 'length',
    datum: `Depth of groove or lug left at the marked spot, ${where}.`,
    drawing: { view: 'plan', spot: [x, y] },
    plausible: [0, 20],
    tool: 'caliper',
    repeatabilitySd: 0.1,
    betweenPairSd: 0.2,
    noticeable: 1,
    sideTolerance: within(1),
  });
}

/** A length read outside or inside by caliper, with a drawing. */
function length(
  name: string,
  group: Draft['group'],
  datum: string,
  drawing: QuantityDrawing,
  plausible: readonly [number, number],
  more: Partial<Draft> = {},
) {
  return quantity({
    name,
    group,
    kind: 'length',
    datum,
    drawing,
    plausible,
    tool: 'caliper',
    repeatabilitySd: 0.3,
    betweenPairSd: 0.6,
    ...more,
  });
}

function angle(
  name: string,
  group: Draft['group'],
  datum: string,
  drawing: QuantityDrawing,
  plausible: readonly [number, number],
  more: Partial<Draft> = {},
) {
  return quantity({
    name,
    group,
    kind: 'angle',
    datum,
    drawing,
    plausible,
    tool: 'angle gauge',
    repeatabilitySd: 0.4,
    betweenPairSd: 0.7,
    ...more,
  });
}

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
    datum: `Five places ${where}, median; ${rubber ? 'type A durometer (ASTM D2240, ISO 48-4)' : 'type C foam durometer (JIS K 7312)'}. Reading time, thickness and backing belong to the figure.`,
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

function byHand(name: string, datum: string, drawing: QuantityDrawing, least = 1) {
  return quantity({
    name,
    group: 'by hand',
    kind: 'grade',
    datum,
    drawing,
    decimals: 0,
    plausible: [least, 5],
    tool: 'hand',
    repeatabilitySd: 0,
    noticeable: 1,
    sideTolerance: within(1),
    ordinal: true,
  });
}

const BEND_SPAN: QuantityDrawing = { view: 'fixture', angle: [70, 8, 180, 140] };
const TWIST_SPAN: QuantityDrawing = { view: 'rear', angle: [50, 4, 0, 25] };

const DEFINITIONS: Record<
  ShippedQuantityId | ComputedQuantityId,
  Omit<QuantityDefinition, 'id'>
> = {
  mass: quantity({
    name: 'Mass',
    group: 'mass',
    kind: 'mass',
    datum: 'One shoe, dry, as the configuration says, laces in, on the scale alone.',
    drawing: { view: 'side', spot: [48, 3] },
    plausible: [60, 1800],
    tool: 'scale',
    repeatabilitySd: 0.4,
    betweenPairSd: 4,
    noticeable: 15,
    sideTolerance: within(5, 0.02),
    scales: 'mass-exponent',
    claimed: {},
  }),
  'insole-mass': quantity({
    name: 'Insole mass',
    group: 'mass',
    kind: 'mass',
    datum: 'The insole of one shoe, taken out, dry, on the scale alone.',
    drawing: { view: 'insole', spot: [50, 10] },
    plausible: [3, 150],
    tool: 'scale',
    repeatabilitySd: 0.3,
    betweenPairSd: 0.6,
    noticeable: 5,
    sideTolerance: within(1, 0.05),
  }),
  'internal-length': length(
    'Internal length',
    'length',
    'Rear of the inside at footbed level to the toe end, straight, insole in; not along the footbed.',
    { view: 'section', span: [6, 14, 95, 14] },
    [150, 370],
    { tool: 'length gauge', repeatabilitySd: 0.5, betweenPairSd: 1 },
  ),
  'footbed-length': length(
    'Footbed length',
    'length',
    'The insole taken out and laid flat, rearmost to foremost point.',
    { view: 'insole', span: [2, 10, 98, 10] },
    [150, 370],
    { tool: 'ruler', repeatabilitySd: 0.4, betweenPairSd: 0.8 },
  ),
  'footbed-ball-width': length(
    'Footbed width, ball',
    'length',
    'The insole taken out and laid flat, widest at the ball, square to its length.',
    { view: 'insole', span: [72, -8, 72, 28] },
    [50, 140],
  ),
  'footbed-arch-width': length(
    'Footbed width, arch',
    'length',
    'The insole taken out and laid flat, narrowest at the arch, square to its length.',
    { view: 'insole', span: [45, -3, 45, 22] },
    [30, 110],
  ),
  'toe-end-gap': length(
    'Toe-end gap',
    'length',
    'Gap in front of a reference insole of known length pushed to the heel.',
    { view: 'section', span: [88, 12, 95, 12] },
    [0, 60],
    { tool: 'length gauge', repeatabilitySd: 0.5, betweenPairSd: 1 },
  ),
  'outer-length': length(
    'Outer length',
    'length',
    'Rearmost to foremost point of the sole, between two squares.',
    { view: 'side', span: [2, -3, 99, -3] },
    [160, 420],
    { tool: 'ruler', repeatabilitySd: 0.5, betweenPairSd: 0.8 },
  ),
  'heel-stack': stack('heel', [4, 80], {
    layers: { insole: 'heel-insole', lugs: 'heel-lugs' },
    claimed: { words: /\bheel\b/ },
    classes: [
      { name: 'low' },
      { name: 'moderate', from: 20 },
      { name: 'high', over: 30 },
      { name: 'very high', over: 40 },
    ],
  }),
  'midfoot-stack': stack('midfoot', [3, 75], { layers: { insole: 'midfoot-insole' } }),
  'forefoot-stack': stack('forefoot', [3, 70], {
    layers: { insole: 'forefoot-insole', lugs: 'forefoot-lugs' },
    claimed: { words: /\b(?:forefoot|ball|toe)\b/ },
  }),
  'heel-insole': layer('insole', 'heel'),
  'midfoot-insole': layer('insole', 'midfoot'),
  'forefoot-insole': layer('insole', 'forefoot'),
  'heel-outsole': layer('outsole', 'heel'),
  'midfoot-outsole': layer('outsole', 'midfoot'),
  'forefoot-outsole': layer('outsole', 'forefoot'),
  'heel-midsole': layer('midsole', 'heel'),
  'midfoot-midsole': layer('midsole', 'midfoot'),
  'forefoot-midsole': layer('midsole', 'forefoot'),
  'heel-lugs': lugs('heel'),
  'forefoot-lugs': lugs('forefoot'),
  'heel-width': length(
    'Sole width, heel',
    'sole',
    'Widest of the rear third of the sole, at the ground side, square to its length.',
    { view: 'plan', span: [14, -3, 14, 23] },
    [35, 140],
  ),
  'midfoot-width': length(
    'Sole width, midfoot',
    'sole',
    'Narrowest of the middle third of the sole, at the ground side.',
    { view: 'plan', span: [45, 0, 45, 21] },
    [25, 130],
  ),
  'ball-width': length(
    'Sole width, ball',
    'sole',
    'Widest of the front third of the sole, at the ground side.',
    { view: 'plan', span: [73, -8, 73, 28] },
    [50, 160],
  ),
  'flare-medial': length(
    'Flare, medial',
    'sole',
    'How far the sole reaches beyond the upper at the heel, on the medial side.',
    { view: 'rear', span: [28, 2, 36, 2] },
    [-10, 30],
    { repeatabilitySd: 0.5, tool: 'ruler' },
  ),
  'flare-lateral': length(
    'Flare, lateral',
    'sole',
    'How far the sole reaches beyond the upper at the heel, on the lateral side.',
    { view: 'rear', span: [64, 2, 72, 2] },
    [-10, 30],
    { repeatabilitySd: 0.5, tool: 'ruler' },
  ),
  'internal-ball-width': length(
    'Internal width, ball',
    'inside',
    'Between the inner walls at 72 % of internal length, light contact.',
    { view: 'plan', span: [72, -4, 72, 24] },
    [50, 140],
    { repeatabilitySd: 0.6, betweenPairSd: 0.8 },
  ),
  'internal-heel-width': length(
    'Internal width, heel',
    'inside',
    'Between the inner walls at 12 % of internal length, light contact.',
    { view: 'plan', span: [14, 1, 14, 19] },
    [30, 110],
    { repeatabilitySd: 0.6, betweenPairSd: 0.8 },
  ),
  'toe-box-width': length(
    'Toe-box width',
    'inside',
    'Inside at 90 % of internal length.',
    { view: 'plan', span: [89, -2, 89, 20] },
    [30, 120],
    { repeatabilitySd: 0.6, betweenPairSd: 0.8 },
  ),
  'toe-box-height': length(
    'Toe-box height',
    'inside',
    'Inside at 90 % of internal length, footbed to lining.',
    { view: 'section', span: [89, 9, 89, 21] },
    [10, 70],
    { repeatabilitySd: 0.5 },
  ),
  'external-toe-height': length(
    'Toe height, outside',
    'toe',
    'Table to the highest point over the toe box.',
    { view: 'side', span: [88, 0, 88, 24] },
    [25, 110],
  ),
  'external-toe-width': length(
    'Toe width, outside',
    'toe',
    'Widest over the toe box, outside.',
    { view: 'plan', span: [86, -6, 86, 25] },
    [40, 150],
  ),
  'toe-tip-height': length(
    'Toe-tip height',
    'toe',
    'Table to the underside of the sole’s foremost point.',
    { view: 'side', span: [98, 0, 98, 6] },
    [0, 70],
    { repeatabilitySd: 0.5, noticeable: 3, sideTolerance: within(3) },
  ),
  'toe-point-height': length(
    'Toe-point height',
    'toe',
    'Table to the upper’s foremost point.',
    { view: 'side', span: [96, 0, 96, 14] },
    [5, 90],
    { repeatabilitySd: 0.5, noticeable: 3, sideTolerance: within(3) },
  ),
  'toe-extension': angle(
    'Toe extension inside',
    'toe',
    'Angle by which the footbed holds the toes up.',
    { view: 'section', angle: [78, 9, 0, 22] },
    [-5, 45],
  ),
  'rocker-start': quantity({
    name: 'Forefoot rocker, start',
    short: 'rocker start',
    group: 'sole',
    kind: 'share',
    datum: 'Where the sole leaves the table at the front, in % of length from the heel.',
    drawing: { view: 'side', spot: [72, 0] },
    plausible: [40, 98],
    tool: 'ruler',
    repeatabilitySd: 0.5,
    betweenPairSd: 0.6,
    sideTolerance: within(2),
  }),
  'rocker-angle': angle(
    'Forefoot rocker, angle',
    'sole',
    'Angle of the sole’s rise in front of the rocker’s start.',
    { view: 'side', angle: [72, 0, 0, 18] },
    [0, 45],
    { short: 'rocker angle' },
  ),
  'bevel-start': quantity({
    name: 'Heel bevel, start',
    short: 'bevel start',
    group: 'sole',
    kind: 'share',
    datum: 'Where the sole leaves the table at the rear, in % of length from the heel.',
    drawing: { view: 'side', spot: [12, 0] },
    plausible: [0, 35],
    tool: 'ruler',
    repeatabilitySd: 0.5,
    betweenPairSd: 0.6,
    sideTolerance: within(2),
  }),
  'bevel-angle': angle(
    'Heel bevel, angle',
    'sole',
    'Angle of the sole’s rise behind the bevel’s start.',
    { view: 'side', angle: [12, 0, 180, 155] },
    [0, 50],
    { short: 'bevel angle' },
  ),
  'heel-height': length(
    'Heel height',
    'sole',
    'Table to the seat at the heel’s back, outside.',
    { view: 'boot', span: [4, 0, 4, 12] },
    [3, 140],
  ),
  'heel-breast-depth': length(
    'Heel-breast depth',
    'sole',
    'Height of the step in front of the heel.',
    { view: 'boot', span: [32, 0, 32, 5] },
    [0, 90],
  ),
  'collar-medial': length(
    'Collar height, medial',
    'upper',
    'Table to the marked point of the top edge, medial side.',
    { view: 'rear', span: [34, 0, 34, 40] },
    [30, 450],
    { repeatabilitySd: 0.6, betweenPairSd: 1, noticeable: 3, sideTolerance: within(3) },
  ),
  'collar-lateral': length(
    'Collar height, lateral',
    'upper',
    'Table to the marked point of the top edge, lateral side.',
    { view: 'rear', span: [66, 0, 66, 38] },
    [30, 450],
    { repeatabilitySd: 0.6, betweenPairSd: 1, noticeable: 3, sideTolerance: within(3) },
  ),
  'collar-rear': length(
    'Collar height, rear',
    'upper',
    'Table to the marked point of the top edge, at the heel seam.',
    { view: 'rear', span: [50, 0, 50, 44] },
    [30, 450],
    { repeatabilitySd: 0.6, betweenPairSd: 1, noticeable: 3, sideTolerance: within(3) },
  ),
  'heel-seam': length(
    'Heel seam off centre',
    'upper',
    'Rear view: the seam against the sole’s centre line, at the collar; positive to lateral.',
    { view: 'rear', span: [50, 42, 56, 42] },
    [-25, 25],
    { repeatabilitySd: 0.4, betweenPairSd: 0.7, sideTolerance: within(2) },
  ),
  'upper-tilt': angle(
    'Upper tilt',
    'upper',
    'Rear view: the seam’s lean against the sole’s centre line; positive to lateral.',
    { view: 'rear', angle: [50, 12, 90, 78] },
    [-20, 20],
    { sideTolerance: within(2) },
  ),
  'sole-plane': angle(
    'Sole plane',
    'sole',
    'Twist of the forefoot’s ground plane against the heel’s; positive with the lateral edge up.',
    { view: 'rear', angle: [50, 0, 0, 8] },
    [-15, 15],
    { noticeable: 1 },
  ),
  'heel-plane': angle(
    'Heel plane',
    'sole',
    'Lean of the heel’s ground plane against the table; positive with the lateral edge up.',
    { view: 'rear', angle: [50, 0, 0, 6] },
    [-15, 15],
    { noticeable: 1 },
  ),
  'shaft-height': length(
    'Shaft height',
    'upper',
    'Boots: seat to top edge, outside at the rear.',
    { view: 'boot', span: [10, 12, 10, 58] },
    [30, 500],
    {
      tool: 'ruler',
      repeatabilitySd: 1,
      betweenPairSd: 2,
      noticeable: 10,
      sideTolerance: within(4),
    },
  ),
  'shaft-girth': length(
    'Shaft girth',
    'upper',
    'Boots: tape round the shaft at the height that the protocol names.',
    { view: 'boot', span: [8, 46, 34, 46] },
    [150, 550],
    {
      tool: 'tape',
      repeatabilitySd: 1.5,
      betweenPairSd: 2,
      noticeable: 10,
      sideTolerance: within(5),
      dependsOn: [...SHOE, 'setup'],
    },
  ),
  'membrane-height': length(
    'Membrane height',
    'upper',
    'Boots: seat to the height at which water first comes in.',
    { view: 'boot', span: [20, 12, 20, 40] },
    [20, 500],
    {
      tool: 'ruler',
      repeatabilitySd: 2,
      betweenPairSd: 2,
      noticeable: 10,
      sideTolerance: within(5),
    },
  ),
  'insole-arch-height': length(
    'Insole arch height',
    'inside',
    'The footbed’s highest point at the arch over its heel seat.',
    { view: 'section', span: [40, 12, 40, 18] },
    [-5, 40],
    { repeatabilitySd: 0.5 },
  ),
  'eyestay-gap': length(
    'Eyestay gap',
    'upper',
    'Between the rows of eyelets, laced on the foot.',
    { view: 'plan', span: [58, 7, 58, 15] },
    [0, 120],
    { tool: 'ruler', repeatabilitySd: 1, betweenPairSd: 2, sideTolerance: within(4) },
  ),
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
    'Front half bent in the hands: 1 rolls up, 5 does not give.',
    BEND_SPAN,
  ),
  'bend-rear-hand': byHand(
    'Bend by hand, rear',
    'Rear half bent in the hands: 1 rolls up, 5 does not give.',
    { view: 'fixture', angle: [35, 10, 180, 150] },
  ),
  'twist-front-hand': byHand(
    'Twist by hand, front',
    'Front half twisted in the hands: 1 wrings, 5 does not give.',
    TWIST_SPAN,
  ),
  'twist-rear-hand': byHand(
    'Twist by hand, rear',
    'Rear half twisted in the hands: 1 wrings, 5 does not give.',
    TWIST_SPAN,
  ),
  'counter-hand': byHand(
    'Counter by hand',
    'Heel counter pressed between fingers: 0 none, 5 rigid.',
    { view: 'rear', span: [72, 20, 63, 20] },
    0,
  ),
  'tread-heel-lateral': tread('heel lateral', 10, 16),
  'tread-heel-medial': tread('heel medial', 10, 5),
  'tread-midfoot': tread('midfoot', 45, 14),
  'tread-forefoot-lateral': tread('forefoot lateral', 74, 22),
  'tread-forefoot-medial': tread('forefoot medial', 74, -1),
  'tread-toe': tread('toe', 94, 9),
  drop: quantity({
    name: 'Drop',
    group: 'stack',
    kind: 'length',
    datum: 'Heel stack less forefoot stack, same shoe, same basis, same session.',
    drawing: { view: 'section', span: [16, 9, 16, 13] },
    plausible: [-15, 35],
    tool: 'needle gauge',
    repeatabilitySd: 0.3,
    betweenPairSd: 0.5,
    dependsOn: STACK,
    computed: [
      ['heel-stack', 1],
      ['forefoot-stack', -1],
    ],
    claimed: { words: /\b(?:drop|offset)\b/, said: 'drop' },
    classes: [
      { name: 'negative' },
      { name: 'zero', from: -1 },
      { name: 'low', over: 1 },
      { name: 'middle', over: 4 },
      { name: 'high', over: 8 },
    ],
  }),
};

/** Definitions by id: those that ship with Emvex, or these with a lab's own beside them. */
export type Catalogue = Readonly<Record<string, QuantityDefinition>>;

/** Definitions by id, and nothing else: no word of the language itself is taken for a quantity. */
function byId(definitions: readonly QuantityDefinition[]): Catalogue {
  const catalogue: Record<string, QuantityDefinition> = Object.create(null);
  for (const definition of definitions) catalogue[definition.id] = definition;
  return catalogue;
}

export const QUANTITIES = byId(
  QUANTITY_IDS.map((id) => ({ id, ...DEFINITIONS[id] })),
) as Catalogue & Readonly<Record<ShippedQuantityId | ComputedQuantityId, QuantityDefinition>>;

/** The shipped catalogue with a lab's own quantities. A lab's own never replaces a shipped one. */
export function catalogueWith(own: readonly QuantityDefinition[]): Catalogue {
  return own.length === 0 ? QUANTITIES : byId([...own, ...Object.values(QUANTITIES)]);
}

/**
 * The definition of a quantity.
 * @throws RangeError on an id that is in no catalogue: a fault of the program, not of the user
 */
export function describeQuantity(
  id: string,
  catalogue: Catalogue = QUANTITIES,
): QuantityDefinition {
  const found = catalogue[id];
  if (!found) throw new RangeError(`no quantity ${id} in the catalogue`);
  return found;
}

/** Noticeable steps by quantity, canonical units: the catalogue's, or as a lab changed them. */
export type NoticeableSteps = Readonly<Record<string, number>>;

export function defaultSteps(catalogue: Catalogue = QUANTITIES): NoticeableSteps {
  return Object.fromEntries(Object.values(catalogue).map(({ id, noticeable }) => [id, noticeable]));
}

/** A station in words: `heel stack, left`. */
export function nameStation(
  quantity: QuantityId,
  side: Side,
  catalogue: Catalogue = QUANTITIES,
): string {
  return `${describeQuantity(quantity, catalogue).name.toLowerCase()}, ${side}`;
}

/**
 * What a quantity is worked out from, each with its weight; of one that is taken, itself.
 * @example partsOf('drop') // [['heel-stack', 1], ['forefoot-stack', -1]]
 */
export function partsOf(
  quantity: QuantityId,
  catalogue: Catalogue = QUANTITIES,
): readonly (readonly [quantity: QuantityId, weight: number])[] {
  const { computed } = describeQuantity(quantity, catalogue);
  return (computed as readonly (readonly [QuantityId, number])[] | undefined) ?? [[quantity, 1]];
}

/** Quantities of a catalogue that are worked out. */
export const computedIn = (catalogue: Catalogue): QuantityDefinition[] =>
  Object.values(catalogue).filter(({ computed }) => computed !== undefined);

/** The quantity of a layer that lies at the station of a stack. */
export function layerAt(
  stack: QuantityId,
  layer: 'insole' | 'lugs',
  catalogue: Catalogue = QUANTITIES,
): MeasuredQuantityId | undefined {
  return describeQuantity(stack, catalogue).layers?.[layer] as MeasuredQuantityId | undefined;
}
