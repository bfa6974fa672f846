/** What a motorcycle boot is asked. Protection is certified by others: the bench measures. Common practice. */
import { claim, figure, part, rule, says, score, type UseRules } from '../use-rule.ts';

const CERTIFIED =
  'Protection is certified to its standard by a test house: this bench measures, and certifies nothing.';

export const MOTORCYCLE_RULES: UseRules = {
  card: 'A shank stops it bending backward over the peg, and its sides do not crush. The toe goes under the lever. The shin can be adjusted, and the shaft fits under trousers. Water is kept out to a known height.',
  aims: ['road', 'touring in the wet'],
  rules: [
    rule(
      'motorcycle/peg',
      'Stands on the peg, and holds in a fall',
      'The shank keeps the sole from bending backward over a peg; the sides keep a wheel or a stone off the foot.',
      [
        says(
          [part('shank', 'steel', 'plastic'), figure('bend-arch-back', { from: 1.2 })],
          'a shank against bending backward',
          'nothing keeps it from bending backward',
          { needed: true, failing: 'against', aspect: 'safety' },
        ),
        says([figure('side-crush', { from: 25 })], 'the sides hold', 'the sides give way', {
          aspect: 'safety',
        }),
        says([part('toe-cap', 'hard', 'safety cap')], 'a hard toe', 'a soft toe', {
          aspect: 'safety',
        }),
        says(
          [claim('13634')],
          'its maker states EN 13634: look for the label in the boot',
          'no standard is stated of it',
          { aspect: 'safety' },
        ),
      ],
      { caution: CERTIFIED },
    ),
    rule(
      'motorcycle/lever',
      'Goes under the lever',
      'A toe higher than the room under the lever, or wider than the room beside the casing, shifts badly.',
      [
        says(
          [figure('external-toe-height', { to: 65 })],
          'the toe goes under a usual lever',
          'the toe is high for a usual lever: set the lever, or take another boot',
          { needed: true, aspect: 'performance' },
        ),
        says(
          [figure('external-toe-width', { to: 112 })],
          'narrow enough beside the casing',
          'broad beside the casing',
          { aspect: 'performance' },
        ),
      ],
      { draws: 'toe under a lever' },
    ),
    rule(
      'motorcycle/shaft',
      'Closes over the shin and under trousers',
      'A shaft that can be set at the shin fits over trousers’ lining or under them.',
      [
        says([part('shin', 'can be set')], 'the shin can be set', 'the shin cannot be set'),
        says(
          [figure('shaft-girth', { to: 400 })],
          'goes under trousers',
          'too wide for most trousers',
        ),
        says(
          [score('bend-rear-hand', { to: 4 })],
          'the ankle still moves',
          'the ankle is held stiff: shifting is hard',
        ),
      ],
    ),
    rule(
      'motorcycle/water',
      'Keeps spray out',
      'Water comes in over the membrane’s edge and through the zip.',
      [
        says([part('waterproof', 'membrane', 'rubber')], 'keeps water out', 'lets water in', {
          needed: true,
        }),
        says(
          [figure('membrane-height', { from: 180 }), part('waterproof-height', 'the top')],
          'to above the ankle',
          'not to above the ankle, as far as known',
        ),
      ],
      { aims: ['touring in the wet'] },
    ),
  ],
  inShop: [
    {
      act: 'Bend the sole backward at the arch over the edge of a table.',
      tells: 'It does not give: there is a shank.',
      part: 'shank',
    },
    {
      act: 'Lay a ruler across the toe and measure its height.',
      tells: 'Against the room under your own lever.',
      quantity: 'external-toe-height',
    },
    { act: 'Squeeze the sides at the ball.', tells: 'They hold.', quantity: 'side-crush' },
    {
      act: 'Look for the label of the standard, with its levels.',
      tells: 'No label: no certificate.',
      part: 'toe-cap',
    },
  ],
  books: [
    {
      name: 'EN 13634, protective footwear for motorcycle riders',
      dated: '2017, from memory',
      says: 'Levels of abrasion, impact cut and transverse rigidity stand on the label in the boot.',
    },
  ],
};
