/** A maker's claim, and whether a measured figure bears it out. */

import {
  type Catalogue,
  describeQuantity,
  type NoticeableSteps,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import type { QuantityDefinition } from '../catalogue/quantity.ts';
import type { StackBasis, StatedBasis } from '../catalogue/stack-basis.ts';
import { type Basis, compareBases } from '../figures/basis.ts';
import { carryFigure } from '../figures/carried-figure.ts';
import { type Carried, type CarryKnowledge, carryValue, sizeRefusal } from '../figures/carry.ts';
import type { Noticeable } from '../figures/difference.ts';
import type { Figure } from '../figures/figure.ts';
import { CLAIM_LIMITS } from '../limits/claim-limits.ts';
import { isSameSize, lastLength, nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import { isAbove, isAtLeast, isAtMost } from '../statistics/at-limit.ts';
import { expandedUncertainty } from '../statistics/uncertainty.ts';
import type { VerdictWord } from '../statistics/verdict.ts';
import { CLAIMED_QUANTITIES } from './claimed-quantities.ts';

export type ClaimedQuantityId = (typeof CLAIMED_QUANTITIES)[number];

/** A claimed figure; canonical units. */
export interface Claim {
  quantity: ClaimedQuantityId;
  /** As read out or printed: `11.3 oz`. */
  typed: string;
  value: number;
  /** Half the last digit shown. */
  halfWidth: number;
  /** A bound on one side only: “up to 30 mm”. */
  limit?: 'at most' | 'at least' | undefined;
  /** The label it was stated for; absent: not stated. */
  label?: SizeLabel | undefined;
  /** The size that its maker states figures of this edition for; absent: not known. */
  sample?: SizeLabel | undefined;
  /** What was stated of the stack basis; empty: not stated. */
  statedBasis: StatedBasis;
}

export interface Interval {
  lower: number;
  upper: number;
}

/**
 * Judges a claim c with h = half its last digit against a measured m ± U: *differs* where
 * |m − c| > h + U; else *agrees* where |m − c| + U ≤ h + T, T half the noticeable step; else
 * *cannot tell*. The second word, whether anyone would notice, is of the gap beyond the claim's own
 * rounding, g = max(0, |m − c| − h): *yes* g − U ≥ step; *no* g + U ≤ step, or where it agrees; else
 * *may be*.
 * @example judgeClaim({ value: 8, halfWidth: 0.5 }, { value: 8.2, U: 0.4 }, 2) // 'agrees'
 */
export function judgeClaim(
  claim: Pick<Claim, 'value' | 'halfWidth' | 'limit'>,
  measured: { value: number; U: number },
  noticeable: number,
): Pick<ClaimJudgement, 'verdict' | 'noticeable' | 'claimInterval'> {
  // A limit is broken on its one side only.
  const apart = measured.value - claim.value;
  const gap =
    claim.limit === undefined
      ? Math.abs(apart)
      : Math.max(0, claim.limit === 'at most' ? apart : -apart);
  const claimInterval = {
    lower: claim.value - claim.halfWidth,
    upper: claim.value + claim.halfWidth,
  };
  const differs = isAbove(gap, claim.halfWidth + measured.U);
  const agrees = !differs && isAtMost(gap + measured.U, claim.halfWidth + noticeable / 2);
  // What the rounding of the claim itself leaves open is nobody's fault.
  const beyond = Math.max(0, gap - claim.halfWidth);
  return {
    verdict: differs ? 'differs' : agrees ? 'agrees' : 'cannot tell',
    noticeable: isAtLeast(beyond - measured.U, noticeable)
      ? 'yes'
      : agrees || isAtMost(beyond + measured.U, noticeable)
        ? 'no'
        : 'may be',
    claimInterval,
  };
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
  /** Whether anyone would notice the gap beyond the claim's own rounding. */
  noticeable: Noticeable;
  claimInterval: Interval;
  /** The measured side as it was held against the claim: carried to the claim's size, say. */
  measured: { value: number; U: number };
  /** What carried it there. */
  carried: Carried[];
  /** Size and basis of the claim, or that they are not stated. */
  terms: string[];
  /** Why it cannot be told, where the terms do not allow it. */
  reason?: string;
}

/** Sizes that makers state figures for where they name none: common practice, from memory. */
const SAMPLE_LABELS: Record<'men' | 'women', SizeLabel> = {
  men: { system: 'us-men', size: 9 },
  women: { system: 'us-women', size: 7 },
};

/** The size that a claim is of: as stated, else the edition’s sample size, else the usual one of such shoes. */
function sizeOfClaim(claim: Pick<Claim, 'label' | 'sample'>, own: SizeLabel): SizeLabel {
  if (claim.label) return claim.label;
  const sample = claim.sample ?? SAMPLE_LABELS[own.system === 'us-women' ? 'women' : 'men'];
  return isSameSize(sample, own) || sizeRefusal(own, sample) !== undefined ? own : sample;
}

/** What one full size changes at a value: of a mass by its exponent. */
function changePerSize(
  figure: Figure,
  definition: QuantityDefinition,
  lab: ClaimKnowledge,
): number {
  const own = figure.basis.label;
  const step = carryValue(
    figure.value,
    definition,
    { label: own },
    { label: { system: 'us-men', size: 3 * (lastLength(own) / 25.4) - 24 + 1 } },
    lab,
    { edition: '', pair: '', stack: figure.basis.stack },
  );
  return step.value - figure.value;
}

export type ClaimKnowledge = CarryKnowledge & {
  noticeable: NoticeableSteps;
  catalogue?: Catalogue;
};

/**
 * Holds a figure against a claim on like terms: carried to the claim's size and to a new shoe, with its
 * doubt. A claim that names no size is taken to be of the usual sample size, which is not known well. One
 * stated on another basis gives *cannot tell* with the reason.
 *
 * @param owners names of edition and pair behind the figure
 */
export function claimJudgement(
  claim: Claim,
  figure: Figure,
  lab: ClaimKnowledge,
  owners = { edition: '', pair: '' },
): ClaimJudgement {
  const { quantity } = claim;
  const { catalogue = QUANTITIES } = lab;
  const definition = describeQuantity(quantity, catalogue);
  const noticeable = lab.noticeable[quantity] ?? definition.noticeable;
  const wanted: Basis = {
    ...figure.basis,
    // A claim is of a new shoe as it is sold.
    wornKm: 0,
    configuration: 'as sold',
    removed: '',
    label: sizeOfClaim(claim, figure.basis.label),
    // What is not stated is left out of the claim, and stays as the figure has it.
    ...(figure.basis.stack
      ? { stack: { ...figure.basis.stack, ...(claim.statedBasis as Partial<StackBasis>) } }
      : {}),
  };
  const answer = compareBases(quantity, figure.basis, wanted, catalogue);
  const isCarried =
    answer.terms === 'convertible' &&
    answer.by.every(({ kind }) => kind === 'size' || kind === 'wear');
  const carried = isCarried ? carryFigure(figure, wanted, owners, lab, catalogue) : figure;
  // Which size a maker measured is known to about half a size where it is not stated.
  const isSizeKnown = claim.label !== undefined || claim.sample !== undefined;
  const sample = isSizeKnown
    ? 0
    : CLAIM_LIMITS.sampleSize.value * changePerSize(figure, definition, lab);
  const terms = [
    ...carried.terms,
    { key: 'sample-size', kind: 'grading' as const, u: sample, df: Number.POSITIVE_INFINITY },
  ];
  const measured = { value: carried.value, U: expandedUncertainty(terms) };
  const judged = {
    ...judgeClaim(claim, measured, noticeable),
    measured,
    carried: carried.carried ?? [],
    terms: claimTerms(claim),
  };
  if (answer.terms === 'like' || isCarried) return judged;
  const reason =
    answer.terms === 'not'
      ? `${answer.reason}; ${answer.measure}`
      : `the claim has the insole ${wanted.stack?.insole} and the lugs ${wanted.stack?.lugs}; measure it so`;
  return { ...judged, verdict: 'cannot tell', reason };
}

/**
 * A claim as it stands in the book, as it is judged.
 * @param sample the edition’s sample size; null: not known
 */
export const claimOnFile = (
  claim: Omit<Claim, 'label' | 'limit'> & {
    label: SizeLabel | null;
    limit: 'at most' | 'at least' | null;
  },
  sample: SizeLabel | null = null,
): Claim => ({
  ...claim,
  label: claim.label ?? undefined,
  limit: claim.limit ?? undefined,
  sample: sample ?? undefined,
});

/** The quantities whose claims a session's figures can be held against. */
export function isClaimed(quantity: QuantityId): quantity is ClaimedQuantityId {
  return (CLAIMED_QUANTITIES as readonly string[]).includes(quantity);
}
