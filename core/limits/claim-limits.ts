/** Limits of the rules for claims. */
import { type LimitTable, limit } from './limit.ts';

export const CLAIM_LIMITS = {
  roundingMass: limit(
    0.5,
    'g',
    'Two masses of one claim that differ by no more are probably rounded.',
  ),
  roundingLength: limit(
    0.2,
    'mm',
    'Two lengths of one claim that differ by no more are probably rounded.',
  ),
  roundingShare: limit(
    0.1,
    '',
    'Other figures of one claim that differ by no more than this share of the smallest noticeable difference are probably rounded.',
  ),
  about: limit(0.05, '', 'Half-width of “about” and of numbers in words, as a share of the value.'),
  zeroDrop: limit(0.5, 'mm', 'Half-width of “zero drop”.'),
  sampleSize: limit(0.6, 'sizes', 'Standard uncertainty of the size of a claim that names none.'),
} as const satisfies LimitTable;
