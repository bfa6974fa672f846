/** The choices that make a stack height, and how a shoe is set up when it is measured. */

export const STACK_PLACES = ['in-shoe', 'maker-marks', 'sidewall'] as const;
export const STACK_METHODS = ['caliper', 'needle', 'cut', 'ruler'] as const;
export const CONFIGURATIONS = [
  'as sold',
  'insole replaced',
  'insole added',
  'insole out',
  'orthotic',
] as const;

/** The choices that make a stack height: where, through what, and how. */
export interface StackBasis {
  place: (typeof STACK_PLACES)[number];
  insole: 'in' | 'out';
  lugs: 'in' | 'out';
  layers: 'whole sole' | 'midsole only';
  method: (typeof STACK_METHODS)[number];
}

/** What somebody states of a stack basis: some of its parts, or none. */
export type StatedBasis = { [Part in keyof StackBasis]?: StackBasis[Part] | undefined };

export type Configuration = (typeof CONFIGURATIONS)[number];
