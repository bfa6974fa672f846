/** The signs of wear that rules know. */
export const SIGNS = [
  'upper torn',
  'rubber worn through',
  'counter broken',
  'shank broken',
  'foam dead',
  'creases plain',
  'lining growing',
  'lining chafing',
  'lining torn',
  'lining seen',
  'fine cracks',
  'new aches',
  'rubber marked',
  'rebound less',
  'insole flat',
  'tread wear',
] as const;
export type Sign = (typeof SIGNS)[number];
