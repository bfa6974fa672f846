/** What is looked at in a check, against what was measured of the same thing. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import { SEEN_INSTEAD, type SightId } from '../catalogue/sights.ts';
import type { FeatureJudgement } from './match.ts';

/**
 * The looks that a measurement contradicts if they are answered "sound": the feature that each stands for is out of
 * tolerance. By look, with the names of those features.
 * @example contradictedSights([{ id: 'heel-seam', verdict: 'out' }]) // { seam: ['Heel seam'] }
 */
export function contradictedSights(
  judgements: readonly Pick<FeatureJudgement, 'id' | 'verdict'>[],
): Partial<Record<SightId, string[]>> {
  const contradicted: Partial<Record<SightId, string[]>> = {};
  for (const { id, verdict } of judgements) {
    const sight = SEEN_INSTEAD[id as MatchFeatureId];
    if (!sight || verdict !== 'out') continue;
    contradicted[sight] = [...(contradicted[sight] ?? []), matchFeature(id).name];
  }
  return contradicted;
}
