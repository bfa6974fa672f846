/**
 * A card for each measurement: how it is taken step by step, and the traps. What holds for a whole group stands once;
 * what a quantity adds stands beside it. Common practice.
 */

import type { QuantityDefinition, QuantityGroup } from './quantity.ts';
import { nameTool, standInScatter, TOOL_DEFAULTS, type ToolName } from './tools.ts';

export interface MeasuringCard {
  steps: readonly string[];
  traps: readonly string[];
}

const PLACE_AGAIN = 'Take the gauge off, and place gauge and shoe again for the second reading.';

const OF_GROUP: Readonly<Record<QuantityGroup, MeasuringCard>> = {
  mass: {
    steps: [
      'Zero the scale, empty and level.',
      'The shoe dry, laces in, in the configuration that is stated.',
      'Set it down in the middle; read when it stands.',
    ],
    traps: [
      'A scale that was not zeroed.',
      'A wet shoe; a tag left inside.',
      'Ounces in a gram field.',
    ],
  },
  length: {
    steps: [
      'The shoe on a flat table, unlaced, insole in unless said.',
      'Push the gauge to the rear, then out to the toe end with light contact.',
      PLACE_AGAIN,
    ],
    traps: ['Measuring along the footbed instead of straight.', 'Pressing: the toe gives.'],
  },
  stack: {
    steps: [
      'Mark the station: its share of internal length from the rear of the inside.',
      'Stand the shoe on the plate, and lower the needle until it touches without pressing.',
      'Read straight from the front.',
      PLACE_AGAIN,
    ],
    traps: [
      'The wrong station: a few millimetres along change the stack.',
      'Pressing into soft foam.',
      'A shoe warm from the sun or cold from the van.',
      'Insole in, and noted as out.',
    ],
  },
  layers: {
    steps: ['At the same station as the stack.', 'Needle or cut; pinch nothing.', PLACE_AGAIN],
    traps: [
      'An insole that is pinched between the jaws.',
      'A window in the outsole: no rubber there.',
    ],
  },
  sole: {
    steps: [
      'The sole upward, or two squares at its sides.',
      'Zero the caliper; close it on the widest place of the zone.',
      'Light contact: no dent is seen.',
      PLACE_AGAIN,
    ],
    traps: ['A caliper that was not zeroed.', 'Jaws aslant: too wide.', 'Pressing the flare in.'],
  },
  inside: {
    steps: [
      'Insole in, laces open.',
      'The gauge at its station, out to both walls with light contact.',
      PLACE_AGAIN,
    ],
    traps: ['Pressing the walls out.', 'The wrong station.'],
  },
  toe: {
    steps: ['The shoe unloaded on a flat table.', 'The gauge square to the table.', PLACE_AGAIN],
    traps: ['Reading aslant.', 'A table that is not flat.'],
  },
  upper: {
    steps: [
      'The shoe laced as it is worn, on a flat table.',
      'Go to the marked point, not to the highest.',
      PLACE_AGAIN,
    ],
    traps: [
      'A collar that is pushed down.',
      'Left and right at other points.',
      'A twisted upper taken for a high one.',
    ],
  },
  hardness: {
    steps: [
      'The shoe at 23 °C for a few hours.',
      'The largest flat spot; the gauge square, foot flat, for the time that is stated.',
      'Five touches, each on a fresh spot, then their median.',
    ],
    traps: [
      'Warm foam reads soft, cold foam hard.',
      'Near an edge, or over a void.',
      'The other scale: A is not C.',
    ],
  },
  flex: {
    steps: [
      'Clamp the forefoot at the flex line.',
      'A few turns first: the shoe settles in the fixture.',
      'Load and unload slowly; keep the whole curve.',
    ],
    traps: [
      'Another span or clamp distance.',
      'Counting the first cycles.',
      'A shoe that slips in the clamp.',
    ],
  },
  'by hand': {
    steps: [
      'Take it in both hands as the word says.',
      'Say the word that comes first, then do it once more.',
    ],
    traps: ['Comparing words of two hands.', 'Averaging words.'],
  },
  tread: {
    steps: ['At the marked spot of the zone.', 'Base to tip, five lugs, the median.'],
    traps: ['Another lug than last time.', 'Dirt in the groove.'],
  },
  own: {
    steps: ['As the lab has written its datum.', PLACE_AGAIN],
    traps: ['A datum that two hands read in two ways.'],
  },
};

/** What a quantity adds to the card of its group. */
const ADDED: Readonly<Record<string, Partial<MeasuringCard>>> = {
  drop: {
    steps: ['It is worked out: take both stacks in one sitting, on one basis, with one gauge.'],
  },
  'heel-stack': { traps: ['A beard of glue or a heel tab under the needle.'] },
  'toe-box-height': { traps: ['A toe cap that is soft: the gauge lifts it.'] },
  'heel-seam': { steps: ['From behind, the sole’s centre line marked first.'] },
  'sole-plane': { steps: ['On a plate that was proved flat; press nothing down.'] },
  'heel-height': { steps: ['At the heel’s back, seat to table; in inches in dance.'] },
  'internal-length': { traps: ['A folded tongue or a toe stuffing left inside.'] },
  'toe-end-gap': { steps: ['Push the reference insole to the heel before reading.'] },
  'midsole-post-hardness': { traps: ['Touching beside the post.'] },
  'tap-ear': { steps: ['Tap with a key where the heel lands, three times.'] },
};

/** @example measuringCard(QUANTITIES['heel-stack']).traps // … what holds of stacks, and of this one */
export function measuringCard({
  id,
  group,
}: Pick<QuantityDefinition, 'id' | 'group'>): MeasuringCard {
  const { steps, traps } = OF_GROUP[group];
  const added = ADDED[id] ?? {};
  return { steps: [...steps, ...(added.steps ?? [])], traps: [...traps, ...(added.traps ?? [])] };
}

/** Tools that can take a length instead of the usual one, best first. */
const STAND_IN: readonly ToolName[] = ['caliper', 'needle gauge', 'length gauge', 'ruler', 'tape'];

export interface ExpectedDoubt {
  tool: string;
  /** Expanded uncertainty of one shoe from two readings, in the canonical unit: about 95 of 100. */
  U: number;
}

/**
 * The doubt to expect of one shoe, two readings, by the usual tool and by those that may stand in for it: scatter over
 * two readings, the gauge's step and its zero (JCGM 100), doubled.
 *
 * @example a stack with a needle gauge that repeats to 0.2 mm: 2·√(0.2²/2 + 0.1²/12 + 0.1²) = 0.36 mm
 */
export function expectedDoubts({
  tool,
  repeatabilitySd,
  kind,
  computed,
  ordinal,
  curve,
}: QuantityDefinition): ExpectedDoubt[] {
  if (computed || ordinal || curve) return [];
  const others = kind === 'length' ? STAND_IN.filter((other) => other !== tool) : [];
  return [tool, ...others].map((one) => {
    const { resolution, zeroU } = TOOL_DEFAULTS[one];
    const sd = one === tool ? repeatabilitySd : standInScatter(repeatabilitySd, one);
    return {
      tool: nameTool(one),
      U: 2 * Math.sqrt(sd ** 2 / 2 + resolution ** 2 / 12 + zeroU ** 2),
    };
  });
}
