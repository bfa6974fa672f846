/** An outing as it is tapped on the phone, kept there until it is sent. */
import type { TestersHall } from '#contract/hall-records.ts';
import type { Ground, OutingRating, Surface } from '#core/wear/outing-words.ts';

export type HallOuting = TestersHall['outings'][number];

export interface OutingDraft {
  pairId: string;
  /** Another day than today; empty: today. */
  on: string;
  typed: string;
  surfaces: Surface[];
  /** False while the surfaces are those of last time: the first tap says others instead. */
  surfacesSaid: boolean;
  wet: Ground;
  comfort: number | null;
  ratings: Partial<Record<OutingRating, number>>;
  minutes: string;
  fault: string;
  faultKm: string;
  note: string;
}

/** What of a draft is the same as last time: pair, distance, ground. */
export function freshDraft(view: TestersHall, pairId: string): OutingDraft {
  const last = view.outings.find((outing) => outing.pairId === pairId && !outing.withdrawn);
  return {
    pairId,
    on: '',
    typed: last?.typed ?? '',
    surfaces: [...(last?.surfaces ?? [])],
    surfacesSaid: false,
    wet: '',
    comfort: null,
    ratings: {},
    minutes: '',
    fault: '',
    faultKm: '',
    note: '',
  };
}

export function draftOfOuting(outing: HallOuting): OutingDraft {
  const [fault] = outing.faults;
  const text = (value: number | null | undefined) => (value == null ? '' : String(value));
  return {
    pairId: outing.pairId,
    on: outing.on,
    typed: outing.typed,
    surfaces: [...outing.surfaces],
    surfacesSaid: true,
    wet: outing.wet,
    comfort: outing.comfort,
    ratings: outing.ratings,
    minutes: text(outing.minutes),
    fault: fault?.what ?? '',
    faultKm: text(fault?.atKm),
    note: outing.note,
  };
}

const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** What is odd about a draft besides its distance. */
export function oddOf({ minutes, faultKm }: OutingDraft): string {
  const [time, began] = [number(minutes), number(faultKm)];
  if (time !== null && !(time > 0)) return 'Minutes are a number, such as 45.';
  return began !== null && !(began >= 0) ? 'It began after so many km: a number.' : '';
}

/** What is sent of it; what the page does not show of an outing stays as it was. */
export function saidOf(draft: OutingDraft, today: string, before?: HallOuting) {
  const { fault, faultKm, minutes, on, surfacesSaid: _, ...plain } = draft;
  return {
    ...plain,
    on: on || today,
    minutes: number(minutes),
    faults: [
      ...(fault.trim() === '' ? [] : [{ what: fault.trim(), atKm: number(faultKm) }]),
      ...(before?.faults.slice(1) ?? []),
    ],
    activity: before?.activity ?? '',
    effort: before?.effort ?? '',
    temperature: before?.temperature ?? null,
    beganAt: before?.beganAt ?? null,
    route: before?.route ?? null,
  };
}

/** Distances to tap: the last one, then those that came most often. */
export function usualDistances(
  view: TestersHall,
  pairId: string,
): [typed: string, words: string][] {
  const stand = view.outings.filter(({ withdrawn }) => !withdrawn);
  const last = stand.find((outing) => outing.pairId === pairId) ?? stand[0];
  if (!last) return [];
  const counts = new Map<string, number>();
  for (const { typed } of stand) counts.set(typed, (counts.get(typed) ?? 0) + 1);
  const often = [...counts]
    .filter(([typed]) => typed !== last.typed)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 2)
    .map(([typed]): [string, string] => [typed, typed]);
  return [[last.typed, `as last time, ${last.typed}`], ...often];
}
