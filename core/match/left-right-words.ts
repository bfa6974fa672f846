/** What a check of left against right found, and what was decided, in words for sheet, card and list. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import { withUnit } from '../sizing/number-words.ts';
import { canonicalUnit } from '../sizing/units.ts';
import type { MatchVerdict } from './match-verdict.ts';

/** A feature by which the two shoes of a pair differ out of tolerance: canonical unit. */
export interface DifferingFeature {
  feature: MatchFeatureId;
  left: number;
  right: number;
}

/** What a decided check of left against right came to. */
export interface LeftRightFinding {
  found: MatchVerdict['word'];
  /** The fault in a phrase. Absent in findings of earlier versions, empty without a fault. */
  fault?: string | undefined;
  differing: readonly DifferingFeature[];
}

const DECIDED: Record<string, string> = {
  keep: 'kept',
  'keep and note': 'kept with a note',
  return: 'rejected',
};

/**
 * Both shoes' figures of a feature.
 * @example sidesWords({ feature: 'toe-tip-height', left: 55, right: 65 }) // 'left 55.0, right 65.0 mm'
 */
export function sidesWords({ feature, left, right }: DifferingFeature): string {
  const { kind, decimals } = matchFeature(feature);
  const { symbol } = canonicalUnit(kind);
  return `left ${left.toFixed(decimals)}, right ${withUnit(right.toFixed(decimals), symbol)}`;
}

/** A pair that was decided on, with what its check found. */
export interface DecidedPair {
  tag: string;
  decision: string;
  /** What the check came to; undefined: not known. */
  found?: string | undefined;
  differing: readonly DifferingFeature[];
}

/**
 * The finding and the decision of one pair.
 * @example leftRightWords({ tag: 'NS-01', decision: 'keep', differing: [] }) // 'NS-01: left and right match; kept'
 */
export function leftRightWords({ tag, decision, found, differing }: DecidedPair): string {
  const features = differing.map(
    (one) => `${matchFeature(one.feature).name.toLowerCase()} ${sidesWords(one)}`,
  );
  const finding =
    found === 'out'
      ? `left and right differ${features.length > 0 ? `: ${features.join('; ')}` : ''}`
      : found === 'matched'
        ? 'left and right match'
        : 'whether left and right match is not known';
  return `${tag}: ${finding}; ${DECIDED[decision] ?? decision}`;
}

/** What is said of all pairs of a sheet. */
export const comparedWords = (pairs: readonly DecidedPair[]): string =>
  pairs.length === 0
    ? 'Left was not compared with right.'
    : `Left compared with right. ${pairs.map(leftRightWords).join('. ')}.`;

/** What is said of a pair whose figures count although its shoes differ. */
export interface DifferingPair {
  /** With both shoes' figures of each feature: `NS-01: left and right differ: mass left 302, right 310 g; kept.` */
  words: string;
  /** Where there is little room: `NS-01: left and right differ; kept.` */
  brief: string;
}

/** The pairs of a sheet whose figures count although their shoes differ. */
export const differingPairs = (
  pairs: readonly (DecidedPair & { counts: boolean })[],
): DifferingPair[] =>
  pairs
    .filter(({ found, counts }) => found === 'out' && counts)
    .map((pair) => ({
      words: `${leftRightWords(pair)}.`,
      brief: `${leftRightWords({ ...pair, differing: [] })}.`,
    }));
