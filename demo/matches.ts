/** Checks of left against right, as the bench of the scenario made them. */
import { randomLcg, randomNormal } from 'd3-random';
import type dayjs from 'dayjs';
import { matchSeen } from '#contract/match-records.ts';
import { gaugeTraits } from '#core/catalogue/gauge.ts';
import { MATCH_FEATURES, type MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { SIDES, type Side } from '#core/catalogue/quantities.ts';
import { SEEN_INSTEAD, SIGHT_IDS } from '#core/catalogue/sights.ts';
import { PLAIN_READING } from '#core/figures/reading.ts';
import { judgeFeature, type MatchGauge } from '#core/match/match.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { decideCheck } from '#server/match/decide-check.ts';
import type { Stores } from '#server/stores.ts';
import { FEATURE_NAMES, type MatchTruth } from './match-truths.ts';

type ReadOff = (feature: MatchFeatureId, side: Side) => number;

function seenOf(truth: MatchTruth) {
  return matchSeen.parse({
    labels: truth.labels,
    marks: truth.marks ?? { left: '', right: '' },
    sights: truth.decision
      ? Object.fromEntries(
          SIGHT_IDS.flatMap((sight) => {
            const fault = truth.seen?.find((one) => one.sight === sight);
            // What a gauge tells better was measured, and not looked at.
            if (!fault && Object.values(SEEN_INSTEAD).includes(sight)) return [];
            return [
              [
                sight,
                fault
                  ? { state: 'fault', side: fault.side, note: fault.note }
                  : { state: 'sound', note: '' },
              ],
            ];
          }),
        )
      : {},
  });
}

/** Reads a feature once on each shoe, and again as long as the difference lies near its tolerance. */
function readFeature(
  feature: MatchFeatureId,
  gauge: MatchGauge | undefined,
  readOff: ReadOff,
): Record<Side, number[]> {
  const values: Record<Side, number[]> = { left: [], right: [] };
  do for (const side of SIDES) values[side].push(readOff(feature, side));
  while (
    judgeFeature(feature, values.left, values.right, gauge ? { gauges: { [feature]: gauge } } : {})
      .askAgain
  );
  return values;
}

/** Checks one pair as of a time, and decides where the scenario does. */
export function checkPair(
  stores: Stores,
  truth: MatchTruth,
  start: dayjs.Dayjs,
  idAt: (time: dayjs.Dayjs) => string,
): void {
  const pair = stores.pairs.byTag(truth.tag);
  const { modelId, model } = stores.editions.byId(pair.editionId);
  for (const [feature, name] of Object.entries(FEATURE_NAMES[model] ?? {}))
    stores.matches.nameFeature(modelId, feature as MatchFeatureId, name);
  const seed = [...truth.tag].reduce((sum, letter) => (sum * 29 + letter.charCodeAt(0)) % 7907, 5);
  const normal = randomNormal.source(randomLcg(seed / 7907))(0, 1);
  const readOff: ReadOff = (feature, side) => {
    const left = truth.left[feature] ?? 0;
    const value = side === 'right' ? (truth.right[feature] ?? left) : left;
    const { repeatabilitySd, decimals } = matchFeature(feature);
    return Number((value + repeatabilitySd * normal()).toFixed(decimals));
  };
  const checkId = idAt(start);
  const at = start.toISOString();
  stores.matches.start(
    { id: checkId, pairId: pair.id, person: 'B1', kind: 'full', startedAt: at },
    seenOf(truth),
  );
  const instruments = stores.instruments.all();
  for (const feature of MATCH_FEATURES) {
    // An open check has come as far as the footbeds and the toe.
    if (!truth.decision && feature === 'heel-seam') break;
    const { decimals, kind, tool } = matchFeature(feature);
    const instrument = instruments.find((one) => one.kind === tool);
    const values = readFeature(feature, instrument && gaugeTraits(instrument, at), readOff);
    values.left.forEach((_, trial) => {
      for (const side of SIDES)
        stores.matches.record({
          ...PLAIN_READING,
          id: idAt(start),
          occasionId: checkId,
          quantity: feature,
          side,
          typed: (values[side][trial] ?? 0).toFixed(decimals),
          unit: canonicalUnit(kind).symbol,
          instrumentId: instrument?.id ?? null,
          takenAt: at,
        });
    });
  }
  if (!truth.decision) return;
  const decidedAt = start.add(10, 'minute');
  decideCheck(
    stores,
    checkId,
    { ...truth.decision, decidedAt: decidedAt.toISOString() },
    { now: decidedAt.toISOString(), person: 'B1', newId: () => idAt(decidedAt) },
  );
}
