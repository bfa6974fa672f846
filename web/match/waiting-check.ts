/** A pair's checks as the server has them, with what still waits in the browser put on top. */
import {
  addLook,
  type MatchCheck,
  type MatchLook,
  type MatchReading,
  type MatchSeen,
  type NewMatchReading,
} from '#contract/match-records.ts';
import { matchFeature } from '#core/match-features.ts';
import { readTypedQuantity } from '#core/typed-quantity.ts';
import type { WaitingChange } from '../api/outbox.ts';

export type BenchMatchReading = MatchReading & { waiting?: boolean };
export type BenchCheck = Omit<MatchCheck, 'readings'> & { readings: BenchMatchReading[] };

export const NOTHING_SEEN: MatchSeen = {
  labels: { left: '', right: '', box: '' },
  marks: { left: '', right: '' },
  sights: {},
  skipped: [],
};

function addReading(check: BenchCheck, body: NewMatchReading): void {
  if (check.readings.some((reading) => reading.id === body.id)) return;
  const read = readTypedQuantity(
    body.typed,
    matchFeature(body.feature).kind,
    body.unit || undefined,
  );
  if (!read.ok) return;
  const { instrumentId = null } = body;
  check.readings.push({
    ...body,
    instrumentId,
    value: read.value.value,
    voided: null,
    waiting: true,
  });
}

function apply(checks: BenchCheck[], change: WaitingChange): void {
  const { name, params, body } = change as unknown as {
    name: string;
    params: { id?: string };
    body: never;
  };
  const check = checks.find((one) => one.id === params.id);
  if (name === 'startMatch') {
    const begun = body as Omit<BenchCheck, 'seen' | 'readings' | 'decision'>;
    if (!checks.some((one) => one.id === begun.id))
      checks.push({ ...begun, seen: NOTHING_SEEN, readings: [], decision: null });
  } else if (name === 'seeMatch') {
    if (check) check.seen = addLook(check.seen, body as MatchLook);
  } else if (name === 'recordMatchReading') {
    if (check) addReading(check, body as NewMatchReading);
  } else if (name === 'voidMatchReading') {
    for (const { readings } of checks)
      for (const reading of readings)
        if (reading.id === params.id) reading.voided ??= (body as { reason: string }).reason;
  }
}

/**
 * Checks with waiting changes applied. What the server already has changes nothing, so that
 * arrivals may be applied until they are fetched.
 */
export function withWaitingChecks(
  checks: readonly MatchCheck[],
  changes: readonly WaitingChange[],
): BenchCheck[] {
  const merged: BenchCheck[] = checks.map((check) => ({
    ...check,
    readings: check.readings.map((reading) => ({ ...reading })),
  }));
  for (const change of changes) if (!change.refused) apply(merged, change);
  return merged;
}
