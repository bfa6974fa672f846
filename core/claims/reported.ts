/** Figures that somebody else measured, as they are typed: a figure with its unit, or as claims are said. */

import { CLAIMED_QUANTITIES, type ClaimedQuantityId } from '../catalogue/claimed-quantities.ts';
import { type Catalogue, describeQuantity, type QuantityId } from '../catalogue/quantities.ts';
import { accepted, type Result } from '../sizing/result.ts';
import { readTypedQuantity } from '../sizing/typed-quantity.ts';
import { readClaimFigure } from './claim-text.ts';

/**
 * The figure of a report, canonical unit, with half the last digit shown.
 * @example readReportedFigure('heel-stack', 'heel 31 mm') // { ok: true, value: { value: 31, halfWidth: 0.5 } }
 */
export function readReportedFigure(
  quantity: QuantityId,
  typed: string,
  catalogue?: Catalogue,
): Result<{ value: number; halfWidth: number }> {
  const read = readTypedQuantity(typed, describeQuantity(quantity, catalogue).kind);
  if (read.ok) return read;
  const said = (CLAIMED_QUANTITIES as readonly string[]).includes(quantity)
    ? readClaimFigure(quantity as ClaimedQuantityId, typed)
    : undefined;
  return said ? accepted(said) : read;
}
