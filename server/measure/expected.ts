/** What the other pairs of an edition let expect of a pair, carried to its size and wear. */
import type { z } from 'zod';
import type { expectedFigure, expectedTerms } from '#contract/reading-records.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { editionFigureOn } from '#core/figures/edition-figure.ts';
import { figureExpanded } from '#core/figures/figure.ts';
import { measuredPair } from '../figure-book.ts';
import { labFacts } from '../lab-facts.ts';
import { notFound } from '../problems.ts';
import type { Stores } from '../stores.ts';

/** Figures to expect at the stations of a protocol; none of what the other pairs do not tell. */
export function expectedFigures(
  stores: Stores,
  tag: string,
  { protocol: protocolId, configuration, removed, wornKm }: z.output<typeof expectedTerms>,
): z.output<typeof expectedFigure>[] {
  const lab = labFacts(stores);
  const protocol = lab.protocols.find(({ id }) => id === protocolId);
  if (!protocol) throw notFound('This protocol');
  const { id, editionId, label } = stores.pairs.byTag(tag);
  const pairs = stores.pairs
    .ofEdition(editionId)
    .filter((other) => other.id !== id && other.leftOut === null)
    .map((other) => measuredPair(stores, lab, other));
  if (pairs.length === 0) return [];
  return protocol.stations
    .filter(({ quantity }) => !describeQuantity(quantity, lab.catalogue).ordinal)
    .flatMap(({ quantity, setup }) => {
      const answer = editionFigureOn(
        { id: editionId, pairs },
        quantity,
        {
          label,
          configuration,
          removed,
          wornKm,
          stack: protocol.stack,
          ...(setup ? { setup } : {}),
        },
        lab,
      );
      return answer.terms === 'not'
        ? []
        : [{ quantity, value: answer.figure.value, U: figureExpanded(answer.figure) }];
    });
}
