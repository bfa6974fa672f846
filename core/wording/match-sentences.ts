/** Sentences about a check of left against right. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import type { Felt } from '../catalogue/match-look.ts';
import { SIGHTS, type SightId, sightAnswers } from '../catalogue/sights.ts';
import type {
  AtFault,
  AtFaultWhy,
  CauseId,
  Confidence,
  MatchAnswer,
  MatchCircumstances,
  MatchFault,
  SeenFault,
} from '../records/match-verdict.ts';
import type { Finding, Verdict } from '../records/verdict.ts';
import { nameLabel } from '../sizing/size-label.ts';
import { joined, message, type SaidOf, say } from './message.ts';
import type { Sentence } from './sentence.ts';

const SHOES = ['left', 'right', 'both'] as const;
const WAYS = ['larger', 'smaller'] as const;

/** What is for a cause, against it, or not known of it. */
export const CAUSE_EVIDENCE = {
  notMeasured: message({ feature: 'text' }, '{feature} not measured'),
  agrees: message({ feature: 'text' }, '{feature} agrees'),
  differs: message(
    { feature: 'text', amount: 'text', way: WAYS },
    '{feature}: right {amount} {way, select, larger {larger} other {smaller}}',
  ),
  nearTolerance: message(
    { feature: 'text', amount: 'text', way: WAYS },
    '{feature}: right {amount} {way, select, larger {larger} other {smaller}}, near the tolerance',
  ),
  within: message({ feature: 'text' }, '{feature}: within tolerance on both shoes'),
  offZero: message(
    { feature: 'text', amount: 'text', shoes: SHOES },
    '{feature}: off by {amount} on {shoes, select, left {the left} right {the right} other {both shoes}}',
  ),
  nearZero: message({ feature: 'text' }, '{feature}: too near the tolerance to say'),
  seen: message({ sight: 'text', answer: 'text' }, '{sight}: {answer}, seen'),
  seenOn: message(
    { sight: 'text', answer: 'text', shoes: SHOES },
    '{sight}: {answer}, seen on {shoes, select, left {the left} right {the right} other {both shoes}}',
  ),
  halfSizes: message(
    { evidence: 'text', halves: 'number' },
    '{evidence}, {halves, plural, =1 {half a size} =2 {one size} other {# half sizes}} of the last',
  ),
  inProportion: message({ evidence: 'text' }, '{evidence}, in the same proportion'),
  footbedsAlike: message({}, 'the footbeds are of one size'),
  footbedUnknown: message({}, 'the footbed length was not measured'),
  outsolesAlike: message({}, 'the outsoles are of one size'),
  outsolesDiffer: message({}, 'the outsoles differ too'),
  outsoleStays: message({}, 'the outsole feature does not grow with the footbed'),
  outsoleGrows: message({}, 'the outsole feature grows with the footbed'),
  outsoleTooShort: message({}, 'the outsole feature is too short to show half a size'),
  noLongOutsole: message({}, 'no outsole feature is long enough to show half a size'),
  heavier: message({ shoe: ['left', 'right'] }, 'the {shoe} shoe is also heavier'),
  notHeavier: message({ shoe: ['left', 'right'] }, 'but the {shoe} shoe is not heavier'),
  massAlike: message({}, 'the masses do not differ by more than their uncertainty'),
  labels: message({ left: 'text', right: 'text' }, 'the labels say {left} and {right}'),
  labelsDiffer: message({}, 'the labels of the shoes differ'),
  marksDiffer: message(
    { left: 'text', right: 'text' },
    'the footbed marks differ: {left} and {right}',
  ),
  markOfOther: message(
    { shoe: ['left', 'right'], mark: 'text' },
    'the footbed in the {shoe} shoe is marked {mark}',
  ),
  collarLeans: message(
    { shoe: ['left', 'right'], amount: 'text' },
    'the collar of the {shoe} shoe leans {amount} more than the other, lateral against medial',
  ),
  collarsUnknown: message({}, 'the collars were not measured on both sides'),
  collarsLevel: message({}, 'the collars are level'),
  collarsBoth: message(
    { way: ['higher', 'lower'], lateral: 'text', medial: 'text' },
    'both collars {way, select, higher {higher} other {lower}} on the right shoe: {lateral} lateral, {medial} medial',
  ),
};
export type CauseEvidence = SaidOf<typeof CAUSE_EVIDENCE>;

