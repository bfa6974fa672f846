/** Claims as they were read out, as records to store. */
import type { z } from 'zod';
import type { ClaimedQuantityId } from '#core/catalogue/claimed-quantities.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import type { ClaimText } from '#core/claims/claim-text.ts';
import type { claimFields, claimTextFields, reportedFields } from './edition-records.ts';

const PIECE = /[\s\S]{1,200}/g;

/** What is claimed in words, and what could not be read, as records to store. */
export function claimTextRecords(
  { words, unread }: ClaimText,
  source: string,
  newId: () => string,
): z.output<typeof claimTextFields>[] {
  const pieces = [
    ...words.map(({ part, text }) => ({ part, text })),
    ...unread.map(({ text }) => ({ part: '' as const, text })),
  ];
  // A long text is kept in pieces, and whole.
  return pieces.flatMap(({ part, text }) =>
    (text.match(PIECE) ?? []).map((piece) => ({ id: newId(), part, text: piece, source })),
  );
}

/** The same figures where somebody else measured them. */
export function reportedRecords(
  read: ClaimText,
  { source, dated }: { source: string; dated: string | null },
  newId: () => string,
): z.output<typeof reportedFields>[] {
  return claimRecords(read, source, newId).map(({ id, quantity, typed, label, statedBasis }) => ({
    id,
    quantity,
    typed,
    label,
    basis: Object.values(statedBasis).join(', '),
    source,
    dated,
  }));
}

const dependsOnStack = (quantity: ClaimedQuantityId) =>
  describeQuantity(quantity).dependsOn.includes('stack');

/**
 * One record a claimed figure, with its own size and basis or those of the line it was read from. What is
 * no stack has no stack basis.
 */
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
