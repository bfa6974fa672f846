/**
 * What a change will do to what the book has: shown at the bench before the server has answered.
 * The server keeps the same rules, which a test holds against this.
 */

import { matchFeature } from '../catalogue/match-features.ts';
import { addLook, type MatchLook } from '../catalogue/match-look.ts';
import type { Catalogue } from '../catalogue/quantities.ts';
import type { ToolName } from '../catalogue/tools.ts';
import {
  closedFault,
  endFault,
  keptFault,
  lastTrialOf,
  type Note,
  type OccasionState,
  turnFault,
} from './occasion.ts';
import {
  goneFault,
  type Reading,
  type ReadingDraft,
  type ReadQuantity,
  readReading,
  stands,
  takingFault,
  trialOf,
} from './reading.ts';

/** A change of what is read, by whichever bench. */
export type BenchChange =
  | { kind: 'begin'; occasion: OccasionState }
  | { kind: 'describe'; occasionId: string; version: number; terms: object }
  | { kind: 'note'; occasionId: string; note: Note }
  | { kind: 'look'; occasionId: string; look: MatchLook }
  | { kind: 'read'; draft: ReadingDraft<string> }
  | { kind: 'void'; readingId: string; reason: string }
  | { kind: 'finish'; occasionId: string; finishedAt: string };

/** What has to be known beside the occasions. */
export interface ProjectionTerms {
  catalogue: Catalogue;
  /** Left out where none is at hand: then none is refused. */
  instruments?: readonly {
    id: string;
    name: string;
    kind: ToolName;
    unit: string;
    retired: string;
  }[];
}

/** The definition that a reading of an occasion is read by; undefined: none is known. */
function quantityOf(
  { kind }: OccasionState,
  quantity: string,
  catalogue: Catalogue,
): ReadQuantity | undefined {
  return kind === 'check' ? matchFeature(quantity as never) : catalogue[quantity];
}

function withReading(
  occasion: OccasionState,
  draft: ReadingDraft<string>,
  terms: ProjectionTerms,
): OccasionState {
  const readings = occasion.readings as readonly Reading<string>[];
  if (readings.some(({ id }) => id === draft.id) || closedFault(occasion)) return occasion;
  const quantity = quantityOf(occasion, draft.quantity, terms.catalogue);
  const read = quantity && readReading(draft, quantity);
  if (!read?.ok) return occasion;
  const instrument = terms.instruments?.find(({ id }) => id === draft.instrumentId);
  if (instrument && takingFault(instrument, quantity as ReadQuantity)) return occasion;
  if (occasion.kind === 'study') {
    const taken = readings.some((reading) => reading.turn === draft.turn && stands(reading));
    if (draft.turn === null || turnFault(draft.turn, occasion.turns, taken)) return occasion;
  }
  const earlier = readings.find(({ id }) => id === draft.supersedes);
  if (draft.supersedes !== null && (!earlier || goneFault(earlier))) return occasion;
  const trial = trialOf(draft, earlier, lastTrialOf(readings, draft));
  if (!trial.ok) return occasion;
  const added: Reading<string> = {
    ...draft,
    person: draft.person ?? occasion.person,
    trial: trial.value,
    value: read.value.value,
    curveId: null,
    curveWindow: null,
    cycleSd: null,
    supersededBy: null,
    voided: null,
  };
  return {
    ...occasion,
    readings: [
      ...readings.map((reading) =>
        reading === earlier ? { ...reading, supersededBy: draft.id } : reading,
      ),
      added,
    ],
  } as OccasionState;
}

const withVoid = (occasion: OccasionState, id: string, reason: string): OccasionState =>
  keptFault(occasion)
    ? occasion
    : ({
        ...occasion,
        readings: (occasion.readings as readonly Reading<string>[]).map((reading) =>
          reading.id === id && stands(reading) ? { ...reading, voided: reason } : reading,
        ),
      } as OccasionState);

/** One occasion after a change that is of it. */
function changed(
  occasion: OccasionState,
  change: Exclude<BenchChange, { kind: 'begin' }>,
  terms: ProjectionTerms,
): OccasionState {
  if (change.kind === 'read') return withReading(occasion, change.draft, terms);
  if (change.kind === 'void') return withVoid(occasion, change.readingId, change.reason);
  if (change.kind === 'look')
    return occasion.kind === 'check' && !occasion.decided
      ? { ...occasion, seen: addLook(occasion.seen, change.look) }
      : occasion;
  if (occasion.kind !== 'sitting') return occasion;
  if (change.kind === 'describe')
    // What has arrived already stands in the sitting, with its version.
    return occasion.version === change.version
      ? { ...occasion, ...change.terms, version: change.version + 1 }
      : occasion;
  if (change.kind === 'note')
    return occasion.notes.some(({ id }) => id === change.note.id)
      ? occasion
      : { ...occasion, notes: [...occasion.notes, change.note] };
  return occasion.finishedAt !== null || endFault(occasion.startedAt, change.finishedAt)
    ? occasion
    : { ...occasion, finishedAt: change.finishedAt };
}

const isOf = (
  occasion: OccasionState,
  change: Exclude<BenchChange, { kind: 'begin' }>,
): boolean => {
  if (change.kind === 'read') return occasion.id === change.draft.occasionId;
  if (change.kind === 'void') return occasion.readings.some(({ id }) => id === change.readingId);
  return occasion.id === change.occasionId;
};

/**
 * The occasions after a change. A change that the server would refuse, or has done already, changes
 * nothing: so what has arrived may be put on top until it is fetched again.
 *
 * @example project([sitting], { kind: 'void', readingId, reason: 'askew' }, { catalogue: QUANTITIES })
 */
export function project(
  occasions: readonly OccasionState[],
  change: BenchChange,
  terms: ProjectionTerms,
): readonly OccasionState[] {
  if (change.kind === 'begin')
    return occasions.some(({ id }) => id === change.occasion.id)
      ? occasions
      : [...occasions, change.occasion];
  return occasions.map((occasion) =>
    isOf(occasion, change) ? changed(occasion, change, terms) : occasion,
  );
}
