/** The rows of the ladder in the order of the hand, and the way from one place to the next. */

import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { featuresOf } from '#core/catalogue/match-features.ts';
import { SIDES, type Side } from '#core/catalogue/quantities.ts';
import { CHECK_ORDER, SIGHTS, type SightId } from '#core/catalogue/sights.ts';
import type { EvaluatedCheck } from '#core/match/match-check.ts';
import type { BenchCheck } from '../bench/projected.ts';

/** `labels` and `marks` are read, the others are measured. */
export type RowId = 'labels' | 'marks' | MatchFeatureId;

/** Where the hand is; the box has a label too. */
export interface MatchPlace {
  row: RowId;
  side: Side | 'box';
}

/** A place where a figure is taken. */
export interface MeasuredPlace {
  row: MatchFeatureId;
  side: Side;
}

/** The place, if a figure is taken there; labels and marks are read. */
export function measuredAt({ row, side }: MatchPlace): MeasuredPlace | undefined {
  return row === 'labels' || row === 'marks' || side === 'box' ? undefined : { row, side };
}

/** All of a check in the order of the hand: what is read, looked at and measured. */
export function orderOf(kind: BenchCheck['kind']): (typeof CHECK_ORDER)[number][] {
  const asked = new Set<string>(featuresOf(kind === 'short').map(({ id }) => id));
  return CHECK_ORDER.filter(
    (id) =>
      id === 'labels' ||
      isSight(id) ||
      asked.has(id) ||
      (id === 'marks' && asked.has('footbed-ball-width')),
  );
}

export const isSight = (id: string): id is SightId => id in SIGHTS;

/** Rows that the hand types in: labels first, the footbeds' marks after the footbeds. */
export const rowsOf = (kind: BenchCheck['kind']): RowId[] =>
  orderOf(kind).filter((id): id is RowId => !isSight(id));

/** Places of a row, in the order of the hand. */
export function placesOf(row: RowId): MatchPlace[] {
  const sides: MatchPlace['side'][] = row === 'labels' ? [...SIDES, 'box'] : [...SIDES];
  return sides.map((side) => ({ row, side }));
}

export const samePlace = (a: MatchPlace, b: MatchPlace): boolean =>
  a.row === b.row && a.side === b.side;

/** Is a place filled, or left out? */
function isDone(place: MatchPlace, check: BenchCheck, found: EvaluatedCheck): boolean {
  const { row, side } = place;
  if (row === 'labels') return check.seen.labels[side] !== '';
  if (side === 'box') return true;
  if (row === 'marks') return check.seen.marks[side] !== '';
  if (check.seen.skipped.includes(row)) return true;
  return found.judgements.find((one) => one.id === row)?.[side] !== undefined;
}

/**
 * Where the hand goes after a place: to the next that is empty, in order; then to where a repeat is
 * asked for; undefined once all is told. Labels and marks that were passed over are not come back to.
 */
export function nextPlace(
  after: MatchPlace | undefined,
  check: BenchCheck,
  found: EvaluatedCheck,
): MatchPlace | undefined {
  const places = rowsOf(check.kind).flatMap(placesOf);
  const from = after ? places.findIndex((one) => samePlace(one, after)) + 1 : 0;
  const ahead = places.slice(from).find((place) => !isDone(place, check, found));
  if (ahead) return ahead;
  const behind = places
    .slice(0, from)
    .find(
      ({ row, side }) =>
        row !== 'labels' && row !== 'marks' && !isDone({ row, side }, check, found),
    );
  if (behind) return behind;
  return found.next && { row: found.next.feature, side: found.next.side };
}

/** The row before or after, at its first side. */
export function rowAlong(place: MatchPlace, kind: BenchCheck['kind'], step: number): MatchPlace {
  const rows = rowsOf(kind);
  const at = rows.indexOf(place.row);
  const row = rows[Math.max(0, Math.min(rows.length - 1, at + step))] ?? place.row;
  return { row, side: 'left' };
}

/** The other shoe at the same row; from the box to the left. */
export function otherShoe({ row, side }: MatchPlace): MatchPlace {
  return { row, side: side === 'left' ? 'right' : 'left' };
}
