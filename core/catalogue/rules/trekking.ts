/** What a trekking shoe or boot is asked. Common practice. */
import { figure, part, rule, says, score, type UseRules, use } from '../use-rule.ts';

export const TREKKING_RULES: UseRules = {
  card: 'Lugs, a cover for the ankle, and something that keeps water out. The sole is so thick and hard that stones are not felt. About 500 g a shoe, and two weeks to break in. For light paths of a day or two, running shoes are enough.',
  aims: ['light paths', 'long ways with a load'],
  rules: [
    rule(
      'trekking/light',
      'Does for light paths',
      'For a day or two on light paths a running shoe does.',
      [
        says(
          [use('running'), use('trail'), use('trekking'), use('walking and work')],
          'a shoe of this kind does for a day or two',
          'made for something else',
          { needed: true },
        ),
        says([figure('mass', { to: 500 })], 'light on the foot', 'heavy for a light path'),
        says(
          [part('pattern', 'lugs', 'grooves', 'herringbone')],
          'it has a profile',
          'it has no profile',
        ),
      ],
      { aims: ['light paths'] },
    ),
    rule(
      'trekking/sole',
      'Keeps stones outside',
      'Under a load every stone is felt: the sole is thick, hard (a key tapped on it rings), and has lugs.',
      [
        says([figure('forefoot-lugs', { from: 3.5 })], 'deep lugs', 'shallow lugs', {
          needed: true,
        }),
        says(
          [figure('forefoot-stack', { from: 18 })],
          'thick under the ball',
          'thin under the ball: stones come through',
        ),
        says(
          [score('tap-ear', { from: 3 }), figure('outsole-hardness', { from: 60 })],
          'a hard sole',
          'a soft sole',
        ),
        says(
          [score('bend-front-hand', { from: 3 })],
          'it does not fold under a load',
          'it folds under a load',
        ),
      ],
      { aims: ['long ways with a load'] },
    ),
    rule(
      'trekking/ankle',
      'Covers the ankle',
      'A load sways: a collar over the ankle and a low, broad heel steady it.',
      [
        says([part('collar-cut', 'mid', 'high', 'shaft')], 'over the ankle', 'below the ankle', {
          needed: true,
          aspect: 'safety',
        }),
        says([figure('tilt-angle', { from: 48 })], 'broad for its height', 'high for its width', {
          aspect: 'safety',
        }),
        says(
          [score('counter-hand', { from: 3 }), part('counter', 'firm', 'rigid', 'cup outside')],
          'the counter holds',
          'the counter gives way',
        ),
      ],
      { aims: ['long ways with a load'], draws: 'tilt' },
    ),
    rule(
      'trekking/water',
      'Keeps water out',
      'Wet feet blister: a membrane, rubber or a coating, and how high it reaches.',
      [
        says(
          [part('waterproof', 'membrane', 'rubber', 'coating')],
          'keeps water out',
          'lets water in',
        ),
        says(
          [
            figure('membrane-height', { from: 80 }),
            part('waterproof-height', 'the ankle', 'the top'),
          ],
          'to above a puddle',
          'a puddle comes in over it',
        ),
      ],
    ),
    rule(
      'trekking/weight',
      'Weighs what a day allows',
      'About 500 g a shoe: what is lifted ten thousand times is felt in the evening.',
      [says([figure('mass', { to: 600 })], 'within the usual weight', 'heavy')],
      {
        aims: ['long ways with a load'],
        caution: 'Break boots in for two weeks before the trip.',
      },
    ),
  ],
  inShop: [
    {
      act: 'Tap the sole with a key.',
      tells: 'A dull tap is cushion, a hard one keeps stones out.',
      quantity: 'tap-ear',
    },
    {
      act: 'Stand on a slope, toes down.',
      tells: 'The toes do not reach the front.',
      quantity: 'internal-length',
    },
    { act: 'Look where the gusset ends.', tells: 'Water comes in there.', part: 'gusset' },
    { act: 'Bend it by hand.', tells: 'For a load it resists.', quantity: 'bend-front-hand' },
  ],
};
