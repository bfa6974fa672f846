/** What a court shoe is asked. Common practice. */
import { figure, part, rule, says, score, type UseRules, use } from '../use-rule.ts';

export const COURT_RULES: UseRules = {
  card: 'Thin, firm and low: height lengthens the lever of a rolling ankle. The outside wall holds the side step, and the rubber does not mark. Gum rubber grips on wood; plain rubber lasts on cement.',
  aims: ['wood or PU floor', 'cement', 'clay'],
  rules: [
    rule(
      'court/low',
      'Low enough for side steps',
      'Height lengthens the lever of a rolling ankle: half the sole’s width over the stack is the tilt to the edge.',
      [
        says(
          [figure('tilt-angle', { from: 55 })],
          'it leans far before it stands on its edge',
          'it stands on its edge early',
          { needed: true, failing: 'against', aspect: 'safety' },
        ),
        says([figure('heel-stack', { to: 28 })], 'low at the heel', 'high at the heel', {
          aspect: 'safety',
        }),
        says(
          [figure('midsole-lateral-hardness', { from: 50 })],
          'a firm midsole',
          'a soft midsole gives on the side step',
          { aspect: 'performance' },
        ),
        says([use('court')], 'made for court', 'no running shoes on court', {
          when: [use('running'), use('trail')],
          failing: 'against',
          aspect: 'safety',
        }),
      ],
      {
        draws: 'tilt',
        caution: 'Height lengthens the lever of a rolling ankle: no running shoes on court.',
      },
    ),
    rule(
      'court/side-step',
      'Holds the side step',
      'The foot pushes against the outer wall; the sole must not wring, and the insole must reach the wall.',
      [
        says(
          [part('walls', 'both', 'lateral'), figure('wall-lateral', { from: 4 })],
          'a wall on the outside',
          'no wall on the outside',
          { aspect: 'safety' },
        ),
        says(
          [score('twist-front-hand', { from: 3 })],
          'it does not wring',
          'it wrings under a side step',
        ),
        says(
          [score('counter-hand', { from: 3 }), part('counter', 'firm', 'rigid', 'cup outside')],
          'the counter holds',
          'the counter gives way',
        ),
        says(
          [figure('insole-step', { to: 3 })],
          'no gap beside the insole',
          'the foot slides off the insole',
        ),
      ],
    ),
    rule(
      'court/floor',
      'Leaves floors clean',
      'Halls refuse soles that mark.',
      [
        says([part('marking', 'does not')], 'does not mark floors', 'marks floors', {
          needed: true,
          failing: 'against',
        }),
        says(
          [part('compound', 'gum')],
          'gum rubber, which holds on wood and PU',
          'another rubber than gum',
        ),
        says(
          [part('pattern', 'grooves', 'herringbone', 'flat', 'blades')],
          'a low profile',
          'a high profile catches',
        ),
      ],
      { aims: ['wood or PU floor'] },
    ),
    rule(
      'court/cement',
      'Lasts on cement',
      'Cement files rubber away: gum is gone in weeks, plain rubber lasts.',
      [
        says(
          [part('compound', 'plain rubber', 'hard-wearing')],
          'plain rubber, which lasts on cement',
          'rubber that cement files away',
          { aspect: 'durability', needed: true },
        ),
        says([figure('outsole-hardness', { from: 60 })], 'hard enough', 'soft: it wears fast', {
          aspect: 'durability',
        }),
      ],
      { aims: ['cement'] },
    ),
    rule(
      'court/clay',
      'Grips and clears on clay',
      'Herringbone lets the foot slide and sheds the clay.',
      [
        says([part('pattern', 'herringbone')], 'herringbone', 'a pattern that clogs', {
          needed: true,
        }),
      ],
      { aims: ['clay'] },
    ),
  ],
  inShop: [
    {
      act: 'Drag the sole over a white sheet.',
      tells: 'A line means it marks floors.',
      part: 'marking',
    },
    {
      act: 'Tip it over its outer edge with a finger at the top of the heel.',
      tells: 'The later it falls, the better.',
      quantity: 'tilt-angle',
    },
    { act: 'Twist it.', tells: 'It hardly gives.', quantity: 'twist-front-hand' },
    {
      act: 'Step hard to the side in it.',
      tells: 'The foot stays over the sole.',
      part: 'walls',
    },
  ],
};
