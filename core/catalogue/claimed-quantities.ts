/** Quantities that makers state in figures. */
import { QUANTITIES, QUANTITY_IDS, type QuantityId } from './quantities.ts';

export const CLAIMED_QUANTITIES = QUANTITY_IDS.filter((id) => QUANTITIES[id].claimed);
export type ClaimedQuantityId = (typeof CLAIMED_QUANTITIES)[number];

/** The quantities whose claims a session's figures can be compared with. */
export function isClaimed(quantity: QuantityId): quantity is ClaimedQuantityId {
  return (CLAIMED_QUANTITIES as readonly string[]).includes(quantity);
}
