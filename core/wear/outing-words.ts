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

/** What is felt, in words from one end of the scale to the other: nobody averages words. */
const RIDE_SCALES: Record<'comfort' | OutingRating, readonly string[]> = {
  comfort: ['sore', 'tired', 'fair', 'good', 'forgotten'],
  cushioning: ['hard', 'firm', 'even', 'soft', 'deep'],
  rebound: ['dead', 'dull', 'even', 'lively', 'springy'],
  stability: ['sways', 'loose', 'fair', 'steady', 'rooted'],
  'ground feel': ['numb', 'faint', 'some', 'clear', 'every grain'],
  roll: ['slaps', 'stiff', 'even', 'rolls', 'rolls by itself'],
  grip: ['slides', 'wary', 'fair', 'sure', 'holds'],
  turning: ['sticks', 'slow', 'fair', 'quick', 'spins'],
  warmth: ['cold', 'cool', 'even', 'warm', 'hot'],
  debris: ['full of it', 'some', 'little', 'hardly any', 'none'],
};

/**
 * The word that a rating from 0 to 10 stands for.
 * @example rideWord('cushioning', 3) // 'firm'
 */
export function rideWord(rating: 'comfort' | OutingRating, value: number): string {
  const scale = RIDE_SCALES[rating];
  const step = Math.min(scale.length - 1, Math.floor((value / 10) * scale.length));
  return scale[step] ?? '';
}

export const rideScale = (rating: 'comfort' | OutingRating): readonly string[] =>
  RIDE_SCALES[rating];
