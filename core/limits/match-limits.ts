/** Lines of the left-right check; tolerances stand in the catalogue. */
import { type LimitTable, line } from './limit.ts';

export const MATCH_LIMITS = {
  sizeFeature: line(150, 'mm', 'an outsole feature at least so long tells a half size by itself'),
  shortestTelling: line(
    66,
    'mm',
    'a shorter feature changes by less than its tolerance in a half size',
  ),
  mostHalfSizes: line(6, 'half sizes', 'two shoes of one box are looked for no farther apart'),
  nearHalfSize: line(
    0.25,
    'half sizes',
    'a length within so much of a whole number of half sizes fits it, however finely it repeats',
  ),
  mostReadings: line(
    5,
    'readings',
    'after so many on each shoe a feature near its tolerance is left as it is',
  ),
} as const satisfies LimitTable;
