/** What a running shoe is asked. Common practice. */
import { LIMITS_SOURCE, latestLimit } from '../sole-limits.ts';
import { figure, madeFor, part, rule, says, score, type UseRules } from '../use-rule.ts';

const RACE_LIMIT = latestLimit('road');

export const RUNNING_RULES: UseRules = {
  card: 'Sole and height go together: a high stack wants a bevelled heel and a broad base, a stiff sole wants a rocker. The heel is held, the middle is filled, and it bends where the foot bends.',
  aims: ['training', 'racing', 'guided by a firmer inside'],
  rules: [
    rule(
      'running/landing',
      'High, and it lands softly',
      'A high heel without a bevel slaps down on its edge; a broad outer ledge without one pitches the foot forward.',
      [
        says(
          [part('bevel', 'slight', 'strong')],
          'a high stack, and the heel is bevelled',
          'a high stack, and its heel has no bevel',
          { when: [figure('heel-stack', { from: 35 })] },
        ),
        says(
          [figure('flare-lateral', { to: 8 })],
          'no ledge stands out on the outside',
          'a wide outer ledge without a bevel pitches the foot forward',
          { when: [part('bevel', 'none')] },
        ),
        says(
          [figure('tilt-angle', { from: 45 })],
          'broad enough for its height',
          'narrow for its height',
        ),
      ],
      { draws: 'tilt' },
    ),
    rule(
      'running/rolling',
      'Rolls off where the foot bends',
      'A stiff sole that does not roll lifts the heel out of the shoe at each step; one that bends at the arch works against the foot.',
      [
        says(
          [part('rocker', 'at the toe', 'all along')],
          'stiff, and it rolls',
          'stiff, and it does not roll',
          {
            when: [
              score('bend-front-hand', { from: 4 }),
              part('plate', 'carbon', 'glass fibre', 'steel', 'rods'),
            ],
          },
        ),
        says(
          [figure('flex-line', { from: 65, to: 75 })],
          'bends at the ball',
          'bends elsewhere than at the ball',
        ),
      ],
    ),
    rule(
      'running/steady',
      'Stands steady',
      'A tired runner is steadied by foam beside the foot and a sole wider than the foot. A filled middle and a firm counter help.',
      [
        says([part('walls', 'both')], 'walls on both sides', 'no walls on both sides'),
        says(
          [figure('flare-total', { from: 0 })],
          'the sole is wider than the foot',
          'the foot hangs over the sole',
        ),
        says(
          [figure('midfoot-width', { from: 62 })],
          'the middle is filled',
          'the middle is cut away',
        ),
        says(
          [score('counter-hand', { from: 3 }), part('counter', 'firm', 'rigid', 'cup outside')],
          'the counter holds',
          'the counter gives way',
        ),
        says(
          [part('gusset', 'half', 'to the top', 'bootie')],
          'the tongue stays in place',
          'a free tongue wanders',
        ),
      ],
    ),
    rule(
      'running/guided',
      'Guides the foot',
      'A shoe guides where its inside is firmer than its outside: by a post, or by firmer foam.',
      [
        says(
          [part('post', 'medial'), figure('hardness-medial-less-lateral', { from: 5 })],
          'firmer on the inside',
          'alike on both sides: it is neutral',
          { failing: 'against', needed: true },
        ),
      ],
      { aims: ['guided by a firmer inside'] },
    ),
    rule(
      'running/race',
      'Within the limit for road races',
      `Since 2020 a sole for road races is at most ${RACE_LIMIT} mm thick, of the sample size; newer rules may differ.`,
      [
        says(
          [figure('heel-stack', { to: RACE_LIMIT })],
          'within the limit known here',
          'over the limit known here',
          { failing: 'against', needed: true },
        ),
        says([figure('mass', { to: 260 })], 'light enough to race in', 'heavy for a race'),
        says([madeFor('racing')], 'made for racing', 'made for another day', {
          failing: 'but',
        }),
      ],
      {
        aims: ['racing'],
        source: LIMITS_SOURCE,
        caution: 'Check the current rule book of the race.',
      },
    ),
  ],
  inShop: [
    {
      act: 'Bend it, heel against the table.',
      tells: 'It folds at the ball, not in the middle.',
      quantity: 'flex-line',
    },
    {
      act: 'Press the counter between thumb and finger.',
      tells: 'It holds, and does not fold in.',
      part: 'counter',
    },
    {
      act: 'Press the foam on both sides at the arch.',
      tells: 'Firmer inside: it guides; alike: it is neutral.',
      part: 'post',
    },
    {
      act: 'Set it on a level counter and press the heel.',
      tells: 'The toe lifts where it has a rocker.',
      part: 'rocker',
    },
  ],
  books: [
    {
      name: 'Athletic shoe regulations of the governing body',
      dated: 'since 2020, changed November 2024, from memory',
      says: `Road: at most ${RACE_LIMIT} mm; one rigid plate.`,
    },
  ],
};
