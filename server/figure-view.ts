/** A figure as it goes over the wire. */
import type { FigureView } from '#contract/sheet-records.ts';
import { cheapestNext } from '#core/figures/budget.ts';
import { type Figure, figureDf, figureExpanded, figureUncertainty } from '#core/figures/figure.ts';
import { budgetShares } from '#core/statistics/uncertainty.ts';

export function viewFigure(figure: Figure): FigureView {
  const df = figureDf(figure);
  const { quantity, value, readings, pairs, basis, provenance, conversions, doubts } = figure;
  return {
    quantity,
    value,
    u: figureUncertainty(figure),
    df: Number.isFinite(df) ? df : null,
    U: figureExpanded(figure),
    readings,
    pairs,
    basis,
    provenance,
    conversions,
    doubts,
    budget: budgetShares(figure.terms),
    next: cheapestNext(figure.terms) ?? null,
  };
}
