/** What is seen in a check, beside what is measured. */
import { MATCH_FEATURES, type MatchFeatureId } from './match-feature-ids.ts';
import type { Side } from './quantities.ts';
import type { SightId } from './sights.ts';

/** Answers of a look; `cannot tell` is one. */
export const SIGHT_STATES = ['sound', 'fault', 'cannot tell'] as const;

export interface Sight {
  state: (typeof SIGHT_STATES)[number];
  side?: Side | 'both' | undefined;
  note: string;
}

/** What the wearer felt, in their own words; empty: nobody was asked, or nothing was felt. */
export interface Felt {
  shoe: Side | 'both' | '';
  where: string;
  since: string;
}

export interface MatchSeen {
  felt: Felt;
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
  felt?: { [K in keyof Felt]?: Felt[K] | undefined } | undefined;
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

export const NOTHING_FELT: Felt = { shoe: '', where: '', since: '' };

export const NOTHING_SEEN: MatchSeen = {
  felt: NOTHING_FELT,
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
  const noteOf = (id: string) => seen.sights[id as SightId]?.note ?? '';
  const skipped = given(look.skipped);
  return {
    felt: { ...seen.felt, ...given(look.felt) },
    labels: { ...seen.labels, ...given(look.labels) },
    marks: { ...seen.marks, ...given(look.marks) },
    sights: Object.fromEntries(
      Object.entries(sights).flatMap(([id, sight]) =>
        sight ? [[id, { ...sight, note: sight.note ?? noteOf(id) }]] : [],
      ),
    ),
    skipped: MATCH_FEATURES.filter((feature) => skipped[feature] ?? seen.skipped.includes(feature)),
  };
}
