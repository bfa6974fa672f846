/** The terms of an uncertainty in words. */
import { budgetShares, type TermKind, type UncertaintyTerm } from './uncertainty.ts';

export const TERM_WORDS: Record<TermKind, string> = {
  readings: 'scatter of readings',
  cycles: 'cycles of a curve',
  resolution: 'resolution',
  zero: 'zero of the gauge',
  gain: 'slope of the gauge',
  calibration: 'calibration',
  reproducibility: 'who measures',
  interaction: 'who measures, shoe by shoe',
  bridge: 'bridge between methods',
  pairs: 'spread of pairs',
  grading: 'carried to this size',
  wearing: 'carried to this wear',
};

/** A share under this is not worth its ink. */
export const LEAST_SHARE = 0.005;

/** The same for narrow places. */
const SHORT_WORDS: Record<TermKind, string> = {
  readings: 'scatter',
  cycles: 'cycles',
  resolution: 'step',
  zero: 'zero',
  gain: 'slope',
  calibration: 'calibration',
  reproducibility: 'who measures',
  interaction: 'who, by shoe',
  bridge: 'bridge',
  pairs: 'pairs',
  grading: 'size',
  wearing: 'wear',
};

/** What makes up an uncertainty, largest share first: `scatter 84 %, zero 13 %`. */
export function budgetWords(terms: readonly UncertaintyTerm[], most = 3): string {
  return budgetShares(terms)
    .filter(({ share }) => share >= LEAST_SHARE)
    .slice(0, most)
    .map(({ kind, share }) => `${SHORT_WORDS[kind]} ${(100 * share).toFixed(0)} %`)
    .join(', ');
}
