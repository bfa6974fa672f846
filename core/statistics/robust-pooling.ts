/**
 * One standard deviation from many small groups, of which a few may be spoilt: what a lab's own
 * repeats and its own pairs scatter by (Algorithm S of ISO 5725-5 and ISO 13528, from memory, extended
 * to groups of unequal size). A spoilt group counts in part, and is named.
 */
import { group, median, sum } from 'd3-array';
import { chiSquareProbability, chiSquareQuantile } from './distributions.ts';

/** Sum of squares about the group's mean or means, and its degrees of freedom. */
export interface ScatterSums {
  ss: number;
  df: number;
}

/** A variance counts in full up to this quantile of what chance makes of it. */
const CUT_QUANTILE = 0.9;

/** A group of much more than the usual degrees of freedom counts as one of twice the usual. */
const MOST_WEIGHT = 2;

/** A group's variance beyond this multiple of the pooled one is named. */
const APART = 10;

export interface CutConstants {
  /** Square of the largest ratio of SDs that counts in full. */
  eta2: number;
  /** Mean of a variance of 1 that is cut there: what the cut variances are divided by. */
  beta: number;
  /** Share of the degrees of freedom that the cut leaves. */
  efficiency: number;
}

const constants = new Map<number, CutConstants>();

/**
 * With F_m the chi-square distribution of m degrees of freedom and x = ν·η²: η² = χ²₀.₉(ν)/ν,
 * β = F_{ν+2}(x) + 0.1·η², m₂ = (1 + 2/ν)·F_{ν+4}(x) + 0.1·η⁴, and the efficiency
 * 2·F_{ν+2}(x)²/(ν·(m₂ − β²)).
 * @example cutConstants(2) // { eta2: 2.3026, beta: 0.9, efficiency: 0.8472 }
 */
export function cutConstants(df: number): CutConstants {
  const known = constants.get(df);
  if (known) return known;
  const cut = chiSquareQuantile(CUT_QUANTILE, df);
  const eta2 = cut / df;
  const inside = chiSquareProbability(cut, df + 2);
  const beyond = 1 - CUT_QUANTILE;
  const beta = inside + beyond * eta2;
  const square = (1 + 2 / df) * chiSquareProbability(cut, df + 4) + beyond * eta2 ** 2;
  const found = { eta2, beta, efficiency: (2 * inside ** 2) / (df * (square - beta ** 2)) };
  constants.set(df, found);
  return found;
}

export interface RobustPool<Group> {
  sd: number;
  /** Effective degrees of freedom. */
  df: number;
  /** How many groups have repeats. */
  groups: number;
  /** True where the step of the gauge hides the scatter: half a step's rectangle stands for it. */
  hidden: boolean;
  /** Groups that scatter too far, and were counted in part. */
  apart: Group[];
}

interface Weighed extends CutConstants {
  variance: number;
  weight: number;
}

/**
 * The positive root of s² = Σ a·min(v, η²·s²)/Σ a·β, which is exact once it is known which groups are
 * cut: those with the largest v/η². 0 where there is none.
 */
function rootOf(groups: readonly Weighed[]): number {
  const rising = [...groups].sort((a, b) => a.variance / a.eta2 - b.variance / b.eta2);
  const total = sum(groups, ({ weight, beta }) => weight * beta);
  let counted = sum(groups, ({ weight, variance }) => weight * variance);
  let share = 0;
  // From none cut to all but one: the root lies where the cut is between a group and the next.
  for (let last = rising.length - 1; last >= 0; last -= 1) {
    const { variance, eta2, weight } = rising[last] as Weighed;
    const s2 = counted / (total - share);
    if (variance / eta2 <= s2) return s2;
    counted -= weight * variance;
    share += weight * eta2;
    if (share >= total) return 0;
  }
  return 0;
}

/**
 * Pools groups: weight a = min(ν, 2·median ν), s² by {@link rootOf}, and ν_eff = (Σa)²/Σ(a²/(e·ν)).
 * Where there is no root, or one below step²/12, s² = step²/12.
 *
 * @param step smallest step that is read, in the unit of the SD
 * @returns undefined where no group has a degree of freedom
 * @example poolRobustly([{ ss: 0.025, df: 2 }, { ss: 0.05, df: 2 }, { ss: 40, df: 2 }], 0.1)
 */
export function poolRobustly<Group extends ScatterSums>(
  groups: readonly Group[],
  step: number,
): RobustPool<Group> | undefined {
  const telling = groups.filter(({ df }) => df > 0);
  const usual = median(telling, ({ df }) => df);
  if (usual === undefined) return undefined;
  const weighed = telling.map(({ ss, df }) => ({
    ...cutConstants(df),
    df,
    variance: ss / df,
    weight: Math.min(df, MOST_WEIGHT * usual),
  }));
  const least = step ** 2 / 12;
  const root = rootOf(weighed);
  const s2 = Math.max(root, least);
  return {
    sd: Math.sqrt(s2),
    df:
      sum(weighed, ({ weight }) => weight) ** 2 /
      sum(weighed, ({ weight, efficiency, df }) => weight ** 2 / (efficiency * df)),
    groups: telling.length,
    hidden: root < least,
    apart: telling.filter(({ ss, df }) => ss / df > APART * s2),
  };
}

/**
 * What pairs that are alike, or repeats at one station, add to a pool.
 * @example scatterSums([30, 31]) // { ss: 0.5, df: 1 }
 */
export function scatterSums(values: readonly number[]): ScatterSums {
  if (values.length < 2) return { ss: 0, df: 0 };
  const centre = sum(values) / values.length;
  return { ss: sum(values, (value) => (value - centre) ** 2), df: values.length - 1 };
}

/**
 * Scatter of repeats within their cells (one shoe, station and occasion), each about its own mean.
 * @param cellOf names a reading's cell
 */
export function scatterWithin<Reading extends { value: number }>(
  readings: readonly Reading[],
  cellOf: (reading: Reading) => string,
): ScatterSums {
  const cells = [...group(readings, cellOf).values()].map((cell) =>
    scatterSums(cell.map(({ value }) => value)),
  );
  return { ss: sum(cells, ({ ss }) => ss), df: sum(cells, ({ df }) => df) };
}
