/** What speaks of the sizes of an edition: shoes that testers know, their try-ons, and its inside. */

import type { QuantityId } from '#core/catalogue/quantities.ts';
import type { Basis } from '#core/figures/basis.ts';
import { editionFigureOn } from '#core/figures/edition-figure.ts';
import { type Figure, figureDf, figureUncertainty } from '#core/figures/figure.ts';
import type { MeasuredPair } from '#core/figures/pair-figure.ts';
import type { LengthWithDoubt, UsualVote } from '#core/fit/deviation.ts';
import {
  type FittingLabel,
  labelOfTryOn,
  offsetBetween,
  rightLabel,
} from '#core/fit/fitting-labels.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { measuredPair } from '../figure-book.ts';
import type { LabFacts } from '../lab-facts.ts';
import type { StandingTryOn } from '../store/fit-evidence.ts';
import type { Stores } from '../stores.ts';

/** Labels of shoes that testers know, by the edition that they are of now. */
export function knownShoes(stores: Stores): Map<string, FittingLabel[]> {
  const byEdition = new Map<string, FittingLabel[]>();
  for (const { code, profile } of stores.testers.all())
    for (const { editionId, label, fits } of profile.knownShoes) {
      // What was known of an edition that was merged is known of where it leads.
      const standing = stores.names.lead('edition', editionId);
      const known = byEdition.get(standing) ?? [];
      known.push({ tester: code, known: 'known shoe', label: rightLabel(label, fits) });
      byEdition.set(standing, known);
    }
  return byEdition;
}

/** The label that a try-on speaks for, where it speaks of one. */
export function triedLabel(tryOn: StandingTryOn): FittingLabel[] {
  const label = labelOfTryOn(tryOn.label, tryOn);
  return label ? [{ tester: tryOn.tester, known: 'try-on', label }] : [];
}

/** Labels that fit testers in an edition: shoes they know, and what their try-ons came to. */
export const fittingIn = (
  stores: Stores,
  editionId: string,
  known = knownShoes(stores),
): FittingLabel[] => [
  ...(known.get(editionId) ?? []),
  ...stores.fitEvidence.ofEdition(editionId).flatMap(triedLabel),
];

/** The usual label of each tester with a maker: their own for it, else the one they wear in most. */
export function usualLabels(stores: Stores, maker: string): Map<string, SizeLabel> {
  return new Map(
    stores.testers.all().flatMap(({ code, profile }): [string, SizeLabel][] => {
      const own = profile.usualByMaker?.find(
        (one) => one.maker.toLowerCase() === maker.toLowerCase(),
      );
      const label = own?.label ?? profile.usualLabel;
      return label ? [[code, label]] : [];
    }),
  );
}

/** What testers take in an edition against their usual label. */
export const votesAgainstUsual = (
  fitting: readonly FittingLabel[],
  usual: ReadonlyMap<string, SizeLabel>,
): UsualVote[] =>
  fitting.flatMap(({ tester, known, label }) => {
    const own = usual.get(tester);
    return own
      ? [
          {
            kind: known === 'known shoe' ? ('known shoes' as const) : ('try-ons' as const),
            tester,
            offsetHalfSizes: offsetBetween(own, label),
          },
        ]
      : [];
  });

/** Pairs of an edition that count. */
export const pairsThatCount = (stores: Stores, lab: LabFacts, editionId: string): MeasuredPair[] =>
  stores.pairs
    .ofEdition(editionId)
    .filter(({ leftOut }) => leftOut === null)
    .map((pair) => measuredPair(stores, lab, pair));

/** A length of an edition at a label, new and as sold; undefined where it was not measured. */
export function lengthAt(
  edition: { id: string; pairs: readonly MeasuredPair[] },
  quantity: QuantityId,
  label: SizeLabel,
  lab: LabFacts,
): Figure | undefined {
  const basis: Basis = { label, configuration: 'as sold', wornKm: 0 };
  const answer = editionFigureOn(edition, quantity, basis, lab);
  return answer.terms === 'not' ? undefined : answer.figure;
}

export const withDoubt = (figure: Figure): LengthWithDoubt => ({
  mm: figure.value,
  u: figureUncertainty(figure),
  df: figureDf(figure),
});
