/** The words of an outing: ground, effort, what the feet said, what else is rated. */

export const SURFACES = [
  'road',
  'paved',
  'gravel',
  'grass',
  'trail',
  'stairs',
  'indoor',
  'snow',
] as const;
export type Surface = (typeof SURFACES)[number];

export const GROUNDS = ['', 'dry', 'wet', 'ice'] as const;
export type Ground = (typeof GROUNDS)[number];

export const EFFORTS = ['', 'easy', 'steady', 'hard'] as const;

/** What the feet said after an outing, as comfort on a scale of ten. Common practice. */
export const FELT = [
  ['forgot them', 9],
  ['felt good', 7],
  ['got tired', 5],
  ['were sore', 2],
] as const;

/** What is rated besides comfort, each from 0 to 10. */
export const OUTING_RATINGS = [
  'cushioning',
  'rebound',
  'stability',
  'ground feel',
  'roll',
  'grip',
  'turning',
  'warmth',
  'debris',
] as const;
export type OutingRating = (typeof OUTING_RATINGS)[number];

/** Ratings that are largely the insole at first, which flattens. Common practice. */
export const SHOWROOM_RATINGS: readonly OutingRating[] = ['cushioning', 'rebound'];
/** So many outings of a pair count as the showroom. */
export const SHOWROOM_OUTINGS = 4;
