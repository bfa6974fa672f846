/**
 * The registry of calculations: name, input, output, function and formula source of every named
 * calculation that makes sense without a record. The API, its OpenAPI page and the docs draw from
 * it; adding a calculation is adding one entry.
 */
import type { Calculation } from './calculation.ts';
import { CARRYING_CALCULATIONS } from './carrying-calculations.ts';
import { FIT_CALCULATIONS } from './fit-calculations.ts';
import { MEASURING_CALCULATIONS } from './measuring-calculations.ts';
import { STUDY_CALCULATIONS } from './study-calculations.ts';
import { WEAR_CALCULATIONS } from './wear-calculations.ts';

/** The step that each belongs to, in the order of the work. */
export const CALCULATIONS_OF_STEPS: readonly (readonly [
  step: string,
  entries: readonly Calculation[],
])[] = [
  ['Measure', MEASURING_CALCULATIONS],
  ['Compare', CARRYING_CALCULATIONS],
  ['Fit', FIT_CALCULATIONS],
  ['Wear', WEAR_CALCULATIONS],
  ['Studies', STUDY_CALCULATIONS],
];

export const CALCULATIONS: readonly Calculation[] = [
  ...MEASURING_CALCULATIONS,
  ...CARRYING_CALCULATIONS,
  ...STUDY_CALCULATIONS,
  ...FIT_CALCULATIONS,
  ...WEAR_CALCULATIONS,
];

/** The calculation of a name, or undefined. */
export function findCalculation(name: string): Calculation | undefined {
  return CALCULATIONS.find((entry) => entry.name === name);
}
