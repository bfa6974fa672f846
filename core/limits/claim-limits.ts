/** Lines of the rules of claims. */
import { type LimitTable, line } from './limit.ts';

export const CLAIM_LIMITS = {
  roundingMass: line(
    0.5,
    'g',
    'two masses of one claim that miss each other by no more are rounded, probably',
  ),
  roundingLength: line(
    0.2,
    'mm',
    'two lengths of one claim that miss each other by no more are rounded, probably',
  ),
  roundingShare: line(
    0.1,
    '',
    'two other figures of one claim that miss each other by no more of the noticeable step are rounded, probably',
  ),
  about: line(0.05, '', '“about” and numbers in words are known to so large a share'),
  zeroDrop: line(0.5, 'mm', '“zero drop” is a drop of less'),
  sampleSize: line(0.6, 'sizes', 'how surely the sample size is known where nobody states it'),
} as const satisfies LimitTable;
