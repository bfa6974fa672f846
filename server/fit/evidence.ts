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

/** A label that fits, and whose shoe it is of. */
export type KnownLabel = FittingLabel & { maker: string };

/** Labels of shoes that testers know, by the edition that they are of now. */
export function knownShoes(stores: Stores): Map<string, KnownLabel[]> {
  const byEdition = new Map<string, KnownLabel[]>();
  for (const { tester, editionId, merged, maker, label, fits } of stores.fitEvidence.known()) {
    // What was known of an edition that was merged is known of where it leads.
    const standing = merged ? stores.names.lead('edition', editionId) : editionId;
    const known = byEdition.get(standing) ?? [];
    known.push({ tester, known: 'known shoe', label: rightLabel(label, fits), maker });
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
  ...(known.get(editionId) ?? []).map(({ maker: _, ...label }) => label),
  ...stores.fitEvidence.ofEdition(editionId).flatMap(triedLabel),
];

/** Usual labels by maker: each tester's own for it, else the one they wear in most. */
export type UsualLabels = (maker: string) => ReadonlyMap<string, SizeLabel>;

/** Profiles are read once, and a maker's labels kept: over many editions they are asked for again. */
export function usualLabels(stores: Stores): UsualLabels {
  const testers = stores.testers.all();
  const kept = new Map<string, ReadonlyMap<string, SizeLabel>>();
  return (maker) => {
    const name = maker.toLowerCase();
    const labels =
      kept.get(name) ??
      new Map(
        testers.flatMap(({ code, profile }): [string, SizeLabel][] => {
          const own = profile.usualByMaker?.find((one) => one.maker.toLowerCase() === name);
          const label = own?.label ?? profile.usualLabel;
          return label ? [[code, label]] : [];
        }),
      );
    kept.set(name, labels);
    return labels;
  };
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
