/** Limits of the left-right check. Tolerances are in the catalogue. */
import { type LimitTable, limit } from './limit.ts';

export const MATCH_LIMITS = {
  sizeFeature: limit(
    150,
    'mm',
    'An outsole feature with at least this length shows a half size by itself.',
  ),
  shortestTelling: limit(66, 'mm', 'A shorter outsole feature does not show a half size.'),
  mostHalfSizes: limit(6, 'half sizes', 'The two shoes of a box are assumed to differ by no more.'),
  nearHalfSize: limit(
    0.25,
    'half sizes',
    'A length fits a number of half sizes if it deviates by no more, or by no more than its U.',
  ),
  mostReadings: limit(
    5,
    'readings',
    'After this number of readings of each shoe, no more are asked for.',
  ),
} as const satisfies LimitTable;
