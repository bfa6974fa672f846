/**
 * How far the label of an edition is from true: lengths, labels and testers side by side, never one number of them.
 * Positive: it runs long. Common practice; probabilities as in `fit-probabilities`.
 */
import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import { HALF_SIZE_MM, lastLength, type SizeLabel } from '../sizing/size-label.ts';
import {
  type FitWord,
  fitOfDeviation,
  type HalfSizeProbability,
  halfSizeWords,
  wordOfShares,
} from './fit-probabilities.ts';
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

export type DeviationGroup = 'label' | 'reference' | 'known shoes' | 'try-ons';

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

export interface DeviationKind {
  group: DeviationGroup;
  /** What was held against what: `inside against its label`. */
  what: string;
  /** Shoes or testers that speak. */
  n: number;
  /** Where it is a length. */
  mm?: number;
  u?: number;
  /** Median, in half sizes; positive: it runs long. */
  halfSizes: number;
  probabilities: HalfSizeProbability[];
  verdict: FitWord;
  words: string;
  /** An outside length says little of the inside: it stands beside the others and decides nothing. */
  isHint?: true;
}

/** `runs true`, `runs half a size long`, `runs long`; where nothing is sure, cannot tell. */
export function deviationWords(
  verdict: FitWord,
  probabilities: readonly HalfSizeProbability[],
): string {
  if (verdict === 'cannot tell') return 'cannot tell';
  if (verdict === 'true') return 'runs true';
  const sure = probabilities.find(({ probability }) => probability >= FIT_LIMITS.sureFit.value);
  const most =
    sure && Math.abs(sure.halfSizes) === FIT_LIMITS.mostDeviation.value ? ' or more' : '';
  return sure
    ? `runs ${halfSizeWords(sure.halfSizes)}${most} ${verdict}`
    : `runs ${verdict}, by how much is open`;
}

const ofLength = (
  group: DeviationGroup,
  what: string,
  n: number,
  { mm, u, df }: LengthWithDoubt,
): DeviationKind => {
  const { steps, verdict } = fitOfDeviation(mm, u, df);
  return {
    group,
    what,
    n,
    mm,
    u,
    halfSizes: mm / HALF_SIZE_MM,
    probabilities: steps,
    verdict,
    words: deviationWords(verdict, steps),
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
    what:
      group === 'known shoes' ? 'what testers wear against their usual' : 'try-ons against usual',
    n: votes.length,
    halfSizes: -median([...votes]) + 0,
    probabilities,
    verdict,
    words: deviationWords(verdict, probabilities),
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

export interface Deviation {
  kinds: DeviationKind[];
  /** Kinds that are sure, and say otherwise of each other. */
  parts: [DeviationKind, DeviationKind] | undefined;
  verdict: FitWord | 'evidence parts';
  words: string;
  /** What would settle it; empty: it is settled. */
  settle: string[];
}

function settledBy(kinds: readonly DeviationKind[], parted: boolean): string[] {
  const has = (group: DeviationGroup) => kinds.some((kind) => kind.group === group);
  const testers = Math.max(
    0,
    ...kinds
      .filter(({ group }) => group === 'known shoes' || group === 'try-ons')
      .map(({ n }) => n),
  );
  return [
    ...(parted ? ['a try-on with another insole: what a foot feels may not be the length'] : []),
    ...(has('reference') || has('label')
      ? []
      : ['the inside length of this shoe and of a shoe that fits true, named as a reference']),
    ...(testers < FIT_LIMITS.testersToSettle.value
      ? [
          `a try-on by ${FIT_LIMITS.testersToSettle.value - testers} more on measured feet, with a usual label`,
        ]
      : []),
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
          ofLength('label', 'inside against its label', label.shortfall.n, {
            mm: label.inside.mm - (lastLength(label.label) - label.shortfall.mm),
            u: Math.hypot(label.inside.u, label.shortfall.u),
            df: Math.min(label.inside.df, label.shortfall.df),
          }),
        ]
      : []),
    ...references.map(({ what, n, isHint, ...length }) => ({
      ...ofLength(
        'reference',
        `${what} against ${n === 1 ? 'a reference shoe' : `${n} reference shoes`}`,
        n,
        length,
      ),
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
  if (parts)
    return {
      kinds,
      parts,
      verdict: 'evidence parts',
      words: `The evidence parts: ${parts.map(({ what, words }) => `by ${what} it ${words}`).join(', ')}.`,
      settle,
    };
  if (!first)
    return {
      kinds,
      parts,
      verdict: 'cannot tell',
      words:
        kinds.length === 0
          ? 'Nothing is known of its size yet.'
          : 'Cannot tell whether it runs true.',
      settle,
    };
  // The kind that says most exactly by how much.
  const plainest = [...sure].sort((a, b) => a.words.length - b.words.length)[0] ?? first;
  const silent = kinds.filter(({ verdict }) => verdict === 'cannot tell').length;
  return {
    kinds,
    parts,
    verdict: first.verdict,
    words: `It ${plainest.words}, by ${sure.map(({ what }) => what).join(' and ')}${
      silent > 0 ? `; the rest cannot tell` : ''
    }.`,
    settle,
  };
}

/** What several editions of one maker come to: how many run so, and which do not. */
export interface Tendency {
  n: number;
  words: string;
  exceptions: string[];
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
  if (!most || sure.length < FIT_LIMITS.modelsForTendency.value)
    return {
      n: sure.length,
      words: `cannot tell from ${sure.length} ${sure.length === 1 ? 'edition' : 'editions'}`,
      exceptions: [],
    };
  const [verdict, n] = most;
  const exceptions = sure.filter((one) => one.verdict !== verdict).map(({ name }) => name);
  return {
    n: sure.length,
    words:
      2 * exceptions.length >= sure.length
        ? `no tendency: ${n} of ${sure.length} run ${verdict}`
        : `runs ${verdict} in ${n} of ${sure.length} editions`,
    exceptions,
  };
}

/** A size of an edition that runs otherwise than the rest of it. */
export interface SizeStep {
  label: SizeLabel;
  n: number;
  insideMm: number;
  /** Against the mean of the others, carried by the last, mm; positive: this size runs longer. */
  againstOthersMm?: number;
  words: string;
}

function sizeWords(mm: number | undefined, n: number, others: number): string {
  if (mm === undefined) return 'its only size measured';
  const doubt = 2 * FIT_LIMITS.pairSpread.value * Math.sqrt(1 / n + 1 / others);
  return Math.abs(mm) > doubt && Math.abs(mm) >= HALF_SIZE_MM / 2
    ? `runs ${mm > 0 ? 'longer' : 'shorter'} than its other sizes promise`
    : 'as its other sizes';
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
      words: sizeWords(againstOthersMm, n, pairs),
    };
  });
}
