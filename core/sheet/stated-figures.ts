/**
 * Editions nobody has measured, compared by what is claimed or reported of them: always as stated, with its
 * rounding, and never pooled with what was measured.
 */
import { type Catalogue, describeQuantity, type QuantityId } from '../catalogue/quantities.ts';
import { type Difference, differenceOf } from '../figures/difference.ts';
import { type Figure, figureDf, figureUncertainty } from '../figures/figure.ts';
import { nameLabel, type SizeLabel } from '../sizing/size-label.ts';

/** A figure of an edition that somebody states; canonical unit, one shoe. */
export interface StatedOfEdition {
  quantity: QuantityId;
  typed: string;
  value: number;
  /** Half the last digit shown. */
  halfWidth: number;
  provenance: 'claimed' | 'reported';
  source: string;
  label?: SizeLabel | undefined;
  /** Words of the basis it was stated for; empty: not stated. */
  basis: string;
}

/** A value that is evenly likely within its rounding (JCGM 100, 4.3.7). */
const asBare = ({ value, halfWidth }: StatedOfEdition) => ({
  value,
  u: halfWidth / Math.sqrt(3),
  df: Number.POSITIVE_INFINITY,
});

/** What is stated of a quantity: by its maker before anybody else, the latest first. */
export const statedOf = (
  stated: readonly StatedOfEdition[],
  quantity: QuantityId,
): StatedOfEdition | undefined =>
  stated.find((one) => one.quantity === quantity && one.provenance === 'claimed') ??
  stated.find((one) => one.quantity === quantity);

/**
 * What is stated less another edition's figure, measured or stated too.
 * @example 30 mm stated (h 0.5) against 33.0, u 0.3: −3.0, u = √(0.5²/3 + 0.3²)
 */
export const statedDifference = (
  stated: StatedOfEdition,
  reference: Figure | StatedOfEdition,
  noticeable: number,
): Difference =>
  differenceOf(
    asBare(stated),
    'halfWidth' in reference
      ? asBare(reference)
      : { value: reference.value, u: figureUncertainty(reference), df: figureDf(reference) },
    noticeable,
  );

/** `30 mm, claimed, web page; size and basis not stated; measure heel stack to be sure` */
export function statedWords(stated: StatedOfEdition, catalogue?: Catalogue): string {
  const { quantity, typed, provenance, source, label, basis } = stated;
  const { name, dependsOn } = describeQuantity(quantity, catalogue);
  const missing = [
    label ? '' : 'size',
    basis === '' && dependsOn.includes('stack') ? 'basis' : '',
  ].filter(Boolean);
  return [
    [typed, provenance, source].filter(Boolean).join(', '),
    [label ? nameLabel(label) : '', basis].filter(Boolean).join(', '),
    missing.length > 0 ? `${missing.join(' and ')} not stated` : '',
    `measure ${name.toLowerCase()} to be sure`,
  ]
    .filter(Boolean)
    .join('; ');
}
