/** The file of readings: its header, and what each row stands for. */

import { inputsOf } from '#core/catalogue/computation.ts';
import { instrumentFault } from '#core/catalogue/gauge.ts';
import type { Catalogue } from '#core/catalogue/quantities.ts';
import type { QuantityDefinition } from '#core/catalogue/quantity.ts';
import type { ToolName } from '#core/catalogue/tools.ts';
import { impossibleFault, readTypedReading } from '#core/figures/typed-reading.ts';
import { type LineFault, readPlainNumber } from '#core/sizing/delimited.ts';
import { findUnit, toCanonical, type Unit } from '#core/sizing/units.ts';
import { unguarded } from './guarded-text.ts';

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
/** Trials of one station in one sitting. */
const MOST_TRIALS = 100_000;

type Column = (typeof READINGS_HEADER)[number];

/** A reading of a file, with the ids of what it names. */
export interface FileReading {
  line: number;
  pairId: string;
  tag: string;
  side: 'left' | 'right';
  quantity: string;
  trial: number;
  /** The number as it stands in the file; its unit beside it. */
  typed: string;
  unit: string;
  value: number;
  protocolId: string;
  operator: string;
  instrumentId: string;
  takenAt: string;
  /** The same in ms. */
  at: number;
  temperatureC: number | null;
  humidityPct: number | null;
  note: string;
  /** Set where the value is outside what shoes measure: to be looked at, not refused. */
  odd?: string;
}

interface KnownGauge {
  id: string;
  name: string;
  kind: ToolName;
  unit: string;
}

/** What the rows of a file may name. Keys in lower case. */
export interface KnownNames {
  pairs: ReadonlyMap<string, { id: string; shoes: string }>;
  protocols: ReadonlyMap<string, string>;
  instruments: ReadonlyMap<string, KnownGauge>;
  /** The moment of the import: what was taken much later has not come yet. */
  until: string;
  catalogue: Catalogue;
}

const INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(?::\d\d(?:\.\d{1,6})?)?(?:Z|[+-]\d\d:\d\d)$/;
/** ISO time in UTC with milliseconds, as the book keeps it. */
const KEPT_INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;
const SECOND_INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/;

/** A time as the book keeps it, or undefined. The 31st of a shorter month is no time. */
function readInstant(text: string): { at: number; kept: string } | undefined {
  if (!INSTANT.test(text)) return undefined;
  const at = Date.parse(text);
  if (Number.isNaN(at)) return undefined;
  const day = Number(text.slice(8, 10));
  const utc = new Date(at).getUTCDate();
  // A zone may shift the day by one; a day that no month has is shifted into the next.
  if (
    text.endsWith('Z')
      ? utc !== day
      : day > new Date(Date.UTC(Number(text.slice(0, 4)), Number(text.slice(5, 7)), 0)).getUTCDate()
  )
    return undefined;
  if (KEPT_INSTANT.test(text)) return { at, kept: text };
  // Most files have whole seconds; writing them out again would cost more than reading them.
  if (SECOND_INSTANT.test(text)) return { at, kept: `${text.slice(0, -1)}.000Z` };
  return { at, kept: new Date(at).toISOString() };
}

/** No reading of shoes that this bench can know of is older. */
const EARLIEST = Date.UTC(2000, 0, 1);
/** How far a clock may be ahead. */
const AHEAD_MS = 86_400_000;

const OPERATOR = /^[A-Za-z0-9 -]{0,20}$/;

interface UnitAnswer {
  unit?: Unit;
  fault?: string;
}

/** Names come again and again: what the last one stood for is kept. */
function remembered<T>(find: (name: string) => T): (name: string) => T {
  let last: { name: string; found: T } | undefined;
  return (name) => {
    if (last?.name !== name) last = { name, found: find(name) };
    return last.found;
  };
}

