/** The pattern of a check: what each feature says, and what that speaks for. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import type { Felt, Sight } from '../catalogue/match-look.ts';
import { SIDES, type Side } from '../catalogue/quantities.ts';
import { SEEN_INSTEAD, SIGHTS, type SightId, sightAnswers } from '../catalogue/sights.ts';
import { writeNumber } from '../sizing/number-words.ts';
import { isSameSize, lastLength, REFERENCE_LABEL, type SizeLabel } from '../sizing/size-label.ts';
import { canonicalUnit } from '../sizing/units.ts';
import type { FeatureJudgement } from './match.ts';
import { type SizeTest, testSizes } from './match-size.ts';

export type Confidence = 'sure' | 'likely' | 'possible';
export type AtFault = Side | 'either' | 'both';

/** What was seen, beside what was measured. */
export interface MatchSights {
  felt?: Felt;
  labels?: Partial<Record<Side | 'box', SizeLabel>>;
  /** The mark on the underside of each footbed, as read. */
  footbedMarks?: Partial<Record<Side, string>>;
  byEye?: Partial<Record<SightId, { state: Sight['state']; side?: Side | 'both'; note?: string }>>;
}

/** Mean values of sound pairs of the same edition and label. */
export type SiblingFeatures = Partial<Record<MatchFeatureId, { value: number; pairs: number }>>;

export interface MatchEvidence extends MatchSights {
  judgements: readonly FeatureJudgement[];
  /** Last length of the pair's label, mm. */
  lastMm?: number;
  siblings?: SiblingFeatures;
  /** Features as the bench named them. */
  names?: Partial<Record<MatchFeatureId, string | undefined>>;
}

type Sign = 'alike' | 'differ' | 'near' | 'unknown';

export interface Pattern {
  get: (id: MatchFeatureId) => FeatureJudgement | undefined;
  sign: (id: MatchFeatureId) => Sign;
  /** What was seen of a feature that was not taken. */
  seen: (id: MatchFeatureId) => { side?: Side | 'both' | undefined } | undefined;
  words: (id: MatchFeatureId) => string;
  size: SizeTest;
  evidence: MatchEvidence;
}

const SIGNS: Record<FeatureJudgement['verdict'], Sign> = {
  within: 'alike',
  out: 'differ',
  'cannot tell': 'near',
  'not taken': 'unknown',
};

const amount = (judgement: FeatureJudgement): string => {
  const { kind, decimals } = matchFeature(judgement.id);
  const size = writeNumber(Math.abs(judgement.difference ?? 0), decimals);
  return `${size} ${canonicalUnit(kind).symbol}`;
};

/** `Footbed length: right 4.2 mm larger` */
function inWords(judgement: FeatureJudgement, name: string): string {
  const { difference = 0, against, shoes, verdict } = judgement;
  if (verdict === 'not taken') return `${name} not taken`;
  if (against === 'zero') {
    const off = SIDES.filter((side) => shoes?.[side] === 'out');
    if (off.length === 0) return `${name}: ${verdict === 'within' ? 'on' : 'cannot tell'}`;
    return `${name}: off by ${amount(judgement)} on the ${off.join(' and the ')}`;
  }
  if (verdict === 'within') return `${name} alike`;
  return `${name}: right ${amount(judgement)} ${difference > 0 ? 'larger' : 'smaller'}${verdict === 'cannot tell' ? ', near the tolerance' : ''}`;
}

/** What was seen by eye where a feature was not taken; undefined where that was not looked at either. */
function seenInstead(id: MatchFeatureId, { byEye = {} }: MatchEvidence) {
  const look = SEEN_INSTEAD[id];
  const sight = look && byEye[look];
  if (!look || !sight || sight.state === 'cannot tell') return undefined;
  const [sound, fault] = sightAnswers(look);
  const where = sight.side ? `, ${sight.side}` : '';
  const isSound = sight.state === 'sound';
  return {
    sign: isSound ? ('alike' as const) : ('differ' as const),
    words: `${SIGHTS[look].name}: ${isSound ? sound : fault}${isSound ? '' : where}, seen`,
    side: sight.side,
  };
}

