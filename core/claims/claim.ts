/** A maker's claim, and whether a measured figure bears it out. */
import type { ClaimedQuantityId } from '../catalogue/claimed-quantities.ts';
import {
  type Catalogue,
  describeQuantity,
  type NoticeableSteps,
  QUANTITIES,
} from '../catalogue/quantities.ts';
import type { QuantityDefinition } from '../catalogue/quantity.ts';
import type { StackBasis, StatedBasis } from '../catalogue/stack-basis.ts';
import { type Basis, compareBases } from '../figures/basis.ts';
import { carryFigure } from '../figures/carried-figure.ts';
import { type Carried, type CarryKnowledge, carryValue, sizeRefusal } from '../figures/carry.ts';
import type { Figure } from '../figures/figure.ts';
import { CLAIM_LIMITS } from '../limits/claim-limits.ts';
import type { ClaimComparison, ClaimHindrance, ClaimVerdict } from '../records/claim-verdict.ts';
import { type Finding, type Missing, verdictOf } from '../records/verdict.ts';
import { isSameSize, lastLength, type SizeLabel } from '../sizing/size-label.ts';
import { isAbove, isAtLeast, isAtMost } from '../statistics/at-limit.ts';
import { expandedUncertainty } from '../statistics/uncertainty.ts';

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

/**
 * Judges a claim c with h = half its last digit against a measured m ± U: *differs* where
 * |m − c| > h + U; else *agrees* where |m − c| + U ≤ h + T, T half the smallest noticeable difference; else
 * *cannot tell*. Whether anyone would notice is judged on the difference beyond the claim's own rounding,
 * g = max(0, |m − c| − h): *yes* g − U ≥ that difference; *no* g + U ≤ it, or where it agrees; else *may be*.
 * @example judgeClaim({ value: 8, halfWidth: 0.5 }, { value: 8.2, U: 0.4 }, 2).answer // 'agrees'
 */
export function judgeClaim(
  claim: Pick<Claim, 'value' | 'halfWidth' | 'limit'>,
  measured: { value: number; U: number },
  noticeable: number,
): ClaimComparison {
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
    answer: differs ? 'differs' : agrees ? 'agrees' : 'cannot tell',
    gap,
    noticeable: isAtLeast(beyond - measured.U, noticeable)
      ? 'yes'
      : agrees || isAtMost(beyond + measured.U, noticeable)
        ? 'no'
        : 'may be',
    claimInterval,
  };
}

/** A claim compared with a figure: what converted the figure to the claim's size and to a new shoe, besides. */
export interface ClaimJudgement extends ClaimVerdict {
  carried: Carried[];
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

/** The rules by which a claim is judged. */
const INTERVAL = 'claims/interval';
const TERMS = 'claims/terms';

/** What was compared, as evidence for agreement or against it. */
function evidenceOf(
  { quantity }: Claim,
  { answer, claimInterval }: ClaimComparison,
  measured: { value: number; U: number },
): { evidenceFor: Finding[]; evidenceAgainst: Finding[] } {
  const finding: Finding = {
    rule: INTERVAL,
    subject: quantity,
    ...measured,
    limit: { low: claimInterval.lower, high: claimInterval.upper },
    source: 'measured',
  };
  return {
    evidenceFor: answer === 'agrees' ? [finding] : [],
    evidenceAgainst: answer === 'differs' ? [finding] : [],
  };
}

/** What the claim does not state, and its maker could. */
function notStated({ quantity, label, statedBasis }: Claim): Missing[] {
  const ask = (subject: string): Missing => ({ rule: TERMS, subject, how: 'ask' });
  return [
    ...(label ? [] : [ask('size')]),
    ...(quantity !== 'mass' && Object.keys(statedBasis).length === 0 ? [ask('basis')] : []),
  ];
}

/**
 * Compares a figure with a claim on equal terms: converted to the claim's size and to a new shoe, with the
 * uncertainty of that. A claim that names no size is taken to be of the usual sample size, which is not known
 * well. One that states another method gives *cannot tell*, with what hinders it.
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
  const compared = judgeClaim(claim, measured, noticeable);
  const judged = { ...compared, measured, carried: carried.carried ?? [] };
  const unknown = notStated(claim);
  if (answer.terms === 'like' || isCarried)
    return {
      ...judged,
      ...verdictOf(compared.answer, {
        decisive: [INTERVAL],
        ...evidenceOf(claim, compared, measured),
        unknown,
      }),
    };
  const hindrance: ClaimHindrance =
    answer.terms === 'not'
      ? { kind: 'not comparable', reason: answer.reason, measure: answer.measure }
      : {
          kind: 'other method',
          insole: wanted.stack?.insole ?? '',
          lugs: wanted.stack?.lugs ?? '',
        };
  const measure: Missing = { rule: TERMS, subject: quantity, how: 'measure' };
  return {
    ...judged,
    ...verdictOf('cannot tell', { decisive: [TERMS], unknown: [measure, ...unknown] }),
    hindrance,
  };
}

/**
 * A claim as it is stored, as it is judged.
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