export const CAUSE_NAMES = {
  'two-sizes': message({}, 'Two sizes in one box'),
  'wrong-footbed': message({}, 'Swapped or wrong footbed'),
  'upper-askew': message({}, 'Upper lasted askew: turned and tilted on the sole'),
  'heel-seat': message({}, 'Heel seat or lasting height differs'),
  twisted: message({}, 'Heel or shank set twisted'),
  'toe-spring': message({}, 'Toe spring differs'),
  'two-moulds': message({}, 'Outsoles from two moulds, or trimmed unequally'),
  'other-foam': message({}, 'Foam of another hardness or batch'),
  'other-rubber': message({}, 'Rubber of another compound or batch'),
  'other-build': message({}, 'Mass differs at one size: foam density, glue, or a missing part'),
};

/** What a cause does to the wearer. */
export const CAUSE_EFFECTS = {
  twoSizesBy: message(
    { halves: 'number' },
    'One shoe is {halves, plural, =1 {half a size} =2 {one size} other {# half sizes}} longer: one foot slides or the other is pressed. Lacing does not help.',
  ),
  'two-sizes': message({}, 'The labels differ: one foot slides or the other is pressed.'),
  'wrong-footbed': message(
    {},
    'The footbed buckles or leaves a gap at the toe, and its arch is in the wrong place. The shoe itself is sound: the right footbed solves it.',
  ),
  'upper-askew': message(
    {},
    'The heel is held off centre and the ankle leans. The shoe rubs on one side, and the foot rolls. It does not wear in.',
  ),
  'heel-seat': message(
    {},
    'One foot sits deeper: the collar meets one ankle bone and not the other. Take out the footbeds and look under them first.',
  ),
  twisted: message(
    {},
    'The shoe rocks on the ground and turns the foot at each step. It is unstable: do not dance, climb or carry loads in it. See a clinician about pain.',
  ),
  'toe-spring': message(
    {},
    'One shoe rolls off earlier and holds the toes higher. Shoes that were bent in the box may recover: lay them flat for a day and measure again.',
  ),
  'two-moulds': message(
    {},
    'It is seldom felt by itself. Check whether the edges and the grooves are alike.',
  ),
  'other-foam': message(
    {},
    'One side lands harder than the other. The softer shoe may flatten first.',
  ),
  'other-rubber': message({}, 'Grip and wear differ between the feet, most of all on wet ground.'),
  'other-build': message(
    {},
    'It is rarely felt under 20 g. Look for a missing shank, plate or insole board.',
  ),
};

/** How the shoe at fault was found. */
export const AT_FAULT = {
  siblings: message(
    { pairs: 'number', like: ['left', 'right'], feature: 'text' },
    '{pairs, plural, =1 {another pair} other {# other pairs}} of this model and size {pairs, plural, =1 {agrees} other {agree}} with the {like} shoe ({feature})',
  ),
  seen: message(
    { feature: 'text', shoe: SHOES },
    '{feature}, seen on {shoe, select, left {the left} right {the right} other {both shoes}}',
  ),
  off: message(
    { feature: 'text', shoe: SHOES },
    '{feature} is off on {shoe, select, left {the left} right {the right} other {both shoes}}',
  ),
  offOne: message(
    { feature: 'text', shoe: ['left', 'right'], other: ['left', 'right'] },
    '{feature} is off on the {shoe} and true on the {other}',
  ),
  collar: message({}, 'its collar leans more'),
  nothing: message({}, 'only another pair of this model can show which shoe is at fault'),
};

export const MATCH_MESSAGES = {
  sure: message({ name: 'text' }, '{name}'),
  likely: message({ name: 'text' }, '{name}, probably'),
  possible: message({ name: 'text' }, '{name}, possibly'),
  noKnownCause: message(
    { features: 'text' },
    '{features} out of tolerance; the pattern fits no known cause',
  ),
  finding: message({ fault: 'text' }, '{fault}.'),
  nothingYet: message({}, 'Nothing has been measured yet.'),
  open: message({ features: 'text' }, 'No difference so far. Still to decide: {features}.'),
  matched: message(
    { features: 'number' },
    '{features, plural, =1 {The one feature measured agrees} other {All # features agree}} within tolerance.',
  ),
  feltOnly: message(
    {},
    'No measurement explains what the wearer felt: check the foot, the sock and the lacing. See a clinician about pain.',
  ),
  agrees: message({ feature: 'text' }, '{feature} agrees'),
  isOut: message({ feature: 'text' }, '{feature} is out of tolerance'),
  boxDiffers: message({ label: 'text' }, 'the box says {label}, the shoes do not'),
  seen: message({ sight: 'text', answer: 'text' }, '{sight}: {answer}'),
  seenOn: message(
    { sight: 'text', answer: 'text', shoe: SHOES },
    '{sight}: {answer} ({shoe, select, left {left} right {right} other {both}})',
  ),
  seenNoted: message({ seen: 'text', note: 'text' }, '{seen}, {note}'),
  feltShoe: message(
    { shoe: SHOES },
    '{shoe, select, left {the left shoe} right {the right shoe} other {both shoes}}',
  ),
  feltWhere: message({ where: 'text' }, '{where}'),
  feltSince: message({ since: 'text' }, 'since {since}'),
  twoGauges: message(
    { feature: 'text' },
    '{feature}: measured with two gauges, whose zero errors do not cancel. Measure both shoes with one gauge',
  ),
};

