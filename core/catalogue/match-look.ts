/** What is seen in a check, beside what is measured. */
import { MATCH_FEATURES, type MatchFeatureId, type SightId } from './match-features.ts';
import type { Side } from './quantities.ts';

export interface Sight {
  state: 'sound' | 'fault';
  side?: Side | 'both' | undefined;
  note: string;
}

export interface MatchSeen {
  /** As read off tongues and box; empty: not looked at. */
  labels: Record<Side | 'box', string>;
  /** Marks on the underside of the footbeds. */
  marks: Record<Side, string>;
  sights: Partial<Record<SightId, Sight>>;
  /** Features that are left out. */
  skipped: MatchFeatureId[];
}

/** A further look: only what was seen now. */
export interface MatchLook {
  labels?: Partial<Record<Side | 'box', string | undefined>> | undefined;
  marks?: Partial<Record<Side, string | undefined>> | undefined;
  /** Null: not looked at after all. */
  sights?:
    | Partial<
        Record<SightId, (Omit<Sight, 'note'> & { note?: string | undefined }) | null | undefined>
      >
    | undefined;
  /** True: left out; false: taken after all. */
  skipped?: Partial<Record<MatchFeatureId, boolean | undefined>> | undefined;
}

export const NOTHING_SEEN: MatchSeen = {
  labels: { left: '', right: '', box: '' },
  marks: { left: '', right: '' },
  sights: {},
  skipped: [],
};

/**
 * What a check has seen, with a further look on top. What others saw meanwhile stays, so that two
 * tabs of one check do not undo each other.
 * @example addLook(NOTHING_SEEN, { skipped: { mass: true } }).skipped // ['mass']
 */
export function addLook(seen: MatchSeen, look: MatchLook): MatchSeen {
  const given = <T extends object>(part: T | undefined) =>
    Object.fromEntries(Object.entries(part ?? {}).filter(([, value]) => value !== undefined)) as {
      [K in keyof T]?: Exclude<T[K], undefined>;
    };
  const sights = { ...seen.sights, ...given(look.sights) };
  const skipped = given(look.skipped);
  return {
    labels: { ...seen.labels, ...given(look.labels) },
    marks: { ...seen.marks, ...given(look.marks) },
    sights: Object.fromEntries(
      Object.entries(sights).flatMap(([id, sight]) =>
        sight ? [[id, { ...sight, note: sight.note ?? '' }]] : [],
      ),
    ),
    skipped: MATCH_FEATURES.filter((feature) => skipped[feature] ?? seen.skipped.includes(feature)),
  };
}
