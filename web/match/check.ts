/** The check at the bench: what is taken, what it shows so far, and what can be done in it. */
import { useMemo } from 'react';
import { v7 as newId } from 'uuid';
import type { Lab } from '#contract/lab-records.ts';
import type { MatchLook, MatchRecord } from '#contract/match-records.ts';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import type { Felt } from '#core/catalogue/match-look.ts';
import type { Side } from '#core/catalogue/quantities.ts';
import { stands } from '#core/figures/reading.ts';
import { type EvaluatedCheck, evaluateCheck } from '#core/match/match-check.ts';
import type { SiblingFeatures } from '#core/match/match-pattern.ts';
import { keep, settle } from '../api/outbox.ts';
import { usePerson } from '../api/person.ts';
import { useOutbox } from '../api/queries.ts';
import { type BenchCheck, type BenchMatchReading, projectChecks } from '../bench/projected.ts';
import { type Undo, useUndo } from '../bench/undo.ts';
import { useCatalogue } from '../shell/units.ts';

export interface MatchEntry {
  feature: MatchFeatureId;
  side: Side;
  typed: string;
  /** What a bare number in `typed` means. */
  unit: string;
  entered: 'typed' | 'live';
  note: string;
  instrumentId: string | null;
  /** The reading that this one corrects. */
  supersedes: string | null;
}

export interface Check {
  /** The check shown: the latest. Undefined before the first. */
  check: BenchCheck | undefined;
  earlier: BenchCheck[];
  found: EvaluatedCheck | undefined;
  /** @param felt what the wearer felt, where somebody asked */
  begin: (kind: 'full' | 'short', felt?: Felt) => void;
  record: (entry: MatchEntry) => void;
  /** Takes a reading back: unsent it goes, saved it is voided. */
  undo: Undo;
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
        wornKm: pair.wornKm,
        catalogue,
        protocols: lab.protocols,
        adoptedStudies: lab.adoptedStudies,
        tolerances: record.tolerances,
        siblings: record.siblings as SiblingFeatures,
        instruments: lab.instruments,
        names: record.names,
      }),
    [
      check,
      pair.label,
      pair.wornKm,
      catalogue,
      record.tolerances,
      record.siblings,
      record.names,
      lab,
    ],
  );
  const waiting = { person, tag: pair.tag };
  const undo = useUndo(waiting);

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
    begin(kind, felt) {
      const id = newId();
      keep({
        ...waiting,
        name: 'startMatch',
        params: {},
        body: {
          id,
          pairId: pair.id,
          person,
          kind,
          startedAt: new Date().toISOString(),
        },
      });
      if (felt?.shoe || felt?.where)
        keep({ ...waiting, name: 'seeMatch', params: { id }, body: { felt } });
    },
    record({ feature, supersedes, ...entry }) {
      if (!check) return;
      // What was left out before and is taken after all is no longer left out.
      if (check.seen.skipped.includes(feature)) see({ skipped: { [feature]: false } });
      keep({
        ...waiting,
        name: 'recordReading',
        params: {},
        body: {
          id: newId(),
          occasionId: check.id,
          quantity: feature,
          ...entry,
          supersedes,
          reason: supersedes ? 'corrected at the ladder' : '',
          takenAt: new Date().toISOString(),
        },
      });
    },
    undo,
    see,
    arrived: settle,
    standingAt: (feature, side) =>
      (check?.readings ?? []).filter(
        (reading) => reading.quantity === feature && reading.side === side && stands(reading),
      ),
  };
}
