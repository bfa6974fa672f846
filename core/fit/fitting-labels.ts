/** Which labels fit a tester in an edition, by shoes known to fit and by try-ons; and the offset between two. */

import type { TryOnOutcome } from '../records/try-on-verdict.ts';
import { HALF_SIZE_MM, lastLength, type SizeLabel } from '../sizing/size-label.ts';
import { type KnownFit, OFF_BY } from './foot.ts';
import type { LabelVote } from './label-to-label.ts';
import { labelAway } from './made-sizes.ts';

/** A label that fits a tester in an edition, and how that is known. */
export interface FittingLabel {
  tester: string;
  known: 'known shoe' | 'try-on';
  label: SizeLabel;
}

/** The label of a known shoe as it would be right: half a size down where it is a bit long. */
export const rightLabel = (label: SizeLabel, fits: KnownFit): SizeLabel =>
  fits === 'right' ? label : labelAway(label, OFF_BY[fits]);

/**
 * The label that a try-on speaks for: its own where it is kept, the one it would be swapped for where that is
 * another length; undefined where it says nothing of length.
 */
export function labelOfTryOn(
  label: SizeLabel,
  { outcome, swapFor }: { outcome: TryOnOutcome; swapFor?: { label: SizeLabel } | undefined },
): SizeLabel | undefined {
  if (outcome === 'keep') return label;
  return outcome === 'swap' ? swapFor?.label : undefined;
}

/** From one label to the other in half sizes of last, whole; positive: the other is longer. */
export const offsetBetween = (a: SizeLabel, b: SizeLabel): number =>
  Math.round((lastLength(b) - lastLength(a)) / HALF_SIZE_MM);

/**
 * Votes of testers who know both editions: known shoes of both are *wore both*, else what try-ons say is subtracted.
 * @example UK 8 fits in the one, UK 8.5 in the other: one half size up
 */
export function votesBetween(
  from: readonly FittingLabel[],
  to: readonly FittingLabel[],
): LabelVote[] {
  return from.flatMap((a) =>
    to
      .filter((b) => b.tester === a.tester)
      .map((b) => ({
        kind:
          a.known === 'known shoe' && b.known === 'known shoe'
            ? ('wore both' as const)
            : ('try-ons' as const),
        tester: a.tester,
        offsetHalfSizes: offsetBetween(a.label, b.label),
      })),
  );
}
