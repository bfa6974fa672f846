/** Claims as they were read out, as records to store. */
import type { z } from 'zod';
import type { ClaimText } from '#core/claims/claim-text.ts';
import type { claimFields } from './edition-records.ts';

/**
 * One record a claimed figure, with the size and basis of the line it was read from. A mass has no
 * stack basis.
 */
export function claimRecords(
  read: ClaimText,
  source: string,
  newId: () => string,
): z.output<typeof claimFields>[] {
  return read.figures.map(({ quantity, typed, value, halfWidth }) => ({
    id: newId(),
    quantity,
    typed,
    value,
    halfWidth,
    label: read.label ?? null,
    statedBasis: quantity === 'mass' ? {} : read.statedBasis,
    source,
  }));
}
