/** The check at the bench: what is taken, what it shows so far, and what can be done in it. */
import { useMemo } from 'react';
import { v7 as newId } from 'uuid';
import type { MatchLook, MatchRecord } from '#contract/match-records.ts';
import type { Lab } from '#contract/records.ts';
import { type EvaluatedCheck, evaluateCheck } from '#core/match-check.ts';
import { type MatchFeatureId, matchFeature } from '#core/match-features.ts';
import type { SiblingFeatures } from '#core/match-pattern.ts';
import type { Side } from '#core/quantities.ts';
import { stands } from '#core/reading.ts';
import { canonicalUnit } from '#core/units.ts';
import { keep, settle } from '../api/outbox.ts';
import { usePerson } from '../api/person.ts';
import { useOutbox } from '../api/queries.ts';
import { type BenchCheck, type BenchMatchReading, projectChecks } from '../bench/projected.ts';
import { useCatalogue } from '../shell/units.ts';

export interface MatchEntry {
  feature: MatchFeatureId;
  side: Side;
  typed: string;
  instrumentId: string | null;
  /** The reading that this one corrects. */
  supersedes: string | null;
}

export interface Check {
  /** The check shown: the latest. Undefined before the first. */
  check: BenchCheck | undefined;
  earlier: BenchCheck[];
  found: EvaluatedCheck | undefined;
  begin: (kind: 'full' | 'short') => void;
  record: (entry: MatchEntry) => void;
  voidReading: (reading: BenchMatchReading, reason: string) => void;
  see: (look: MatchLook) => void;
  /** Waits until the server has all that was entered so far. */
  arrived: () => Promise<void>;
  standingAt: (feature: MatchFeatureId, side: Side) => BenchMatchReading[];
}

export function useCheck(record: MatchRecord, lab: Lab): Check {
  const outbox = useOutbox();
  const [person] = usePerson();
  const { pair } = record;
  const catalogue = useCatalogue();
  const checks = useMemo(
    () =>
      projectChecks(
        record.checks,
        [...outbox.arrived, ...outbox.waiting].filter((change) => change.tag === pair.tag),
        { catalogue, instruments: lab.instruments },
      ),
    [record.checks, outbox, pair.tag, catalogue, lab.instruments],
  );
  const check = checks.at(-1);
  const found = useMemo(
    () =>
      check &&
      evaluateCheck(check, {
        label: pair.label,
        tolerances: record.tolerances,
        siblings: record.siblings as SiblingFeatures,
        instruments: lab.instruments,
        names: record.names,
      }),
    [check, pair.label, record.tolerances, record.siblings, record.names, lab.instruments],
  );
  const waiting = { person, tag: pair.tag };

  function see(look: MatchLook): void {
    if (!check) return;
    keep({
      ...waiting,
      name: 'seeMatch',
      params: { id: check.id },
      body: look,
    });
  }

  return {
    check,
    earlier: checks.slice(0, -1),
    found,
    begin(kind) {
      keep({
        ...waiting,
        name: 'startMatch',
        params: {},
        body: {
          id: newId(),
          pairId: pair.id,
          person,
          kind,
          startedAt: new Date().toISOString(),
        },
      });
    },
    record({ feature, supersedes, ...entry }) {
      if (!check) return;
      // What was left out before and is taken after all is no longer left out.
      if (check.seen.skipped.includes(feature)) see({ skipped: { [feature]: false } });
      keep({
        ...waiting,
        name: 'recordMatchReading',
        params: { id: check.id },
        body: {
          id: newId(),
          feature,
          ...entry,
          unit: canonicalUnit(matchFeature(feature).kind).symbol,
          supersedes,
          reason: supersedes ? 'corrected at the ladder' : '',
          takenAt: new Date().toISOString(),
        },
      });
    },
    voidReading(reading, reason) {
      keep({ ...waiting, name: 'voidReading', params: { id: reading.id }, body: { reason } });
    },
    see,
    arrived: settle,
    standingAt: (feature, side) =>
      (check?.readings ?? []).filter(
        (reading) => reading.quantity === feature && reading.side === side && stands(reading),
      ),
  };
}
