/** Limits of the rules for wear. */
import { type LimitTable, limit, limitOfLab } from './limit.ts';

export const WEAR_LIMITS = {
  halfPoint: limit(
    0.5,
    'points',
    'A shoe is broken in when its comfort is this close to the final comfort.',
  ),
  ratingsForBreakIn: limit(5, 'ratings', 'A break-in needs this number of comfort ratings.'),
  earlyCheck: limit(
    0.3,
    '',
    'A wear check counts as the next planned one from this share of the first interval before it.',
  ),
  pace: limit(56, 'days', 'The pace of a pair is calculated from this number of days.'),
  endsForLife: limit(3, 'ends', 'A life is calculated from this number of retired pairs on.'),
  mostADay: limit(200, 'km', 'A longer outing is not accepted for one day.'),
  sameOutingShare: limit(
    0.03,
    '',
    'Two outings may be the same one if their distances differ by no more than this share plus sameOuting.',
  ),
  sameOuting: limit(
    0.15,
    'km',
    'Two outings may be the same one if their distances differ by no more than this plus sameOutingShare.',
  ),
  newFeelOutings: limit(
    4,
    'outings',
    'This number of first outings is rated as the feel when new.',
  ),
  lateInLife: limit(
    0.75,
    '',
    'From this share of the lower end of the rated life on, a torn lining means an easier use.',
  ),
  rest: limit(1, 'days', 'A pair that was used this number of days ago may still be damp.'),
  nearItsEnd: limit(0.9, '', 'A pair is near its end from this share of its planned distance on.'),
  checksForLine: limit(4, 'checks', 'A wear line needs this number of wear checks.'),
  treadGrown: limit(
    0.3,
    'mm',
    'The app asks about tread that measures deeper than before by more.',
  ),
  ratedLifeLow: limitOfLab(483, 'km', 'Lower end of the rated life, 300 miles.'),
  ratedLifeHigh: limitOfLab(
    644,
    'km',
    'Upper end of the rated life, 400 miles. Beyond it an easier use is proposed.',
  ),
  treadWorn: limitOfLab(0.5, 'mm', 'Tread with less depth is worn through.'),
} as const satisfies LimitTable;

/** Rated life of training shoes, 300 to 400 miles. */
export const RATED_LIFE_KM = {
  low: WEAR_LIMITS.ratedLifeLow.value,
  high: WEAR_LIMITS.ratedLifeHigh.value,
};

/** Check intervals of a use that has none of its own. Common practice. */
export const USUAL_CHECKS = { by: 'km' as const, at: [50, 150, 300, 500], every: 150 };
