/** What parts and figures of a shoe say together, as data. */

export const CONSTRUCTION_ANSWERS = ['so', 'not so', 'cannot tell'] as const;
export type ConstructionAnswer = (typeof CONSTRUCTION_ANSWERS)[number];

/** What is judged. */
export const MEANINGS = [
  'guided',
  'bevel',
  'rocker',
  'bends-at-ball',
  'insole-gap',
  'weight',
  'one-plane',
  'crampons',
  'boot-grade',
] as const;
export type MeaningId = (typeof MEANINGS)[number];
