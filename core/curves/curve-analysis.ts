/** Stiffness, loss and return of a bend, twist or press curve. */
import { mean, sampleStandardDeviation } from 'simple-statistics';
import type { CurveTraits } from '../catalogue/quantity.ts';
import { fitLine } from '../statistics/line-fit.ts';
import { type Curve, type Cycle, findCycles, rangeOf } from './curve-cycles.ts';

/** The last cycles that a figure is the mean of. */
export const COUNTED_CYCLES = 3;
/** Fewer loading samples than this in the window give no stiffness. */
export const LEAST_SAMPLES = 10;
/** A loop whose ends gape by more than this share of a range is flagged. */
const GAP = 0.02;
const GRID = 61;

/** A fault of a curve: what is wrong and what would be right. */
export interface CurveFault {
  code: 'flat' | 'no-return' | 'no-cycle' | 'few-samples' | 'window' | 'conditioning';
  message: string;
}

export interface CycleFigure {
  cycle: Cycle;
  counted: boolean;
  /** Slope of y on x in the window; N·m/° or N/mm. Absent where the window is not covered. */
  stiffness?: number;
  /** J */
  lossJ: number;
  returnPercent: number;
  /** Shares of the ranges by which the ends of the loop gape. */
  gap: number;
}

/** Mean and SD of y over the counted cycles, at equal steps of x. */
export interface AveragedLoop {
  x: number[];
  loading: { mean: number; sd: number }[];
  unloading: { mean: number; sd: number }[];
}

export interface CurveAnalysis {
  curve: Curve;
  cycles: CycleFigure[];
  /** Mean over the counted cycles, and their SD (0 for one). */
  stiffness?: { mean: number; sd: number; n: number };
  lossJ?: { mean: number; sd: number };
  returnPercent?: { mean: number; sd: number };
  /** What x does not come back to from the first cycle to the last: mm or °. */
  set?: number;
  averaged?: AveragedLoop;
  faults: CurveFault[];
  /** Loops whose ends gape over 2 % of a range. */
  gaping: number;
}

function slice(curve: Curve, from: number, to: number): Curve {
  return { x: curve.x.subarray(from, to + 1), y: curve.y.subarray(from, to + 1) };
}

/** ∫ y dx by trapezoid, in the order of the samples. */
function work({ x, y }: Curve): number {
  let area = 0;
  for (let i = 1; i < x.length; i++)
    area +=
      (((y[i] as number) + (y[i - 1] as number)) / 2) * ((x[i] as number) - (x[i - 1] as number));
  return area;
}

function reachOf(values: Float64Array): number {
  const [low, high] = rangeOf(values);
  return high - low;
}

/**
 * Stiffness of one loading branch: least-squares slope of y on x (`fitLine`) over the samples in the
 * closed window, or why there is none.
 *
 * @param window in the unit of the axis it lies on
 * @returns slope in N·m/° or N/mm
 * @example a straight branch of 0.2 N·m/° over 0 to 30°, window [5, 25] on x // slope 0.2
 */
export function loadingStiffness(
  branch: Curve,
  window: readonly [number, number],
  windowOn: 'x' | 'y',
): { slope: number } | { fault: CurveFault } {
  const [low, high] = window;
  const along = windowOn === 'x' ? branch.x : branch.y;
  const x: number[] = [];
  const y: number[] = [];
  const [least, most] = rangeOf(along);
  for (let i = 0; i < along.length; i++) {
    const value = along[i] as number;
    if (value < low || value > high) continue;
    x.push(branch.x[i] as number);
    y.push(branch.y[i] as number);
  }
  const number = (value: number) => Number(value.toPrecision(3));
  if (least > low || most < high)
    return {
      fault: {
        code: 'window',
        message: `The curve runs from ${number(least)} to ${number(most)}; it does not cover the window ${number(low)} to ${number(high)}. Choose a window inside it, or load further.`,
      },
    };
  const fit = x.length >= LEAST_SAMPLES ? fitLine(x, y) : undefined;
  return fit
    ? { slope: fit.slope }
    : {
        fault: {
          code: 'few-samples',
          message: `${x.length} loading samples lie in the window; ${LEAST_SAMPLES} are needed. Widen the window, or sample faster.`,
        },
      };
}

