/** Which pair a tester wears next, and how pairs ended, as data. */

/** Why a pair is worn tomorrow, or rather not. */
export type RotationReason =
  | { kind: 'ice' }
  | { kind: 'purpose'; purpose: string }
  | { kind: 'surface'; surface: string }
  | { kind: 'season'; season: 'summer' | 'winter' }
  | { kind: 'past its life'; ceilingKm: number }
  | { kind: 'too little left'; leftKm: number; ceilingKm: number }
  | { kind: 'near its end'; leftKm: number }
  | { kind: 'not worn yet' }
  | { kind: 'damp' }
  | { kind: 'rested'; days: number }
  | { kind: 'wear check open' };

/** Why a pair cannot be worn at all. */
export type RotationBar =
  | { kind: 'retire' }
  | { kind: 'gone'; how: 'lost' | 'given away' }
  | { kind: 'ice only' }
  | { kind: 'purposes'; purposes: readonly string[] }
  | { kind: 'surfaces'; surfaces: readonly string[] };

export interface RotationChoice {
  tag: string;
  /** Higher is better; it orders and means nothing else. */
  points: number;
  for: RotationReason[];
  against: RotationReason[];
  /** Null: it can be worn. */
  not: RotationBar | null;
}

/** Two pairs that do the same job. */
export interface SameJob {
  tags: [string, string];
  purposes: string[];
}

/** How the pairs of a model ended. */
export interface LifeSummary {
  pairs: number;
  ended: number;
  /** Of the pairs that ended, km; absent: none did. */
  span?: { least: number; most: number };
  /** The most frequent cause. */
  cause?: { name: string; count: number };
}

/** What to do for a pair after an outing. */
export const CARE_STEPS = ['dry', 'suede', 'salt', 'hot'] as const;
export type CareStep = (typeof CARE_STEPS)[number];
