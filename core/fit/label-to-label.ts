/**
 * From the label in one model that fits to the label in another: what testers say, and what lengths say, each by
 * itself. Common practice.
 */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type {
  HalfSizeProbability,
  LabelDecision,
  LabelHindrance,
  TakenLabel,
} from '../records/sizing-verdict.ts';
import { HALF_SIZE_MM, lastLength, type SizeLabel } from '../sizing/size-label.ts';
import { halfSizesFrom } from './fit-probabilities.ts';
import { type KnownFit, OFF_BY } from './foot.ts';
import { labelAway, labelsInWidth, type MadeWidth, nearestMade } from './made-sizes.ts';

export const VOTE_KINDS = ['wore both', 'try-ons'] as const;
export type VoteKind = (typeof VOTE_KINDS)[number];

/** What a tester takes in the other model, against this one, in half sizes of last; positive: more. */
export interface LabelVote {
  kind: VoteKind;
  tester: string;
  offsetHalfSizes: number;
}

/** Internal lengths of both at one label. */
export interface LengthsOfBoth {
  aMm: number;
  bMm: number;
  uA: number;
  uB: number;
  df: number;
}

export interface LabelQuestion {
  label: SizeLabel;
  width?: string | undefined;
  fits?: KnownFit | undefined;
  votes: readonly LabelVote[];
  lengths?: LengthsOfBoth | undefined;
  made?: readonly MadeWidth[] | undefined;
}

export interface KindOfEvidence {
  kind: VoteKind | 'lengths';
  n: number;
  probabilities: HalfSizeProbability[];
}

export interface LabelAnswer {
  kinds: KindOfEvidence[];
  offsetHalfSizes?: number;
  verdict: 'decided' | 'probably' | 'cannot tell';
  take?: TakenLabel;
  /** Offsets worth trying on, the nearest to the usual label first. */
  tryOn?: number[];
  decision: LabelDecision;
}

/** How likely an offset is before anybody says anything, by its size. */
const PRIOR = [0.49, 0.2, 0.04, 0.01, 0.005] as const;
/** How likely a vote is so far from the truth; the last stands for all beyond. */
const VOTE_ERROR = [0.6, 0.18, 0.015, 0.005] as const;

const at = (table: readonly number[], distance: number): number =>
  table[Math.min(Math.abs(distance), table.length - 1)] ?? 0;

/** One vote a tester: the median of theirs; of two in the middle the nearer to 0. */
export function voteOfTester(offsets: readonly number[]): number {
  const sorted = [...offsets].sort((a, b) => a - b);
  const upper = sorted[Math.floor(sorted.length / 2)] ?? 0;
  if (sorted.length % 2 === 1) return upper;
  const lower = sorted[sorted.length / 2 - 1] ?? 0;
  // Both as far, either way: this tester says nothing of the way.
  if (lower === -upper) return 0;
  return Math.abs(lower) < Math.abs(upper) ? lower : upper;
}

function votesByTester(votes: readonly LabelVote[]): Map<string, number> {
  const own = new Map<string, number[]>();
  for (const { tester, offsetHalfSizes } of votes)
    own.set(tester, [...(own.get(tester) ?? []), offsetHalfSizes]);
  return new Map([...own].map(([tester, offsets]) => [tester, voteOfTester(offsets)]));
}

/**
 * P(j) ∝ prior(j)·Π q(vote − j) over whole half sizes.
 * @example offsetsByVotes([0, 0]) // P(0) = 0.931
 */
export function offsetsByVotes(votes: readonly number[]): HalfSizeProbability[] {
  const weights = Array.from({ length: 2 * FIT_LIMITS.mostOffset.value + 1 }, (_, place) => {
    const halfSizes = place - FIT_LIMITS.mostOffset.value;
    return votes.reduce(
      (weight, vote) => weight * at(VOTE_ERROR, Math.round(vote - halfSizes)),
      at(PRIOR, halfSizes),
    );
  });
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight, place) => ({
    halfSizes: place - FIT_LIMITS.mostOffset.value,
    probability: weight / sum,
  }));
}

/** A shoe whose inside is shorter is taken larger. */
const offsetsByLengths = ({ aMm, bMm, uA, uB, df }: LengthsOfBoth): HalfSizeProbability[] =>
  halfSizesFrom(
    aMm - bMm,
    Math.hypot(uA, uB, FIT_LIMITS.equalLengths.value),
    df,
    FIT_LIMITS.mostOffset.value,
  );

const largestOf = (probabilities: readonly HalfSizeProbability[]): HalfSizeProbability =>
  probabilities.reduce((a, b) => (b.probability > a.probability ? b : a));

const of = ({ probabilities }: KindOfEvidence, halfSizes: number): number =>
  probabilities.find((one) => one.halfSizes === halfSizes)?.probability ?? 0;

