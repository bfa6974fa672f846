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

/**
 * The common slope b = Σw_g·b_g with w_g = S_g/ΣS, and its standard error. As a slope of a lab: the
 * groups' slopes scatter by s_b² = Σw_g(b_g − b)²/(1 − Σw_g²) with groups − 1 degrees of freedom;
 * u_c² = max(s_b²·Σw_g², SE²) is common to all, u_e² = s_b² each group's own.
 *
 * @param groups sums of groups; those without spread in x say nothing
 * @returns undefined where nothing is left to tell a slope from
 * @throws never
 * @example the ball widths of reference-r-2.json: slope 2.0689, u 0.0307, own u 0.0781 with df 3
 */
export function commonSlope(groups: readonly GradingSums[]): Grading | undefined {
  const telling = groups.filter(({ sxx }) => sxx > 0);
  const sxx = telling.reduce((sum, one) => sum + one.sxx, 0);
  const df = telling.reduce((sum, { n }) => sum + n - 1, 0) - 1;
  if (sxx === 0 || df < 1) return undefined;
  const slope = telling.reduce((sum, one) => sum + one.sxy, 0) / sxx;
  const residual = telling.reduce(
    (sum, one) => sum + one.syy - 2 * slope * one.sxy + slope ** 2 * one.sxx,
    0,
  );
  const u = Math.sqrt(Math.max(0, residual) / df / sxx);
  const own = ownSlope(telling, slope, sxx, u);
  return { slope, u, df, ...(own ? { own } : {}) };
}

function ownSlope(
  groups: readonly GradingSums[],
  slope: number,
  sxx: number,
  standardError: number,
): OwnSlope | undefined {
  if (groups.length < 2) return undefined;
  let [squares, weights] = [0, 0];
  for (const one of groups) {
    const weight = one.sxx / sxx;
    squares += weight * (one.sxy / one.sxx - slope) ** 2;
    weights += weight ** 2;
  }
  // One group with all the spread in x tells nothing of how groups differ.
  if (1 - weights < 1e-9) return undefined;
  const ownVariance = squares / (1 - weights);
  const commonU = Math.max(Math.sqrt(ownVariance * weights), standardError);
  const ownU = Math.sqrt(ownVariance);
  return {
    u: Math.hypot(commonU, ownU),
    commonU,
    ownU,
    df: groups.length - 1,
    groups: groups.length,
  };
}

/** The same from rows; each group is one edition over its sizes, or one pair over its distances. */
export function gradingOf(rows: readonly GradingRow[]): Grading | undefined {
  const groups = [...group(rows, (row) => row.group).values()];
  return commonSlope(groups.map(gradingSums));
}
