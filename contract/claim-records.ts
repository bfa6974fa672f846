/** Claims as they were read out, as records to store. */
import type { z } from 'zod';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import type { ClaimedQuantityId } from '#core/claims/claim.ts';
import type { ClaimText } from '#core/claims/claim-text.ts';
import type { claimFields, claimTextFields } from './edition-records.ts';

/**
 * One record a claimed figure, with its own size and basis or those of the line it was read from. What is
 * no stack has no stack basis.
 */
/** What is claimed in words, and what could not be read, as records to store. */
export function claimTextRecords(
  { words, unread }: ClaimText,
  source: string,
  newId: () => string,
): z.output<typeof claimTextFields>[] {
  return [
    ...words.map(({ part, text }) => ({ id: newId(), part, text, source })),
    ...unread.map(({ text }) => ({
      id: newId(),
      part: '' as const,
      text: text.slice(0, 200),
      source,
    })),
  ];
}

const dependsOnStack = (quantity: ClaimedQuantityId) =>
  describeQuantity(quantity).dependsOn.includes('stack');

export function claimRecords(
  read: ClaimText,
  source: string,
  newId: () => string,
): z.output<typeof claimFields>[] {
  return read.figures.map(({ quantity, typed, value, halfWidth, label, basis }) => ({
    id: newId(),
    quantity,
    typed,
    value,
    halfWidth,
    label: label ?? read.label ?? null,
    statedBasis: dependsOnStack(quantity) ? (basis ?? read.statedBasis) : {},
    source,
  }));
}
