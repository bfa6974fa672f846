/**
 * Variance components of pairs: pair random, side fixed and crossed with pair, pair × side random,
 * repeats within. A constant left-right bias is not spread of pairs.
 */
import { minimise } from '../statistics/simplex.ts';
import { type Cell, cellsOf, type PairCells } from './study-cells.ts';

/** Variances, in the square of the unit of the readings. */
export interface Components {
  pair: number;
  pairSide: number;
  repeat: number;
}

export interface AnovaTable {
  terms: ['side', 'pair', 'pairSide', 'repeat'];
  ss: [number, number, number, number];
  df: [number, number, number, number];
  ms: [number, number, number, number];
}

/** Readings of each shoe where all shoes have equally many and every pair has both; else undefined. */
export function balancedTrials(pairs: readonly PairCells[]): number | undefined {
  const n = pairs[0]?.left?.n;
  return n !== undefined && pairs.every(({ left, right }) => left?.n === n && right?.n === n)
    ? n
    : undefined;
}

/**
 * The analysis of variance of a balanced study, by sums of squares of the two-way crossed layout
 * (any textbook of experimental design; checked against R's `aov`).
 *
 * @param pairs balanced: both shoes of every pair with equally many readings
 * @param trials readings of each shoe
 */
export function anovaOfPairs(pairs: readonly PairCells[], trials: number): AnovaTable {
  const both = pairs.map(({ left, right }) => ({ left: left as Cell, right: right as Cell }));
  const p = both.length;
  const average = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const left = average(both.map((pair) => pair.left.mean));
  const right = average(both.map((pair) => pair.right.mean));
  const grand = (left + right) / 2;
  const side = p * trials * ((left - grand) ** 2 + (right - grand) ** 2);
  let pair = 0;
  let pairSide = 0;
  let repeat = 0;
  for (const one of both) {
    const own = (one.left.mean + one.right.mean) / 2;
    pair += 2 * trials * (own - grand) ** 2;
    pairSide +=
      trials *
      ((one.left.mean - own - left + grand) ** 2 + (one.right.mean - own - right + grand) ** 2);
    repeat += one.left.ss + one.right.ss;
  }
  const ss: AnovaTable['ss'] = [side, pair, pairSide, repeat];
  const df: AnovaTable['df'] = [1, p - 1, p - 1, 2 * p * (trials - 1)];
  const ms = ss.map((one, at) => ((df[at] ?? 0) > 0 ? one / (df[at] as number) : 0));
  return { terms: ['side', 'pair', 'pairSide', 'repeat'], ss, df, ms: ms as AnovaTable['ms'] };
}

/** Components from mean squares: σ²_pair = (MS_pair − MS_pairSide)/(2 n_r), and so on; not truncated. */
export function componentsOf({ ms }: AnovaTable, trials: number): Components {
  const [, pair, pairSide, repeat] = ms;
  return {
    pair: (pair - pairSide) / (2 * trials),
    pairSide: (pairSide - repeat) / trials,
    repeat,
  };
}

export interface MixedFit {
  components: Components;
  /** Fixed means of the sides, and the standard error of right − left. */
  left: number;
  right: number;
  biasSe: number;
}

interface Block {
  cells: { side: 0 | 1; n: number; mean: number }[];
}

/** Σ X'V⁻¹X, Σ X'V⁻¹y, Σ y'V⁻¹y and Σ log|V| over the pairs, for given components. */
function gatherInformation(blocks: readonly Block[], { pair, pairSide, repeat }: Components) {
  let [a, b, d] = [0, 0, 0];
  let [u, v, yy, logs] = [0, 0, 0, 0];
  for (const { cells } of blocks) {
    const one = cells[0] as Block['cells'][number];
    const own = pairSide + repeat / one.n;
    const two = cells[1];
    if (!two) {
      const weight = 1 / (pair + own);
      if (one.side === 0) {
        a += weight;
        u += weight * one.mean;
      } else {
        d += weight;
        v += weight * one.mean;
      }
      yy += weight * one.mean * one.mean;
      logs -= Math.log(weight);
      continue;
    }
    const other = pairSide + repeat / two.n;
    const determinant = own * other + pair * (own + other);
    const aa = (pair + other) / determinant;
    const dd = (pair + own) / determinant;
    const bb = -pair / determinant;
    a += aa;
    b += bb;
    d += dd;
    u += aa * one.mean + bb * two.mean;
    v += bb * one.mean + dd * two.mean;
    yy += aa * one.mean ** 2 + 2 * bb * one.mean * two.mean + dd * two.mean ** 2;
    logs += Math.log(determinant);
  }
  return { a, b, d, u, v, yy, logs };
}

