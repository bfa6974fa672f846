/** Sentences about wear: whether a pair goes on, by its signs. */
import type { Sign } from '../catalogue/wear-signs.ts';
import type { WearFinding, WearTip, WearVerdict } from '../records/wear-verdict.ts';
import { message } from './message.ts';
import type { Sentence } from './sentence.ts';

/** What the rule that leads says. */
export const WEAR_ANSWERS = {
  'upper-torn': message(
    {},
    'Retire: a tear through the upper cannot be repaired; no glue holds it.',
  ),
  'rubber-worn-through': message(
    {},
    'Retire: the rubber is worn through, and the foam went before it.',
  ),
  'counter-broken': message({}, 'Retire: the heel counter is broken.'),
  'shank-broken': message({}, 'Retire: the shank is broken.'),
  'foam-dead': message({}, 'Retire: the midsole feels flat, even if the tread still looks good.'),
  'foam-dead-soon': message(
    {},
    'Retire soon: the midsole feels flat, even if the tread still looks good.',
  ),
  'creases-plain': message({}, 'Retire: the midsole has deep creases.'),
  'lining-grows-and-chafes': message({}, 'Retire: the hole in the lining grows and chafes.'),
  'cracks-in-pu': message({}, 'Retire: fine cracks in PU or TPU show that the foam breaks down.'),
  'new-aches': message({}, 'Retire: new aches came with this pair. See a clinician.'),
  'cracks-foam-unknown': message(
    {},
    'Not known: fine cracks are normal in EVA, but in PU or TPU the foam breaks down. Which foam is it?',
  ),
  'lining-grows': message({}, 'Not known: the hole in the lining grows. Does it chafe?'),
  'lining-late': message(
    {},
    'Move to an easier use: the lining is torn, late in the life of the pair. Casual wear is still possible.',
  ),
  'lining-early': message(
    {},
    'Keep using: the lining is torn, but early in the life of the pair. Check whether the tear grows.',
  ),
  'beyond-rated-life': message(
    {},
    'Move to an easier use: the pair has gone farther than its rated life.',
  ),
  'marked-for-races': message({}, 'Keep using, for races only: the rubber is only marked.'),
  'rubber-marked': message({}, 'Keep using: marks on the rubber are normal.'),
  'rebound-less': message(
    {},
    'Keep using: slightly less rebound is normal. Press the midsole again at the next check.',
  ),
  'cracks-in-eva': message({}, 'Keep using: fine cracks are normal in EVA after a few outings.'),
  'nothing-against': message({}, 'Keep using: no sign is against it.'),
};

/** Answers in a word or two, where no reason follows. */
export const WEAR_ANSWER_NAMES = {
  'go on': message({}, 'keep using'),
  'another use': message({}, 'move to an easier use'),
  retire: message({}, 'retire'),
  'cannot tell': message({}, 'not known'),
  lost: message({}, 'lost'),
  'given away': message({}, 'given away'),
};
type WearAnswerName = keyof typeof WEAR_ANSWER_NAMES;

export const SIGN_NAMES = {
  'upper torn': message({}, 'upper torn'),
  'rubber worn through': message({}, 'rubber worn through'),
  'counter broken': message({}, 'heel counter broken'),
  'shank broken': message({}, 'shank broken'),
  'foam dead': message({}, 'midsole feels flat'),
  'creases plain': message({}, 'deep creases'),
  'lining growing': message({}, 'hole in lining growing'),
  'lining chafing': message({}, 'lining chafes'),
  'lining torn': message({}, 'lining torn'),
  'lining seen': message({}, 'lining shows'),
  'fine cracks': message({}, 'fine cracks'),
  'new aches': message({}, 'new aches'),
  'rubber marked': message({}, 'rubber marked'),
  'rebound less': message({}, 'less rebound'),
  'insole flat': message({}, 'insole flat'),
  'tread wear': message({}, 'tread wear'),
};

