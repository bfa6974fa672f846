/** What editions are made of, and what that says beside their figures. */
import { median } from 'simple-statistics';
import type { Use } from '#core/catalogue/disciplines.ts';
import { type MadeOfPart, madeOf } from '#core/construction/made-of.ts';
import { type MeantFigure, meaningsOf } from '#core/construction/meanings.ts';
import { figureExpanded } from '#core/figures/figure.ts';
import { handScores, latestFigures, type MeasuredPair } from '#core/figures/pair-figure.ts';
import type { StoredPair } from './store/pairs.ts';
import type { Stores } from './stores.ts';

/** What an edition is made of, by all its pairs that count. */
export function madeOfEdition(
  stores: Stores,
  editionId: string,
  pairs: readonly StoredPair[],
): MadeOfPart[] {
  return madeOf(
    pairs.map((pair) => ({ tag: pair.tag, seen: stores.construction.ofPair(pair.id) })),
    stores.construction.ofEdition(editionId),
  );
}

/** What parts and the latest figures of pairs say together. */
export function meantBy(
  parts: readonly MadeOfPart[],
  pairs: readonly MeasuredPair[],
  uses: readonly Use[],
) {
  const figures = new Map<string, MeantFigure>();
  const scores = new Map<string, number[]>();
  for (const pair of pairs) {
    for (const [quantity, figure] of latestFigures(pair)) {
      // A sidewall's lip stands higher than the foot: no rule is about that.
      const { stack } = figure.basis;
      if (figures.has(quantity) || (stack && stack.place !== 'in-shoe')) continue;
      figures.set(quantity, { value: figure.value, U: figureExpanded(figure) });
    }
    for (const session of pair.sessions)
      for (const { quantity, votes } of handScores(session))
        scores.set(quantity, [...(scores.get(quantity) ?? []), ...votes]);
  }
  const medians = new Map([...scores].map(([quantity, votes]) => [quantity, median(votes)]));
  return meaningsOf(parts, figures, medians, uses);
}
