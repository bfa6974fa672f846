/** One slope common to several groups, each with its own level: how a figure goes with size, or with wear. */
import { group } from 'd3-array';
import { mean } from 'simple-statistics';

export interface GradingRow {
  group: string;
  x: number;
  value: number;
}

/** The sums of one group: S = Σ(x − x̄)², Σ(x − x̄)(y − ȳ), Σ(y − ȳ)². */
export interface GradingSums {
  n: number;
  sxx: number;
  sxy: number;
  syy: number;
}

export interface Grading {
  /** Common slope, an intercept per group. */
  slope: number;
  /** Its standard error from the residuals within groups. */
  u: number;
  df: number;
  /** The slope as a lab’s own: groups differ in theirs. */
  own?: OwnSlope;
}

export interface OwnSlope {
  /** √(common² + own²). */
  u: number;
  /** What is common to all groups, and what is each one’s own. */
  commonU: number;
  ownU: number;
  df: number;
  groups: number;
}

export function gradingSums(rows: readonly Omit<GradingRow, 'group'>[]): GradingSums {
  const [x0, y0] = [mean(rows.map(({ x }) => x)), mean(rows.map(({ value }) => value))];
  const sums = { n: rows.length, sxx: 0, sxy: 0, syy: 0 };
  for (const row of rows) {
    const [x, y] = [row.x - x0, row.value - y0];
    sums.sxx += x * x;
    sums.sxy += x * y;
    sums.syy += y * y;
  }
  return sums;
}

/** Sums over groups, from which a slope follows: they may be kept, and brought up to date by differences. */
export interface SlopeSums {
  groups: number;
  n: number;
  sxx: number;
  sxy: number;
  syy: number;
  /** Σ Sxx² */
  sxxSquared: number;
  /** Σ Sxy²/Sxx: what each group's own slope explains. */
  explained: number;
}

export const NO_SLOPE_SUMS: SlopeSums = {
  groups: 0,
  n: 0,
  sxx: 0,
  sxy: 0,
  syy: 0,
  sxxSquared: 0,
  explained: 0,
};

/** The sums of one group among others; a group without spread in x says nothing. */
export const slopeSums = ({ n, sxx, sxy, syy }: GradingSums): SlopeSums =>
  sxx > 0
    ? { groups: 1, n, sxx, sxy, syy, sxxSquared: sxx ** 2, explained: sxy ** 2 / sxx }
    : NO_SLOPE_SUMS;

/** Sums a and b, each times a weight: 1 adds, −1 takes away. */
export function addSlopeSums(a: SlopeSums, b: SlopeSums, weight = 1): SlopeSums {
  const sum = { ...a };
  for (const key of Object.keys(sum) as (keyof SlopeSums)[]) sum[key] += weight * b[key];
  return sum;
}

/**
 * The common slope b = Σw_g·b_g with w_g = S_g/ΣS, and its standard error. As a slope of a lab: the
 * groups' slopes scatter by s_b² = Σw_g(b_g − b)²/(1 − Σw_g²) with groups − 1 degrees of freedom;
 * u_c² = max(s_b²·Σw_g², SE²) is common to all, u_e² = s_b² each group's own.
 *
 * @returns undefined where nothing is left to tell a slope from
 * @throws never
 * @example the ball widths of reference-r-2.json: slope 2.0689, u 0.0307, own u 0.0781 with df 3
 */
export function commonSlope(sums: SlopeSums): Grading | undefined {
  const { groups, n, sxx, sxy, syy, sxxSquared, explained } = sums;
  const df = n - groups - 1;
  if (!(sxx > 0) || df < 1) return undefined;
  const slope = sxy / sxx;
  const u = Math.sqrt(Math.max(0, syy - slope * sxy) / df / sxx);
  const weights = sxxSquared / sxx ** 2;
  // One group with all the spread in x tells nothing of how groups differ.
  if (groups < 2 || 1 - weights < 1e-9) return { slope, u, df };
  const ownVariance = Math.max(0, explained / sxx - slope ** 2) / (1 - weights);
  const commonU = Math.max(Math.sqrt(ownVariance * weights), u);
  const ownU = Math.sqrt(ownVariance);
  const own = { u: Math.hypot(commonU, ownU), commonU, ownU, df: groups - 1, groups };
  return { slope, u, df, own };
}

/** The same from rows; each group is one edition over its sizes, or one pair over its distances. */
export function gradingOf(rows: readonly GradingRow[]): Grading | undefined {
  const groups = [...group(rows, (row) => row.group).values()];
  return commonSlope(
    groups
      .map((group) => slopeSums(gradingSums(group)))
      .reduce((a, b) => addSlopeSums(a, b), NO_SLOPE_SUMS),
  );
}