/** A value in the canonical unit; fifteen digits drop what only binary fractions added. */
function canonicalValue(number: number, unit: Unit): number {
  return unit.factor === 1 && unit.offset === 0
    ? number
    : Number(toCanonical(number, unit).toPrecision(15));
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
  const latest = Date.parse(known.until) + AHEAD_MS;
  const units = new Map<string, Map<string, UnitAnswer>>();
  const place = Object.fromEntries(columns) as Record<Column, number>;
  const gaugeFaults = new Map<string, Map<string, string | undefined>>();

  /** Why a gauge cannot have read a quantity; told once for each, since rows come by the million. */
  function gaugeFaultOf(gauge: KnownGauge, definition: QuantityDefinition): string | undefined {
    const known = gaugeFaults.get(gauge.id) ?? new Map<string, string | undefined>();
    if (!known.has(definition.id)) {
      known.set(definition.id, instrumentFault(gauge, definition));
      gaugeFaults.set(gauge.id, known);
    }
    return known.get(definition.id);
  }

  function unitFor(quantity: string, symbol: string): UnitAnswer {
    const ofQuantity = units.get(quantity) ?? new Map<string, UnitAnswer>();
    const seen = ofQuantity.get(symbol);
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
    units.set(quantity, ofQuantity.set(symbol, answer));
    return answer;
  }

  const pairNamed = remembered((raw: string) => {
    const tag = raw.trim().toUpperCase();
    return { tag, pair: known.pairs.get(tag.toLowerCase()) };
  });
  const protocolNamed = remembered((name: string) => known.protocols.get(name.toLowerCase()));
  const instrumentNamed = remembered((name: string) => known.instruments.get(name.toLowerCase()));

  // What the row under the reader is: kept here, so that a row makes no functions of its own.
  let line = 0;
  let fields: string[] = [];
  let sound = true;
  const fault = (column: Column | '', message: string) => {
    sound = false;
    refuse({ line, column, message });
  };
  const text = (column: Column) => (fields[place[column]] ?? '').trim();
  const optionalNumber = (
    column: Column,
    least: number,
    most: number,
    what: 'temperature' | 'humidity',
  ) => {
    const typed = text(column);
    if (typed === '') return null;
    const value = readPlainNumber(typed, decimalComma);
    if (value !== undefined && value >= least && value <= most) return value;
    const example = what === 'temperature' ? '22.5' : '48';
    fault(
      column,
      `“${typed.slice(0, 30)}” is no ${what}; write it as ${example}, or leave it empty.`,
    );
    return null;
  };

  return (at, row) => {
    line = at;
    fields = row;
    sound = true;
    if (fields.length !== READINGS_HEADER.length) {
      fault('', `${fields.length} fields where the header has ${READINGS_HEADER.length}.`);
      return undefined;
    }
    const { tag, pair } = pairNamed(fields[place.pair] ?? '');
    if (!pair)
      fault('pair', `“${tag.slice(0, 30)}” is no pair of this bench book. Receive it first.`);
    const side = text('side').toLowerCase();
    if (side !== 'left' && side !== 'right')
      fault('side', `“${side.slice(0, 20)}” is no side; write left or right.`);
    else if (pair && pair.shoes !== 'both' && pair.shoes !== `${side} only`)
      fault('side', `${tag} has its ${pair.shoes === 'left only' ? 'left' : 'right'} shoe only.`);
    const quantity = text('quantity');
    const definition = known.catalogue[quantity];
    if (!definition || definition.computed)
      fault(
        'quantity',
        definition?.computed
          ? `${definition.name} is worked out; give ${inputsOf(definition.computed).join(' and ')}.`
          : `“${quantity.slice(0, 40)}” is not in the catalogue; names are as in heel-stack.`,
      );
    const trial = /^\d{1,9}$/.test(text('trial').trim()) ? Number(text('trial')) : Number.NaN;
    if (!Number.isInteger(trial) || trial < 1 || trial > MOST_TRIALS)
      fault(
        'trial',
        `“${text('trial').slice(0, 20)}” is no trial; it counts from 1 to ${MOST_TRIALS.toLocaleString('en')}.`,
      );
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
    const value = number !== undefined && unit ? canonicalValue(number, unit) : undefined;
    if (definition?.ordinal && value !== undefined && !Number.isInteger(value))
      fault(
        'value',
        `${definition.name} is a whole grade, from ${definition.plausible[0]} to ${definition.plausible[1]}.`,
      );
    const impossible =
      value !== undefined && definition && !definition.ordinal
        ? impossibleFault(value, definition)
        : undefined;
    if (impossible) fault('value', `${definition?.name}: “${typed}” ${impossible}`);
    const protocol = text('protocol');
    const protocolId = protocolNamed(protocol);
    if (!protocolId)
      fault(
        'protocol',
        `“${protocol.slice(0, 60)}” is no protocol of this lab; ${nearest(known.protocols)}.`,
      );
    const operator = text('operator');
    if (!OPERATOR.test(operator))
      fault('operator', 'An operator is a short code, such as B1, or empty.');
    const instrument = text('instrument');
    const gauge = instrumentNamed(instrument);
    const gaugeFault = gauge && definition && gaugeFaultOf(gauge, definition);
    if (gaugeFault) fault('instrument', gaugeFault);
    if (!gauge)
      fault(
        'instrument',
        `“${instrument.slice(0, 40)}” is no instrument of this lab; ${nearest(known.instruments)}.`,
      );
    const instant = readInstant(text('measured_at'));
    if (!instant)
      fault(
        'measured_at',
        `“${text('measured_at').slice(0, 40)}” is no time; write it as 2026-03-14T09:30:00Z, with its zone.`,
      );
    else if (instant.at < EARLIEST || instant.at > latest)
      fault(
        'measured_at',
        `${text('measured_at')} is ${instant.at > latest ? 'to come' : 'long past'}: is the clock of the gauge set right?`,
      );
    const temperatureC = optionalNumber('temperature_c', -60, 80, 'temperature');
    const humidityPct = optionalNumber('humidity_pct', 0, 100, 'humidity');
    const note = unguarded(text('note'));
    if (note.length > 500) fault('note', `The note has ${note.length} characters; 500 at most.`);
    if (!sound || !pair || !protocolId || !gauge || !instant || value === undefined || !definition)
      return undefined;
    const [least, most] = definition.plausible;
    return {
      line,
      pairId: pair.id,
      tag,
      side: side as 'left' | 'right',
      quantity,
      trial,
      typed,
      unit: symbol,
      value,
      protocolId,
      operator,
      instrumentId: gauge.id,
      takenAt: instant.kept,
      at: instant.at,
      temperatureC,
      humidityPct,
      note,
      ...(value < least || value > most
        ? { odd: `${definition.name} of ${typed} ${symbol} is outside what shoes measure.` }
        : {}),
    };
  };
}
