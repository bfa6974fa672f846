/** From the label in one edition to the label in another: what testers and lengths say, each by itself. */
import type { LabelsBetween } from '#contract/fit-records.ts';
import type { Basis } from '#core/figures/basis.ts';
import { figureDf, figureUncertainty } from '#core/figures/figure.ts';
import {
  type FittingLabel,
  labelOfTryOn,
  rightLabel,
  votesBetween,
} from '#core/fit/fitting-labels.ts';
import type { KnownFit } from '#core/fit/foot.ts';
import { type LengthsOfBoth, labelToLabel } from '#core/fit/label-to-label.ts';
import { compareEditions } from '#core/sheet/comparison.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { measuredPair } from '../figure-book.ts';
import { labFacts } from '../lab-facts.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { madeOf } from './fit.ts';

/** Labels that fit testers in an edition: shoes they know, and what their try-ons came to. */
function fittingIn(stores: Stores, editionId: string): FittingLabel[] {
  const known = stores.testers.all().flatMap(({ code, profile }) =>
    profile.knownShoes
      // What was known of an edition that was merged is known of where it leads.
      .filter((shoe) => stores.names.lead('edition', shoe.editionId) === editionId)
      .map(
        ({ label, fits }): FittingLabel => ({
          tester: code,
          known: 'known shoe',
          label: rightLabel(label, fits),
        }),
      ),
  );
  const tried = stores.tryOns.ofEdition(editionId).flatMap((tryOn): FittingLabel[] => {
    const { swapFor } = tryOn.verdict;
    const outcome = tryOn.decided || tryOn.verdict.outcome;
    const label = labelOfTryOn(tryOn.label, { outcome, swapFor });
    return label ? [{ tester: tryOn.tester, known: 'try-on', label }] : [];
  });
  return [...known, ...tried];
}

/** Internal lengths of two editions at one label, where both were measured. */
function lengthsOf(
  stores: Stores,
  editionIds: readonly [string, string],
  label: SizeLabel,
): LengthsOfBoth | undefined {
  const lab = labFacts(stores);
  const editions = editionIds.map((id) => ({
    id,
    pairs: stores.pairs
      .ofEdition(id)
      .filter(({ leftOut }) => leftOut === null)
      .map((pair) => measuredPair(stores, lab, pair)),
  }));
  const basis: Basis = { label, configuration: 'as sold', wornKm: 0 };
  const [row] = compareEditions(editions, basis, lab, ['internal-length']);
  const [a, b] = (row?.cells ?? []).map(({ answer }) =>
    answer.terms === 'not' ? undefined : answer.figure,
  );
  return a && b
    ? {
        aMm: a.value,
        bMm: b.value,
        uA: figureUncertainty(a),
        uB: figureUncertainty(b),
        df: Math.min(figureDf(a), figureDf(b)),
      }
    : undefined;
}

export function labelsBetween(
  stores: Stores,
  asked: {
    from: string;
    to: string;
    label: SizeLabel;
    width: string | undefined;
    fits: KnownFit;
  },
): LabelsBetween {
  const [from, to] = [stores.editions.bySlug(asked.from), stores.editions.bySlug(asked.to)];
  if (from.id === to.id)
    throw wrongValue('to', 'It is the same shoe: the label that fits there fits here.');
  const [inFrom, inTo] = [fittingIn(stores, from.id), fittingIn(stores, to.id)];
  const lengths = lengthsOf(stores, [from.id, to.id], asked.label);
  const made = madeOf(stores, to.id);
  const { label, width, fits } = asked;
  const answer = labelToLabel({
    label,
    width,
    fits,
    votes: votesBetween(inFrom, inTo),
    lengths,
    made: made.length > 0 ? made : undefined,
  });
  return {
    from: { slug: from.slug, name: editionName(from), fitting: inFrom },
    to: { slug: to.slug, name: editionName(to), fitting: inTo },
    lengths: lengths
      ? { aMm: lengths.aMm, bMm: lengths.bMm, uA: lengths.uA, uB: lengths.uB }
      : null,
    answer,
  };
}