/** Work per unit of x·y in joules: an angle counts in radians, a displacement in metres. */
const JOULES = { angle: Math.PI / 180, displacement: 0.001 };

function cycleFigure(
  curve: Curve,
  cycle: Cycle,
  traits: Pick<CurveTraits, 'x' | 'windowOn'>,
  window: readonly [number, number],
): { figure: Omit<CycleFigure, 'counted'>; fault?: CurveFault } {
  const loading = slice(curve, cycle.start, cycle.turn);
  const unloading = slice(curve, cycle.turn, cycle.end);
  const whole = slice(curve, cycle.start, cycle.end);
  const last = whole.x.length - 1;
  const [x0, x1] = [whole.x[0] as number, whole.x[last] as number];
  const [y0, y1] = [whole.y[0] as number, whole.y[last] as number];
  // The chord closes the loop from its end to its start.
  const chord = ((y0 + y1) / 2) * (x0 - x1);
  const loaded = work(loading);
  const fit = loadingStiffness(loading, window, traits.windowOn);
  return {
    figure: {
      cycle,
      ...('slope' in fit ? { stiffness: fit.slope } : {}),
      lossJ: (loaded + work(unloading) + chord) * JOULES[traits.x],
      returnPercent: loaded === 0 ? 0 : (-100 * work(unloading)) / loaded,
      gap: Math.max(
        Math.abs(x1 - x0) / (reachOf(whole.x) || 1),
        Math.abs(y1 - y0) / (reachOf(whole.y) || 1),
      ),
    },
    ...('fault' in fit ? { fault: fit.fault } : {}),
  };
}

/** y at equal steps of x along one branch, whose x may waver. */
function resample(branch: Curve, grid: readonly number[], rising: boolean): number[] {
  const n = branch.x.length;
  let i = rising ? 0 : n - 1;
  const step = rising ? 1 : -1;
  return grid.map((wanted) => {
    while (i + step >= 0 && i + step < n && (branch.x[i + step] as number) < wanted) i += step;
    const j = Math.min(n - 1, Math.max(0, i + step));
    const [xa, xb] = [branch.x[i] as number, branch.x[j] as number];
    const [ya, yb] = [branch.y[i] as number, branch.y[j] as number];
    return xb === xa ? ya : ya + ((yb - ya) * (wanted - xa)) / (xb - xa);
  });
}

function spread(rows: number[][]): { mean: number; sd: number }[] {
  return (rows[0] ?? []).map((_, index) => spreadOf(rows.map((row) => row[index] as number)));
}

function spreadOf(values: number[]): { mean: number; sd: number } {
  return { mean: mean(values), sd: values.length > 1 ? sampleStandardDeviation(values) : 0 };
}

function averageLoops(curve: Curve, cycles: readonly Cycle[]): AveragedLoop | undefined {
  const branches = cycles.map(({ start, turn, end }) => ({
    up: slice(curve, start, turn),
    down: slice(curve, turn, end),
  }));
  const low = Math.max(
    ...branches.flatMap(({ up, down }) => [up.x[0] as number, down.x[down.x.length - 1] as number]),
  );
  const high = Math.min(...branches.map(({ down }) => down.x[0] as number));
  if (!(high > low)) return undefined;
  const x = Array.from({ length: GRID }, (_, i) => low + ((high - low) * i) / (GRID - 1));
  return {
    x,
    loading: spread(branches.map(({ up }) => resample(up, x, true))),
    unloading: spread(branches.map(({ down }) => resample(down, x, false))),
  };
}

/**
 * One turn of a curve that may run both ways: the half whose sign the direction has. A curve of
 * one sign is turned to run upward.
 */
export function orientCurve(curve: Curve, { negative = false }: { negative?: boolean }): Curve {
  const [least, most] = rangeOf(curve.x);
  const [low, high] = [Math.min(0, least), Math.max(0, most)];
  const bothWays = -low > 0.2 * high && high > 0.2 * -low;
  const sign = bothWays ? (negative ? -1 : 1) : -low > high ? -1 : 1;
  if (!bothWays && sign === 1) return curve;
  const kept = [...curve.x.keys()].filter((i) => !bothWays || sign * (curve.x[i] as number) >= 0);
  return {
    x: Float64Array.from(kept, (i) => sign * (curve.x[i] as number)),
    y: Float64Array.from(kept, (i) => sign * (curve.y[i] as number)),
  };
}

