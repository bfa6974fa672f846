/**
 * From the label in one model that fits to the label in another: what testers say, and what lengths say, each by
 * itself. Common practice.
 */
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import { HALF_SIZE_MM, lastLength, nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import { type HalfSizeProbability, halfSizesFrom, halfSizeWords } from './fit-probabilities.ts';
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
  take?: { label: SizeLabel; width?: string; tooLongMm?: number };
  /** Offsets worth trying on, the nearest to the usual label first. */
  tryOn?: number[];
  words: string;
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
): { verdict: LabelAnswer['verdict']; offset?: number; why: string } {
  if (kinds.length === 0) return { verdict: 'cannot tell', why: 'nothing is known of both' };
  if (split)
    return { verdict: 'cannot tell', why: 'testers stand in two camps: say by what they split' };
  const decided = kinds.filter(
    (kind) =>
      kind.kind !== 'lengths' &&
      largestOf(kind.probabilities).probability >= FIT_LIMITS.decided.value,
  );
  const offsets = new Set(decided.map((kind) => largestOf(kind.probabilities).halfSizes));
  if (offsets.size > 1)
    return { verdict: 'cannot tell', why: 'two kinds of testers’ evidence are sure, and part' };
  const [offset] = offsets;
  if (offset !== undefined) {
    const against = kinds.filter((kind) => of(kind, offset) < FIT_LIMITS.againstDecided.value);
    return against.length > 0
      ? {
          verdict: 'cannot tell',
          why: `${against.map(({ kind }) => kind).join(' and ')} say otherwise`,
        }
      : { verdict: 'decided', offset, why: '' };
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
      return { verdict: 'probably', offset: halfSizes, why: '' };
  }
  return { verdict: 'cannot tell', why: 'no kind of evidence is sure by itself' };
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

function takeWords(take: LabelAnswer['take'], offset: number): string {
  if (!take)
    return `${offset === 0 ? 'The same size' : `${halfSizeWords(offset)} ${offset > 0 ? 'up' : 'down'}`}, which is not made`;
  const size = [nameLabel(take.label), take.width].filter(Boolean).join(' ');
  const long = take.tooLongMm ? `, ${take.tooLongMm.toFixed(1)} mm too long` : '';
  return `Take ${size}${long}`;
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
  if (judged.offset === undefined)
    return {
      kinds,
      verdict: 'cannot tell',
      ...(tryOn.length > 0 ? { tryOn } : {}),
      words: `Cannot tell: ${judged.why}.${
        tryOn.length > 0
          ? ` Try on ${tryOn.map((offset) => nameLabel(labelAway(question.label, offset + OFF_BY[fits]))).join(', then ')}.`
          : ''
      }`,
    };
  // What is only a bit off is somebody's word: the answer is no surer than that.
  const verdict = fits === 'right' ? judged.verdict : 'probably';
  const offset = judged.offset + OFF_BY[fits];
  const take = takenLabel(question, offset);
  return {
    kinds,
    offsetHalfSizes: judged.offset,
    verdict,
    ...(take ? { take } : {}),
    words: `${verdict === 'probably' ? 'Probably: ' : ''}${takeWords(take, offset)}.`,
  };
}
