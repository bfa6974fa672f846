/** Reads the rows of a curve file into samples, with a plain answer for each fault. */

import { mean, sum } from 'd3-array';
import type { CurveTraits } from '../catalogue/quantity.ts';
import { type LineFault, readPlainNumber } from '../sizing/delimited.ts';
import { type Curve, rangeOf } from './curve-cycles.ts';

/** Columns that are understood: the signal, and what one of its units is in ° mm N·m N s. */
const COLUMNS: Record<
  string,
  { signal: 'time' | CurveTraits['x'] | CurveTraits['y']; factor: number }
> = {
  time_s: { signal: 'time', factor: 1 },
  time_ms: { signal: 'time', factor: 0.001 },
  angle_deg: { signal: 'angle', factor: 1 },
  angle_rad: { signal: 'angle', factor: 180 / Math.PI },
  displacement_mm: { signal: 'displacement', factor: 1 },
  moment_nm: { signal: 'moment', factor: 1 },
  moment_nmm: { signal: 'moment', factor: 0.001 },
  force_n: { signal: 'force', factor: 1 },
  force_kn: { signal: 'force', factor: 1000 },
};

/** Limits of a curve file. */
export const MOST_CURVE_BYTES = 64 * 1024 * 1024;
export const MOST_SAMPLES = 2_000_000;
const MOST_FAULTS = 1000;

/** No shoe bends less than this over a whole curve, nor more than that: radians are not degrees. */
const LEAST_BEND_DEG = 2;
const MOST_BEND_DEG = 180;

export interface CurveFile {
  /** As taken: both directions, where the fixture ran both ways. */
  curve: Curve;
  /** Seconds, where the file or the fixture has them. */
  time?: Float64Array | undefined;
}

/** Characters of a file that are written at a time. */
const PIECE = 1 << 20;

/**
 * The samples of a curve as the pieces of a file that `curveReader` reads back to the same samples.
 * @example writeCurveFile({ curve, time }, traits).join('') // "time_s,angle_deg,moment_nm\n0,…"
 */
export function writeCurveFile({ curve, time }: CurveFile, traits: CurveTraits): string[] {
  const signals = traits.x === 'angle' ? 'angle_deg,moment_nm' : 'displacement_mm,force_n';
  const pieces: string[] = [];
  let piece = `${time ? 'time_s,' : ''}${signals}\n`;
  for (let i = 0; i < curve.x.length; i++) {
    piece += `${time ? `${time[i]},` : ''}${curve.x[i]},${curve.y[i]}\n`;
    if (piece.length < PIECE) continue;
    pieces.push(piece);
    piece = '';
  }
  return [...pieces, piece];
}

export type CurveReading =
  | { ok: true; value: CurveFile }
  | {
      ok: false;
      faults: LineFault[];
      count: number;
      /** The file’s own columns, where it is not told which of them is which signal. */
      columns?: string[];
    };

/** A size over the limit, in words; undefined where it fits. */
export function curveSizeFault(bytes: number): string | undefined {
  return bytes > MOST_CURVE_BYTES
    ? `The file has ${Math.round(bytes / 1024 / 1024)} MB; a curve has at most ${MOST_CURVE_BYTES / 1024 / 1024} MB (${MOST_SAMPLES.toLocaleString('en')} samples). Export one run, or every tenth sample.`
    : undefined;
}

/** The names that a column of a signal may have: what it is, and in which unit. */
export const columnNames = (signal: CurveTraits['x'] | CurveTraits['y']): string[] =>
  Object.keys(COLUMNS).filter((name) => COLUMNS[name]?.signal === signal);

interface Layout {
  time?: { index: number; factor: number };
  x: { index: number; factor: number };
  y: { index: number; factor: number };
  header: string[];
}

function readHeader(fields: string[], traits: CurveTraits): Layout | LineFault {
  const header = fields.map((name) => name.trim().toLowerCase());
  const wanted = traits.x === 'angle' ? 'angle_deg,moment_nm' : 'displacement_mm,force_n';
  const fault = (message: string, column = ''): LineFault => ({ line: 1, column, message });
  if (header.length < 2)
    return fault(
      `The file has one column; a curve has two, such as ${wanted}, and time_s if known.`,
    );
  const find = (signal: string) => header.filter((name) => COLUMNS[name]?.signal === signal);
  for (const signal of ['time', traits.x, traits.y])
    if (find(signal).length > 1)
      return fault(
        `${find(signal).join(' and ')} are both ${signal}: degrees and radians, or two units, are mixed. Keep one.`,
        find(signal)[1],
      );
  const place = (signal: string) => {
    const [name] = find(signal);
    if (name === undefined) return undefined;
    return { index: header.indexOf(name), factor: COLUMNS[name]?.factor ?? 1 };
  };
  const x = place(traits.x);
  const y = place(traits.y);
  if (!x || !y)
    return fault(
      `The header is “${fields.join(',').slice(0, 80)}”; this quantity wants ${wanted}, and time_s if known.`,
    );
  const time = place('time');
  return { x, y, header, ...(time ? { time } : {}) };
}

export interface CurveReader {
  /** Takes the next row; a comma is a decimal mark where the dialect allows it. */
  push: (line: number, fields: string[], decimalComma: boolean) => void;
  /** The curve, or every fault of the file. */
  end: () => CurveReading;
}

/**
 * Reads a curve file row by row, the header first. Whole or not at all: with any fault there is no
 * curve.
 * @param traits which signals the quantity wants
 * @param names what its columns are, said by a person in place of its own first line
 */
