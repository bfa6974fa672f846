/** What readings are taken in, and what may still be done in it. */
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import type { MatchSeen } from '../catalogue/match-look.ts';
import type { MeasuredQuantityId } from '../catalogue/quantities.ts';
import type { Reading } from './reading.ts';

interface Held<Quantity extends string> {
  id: string;
  person: string;
  startedAt: string;
  readings: readonly Reading<Quantity>[];
}

/** A word on a sitting. */
export interface Note {
  id: string;
  text: string;
  at: string;
}

/** A sitting: a pair measured by a protocol. */
export interface SittingState extends Held<MeasuredQuantityId> {
  kind: 'sitting';
  finishedAt: string | null;
  /** Grows as its terms are changed. */
  version: number;
  notes: readonly Note[];
}

/** A check of left against right. */
export interface CheckState extends Held<MatchFeatureId> {
  kind: 'check';
  seen: MatchSeen;
  decided: boolean;
}

/** A gauge study, taken turn by turn. */
export interface StudyState extends Held<MeasuredQuantityId> {
  kind: 'study';
  turns: number;
  ended: boolean;
  adopted: boolean;
}

export type OccasionState = SittingState | CheckState | StudyState;

const DECIDED = 'This check is decided and stays as it is. Begin another check of the pair.';

/** Why nothing more is read in an occasion; undefined while readings are taken. */
export function closedFault(
  occasion:
    | Pick<SittingState, 'kind'>
    | Pick<CheckState, 'kind' | 'decided'>
    | Pick<StudyState, 'kind' | 'ended'>,
): string | undefined {
  if (occasion.kind === 'check' && occasion.decided) return DECIDED;
  if (occasion.kind === 'study' && occasion.ended) return 'This study was ended: plan another.';
  return undefined;
}

/** Why no reading of an occasion is voided any more; undefined while one may be. */
export function keptFault(
  occasion:
    | Pick<SittingState, 'kind'>
    | Pick<CheckState, 'kind' | 'decided'>
    | Pick<StudyState, 'kind' | 'ended' | 'adopted'>,
): string | undefined {
  if (occasion.kind === 'check' && occasion.decided) return DECIDED;
  if (occasion.kind === 'study' && occasion.ended)
    return 'This study was ended: its readings stand.';
  if (occasion.kind === 'study' && occasion.adopted)
    return 'Sittings lean on this study: retire it before you change it.';
  return undefined;
}

/**
 * Why a turn of a study has no place for a reading; undefined where it has.
 * @param taken true where a reading of the turn stands
 */
export function turnFault(turn: number, turns: number, taken: boolean): string | undefined {
  if (turn >= turns) return `The study has ${turns} turns.`;
  return taken ? 'This turn has its reading already: take it back first.' : undefined;
}

/** Why a sitting does not end at a moment; undefined where it may. Both UTC with milliseconds. */
export const endFault = (startedAt: string, finishedAt: string): string | undefined =>
  Date.parse(finishedAt) < Date.parse(startedAt)
    ? `A sitting that began at ${startedAt} ends after that.`
    : undefined;

/** The last trial of a station and shoe, or of a turn; 0 where nothing was read there. */
export function lastTrialOf<Quantity extends string>(
  readings: readonly Reading<Quantity>[],
  { quantity, side, turn }: Pick<Reading<Quantity>, 'quantity' | 'side' | 'turn'>,
): number {
  let last = 0;
  for (const reading of readings)
    if (reading.quantity === quantity && reading.side === side && reading.turn === turn)
      last = Math.max(last, reading.trial);
  return last;
}
