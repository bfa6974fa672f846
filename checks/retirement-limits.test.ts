/** The signs of wear, each with the answer it leads to, and the limits of the rated life. Common practice, by hand. */

import { describe, expect, it } from 'vitest';
import { SIGNS, type Sign } from '#core/catalogue/wear-signs.ts';
import type { RetirementAnswer } from '#core/records/wear-verdict.ts';
import { foamKind, judgeRetirement } from '#core/wear/retirement.ts';
import { readSigns } from '#core/wear/signs.ts';
import { whatTips } from '#core/wear/what-tips.ts';
import { textOf } from '#core/wording/sentence.ts';
import { signName, wearTip, writtenWear } from '#core/wording/wear-sentences.ts';

const LIFE = { low: 400, high: 600 };
const judge = (km: number, signs: string[], more: object = {}) => {
  const {
    for: evidenceFor,
    against,
    cautions,
    words,
    ...rest
  } = writtenWear(judgeRetirement({ km, signs, ratedLifeKm: LIFE, ...more }));
  return {
    ...rest,
    for: evidenceFor.map(textOf),
    against: against.map(textOf),
    cautions: cautions.map(textOf),
    words: textOf(words),
  };
};

describe('each sign by itself, early in a life', () => {
  const ALONE: Record<Sign, [answer: RetirementAnswer, words: RegExp]> = {
    'upper torn': ['retire', /tear through the upper/],
    'rubber worn through': ['retire', /rubber is worn through/],
    'counter broken': ['retire', /counter is broken/],
    'shank broken': ['retire', /shank is broken/],
    'foam dead': ['retire', /^Retire soon: the midsole feels flat/],
    'creases plain': ['retire', /creases/],
    'lining growing': ['cannot tell', /Does it chafe/],
    'lining chafing': ['go on', /no sign is against/],
    'lining torn': ['go on', /Check whether the tear grows/],
    'lining seen': ['go on', /no sign is against/],
    'fine cracks': ['cannot tell', /Which foam is it/],
    'new aches': ['retire', /See a clinician/],
    'rubber marked': ['go on', /marks on the rubber/],
    'rebound less': ['go on', /less rebound/],
    'insole flat': ['go on', /no sign is against/],
    'tread wear': ['go on', /no sign is against/],
  };
  it.each(SIGNS)('%s', (sign) => {
    const [answer, words] = ALONE[sign];
    const judged = judge(100, [sign]);
    expect(judged.answer).toBe(answer);
    expect(judged.words).toMatch(words);
    expect(judged.cautions.some((caution) => caution.includes('Worn-out shoes'))).toBe(
      answer === 'retire',
    );
    expect(judged.cautions.some((caution) => caution.includes('see a clinician'))).toBe(
      sign === 'new aches',
    );
  });
  it.each(SIGNS)('no %s changes nothing, and is listed', (sign) => {
    const judged = judge(100, [`no ${sign}`]);
    expect(judged.answer).toBe('go on');
    expect(judged.against).toContain(`${textOf(signName(sign))}: not seen`);
  });
  it.each([
    ['rubber marked', 'against'],
    ['lining seen', 'against'],
    ['insole flat', 'against'],
    ['tread wear', 'against'],
    ['rebound less', 'for'],
    ['lining torn', 'for'],
  ] as const)('%s is listed %s', (sign, side) => {
    const judged = judge(100, [sign]);
    const other = side === 'for' ? judged.against : judged.for;
    expect(judged[side].join('; ')).toContain(textOf(signName(sign)));
    expect(other.join('; ')).not.toContain(textOf(signName(sign)));
  });
});

describe('two signs', () => {
  it.each([
    // The first of the list leads, whichever was said first.
    [['new aches', 'upper torn'], /tear through the upper/],
    [['creases plain', 'foam dead'], /midsole feels flat/],
    [['lining growing', 'lining chafing'], /grows and chafes/],
    [['lining torn', 'lining chafing'], /Check whether the tear grows/],
    [['fine cracks', 'lining growing'], /Which foam/],
    [['rubber marked', 'rebound less'], /marks on the rubber/],
    [['rebound less', 'lining torn'], /Check whether the tear grows/],
  ])('%j: %s', (signs, words) => {
    expect(judge(100, signs).words).toMatch(words);
    expect(judge(100, [...signs].reverse()).words).toMatch(words);
  });
  it('a dead foam is retired soon, with new aches at once', () => {
    expect(judge(100, ['foam dead'])).toMatchObject({ soon: true });
    expect(judge(100, ['foam dead', 'new aches'])).not.toHaveProperty('soon');
  });
  it.each([
    ['races on Sundays', /for races only/],
    ['race', /for races only/],
    ['training', /^Keep using: marks/],
    ['bracelet', /^Keep using: marks/],
  ])('marked rubber, for %s', (purpose, words) => {
    expect(judge(100, ['rubber marked'], { purpose }).words).toMatch(words);
  });
});

