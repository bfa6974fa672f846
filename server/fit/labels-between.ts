/** From the label in one edition to the label in another: what testers and lengths say, each by itself. */

import type { LabelsBetween } from '#contract/fit-records.ts';
import { votesBetween } from '#core/fit/fitting-labels.ts';
import type { KnownFit } from '#core/fit/foot.ts';
import { lengthsOfBoth } from '#core/fit/label-matrix.ts';
import { type LengthsOfBoth, labelToLabel } from '#core/fit/label-to-label.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { labelSentence } from '#core/wording/sizing-sentences.ts';
import { labFacts } from '../lab-facts.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { fittingIn, knownShoes, lengthAt, pairsThatCount, withDoubt } from './evidence.ts';
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

/** What is asked of two editions: the label that fits in the one. */
interface AskedBetween {
  label: SizeLabel;
  width: string | undefined;
  fits: KnownFit;
}

/** What to take in one edition by the label that fits in another, with all that speaks of it. */
export function answerBetween(
  stores: Stores,
  [fromId, toId]: readonly [string, string],
  { label, width, fits }: AskedBetween,
  known = knownShoes(stores),
) {
  const [inFrom, inTo] = [fittingIn(stores, fromId, known), fittingIn(stores, toId, known)];
  const lengths = lengthsOf(stores, [fromId, toId], label);
  const made = madeOf(stores, toId);
  const { decision, ...answer } = labelToLabel({
    label,
    width,
    fits,
    votes: votesBetween(inFrom, inTo),
    lengths,
    made: made.length > 0 ? made : undefined,
  });
  const words = textOf(labelSentence(decision));
  return { inFrom, inTo, lengths, answer: { ...answer, words } };
}

export function labelsBetween(
  stores: Stores,
  asked: AskedBetween & { from: string; to: string },
): LabelsBetween {
  const [from, to] = [stores.editions.bySlug(asked.from), stores.editions.bySlug(asked.to)];
  if (from.id === to.id)
    throw wrongValue('to', 'It is the same shoe: the label that fits there fits here.');
  const { inFrom, inTo, lengths, answer } = answerBetween(stores, [from.id, to.id], asked);
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
