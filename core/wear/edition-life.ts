/**
 * How long the pairs of an edition last: Kaplan-Meier over distance. E. Kaplan and P. Meier, 1958; Greenwood's standard
 * error; log-log interval. A pair that came worn is at risk only from there.
 */
import { bisectLeft, bisectRight } from 'd3-array';
import { WEAR_LIMITS } from '../limits/wear-limits.ts';
import { normalQuantile } from '../statistics/distributions.ts';

export interface PairLife {
  km: number;
  /** It left the use it was bought for because of its condition; else it was in use until then. */
  ended: boolean;
  /** Worn when received. */
  fromKm?: number | undefined;
}

export interface EditionLife {
  /** Every distance, rising. */
  at: number[];
  survival: number[];
  /** Greenwood; null where nothing survives. */
  se: (number | null)[];
  lower: (number | null)[];
  upper: (number | null)[];
  median: { km: number | null; lower: number | null; upper: number | null };
}

const LEVEL = 0.95;

/** Where a curve comes to one half: at exactly one half the middle of the way to its next step. */
function halfOf(at: readonly number[], curve: readonly (number | null)[]): number | null {
  const hair = 1e-9;
  for (let step = 0; step < at.length; step++) {
    const value = curve[step];
    const km = at[step];
    if (value == null || km === undefined || value > 0.5 + hair) continue;
    if (value < 0.5 - hair) return km;
    const next = at.find((_, later) => later > step && (curve[later] ?? value) < value - hair);
    return next === undefined ? km : (km + next) / 2;
  }
  return null;
}

/** Do so many ends show a life? With fewer it is marks only. */
export const showsLife = (ends: number): boolean => ends >= WEAR_LIMITS.endsForLife.value;

/**
 * Survival by distance. Ends count before pairs that are still in use at the same distance.
 *
 * @throws RangeError where there is no pair, or one left before it came
 * @example the pairs of the checks: median 485 km, from 271 on
 */
export function editionLife(pairs: readonly PairLife[]): EditionLife {
  if (pairs.length === 0) throw new RangeError('a life takes pairs');
  if (pairs.some(({ km, fromKm = 0 }) => !(km >= fromKm) || fromKm < 0))
    throw new RangeError('a pair cannot end before the distance at which it came');
  const at = [...new Set(pairs.map(({ km }) => km))].sort((a, b) => a - b);
  const z = normalQuantile((1 + LEVEL) / 2);
  const rising = (list: number[]) => list.sort((a, b) => a - b);
  const came = rising(pairs.map(({ fromKm = 0 }) => fromKm));
  const left = rising(pairs.map(({ km }) => km));
  const ended = rising(pairs.flatMap((pair) => (pair.ended ? [pair.km] : [])));
  let [survival, greenwood] = [1, 0];
  const steps = at.map((km) => {
    // Who came before it, less who left before it.
    const risk = bisectLeft(came, km) - bisectLeft(left, km);
    const ends = bisectRight(ended, km) - bisectLeft(ended, km);
    if (risk > 0 && ends > 0) {
      survival *= 1 - ends / risk;
      greenwood += ends < risk ? ends / (risk * (risk - ends)) : 0;
    }
    const gone = survival < 1e-12;
    const root = Math.sqrt(greenwood);
    const spread = survival < 1 && !gone ? (z * root) / Math.log(survival) : 0;
    return {
      survival: gone ? 0 : survival,
      se: gone ? null : survival * root,
      lower: gone ? null : survival ** Math.exp(-spread),
      upper: gone ? null : survival ** Math.exp(spread),
    };
  });
  const column = <K extends keyof (typeof steps)[number]>(key: K) => steps.map((one) => one[key]);
  return {
    at,
    survival: column('survival'),
    se: column('se'),
    lower: column('lower'),
    upper: column('upper'),
    median: {
      km: halfOf(at, column('survival')),
      lower: halfOf(at, column('lower')),
      upper: halfOf(at, column('upper')),
    },
  };
}
