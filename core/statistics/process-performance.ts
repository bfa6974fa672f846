/** How well pairs keep inside limits: Pp and Ppk. Order of receipt is no controlled process, so not Cp. */
import { chiSquareQuantile, normalQuantile } from './distributions.ts';

/** One limit may be left out. */
export interface Limits {
  lower?: number | undefined;
  upper?: number | undefined;
}

export interface ProcessPerformance {
  /** Only with two limits. */
  pp?: number;
  ppInterval?: [number, number];
  ppk: number;
  ppkInterval: [number, number];
}

/**
 * Pp = (U − L)/6s and Ppk = min(U − m, m − L)/3s, with 95 % intervals: Pp by chi-square
 * (NIST/SEMATECH e-Handbook 6.1.6), Ppk by Bissell's normal approximation (1990, from memory).
 *
 * @param n values behind mean and sd, at least 2
 * @returns undefined where the values do not vary, or no limit is given
 * @throws RangeError where the lower limit is not below the upper
 * @example processPerformance(30, 0.5, 20, { lower: 28, upper: 32 })?.ppk // 1.333
 */
export function processPerformance(
  mean: number,
  sd: number,
  n: number,
  { lower, upper }: Limits,
): ProcessPerformance | undefined {
  if (lower !== undefined && upper !== undefined && lower >= upper)
    throw new RangeError(`the lower limit ${lower} is not below the upper ${upper}`);
  if (!(sd > 0) || n < 2 || (lower === undefined && upper === undefined)) return undefined;
  const room = Math.min(
    upper === undefined ? Number.POSITIVE_INFINITY : upper - mean,
    lower === undefined ? Number.POSITIVE_INFINITY : mean - lower,
  );
  const ppk = room / (3 * sd);
  const reach = normalQuantile(0.975) * Math.sqrt(1 / (9 * n) + ppk ** 2 / (2 * (n - 1)));
  const result: ProcessPerformance = { ppk, ppkInterval: [ppk - reach, ppk + reach] };
  if (lower === undefined || upper === undefined) return result;
  const pp = (upper - lower) / (6 * sd);
  const factor = (p: number) => Math.sqrt(chiSquareQuantile(p, n - 1) / (n - 1));
  return { ...result, pp, ppInterval: [pp * factor(0.025), pp * factor(0.975)] };
}
