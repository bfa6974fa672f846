/** How far left and right may differ: practice, and what the lab drew otherwise. */
import type { z } from 'zod';
import type { toleranceHistory } from '#contract/match-records.ts';
import type { Discipline, Use, Uses } from '#core/catalogue/disciplines.ts';
import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import type { ToleranceRule } from '#core/catalogue/match-features.ts';
import { type LimitChange, limitInForce } from '#core/limits/lab-limits.ts';
import type { Stores } from './stores.ts';

const ruleOf = (
  changes: readonly LimitChange[],
  feature: MatchFeatureId,
  use: Discipline | '',
  uses: Uses,
) => limitInForce('sides', feature, { changes, uses }, use);

/** The strictest tolerances of the uses of an edition, by feature; the general ones where none is said. */
export function tolerancesFor(
  stores: Stores,
  uses: readonly Use[],
): Partial<Record<MatchFeatureId, ToleranceRule>> {
  const changes = stores.thresholds.changes();
  const known = stores.uses.all();
  const disciplines = uses.length > 0 ? uses.map(({ discipline }) => discipline) : ([''] as const);
  return Object.fromEntries(
    MATCH_FEATURES.map((feature) => {
      const rules = disciplines.map(
        (discipline) => ruleOf(changes, feature, discipline, known).value,
      );
      const strictest: ToleranceRule = {
        absolute: Math.min(...rules.map(({ absolute }) => absolute)),
        share: Math.min(...rules.map(({ share }) => share)),
      };
      return [feature, strictest];
    }),
  );
}

/** All tolerances by feature and discipline, with every change. */
export function listTolerances(stores: Stores): z.output<typeof toleranceHistory> {
  const changes = stores.thresholds.changes();
  const known = stores.uses.all();
  return {
    rules: ['', ...known.map(({ name }) => name)].flatMap((discipline) =>
      MATCH_FEATURES.map((feature) => {
        const { value, changed } = ruleOf(changes, feature, discipline, known);
        return { feature, discipline, ...value, changed };
      }),
    ),
    history: changes
      .filter((change): change is LimitChange<'sides'> => change.kind === 'sides')
      .map(({ kind: _, subject, value, ...change }) => ({
        ...change,
        ...value,
        feature: subject as MatchFeatureId,
      })),
  };
}
