/** Quantities that makers state in figures. */
import { QUANTITIES, QUANTITY_IDS } from '../catalogue/quantities.ts';

export const CLAIMED_QUANTITIES = QUANTITY_IDS.filter((id) => QUANTITIES[id].claimed);
