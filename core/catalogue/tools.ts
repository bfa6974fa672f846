/** The tools on a table, and what each usually comes with. Values are common practice. */

export const TOOL_NAMES = [
  'ruler',
  'caliper',
  'needle gauge',
  'scale',
  'length gauge',
  'tape',
  'angle gauge',
  'durometer A',
  'durometer C',
  'bend fixture',
  'twist fixture',
  'press fixture',
  'room climate',
  'hand',
] as const;
export type ToolName = (typeof TOOL_NAMES)[number];

/** A tool with what its calibration says, in its own unit. */
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

function tool(
  name: string,
  kind: ToolName,
  unit: string,
  [resolution, zeroU, gainU]: [number, number, number],
): InstrumentDraft {
  return { name, kind, unit, resolution, zeroU, gainU };
}

/** A tool as it usually comes, before anyone has calibrated it. */
export const TOOL_DEFAULTS: Readonly<Record<ToolName, InstrumentDraft>> = {
  ruler: tool('Ruler', 'ruler', 'mm', [0.5, 0.2, 0.001]),
  caliper: tool('Caliper', 'caliper', 'mm', [0.05, 0.03, 0.0005]),
  'needle gauge': tool('Needle gauge', 'needle gauge', 'mm', [0.1, 0.1, 0.001]),
  scale: tool('Scale', 'scale', 'g', [0.5, 0.3, 0.001]),
  'length gauge': tool('Length gauge', 'length gauge', 'mm', [0.5, 0.3, 0.001]),
  tape: tool('Tape', 'tape', 'mm', [1, 0.5, 0.001]),
  'angle gauge': tool('Angle gauge', 'angle gauge', '°', [0.1, 0.1, 0]),
  'durometer A': tool('Durometer A', 'durometer A', 'A', [0.5, 0.5, 0]),
  'durometer C': tool('Durometer C', 'durometer C', 'C', [0.5, 0.5, 0]),
  // A fixture's own step vanishes in a slope over hundreds of samples; its sensors' gain stays.
  'bend fixture': tool('Bend fixture', 'bend fixture', 'N·m/°', [0.0001, 0, 0.01]),
  'twist fixture': tool('Twist fixture', 'twist fixture', 'N·m/°', [0.0001, 0, 0.01]),
  'press fixture': tool('Press fixture', 'press fixture', 'N/mm', [0.01, 0, 0.01]),
  'room climate': tool('Room climate', 'room climate', '°C', [0.1, 0.2, 0]),
  hand: tool('Hand', 'hand', 'grade', [1, 0, 0]),
};

/**
 * What repeats scatter by at least where a length is taken with another tool than its station names, mm:
 * common practice. A finer tool than the usual one is not taken to repeat better.
 */
const LEAST_SCATTER: Partial<Record<ToolName, number>> = {
  ruler: 0.4,
  tape: 0.7,
  'length gauge': 0.3,
  'needle gauge': 0.2,
  caliper: 0.15,
};

/** The scatter of repeats by a tool that stands in for the usual one, mm: never below that of the station. */
export const standInScatter = (sd: number, tool: ToolName | undefined): number =>
  Math.max(sd, (tool && LEAST_SCATTER[tool]) ?? 0);

/** The name of a tool in a sentence. */
export function nameTool(kind: ToolName): string {
  const named: Partial<Record<ToolName, string>> = {
    'durometer A': 'type A durometer (rubber)',
    'durometer C': 'type C durometer (foam)',
  };
  return named[kind] ?? kind;
}
