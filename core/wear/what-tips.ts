/** What would lead to a stricter answer for a worn pair. Common practice. */
import { SIGNS } from '../catalogue/wear-signs.ts';
import { RATED_LIFE_KM, WEAR_LIMITS } from '../limits/wear-limits.ts';
import type { RetirementAnswer, WearTip } from '../records/wear-verdict.ts';
import { judgeRetirement, type RetirementQuestion } from './retirement.ts';
import { readSigns } from './signs.ts';

/** From the mildest on. */
const STRICTNESS: readonly RetirementAnswer[] = ['go on', 'cannot tell', 'another use', 'retire'];
const strictness = (answer: RetirementAnswer) => STRICTNESS.indexOf(answer);

const nounOf = (sign: string) => sign.split(' ')[0] ?? '';

/**
 * What would lead to a stricter answer, one thing at a time: a distance where the rules look at it, signs of
 * the part that is worn already, then others.
 *
 * @param atMost how many are named
 * @example a lining torn early: 362 km (another use), growing (cannot tell), then tears and holes (retire)
 */
export function whatTips(question: RetirementQuestion, atMost = 4): WearTip[] {
  const now = judgeRetirement(question);
  const { present } = readSigns(question.signs);
  const worn = new Set(present.map(nounOf));
  const stricter = (answer: RetirementAnswer) => strictness(answer) > strictness(now.answer);
  const bySign = SIGNS.filter((sign) => !present.includes(sign))
    .map((sign) => ({
      sign,
      answer: judgeRetirement({ ...question, signs: [...question.signs, sign] }).answer,
    }))
    .filter(({ answer }) => stricter(answer))
    .sort((a, b) => Number(worn.has(nounOf(b.sign))) - Number(worn.has(nounOf(a.sign))));
  const life = question.ratedLifeKm ?? RATED_LIFE_KM;
  // Where the rules look at the distance: late in its life, and beyond it.
  const byDistance = [WEAR_LIMITS.lateInLife.value * life.low, life.high]
    .filter((km) => km >= question.km)
    .map((km) => ({
      km: Math.round(km),
      answer: judgeRetirement({ ...question, km: km + 1 }).answer,
    }))
    .filter(({ answer }) => stricter(answer))
    .slice(0, 1);
  return [...byDistance, ...bySign].slice(0, atMost);
}
