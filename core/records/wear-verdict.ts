/** Whether a worn pair goes on, as data. */
import type { Sign } from '../catalogue/wear-signs.ts';
import type { Finding, Verdict } from './verdict.ts';

export const RETIREMENT_ANSWERS = ['go on', 'another use', 'retire', 'cannot tell'] as const;
export type RetirementAnswer = (typeof RETIREMENT_ANSWERS)[number];

interface WearDecisionEntry {
  /** The pair is out of use: no further check is due, and nothing is measured for it. */
  endsUse?: true;
  /** The pair is no longer here. */
  isGone?: true;
}

/** What a person can decide about a worn pair: as the signs say, or a reason that has nothing to do with wear. */
const WEAR_DECISION_ENTRIES = {
  'go on': {},
  'another use': {},
  retire: { endsUse: true },
  lost: { endsUse: true, isGone: true },
  'given away': { endsUse: true, isGone: true },
} as const satisfies Record<string, WearDecisionEntry>;
export type WearDecision = keyof typeof WEAR_DECISION_ENTRIES;

const decisionsThat = (has: (entry: WearDecisionEntry) => boolean): WearDecision[] =>
  WEAR_DECISIONS.filter((decision) => has(WEAR_DECISION_ENTRIES[decision]));

export const WEAR_DECISIONS = Object.keys(WEAR_DECISION_ENTRIES) as [
  WearDecision,
  ...WearDecision[],
];
/** Decisions after which a pair is out of use. */
export const ENDING_DECISIONS: readonly WearDecision[] = decisionsThat(
  ({ endsUse }) => endsUse === true,
);
/** Decisions after which a pair is no longer here. */
export const LEAVING_DECISIONS: readonly WearDecision[] = decisionsThat(
  ({ isGone }) => isGone === true,
);

/** What holds for a pair: by its signs, or as decided. */
export const WEAR_ANSWERS = ['cannot tell', ...WEAR_DECISIONS] as const;
export type WearAnswer = (typeof WEAR_ANSWERS)[number];

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
