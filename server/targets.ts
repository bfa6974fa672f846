/** Targets of a model: between which limits a quantity of its pairs is to lie. */
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { judgeLimits, type Limits } from '#core/catalogue/tolerance.ts';
import { figureExpanded } from '#core/figures/figure.ts';
import { latestFigures } from '#core/figures/pair-figure.ts';
import type { LimitChange } from '#core/limits/lab-limits.ts';
import { measuredPair } from './figure-book.ts';
import { labFacts } from './lab-facts.ts';
import type { StoredPair } from './store/pairs.ts';
import type { Stores } from './stores.ts';

export interface Target extends Limits {
  quantity: QuantityId;
  reason: string;
}

/** A target is drawn for a model: what it is of stands in its subject. */
export const targetSubject = (modelId: string, quantity: string) => `${modelId} ${quantity}`;

/**
 * The targets of a model, the latest of each quantity; one without limits stands no more. Those of a model
 * that was merged into it stand where it has none of its own.
 */
export function targetsOf(stores: Stores, modelId: string): Target[] {
  const changes = stores.thresholds.changes().filter((change) => change.kind === 'target');
  const latest = new Map<QuantityId, LimitChange<'target'>>();
  for (const id of stores.names.gathered('model', modelId)) {
    const own = changes.filter(({ subject }) => subject.startsWith(`${id} `));
    for (const change of own) {
      const quantity = change.subject.slice(id.length + 1) as QuantityId;
      if (!latest.has(quantity)) latest.set(quantity, change);
    }
  }
  return [...latest]
    .map(([quantity, { value, reason }]) => ({ quantity, ...value, reason }))
    .filter(({ low, high }) => low !== null || high !== null);
}

/** What each target says of each pair that has a figure of it. */
export function verifyTargets(
  stores: Stores,
  pairs: readonly StoredPair[],
  targets: readonly Target[],
) {
  if (targets.length === 0) return [];
  const lab = labFacts(stores);
  return pairs.flatMap((pair) => {
    const figures = latestFigures(measuredPair(stores, lab, pair));
    return targets.flatMap(({ quantity, ...limits }) => {
      const figure = figures.get(quantity);
      if (!figure) return [];
      const { value } = figure;
      const U = figureExpanded(figure);
      return [{ tag: pair.tag, quantity, value, U, word: judgeLimits(value, U, limits) }];
    });
  });
}
