/** Do the figures of one claim agree with each other, as far as their rounding allows? */

import { computedIn, QUANTITIES } from '../catalogue/quantities.ts';
import { roundTo } from '../statistics/rounding.ts';
import type { ClaimedQuantityId, Interval } from './claim.ts';

/** One stated figure with the interval its rounding allows; canonical units, one shoe. */
export interface StatedFigure {
  quantity: ClaimedQuantityId;
  typed: string;
  value: number;
  halfWidth: number;
  /** Symbol of the unit it was stated in. */
  unit: string;
}

export interface ConsistencyFault {
  /** The figures that contradict each other, as typed. */
  typed: string[];
  /** Distance between the intervals, canonical unit. */
  gap: number;
  unit: string;
  /** True where the gap is less than a last digit: rounding, probably. */
  rounding: boolean;
  text: string;
}

interface Side {
  typed: string[];
  value: number;
  halfWidth: number;
}

const interval = ({ value, halfWidth }: Side): Interval => ({
  lower: value - halfWidth,
  upper: value + halfWidth,
});

function sayInterval(side: Side, unit: string): string {
  const { lower, upper } = interval(side);
  return `${roundTo(lower, 1)} to ${roundTo(upper, 1)} ${unit}`;
}

function compareSides(a: Side, b: Side, unit: string, means: string): ConsistencyFault[] {
  const [one, two] = [interval(a), interval(b)];
  const gap = Math.max(one.lower - two.upper, two.lower - one.upper);
  // Two intervals that touch overlap; binary fractions must not part them.
  if (gap <= 1e-9 * Math.max(1, Math.abs(a.value))) return [];
  const lastDigit = 2 * Math.min(a.halfWidth, b.halfWidth);
  const rounding = gap < lastDigit;
  const shown = roundTo(gap, gap < 0.095 ? 2 : 1);
  const text =
    `${a.typed.join(' and ')} ${means} ${sayInterval(a, unit)}, ${b.typed.join(' and ')} ` +
    `${sayInterval(b, unit)}: ${shown} ${unit} apart` +
    (rounding ? '; rounding, probably' : '; one of them is wrong');
  return [{ typed: [...a.typed, ...b.typed], gap, unit, rounding, text }];
}

const sideOf = (figure: StatedFigure): Side => ({
  typed: [figure.typed],
  value: figure.value,
  halfWidth: figure.halfWidth,
});

/**
 * Checks the figures of one claim against each other: each quantity stated twice (ounces against
 * grams, a shoe against half a pair), and heel less forefoot against the drop. Figures are
 * consistent where the intervals their roundings allow overlap; else the gap is stated, and one of
 * less than a last digit is called rounding, probably.
 *
 * @example 7.2 oz (202.7 to 205.5 g) with 202 g (201.5 to 202.5) misses by 0.2 g: rounding, probably
 */
export function findClaimFaults(stated: readonly StatedFigure[]): ConsistencyFault[] {
  const faults: ConsistencyFault[] = [];
  stated.forEach((a, i) => {
    for (const b of stated.slice(i + 1))
      if (a.quantity === b.quantity) {
        const unit = a.quantity === 'mass' ? 'g' : 'mm';
        faults.push(...compareSides(sideOf(a), sideOf(b), unit, 'allows'));
      }
  });
  // A quantity that is worked out, against what it is worked out from.
  for (const { id, computed, short } of computedIn(QUANTITIES)) {
    const whole = stated.find(({ quantity }) => quantity === id);
    const parts = (computed ?? []).map(([part, weight]) => ({
      figure: stated.find(({ quantity }) => quantity === part),
      weight,
    }));
    const known = parts.flatMap(({ figure, weight }) => (figure ? [{ figure, weight }] : []));
    if (!whole || known.length < parts.length) continue;
    const sum = (of: (part: { figure: StatedFigure; weight: number }) => number) =>
      known.reduce((total, part) => total + of(part), 0);
    faults.push(
      ...compareSides(
        {
          typed: known.map(({ figure }) => figure.typed),
          value: sum(({ figure, weight }) => weight * figure.value),
          halfWidth: sum(({ figure, weight }) => Math.abs(weight) * figure.halfWidth),
        },
        sideOf(whole),
        'mm',
        `allow a ${short} of`,
      ),
    );
  }
  return faults;
}
