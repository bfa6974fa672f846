/**
 * How far the label of an edition is from true: lengths, labels and testers side by side, never one number of them.
 * Positive: it runs long. Common practice; probabilities as in `fit-probabilities`.
 */

import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type {
  Deviation,
  DeviationGroup,
  DeviationKind,
  DeviationMissing,
  FitWord,
  HalfSizeProbability,
  SizeComparison,
  Tendency,
} from '../records/sizing-verdict.ts';
import { HALF_SIZE_MM, lastLength, type SizeLabel } from '../sizing/size-label.ts';
import { fitOfDeviation, wordOfShares } from './fit-probabilities.ts';
import { offsetsByVotes, voteOfTester } from './label-to-label.ts';

/** A length with its standard uncertainty, mm. */
export interface LengthWithDoubt {
  mm: number;
  u: number;
  df: number;
}

/** By how much the inside of a shoe that fits true is shorter than its last. */
export interface Shortfall extends LengthWithDoubt {
  /** Reference shoes that it was learned from. */
  n: number;
}

/** With one reference shoe alone, what shoes that fit true still differ by: half of half a size. */
const ONE_REFERENCE_U_MM = HALF_SIZE_MM / 2;

/**
 * What the inside of a shoe that fits true falls short of its last, from the lab's own reference shoes; the doubt is
 * that of one more such shoe.
 *
 * @returns undefined where the lab has named none
 * @example shortfallOf([{ label: uk8, insideMm: 267.4, u: 0.5 }]) // { mm: 12, u: 2.2, df: ∞, n: 1 }
 */
export function shortfallOf(
  references: readonly { label: SizeLabel; insideMm: number; u: number }[],
): Shortfall | undefined {
  if (references.length === 0) return undefined;
  const short = references.map(({ label, insideMm }) => lastLength(label) - insideMm);
  const n = short.length;
  const measured = mean(references.map(({ u }) => u));
  return n === 1
    ? {
        mm: short[0] ?? 0,
        u: Math.hypot(ONE_REFERENCE_U_MM, measured),
        df: Number.POSITIVE_INFINITY,
        n,
      }
    : {
        mm: mean(short),
        // What references are measured with is in their spread already; it stands as a least doubt.
        u: Math.max(sampleStandardDeviation(short) * Math.sqrt(1 + 1 / n), measured),
        df: n - 1,
        n,
      };
}

/** A vote of a tester: the label that fits, less the usual one, in half sizes of last; positive: more is taken. */
export interface UsualVote {
  kind: 'known shoes' | 'try-ons';
  tester: string;
  offsetHalfSizes: number;
}

export interface DeviationEvidence {
  /** Inside length at a label, and what the inside of a true shoe falls short of its last. */
  label?: { label: SizeLabel; inside: LengthWithDoubt; shortfall: Shortfall } | undefined;
  /** This edition less the reference shoes on the same label, mm; a hint decides nothing alone. */
  references: readonly ({ what: string; n: number; isHint?: boolean } & LengthWithDoubt)[];
  votes: readonly UsualVote[];
}

/** By how many half sizes a shoe runs long or short, where that is sure. */
function sureHalfSizes(
  verdict: FitWord,
  probabilities: readonly HalfSizeProbability[],
): Pick<DeviationKind, 'sureHalfSizes'> {
  if (verdict === 'cannot tell') return {};
  const sure = probabilities.find(({ probability }) => probability >= FIT_LIMITS.sureFit.value);
  if (!sure) return {};
  const orMore = Math.abs(sure.halfSizes) === FIT_LIMITS.mostDeviation.value;
  return { sureHalfSizes: { ...sure, orMore } };
}

const ofLength = (
  group: DeviationGroup,
  n: number,
  { mm, u, df }: LengthWithDoubt,
): DeviationKind => {
  const { steps, verdict } = fitOfDeviation(mm, u, df);
  return {
    group,
    n,
    mm,
    u,
    halfSizes: mm / HALF_SIZE_MM,
    probabilities: steps,
    verdict,
    ...sureHalfSizes(verdict, steps),
  };
};

/** An offset is the deviation turned round; what is farther than the last class counts in it. */
function ofVotes(group: 'known shoes' | 'try-ons', votes: readonly number[]): DeviationKind {
  const probabilities = Array.from({ length: 2 * FIT_LIMITS.mostDeviation.value + 1 }, (_, at) => ({
    halfSizes: at - FIT_LIMITS.mostDeviation.value,
    probability: 0,
  }));
  for (const { halfSizes, probability } of offsetsByVotes(votes)) {
    const place =
      Math.max(
        -FIT_LIMITS.mostDeviation.value,
        Math.min(FIT_LIMITS.mostDeviation.value, -halfSizes),
      ) + FIT_LIMITS.mostDeviation.value;
    const shown = probabilities[place];
    if (shown) shown.probability += probability;
  }
  // One tester alone may be that tester, however far the vote goes.
  const verdict =
    votes.length < FIT_LIMITS.testersToTell.value ? 'cannot tell' : wordOfShares(probabilities);
  return {
    group,
    n: votes.length,
    halfSizes: -median([...votes]) + 0,
    probabilities,
    verdict,
    ...sureHalfSizes(verdict, probabilities),
  };
}

/** Each tester's own vote, of one kind or of all that they said. */
export function usualVotes(
  votes: readonly UsualVote[],
  kind?: UsualVote['kind'],
): Map<string, number> {
  const own = new Map<string, number[]>();
  for (const vote of votes)
    if (kind === undefined || vote.kind === kind)
      own.set(vote.tester, [...(own.get(vote.tester) ?? []), vote.offsetHalfSizes]);
  return new Map([...own].map(([tester, offsets]) => [tester, voteOfTester(offsets)]));
}

