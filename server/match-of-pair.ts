/** The match checks of a pair with the terms they are judged by. */
import { mean } from 'simple-statistics';
import type { MatchCheck, MatchRecord } from '#contract/match-records.ts';
import { MATCH_FEATURES } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { type EvaluatedCheck, evaluateCheck } from '#core/match/match-check.ts';
import type { SiblingFeatures } from '#core/match/match-pattern.ts';
import { isSameSize, type LabelSystem } from '#core/sizing/size-label.ts';
import { labFacts } from './lab-facts.ts';
import type { StoredPair } from './store/pairs.ts';
import type { Stores } from './stores.ts';
import { tolerancesFor } from './tolerances.ts';

/** Means over sound pairs of the same edition and label, where a feature is held against the other. */
function siblingsOf(stores: Stores, pair: StoredPair): SiblingFeatures {
  const rows = stores.matches
    .siblings(pair.id)
    .filter(({ system, size }) => isSameSize({ system: system as LabelSystem, size }, pair.label));
  const siblings: SiblingFeatures = {};
  for (const feature of MATCH_FEATURES) {
    const own = rows.filter((row) => row.feature === feature);
    if (own.length === 0 || matchFeature(feature).against === 'zero') continue;
    siblings[feature] = {
      value: mean(own.map((row) => row.value)),
      pairs: new Set(own.map((row) => row.pairId)).size,
    };
  }
  return siblings;
}

/** What checks are judged by; what was in the pair by name changes nothing of that. */
export type JudgedTerms = Omit<MatchRecord, 'placed'>;

export function matchOfPair(stores: Stores, pair: StoredPair): JudgedTerms {
  const edition = stores.editions.byId(pair.editionId);
  const { id, slug, maker, model, name, modelId, uses } = edition;
  return {
    pair: {
      id: pair.id,
      tag: pair.tag,
      label: pair.label,
      shoes: pair.shoes,
      wornKm: pair.wornKm,
      receivedOn: pair.receivedOn,
      returnBy: pair.returnBy,
      from: pair.from,
      replaces: pair.replaces === null ? null : stores.pairs.byId(pair.replaces).tag,
      replacedBy: stores.pairs.replacing(pair.id),
      countsAnyway: pair.countsAnyway,
      finding: pair.decision?.finding ?? null,
    },
    edition: { id, slug, maker, model, name, modelId, uses },
    checks: stores.matches.ofPair(pair.id),
    names: stores.matches.namesOf(modelId),
    tolerances: tolerancesFor(stores, uses),
    siblings: siblingsOf(stores, pair),
  };
}

/** A check as the core judges it. */
export function evaluateStored(
  stores: Stores,
  record: JudgedTerms,
  check: MatchCheck,
): EvaluatedCheck {
  const { instruments, catalogue, protocols, adoptedStudies } = labFacts(stores);
  return evaluateCheck(check, {
    label: record.pair.label,
    wornKm: record.pair.wornKm,
    tolerances: record.tolerances,
    siblings: record.siblings as SiblingFeatures,
    names: record.names,
    instruments,
    catalogue,
    protocols,
    adoptedStudies,
  });
}

/** The record of a pair's checks, with what was in it by name. */
export function matchRecordOf(stores: Stores, pair: StoredPair, now: string): MatchRecord {
  const terms = matchOfPair(stores, pair);
  const namesAt = stores.namedParts.namesIn(pair.id);
  const at = Object.fromEntries(terms.checks.map(({ id, startedAt }) => [id, namesAt(startedAt)]));
  return { ...terms, placed: { now: namesAt(now), at } };
}
