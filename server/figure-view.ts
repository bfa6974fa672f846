/** A figure as it goes over the wire. */
import type { FigureView } from '#contract/sheet-records.ts';
import { cheapestNext } from '#core/figures/budget.ts';
import type { Carried } from '#core/figures/carry.ts';
import { type Figure, figureDf, figureExpanded, figureUncertainty } from '#core/figures/figure.ts';
import { budgetShares, expand } from '#core/statistics/uncertainty.ts';

export const viewCarried = (carried: readonly Carried[] = []): FigureView['carried'] =>
  carried.map(({ by, way, change, u, df }) => ({ by, way, change, U: expand(u, df) }));

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
    carried: viewCarried(figure.carried),
    conversions,
    doubts,
    budget: budgetShares(figure.terms),
    next: cheapestNext(figure.terms) ?? null,
  };
}