/** Sentences of the note that goes back with a pair. */
export const RETURN_NOTE = {
  sure: message({ name: 'text' }, '{name}.'),
  likely: message({ name: 'text' }, 'Probable cause: {name}.'),
  possible: message({ name: 'text' }, 'Possible cause: {name}.'),
  oneShoe: message(
    { shoe: ['left', 'right'], why: 'text' },
    'The {shoe} shoe is the one that differs: {why}.',
  ),
  bothShoes: message({ why: 'text' }, 'Both shoes differ: {why}.'),
  eitherShoe: message({}, 'The measurements do not show which of the two shoes is at fault.'),
  evidence: message({ evidence: 'text' }, 'Evidence: {evidence}.'),
  beside: message({ name: 'text', effect: 'text' }, 'Also found: {name}. {effect}'),
  besideLikely: message({ name: 'text', effect: 'text' }, 'Also probable: {name}. {effect}'),
  felt: message({ felt: 'text' }, 'the wearer felt: {felt}'),
};

const lower = (name: string) => name.toLowerCase();
const nameOf = (id: MatchFeatureId) => matchFeature(id).name;

export const causeEvidence = (said: CauseEvidence): Sentence => say(CAUSE_EVIDENCE, said);

export const causeName = (id: CauseId): Sentence => CAUSE_NAMES[id]({});

/** @param halfSizes by how much one shoe is longer, of two sizes; undefined: only the labels differ */
export const causeEffect = (id: CauseId, halfSizes?: number): Sentence =>
  halfSizes !== undefined
    ? CAUSE_EFFECTS.twoSizesBy({ halves: Math.abs(halfSizes) })
    : CAUSE_EFFECTS[id]({});

/** Why it is that shoe which is at fault: `heel seam is off on the right and true on the left`. */
export function atFaultReason(why: AtFaultWhy, atFault: AtFault): Sentence {
  if (why.by === 'collar') return AT_FAULT.collar({});
  if (why.by === 'nothing') return AT_FAULT.nothing({});
  const feature = lower(nameOf(why.feature));
  if (why.by === 'siblings') return AT_FAULT.siblings({ ...why, feature });
  if (why.by === 'eye') return AT_FAULT.seen({ feature, shoe: why.shoe });
  return why.otherIsTrue && (atFault === 'left' || atFault === 'right')
    ? AT_FAULT.offOne({ feature, shoe: atFault, other: atFault === 'left' ? 'right' : 'left' })
    : AT_FAULT.off({ feature, shoe: why.shoe });
}

/** All that is said of a cause. */
export function writtenCause(cause: {
  id: CauseId;
  halfSizes?: number;
  evidenceFor: readonly CauseEvidence[];
  evidenceAgainst: readonly CauseEvidence[];
  unknown: readonly CauseEvidence[];
  atFault: AtFault;
  atFaultWhy: AtFaultWhy;
}) {
  return {
    name: causeName(cause.id),
    effect: causeEffect(cause.id, cause.halfSizes),
    evidenceFor: cause.evidenceFor.map(causeEvidence),
    evidenceAgainst: cause.evidenceAgainst.map(causeEvidence),
    unknown: cause.unknown.map(causeEvidence),
    atFaultWhy: atFaultReason(cause.atFaultWhy, cause.atFault),
  };
}

/** What is wrong with a pair, in a phrase: `Two sizes in one box, probably`. */
export const matchFault = (fault: MatchFault): Sentence =>
  'cause' in fault
    ? MATCH_MESSAGES[fault.confidence]({ name: causeName(fault.cause) })
    : MATCH_MESSAGES.noKnownCause({ features: fault.features.map(nameOf).join(', ') });

