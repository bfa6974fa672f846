/** Grubbs' test for one doubtful reading (ISO 5725-2), with a guard against ties. */
import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import { tQuantile } from './distributions.ts';

export interface OutlierTest {
  /** Index of the reading that lies too far off; absent where none does. */
  suspect?: number;
  /** Greatest distance from the mean, in SDs. */
  statistic: number;
  critical: number;
}

/**
 * Critical value of Grubbs' two-sided test for n readings at level α.
 * @example grubbsCritical(4, 0.05) // 1.48125
 */
export function grubbsCritical(n: number, alpha: number): number {
  const t = tQuantile(1 - alpha / (2 * n), n - 2);
  return ((n - 1) / Math.sqrt(n)) * Math.sqrt(t ** 2 / (n - 2 + t ** 2));
}

/**
 * Two-sided Grubbs test of the reading farthest from the mean.
 * @throws RangeError on fewer than 3 readings, or α outside 0 to 1
 * @example findOutlier([31.1, 31.2, 31.2, 31.3, 33.9]).suspect // 4
 */
export function findOutlier(values: readonly number[], alpha = 0.05): OutlierTest {
  const n = values.length;
  if (n < 3) throw new RangeError(`Grubbs' test needs at least 3 readings; ${n} given`);
  if (!(alpha > 0 && alpha < 1)) throw new RangeError('alpha lies between 0 and 1, such as 0.05');
  const critical = grubbsCritical(n, alpha);
  const centre = mean([...values]);
  const sd = sampleStandardDeviation([...values]);
  const farthest = values.reduce(
    (found, value, index) =>
      Math.abs(value - centre) > Math.abs((values[found] ?? centre) - centre) ? index : found,
    0,
  );
  const statistic = sd === 0 ? 0 : Math.abs((values[farthest] ?? centre) - centre) / sd;
  return statistic > critical
    ? { suspect: farthest, statistic, critical }
    : { statistic, critical };
}

export type Doubtfulness = 'straggler' | 'outlier';

/**
 * The doubtful reading of a station, if there is one: Grubbs at 5 % (straggler) and 1 % (outlier),
 * from four readings on, and only where it lies over 3·max(s_r, resolution) from the median, so
 * that a string of equal readings does not condemn a neighbour. Nothing is dropped by itself.
 */
export function findDoubtfulReading(
  values: readonly number[],
  step: { repeatabilitySd?: number | undefined; resolution: number },
): { index: number; doubt: Doubtfulness } | undefined {
  if (values.length < 4) return undefined;
  const { suspect } = findOutlier(values, 0.05);
  if (suspect === undefined) return undefined;
  const guard = 3 * Math.max(step.repeatabilitySd ?? 0, step.resolution);
  if (Math.abs((values[suspect] ?? 0) - median([...values])) <= guard) return undefined;
  const severe = findOutlier(values, 0.01).suspect === suspect;
  return { index: suspect, doubt: severe ? 'outlier' : 'straggler' };
}
