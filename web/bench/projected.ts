/** What the server has, with what still waits in the browser put on top: sittings, checks, studies. */
import type { MatchCheck, MatchReading } from '#contract/match-records.ts';
import type { Session, SittingReading } from '#contract/reading-records.ts';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { type MatchLook, NOTHING_SEEN } from '#core/catalogue/match-look.ts';
import type { CheckState, Note, OccasionState, SittingState } from '#core/figures/occasion.ts';
import { type BenchChange, type ProjectionTerms, project } from '#core/figures/projection.ts';
import { PLAIN_READING, type Reading, type ReadingDraft, stands } from '#core/figures/reading.ts';
import type { WaitingChange } from '../api/outbox.ts';

/** `waiting`: not in what was fetched. */
export type BenchReading = SittingReading & { waiting?: boolean };
export type BenchSession = Omit<Session, 'readings'> & { readings: BenchReading[] };
export type BenchMatchReading = MatchReading & { waiting?: boolean };
export type BenchCheck = Omit<MatchCheck, 'readings'> & { readings: BenchMatchReading[] };

type Fields = Record<string, unknown>;

/** A check as the bench keeps it: what a check is besides its readings goes with it. */
type ShownCheck = CheckState &
  Omit<MatchCheck, 'kind' | 'readings' | 'seen'> & {
    extent: MatchCheck['kind'];
  };

const asCheckState = ({ kind, ...check }: MatchCheck): ShownCheck => ({
  ...check,
  kind: 'check',
  extent: kind,
  decided: check.decision !== null,
});

/** A draft of the fields that a change carries; what it leaves out is as plain as can be. */
const draftOf = (fields: Fields): ReadingDraft<string> =>
  ({ side: null, instrumentId: null, ...PLAIN_READING, ...fields }) as ReadingDraft<string>;

/** What a waiting change does to occasions; undefined where it does nothing to any. */
function benchChangeOf(
  change: WaitingChange,
  occasions: readonly OccasionState[],
): BenchChange | undefined {
  if ('file' in change) return undefined;
  const { name, params, body: sent } = change as { name: string; params: Fields; body: unknown };
  const body = sent as Fields;
  const occasionId = params.id as string;
  switch (name) {
    case 'startSession': {
      const sitting = { ...body, kind: 'sitting', version: 1, finishedAt: null, notes: [] };
      return { kind: 'begin', occasion: { ...sitting, readings: [] } as unknown as SittingState };
    }
    case 'startMatch': {
      const begun = { ...(body as object), seen: NOTHING_SEEN, readings: [], decision: null };
      return { kind: 'begin', occasion: asCheckState(begun as unknown as MatchCheck) };
    }
    case 'describeSession': {
      const { version, ...terms } = body;
      return { kind: 'describe', occasionId, version: version as number, terms };
    }
    case 'addNote':
      return { kind: 'note', occasionId, note: sent as Note };
    case 'finishSession':
      return { kind: 'finish', occasionId, finishedAt: body.finishedAt as string };
    case 'seeMatch':
      return { kind: 'look', occasionId, look: sent as MatchLook };
    case 'recordReading': {
      const study = occasions.find(({ id }) => id === body.occasionId) as { quantity?: string };
      return {
        kind: 'read',
        draft: draftOf({ quantity: study?.quantity, person: change.person, ...body }),
      };
    }
    case 'voidReading': {
      if (body.turn === undefined)
        return { kind: 'void', readingId: occasionId, reason: body.reason as string };
      const study = occasions.find(({ id }) => id === occasionId);
      const taken = (study?.readings as readonly Reading[] | undefined)?.find(
        (reading) => reading.turn === body.turn && stands(reading),
      );
      return taken && { kind: 'void', readingId: taken.id, reason: body.reason as string };
    }
    default:
      return undefined;
  }
}

/** Occasions with changes put on top; what the server refused does nothing. */
function withChanges(
  occasions: readonly OccasionState[],
  changes: readonly WaitingChange[],
  terms: ProjectionTerms,
): readonly OccasionState[] {
  let state = occasions;
  for (const waiting of changes) {
    const change = waiting.refused ? undefined : benchChangeOf(waiting, state);
    if (change) state = project(state, change, terms);
  }
  return state;
}

/** Marks the readings that were not fetched. */
function markWaiting<R extends { id: string }>(
  readings: readonly R[],
  fetched: ReadonlySet<string>,
): (R & { waiting?: boolean })[] {
  return readings.map((reading) =>
    fetched.has(reading.id) ? reading : { ...reading, waiting: true },
  );
}

const idsOf = (occasions: readonly { readings: readonly { id: string }[] }[]) =>
  new Set(occasions.flatMap(({ readings }) => readings.map(({ id }) => id)));

/** Sittings of a pair with waiting changes put on top. */
export function projectSittings(
  sessions: readonly Session[],
  changes: readonly WaitingChange[],
  terms: ProjectionTerms,
): BenchSession[] {
  const fetched = idsOf(sessions);
  const states = sessions.map((session) => ({ ...session, kind: 'sitting' }) as SittingState);
  return withChanges(states, changes, terms)
    .filter((occasion) => occasion.kind === 'sitting')
    .map(({ kind: _, ...sitting }) => {
      const session = sitting as unknown as BenchSession;
      return { ...session, readings: markWaiting(session.readings, fetched) };
    });
}

/** Checks of a pair with waiting changes put on top. */
export function projectChecks(
  checks: readonly MatchCheck[],
  changes: readonly WaitingChange[],
  terms: ProjectionTerms,
): BenchCheck[] {
  const fetched = idsOf(checks);
  return withChanges(checks.map(asCheckState), changes, terms)
    .filter((occasion): occasion is ShownCheck => occasion.kind === 'check')
    .map(({ kind: _, decided: __, extent, readings, ...check }) => ({
      ...check,
      kind: extent,
      readings: markWaiting(
        readings as readonly Reading<MatchFeatureId>[],
        fetched,
      ) as BenchMatchReading[],
    }));
}

/** A reading of a study whose figure is hidden while the study runs. */
export interface BlindReading {
  id: string;
  turn: number;
}

/** The readings of a study that stand, in the order taken, with waiting changes put on top. */
export function projectTurns(
  study: GaugeStudyRecord,
  changes: readonly WaitingChange[],
  terms: ProjectionTerms,
): BlindReading[] {
  const { id, quantity, plannedAt, turns, ended, adopted } = study;
  const blind = study.taken.map(
    (reading): Reading => ({
      ...draftOf({ ...reading, occasionId: id, quantity, typed: '', unit: '', takenAt: '' }),
      quantity,
      person: '',
      trial: 1,
      value: Number.NaN,
      curveId: null,
      curveWindow: null,
      cycleSd: null,
      supersededBy: null,
      voided: reading.voided,
    }),
  );
  const state = {
    kind: 'study' as const,
    id,
    person: '',
    startedAt: plannedAt,
    quantity,
    turns: turns.length,
    ended: ended !== '',
    adopted: adopted !== null,
    readings: blind,
  };
  const [after] = withChanges([state], changes, terms);
  return ((after?.readings ?? []) as readonly Reading[])
    .filter(stands)
    .map(({ id: reading, turn }) => ({ id: reading, turn: turn ?? 0 }));
}
