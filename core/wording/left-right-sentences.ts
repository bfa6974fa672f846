/** What a check of left against right found, and what was decided: sentences for sheet, card and list. */

import { matchFeature } from '../catalogue/match-features.ts';
import type { DecidedPair, DifferingFeature } from '../records/match-verdict.ts';
import { withUnit } from '../sizing/number-words.ts';
import { canonicalUnit } from '../sizing/units.ts';
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

export const LEFT_RIGHT_MESSAGES = {
  notCompared: message({}, 'Left and right were not compared.'),
  compared: message({}, 'Left compared with right.'),
  pair: message({ tag: 'text', finding: 'text', decision: 'text' }, '{tag}: {finding}; {decision}'),
  whole: message({ words: 'text' }, '{words}.'),
  sides: message({ left: 'text', right: 'text' }, 'left {left}, right {right}'),
  feature: message({ feature: 'text', sides: 'text' }, '{feature} {sides}'),
  differ: message({}, 'left and right differ'),
  differBy: message({ features: 'text' }, 'left and right differ: {features}'),
  pairDiffers: message({ tag: 'text', sides: 'text' }, '{tag}: left and right differ: {sides}'),
  match: message({}, 'left and right match'),
  notKnown: message({}, 'not known whether left and right match'),
  keep: message({}, 'kept'),
  'keep and note': message({}, 'kept with a note'),
  return: message({}, 'rejected'),
  otherDecision: message({ decision: 'text' }, '{decision}'),
};

/**
 * Both shoes' figures of a feature.
 * @example sidesWords({ feature: 'toe-tip-height', left: 55, right: 65 }) // left 55.0, right 65.0 mm
 */
export function sidesWords({ feature, left, right }: DifferingFeature): Sentence {
  const { kind, decimals } = matchFeature(feature);
  const { symbol } = canonicalUnit(kind);
  return LEFT_RIGHT_MESSAGES.sides({
    left: left.toFixed(decimals),
    right: withUnit(right.toFixed(decimals), symbol),
  });
}

function decisionWords(decision: string): Sentence {
  return decision === 'keep' || decision === 'keep and note' || decision === 'return'
    ? LEFT_RIGHT_MESSAGES[decision]({})
    : LEFT_RIGHT_MESSAGES.otherDecision({ decision });
}

function findingWords({ found, differing }: DecidedPair): Sentence {
  if (found === 'matched') return LEFT_RIGHT_MESSAGES.match({});
  if (found !== 'out') return LEFT_RIGHT_MESSAGES.notKnown({});
  if (differing.length === 0) return LEFT_RIGHT_MESSAGES.differ({});
  const features = differing.map((one) =>
    LEFT_RIGHT_MESSAGES.feature({
      feature: matchFeature(one.feature).name.toLowerCase(),
      sides: sidesWords(one),
    }),
  );
  return LEFT_RIGHT_MESSAGES.differBy({ features: joined(features, '; ') });
}

/**
 * The finding and the decision of one pair.
 * @example leftRightWords({ tag: 'NS-01', decision: 'keep', found: 'matched', differing: [] }) // NS-01: left and right match; kept
 */
export const leftRightWords = (pair: DecidedPair): Sentence =>
  LEFT_RIGHT_MESSAGES.pair({
    tag: pair.tag,
    finding: findingWords(pair),
    decision: decisionWords(pair.decision),
  });

/** One feature by which a pair differs: `NS-01: left and right differ: left 55.0, right 65.0 mm`. */
export const pairDiffersBy = (tag: string, differing: DifferingFeature): Sentence =>
  LEFT_RIGHT_MESSAGES.pairDiffers({ tag, sides: sidesWords(differing) });

const wholeSentence = (pair: DecidedPair) =>
  LEFT_RIGHT_MESSAGES.whole({ words: leftRightWords(pair) });

/** What is said of all pairs of a sheet. */
export const comparedWords = (pairs: readonly DecidedPair[]): Sentence =>
  pairs.length === 0
    ? LEFT_RIGHT_MESSAGES.notCompared({})
    : joined([LEFT_RIGHT_MESSAGES.compared({}), ...pairs.map(wholeSentence)]);

/** What is said of a pair whose figures count although its shoes differ. */
export interface DifferingPair {
  /** With both shoes' figures of each feature: `NS-01: left and right differ: mass left 302, right 310 g; kept.` */
  words: Sentence;
  /** Where there is little room: `NS-01: left and right differ; kept.` */
  brief: Sentence;
}

/** The pairs of a sheet whose figures count although their shoes differ. */
export const differingPairs = (
  pairs: readonly (DecidedPair & { counts: boolean })[],
): DifferingPair[] =>
  pairs
    .filter(({ found, counts }) => found === 'out' && counts)
    .map((pair) => ({
      words: wholeSentence(pair),
      brief: wholeSentence({ ...pair, differing: [] }),
    }));
