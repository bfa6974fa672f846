/** A curve of two signals, and the cycles in it. */
import { extent } from 'd3-array';

/** Samples in the order taken: x an angle in ° or a displacement in mm, y a moment in N·m or a force in N. */
export interface Curve {
  x: Float64Array;
  y: Float64Array;
}

/** One cycle by sample index: loading from `start` to `turn`, unloading from `turn` to `end`. */
export interface Cycle {
  start: number;
  turn: number;
  end: number;
}

/** A reversal counts once x has come back by this share of its range: noise and settling do not. */
const REVERSAL = 0.1;
/** A curve whose ends lie this close, in shares of the range of x, is a closed loop. */
const CLOSED = 0.02;

/** Least and greatest of a signal; two infinities the wrong way round where it is empty. */
export function rangeOf(signal: ArrayLike<number> & Iterable<number>): [number, number] {
  const [low = Number.POSITIVE_INFINITY, high = Number.NEGATIVE_INFINITY] = extent(signal);
  return [low, high];
}

/** Indices at which x turns, ends included, alternately low and high. */
function turningPoints(x: Float64Array, reach: number): { at: number; high: boolean }[] {
  const points: { at: number; high: boolean }[] = [];
  let low = 0;
  let high = 0;
  let rising: boolean | undefined;
  for (let i = 1; i < x.length; i++) {
    const value = x[i] as number;
    if (rising !== false && value > (x[high] as number)) high = i;
    if (rising !== true && value < (x[low] as number)) low = i;
    if (rising !== true && value - (x[low] as number) > reach) {
      points.push({ at: low, high: false });
      rising = true;
      high = i;
    } else if (rising !== false && (x[high] as number) - value > reach) {
      points.push({ at: high, high: true });
      rising = false;
      low = i;
    }
  }
  if (rising !== undefined) points.push({ at: rising ? high : low, high: rising });
  return points;
}

/** A closed loop that starts anywhere is turned to start at its least x. */
function fromLeast(curve: Curve): Curve {
  const { x, y } = curve;
  const n = x.length;
  const [low, high] = rangeOf(x);
  if (n < 4 || Math.abs((x[0] as number) - (x[n - 1] as number)) > CLOSED * (high - low))
    return curve;
  const turns = turningPoints(x, REVERSAL * (high - low));
  if (turns.filter((turn) => turn.high).length > 2) return curve;
  const least = x.indexOf(low);
  if (least === 0 || least === n - 1 || turns[0]?.at === least) return curve;
  // The last sample repeats the first of a closed loop; dropping it keeps the seam even.
  const last = x[0] === x[n - 1] && y[0] === y[n - 1] ? n - 1 : n;
  const turned = (values: Float64Array) =>
    Float64Array.from({ length: last + 1 }, (_, i) => values[(least + i) % last] as number);
  return { x: turned(x), y: turned(y) };
}

/**
 * Full cycles of a curve: up from a low to a high x, and back. A way up without a way back is no
 * cycle; a single closed loop may start anywhere.
 *
 * @returns the curve as it was read (a closed loop turned to its least x), its cycles, and how many
 * ways up had no way back
 */
export function findCycles(curve: Curve): { curve: Curve; cycles: Cycle[]; unreturned: number } {
  const turned = fromLeast(curve);
  const [low, high] = rangeOf(turned.x);
  const turns = turningPoints(turned.x, REVERSAL * (high - low));
  const cycles: Cycle[] = [];
  let unreturned = 0;
  turns.forEach(({ at, high: isHigh }, index) => {
    if (isHigh) return;
    const turn = turns[index + 1];
    const end = turns[index + 2];
    if (turn && end) cycles.push({ start: at, turn: turn.at, end: end.at });
    else if (turn) unreturned += 1;
  });
  return { curve: turned, cycles, unreturned };
}
