/** How far left and right may differ: practice, and what the lab drew otherwise. */
import type { z } from 'zod';
import type { toleranceHistory } from '#contract/match-records.ts';
import { DISCIPLINES, type Discipline, ownTolerance } from '#core/catalogue/disciplines.ts';
import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature, type ToleranceRule } from '#core/catalogue/match-features.ts';
import { type ThresholdChange, thresholdInForce } from '#core/catalogue/thresholds.ts';
import type { Stores } from '../stores.ts';

const ruleOf = (
  changes: readonly ThresholdChange[],
  feature: MatchFeatureId,
  discipline: Discipline | '',
) =>
  thresholdInForce(changes, 'sides', feature, discipline, {
    general: matchFeature(feature).tolerance,
    own: ownTolerance(feature, discipline),
  });

/** The tolerances of a discipline, by feature. */
export function tolerancesFor(
  stores: Stores,
  discipline: Discipline | '',
): Partial<Record<MatchFeatureId, ToleranceRule>> {
  const changes = stores.thresholds.changes();
  return Object.fromEntries(
    MATCH_FEATURES.map((feature) => [feature, ruleOf(changes, feature, discipline).value]),
  );
}

/** All tolerances by feature and discipline, with every change. */
export function listTolerances(stores: Stores): z.output<typeof toleranceHistory> {
  const changes = stores.thresholds.changes();
  return {
    rules: (['', ...DISCIPLINES] as const).flatMap((discipline) =>
      MATCH_FEATURES.map((feature) => {
        const { value, changed } = ruleOf(changes, feature, discipline);
        return { feature, discipline, ...value, changed };
      }),
    ),
    history: changes
      .filter((change): change is ThresholdChange<'sides'> => change.kind === 'sides')
      .map(({ kind: _, subject, value, ...change }) => ({
        ...change,
        ...value,
        feature: subject as MatchFeatureId,
      })),
  };
}
