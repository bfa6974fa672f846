/** What a shoe for track and jumps is asked. Common practice; limits from memory of the rule book. */
import { LIMITS_SOURCE, latestLimit, MOST_SPIKES } from '../sole-limits.ts';
import {
  type Criterion,
  figure,
  madeFor,
  part,
  rule,
  says,
  type UseRule,
  type UseRules,
} from '../use-rule.ts';

/** What a shoe made for one event is in another. */
const made = (
  event: string,
  holds: string,
  holding: Criterion['holding'] = 'for',
  aspect?: Criterion['aspect'],
): Criterion =>
  says([madeFor(event)], holds, '', {
    holding,
    needed: true,
    ...(aspect ? { aspect } : {}),
  });

const serves = (event: string, why: string, asks: readonly Criterion[]): UseRule =>
  rule(`track/${event.replaceAll(' ', '-')}`, `Serves the ${event}`, why, asks, {
    aims: [event],
    isTable: true,
  });

const EVENTS = [
  ['sprint', 'track, under 800 m'],
  ['middle and long distance', 'track, 800 m and over'],
  ['long jump', 'long jump'],
  ['triple jump', 'triple jump'],
  ['high jump', 'high jump'],
] as const;

const limitRule = ([aim, event]: (typeof EVENTS)[number]): UseRule => {
  const most = latestLimit(event);
  return rule(
    `track/limit-${aim.replaceAll(' ', '-')}`,
    `Within the limits of the ${aim}`,
    `At most ${most} mm of sole, of the sample size, and at most ${MOST_SPIKES} spikes, as known here.`,
    [
      says(
        [figure('heel-stack', { to: most })],
        'the heel is within the limit',
        'the heel is over the limit',
        { failing: 'against', needed: true },
      ),
      says(
        [figure('forefoot-stack', { to: most })],
        'the forefoot is within the limit',
        'the forefoot is over the limit',
        { failing: 'against', needed: true },
      ),
      says(
        [
          part(
            'stud-count',
            ...Array.from({ length: MOST_SPIKES + 1 }, (_, spikes) => String(spikes)),
          ),
        ],
        `at most ${MOST_SPIKES} spikes`,
        `more than ${MOST_SPIKES} spikes`,
        { failing: 'against' },
      ),
    ],
    {
      aims: [aim],
      source: LIMITS_SOURCE,
      caution: 'Check the current rule book of the meeting.',
    },
  );
};

export const TRACK_RULES: UseRules = {
  card: 'A triple-jump shoe is flat, supportive and padded most at the heel; it serves both jumps. A long-jump shoe never serves the triple jump. One may sprint in long-jump shoes, which are heavier; nobody jumps in sprint shoes.',
  aims: EVENTS.map(([aim]) => aim),
  rules: [
    serves('sprint', 'A sprint shoe is stiff, light and low at the heel.', [
      made('sprint', 'made for the sprint'),
      made('long jump', 'a long-jump shoe runs'),
      made('long jump', 'it is heavier than a sprint shoe', 'but', 'performance'),
      made('triple jump', 'a triple-jump shoe is padded and heavy: nobody has said', 'open'),
      made('high jump', 'nobody has said', 'open'),
      made('middle and long distance', 'softer than a sprint shoe', 'but', 'performance'),
    ]),
    serves('middle and long distance', 'Softer, with a heel for those who land on it.', [
      made('middle and long distance', 'made for it'),
      made('sprint', 'too stiff, and no heel', 'but', 'performance'),
      made('long jump', 'nobody has said', 'open'),
      made('triple jump', 'nobody has said', 'open'),
      made('high jump', 'nobody has said', 'open'),
    ]),
    serves('long jump', 'The take-off wants hold and some heel.', [
      made('long jump', 'made for the long jump'),
      made('triple jump', 'flat, supportive and padded at the heel: it serves both jumps'),
      made('sprint', 'never: no heel, and no hold in the take-off', 'against', 'safety'),
      made('high jump', 'nobody has said', 'open'),
      made('middle and long distance', 'nobody has said', 'open'),
    ]),
    serves(
      'triple jump',
      'Flat, supportive, most padding at the heel: the step lands on it with many times the body.',
      [
        made('triple jump', 'made for the triple jump'),
        made('long jump', 'never: the heel is not padded for the step', 'against', 'safety'),
        made('sprint', 'never: no heel, and no hold in the take-off', 'against', 'safety'),
        made('high jump', 'nobody has said', 'open'),
        made('middle and long distance', 'nobody has said', 'open'),
        says(
          [figure('insole-arch-height', { to: 12 })],
          'a rounded ball, with a flat arch',
          'a rounded ball with a high arch gives way in the step',
          { when: [part('ball-shape', 'rounded')], failing: 'against', aspect: 'safety' },
        ),
        says([figure('jump-padding', { from: 12 })], 'padded at the board', 'thin under the heel', {
          aspect: 'safety',
        }),
      ],
    ),
    serves('high jump', 'The last strides bend, and the heel is held and spiked.', [
      made('high jump', 'made for the high jump'),
      made('sprint', 'nobody has said', 'open'),
      made('long jump', 'nobody has said', 'open'),
      made('triple jump', 'nobody has said', 'open'),
      made('middle and long distance', 'nobody has said', 'open'),
    ]),
    ...EVENTS.map(limitRule),
  ],
  inShop: [
    {
      act: 'Look along the ball from the front.',
      tells: 'Flat for the triple jump; a rounded ball with a high arch is the fault.',
      part: 'ball-shape',
    },
    {
      act: 'Press the heel from inside with a thumb.',
      tells: 'The triple jump wants most padding here.',
      quantity: 'jump-padding',
    },
    { act: 'Bend the front.', tells: 'A sprint shoe hardly gives.', quantity: 'bend-front-hand' },
    { act: 'Count the places for spikes.', tells: 'The rule book has a most.', part: 'stud-count' },
  ],
  books: [
    {
      name: 'Athletic shoe regulations of the governing body',
      dated: 'changed November 2024, from memory',
      says: `Track and field: at most ${latestLimit('long jump')} mm and ${MOST_SPIKES} spikes.`,
    },
  ],
};
