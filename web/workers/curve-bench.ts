/** A curve in the hands of a worker: read, analysed and thinned for drawing, away from the page. */
import { expose } from 'comlink';
import { DelimitedFault, type DelimitedRow, splitRows } from '#contract/delimited-rows.ts';
import type { GaugeSample } from '#contract/live-gauges.ts';
import type { CurveTraits } from '#core/catalogue/quantity.ts';
import {
  type AveragedLoop,
  analyseCurve,
  type CurveAnalysis,
  orientCurve,
} from '#core/curves/curve-analysis.ts';
import type { Curve } from '#core/curves/curve-cycles.ts';
import {
  type CurveFile,
  curveReader,
  curveSizeFault,
  writeCurveFile,
} from '#core/curves/curve-file.ts';
import type { LineFault } from '#core/sizing/delimited.ts';
import { findUnit, toCanonical } from '#core/sizing/units.ts';

/** One cycle as it is drawn: thinned, so that any length stays smooth. */
export interface DrawnCycle {
  counted: boolean;
  points: [number, number][];
}

export interface DrawnCurve extends Omit<CurveAnalysis, 'curve' | 'cycles' | 'averaged'> {
  samples: number;
  cycleCount: number;
  counted: number;
  drawn: DrawnCycle[];
  averaged?: AveragedLoop | undefined;
  /** Ranges of both axes. */
  x: [number, number];
  y: [number, number];
}

export type CurveRead =
  | { ok: true; samples: number }
  | { ok: false; faults: LineFault[]; count: number; columns?: string[] };

/** Points of a branch that are drawn at most. */
const DRAWN_POINTS = 240;
/** Cycles that are drawn at most: the last ones. */
const DRAWN_CYCLES = 12;
const PIECE = 1 << 20;

/** As taken, which is what is kept; and turned one way, which is what is analysed. */
let taken: CurveFile | undefined;
let curve: Curve | undefined;
let traits: CurveTraits | undefined;

function thin(from: Curve, start: number, end: number): [number, number][] {
  const step = Math.max(1, Math.ceil((end - start) / DRAWN_POINTS));
  const points: [number, number][] = [];
  for (let i = start; i < end; i += step) points.push([from.x[i] as number, from.y[i] as number]);
  points.push([from.x[end] as number, from.y[end] as number]);
  return points;
}

function extent(values: Float64Array): [number, number] {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return [low, high];
}

function keep(read: CurveFile, wanted: CurveTraits): void {
  taken = read;
  curve = orientCurve(read.curve, wanted);
  traits = wanted;
}

const refused = (message: string): CurveRead => ({
  ok: false,
  faults: [{ line: 0, column: '', message }],
  count: 1,
});

const bench = {
  /**
   * Reads a curve file; whole or not at all.
   * @param names what its columns are, where a person said so
   */
  async readFile(file: Blob, wanted: CurveTraits, names?: readonly string[]): Promise<CurveRead> {
    const tooLarge = curveSizeFault(file.size);
    if (tooLarge) return refused(tooLarge);
    const rows = splitRows();
    const reader = curveReader(wanted, names);
    const decoder = new TextDecoder();
    const take = (read: DelimitedRow[]) => {
      const { decimalComma } = rows.dialect();
      for (const { line, fields } of read) reader.push(line, fields, decimalComma);
    };
    try {
      for (let at = 0; at < file.size; at += PIECE) {
        const piece = await file.slice(at, at + PIECE).arrayBuffer();
        take(rows.push(decoder.decode(piece, { stream: true })));
      }
      take(rows.push(decoder.decode()));
      take(rows.end());
    } catch (error) {
      if (!(error instanceof DelimitedFault)) throw error;
      return {
        ok: false,
        faults: [{ line: error.line, column: '', message: error.message }],
        count: 1,
      };
    }
    const read = reader.end();
    if (!read.ok) return read;
    keep(read.value, wanted);
    return { ok: true, samples: read.value.curve.x.length };
  },
  /** Takes the samples of a fixture, in whatever unit it says them. */
  readSamples(samples: GaugeSample[], wanted: CurveTraits): CurveRead {
    const first = samples[0];
    if (!first) return refused('The fixture sent no samples. Is the shoe clamped?');
    const mixed = samples.find((one) => one.xUnit !== first.xUnit || one.yUnit !== first.yUnit);
    if (mixed)
      return refused(
        `The fixture changed its unit in mid-curve, from ${first.xUnit} to ${mixed.xUnit}: degrees and radians are mixed. Run it again.`,
      );
    const xUnit =
      wanted.x === 'angle' ? findUnit(first.xUnit, 'angle') : findUnit(first.xUnit, 'length');
    const yUnit =
      wanted.y === 'moment' ? findUnit(first.yUnit, 'moment') : findUnit(first.yUnit, 'force');
    if (!xUnit || !yUnit)
      return refused(
        `The fixture speaks ${first.xUnit} and ${first.yUnit}; ${wanted.x} and ${wanted.y} are wanted.`,
      );
    keep(
      {
        curve: {
          x: Float64Array.from(samples, (one) => toCanonical(one.x, xUnit)),
          y: Float64Array.from(samples, (one) => toCanonical(one.y, yUnit)),
        },
        time: Float64Array.from(samples, (one) => one.seconds),
      },
      wanted,
    );
    return { ok: true, samples: samples.length };
  },
  /** Figures in a window, and what is drawn of the curve. */
  analyse(window: [number, number]): DrawnCurve | undefined {
    if (!curve || !traits) return undefined;
    const { curve: read, cycles, averaged, ...figures } = analyseCurve(curve, traits, window);
    const drawn = cycles.slice(-DRAWN_CYCLES).map(({ cycle, counted }) => ({
      counted,
      points: [...thin(read, cycle.start, cycle.turn), ...thin(read, cycle.turn, cycle.end)],
    }));
    return {
      ...figures,
      averaged,
      samples: read.x.length,
      cycleCount: cycles.length,
      counted: cycles.filter((one) => one.counted).length,
      drawn:
        drawn.length > 0 ? drawn : [{ counted: false, points: thin(read, 0, read.x.length - 1) }],
      x: extent(read.x),
      y: extent(read.y),
    };
  },
  /** The curve as it was taken, as the file that the server keeps. */
  file(): Blob | undefined {
    if (!taken || !traits) return undefined;
    return new Blob(writeCurveFile(taken, traits), { type: 'text/csv' });
  },
};

export type CurveBench = typeof bench;

expose(bench);
