/** The stand-ins that ship with the demo: which gauges there are, and what they measure. */
import { randomLcg, randomNormal } from 'd3-random';
import { MATCH_FEATURES } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { TOOL_DEFAULTS, type ToolName } from '#core/catalogue/tools.ts';
import { simulateCurve } from '#instruments/fixture-curve.ts';
import { type StandIn, type StandInTraits, startStandIn } from '#instruments/stand-in.ts';
import { shoeTruths } from './shoe-truths.ts';

/** The room of the scenario: within the standard, and never quite still. */
export const DEMO_ROOM = { temperatureC: 22.6, humidityPct: 48 };

/** Loops of the scenario's shoes lose this share of their load. */
const DEMO_LOSS = 0.16;

interface Behaviour {
  tool: ToolName;
  settleMs: number;
  flickerSd: number;
  zeroOffset: number;
  driftPerHour: number;
  dropOut: number;
}

const BEHAVIOURS: Behaviour[] = [
  {
    tool: 'caliper',
    settleMs: 900,
    flickerSd: 0.01,
    zeroOffset: 0.01,
    driftPerHour: 0.002,
    dropOut: 0.01,
  },
  {
    tool: 'needle gauge',
    settleMs: 1100,
    flickerSd: 0.03,
    zeroOffset: 0.06,
    driftPerHour: 0.01,
    dropOut: 0.015,
  },
  {
    tool: 'scale',
    settleMs: 1300,
    flickerSd: 0.1,
    zeroOffset: 0.1,
    driftPerHour: 0.05,
    dropOut: 0.01,
  },
  {
    tool: 'durometer A',
    settleMs: 1500,
    flickerSd: 0.1,
    zeroOffset: 0.2,
    driftPerHour: 0,
    dropOut: 0.01,
  },
  {
    tool: 'durometer C',
    settleMs: 1500,
    flickerSd: 0.1,
    zeroOffset: 0.2,
    driftPerHour: 0,
    dropOut: 0.01,
  },
  { tool: 'bend fixture', settleMs: 400, flickerSd: 0, zeroOffset: 0, driftPerHour: 0, dropOut: 0 },
  {
    tool: 'twist fixture',
    settleMs: 400,
    flickerSd: 0,
    zeroOffset: 0,
    driftPerHour: 0,
    dropOut: 0,
  },
  {
    tool: 'press fixture',
    settleMs: 400,
    flickerSd: 0,
    zeroOffset: 0,
    driftPerHour: 0,
    dropOut: 0,
  },
  {
    tool: 'room climate',
    settleMs: 0,
    flickerSd: 0.03,
    zeroOffset: 0,
    driftPerHour: 0,
    dropOut: 0,
  },
];

/** Placing gauge and shoe again scatters as a feature by this tool does, or as the quantity. */
const placementSd = (tool: ToolName) => (word: string) => {
  const feature = MATCH_FEATURES.map(matchFeature).find((one) => one.id === word);
  return feature?.tool === tool
    ? feature.repeatabilitySd
    : (QUANTITIES[word as 'mass']?.repeatabilitySd ?? 0.1);
};

function traitsOf(
  behaviour: Behaviour,
  truth: ReturnType<typeof shoeTruths>,
  dropOuts: boolean,
): StandInTraits {
  const { tool, dropOut, ...manner } = behaviour;
  const { name, unit, resolution } = TOOL_DEFAULTS[tool];
  const noise = randomNormal.source(randomLcg(0.37))(0, 1);
  const room = tool === 'room climate';
  return {
    ...manner,
    name,
    unit,
    resolution,
    dropOut: dropOuts ? dropOut : 0,
    placementSd: room ? () => 0 : placementSd(tool),
    truth: (held) => (room ? DEMO_ROOM.temperatureC : truth(held)),
    ...(room
      ? {
          idleQuantity: 'room-temperature',
          also: [
            {
              quantity: 'room-humidity',
              unit: '%',
              value: () => Number((DEMO_ROOM.humidityPct + 0.2 * noise()).toFixed(1)),
            },
          ],
        }
      : {}),
    curve: (held) => {
      const traits = QUANTITIES[held.quantity as 'mass']?.curve;
      const stiffness = truth(held);
      return traits && stiffness !== undefined
        ? simulateCurve(traits, { stiffness, loss: DEMO_LOSS }, (sd) => sd * noise())
        : undefined;
    },
  };
}

/**
 * Starts all stand-ins.
 * @param firstPort they take this port and those after it; 0 takes free ones
 */
export function startStandIns(firstPort: number, dropOuts = true): Promise<StandIn[]> {
  const truth = shoeTruths();
  return Promise.all(
    BEHAVIOURS.map((behaviour, index) =>
      startStandIn(traitsOf(behaviour, truth, dropOuts), firstPort === 0 ? 0 : firstPort + index),
    ),
  );
}
