/** Honest digits: an uncertainty with at most two significant digits, and the value to match. */

export interface Shown {
  value: number;
  U: number;
  /** Digits after the decimal mark in both. */
  decimals: number;
}

/** Rounds half away from zero, on the decimal digits a person would see. */
export function roundTo(value: number, decimals: number): number {
  const shift = 10 ** Math.abs(decimals);
  const scaled = decimals >= 0 ? value * shift : value / shift;
  // The nudge undoes binary fractions such as 1.005 that lie a hair under the half.
  const whole = Math.sign(scaled) * Math.round(Math.abs(scaled) * (1 + 4 * Number.EPSILON));
  return (decimals >= 0 ? whole / shift : whole * shift) + 0;
}

/** Decimals that give a positive number `digits` significant digits after rounding. */
function decimalsFor(U: number, digits: number): number {
  const decimals = digits - 1 - Math.floor(Math.log10(U));
  const rounded = roundTo(U, decimals);
  // 0.0996 rounds to 0.10: one digit fewer keeps the number of significant digits.
  return rounded >= 10 ** (digits - decimals) ? decimals - 1 : decimals;
}

/**
 * Rounds U to two significant digits and the value to the same place. `maxDecimals` caps the
 * digits at what the quantity is read to, unless U would then vanish.
 *
 * @example roundToUncertainty(31.2468, 0.3137) // value 31.25, U 0.31, decimals 2
 */
export function roundToUncertainty(value: number, U: number, maxDecimals = 12): Shown {
  if (!(U > 0) || !Number.isFinite(U))
    return { value: roundTo(value, maxDecimals), U, decimals: maxDecimals };
  const two = decimalsFor(U, 2);
  const wanted = Math.min(two, Math.max(maxDecimals, decimalsFor(U, 1)));
  return { value: roundTo(value, wanted), U: roundTo(U, wanted), decimals: Math.max(0, wanted) };
}