/** Two testers each, two half sizes apart or more. */
function isSplit(votes: readonly number[]): boolean {
  const counted = new Map<number, number>();
  for (const vote of votes) counted.set(vote, (counted.get(vote) ?? 0) + 1);
  const camps = [...counted].filter(([, n]) => n >= 2).map(([vote]) => vote);
  return camps.some((one) => camps.some((other) => Math.abs(one - other) >= 2));
}

/** What all kinds come to together: never one number of them. */
function judge(
  kinds: readonly KindOfEvidence[],
  split: boolean,
): { verdict: 'decided' | 'probably'; offset: number } | { hindrance: LabelHindrance } {
  if (kinds.length === 0) return { hindrance: { kind: 'nothing known' } };
  if (split) return { hindrance: { kind: 'two camps' } };
  const decided = kinds.filter(
    (kind) =>
      kind.kind !== 'lengths' &&
      largestOf(kind.probabilities).probability >= FIT_LIMITS.decided.value,
  );
  const offsets = new Set(decided.map((kind) => largestOf(kind.probabilities).halfSizes));
  if (offsets.size > 1) return { hindrance: { kind: 'testers contradict' } };
  const [offset] = offsets;
  if (offset !== undefined) {
    const against = kinds.filter((kind) => of(kind, offset) < FIT_LIMITS.againstDecided.value);
    return against.length > 0
      ? { hindrance: { kind: 'contradicted', by: against.map(({ kind }) => kind) } }
      : { verdict: 'decided', offset };
  }
  const agreeing = kinds.filter(
    (kind) => largestOf(kind.probabilities).probability >= FIT_LIMITS.probable.value,
  );
  for (const { probabilities } of agreeing) {
    const { halfSizes } = largestOf(probabilities);
    const same = agreeing.filter((kind) => largestOf(kind.probabilities).halfSizes === halfSizes);
    if (
      same.length >= 2 &&
      kinds.every((kind) => of(kind, halfSizes) >= FIT_LIMITS.againstProbable.value)
    )
      return { verdict: 'probably', offset: halfSizes };
  }
  return { hindrance: { kind: 'nothing sure' } };
}

function takenLabel(
  { label, width, made }: LabelQuestion,
  halfSizes: number,
): LabelAnswer['take'] | undefined {
  const inWidth = width === undefined ? {} : { width };
  if (made === undefined) return { label: labelAway(label, halfSizes), ...inWidth };
  const wanted = lastLength(label) + halfSizes * HALF_SIZE_MM;
  const found = nearestMade(labelsInWidth(made, width), wanted);
  if (!found) return undefined;
  const { tooLongMm } = found;
  return { label: found.label, ...inWidth, ...(tooLongMm > 0 ? { tooLongMm } : {}) };
}

/**
 * What to take in another model, from a known shoe that fits in this one. Lengths never decide alone; kinds that part
 * are told apart, not averaged.
 *
 * @example two testers who wear both in the same size decide that the label is the same
 */
export function labelToLabel(question: LabelQuestion): LabelAnswer {
  const { votes, lengths, fits = 'right' } = question;
  const byKind = VOTE_KINDS.map((kind) => ({
    kind,
    votes: [...votesByTester(votes.filter((vote) => vote.kind === kind)).values()],
  })).filter((one) => one.votes.length > 0);
  const kinds: KindOfEvidence[] = [
    ...byKind.map((one) => ({
      kind: one.kind,
      n: one.votes.length,
      probabilities: offsetsByVotes(one.votes),
    })),
    ...(lengths
      ? [{ kind: 'lengths' as const, n: 1, probabilities: offsetsByLengths(lengths) }]
      : []),
  ];
  const split =
    byKind.some((one) => isSplit(one.votes)) || isSplit([...votesByTester(votes).values()]);
  const judged = judge(kinds, split);
  const tryOn = [
    ...new Set(
      kinds.flatMap(({ probabilities }) =>
        probabilities
          .filter(({ probability }) => probability >= FIT_LIMITS.worthTrying.value)
          .map(({ halfSizes }) => halfSizes),
      ),
    ),
  ].sort((a, b) => Math.abs(a) - Math.abs(b) || a - b);
  const off = OFF_BY[fits];
  if ('hindrance' in judged)
    return {
      kinds,
      verdict: 'cannot tell',
      ...(tryOn.length > 0 ? { tryOn } : {}),
      decision: {
        verdict: 'cannot tell',
        hindrance: judged.hindrance,
        tryOnLabels: tryOn.map((offset) => labelAway(question.label, offset + off)),
      },
    };
  // A shoe that fits almost is somebody's opinion: the answer is no surer than that.
  const verdict = fits === 'right' ? judged.verdict : 'probably';
  const offset = judged.offset + off;
  const take = takenLabel(question, offset);
  const taken = take ? { take } : {};
  return {
    kinds,
    offsetHalfSizes: judged.offset,
    verdict,
    ...taken,
    decision: { verdict, offset, ...taken, tryOnLabels: [] },
  };
}
