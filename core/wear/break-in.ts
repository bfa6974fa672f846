/** Comfort over hours: how long a shoe takes to open up. Least squares of c(t) = P − (P − S)·e^(−t/τ). */
import { WEAR_LIMITS } from '../limits/wear-limits.ts';
import { tQuantile } from '../statistics/distributions.ts';
import { minimise } from '../statistics/simplex.ts';

export interface BreakIn {
  plateau: number;
  start: number;
  tauH: number;
  se: { plateau: number; start: number; tauH: number };
  /** Hours until comfort is half a point below the plateau. */
  hoursToPlateau: number;
  interval: { lower: number; upper: number };
  verdict: 'breaks in' | 'none' | 'still opening, cannot tell';
}

const LEVEL = 0.95;
/** Beyond so many spans a curve is a straight line. */
const SLOWEST = 10;
const LOOKS = 25;

/** For one τ the rest is a straight line in e^(−t/τ): plateau, start and the squares left. */
function fitAt(tau: number, hours: readonly number[], comfort: readonly number[]) {
  const e = hours.map((t) => Math.exp(-t / tau));
  const n = hours.length;
  const [meanE, meanC] = [e, comfort].map(
    (list) => list.reduce((sum, one) => sum + one, 0) / n,
  ) as [number, number];
  let [see, sec] = [0, 0];
  e.forEach((one, at) => {
    see += (one - meanE) ** 2;
    sec += (one - meanE) * ((comfort[at] ?? 0) - meanC);
  });
  const slope = see > 0 ? sec / see : 0;
  const plateau = meanC - slope * meanE;
  const squares = e.reduce(
    (sum, one, at) => sum + ((comfort[at] ?? 0) - plateau - slope * one) ** 2,
    0,
  );
  return { plateau, start: plateau + slope, squares };
}

type Matrix3 = [number, number, number][];

/** The inverse of a symmetric matrix of three, by its cofactors. */
function inverse(m: Matrix3): Matrix3 {
  const at = (i: number, j: number) => m[i]?.[j] ?? 0;
  const cofactor = (i: number, j: number) => {
    const [a, b] = [0, 1, 2].filter((one) => one !== i) as [number, number];
    const [c, d] = [0, 1, 2].filter((one) => one !== j) as [number, number];
    return (-1) ** (i + j) * (at(a, c) * at(b, d) - at(a, d) * at(b, c));
  };
  const determinant =
    at(0, 0) * cofactor(0, 0) + at(0, 1) * cofactor(0, 1) + at(0, 2) * cofactor(0, 2);
  return [0, 1, 2].map((i) => [0, 1, 2].map((j) => cofactor(j, i) / determinant)) as Matrix3;
}

/**
 * The fit with its standard errors, and the time to half a point of the plateau with its interval, by the delta method
 * on its logarithm (n − 3 df).
 *
 * @param comfort ratings on a scale of ten
 * @throws RangeError for fewer than five ratings, or where nothing varies
 * @example the ratings of the checks: plateau 8.53, τ 4.23 h, 10.62 h (9.07 to 12.44)
 */
export function breakIn(hours: readonly number[], comfort: readonly number[]): BreakIn {
  const n = hours.length;
  if (n < WEAR_LIMITS.ratingsForBreakIn.value || comfort.length !== n)
    throw new RangeError(
      `a break-in takes ${WEAR_LIMITS.ratingsForBreakIn.value} ratings at least, each with its hours`,
    );
  if (new Set(hours).size < 3 || new Set(comfort).size < 2)
    throw new RangeError('a break-in takes ratings that vary, at three times at least');
  const span = Math.max(...hours) - Math.min(...hours);
  // Nothing that is over within half of the shortest gap can be told from these ratings, nor what takes far longer.
  const times = [...new Set(hours)].sort((a, b) => a - b);
  const gap = Math.min(...times.slice(1).map((time, at) => time - (times[at] ?? 0)));
  const [fastest, slowest] = [Math.log(gap / 2), Math.log(SLOWEST * span)];
  const within = (log: number) => Math.min(slowest, Math.max(fastest, log));
  const squaresAt = (log: number) => fitAt(Math.exp(within(log)), hours, comfort).squares;
  // The squares may have several hollows: the search begins at the deepest of a coarse look.
  const looks = Array.from(
    { length: LOOKS },
    (_, at) => fastest + (at / (LOOKS - 1)) * (slowest - fastest),
  );
  const first = looks.reduce((a, b) => (squaresAt(b) < squaresAt(a) ? b : a));
  const [log = first] = minimise(([x]) => squaresAt(x ?? first), [first], 0.2, { within: 1e-10 });
  const tau = Math.exp(within(log));
  const { plateau, start, squares } = fitAt(tau, hours, comfort);
  const rise = plateau - start;
  const gradients = hours.map((t): [number, number, number] => {
    const e = Math.exp(-t / tau);
    return [1 - e, e, (-rise * e * t) / tau ** 2];
  });
  const products = [0, 1, 2].map((i) =>
    [0, 1, 2].map((j) => gradients.reduce((sum, g) => sum + (g[i] ?? 0) * (g[j] ?? 0), 0)),
  ) as Matrix3;
  const variance = squares / (n - 3);
  const covariance = inverse(products).map((row) => row.map((one) => one * variance)) as Matrix3;
  const of = (i: number, j: number) => covariance[i]?.[j] ?? 0;
  const se = {
    plateau: Math.sqrt(of(0, 0)),
    start: Math.sqrt(of(1, 1)),
    tauH: Math.sqrt(of(2, 2)),
  };
  if (![plateau, start, tau, ...Object.values(se)].every(Number.isFinite))
    throw new RangeError('these ratings tell no break-in: are hours and comfort as they were?');
  if (rise <= WEAR_LIMITS.halfPoint.value)
    return {
      plateau,
      start,
      tauH: tau,
      se,
      hoursToPlateau: 0,
      interval: { lower: 0, upper: 0 },
      verdict: 'none',
    };
  const logs = Math.log(rise / WEAR_LIMITS.halfPoint.value);
  const hoursToPlateau = tau * logs;
  const by = [1 / (rise * logs), -1 / (rise * logs), 1 / tau];
  let variety = 0;
  by.forEach((a, i) => {
    by.forEach((b, j) => {
      variety += a * b * of(i, j);
    });
  });
  const half = tQuantile((1 + LEVEL) / 2, n - 3) * Math.sqrt(Math.max(0, variety));
  return {
    plateau,
    start,
    tauH: tau,
    se,
    hoursToPlateau,
    interval: { lower: hoursToPlateau * Math.exp(-half), upper: hoursToPlateau * Math.exp(half) },
    verdict: tau > span ? 'still opening, cannot tell' : 'breaks in',
  };
}

/** A tester's time to the plateau. */
export interface TesterBreakIn {
  hours: number;
  lower: number;
  upper: number;
}

/**
 * Do testers differ? The longest over twice the shortest, and intervals that do not overlap.
 * @example 5.5 (4.2 to 7.1), 1 (0.6 to 1.6) and 5 (3.8 to 6.6): they do
 */
export function testersDiffer(testers: readonly TesterBreakIn[]): boolean {
  if (testers.length < 2) return false;
  const [shortest] = [...testers].sort((a, b) => a.hours - b.hours);
  const [longest] = [...testers].sort((a, b) => b.hours - a.hours);
  if (!shortest || !longest) return false;
  return longest.hours > 2 * shortest.hours && longest.lower > shortest.upper;
}
