/** The pattern of a check: what each feature shows, as evidence for and against causes. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import type { Felt, Sight } from '../catalogue/match-look.ts';
import { SIDES, type Side } from '../catalogue/quantities.ts';
import { SEEN_INSTEAD, SIGHTS, type SightId, sightAnswers } from '../catalogue/sights.ts';
import type { AtFault, AtFaultWhy, CauseId, Confidence } from '../records/match-verdict.ts';
import type { Finding } from '../records/verdict.ts';
import { writeNumber } from '../sizing/number-words.ts';
import { isSameSize, lastLength, REFERENCE_LABEL, type SizeLabel } from '../sizing/size-label.ts';
import { canonicalUnit } from '../sizing/units.ts';
import type { CauseEvidence } from '../wording/match-sentences.ts';
import type { FeatureJudgement } from './match.ts';
import { type SizeTest, testSizes } from './match-size.ts';

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
  /** What a feature shows, to be said. */
  shows: (id: MatchFeatureId) => CauseEvidence;
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

/** What a measured feature shows, to be said: `Footbed length: right 4.2 mm larger`. */
function shown(judgement: FeatureJudgement, feature: string): CauseEvidence {
  const { difference = 0, against, shoes, verdict } = judgement;
  if (verdict === 'not taken') return { says: 'notMeasured', given: { feature } };
  if (against === 'zero') {
    const off = SIDES.filter((side) => shoes?.[side] === 'out');
    const [shoe] = off;
    if (!shoe) return { says: verdict === 'within' ? 'within' : 'nearZero', given: { feature } };
    return {
      says: 'offZero',
      given: { feature, amount: amount(judgement), shoes: off.length === 2 ? 'both' : shoe },
    };
  }
  if (verdict === 'within') return { says: 'agrees', given: { feature } };
  return {
    says: verdict === 'cannot tell' ? 'nearTolerance' : 'differs',
    given: { feature, amount: amount(judgement), way: difference > 0 ? 'larger' : 'smaller' },
  };
}

/** What was seen by eye where a feature was not taken; undefined where that was not looked at either. */
function seenInstead(id: MatchFeatureId, { byEye = {} }: MatchEvidence) {
  const look = SEEN_INSTEAD[id];
  const sight = look && byEye[look];
  if (!look || !sight || sight.state === 'cannot tell') return undefined;
  const [sound, fault] = sightAnswers(look);
  const isSound = sight.state === 'sound';
  const given = { sight: SIGHTS[look].name, answer: isSound ? sound : fault };
  return {
    sign: isSound ? ('alike' as const) : ('differ' as const),
    shows:
      isSound || !sight.side
        ? ({ says: 'seen', given } as const)
        : ({ says: 'seenOn', given: { ...given, shoes: sight.side } } as const),
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
    shows: (id) => {
      const seen = seenOf(id);
      if (seen) return seen.shows;
      const judgement = get(id);
      const feature = evidence.names?.[id] ?? matchFeature(id).name;
      return judgement ? shown(judgement, feature) : { says: 'notMeasured', given: { feature } };
    },
    size: testSizes(evidence.judgements, evidence.lastMm ?? lastLength(REFERENCE_LABEL)),
    evidence,
  };
}

/** Evidence for a cause or against it, or what is not known of it: what was read, and how it is said. */
export type CauseFinding = Finding & CauseEvidence;

/** Evidence for and against one cause, gathered line by line. */
export class Case {
  readonly evidenceFor: CauseFinding[] = [];
  readonly evidenceAgainst: CauseFinding[] = [];
  readonly unknown: CauseFinding[] = [];

  constructor(
    private readonly pattern: Pattern,
    private readonly cause: CauseId,
  ) {}

  private finding(subject: string, said: CauseEvidence): CauseFinding {
    const judgement = this.pattern.get(subject as MatchFeatureId);
    return {
      rule: `match/${this.cause}`,
      subject,
      ...(judgement?.difference === undefined
        ? {}
        : {
            value: judgement.difference,
            U: judgement.U ?? 0,
            limit: { low: -judgement.tolerance, high: judgement.tolerance },
          }),
      ...said,
    };
  }

  /** A feature that the cause wants alike or different. */
  wants(id: MatchFeatureId, wanted: 'alike' | 'differ'): this {
    const sign = this.pattern.sign(id);
    const finding = this.finding(id, this.pattern.shows(id));
    if (sign === 'unknown' || sign === 'near') this.unknown.push(finding);
    else if (sign === wanted) this.evidenceFor.push(finding);
    else this.evidenceAgainst.push(finding);
    return this;
  }

  /**
   * Something that holds, does not, or is not known.
   * @param otherwise what is said where it does not hold, or is not known; undefined: nothing
   */
  says(
    subject: string,
    holds: boolean | undefined,
    said: CauseEvidence | undefined,
    otherwise?: CauseEvidence,
  ): this {
    if (holds === true && said) this.evidenceFor.push(this.finding(subject, said));
    if (holds === true || !otherwise) return this;
    (holds === false ? this.evidenceAgainst : this.unknown).push(this.finding(subject, otherwise));
    return this;
  }

  /** Sure only where all of the pattern is known and nothing is against it. */
  get confidence(): Confidence {
    if (this.evidenceAgainst.length > 0) return 'possible';
    return this.unknown.length === 0 ? 'sure' : 'likely';
  }
}

/** Which shoe is at fault, and how that was found. */
export interface ShoeAtFault {
  atFault: AtFault;
  atFaultWhy: AtFaultWhy;
}

/** The shoe farther from sound pairs of the model; either where they cannot tell. */
export function faultBySiblings(
  pattern: Pattern,
  ids: readonly MatchFeatureId[],
): ShoeAtFault | undefined {
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
    return {
      atFault: farther,
      atFaultWhy: { by: 'siblings', feature: id, pairs: sibling.pairs, like: nearer },
    };
  }
  return undefined;
}

export const EITHER: ShoeAtFault = {
  atFault: 'either',
  atFaultWhy: { by: 'nothing' },
};

/** A shoe that alone stands off zero is the one at fault. */
export function faultByZero(pattern: Pattern, id: MatchFeatureId): ShoeAtFault | undefined {
  const shoes = pattern.get(id)?.shoes;
  const off = SIDES.filter((side) => shoes?.[side] === 'out');
  const seen = pattern.seen(id);
  if (seen?.side && pattern.sign(id) === 'differ')
    return { atFault: seen.side, atFaultWhy: { by: 'eye', feature: id, shoe: seen.side } };
  const [side] = off;
  if (!side) return undefined;
  const shoe = off.length === 2 ? 'both' : side;
  const otherIsTrue = shoes?.[side === 'left' ? 'right' : 'left'] === 'within';
  return { atFault: shoe, atFaultWhy: { by: 'zero', feature: id, shoe, otherIsTrue } };
}

export function labelsDiffer({ labels }: MatchEvidence): boolean | undefined {
  const { left, right } = labels ?? {};
  return left && right ? !isSameSize(left, right) : undefined;
}