/**
 * Analyses a curve: cycles found, conditioning cycles discarded, stiffness by least squares of y on
 * x over the loading samples in the closed window, mean and SD over the last three cycles; loss by
 * trapezoid with the ends closed by a chord (angles in radians), return = unloading work in percent
 * of loading work. Work is ∫ M dφ or ∫ F dx (handbook of mechanics). Faults say why a figure is missing; they never throw.
 *
 * @param curve x in ° or mm, y in N·m or N
 * @param traits signals, window axis and conditioning cycles of the quantity
 * @param window where the stiffness is fitted, in the unit of its axis
 * @example an ellipse of half axes a (°) and b (N·m) loses π·a·b·π/180 J
 */
export function analyseCurve(
  curve: Curve,
  traits: CurveTraits,
  window: readonly [number, number] = traits.window,
): CurveAnalysis {
  const none = (code: CurveFault['code'], message: string): CurveAnalysis => ({
    curve,
    cycles: [],
    faults: [{ code, message }],
    gaping: 0,
  });
  if (curve.x.length < 3 || !(reachOf(curve.x) > 0))
    return none('flat', 'The curve does not move: every sample has one angle or displacement.');
  const found = findCycles(curve);
  if (found.cycles.length === 0)
    return none(
      found.unreturned > 0 ? 'no-return' : 'no-cycle',
      found.unreturned > 0
        ? 'This curve loads and does not come back. Without the way back there is no loop: no loss, no return. Record until the load is off again.'
        : 'No cycle was found: the curve only comes back. Record from the unloaded shoe.',
    );
  const faults: CurveFault[] = [];
  const discard = Math.min(traits.conditioning, found.cycles.length - 1);
  const first = Math.max(discard, found.cycles.length - COUNTED_CYCLES);
  if (discard < traits.conditioning)
    faults.push({
      code: 'conditioning',
      message: `${found.cycles.length} ${found.cycles.length === 1 ? 'cycle' : 'cycles'} recorded; ${traits.conditioning} are for settling and ${COUNTED_CYCLES} for the figure. The last one is used, less settled than usual.`,
    });
  const all = found.cycles.map((cycle, index) => ({
    ...cycleFigure(found.curve, cycle, traits, window),
    counted: index >= first,
  }));
  const cycles = all.map(({ figure, counted }) => ({ ...figure, counted }));
  const counted = cycles.filter((cycle) => cycle.counted);
  const fault = all.find((one) => one.counted && one.fault)?.fault;
  if (fault) faults.push(fault);
  const slopes = counted.flatMap(({ stiffness }) => (stiffness === undefined ? [] : [stiffness]));
  const averaged = averageLoops(
    found.curve,
    counted.map((one) => one.cycle),
  );
  const firstStart = found.curve.x[found.cycles[0]?.start ?? 0] as number;
  const lastEnd = found.curve.x[found.cycles.at(-1)?.end ?? 0] as number;
  return {
    curve: found.curve,
    cycles,
    ...(slopes.length === counted.length && !fault
      ? { stiffness: { ...spreadOf(slopes), n: slopes.length } }
      : {}),
    lossJ: spreadOf(counted.map((one) => one.lossJ)),
    returnPercent: spreadOf(counted.map((one) => one.returnPercent)),
    set: lastEnd - firstStart,
    ...(averaged ? { averaged } : {}),
    faults,
    gaping: counted.filter((one) => one.gap > GAP).length,
  };
}

/**
 * Apparent bending stiffness EI of a sole on two supports: k·L³/48 (beam pressed in the middle,
 * handbook of mechanics). Shear makes it grow less than it should with thickness: compare at equal
 * span only.
 * @param k N/mm
 * @param spanMm distance between the supports
 * @returns N·mm²
 * @example apparentEi(8, 120) // 288000
 */
export function apparentEi(k: number, spanMm: number): number {
  return (k * spanMm ** 3) / 48;
}
