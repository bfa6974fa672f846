/** How far a pair was worn: what it came with, dated totals with their doubt, and the outings since. */
import { WEAR_LIMITS } from '../limits/wear-limits.ts';
import { accepted, type Result, refused } from '../sizing/result.ts';
import { readTypedQuantity } from '../sizing/typed-quantity.ts';
import { outingDistance } from './outing-distance.ts';

export interface OutingWay {
  /** ISO date. */
  on: string;
  km: number;
  /** Half of the span, where something stood for the distance. */
  halfKm?: number | undefined;
}

/** A total that somebody knew on a day, what was worn that day included. */
export interface OdometerTotal {
  on: string;
  km: number;
  u: number;
}

export interface PairWay {
  km: number;
  /** Standard uncertainty of it. */
  u: number;
  /** What does not go together, in words. */
  faults: string[];
}

/** Half of a span as a standard uncertainty: anything within it is as likely. */
const ofSpan = (half: number) => half / Math.sqrt(3);

/**
 * The distance on a day. The latest total stands for all before it; outings after its day are added.
 *
 * @param came km worn when it was received
 * @example came with 0, outings of 100 km, a total of 130 ± 10 km, then 20 km more: 150 km
 */
export function pairWay(
  came: number,
  totals: readonly OdometerTotal[],
  outings: readonly OutingWay[],
): PairWay {
  const dated = [...totals].sort((a, b) => a.on.localeCompare(b.on));
  const faults: string[] = [];
  const between = (after: string | undefined, until: string | undefined) =>
    outings.filter(({ on }) => (!after || on > after) && (!until || on <= until));
  const sum = (list: readonly OutingWay[]) => list.reduce((km, one) => km + one.km, 0);
  let [km, u, since] = [came, 0, undefined as string | undefined];
  for (const total of dated) {
    const logged = km + sum(between(since, total.on));
    const doubt = 2 * Math.hypot(total.u, u);
    if (total.km < km - doubt)
      faults.push(
        `The total of ${Math.round(total.km)} km on ${total.on} is less than the ${Math.round(km)} km before it.`,
      );
    else if (total.km < logged - doubt)
      faults.push(
        `The total of ${Math.round(total.km)} km on ${total.on} is below its outings, ${Math.round(logged)} km.`,
      );
    [km, u, since] = [total.km, total.u, total.on];
  }
  const later = between(since, undefined);
  const spans = later.reduce((squares, { halfKm = 0 }) => squares + ofSpan(halfKm) ** 2, 0);
  return { km: km + sum(later), u: Math.sqrt(u ** 2 + spans), faults };
}

export interface ReadWay {
  km: number;
  halfKm: number;
}

/**
 * A distance as it is typed, or what stands for it.
 * @example readWay('7.5 mi') // 12.07 km
 * @example readWay('2 basketball, full court') // 8.05 km
 */
export function readWay(text: string): Result<ReadWay> {
  const plain = text.trim();
  if (plain === '') return refused('empty', 'How far? Such as 12 km, 7.5 mi, or 2 basketball.');
  const bare = /^\d+(?:[.,]\d+)?$/.test(plain);
  const read = readTypedQuantity(bare ? `${plain} km` : plain, 'distance');
  if (read.ok) return within({ km: read.value.value / 1000, halfKm: 0 });
  const [, count = '', activity] = /^(\d*)\s*(?:x\b|×)?\s*([a-z].*)$/i.exec(plain) ?? [];
  if (activity === undefined) return read;
  const games = outingDistance(activity, '', Number(count || 1));
  if (!games.ok) return games;
  const { low, high } = games.value;
  return within({ km: (low + high) / 2, halfKm: (high - low) / 2 });
}

function within(way: ReadWay): Result<ReadWay> {
  if (!(way.km > 0)) return refused('implausible', 'An outing has a distance.');
  return way.km <= WEAR_LIMITS.mostADay.value
    ? accepted(way)
    : refused(
        'implausible',
        `${Math.round(way.km)} km in a day are more than ${WEAR_LIMITS.mostADay.value}: for many days type a total instead.`,
      );
}