function solveMeans({ a, b, d, u, v }: ReturnType<typeof gatherInformation>) {
  const determinant = a * d - b * b;
  return {
    determinant,
    left: (d * u - b * v) / determinant,
    right: (a * v - b * u) / determinant,
    biasSe: Math.sqrt((a + d + 2 * b) / determinant),
  };
}

/** Floor of a variance against the whole spread: below it nothing is told from nothing. */
const FLOOR = 1e-10;

/**
 * Restricted maximum likelihood of the same model, for studies that are not balanced (Patterson
 * and Thompson's likelihood; checked against R's nlme). The likelihood is of the shoes' means and
 * of the scatter within shoes; it is maximised by the Nelder-Mead simplex over standard deviations.
 *
 * @param onStep called now and then; a false answer stops the work with undefined
 * @returns undefined where it was stopped
 * @throws RangeError where no pair has both shoes
 */
export function fitMixedModel(
  pairs: readonly PairCells[],
  onStep?: (step: number) => boolean,
): MixedFit | undefined {
  if (!pairs.some(({ left, right }) => left && right))
    throw new RangeError(
      'no pair has both shoes measured: the spread of pairs cannot be told from that of shoes',
    );
  const all = pairs.flatMap(cellsOf);
  const centre = all.reduce((sum, cell) => sum + cell.mean, 0) / all.length;
  const spread =
    all.reduce((sum, cell) => sum + (cell.mean - centre) ** 2 + cell.ss / cell.n, 0) / all.length;
  const scale = Math.sqrt(spread) || 1;
  const blocks: Block[] = pairs.map(({ left, right }) => ({
    cells: [
      ...(left ? [{ side: 0 as const, n: left.n, mean: (left.mean - centre) / scale }] : []),
      ...(right ? [{ side: 1 as const, n: right.n, mean: (right.mean - centre) / scale }] : []),
    ],
  }));
  const within = all.reduce((sum, cell) => sum + cell.ss, 0) / scale ** 2;
  const withinDf = all.reduce((sum, cell) => sum + cell.n - 1, 0);
  const componentsAt = (x: readonly number[]): Components => ({
    pair: (x[0] ?? 0) ** 2,
    pairSide: withinDf > 0 ? (x[1] ?? 0) ** 2 : (x[1] ?? 0) ** 2 + FLOOR,
    // Without repeats the scatter of a reading is part of the shoe's.
    repeat: withinDf > 0 ? (x[2] ?? 0) ** 2 + FLOOR : 0,
  });
  let steps = 0;
  let stopped = false;
  const deviance = (x: readonly number[]): number => {
    steps += 1;
    if (stopped || (steps % 16 === 0 && onStep && !onStep(steps))) {
      stopped = true;
      return 0;
    }
    const components = componentsAt(x);
    const sums = gatherInformation(blocks, components);
    const { determinant, left, right } = solveMeans(sums);
    const residual = sums.yy - left * sums.u - right * sums.v;
    const scatter =
      withinDf > 0 ? withinDf * Math.log(components.repeat) + within / components.repeat : 0;
    const value = sums.logs + Math.log(determinant) + residual + scatter;
    return Number.isFinite(value) ? value : Number.MAX_VALUE;
  };
  const sd = withinDf > 0 ? Math.sqrt(within / withinDf) : 0;
  let x = [0.7, 0.3, Math.max(sd, 1e-3)];
  if (withinDf === 0) x = x.slice(0, 2);
  // Begun anew from where it ended, the simplex leaves a corner that it had folded into.
  for (let round = 0; round < 3 && !stopped; round++)
    x = minimise(deviance, x, round === 0 ? 0.3 : 0.05, { most: stopped ? 0 : 2000 });
  if (stopped) return undefined;
  const scaled = componentsAt(x);
  const means = solveMeans(gatherInformation(blocks, scaled));
  const back = (variance: number) => (variance <= 4 * FLOOR ? 0 : variance * scale ** 2);
  return {
    components: {
      pair: back(scaled.pair),
      pairSide: back(scaled.pairSide),
      repeat: back(scaled.repeat),
    },
    left: centre + scale * means.left,
    right: centre + scale * means.right,
    biasSe: scale * means.biasSe,
  };
}
