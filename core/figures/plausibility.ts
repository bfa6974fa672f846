/** Readings that look wrong are asked about as typed, never refused. */
import { median } from 'simple-statistics';
import type { Side } from '../catalogue/quantities.ts';
import type { QuantityDefinition } from '../catalogue/quantity.ts';
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import { canonicalUnit, findUnit, type QuantityKind, toCanonical } from '../sizing/units.ts';
import { isAbove, isAtLeast, isAtMost } from '../statistics/at-limit.ts';

/** Another way to read what was typed. */
export interface Correction {
  /** What probably happened: `slipped decimal mark`. */
  reason: string;
  value: number;
  /** Unit that the bare number stood for, where that was the slip. */
  unit?: string;
  /** The shoe it belongs to, where the sides were swapped. */
  side?: Side;
}

export interface PlausibilityQuestion {
  /**
   * What is odd: `outside` the range of shoes, `far` from the readings so far, `sides` apart, or not as the
   * other pairs of its `edition`.
   */
  kind: 'outside' | 'far' | 'sides' | 'edition';
  /** What it was held against, canonical unit. */
  against: number;
  corrections: Correction[];
}

export interface ReadingToJudge {
  definition: Pick<QuantityDefinition, 'kind' | 'plausible' | 'sideTolerance'>;
  side: Side;
  /** Canonical unit. */
  value: number;
  /** True where no unit was typed. */
  bare: boolean;
  /** Symbol of the unit the bare number was read in. */
  unit: string;
  /** Readings so far at this station, by side. */
  soFar: Record<Side, readonly number[]>;
  repeatabilitySd: number;
  /** What the other pairs of the edition let expect, carried to this size and wear. */
  expected?: { value: number; U: number } | undefined;
}

/** Units that a bare number is likely to have been read in, by kind. */
const MISTAKEN_UNITS: Partial<Record<QuantityKind, string[]>> = {
  mass: ['oz', 'g', 'lb'],
  length: ['in', 'cm', 'mm'],
  angle: ['rad', '°'],
  'angular-stiffness': ['N·m/rad', 'N·m/°'],
};

const OTHER: Record<Side, Side> = { left: 'right', right: 'left' };

function slips(reading: ReadingToJudge): Correction[] {
  const { kind } = reading.definition;
  const decimal = [0.1, 10, 0.01, 100].map((factor) => ({
    reason: 'slipped decimal mark',
    value: reading.value * factor,
  }));
  if (!reading.bare) return decimal;
  const typed = reading.value / (findUnit(reading.unit, kind) ?? canonicalUnit(kind)).factor;
  const units = MISTAKEN_UNITS[kind] ?? [];
  const otherUnits = units.flatMap((symbol) => {
    const unit = findUnit(symbol, kind);
    return unit && symbol !== reading.unit
      ? [
          {
            reason: `${symbol}, not ${reading.unit}`,
            value: toCanonical(typed, unit),
            unit: symbol,
          },
        ]
      : [];
  });
  return [...otherUnits, ...decimal];
}

/**
 * Asks about a reading that is outside what shoes measure, far from the readings so far, from the other
 * shoe, or from the other pairs of its edition, with the slips that would explain it (decimal mark, unit, sides swapped).
 *
 * @returns undefined where nothing is odd
 * @example a bare 11.3 in a gram field: outside, with the correction 320.3 g (ounces)
 */
export function questionReading(reading: ReadingToJudge): PlausibilityQuestion | undefined {
  const { definition, side, value, soFar, repeatabilitySd, expected } = reading;
  const [least, most] = definition.plausible;
  const within = (candidate: number) => isAtLeast(candidate, least) && isAtMost(candidate, most);
  const same = soFar[side];
  const other = soFar[OTHER[side]];
  const known = same.length > 0 ? median([...same]) : undefined;
  const across = other.length > 0 ? median([...other]) : undefined;
  const reach = (centre: number) =>
    Math.max(
      FIGURE_LIMITS.farRepeat.value * repeatabilitySd,
      FIGURE_LIMITS.farShare.value * Math.abs(centre),
    );
  const near = (candidate: number, centre: number) =>
    isAtMost(Math.abs(candidate - centre), reach(centre));
  const sidesReach = (centre: number) =>
    Math.max(
      FIGURE_LIMITS.shoesApart.value * Math.abs(centre),
      3 * definition.sideTolerance.absolute,
    );

  const isOfEdition = (candidate: number) =>
    expected === undefined ||
    isAtMost(
      Math.abs(candidate - expected.value),
      Math.max(sidesReach(expected.value), FIGURE_LIMITS.modelReach.value * expected.U),
    );

  const explains = (correction: Correction) => {
    if (!within(correction.value)) return false;
    if (known !== undefined) return near(correction.value, known);
    if (across !== undefined)
      return isAtMost(Math.abs(correction.value - across), sidesReach(across));
    return isOfEdition(correction.value);
  };
  const corrections = slips(reading).filter(explains);

  if (!within(value))
    return { kind: 'outside', against: value < least ? least : most, corrections };
  if (known !== undefined && !near(value, known)) {
    if (across !== undefined && near(value, across))
      corrections.unshift({ reason: 'sides swapped', value, side: OTHER[side] });
    return { kind: 'far', against: known, corrections };
  }
  if (
    known === undefined &&
    across !== undefined &&
    isAbove(Math.abs(value - across), sidesReach(across))
  )
    return { kind: 'sides', against: across, corrections };
  // The first figure of a pair has only its kin to be held against.
  if (expected && known === undefined && across === undefined && !isOfEdition(value))
    return { kind: 'edition', against: expected.value, corrections };
  return undefined;
}
