/** Do the figures of one claim agree with each other, as far as their rounding allows? */

import { sum } from 'd3-array';
import { workOut } from '../catalogue/computation.ts';
import {
  computedIn,
  describeQuantity,
  partsOf,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import type { StatedBasis } from '../catalogue/stack-basis.ts';
import { CLAIM_LIMITS } from '../limits/claim-limits.ts';
import type { SizeLabel } from '../sizing/size-label.ts';
import { canonicalUnit } from '../sizing/units.ts';
import { isAtMost, isBelow } from '../statistics/at-limit.ts';
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
  /** A bound on one side only. */
  limit?: 'at most' | 'at least';
  /** The size and the basis it was stated for by itself. */
  label?: SizeLabel;
  basis?: StatedBasis;
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
  limit?: StatedFigure['limit'];
}

/** What a figure allows: its rounding, and beyond it where it is a limit. */
const interval = ({ value, halfWidth, limit }: Side): Interval => ({
  lower: limit === 'at most' ? Number.NEGATIVE_INFINITY : value - halfWidth,
  upper: limit === 'at least' ? Number.POSITIVE_INFINITY : value + halfWidth,
});

function mostOfRounding(quantity: QuantityId): number {
  const { kind, noticeable } = describeQuantity(quantity);
  if (kind === 'mass') return CLAIM_LIMITS.roundingMass.value;
  return kind === 'length'
    ? CLAIM_LIMITS.roundingLength.value
    : CLAIM_LIMITS.roundingShare.value * noticeable;
}

function sayInterval(side: Side, unit: string): string {
  const { lower, upper } = interval(side);
  return `${roundTo(lower, 1)} to ${roundTo(upper, 1)} ${unit}`;
}

function compareSides(
  a: Side,
  b: Side,
  unit: string,
  means: string,
  quantity: QuantityId,
): ConsistencyFault[] {
  const [one, two] = [interval(a), interval(b)];
  const gap = Math.max(one.lower - two.upper, two.lower - one.upper);
  // Two intervals that touch overlap.
  if (isAtMost(one.lower, two.upper) && isAtMost(two.lower, one.upper)) return [];
  const lastDigit = 2 * Math.min(a.halfWidth, b.halfWidth);
  const rounding = isBelow(gap, lastDigit) && isAtMost(gap, mostOfRounding(quantity));
  const shown = roundTo(gap, gap < 0.095 ? 2 : 1);
  const text =
    `${a.typed.join(' and ')} ${means} ${sayInterval(a, unit)}, ${b.typed.join(' and ')} ` +
    `${sayInterval(b, unit)}: ${shown} ${unit} apart` +
    (rounding ? '; rounding, probably' : '; one of them is wrong');
  return [{ typed: [...a.typed, ...b.typed], gap, unit, rounding, text }];
}

const sideOf = ({ typed, value, halfWidth, limit }: StatedFigure): Side => ({
  typed: [typed],
  value,
  halfWidth,
  ...(limit ? { limit } : {}),
});

/** Only what is said of one size and on one basis can contradict itself. */
const isOfOneShoe = (a: StatedFigure, b: StatedFigure): boolean =>
  JSON.stringify([a.label ?? null, a.basis ?? {}]) ===
  JSON.stringify([b.label ?? null, b.basis ?? {}]);

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
      if (a.quantity === b.quantity && isOfOneShoe(a, b)) {
        const { symbol } = canonicalUnit(describeQuantity(a.quantity).kind);
        faults.push(...compareSides(sideOf(a), sideOf(b), symbol, 'allows', a.quantity));
      }
  });
  // A quantity that is worked out, against what it is worked out from.
  for (const { id, computed, short, kind } of computedIn(QUANTITIES))
    for (const whole of stated.filter(({ quantity }) => quantity === id)) {
      // A drop that names no basis is held against every pair of stacks that does.
      const parts = partsOf(id as QuantityId).flatMap(
        (part) =>
          stated.find(
            (figure) =>
              figure.quantity === part &&
              isOfOneShoe({ ...figure, basis: {} }, { ...whole, basis: {} }),
          ) ?? [],
      );
      const found =
        computed &&
        workOut(
          computed,
          parts.map(({ value }) => value),
        );
      if (!found) continue;
      faults.push(
        ...compareSides(
          {
            typed: parts.map(({ typed }) => typed),
            value: found.value,
            halfWidth: sum(
              parts,
              ({ halfWidth }, at) => Math.abs(found.sensitivities[at] ?? 0) * halfWidth,
            ),
          },
          sideOf(whole),
          canonicalUnit(kind).symbol,
          `allow a ${short} of`,
          id as QuantityId,
        ),
      );
    }
  return faults;
}
