/** What a trail shoe is asked. Common practice. */
import { figure, part, rule, says, score, type UseRules } from '../use-rule.ts';

const TOE = says(
  [part('toe-cap', 'soft', 'hard'), part('rand', 'at the toe', 'all round')],
  'the toes are covered',
  'nothing stands before the toes',
);

export const TRAIL_RULES: UseRules = {
  card: 'Lugs for mud, soft rubber for rock, and a sole that follows the ground without letting stones through. The toes are covered, the tongue keeps grit out, and the foot does not slide off its insole.',
  aims: ['dry paths', 'mud', 'rock'],
  rules: [
    rule(
      'trail/mud',
      'Grips in mud',
      'Mud wants lugs that are deep and stand apart; shallow ones fill and slide.',
      [
        says([figure('forefoot-lugs', { from: 4.5 })], 'deep lugs', 'lugs that fill with mud', {
          needed: true,
        }),
        says([part('pattern', 'lugs', 'studs', 'spikes')], 'it has lugs', 'it has no lugs', {
          failing: 'against',
        }),
      ],
      { aims: ['mud'] },
    ),
    rule(
      'trail/rock',
      'Grips on rock',
      'Soft rubber holds on stone, wet too, and wears; hard rubber slips and lasts.',
      [
        says(
          [figure('outsole-hardness', { to: 60 }), part('compound', 'sticky', 'blown, soft')],
          'soft rubber',
          'hard rubber slips on stone',
          { needed: true },
        ),
        says(
          [figure('forefoot-lugs', { to: 6 })],
          'lugs that do not fold over',
          'tall lugs fold over on stone',
        ),
        TOE,
      ],
      {
        aims: ['rock'],
        caution: 'Grip on wet rock is found by walking on it, not by a durometer.',
      },
    ),
    rule(
      'trail/paths',
      'Goes on dry paths',
      'On firm paths lugs of a few millimetres are enough, and taller ones wear down.',
      [
        says(
          [figure('forefoot-lugs', { from: 2, to: 5 })],
          'lugs of the usual depth',
          'lugs of another depth',
        ),
        TOE,
      ],
      { aims: ['dry paths'] },
    ),
    rule(
      'trail/hold',
      'Holds the foot on slopes',
      'Sideways ground pushes the foot off its insole, and grit comes in beside a free tongue.',
      [
        says(
          [part('gusset', 'half', 'to the top', 'bootie')],
          'the tongue keeps grit out',
          'grit comes in beside the tongue',
        ),
        says(
          [figure('insole-step', { to: 3 })],
          'no gap beside the insole',
          'the foot slides off the insole',
        ),
        says(
          [score('twist-front-hand', { from: 2, to: 4 })],
          'it follows the ground',
          'it wrings, or does not follow at all',
        ),
        says(
          [figure('tilt-angle', { from: 48 })],
          'low enough for its width',
          'high for its width: an ankle tips sooner',
          { aspect: 'safety' },
        ),
      ],
      { draws: 'tilt' },
    ),
  ],
  inShop: [
    {
      act: 'Press a thumb nail into the rubber.',
      tells: 'Soft rubber takes the nail: it grips stone, and wears.',
      part: 'compound',
    },
    {
      act: 'Push a thumb up from below at the ball.',
      tells: 'What comes through here comes through on stones.',
      quantity: 'forefoot-stack',
    },
    {
      act: 'Run a finger down beside the tongue.',
      tells: 'How far it is sewn to the sides.',
      part: 'gusset',
    },
    {
      act: 'Twist heel against forefoot.',
      tells: 'It gives and comes back; it does not wring.',
      quantity: 'twist-front-hand',
    },
  ],
};
