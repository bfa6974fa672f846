/** What a climbing shoe is asked. Common practice. */
import { figure, part, rule, says, score, type UseRules } from '../use-rule.ts';

const PAIN = 'Sharp pain and numb toes are no fit: take them off, and ask a clinician.';

export const CLIMBING_RULES: UseRules = {
  card: 'Flat and full-soled for long routes and first shoes, downturned, split and tense for steep rock. No dead space at heel or arch; straps for quick changes, laces for exact ones.',
  aims: ['first shoe', 'long routes', 'steep rock'],
  rules: [
    rule(
      'climbing/flat',
      'Stands all day',
      'Toes that lie flat or slightly bent stand for hours; a full sole carries on small edges.',
      [
        says(
          [part('downturn', 'none'), figure('downturn', { to: 5 })],
          'flat at the toe',
          'downturned: it cramps over hours',
          { needed: true },
        ),
        says([part('sole-split', 'full')], 'a full sole', 'a split sole tires the foot'),
        says([score('bend-front-hand', { from: 3 })], 'it carries on edges', 'soft on edges'),
      ],
      { aims: ['first shoe', 'long routes'], caution: PAIN },
    ),
    rule(
      'climbing/steep',
      'Pulls on steep rock',
      'A downturned toe hooks, a tense heel pulls the foot forward, a split sole bends round holds.',
      [
        says(
          [part('downturn', 'moderate', 'strong'), figure('downturn', { from: 10 })],
          'downturned',
          'flat: the toe slides off',
          { needed: true },
        ),
        says(
          [score('heel-tension-hand', { from: 4 })],
          'a tense heel',
          'a slack heel pulls off on hooks',
        ),
        says([part('sole-split', 'split')], 'a split sole', 'a full sole is stiff at the arch'),
      ],
      { aims: ['steep rock'], caution: PAIN },
    ),
    rule(
      'climbing/rubber',
      'Sticks',
      'Soft rubber sticks on smooth rock, hard rubber stands on edges and lasts.',
      [
        says(
          [part('compound', 'sticky'), figure('outsole-hardness', { to: 75 })],
          'rubber that sticks',
          'rubber that is hard for friction',
        ),
        says([part('rand', 'all round', 'at the toe')], 'a rand', 'no rand', {
          aspect: 'durability',
        }),
      ],
    ),
    rule(
      'climbing/stretch',
      'Keeps its fit',
      'Leather stretches; synthetic and lined uppers keep their size. One school buys leather small for that, another buys it true.',
      [
        says(
          [part('upper-material', 'synthetic', 'mesh', 'knit')],
          'keeps its size',
          'leather stretches: see the two schools',
        ),
        says([part('layers', 'two', 'three or more')], 'lined', 'not lined'),
        says(
          [part('closure', 'laces', 'quick lace', 'straps')],
          'closes along the foot',
          'closes by its stretch alone',
        ),
      ],
    ),
  ],
  inShop: [
    {
      act: 'Stand in it, then on an edge.',
      tells: 'Toes flat or slightly bent, and no pain.',
      quantity: 'internal-length',
    },
    {
      act: 'Press at the heel and under the arch for dead space.',
      tells: 'Air there is a slip on the rock.',
      quantity: 'internal-heel-width',
    },
    {
      act: 'Pull the heel down with two fingers.',
      tells: 'It hardly moves.',
      quantity: 'heel-tension-hand',
    },
    {
      act: 'Set it on a table, from the side.',
      tells: 'Whether the toe points down.',
      part: 'downturn',
    },
  ],
};
