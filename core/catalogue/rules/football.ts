/** Studs against grounds: performance, safety and durability each. Position on the field plays no part. Common practice. */
import {
  type Aspect,
  type Criterion,
  type EvidenceMark,
  rule,
  says,
  type UseRules,
} from '../use-rule.ts';

export const STUDS = ['firm ground', 'soft ground', 'artificial grass'] as const;
export type Studs = (typeof STUDS)[number];
export const GROUNDS = ['firm natural', 'soft natural', 'artificial'] as const;
export type Ground = (typeof GROUNDS)[number];

type Line = readonly [mark: EvidenceMark, says: string, aspect: Aspect];

const AS_MADE: readonly Line[] = [
  ['for', 'grips as it is made to', 'performance'],
  ['for', 'turns as it is made to', 'safety'],
  ['for', 'the shoe takes no harm', 'durability'],
];
const NOT_SAID: readonly Line[] = [
  ['open', 'short studs on natural grass: nobody has said', 'performance'],
];

const ON: Record<Ground, Record<Studs, readonly Line[]>> = {
  'firm natural': {
    'firm ground': AS_MADE,
    'soft ground': [
      ['against', 'not advised: long studs carry the foot on points', 'safety'],
      ['but', 'long studs do not go in', 'performance'],
      ['but', 'long studs wear down', 'durability'],
    ],
    'artificial grass': NOT_SAID,
  },
  'soft natural': {
    'firm ground': [
      ['but', 'grip is poor', 'performance'],
      ['but', 'a foot that slips is a foot that twists', 'safety'],
      ['for', 'the shoe is not harmed', 'durability'],
    ],
    'soft ground': AS_MADE,
    'artificial grass': NOT_SAID,
  },
  artificial: {
    'firm ground': [
      ['against', 'not advised: the studs hold too well', 'safety'],
      ['but', 'the studs wear down', 'durability'],
    ],
    'soft ground': [
      ['against', 'never: they catch', 'safety'],
      ['against', 'never: they tear the pile', 'durability'],
    ],
    'artificial grass': AS_MADE,
  },
};

const linesOf = (ground: Ground): Criterion[] =>
  STUDS.flatMap((studs) =>
    ON[ground][studs].map(([holding, words, aspect]) =>
      says([{ reads: 'made for', is: [studs], seenAt: 'studs' }], `${studs} studs: ${words}`, '', {
        holding,
        aspect,
        needed: true,
      }),
    ),
  );

export const FOOTBALL_RULES: UseRules = {
  card: 'Studs are chosen by the ground: firm-ground studs on firm natural grass, soft-ground studs on soft, short studs on artificial grass. Position on the field plays no part.',
  aims: GROUNDS,
  rules: GROUNDS.map((ground) =>
    rule(
      `football/${ground.replace(' ', '-')}`,
      `Studs on ${ground} grass`,
      'Studs that hold too well turn the knee instead of the shoe; studs that do not go in carry the foot on points.',
      linesOf(ground),
      {
        aims: [ground],
        isTable: true,
        caution: 'Which studs are allowed is for the rule book and the referee.',
      },
    ),
  ),
  inShop: [
    {
      act: 'Count the studs, and lay a ruler beside one.',
      tells: 'Many short ones for artificial grass, few long ones for soft ground.',
      part: 'studs',
    },
    {
      act: 'Stand in them on a hard floor.',
      tells: 'No stud is felt through the sole.',
      quantity: 'forefoot-stack',
    },
    { act: 'Bend it.', tells: 'It bends behind the front studs, at the ball.', part: 'pattern' },
    {
      act: 'Press the toe box with a thumb.',
      tells: 'The nail is not touched.',
      quantity: 'toe-box-height',
    },
  ],
  books: [
    {
      name: 'Laws of the game, the players’ equipment',
      dated: 'yearly, each July, from memory',
      says: 'Equipment must not be dangerous; the referee looks at the studs.',
    },
  ],
};
