/** Whether a worn pair goes on, as data. */
import type { Sign } from '../catalogue/wear-signs.ts';
import type { Finding, Verdict } from './verdict.ts';

export const RETIREMENT_ANSWERS = ['go on', 'another use', 'retire', 'cannot tell'] as const;
export type RetirementAnswer = (typeof RETIREMENT_ANSWERS)[number];

/** The rules of wear, in the order in which they lead: the first that holds answers. */
export const WEAR_RULES = [
  'upper-torn',
  'rubber-worn-through',
  'counter-broken',
  'shank-broken',
  'foam-dead',
  'creases-plain',
  'lining-grows-and-chafes',
  'cracks-in-pu',
  'new-aches',
  'cracks-foam-unknown',
  'lining-grows',
  'lining-late',
  'lining-early',
  'beyond-rated-life',
  'marked-for-races',
  'rubber-marked',
  'rebound-less',
  'cracks-in-eva',
  'nothing-against',
] as const;
export type WearRule = (typeof WEAR_RULES)[number];

/** A sign that is there, is not there, or is normal by itself; the distance; who wears it. */
export type WearFinding = Finding &
  (
    | { kind: 'present' | 'absent' | 'normal'; sign: Sign }
    | { kind: 'distance'; km: number; ratedLifeKm: { low: number; high: number } }
    | { kind: 'wearer'; wearer: string }
  );

export interface WearVerdict extends Verdict<RetirementAnswer> {
  /** The rule that leads. */
  rule: WearRule;
  /** Retire, but not today. */
  soon?: true;
  evidenceFor: readonly WearFinding[];
  evidenceAgainst: readonly WearFinding[];
}

/** One more thing that would lead to a stricter answer. */
export type WearTip = { answer: RetirementAnswer } & ({ sign: Sign } | { km: number });
