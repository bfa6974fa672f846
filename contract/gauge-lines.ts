/**
 * The lines that gauges speak over TCP, and that the server speaks back. One line of UTF-8 text a
 * message, fields parted by commas, numbers with a decimal point. Described in docs/formats.md.
 */

/** A gauge has nothing longer to say. */
export const LONGEST_LINE = 200;

export type GaugeLine =
  | {
      kind: 'reading';
      instrument: string;
      /** A word of the catalogue, or `-` where the gauge does not know what it is held to. */
      quantity: string;
      value: number;
      unit: string;
      stable: boolean;
    }
  | {
      kind: 'sample';
      instrument: string;
      quantity: string;
      seconds: number;
      x: number;
      xUnit: string;
      y: number;
      yUnit: string;
    }
  | { kind: 'end'; instrument: string; quantity: string };

/**
 * Reads one line of a gauge.
 * @returns undefined for an empty line or a remark (#); `fault` for a line that cannot be read
 * @example readGaugeLine('Needle gauge, heel-stack, 31.2, mm, stable')
 */
export function readGaugeLine(
  text: string,
): GaugeLine | { kind: 'fault'; message: string } | undefined {
  const line = text.trim();
  if (line === '' || line.startsWith('#')) return undefined;
  const fault = (message: string) => ({ kind: 'fault' as const, message });
  if (line.length > LONGEST_LINE) return fault(`a line of ${line.length} characters`);
  const fields = line.split(',').map((field) => field.trim());
  const [instrument = '', quantity = '', third = ''] = fields;
  if (instrument === '' || quantity === '')
    return fault(`“${line.slice(0, 60)}” is no gauge’s line`);
  if (third === 'end') return { kind: 'end', instrument, quantity };
  if (third === 'sample') {
    const [seconds, x, y] = [fields[3], fields[4], fields[6]].map(Number);
    const [xUnit = '', yUnit = ''] = [fields[5], fields[7]];
    if (fields.length !== 8 || ![seconds, x, y].every(Number.isFinite))
      return fault(`“${line.slice(0, 60)}” is no sample`);
    return {
      kind: 'sample',
      instrument,
      quantity,
      seconds: seconds as number,
      x: x as number,
      xUnit,
      y: y as number,
      yUnit,
    };
  }
  const [, , , unit = '', state = ''] = fields;
  const value = third === '' ? Number.NaN : Number(third);
  if (fields.length !== 5 || !Number.isFinite(value) || !['stable', 'moving'].includes(state))
    return fault(`“${line.slice(0, 60)}” is no reading`);
  return { kind: 'reading', instrument, quantity, value, unit, stable: state === 'stable' };
}

/** Writes a line as a gauge speaks it. */
export function writeGaugeLine(line: GaugeLine): string {
  const { instrument, quantity } = line;
  const fields =
    line.kind === 'reading'
      ? [line.value, line.unit, line.stable ? 'stable' : 'moving']
      : line.kind === 'sample'
        ? ['sample', line.seconds, line.x, line.xUnit, line.y, line.yUnit]
        : ['end'];
  return `${[instrument, quantity, ...fields].join(', ')}\n`;
}

/** Which shoe and station a gauge is held to. */
export interface HeldTo {
  tag: string;
  side: string;
  quantity: string;
  /** The stack basis of the protocol as one word: `in-shoe-in-in-whole-sole-needle`. */
  basis: string;
}

/**
 * What the server tells a gauge. Gauges that do not listen may ignore it; the stand-ins read from it
 * which shoe they are held to.
 */
export type GaugeCommand =
  | ({ kind: 'place' | 'run' } & HeldTo)
  /** Fall silent for some seconds: for practice with a gauge that drops out. */
  | { kind: 'drop'; seconds: number };

export function writeGaugeCommand(command: GaugeCommand): string {
  return command.kind === 'drop'
    ? `drop, ${command.seconds}\n`
    : `${[command.kind, command.tag, command.side, command.quantity, command.basis].join(', ')}\n`;
}

export function readGaugeCommand(text: string): GaugeCommand | undefined {
  const [kind = '', ...rest] = text.split(',').map((field) => field.trim());
  if (kind === 'drop' && Number.isFinite(Number(rest[0])))
    return { kind, seconds: Number(rest[0]) };
  const [tag, side, quantity, basis = ''] = rest;
  return (kind === 'place' || kind === 'run') && tag && side && quantity
    ? { kind, tag, side, quantity, basis }
    : undefined;
}
