/** The file of readings: its header, and what each row stands for. */
import { type LineFault, readPlainNumber } from '#core/delimited.ts';
import type { Catalogue } from '#core/quantities.ts';
import { readTypedReading } from '#core/typed-reading.ts';
import { findUnit, toCanonical, type Unit } from '#core/units.ts';

export const READINGS_HEADER = [
  'pair',
  'side',
  'quantity',
  'trial',
  'value',
  'unit',
  'protocol',
  'operator',
  'instrument',
  'measured_at',
  'temperature_c',
  'humidity_pct',
  'note',
] as const;
type Column = (typeof READINGS_HEADER)[number];

/** A reading of a file, with the ids of what it names. */
export interface FileReading {
  line: number;
  pairId: string;
  tag: string;
  side: 'left' | 'right';
  quantity: string;
  trial: number;
  typed: string;
  unit: string;
  value: number;
  protocolId: string;
  operator: string;
  instrumentId: string;
  takenAt: string;
  temperatureC: number | null;
  humidityPct: number | null;
  note: string;
  /** Set where the value is outside what shoes measure: to be looked at, not refused. */
  odd?: string;
}

/** What the rows of a file may name. Keys in lower case. */
export interface KnownNames {
  pairs: ReadonlyMap<string, { id: string; shoes: string }>;
  protocols: ReadonlyMap<string, string>;
  instruments: ReadonlyMap<string, string>;
  catalogue: Catalogue;
}

const INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(?::\d\d(?:\.\d{1,6})?)?(?:Z|[+-]\d\d:\d\d)$/;
const OPERATOR = /^[A-Za-z0-9 -]{0,20}$/;

interface UnitAnswer {
  unit?: Unit;
  fault?: string;
}

/** The columns of a header by name, or what is wrong with it. */
export function readReadingsHeader(fields: string[]): Map<Column, number> | LineFault {
  const names = fields.map((name) => name.trim().toLowerCase());
  const missing = READINGS_HEADER.filter((name) => !names.includes(name));
  const unknown = names.filter((name) => !(READINGS_HEADER as readonly string[]).includes(name));
  const twice = names.find((name, at) => names.indexOf(name) !== at);
  const says = [
    missing.length > 0 ? `missing: ${missing.join(', ')}` : '',
    unknown.length > 0 ? `unknown: ${unknown.join(', ').slice(0, 80)}` : '',
    twice ? `twice: ${twice}` : '',
  ].filter(Boolean);
  if (says.length > 0)
    return {
      line: 1,
      column: '',
      message: `The header is not that of a file of readings (${says.join('; ')}). It is ${READINGS_HEADER.join(',')}.`,
    };
  return new Map(READINGS_HEADER.map((name) => [name, names.indexOf(name)]));
}

function nearest(known: ReadonlyMap<string, unknown>): string {
  const names = [...known.keys()].slice(0, 6);
  return names.length === 0 ? 'there are none yet' : `known are ${names.join('; ')}`;
}

/**
 * Reads the rows of a file one by one. Every fault of a row is told, not the first alone.
 * @param columns of the header
 */