describe('fine cracks by the foam', () => {
  it.each([
    ['EVA', 'go on', 'against'],
    ['a blend with eva', 'go on', 'against'],
    ['TPU', 'retire', 'for'],
    ['PU', 'retire', 'for'],
    ['polyurethane', 'retire', 'for'],
    ['EVA with a TPU film', 'retire', 'for'],
    ['nitrogen foam', 'cannot tell', 'for'],
    [undefined, 'cannot tell', 'for'],
  ] as const)('%s: %s', (foam, answer, side) => {
    const judged = judge(100, ['fine cracks'], { foam });
    expect(judged.answer).toBe(answer);
    expect(judged[side].join()).toContain('fine cracks');
  });
  it.each([
    ['EVA', 'EVA'],
    ['evaporated', 'unknown'],
    ['TPU', 'PU'],
    ['PUMICE', 'unknown'],
  ])('%s is %s', (foam, kind) => {
    expect(foamKind(foam)).toBe(kind);
  });
});

describe('distances against a rated life of 400 to 600 km', () => {
  it.each([
    // A torn lining is late from 0.75 of the lower end on.
    { km: 299, signs: ['lining torn'], answer: 'go on' },
    { km: 300, signs: ['lining torn'], answer: 'another use' },
    { km: 600, signs: [], answer: 'go on' },
    { km: 601, signs: [], answer: 'another use' },
    // A sign that leads to less is passed over beyond the rated life.
    { km: 601, signs: ['rubber marked'], answer: 'another use' },
    { km: 600, signs: ['rubber marked'], answer: 'go on' },
    { km: 601, signs: ['new aches'], answer: 'retire' },
  ])('$km km with $signs: $answer', ({ km, signs, answer }) => {
    expect(judge(km, signs).answer).toBe(answer);
  });
  it.each([
    [399, 'against'],
    [400, undefined],
    [600, undefined],
    [601, 'for'],
  ] as const)('%d km is listed: %s', (km, side) => {
    const judged = judge(km, []);
    const line = `${km} km, rated for 400 to 600 km`;
    expect(judged.for.includes(line)).toBe(side === 'for');
    expect(judged.against.includes(line)).toBe(side === 'against');
  });
  it('stand at 300 and 400 miles where nothing else is set', () => {
    expect(judgeRetirement({ km: 644, signs: [] }).answer).toBe('go on');
    expect(judgeRetirement({ km: 645, signs: [] }).answer).toBe('another use');
    expect(judgeRetirement({ km: 362, signs: ['lining torn'] }).answer).toBe('go on');
    expect(judgeRetirement({ km: 363, signs: ['lining torn'] }).answer).toBe('another use');
  });
  it('and the wearer is said, and what was not read', () => {
    const judged = judge(100, ['smells of fish'], { wearer: '60 kg' });
    expect(judged.against).toContain('wearer: 60 kg');
    expect(judged.cautions).toEqual(['Not understood, and not counted: smells of fish.']);
    expect(judge(100, []).against).toEqual(['100 km, rated for 400 to 600 km']);
  });
  it('tip at 300 and 600 km, and no more once they are behind', () => {
    const tips = (km: number, signs: string[] = []) =>
      whatTips({ km, signs, ratedLifeKm: LIFE }).map((tip) => textOf(wearTip(tip)));
    expect(tips(300, ['lining torn'])[0]).not.toBe('300 km');
    expect(tips(299, ['lining torn'])[0]).toBe('300 km');
    expect(tips(600)[0]).toBe('600 km');
    expect(tips(601)).not.toContain('600 km');
  });
});

describe('signs as they are written', () => {
  it.each([
    ['the lining is not torn', [], ['lining torn'], []],
    ['lining torn, chafing', ['lining chafing', 'lining torn'], [], []],
    ['lining torn, and nothing else', ['lining torn'], [], ['and nothing else']],
    ['torn', [], [], ['torn']],
    ['Hairlines', ['fine cracks'], [], []],
    ['crease plain', ['creases plain'], [], []],
    ['without new aches', [], ['new aches'], []],
    [' , ,', [], [], []],
  ])('%s', (phrase, present, absent, unknown) => {
    expect(readSigns([phrase])).toEqual({ present, absent, unknown });
  });
});
