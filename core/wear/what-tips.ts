/** What a sign says by which school, and what would tip a pair over. Common practice. */
import { RATED_LIFE_KM, WEAR_LIMITS } from '../limits/wear-limits.ts';
import { judgeRetirement, type RetirementAnswer, type RetirementQuestion } from './retirement.ts';
import { readSigns, SIGNS, type Sign } from './signs.ts';

/** Each sign as practice reads it, schools named where they part. */
const SAYS: Readonly<Record<Sign, string>> = {
  'upper torn': 'any tear through the upper is an end; rubbed from inside it speaks of the width',
  'rubber worn through': 'the foam was gone before it',
  'counter broken': 'the heel is held no more',
  'shank broken': 'the middle is held no more',
  'foam dead': 'some foams fail at once, whatever the tread looks like',
  'creases plain': 'plain from 30 cm, and not moulded: see the picture when new',
  'lining growing': 'with chafing an end; alone it is looked at again',
  'lining chafing': 'with a tear that grows an end',
  'lining torn': 'early in its life it goes on, late it is enough for another use',
  'lining seen': 'noted; see whether it grows',
  'fine cracks': 'nothing in EVA after a few outings, in PU or TPU the foam breaks down',
  'new aches': 'pain belongs to a clinician',
  'rubber marked': 'no end',
  'rebound less': 'a little less is no end; press it again at the next check',
  'insole flat': 'insoles flatten first; another one tells',
  'tread wear': 'the outer heel is worn first, and that is normal',
};

const DISTANCE_SAYS =
  'schools: 480 to 640 km for training, 240 for racing, about 800 for any, under 480 disappoints';

/**
 * What practice says of a sign for or against, as the panel lists it; undefined where it says nothing.
 * @example signSays('no lining growing') // 'with chafing an end; alone it is looked at again'
 */
export function signSays(listed: string): string | undefined {
  if (/\brated for\b/.test(listed)) return DISTANCE_SAYS;
  const plain = listed.replace(/^no /, '').replace(/: .*$/, '');
  return SIGNS.some((sign) => sign === plain) ? SAYS[plain as Sign] : undefined;
}

/** From the mildest on. */
const STRICTNESS: readonly RetirementAnswer[] = ['go on', 'cannot tell', 'another use', 'retire'];
const strictness = (answer: RetirementAnswer) => STRICTNESS.indexOf(answer);

export interface Tip {
  /** A sign, or a distance: `lining growing`, `644 km`. */
  when: string;
  answer: RetirementAnswer;
}

const nounOf = (sign: string) => sign.split(' ')[0] ?? '';

/**
 * What would tip it to a stricter answer, one thing at a time: a distance where the rules look at it, signs of
 * the part that is worn already, then others.
 *
 * @param atMost how many are named
 * @example a lining torn early: 362 km (another use), growing (cannot tell), then tears and holes (retire)
 */
export function whatTips(question: RetirementQuestion, atMost = 4): Tip[] {
  const now = judgeRetirement(question);
  const { present } = readSigns(question.signs);
  const worn = new Set(present.map(nounOf));
  const stricter = (answer: RetirementAnswer) => strictness(answer) > strictness(now.answer);
  const bySign = SIGNS.filter((sign) => !present.includes(sign))
    .map((sign) => ({
      when: sign as string,
      answer: judgeRetirement({ ...question, signs: [...question.signs, sign] }).answer,
    }))
    .filter(({ answer }) => stricter(answer))
    .sort((a, b) => Number(worn.has(nounOf(b.when))) - Number(worn.has(nounOf(a.when))));
  const life = question.ratedLifeKm ?? RATED_LIFE_KM;
  // Where the rules look at the distance: late in its life, and beyond it.
  const byDistance = [WEAR_LIMITS.lateInLife.value * life.low, life.high]
    .filter((km) => km >= question.km)
    .map((km) => ({
      when: `${Math.round(km)} km`,
      answer: judgeRetirement({ ...question, km: km + 1 }).answer,
    }))
    .filter(({ answer }) => stricter(answer))
    .slice(0, 1);
  return [...byDistance, ...bySign].slice(0, atMost);
}
