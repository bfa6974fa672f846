/** Do the figures of one claim agree with each other, as far as their rounding allows? */

import { sum } from 'd3-array';
import type { ClaimedQuantityId } from '../catalogue/claimed-quantities.ts';
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
import type { ClaimFault, Interval } from '../records/claim-verdict.ts';
import type { SizeLabel } from '../sizing/size-label.ts';
import { isAtMost, isBelow } from '../statistics/at-limit.ts';

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

function compareSides(
  a: Side,
  b: Side,
  { quantity, isComputed }: Pick<ClaimFault, 'quantity' | 'isComputed'>,
): ClaimFault[] {
  const [one, two] = [interval(a), interval(b)];
  const gap = Math.max(one.lower - two.upper, two.lower - one.upper);
  // Two intervals that touch overlap.
  if (isAtMost(one.lower, two.upper) && isAtMost(two.lower, one.upper)) return [];
  const lastDigit = 2 * Math.min(a.halfWidth, b.halfWidth);
  return [
    {
      quantity,
      isComputed,
      sides: [
        { typed: a.typed, allows: one },
        { typed: b.typed, allows: two },
      ],
      gap,
      rounding: isBelow(gap, lastDigit) && isAtMost(gap, mostOfRounding(quantity)),
    },
  ];
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
export function findClaimFaults(stated: readonly StatedFigure[]): ClaimFault[] {
  const faults: ClaimFault[] = [];
  stated.forEach((a, i) => {
    for (const b of stated.slice(i + 1))
      if (a.quantity === b.quantity && isOfOneShoe(a, b))
        faults.push(
          ...compareSides(sideOf(a), sideOf(b), { quantity: a.quantity, isComputed: false }),
        );
  });
  // A quantity that is worked out, against what it is worked out from.
  for (const { id, computed } of computedIn(QUANTITIES))
    for (const whole of stated.filter(({ quantity }) => quantity === id)) {
      // A drop that names no basis is compared with every pair of stacks that does.
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
          { quantity: whole.quantity, isComputed: true },
        ),
      );
    }
  return faults;
}
