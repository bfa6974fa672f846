/** Lines of the rules of wear. */
import { type LimitTable, labLine, line } from './limit.ts';

export const WEAR_LIMITS = {
  halfPoint: line(0.5, 'points', 'comfort this near its plateau is at it'),
  ratingsForBreakIn: line(5, 'ratings', 'fewer ratings tell no break-in'),
  earlyLook: line(
    0.3,
    '',
    'a look counts as the next one so much of the first look’s distance before it',
  ),
  pace: line(56, 'days', 'a pace is that of so many days'),
  endsForLife: line(3, 'ends', 'with fewer ends a life is marks only'),
  mostADay: line(200, 'km', 'no one walks or runs farther in a day'),
  sameOutingShare: line(
    0.03,
    '',
    'distances of one outing, kept twice, differ by no more than this share, and the km below',
  ),
  sameOuting: line(
    0.15,
    'km',
    'distances of one outing, kept twice, differ by no more, and the share above',
  ),
  showroom: line(4, 'outings', 'so many outings of a pair count as the showroom'),
  lateInLife: line(
    0.75,
    '',
    'from this share of the lower end of its life on a torn lining sends a shoe to another use',
  ),
  rest: line(1, 'days', 'a pair that was out so many days before is still damp'),
  nearItsEnd: line(0.9, '', 'the end of a pair is near from this share of its distance on'),
  checksForLine: line(4, 'checks', 'fewer checks show no line of wear'),
  treadGrown: line(0.3, 'mm', 'tread does not grow: so much more is another spot, or a slip'),
  ratedLifeLow: labLine(483, 'km', 'a pair that was worn less is early in its life: 300 miles'),
  ratedLifeHigh: labLine(644, 'km', 'a pair that was worn farther has done its work: 400 miles'),
  treadWorn: labLine(0.5, 'mm', 'tread of less is worn through'),
} as const satisfies LimitTable;

/** 300 to 400 miles, for training shoes. */
export const RATED_LIFE_KM = {
  low: WEAR_LIMITS.ratedLifeLow.value,
  high: WEAR_LIMITS.ratedLifeHigh.value,
};

/** When worn pairs are looked at, where a use says nothing else. Common practice. */
export const USUAL_CHECKS = { by: 'km' as const, at: [50, 150, 300, 500], every: 150 };
