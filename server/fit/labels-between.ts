/** From the label in one edition to the label in another: what testers and lengths say, each by itself. */
import type { LabelsBetween } from '#contract/fit-records.ts';
import { votesBetween } from '#core/fit/fitting-labels.ts';
import type { KnownFit } from '#core/fit/foot.ts';
import { lengthsOfBoth } from '#core/fit/label-matrix.ts';
import { type LengthsOfBoth, labelToLabel } from '#core/fit/label-to-label.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { labFacts } from '../lab-facts.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { fittingIn, lengthAt, pairsThatCount, withDoubt } from './evidence.ts';
import { madeOf } from './fit.ts';

/** What tells two insides apart, the best first, and what each is called. */
const LENGTHS = [
  ['internal-length', 'Inside'],
  ['toe-end-gap', 'Gap before one insole'],
  ['footbed-length', 'Footbed'],
] as const;

/** A length of two editions at one label, the first that was measured of both. */
function lengthsOf(
  stores: Stores,
  editionIds: readonly [string, string],
  label: SizeLabel,
): (LengthsOfBoth & { what: string }) | undefined {
  const lab = labFacts(stores);
  const editions = editionIds.map((id) => ({ id, pairs: pairsThatCount(stores, lab, id) }));
  for (const [quantity, what] of LENGTHS) {
    const [a, b] = editions.map((edition) => lengthAt(edition, quantity, label, lab));
    if (a && b) return { ...lengthsOfBoth(withDoubt(a), withDoubt(b)), what };
  }
  return undefined;
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
      ? {
          what: lengths.what,
          aMm: lengths.aMm,
          bMm: lengths.bMm,
          uA: lengths.uA,
          uB: lengths.uB,
        }
      : null,
    answer,
  };
}
