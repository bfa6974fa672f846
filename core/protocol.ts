/** Which instruments and protocols the tools on a table allow. Values are common practice. */
import type { StackBasis } from './basis.ts';
import type { MeasuredQuantityId } from './quantities.ts';

export type ToolName = 'ruler' | 'caliper' | 'needle gauge' | 'scale';

export interface InstrumentDraft {
  name: string;
  kind: ToolName;
  unit: string;
  /** Smallest step of the indication, in `unit`. */
  resolution: number;
  /** Standard uncertainty of the zero, in `unit`, and of the slope, relative. */
  zeroU: number;
  gainU: number;
}

/** A tool as it usually comes, before anyone has calibrated it. */
export const TOOL_DEFAULTS: Readonly<Record<ToolName, InstrumentDraft>> = {
  ruler: { name: 'Ruler', kind: 'ruler', unit: 'mm', resolution: 0.5, zeroU: 0.2, gainU: 0.001 },
  caliper: {
    name: 'Caliper',
    kind: 'caliper',
    unit: 'mm',
    resolution: 0.05,
    zeroU: 0.03,
    gainU: 0.0005,
  },
  'needle gauge': {
    name: 'Needle gauge',
    kind: 'needle gauge',
    unit: 'mm',
    resolution: 0.1,
    zeroU: 0.1,
    gainU: 0.001,
  },
  scale: { name: 'Scale', kind: 'scale', unit: 'g', resolution: 0.5, zeroU: 0.3, gainU: 0.001 },
};

export interface StationDraft {
  quantity: MeasuredQuantityId;
  /** Readings asked for on each shoe; one is always enough to go on. */
  repeats: number;
  optional: boolean;
  tool: ToolName;
  repeatabilitySd: number;
}

export interface ProtocolDraft {
  name: string;
  stack: StackBasis;
  stations: StationDraft[];
}

const STACK_SD: Record<Exclude<ToolName, 'scale'>, number> = {
  'needle gauge': 0.2,
  caliper: 0.15,
  ruler: 0.4,
};

const MASS_STATION: StationDraft = {
  quantity: 'mass',
  repeats: 1,
  optional: false,
  tool: 'scale',
  repeatabilitySd: 0.4,
};

function stackStations(tool: Exclude<ToolName, 'scale'>): StationDraft[] {
  const quantities = ['heel-stack', 'forefoot-stack'] as const;
  return quantities.map((quantity) => ({
    quantity,
    repeats: 2,
    optional: false,
    tool,
    repeatabilitySd: STACK_SD[tool],
  }));
}

function insoleStations(tool: Exclude<ToolName, 'scale'>): StationDraft[] {
  const quantities = ['heel-insole', 'forefoot-insole'] as const;
  return quantities.map((quantity) => ({
    quantity,
    repeats: 1,
    optional: true,
    tool,
    repeatabilitySd: tool === 'ruler' ? 0.3 : 0.15,
  }));
}

const METHOD = { 'needle gauge': 'needle', caliper: 'caliper', ruler: 'ruler' } as const;

/**
 * The protocols that a set of tools allows, the one to start with first. A needle gauge or a
 * caliper reaches the foot-side surface inside the shoe; a ruler alone sees only the sidewall.
 * Without any tool for lengths the protocol weighs only.
 *
 * @example protocolsFor(['ruler', 'scale'])[0].stack.place // 'sidewall'
 */
export function protocolsFor(tools: readonly ToolName[]): ProtocolDraft[] {
  const mass = tools.includes('scale') ? [MASS_STATION] : [];
  const through = (['needle gauge', 'caliper'] as const).find((tool) => tools.includes(tool));
  const base: StackBasis = {
    place: 'in-shoe',
    insole: 'in',
    lugs: 'in',
    layers: 'whole sole',
    method: through ? METHOD[through] : 'ruler',
  };
  const protocols: ProtocolDraft[] = [];
  if (through) {
    protocols.push({
      name: `In-shoe 12 / 75 %, insole in, ${through}`,
      stack: base,
      stations: [...mass, ...stackStations(through)],
    });
    protocols.push({
      name: `In-shoe 12 / 75 %, insole out, ${through}`,
      stack: { ...base, insole: 'out' },
      stations: [...mass, ...stackStations(through), ...insoleStations(through)],
    });
  }
  if (tools.includes('ruler'))
    protocols.push({
      name: 'Sidewall, ruler',
      stack: { ...base, place: 'sidewall', method: 'ruler' },
      stations: [...mass, ...stackStations('ruler')],
    });
  if (protocols.length === 0)
    protocols.push({ name: 'Mass only', stack: { ...base, method: 'ruler' }, stations: mass });
  return protocols;
}
