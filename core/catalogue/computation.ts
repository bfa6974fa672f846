/** How a quantity follows from others of one shoe. */

/**
 * Σ weight × figure; a multiple of one figure over another, as a share in % or as the angle it is the tangent of;
 * or a figure carried to the reference size, which no single shoe's values tell.
 */
export type Computation =
  | { sum: readonly (readonly [quantity: string, weight: number])[] }
  | { quotient: readonly [over: string, under: string]; times: number; as: 'share' | 'angle' }
  | { atReference: string };

/** The quantities that a computation asks for, in its order. */
export function inputsOf(computation: Computation): readonly string[] {
  if ('atReference' in computation) return [computation.atReference];
  return 'sum' in computation
    ? computation.sum.map(([quantity]) => quantity)
    : computation.quotient;
}

const DEGREES = 180 / Math.PI;

/**
 * The value at these inputs, and how it goes with each of them (the sensitivities of JCGM 100, 5.1.3).
 *
 * @param inputs in the order of `inputsOf`, canonical units
 * @returns undefined where an input is missing, a quotient has nothing under it, or a figure is to be carried
 * @example heel 38 less forefoot 30: 8, going with them by 1 and −1
 * @example half of a 90 mm heel over 38 mm of stack as an angle: 49.8°
 */
export function workOut(
  computation: Computation,
  inputs: readonly (number | undefined)[],
): { value: number; sensitivities: readonly number[] } | undefined {
  const known = inputs.filter((input) => input !== undefined);
  if (known.length < inputsOf(computation).length || 'atReference' in computation) return undefined;
  if ('sum' in computation) {
    const sensitivities = computation.sum.map(([, weight]) => weight);
    const value = known.reduce((sum, input, at) => sum + (sensitivities[at] ?? 0) * input, 0);
    return { value, sensitivities };
  }
  const [over = 0, under = 0] = known;
  if (!(under > 0)) return undefined;
  const quotient = (computation.times * over) / under;
  const [value, slope] =
    computation.as === 'share'
      ? [100 * quotient, 100]
      : [DEGREES * Math.atan(quotient), DEGREES / (1 + quotient ** 2)];
  return {
    value,
    sensitivities: [(slope * computation.times) / under, (-slope * quotient) / under],
  };
}
