/** What a shoe for walking and work is asked. Common practice. */
import { claim, figure, part, rule, says, score, type UseRules } from '../use-rule.ts';

const SAFETY =
  'Safety shoes are certified to their standard by a test house: this bench measures, and certifies nothing.';

export const WALKING_RULES: UseRules = {
  card: 'For all day on kerbs and stairs: cushioned, not too high, and broad at the base. It has room for the toes and holds the heel. Its rubber grips and lasts.',
  aims: ['office', 'rounds on foot', 'on ice'],
  rules: [
    rule(
      'walking/stands',
      'Stands safely on kerbs and stairs',
      'Height and a narrow heel turn ankles on kerbs; a sole far wider than the foot catches on stairs.',
      [
        says([figure('tilt-angle', { from: 48 })], 'broad for its height', 'high for its width', {
          needed: true,
          aspect: 'safety',
        }),
        says([figure('ball-width', { to: 116 })], 'does not catch on stairs', 'catches on stairs', {
          aspect: 'safety',
        }),
        says(
          [score('counter-hand', { from: 3 }), part('counter', 'firm', 'rigid', 'cup outside')],
          'the heel is held',
          'the heel is not held',
        ),
      ],
      { draws: 'tilt', aims: ['rounds on foot', 'on ice'] },
    ),
    rule(
      'walking/all-day',
      'Carries all day',
      'Foam enough under heel and ball, room over the toes, a sole that bends at the ball.',
      [
        says(
          [figure('heel-stack', { from: 20 })],
          'cushioned at the heel',
          'thin at the heel for a day on pavement',
        ),
        says(
          [figure('forefoot-stack', { from: 15 })],
          'cushioned at the ball',
          'thin at the ball for a day on pavement',
        ),
        says([figure('toe-box-height', { from: 22 })], 'room over the toes', 'low over the toes'),
        says([score('bend-front-hand', { to: 4 })], 'it bends', 'it does not bend'),
        says([figure('mass', { to: 420 })], 'not heavy', 'heavy over a day'),
      ],
      { aims: ['office', 'rounds on foot'] },
    ),
    rule(
      'walking/grips',
      'Grips what is walked on',
      'Wet grass and gravel want lugs; wet stone and tiles want rubber that is not hard.',
      [
        says(
          [figure('forefoot-lugs', { from: 2 }), part('pattern', 'lugs')],
          'lugs for grass and gravel',
          'flat on grass and gravel',
          { aspect: 'safety' },
        ),
        says(
          [
            figure('outsole-hardness', { to: 68 }),
            part('compound', 'gum', 'sticky', 'blown, soft'),
          ],
          'rubber that is not hard',
          'hard rubber slips on wet stone',
          { aspect: 'safety' },
        ),
      ],
      { aims: ['rounds on foot'] },
    ),
    rule(
      'walking/ice',
      'Holds on icy rounds',
      'Lugs, a stepped heel and soft rubber help on snow; on bare ice only spikes hold.',
      [
        says([figure('forefoot-lugs', { from: 3.5 })], 'deep lugs', 'shallow lugs on snow', {
          needed: true,
          aspect: 'safety',
        }),
        says(
          [part('studs', 'spikes')],
          'spikes',
          'no spikes: strap some on where there is bare ice',
          { aspect: 'safety' },
        ),
        says([part('waterproof', 'membrane', 'rubber')], 'keeps slush out', 'lets slush in'),
        says([part('collar-cut', 'mid', 'high', 'shaft')], 'over the ankle', 'snow comes in'),
      ],
      { aims: ['on ice'] },
    ),
    rule(
      'walking/work',
      'Safety, where the work asks for it',
      'A cap and a certificate belong together: a hard toe without one is no safety shoe.',
      [
        says(
          [claim('20345', '20347')],
          'its maker states the standard: look for the label',
          'a safety cap, and no standard is stated of it',
          {
            when: [part('toe-cap', 'safety cap')],
            failing: 'against',
            aspect: 'safety',
          },
        ),
        says(
          [part('insole-loose', 'comes out')],
          'an insole of one’s own goes in',
          'the insole stays in',
        ),
      ],
      { caution: SAFETY },
    ),
  ],
  inShop: [
    {
      act: 'Bend it and twist it.',
      tells: 'It bends at the ball, and wrings little.',
      quantity: 'bend-front-hand',
    },
    {
      act: 'Press the toe box with a thumb while standing in it.',
      tells: 'There is room over the toes.',
      quantity: 'toe-box-height',
    },
    {
      act: 'Set it on a level counter and tip it over its edge.',
      tells: 'How early an ankle would turn.',
      quantity: 'tilt-angle',
    },
    {
      act: 'Press a nail into the rubber.',
      tells: 'Soft grips wet stone, and wears.',
      part: 'compound',
    },
  ],
  books: [
    {
      name: 'EN ISO 20345, safety footwear',
      dated: '2022, from memory',
      says: 'Caps, soles and slip resistance are tested and marked by a test house.',
    },
  ],
};
