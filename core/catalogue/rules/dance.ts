/** What a dance shoe is asked. Common practice; heels are told in inches. */
import { figure, part, rule, says, score, type UseRules } from '../use-rule.ts';

const INCH = 25.4;

export const DANCE_RULES: UseRules = {
  card: 'The heel depends on dance and skill. Men’s ballroom: half an inch; Cuban heel: at least one and a half. Women: two to three inches, beginners up to about 2.2. Sole and heel are in one plane, suede grips and slides, and the shank carries the arch.',
  aims: ['ballroom, low heel', 'Cuban heel', 'high heel', 'beginners', 'jazz and ballet'],
  rules: [
    rule(
      'dance/plane',
      'Sole and heel on one plane',
      'A heel that stands askew turns the foot with the whole body on it.',
      [
        says(
          [figure('sole-plane', { from: -1, to: 1 })],
          'sole and heel stand on one plane',
          'the sole is twisted against the heel',
          { needed: true, failing: 'against', aspect: 'safety' },
        ),
        says(
          [figure('heel-plane', { from: -2, to: 2 })],
          'the heel stands upright',
          'the heel leans',
          { failing: 'against', aspect: 'safety' },
        ),
      ],
      {
        draws: 'one plane',
        caution:
          'A heel and a sole that do not stand on one plane turn the foot: do not dance in them.',
      },
    ),
    rule(
      'dance/low-heel',
      'A heel for men’s ballroom',
      'About half an inch.',
      [
        says(
          [figure('heel-height', { from: 0.4 * INCH, to: 1.1 * INCH })],
          'about half an inch to an inch',
          'another heel than ballroom has',
          { needed: true },
        ),
      ],
      { aims: ['ballroom, low heel'] },
    ),
    rule(
      'dance/cuban',
      'A Cuban heel',
      'At least an inch and a half.',
      [
        says(
          [figure('heel-height', { from: 1.5 * INCH, to: 2.2 * INCH })],
          'a Cuban heel',
          'lower or higher than a Cuban heel',
          { needed: true },
        ),
      ],
      { aims: ['Cuban heel'] },
    ),
    rule(
      'dance/high-heel',
      'A high heel that stands',
      'Two to three inches, on a base that widens to the floor.',
      [
        says(
          [figure('heel-height', { from: 2 * INCH, to: 3 * INCH })],
          'two to three inches',
          'outside two to three inches',
          { needed: true },
        ),
        says(
          [figure('base-flare', { from: 0 }), figure('heel-base-width', { from: 18 })],
          'a base that stands',
          'a narrow base',
          { aspect: 'safety' },
        ),
        says(
          [part('shank', 'steel', 'plastic', 'wood or board')],
          'a shank carries the arch',
          'nothing carries the arch',
          { aspect: 'safety', failing: 'against' },
        ),
      ],
      { aims: ['high heel'] },
    ),
    rule(
      'dance/beginners',
      'A heel to learn on',
      'An inch to about 2.2, with a broad base.',
      [
        says(
          [figure('heel-height', { from: 0.4 * INCH, to: 2.2 * INCH })],
          'a heel to learn on',
          'too high to learn on',
          { needed: true, failing: 'against', aspect: 'safety' },
        ),
        says(
          [figure('heel-base-width', { from: 25 })],
          'a broad base',
          'a narrow base for a beginner',
          { aspect: 'safety' },
        ),
      ],
      { aims: ['beginners'] },
    ),
    rule(
      'dance/soft',
      'Points and rolls',
      'A split sole points; a full one carries who begins.',
      [
        says([part('sole-split', 'split')], 'a split sole', 'a full sole points less'),
        says(
          [score('bend-front-hand', { to: 2 })],
          'it rolls with the foot',
          'it does not roll with the foot',
          { needed: true },
        ),
      ],
      { aims: ['jazz and ballet'] },
    ),
    rule(
      'dance/sole',
      'Turns on the floor',
      'Suede holds and slides at once; rubber sticks and turns the knee.',
      [
        says(
          [part('compound', 'suede', 'leather')],
          'a sole that turns',
          'a sole that sticks in turns',
          { needed: true, aspect: 'safety' },
        ),
      ],
      { caution: 'Suede soles never get wet.' },
    ),
  ],
  inShop: [
    {
      act: 'Set both on a level counter and press the ball.',
      tells: 'Nothing rocks: sole and heel stand on one plane.',
      quantity: 'sole-plane',
    },
    { act: 'Push the heel sideways.', tells: 'It does not give.', quantity: 'heel-base-width' },
    { act: 'Bend it at the arch.', tells: 'A shank does not let it.', part: 'shank' },
    {
      act: 'Measure the heel at its back.',
      tells: 'In inches, seat to table.',
      quantity: 'heel-height',
    },
  ],
};
