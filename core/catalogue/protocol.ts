/** The protocols that ship, as the tools on a table allow them. Values are common practice. */

import { DEFAULT_REPEATABILITY_DF } from '../statistics/repeated-readings.ts';
import { type Discipline, SHIPPED_USES, type UseEntry, type Uses } from './disciplines.ts';
import { type MeasuredQuantityId, QUANTITIES } from './quantities.ts';
import type { StackBasis } from './stack-basis.ts';
import type { ToolName } from './tools.ts';

export interface StationDraft {
  quantity: MeasuredQuantityId;
  /** Readings asked for on each shoe; one is always enough to go on. */
  repeats: number;
  optional: boolean;
  tool: ToolName;
  repeatabilitySd: number;
  /** Span, clamp, stamp, place on the shoe. Empty: nothing to state. */
  setup: string;
}

export interface ProtocolDraft {
  name: string;
  stack: StackBasis;
  /** How shoes are kept before they are measured. Empty: as they are. */
  conditioning: string;
  /** The use that it is made for; empty: any. */
  discipline: Discipline | '';
  stations: StationDraft[];
}

type Through = 'needle gauge' | 'caliper' | 'ruler';

const STACK_SD: Record<Through, number> = { 'needle gauge': 0.2, caliper: 0.15, ruler: 0.4 };
const METHOD = { 'needle gauge': 'needle', caliper: 'caliper', ruler: 'ruler' } as const;
const CONDITIONING = '24 h at 23 ± 2 °C, 50 ± 5 % RH';

/** What a protocol says of the set-up where the quantity needs one. */
const SETUPS: Partial<Record<MeasuredQuantityId, string>> = {
  'bend-toe-up': 'clamped at 70 % of length',
  'bend-arch-back': 'clamped at 70 % of length',
  'bend-sideways': 'clamped at 70 % of length, on edge',
  'three-point': 'span 120 mm',
  'twist-in': 'clamps 150 mm apart',
  'twist-out': 'clamps 150 mm apart',
  'press-heel': 'flat stamp 45 mm',
  'press-forefoot': 'flat stamp 45 mm',
  'side-crush': 'plates 50 mm wide at the ball',
  'counter-stiffness': 'ball stamp 15 mm, half height',
  'shaft-girth': 'widest of the calf',
};
const ON_THE_SHOE = 'on the shoe, 3 s';

function station(
  quantity: MeasuredQuantityId,
  repeats: number,
  more: Partial<StationDraft> = {},
): StationDraft {
  const { tool, repeatabilitySd, kind } = QUANTITIES[quantity] ?? QUANTITIES.mass;
  const hard = kind === 'rubber-hardness' || kind === 'foam-hardness';
  return {
    quantity,
    repeats,
    optional: false,
    tool,
    repeatabilitySd,
    setup: SETUPS[quantity] ?? (hard ? ON_THE_SHOE : ''),
    ...more,
  };
}

const several = (quantities: readonly MeasuredQuantityId[], repeats: number, optional = false) =>
  quantities.map((quantity) => station(quantity, repeats, { optional }));

function stacks(
  tool: Through,
  repeats: number,
  quantities: readonly MeasuredQuantityId[] = ['heel-stack', 'forefoot-stack'],
): StationDraft[] {
  return quantities.map((quantity) =>
    station(quantity, repeats, { tool, repeatabilitySd: STACK_SD[tool] }),
  );
}

function insoles(tool: Through): StationDraft[] {
  const quantities = ['heel-insole', 'forefoot-insole'] as const;
  return quantities.map((quantity) =>
    station(quantity, 1, {
      optional: true,
      tool,
      repeatabilitySd: tool === 'ruler' ? 0.3 : 0.15,
    }),
  );
}

/** What is measured of a worn pair, by the name of its protocol. */
export const WEAR_CHECK = 'Wear check';
const TREAD: readonly MeasuredQuantityId[] = [
  'tread-heel-lateral',
  'tread-heel-medial',
  'tread-midfoot',
  'tread-forefoot-lateral',
  'tread-forefoot-medial',
  'tread-toe',
];

/**
 * Whatever wears, one reading each. All of it may be left out: a check says nothing of how far a pair
 * was measured.
 */
function wearCheck(through: Through, mass: readonly StationDraft[]): StationDraft[] {
  return [
    ...mass,
    ...several(TREAD, 1),
    ...several(LUGS, 1),
    ...stacks(through, 1),
    ...insoles(through),
    ...several(HARDNESS, 1),
  ].map((one) => ({ ...one, optional: true }));
}

const LUGS: readonly MeasuredQuantityId[] = ['heel-lugs', 'forefoot-lugs'];
const HARDNESS: readonly MeasuredQuantityId[] = [
  'midsole-medial-hardness',
  'midsole-lateral-hardness',
  'outsole-hardness',
];

/** Every station of the bench, in the order of the hand: outside, inside, by gauge, by fixture. */
function fullBench(tool: Through): StationDraft[] {
  return [
    station('mass', 1),
    ...stacks(tool, 2, ['heel-stack', 'midfoot-stack', 'forefoot-stack']),
    station('outer-length', 1),
    ...several(['heel-width', 'midfoot-width', 'ball-width'], 1),
    station('toe-tip-height', 1),
    ...several(['rocker-start', 'bevel-start'], 1, true),
    station('internal-length', 1),
    ...several(['internal-ball-width', 'internal-heel-width', 'toe-box-width'], 1),
    station('toe-box-height', 1),
    ...several(['collar-medial', 'collar-lateral', 'collar-rear'], 1),
    ...insoles(tool === 'ruler' ? 'ruler' : 'caliper'),
    station('heel-lugs', 5, { optional: true }),
    station('forefoot-lugs', 5, { optional: true }),
    ...several(HARDNESS, 5),
    ...several(['bend-front-hand', 'twist-front-hand', 'counter-hand'], 1),
    station('bend-toe-up', 1),
    station('twist-in', 1, { optional: true }),
    ...several(['press-heel', 'press-forefoot'], 1),
    station('three-point', 1, { optional: true }),
    station('flex-line', 1, { optional: true }),
  ];
}

