/** A maker's claim, and whether a measured figure bears it out. */

import {
  type NoticeableSteps,
  QUANTITIES,
  QUANTITY_IDS,
  type QuantityId,
} from '../catalogue/quantities.ts';
import type { StackBasis, StatedBasis } from '../catalogue/stack-basis.ts';
import { type Basis, compareBases } from '../figures/basis.ts';
import { type Figure, figureExpanded } from '../figures/figure.ts';
import { type MassExponent, massFigureAtLabel } from '../figures/mass.ts';
import { isSameSize, nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import type { VerdictWord } from '../statistics/verdict.ts';

/** Quantities that makers state in figures. */
export const CLAIMED_QUANTITIES = QUANTITY_IDS.filter((id) => QUANTITIES[id].claimed);
export type ClaimedQuantityId = (typeof CLAIMED_QUANTITIES)[number];

/** A claimed figure; canonical units. */
export interface Claim {
  quantity: ClaimedQuantityId;
  /** As read out or printed: `11.3 oz`. */
  typed: string;
  value: number;
  /** Half the last digit shown. */
  halfWidth: number;
  /** The label it was stated for; absent: not stated. */
  label?: SizeLabel | undefined;
  /** What was stated of the stack basis; empty: not stated. */
  statedBasis: StatedBasis;
}

export interface Interval {
  lower: number;
  upper: number;
}

/** Nearly equal in binary counts as equal: a claim at the very limit is within it. */
const HAIR = 1e-9;

/**
 * Judges a claim c with h = half its last digit against a measured m ± U: *differs* where
 * |m − c| > h + U; else *agrees* where |m − c| + U ≤ h + T, T half the noticeable step; else
 * *cannot tell*.
 * @example judgeClaim({ value: 8, halfWidth: 0.5 }, { value: 8.2, U: 0.4 }, 2) // 'agrees'
 */
export function judgeClaim(
  claim: { value: number; halfWidth: number },
  measured: { value: number; U: number },
  noticeable: number,
): { verdict: VerdictWord<'claim'>; claimInterval: Interval } {
  const gap = Math.abs(measured.value - claim.value);
  const claimInterval = {
    lower: claim.value - claim.halfWidth,
    upper: claim.value + claim.halfWidth,
  };
  const hair = HAIR * Math.max(1, Math.abs(claim.value));
  if (gap > claim.halfWidth + measured.U + hair) return { verdict: 'differs', claimInterval };
  const close = gap + measured.U <= claim.halfWidth + noticeable / 2 + hair;
  return { verdict: close ? 'agrees' : 'cannot tell', claimInterval };
}

/** What was stated of size and basis, or "not stated": the verdict repeats it. */
export function claimTerms(claim: Pick<Claim, 'quantity' | 'label' | 'statedBasis'>): string[] {
  const terms = [claim.label ? nameLabel(claim.label) : 'size not stated'];
  if (claim.quantity !== 'mass') {
    const stated = Object.entries(claim.statedBasis).map(([part, value]) =>
      part === 'insole' || part === 'lugs' ? `${part} ${value}` : `${value}`,
    );
    terms.push(stated.length > 0 ? stated.join(', ') : 'basis not stated');
  }
  return terms;
}

export interface ClaimJudgement {
  verdict: VerdictWord<'claim'>;
  claimInterval: Interval;
  /** The measured side as it was held against the claim: converted to the claim's size, say. */
  measured: { value: number; U: number };
  /** Size and basis of the claim, or that they are not stated. */
  terms: string[];
  /** Why it cannot be told, where the terms do not allow it. */
  reason?: string;
}

/**
 * Holds a figure against a claim on like terms. A mass is carried to the claim's label; a claim
 * stated on another basis or for another size gives *cannot tell* with the reason.
 */
export function claimJudgement(
  claim: Claim,
  figure: Figure,
  lab: { exponent: MassExponent; noticeable: NoticeableSteps },
): ClaimJudgement {
  const { quantity } = claim;
  const noticeable = lab.noticeable[quantity] ?? QUANTITIES[quantity].noticeable;
  const wanted: Basis = {
    ...figure.basis,
    // A claim is of a new shoe as it is sold.
    wornKm: 0,
    configuration: 'as sold',
    removed: '',
    label: claim.label ?? figure.basis.label,
    // What is not stated is left out of the claim, and stays as the figure has it.
    ...(figure.basis.stack
      ? { stack: { ...figure.basis.stack, ...(claim.statedBasis as Partial<StackBasis>) } }
      : {}),
  };
  const answer = compareBases(quantity, figure.basis, wanted);
  const carried =
    quantity === 'mass' && claim.label && !isSameSize(figure.basis.label, claim.label)
      ? massFigureAtLabel(figure, claim.label, lab.exponent)
      : figure;
  const measured = { value: carried.value, U: figureExpanded(carried) };
  const judged = judgeClaim(claim, measured, noticeable);
  const terms = claimTerms(claim);
  const sizeOnly =
    answer.terms === 'convertible' && answer.by.every((step) => step.kind === 'size');
  if (answer.terms === 'like' || sizeOnly) return { ...judged, measured, terms };
  const reason =
    answer.terms === 'not'
      ? `${answer.reason}; ${answer.measure}`
      : `the claim has the insole ${wanted.stack?.insole} and the lugs ${wanted.stack?.lugs}; measure it so`;
  return { ...judged, verdict: 'cannot tell', measured, terms, reason };
}

/** The quantities whose claims a session's figures can be held against. */
export function isClaimed(quantity: QuantityId): quantity is ClaimedQuantityId {
  return (CLAIMED_QUANTITIES as readonly string[]).includes(quantity);
}