function settledBy(kinds: readonly DeviationKind[], isContradicted: boolean): DeviationMissing[] {
  const has = (group: DeviationGroup) => kinds.some((kind) => kind.group === group);
  const testers = Math.max(
    0,
    ...kinds
      .filter(({ group }) => group === 'known shoes' || group === 'try-ons')
      .map(({ n }) => n),
  );
  const more = FIT_LIMITS.testersToSettle.value - testers;
  return [
    ...(isContradicted ? [{ kind: 'other insole' } as const] : []),
    ...(has('reference') || has('label') ? [] : [{ kind: 'lengths' } as const]),
    ...(more > 0 ? [{ kind: 'testers', more } as const] : []),
  ];
}

/**
 * Every kind of evidence by itself, and whether they part.
 *
 * @example lengths that say true and testers who go half a size up: verdict 'evidence parts'
 */
export function deviationOf({ label, references, votes }: DeviationEvidence): Deviation {
  const kinds: DeviationKind[] = [
    ...(label
      ? [
          ofLength('label', label.shortfall.n, {
            mm: label.inside.mm - (lastLength(label.label) - label.shortfall.mm),
            u: Math.hypot(label.inside.u, label.shortfall.u),
            df: Math.min(label.inside.df, label.shortfall.df),
          }),
        ]
      : []),
    ...references.map(({ what, n, isHint, ...length }) => ({
      ...ofLength('reference', n, length),
      length: what,
      ...(isHint ? { isHint: true as const } : {}),
    })),
    ...(['known shoes', 'try-ons'] as const).flatMap((kind) => {
      const own = [...usualVotes(votes, kind).values()];
      return own.length > 0 ? [ofVotes(kind, own)] : [];
    }),
  ];
  const sure = kinds.filter(({ verdict, isHint }) => verdict !== 'cannot tell' && !isHint);
  const [first] = sure;
  const other = sure.find(({ verdict }) => verdict !== first?.verdict);
  const parts = first && other ? ([first, other] as [DeviationKind, DeviationKind]) : undefined;
  const settle = sure.length > 0 && !parts ? [] : settledBy(kinds, parts !== undefined);
  if (parts) return { kinds, parts, verdict: 'evidence parts', decisive: parts, settle };
  // The kind that says most exactly by how much leads.
  const exactness = ({ verdict, sureHalfSizes: step, probabilities }: DeviationKind) =>
    verdict === 'true'
      ? Math.max(...probabilities.map(({ probability }) => probability))
      : (step?.probability ?? 0);
  return {
    kinds,
    parts,
    verdict: first?.verdict ?? 'cannot tell',
    decisive: [...sure].sort((a, b) => exactness(b) - exactness(a)),
    settle,
  };
}

/**
 * A maker's tendency over its editions, with those that are otherwise named.
 * @param editions those that are sure, by one kind of evidence
 */
export function tendencyOf(editions: readonly { name: string; verdict: FitWord }[]): Tendency {
  const sure = editions.filter(({ verdict }) => verdict !== 'cannot tell');
  const counted = new Map<FitWord, number>();
  for (const { verdict } of sure) counted.set(verdict, (counted.get(verdict) ?? 0) + 1);
  const [most] = [...counted].sort(([, a], [, b]) => b - a);
  const n = sure.length;
  if (!most || n < FIT_LIMITS.modelsForTendency.value)
    return { n, verdict: 'cannot tell', agreeing: 0, exceptions: [] };
  const [verdict, agreeing] = most;
  const exceptions = sure.filter((edition) => edition.verdict !== verdict).map(({ name }) => name);
  return { n, verdict, agreeing, exceptions };
}

/** A size of an edition that runs otherwise than the rest of it. */
export interface SizeStep {
  label: SizeLabel;
  n: number;
  insideMm: number;
  /** Against the mean of the others, carried by the last, mm; positive: this size runs longer. */
  againstOthersMm?: number;
  comparison: SizeComparison;
}

function compareSize(mm: number | undefined, n: number, others: number): SizeComparison {
  if (mm === undefined) return 'only size';
  const U = 2 * FIT_LIMITS.pairSpread.value * Math.sqrt(1 / n + 1 / others);
  if (Math.abs(mm) <= U || Math.abs(mm) < HALF_SIZE_MM / 2) return 'as others';
  return mm > 0 ? 'longer' : 'shorter';
}

/** The insides of one edition over its sizes: each against what the others promise of it. */
export function overSizes(insides: readonly { label: SizeLabel; mm: number }[]): SizeStep[] {
  const byLast = new Map<string, { label: SizeLabel; mm: number[] }>();
  for (const { label, mm } of insides) {
    const key = lastLength(label).toFixed(1);
    const own = byLast.get(key) ?? { label, mm: [] };
    own.mm.push(mm);
    byLast.set(key, own);
  }
  const sizes = [...byLast.values()].sort((a, b) => lastLength(a.label) - lastLength(b.label));
  return sizes.map((size) => {
    const others = sizes.filter((one) => one !== size);
    const short = others.map((one) => lastLength(one.label) - mean(one.mm));
    const insideMm = mean(size.mm);
    const n = size.mm.length;
    const againstOthersMm =
      short.length > 0 ? insideMm - (lastLength(size.label) - mean(short)) : undefined;
    const pairs = others.reduce((sum, one) => sum + one.mm.length, 0);
    return {
      label: size.label,
      n,
      insideMm,
      ...(againstOthersMm === undefined ? {} : { againstOthersMm }),
      comparison: compareSize(againstOthersMm, n, pairs),
    };
  });
}