/** What a reviewer takes of a shoe in a quarter of an hour, mostly by hand. */
function reviewersRound(tool: Through, mass: readonly StationDraft[]): StationDraft[] {
  return [
    ...mass,
    ...stacks(tool, 1),
    ...several(['heel-width', 'midfoot-width', 'ball-width'], 1),
    ...several(['toe-box-width', 'toe-box-height'], 1),
    ...several(['heel-lugs', 'forefoot-lugs'], 1, true),
    ...several(['bend-front-hand', 'bend-rear-hand', 'twist-front-hand', 'twist-rear-hand'], 1),
    station('counter-hand', 1),
  ];
}

type GeneralDraft = Omit<ProtocolDraft, 'discipline'>;

const STACKS: readonly MeasuredQuantityId[] = ['heel-stack', 'midfoot-stack', 'forefoot-stack'];
/** Five touches a spot, five lugs a zone: then their median. */
const FIVE = 5;

/** The protocol of a use: what its entry takes, in its order. */
function protocolOfUse(
  { name, takes, optional = [] }: UseEntry,
  through: Through,
  stack: StackBasis,
): ProtocolDraft {
  return {
    name: `${name.charAt(0).toUpperCase()}${name.slice(1)}`,
    stack,
    conditioning: '',
    discipline: name,
    stations: takes.flatMap((quantity) => {
      if (STACKS.includes(quantity)) return stacks(through, 1, [quantity]);
      const isFive = HARDNESS.includes(quantity) || LUGS.includes(quantity);
      return station(quantity, isFive ? FIVE : 1, { optional: optional.includes(quantity) });
    }),
  };
}

/**
 * The protocols that ship, those that the tools allow first. A needle gauge or a caliper reaches
 * the foot-side surface inside the shoe; a ruler alone sees only the sidewall. The others are there
 * too, for the day the tool is bought.
 *
 * @param uses each has a protocol
 * @example protocolsFor(['ruler', 'scale'])[0].stack.place // 'sidewall'
 */
export function protocolsFor(
  tools: readonly ToolName[],
  uses: Uses = SHIPPED_USES,
): ProtocolDraft[] {
  const owned = (['needle gauge', 'caliper'] as const).find((tool) => tools.includes(tool));
  const through = owned ?? 'needle gauge';
  const mass = tools.includes('scale') ? [station('mass', 1)] : [];
  const base: StackBasis = {
    place: 'in-shoe',
    insole: 'in',
    lugs: 'in',
    layers: 'whole sole',
    method: METHOD[through],
  };
  const sidewall: GeneralDraft = {
    name: 'Sidewall, ruler',
    stack: { ...base, place: 'sidewall', method: 'ruler' },
    conditioning: '',
    stations: [...mass, ...stacks('ruler', 2)],
  };
  const inShoe: GeneralDraft[] = [
    {
      name: `In-shoe 12 / 75 %, insole in, ${through}`,
      stack: base,
      conditioning: '',
      stations: [...mass, ...stacks(through, 2)],
    },
    {
      name: `In-shoe 12 / 75 %, insole out, ${through}`,
      stack: { ...base, insole: 'out' },
      conditioning: '',
      stations: [...mass, ...stacks(through, 2), ...insoles(through)],
    },
    {
      name: 'Quick review',
      stack: base,
      conditioning: '',
      stations: [...mass, ...stacks(through, 1), station('ball-width', 1)],
    },
    {
      name: 'Reviewer’s round',
      stack: base,
      conditioning: '',
      stations: reviewersRound(through, mass),
    },
    {
      name: 'Midsole only',
      stack: { ...base, layers: 'midsole only' },
      conditioning: '',
      stations: stacks(through, 2),
    },
    {
      name: 'Full bench',
      stack: base,
      conditioning: CONDITIONING,
      stations: fullBench(through),
    },
  ];
  const wear: GeneralDraft = {
    name: WEAR_CHECK,
    stack: base,
    conditioning: '',
    stations: wearCheck(through, mass),
  };
  const hardness: GeneralDraft = {
    name: 'On-the-shoe hardness',
    stack: base,
    conditioning: CONDITIONING,
    stations: several([...HARDNESS, 'insole-hardness'], 5),
  };
  const general = (drafts: readonly GeneralDraft[]): ProtocolDraft[] => [
    ...drafts.map((draft): ProtocolDraft => ({ ...draft, discipline: '' })),
    ...uses.map((use) => protocolOfUse(use, through, base)),
  ];
  if (owned) return general([...inShoe, sidewall, wear, hardness]);
  if (tools.includes('ruler')) return general([sidewall, ...inShoe, wear, hardness]);
  const massOnly: GeneralDraft = {
    name: 'Mass only',
    stack: { ...base, method: 'ruler' },
    conditioning: '',
    stations: mass,
  };
  return general([...(mass.length > 0 ? [massOnly] : []), ...inShoe, sidewall, wear, hardness]);
}

/** A protocol that ships, as it is saved in a lab. */
export const savedDraft = (draft: ProtocolDraft, id: string) => ({
  id,
  basedOn: null,
  ...draft,
  stations: draft.stations.map(({ repeatabilitySd, ...station }) => ({
    ...station,
    repeatability: { sd: repeatabilitySd, df: DEFAULT_REPEATABILITY_DF },
  })),
});
