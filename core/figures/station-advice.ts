/** What the bench says at a station: go on, take more, or look at a reading again. */

import { findDoubtfulReading } from '../statistics/outlier.ts';
import { allowedRange, decideRepeats, MOST_JUDGED, medianFactor } from '../statistics/repeats.ts';
import { cheapestNext } from './budget.ts';
import { type Figure, figureExpanded } from './figure.ts';

export type StationAdvice =
  | { kind: 'first' }
  | { kind: 'fixed'; n: number; of: number; U: number; UofAll: number }
  | { kind: 'single'; U: number }
  | { kind: 'take-more'; range: number; usual: number; widest: number }
  | { kind: 'median'; range: number; allowed: number; n: number }
  | { kind: 'doubtful'; index: number; doubt: 'straggler' | 'outlier'; distance: number }
  | { kind: 'agree'; range: number; allowed: number; worth?: { from: number; to: number } };

/** The figure as it would stand after all readings of a fixed number, if they scatter as they usually do. */
const withReadings = (figure: Figure, n: number, all: number): Figure => ({
  ...figure,
  terms: figure.terms.map((term) =>
    term.kind === 'readings'
      ? { ...term, u: (term.u * medianFactor(all)) / medianFactor(n) }
      : term,
  ),
});

/**
 * The advice at a station from the readings that stand there.
 *
 * @param values readings of one shoe, in the order taken
 * @param figure the figure they give
 * @param step repeatability SD and resolution, in the unit of the values
 */
export function adviseStation(
  values: readonly number[],
  figure: Figure | undefined,
  step: { repeatabilitySd: number; resolution: number; fixedReadings?: number | undefined },
): StationAdvice {
  const n = values.length;
  if (n === 0 || !figure) return { kind: 'first' };
  if (step.fixedReadings !== undefined && n < step.fixedReadings)
    return {
      kind: 'fixed',
      n,
      of: step.fixedReadings,
      U: figureExpanded(figure),
      UofAll: figureExpanded(withReadings(figure, n, step.fixedReadings)),
    };
  if (n === 1) return { kind: 'single', U: figureExpanded(figure) };
  const doubtful = findDoubtfulReading(values, step);
  if (doubtful) {
    const value = values[doubtful.index] ?? 0;
    const others = values.filter((_, index) => index !== doubtful.index);
    const centre = others.reduce((sum, other) => sum + other, 0) / others.length;
    return { kind: 'doubtful', ...doubtful, distance: value - centre };
  }
  if (n > MOST_JUDGED) return { kind: 'agree', range: 0, allowed: 0 };
  const { action, range, allowed } = decideRepeats(values, step.repeatabilitySd);
  if (action === 'take-two-more' && step.fixedReadings !== undefined)
    return { kind: 'median', range, allowed, n };
  if (action === 'take-two-more')
    return {
      kind: 'take-more',
      range,
      usual: allowed,
      widest: allowedRange(4, step.repeatabilitySd),
    };
  if (action === 'median') return { kind: 'median', range, allowed, n };
  const next = cheapestNext(figure.terms);
  return next ? { kind: 'agree', range, allowed, worth: next } : { kind: 'agree', range, allowed };
}