/** What was felt, in a phrase; undefined where nothing was. */
export function feltWords(felt: Felt | undefined): Sentence | undefined {
  if (!felt?.where && !felt?.shoe) return undefined;
  return joined(
    [
      felt.shoe ? MATCH_MESSAGES.feltShoe({ shoe: felt.shoe }) : undefined,
      felt.where ? MATCH_MESSAGES.feltWhere({ where: felt.where }) : undefined,
      felt.since ? MATCH_MESSAGES.feltSince({ since: felt.since }) : undefined,
    ],
    ', ',
  );
}

/** A fault that was seen: `Heel seams stand upright: off (left), at the toe`. */
export function seenFault(seen: SeenFault): Sentence {
  if (seen.sight === 'box') return MATCH_MESSAGES.boxDiffers({ label: nameLabel(seen.label) });
  const [, fault] = sightAnswers(seen.sight);
  const answer = fault === 'fault' ? 'not so' : fault;
  const { name: sight } = SIGHTS[seen.sight];
  const words = seen.side
    ? MATCH_MESSAGES.seenOn({ sight, answer, shoe: seen.side })
    : MATCH_MESSAGES.seen({ sight, answer });
  return seen.note ? MATCH_MESSAGES.seenNoted({ seen: words, note: seen.note }) : words;
}

/** A fault that was seen, whichever shoe has it: `Lugs whole and alike: not so`. */
export const kindOfSight = (sight: SightId): Sentence =>
  MATCH_MESSAGES.seen({ sight: SIGHTS[sight].name, answer: 'not so' });

/** The verdict on a pair, in a sentence or two. */
export function matchSentence(verdict: { answer: MatchAnswer } & MatchCircumstances): Sentence {
  const { fault, measured, open, felt, answer } = verdict;
  if (fault) return MATCH_MESSAGES.finding({ fault: matchFault(fault) });
  if (measured === 0) return MATCH_MESSAGES.nothingYet({});
  if (answer !== 'matched')
    return MATCH_MESSAGES.open({ features: open.map((id) => lower(nameOf(id))).join(', ') });
  return joined([
    MATCH_MESSAGES.matched({ features: measured }),
    felt ? MATCH_MESSAGES.feltOnly({}) : undefined,
  ]);
}

export const noteCause = (id: CauseId, confidence: Confidence): Sentence =>
  RETURN_NOTE[confidence]({ name: causeName(id) });

/** A further cause beside the one that leads. */
export const noteCauseBeside = (
  id: CauseId,
  confidence: Confidence,
  halfSizes: number | undefined,
): Sentence =>
  RETURN_NOTE[confidence === 'sure' ? 'beside' : 'besideLikely']({
    name: causeName(id),
    effect: causeEffect(id, halfSizes),
  });

export function noteShoeAtFault(why: AtFaultWhy, atFault: AtFault): Sentence {
  const reason = { why: atFaultReason(why, atFault) };
  if (atFault === 'both') return RETURN_NOTE.bothShoes(reason);
  return atFault === 'either'
    ? RETURN_NOTE.eitherShoe({})
    : RETURN_NOTE.oneShoe({ shoe: atFault, ...reason });
}

export const noteEvidence = (evidence: Sentence): Sentence => RETURN_NOTE.evidence({ evidence });
export const noteFelt = RETURN_NOTE.felt;

/** Which features agree and which do not, and what was seen. */
export function matchEvidence({
  answer,
  evidenceFor,
  evidenceAgainst,
  seen,
}: Pick<Verdict<MatchAnswer>, 'answer' | 'evidenceFor' | 'evidenceAgainst'> &
  Pick<MatchCircumstances, 'seen'>): Sentence {
  const [agree, differ] =
    answer === 'out' ? [evidenceAgainst, evidenceFor] : [evidenceFor, evidenceAgainst];
  const written = (findings: readonly Finding[], which: 'agrees' | 'isOut') =>
    findings
      .filter(({ rule }) => rule === 'match/tolerance')
      .map(({ subject }) => MATCH_MESSAGES[which]({ feature: nameOf(subject as MatchFeatureId) }));
  return joined(
    [...written(differ, 'isOut'), ...seen.map(seenFault), ...written(agree, 'agrees')],
    '; ',
  );
}

/** The verdict with all faults that were seen, as a decision keeps it. */
export const matchWords = (verdict: { answer: MatchAnswer } & MatchCircumstances): Sentence =>
  joined([matchSentence(verdict), ...verdict.seen.map(seenFault)]);