export function curveReader(traits: CurveTraits, names?: readonly string[]): CurveReader {
  const faults: LineFault[] = [];
  let columns: string[] | undefined;
  let count = 0;
  let layout: Layout | undefined;
  let over = false;
  const x: number[] = [];
  const y: number[] = [];
  const time: number[] = [];
  const lines: number[] = [];
  const refuse = (line: number, column: string, message: string) => {
    count += 1;
    if (faults.length < MOST_FAULTS) faults.push({ line, column, message });
  };

  function pushSample(known: Layout, line: number, fields: string[], decimalComma: boolean): void {
    const column = (place: { index: number }) => known.header[place.index] ?? '';
    const number = (place: { index: number; factor: number }): number | undefined => {
      const text = fields[place.index] ?? '';
      const value = readPlainNumber(text, decimalComma);
      if (value !== undefined) return value * place.factor;
      refuse(line, column(place), `“${text.slice(0, 30)}” is no number; write it as 12.5.`);
      return undefined;
    };
    const at = known.time && number(known.time);
    const [xi, yi] = [number(known.x), number(known.y)];
    if (xi === undefined || yi === undefined || (known.time && at === undefined)) return;
    const before = time.at(-1);
    if (known.time && at !== undefined && before !== undefined && at < before)
      refuse(
        line,
        column(known.time),
        `Time goes back, from ${before} to ${at} s. Samples stand in the order taken.`,
      );
    x.push(xi);
    y.push(yi);
    lines.push(line);
    if (at !== undefined) time.push(at);
  }

  return {
    push(line, fields, decimalComma) {
      if (over) return;
      if (!layout) {
        const read = readHeader([...(names ?? fields)], traits);
        if ('message' in read) {
          refuse(1, read.column, read.message);
          // Two columns by other names, or by none: a person can say which is which.
          if (fields.length >= 2 && names === undefined) columns = fields.map(nameColumn);
          over = true;
          return;
        }
        layout = read;
        // A file without names begins with its first sample.
        if (names && fields.every(isNumber)) pushSample(layout, line, fields, decimalComma);
      } else if (x.length >= MOST_SAMPLES) {
        refuse(line, '', `More than ${MOST_SAMPLES.toLocaleString('en')} samples.`);
        over = true;
      } else pushSample(layout, line, fields, decimalComma);
    },
    end() {
      if (!layout && count === 0) refuse(1, '', 'The file is empty.');
      if (layout && count === 0 && x.length < 3)
        refuse(1, '', `${x.length} samples; a curve has hundreds.`);
      const mixed =
        layout && count === 0 && traits.x === 'angle' ? mixedAngles(x, lines, layout) : undefined;
      if (mixed) refuse(mixed.line, mixed.column, mixed.message);
      const odd = layout && count === 0 ? oddSignals(x, y, traits) : undefined;
      if (odd) refuse(1, '', odd);
      if (count > 0) return { ok: false, faults, count, ...(columns ? { columns } : {}) };
      return {
        ok: true,
        value: {
          curve: { x: Float64Array.from(x), y: Float64Array.from(y) },
          ...(layout?.time ? { time: Float64Array.from(time) } : {}),
        },
      };
    },
  };
}

const isNumber = (text: string): boolean => readPlainNumber(text, true) !== undefined;

/** A column by its name; without one by its place and its first figure. */
const nameColumn = (text: string, at: number): string =>
  isNumber(text) || text.trim() === '' ? `column ${at + 1}: ${text.trim()}` : text.trim();

/** A signal that does not move, or falls while the shoe is loaded: what is wrong with it, in words. */
function oddSignals(x: number[], y: number[], traits: CurveTraits): string | undefined {
  for (const [signal, values] of [
    [traits.x, x],
    [traits.y, y],
  ] as const) {
    const [low, high] = rangeOf(values);
    if (high - low === 0)
      return `The ${signal} is ${low} all along: is its sensor connected, and the right column named?`;
  }
  const [middle = 0, level = 0] = [mean(x), mean(y)];
  const together = sum(x, (value, at) => (value - middle) * ((y[at] ?? 0) - level));
  return together < 0
    ? `The ${traits.y} falls while the ${traits.x} grows: the sign of one of them is turned, or the two columns are swapped.`
    : undefined;
}

/** Radians called degrees, degrees called radians, or both in one column. */
function mixedAngles(x: number[], lines: number[], layout: Layout): LineFault | undefined {
  const column = layout.header[layout.x.index] ?? '';
  const [low, high] = rangeOf(x);
  const reach = Math.max(Math.abs(low), Math.abs(high));
  for (let i = 1; i < x.length; i++) {
    const [a, b] = [Math.abs(x[i - 1] as number), Math.abs(x[i] as number)];
    const ratio = Math.max(a, b) / Math.max(Math.min(a, b), 1e-9);
    // One sample to the next, an angle does not grow fifty-fold unless its unit changed.
    if (Math.abs(b - a) > 0.2 * (high - low) && ratio > 45 && ratio < 70)
      return {
        line: lines[i] ?? 0,
        column,
        message: `The angle jumps from ${(x[i - 1] as number).toPrecision(3)} to ${(x[i] as number).toPrecision(3)}: degrees and radians are mixed. Give all samples in one.`,
      };
  }
  if (layout.x.factor === 1 && reach < LEAST_BEND_DEG)
    return {
      line: 1,
      column,
      message: `The largest angle is ${reach.toPrecision(3)}°, which hardly bends a shoe. If these are radians, name the column angle_rad.`,
    };
  if (reach > MOST_BEND_DEG)
    return {
      line: 1,
      column,
      message: `The largest angle is ${reach.toFixed(0)}°, more than a shoe turns. If these are degrees, name the column angle_deg.`,
    };
  return undefined;
}