export function patternOf(evidence: MatchEvidence): Pattern {
  const get = (id: MatchFeatureId) => evidence.judgements.find((one) => one.id === id);
  const seenOf = (id: MatchFeatureId) =>
    (get(id)?.verdict ?? 'not taken') === 'not taken' ? seenInstead(id, evidence) : undefined;
  return {
    get,
    seen: seenOf,
    sign: (id) => seenOf(id)?.sign ?? SIGNS[get(id)?.verdict ?? 'not taken'],
    words: (id) => {
      const seen = seenOf(id);
      if (seen) return seen.words;
      const judgement = get(id);
      const name = evidence.names?.[id] ?? matchFeature(id).name;
      return judgement ? inWords(judgement, name) : `${name} not taken`;
    },
    size: testSizes(evidence.judgements, evidence.lastMm ?? lastLength(REFERENCE_LABEL)),
    evidence,
  };
}

/** What speaks for and against one cause, gathered line by line. */
export class Case {
  readonly evidenceFor: string[] = [];
  readonly evidenceAgainst: string[] = [];
  readonly unknown: string[] = [];

  constructor(private readonly pattern: Pattern) {}

  /** A feature that the cause wants alike or different. */
  wants(id: MatchFeatureId, wanted: 'alike' | 'differ'): this {
    const sign = this.pattern.sign(id);
    const words = this.pattern.words(id);
    if (sign === 'unknown' || sign === 'near') this.unknown.push(words);
    else if (sign === wanted) this.evidenceFor.push(words);
    else this.evidenceAgainst.push(words);
    return this;
  }

  says(holds: boolean | undefined, words: string, otherwise?: string): this {
    if (holds === true) this.evidenceFor.push(words);
    else if (holds === false && otherwise) this.evidenceAgainst.push(otherwise);
    else if (holds === undefined && otherwise) this.unknown.push(otherwise);
    return this;
  }

  /** Sure only where all of the pattern is known and nothing speaks against it. */
  get confidence(): Confidence {
    if (this.evidenceAgainst.length > 0) return 'possible';
    return this.unknown.length === 0 ? 'sure' : 'likely';
  }
}

export interface Fault {
  atFault: AtFault;
  atFaultWhy: string;
}

/** The shoe farther from sound pairs of the model; either where they cannot tell. */
export function faultBySiblings(
  pattern: Pattern,
  ids: readonly MatchFeatureId[],
): Fault | undefined {
  for (const id of ids) {
    const judgement = pattern.get(id);
    const sibling = pattern.evidence.siblings?.[id];
    if (!sibling || !judgement?.left || !judgement.right || judgement.verdict !== 'out') continue;
    const off = {
      left: Math.abs(judgement.left.value - sibling.value),
      right: Math.abs(judgement.right.value - sibling.value),
    };
    const farther: Side = off.left > off.right ? 'left' : 'right';
    const nearer: Side = farther === 'left' ? 'right' : 'left';
    // The nearer shoe has to be one of them, and the farther one clearly not.
    if (off[nearer] > judgement.tolerance || off[farther] <= judgement.tolerance) continue;
    const { name } = matchFeature(id);
    const pairs = sibling.pairs === 1 ? '1 other pair' : `${sibling.pairs} other pairs`;
    return {
      atFault: farther,
      atFaultWhy: `${pairs} of this model and size agree with the ${nearer} (${name.toLowerCase()})`,
    };
  }
  return undefined;
}

export const EITHER: Fault = {
  atFault: 'either',
  atFaultWhy: 'only another pair of this model could tell which shoe is at fault',
};

/** A shoe that alone stands off zero is the one at fault. */
export function faultByZero(pattern: Pattern, id: MatchFeatureId): Fault | undefined {
  const shoes = pattern.get(id)?.shoes;
  const off = SIDES.filter((side) => shoes?.[side] === 'out');
  const what = matchFeature(id).name.toLowerCase();
  const seen = pattern.seen(id);
  if (seen?.side && pattern.sign(id) === 'differ')
    return {
      atFault: seen.side,
      atFaultWhy: `${what}, seen on ${seen.side === 'both' ? 'both' : `the ${seen.side}`}`,
    };
  if (off.length === 0) return undefined;
  if (off.length === 2) return { atFault: 'both', atFaultWhy: `${what} is off on both` };
  const [side] = off as [Side];
  const other = side === 'left' ? 'right' : 'left';
  return shoes?.[other] === 'within'
    ? { atFault: side, atFaultWhy: `${what} is off on the ${side} and true on the ${other}` }
    : { atFault: side, atFaultWhy: `${what} is off on the ${side}` };
}

export function labelsDiffer({ labels }: MatchEvidence): boolean | undefined {
  const { left, right } = labels ?? {};
  return left && right ? !isSameSize(left, right) : undefined;
}
