import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import type { Figure } from '#core/figures/figure.ts';
import type { FeatureJudgement } from '#core/match/match.ts';
import { type Cause, inferCauses } from '#core/match/match-causes.ts';
import type { MatchEvidence, MatchSights } from '#core/match/match-pattern.ts';
import { judgeMatch } from '#core/match/match-verdict.ts';
import type { CauseId } from '#core/records/match-verdict.ts';
import { writtenCause } from '#core/wording/match-sentences.ts';

/** A figure that is known exactly. */
export const figureOf = (id: MatchFeatureId, value: number): Figure =>
  ({
    quantity: id,
    value,
    terms: [],
    readings: 1,
    pairs: 1,
    doubts: [],
    basis: { label: { system: 'uk', size: 8 }, configuration: 'as sold', wornKm: 0 },
  }) as unknown as Figure;

/** A judged feature as a check leaves it. */
export function judged(
  id: MatchFeatureId,
  verdict: FeatureJudgement['verdict'],
  more: Partial<FeatureJudgement> = {},
): FeatureJudgement {
  const { against } = matchFeature(id);
  const taken = verdict !== 'not taken';
  const base = { left: { n: 5, value: 100 }, right: { n: 5, value: 100 } };
  const out = verdict === 'out';
  return {
    id,
    against,
    ...(taken ? base : {}),
    ...(taken ? { difference: out ? 9 : 0, U: 0.4 } : {}),
    tolerance: matchFeature(id).tolerance.absolute,
    verdict,
    ...(against === 'zero' && taken
      ? { shoes: { left: 'within' as const, right: out ? ('out' as const) : ('within' as const) } }
      : {}),
    askAgain: false,
    ...more,
  };
}

/** A length whose right shoe is so many half sizes longer than its left: of a last of 279.4 mm. */
export const longer = (
  id: MatchFeatureId,
  left: number,
  halfSizes: number,
): Partial<FeatureJudgement> => {
  const difference = (left / 279.4) * halfSizes * 4.2333333;
  return {
    left: { n: 5, value: left },
    right: { n: 5, value: left + difference },
    difference,
    U: 0.4,
    verdict: halfSizes === 0 ? 'within' : 'out',
    id,
  };
};

export type Features = Partial<
  Record<MatchFeatureId, FeatureJudgement['verdict'] | Partial<FeatureJudgement>>
>;
export const judgementsOf = (features: Features): FeatureJudgement[] =>
  MATCH_FEATURES.map((id) => {
    const given = features[id] ?? 'within';
    return typeof given === 'string'
      ? judged(id, given)
      : judged(id, given.verdict ?? 'out', given);
  });
export const ALIKE = {
  'outsole-large': longer('outsole-large', 182, 0),
  'footbed-length': longer('footbed-length', 266, 0),
} as const satisfies Features;
export function checkOf(
  features: Features,
  sights: MatchSights & Pick<MatchEvidence, 'siblings'> = {},
) {
  const evidence = {
    judgements: judgementsOf({ ...ALIKE, ...features }),
    lastMm: 279.4,
    ...sights,
  };
  const causes = inferCauses(evidence);
  return { causes, verdict: judgeMatch(evidence, causes, [...MATCH_FEATURES]) };
}
export const causeOf = (id: CauseId, features: Features, sights: MatchSights = {}) =>
  checkOf(features, sights).causes.find((cause) => cause.id === id);

export const ASKEW = {
  'heel-seam': 'out',
  'toe-tip-height': 'out',
  'collar-medial': {
    left: { n: 5, value: 73 },
    right: { n: 5, value: 64 },
    difference: -9,
    verdict: 'out',
  },
  'collar-lateral': {
    left: { n: 5, value: 70 },
    right: { n: 5, value: 70 },
    difference: 0,
    verdict: 'within',
  },
} as const satisfies Features;
export const HIGHER = {
  'collar-medial': {
    left: { n: 5, value: 73 },
    right: { n: 5, value: 78 },
    difference: 5,
    verdict: 'out',
  },
  'collar-lateral': {
    left: { n: 5, value: 70 },
    right: { n: 5, value: 75 },
    difference: 5,
    verdict: 'out',
  },
} as const satisfies Features;

/** Out by so little that no half size fits, and no collar tilts. */
export const ODD: Partial<FeatureJudgement> = { verdict: 'out', difference: 2, U: 0.4 };

/** All that is said of a cause; undefined without one. */
export const written = (cause: Cause | undefined) => cause && writtenCause(cause);
