/** What a corrected claim keeps of the one before: terms that its text never said. */
import { claimRecords } from '#contract/claim-records.ts';
import type { EditionRecord } from '#contract/edition-records.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { nameLabel } from '#core/sizing/size-label.ts';

type Claim = EditionRecord['claims'][number];
type NewClaims = ReturnType<typeof claimRecords>;

/** A claim as it is typed again, to be put right. */
export const textOfClaim = ({
  quantity,
  typed,
  label,
}: Pick<Claim, 'quantity' | 'typed' | 'label'>) =>
  [`${describeQuantity(quantity).name.toLowerCase()} ${typed}`, label && nameLabel(label)]
    .filter(Boolean)
    .join(', ');

/**
 * The claims of a correction with the size and the basis of the claim that they correct, as far as its own text did not
 * say them: what stood in the text and was taken out of it is gone.
 */
export function withTermsOf(claim: Claim, corrected: NewClaims): NewClaims {
  const [said] = claimRecords(readClaims(textOfClaim(claim)), '', () => '');
  const unsaid = Object.entries(claim.statedBasis).filter(
    ([part]) => !(part in (said?.statedBasis ?? {})),
  );
  const label = said?.label ? null : claim.label;
  return corrected.map((one) => ({
    ...one,
    label: one.label ?? label,
    statedBasis: { ...Object.fromEntries(unsaid), ...one.statedBasis },
  }));
}