export function readingsReader(
  known: KnownNames,
  columns: ReadonlyMap<Column, number>,
  decimalComma: boolean,
  refuse: (fault: LineFault) => void,
): (line: number, fields: string[]) => FileReading | undefined {
  const units = new Map<string, UnitAnswer>();
  const instants = new Map<string, string>();
  const place = Object.fromEntries(columns) as Record<Column, number>;

  function unitFor(quantity: string, symbol: string): UnitAnswer {
    const key = `${quantity} ${symbol}`;
    const seen = units.get(key);
    if (seen) return seen;
    const definition = known.catalogue[quantity];
    let answer: UnitAnswer = {};
    if (definition) {
      const unit = findUnit(symbol, definition.kind);
      const tried = readTypedReading(`1 ${symbol}`, definition);
      answer =
        unit?.kind === definition.kind
          ? { unit }
          : {
              fault: tried.ok ? `${symbol} is no unit of ${definition.name}.` : tried.fault.message,
            };
    }
    units.set(key, answer);
    return answer;
  }

  function instantOf(text: string): string | undefined {
    const seen = instants.get(text);
    if (seen) return seen;
    if (!INSTANT.test(text)) return undefined;
    const time = new Date(text);
    if (Number.isNaN(time.getTime())) return undefined;
    const instant = time.toISOString();
    // Files run on in time: a small memory serves repeats without growing with the file.
    if (instants.size > 1000) instants.clear();
    instants.set(text, instant);
    return instant;
  }

  return (line, fields) => {
    let sound = true;
    const fault = (column: Column | '', message: string) => {
      sound = false;
      refuse({ line, column, message });
    };
    if (fields.length !== READINGS_HEADER.length) {
      fault('', `${fields.length} fields where the header has ${READINGS_HEADER.length}.`);
      return undefined;
    }
    const text = (column: Column) => (fields[place[column]] ?? '').trim();
    const optionalNumber = (column: Column, least: number, most: number, what: string) => {
      const typed = text(column);
      if (typed === '') return null;
      const value = readPlainNumber(typed, decimalComma);
      if (value !== undefined && value >= least && value <= most) return value;
      fault(
        column,
        `“${typed.slice(0, 30)}” is no ${what}; write it as ${what === 'temperature' ? '22.5' : '48'}, or leave it empty.`,
      );
      return null;
    };

    const tag = text('pair').toUpperCase();
    const pair = known.pairs.get(tag.toLowerCase());
    if (!pair)
      fault('pair', `“${tag.slice(0, 30)}” is no pair of this bench book. Receive it first.`);
    const side = text('side').toLowerCase();
    if (side !== 'left' && side !== 'right')
      fault('side', `“${side.slice(0, 20)}” is no side; write left or right.`);
    else if (pair && pair.shoes !== 'both' && pair.shoes !== `${side} only`)
      fault('side', `${tag} has its ${pair.shoes === 'left only' ? 'left' : 'right'} shoe only.`);
    const quantity = text('quantity');
    const definition = known.catalogue[quantity];
    if (!definition || quantity === 'drop')
      fault(
        'quantity',
        quantity === 'drop'
          ? 'Drop is computed from the stacks; give heel-stack and forefoot-stack.'
          : `“${quantity.slice(0, 40)}” is not in the catalogue; names are as in heel-stack.`,
      );
    const trial = Number(text('trial'));
    if (!Number.isInteger(trial) || trial < 1 || trial > 100_000)
      fault('trial', `“${text('trial').slice(0, 20)}” is no trial; it counts from 1.`);
    const typed = text('value');
    const number = readPlainNumber(typed, decimalComma);
    if (number === undefined)
      fault(
        'value',
        `“${typed.slice(0, 30)}” is no number; write it as ${decimalComma ? '31,2 or 31.2' : '31.2'}.`,
      );
    const symbol = text('unit');
    const { unit, fault: unitFault } = unitFor(quantity, symbol);
    if (definition && (unitFault || !unit)) fault('unit', unitFault ?? `${symbol} is no unit.`);
    const value =
      number !== undefined && unit ? Number(toCanonical(number, unit).toPrecision(15)) : undefined;
    if (definition?.ordinal && value !== undefined && !Number.isInteger(value))
      fault(
        'value',
        `${definition.name} is a whole grade, from ${definition.plausible[0]} to ${definition.plausible[1]}.`,
      );
    const protocol = text('protocol');
    const protocolId = known.protocols.get(protocol.toLowerCase());
    if (!protocolId)
      fault(
        'protocol',
        `“${protocol.slice(0, 60)}” is no protocol of this lab; ${nearest(known.protocols)}.`,
      );
    const operator = text('operator');
    if (!OPERATOR.test(operator))
      fault('operator', 'An operator is a short code, such as B1, or empty.');
    const instrument = text('instrument');
    const instrumentId = known.instruments.get(instrument.toLowerCase());
    if (!instrumentId)
      fault(
        'instrument',
        `“${instrument.slice(0, 40)}” is no instrument of this lab; ${nearest(known.instruments)}.`,
      );
    const takenAt = instantOf(text('measured_at'));
    if (!takenAt)
      fault(
        'measured_at',
        `“${text('measured_at').slice(0, 40)}” is no time; write it as 2026-03-14T09:30:00Z, with its zone.`,
      );
    const temperatureC = optionalNumber('temperature_c', -60, 80, 'temperature');
    const humidityPct = optionalNumber('humidity_pct', 0, 100, 'humidity');
    const note = text('note');
    if (note.length > 500) fault('note', `The note has ${note.length} characters; 500 at most.`);
    if (
      !sound ||
      !pair ||
      !protocolId ||
      !instrumentId ||
      !takenAt ||
      value === undefined ||
      !definition
    )
      return undefined;
    const [least, most] = definition.plausible;
    return {
      line,
      pairId: pair.id,
      tag,
      side: side as 'left' | 'right',
      quantity,
      trial,
      typed: `${typed} ${symbol}`,
      unit: symbol,
      value,
      protocolId,
      operator,
      instrumentId,
      takenAt,
      temperatureC,
      humidityPct,
      note,
      ...(value < least || value > most
        ? { odd: `${definition.name} of ${typed} ${symbol} is outside what shoes measure.` }
        : {}),
    };
  };
}