/** What practice says of a sign, different conventions named where they differ. */
export const SIGN_PRACTICE = {
  'upper torn': message(
    {},
    'any tear through the upper ends its use; a hole rubbed from inside points to the width',
  ),
  'rubber worn through': message({}, 'the foam wears out before the rubber'),
  'counter broken': message({}, 'it no longer holds the heel'),
  'shank broken': message({}, 'it no longer supports the midfoot'),
  'foam dead': message({}, 'some foams fail suddenly, even with good tread'),
  'creases plain': message(
    {},
    'visible from 30 cm, and not moulded: compare the picture taken when new',
  ),
  'lining growing': message({}, 'with chafing it ends the use; without it, check again'),
  'lining chafing': message({}, 'with a growing hole it ends the use'),
  'lining torn': message({}, 'early in the life keep using; late, move to an easier use'),
  'lining seen': message({}, 'note it, and check whether it grows'),
  'fine cracks': message({}, 'normal in EVA after a few outings; PU and TPU break down'),
  'new aches': message({}, 'see a clinician about pain'),
  'rubber marked': message({}, 'normal'),
  'rebound less': message({}, 'a little less is normal; press the midsole at the next check'),
  'insole flat': message({}, 'insoles flatten first; try another one'),
  'tread wear': message({}, 'the outer heel wears first, and that is normal'),
  distance: message(
    {},
    'conventions: 480 to 640 km for training, 240 km for racing, about 800 km for any; under 480 km disappoints',
  ),
};

export const WEAR_EVIDENCE = {
  present: message({ sign: 'text' }, '{sign}'),
  absent: message({ sign: 'text' }, '{sign}: not seen'),
  normal: message({ sign: 'text' }, '{sign}: normal by itself'),
  distance: message(
    { km: 'text', low: 'text', high: 'text' },
    '{km} km, rated for {low} to {high} km',
  ),
  wearer: message({ wearer: 'text' }, 'wearer: {wearer}'),
  tipAtDistance: message({ km: 'text' }, '{km} km'),
  unread: message({ phrase: 'text' }, 'Not understood, and not counted: {phrase}.'),
  clinician: message({}, 'New aches: see a clinician about pain.'),
  wornOut: message({}, 'Worn-out shoes can hurt people: do not pass them on for the same use.'),
  decided: message({ answer: 'text' }, 'decided: {answer}'),
};

export const signName = (sign: Sign): Sentence => SIGN_NAMES[sign]({});
export const wearAnswerName = (answer: WearAnswerName): Sentence => WEAR_ANSWER_NAMES[answer]({});
export const wearDecided = (answer: WearAnswerName): Sentence =>
  WEAR_EVIDENCE.decided({ answer: wearAnswerName(answer) });

/** The answer with its reason. */
export const wearSentence = ({ rule, soon }: Pick<WearVerdict, 'rule' | 'soon'>): Sentence =>
  soon && rule === 'foam-dead' ? WEAR_ANSWERS['foam-dead-soon']({}) : WEAR_ANSWERS[rule]({});

/** What was found, in a line. */
export function wearEvidence(finding: WearFinding): Sentence {
  switch (finding.kind) {
    case 'distance': {
      const whole = (km: number) => String(Math.round(km));
      const { low, high } = finding.ratedLifeKm;
      return WEAR_EVIDENCE.distance({
        km: whole(finding.km),
        low: whole(low),
        high: whole(high),
      });
    }
    case 'wearer':
      return WEAR_EVIDENCE.wearer({ wearer: finding.wearer });
    default:
      return WEAR_EVIDENCE[finding.kind]({ sign: signName(finding.sign) });
  }
}

/** What practice says of a finding; undefined where it says nothing. */
export function wearPractice(finding: WearFinding): Sentence | undefined {
  if (finding.kind === 'distance') return SIGN_PRACTICE.distance({});
  return finding.kind === 'wearer' ? undefined : SIGN_PRACTICE[finding.sign]({});
}

/** A verdict as it is written down: with a decision it is kept like that. */
export const writtenWear = (verdict: WearVerdict) => ({
  answer: verdict.answer,
  ...(verdict.soon ? { soon: verdict.soon } : {}),
  for: verdict.evidenceFor.map(wearEvidence),
  against: verdict.evidenceAgainst.map(wearEvidence),
  cautions: wearCautions(verdict),
  words: wearSentence(verdict),
});

/** What would have to be seen, or how far it would have to go: `hole in lining growing`, `644 km`. */
export const wearTip = (tip: WearTip): Sentence =>
  'sign' in tip ? signName(tip.sign) : WEAR_EVIDENCE.tipAtDistance({ km: String(tip.km) });

/** What is to be said beside a verdict: pain, worn-out shoes, and what was not understood. */
export function wearCautions({
  answer,
  evidenceFor,
  unread,
}: Pick<WearVerdict, 'answer' | 'evidenceFor' | 'unread'>): Sentence[] {
  const aches = evidenceFor.some((finding) => 'sign' in finding && finding.sign === 'new aches');
  return [
    ...(aches ? [WEAR_EVIDENCE.clinician({})] : []),
    ...(answer === 'retire' ? [WEAR_EVIDENCE.wornOut({})] : []),
    ...unread.map((phrase) => WEAR_EVIDENCE.unread({ phrase })),
  ];
}
