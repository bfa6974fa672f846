/** What a winter boot is asked. Grades are stated by makers and fitters, and never derived from a stiffness. Common practice. */
import { figure, part, rule, says, score, type UseRules } from '../use-rule.ts';

const EXPERT =
  'Boot and crampon are matched by the maker’s grade, and tried on together by an expert.';

export const WINTER_RULES: UseRules = {
  card: 'It hardly bends or twists, and brakes with a stepped heel. It has rubber all round, and welts behind and in front. It laces to the toe, and the cuff still lets the ankle move.',
  aims: ['walking', 'with crampons', 'ice climbing'],
  rules: [
    rule(
      'winter/stiff',
      'Hardly bends or twists',
      'An edge in snow is kicked by a stiff sole, and a crampon falls off one that bends.',
      [
        says([score('bend-front-hand', { from: 4 })], 'hardly bends', 'bends', { needed: true }),
        says([score('twist-front-hand', { from: 4 })], 'hardly twists', 'twists', {
          needed: true,
        }),
      ],
      { aims: ['with crampons', 'ice climbing'] },
    ),
    rule(
      'winter/brake',
      'Brakes on the way down',
      'The step before the heel bites; a flat sole slides.',
      [
        says(
          [figure('heel-breast-depth', { from: 10 })],
          'a stepped heel',
          'hardly a step before the heel',
          { aspect: 'safety' },
        ),
        says([figure('heel-lugs', { from: 4 })], 'deep lugs', 'shallow lugs', {
          aspect: 'safety',
        }),
      ],
    ),
    rule(
      'winter/cold',
      'Keeps snow, water and stones off',
      'A rand all round, a membrane to the ankle and laces to the toe.',
      [
        says([part('rand', 'all round')], 'a rand all round', 'no rand all round', {
          aspect: 'durability',
        }),
        says([part('waterproof', 'membrane', 'rubber')], 'keeps water out', 'lets water in'),
        says(
          [part('lace-reach', 'to the toe')],
          'laced to the toe',
          'laced from the instep: the forefoot moves',
        ),
        says(
          [part('cuff', 'gives forward')],
          'the cuff gives forward',
          'the cuff holds the ankle still, or not at all',
        ),
      ],
      {
        caution: 'No length is traded for warmth: toes that touch downhill freeze and bruise.',
      },
    ),
    rule(
      'winter/crampons',
      'Takes a graded crampon',
      'B1 goes with C1, B2 with C1 and C2, B3 with C1 to C3; B0 with no graded crampon. A system going out of favour.',
      [
        says(
          [part('boot-grade', 'B1', 'B2', 'B3')],
          'stated with a grade that takes crampons',
          'B0: no graded crampon, ask an expert',
          { needed: true, failing: 'against', aspect: 'safety' },
        ),
        says(
          [part('welts', 'rear', 'rear and front')],
          'a welt for a clip',
          'no welt: straps alone',
        ),
      ],
      { aims: ['with crampons'], caution: EXPERT },
    ),
    rule(
      'winter/ice',
      'Stands on front points',
      'Front points want a boot that does not bend, with welts behind and in front.',
      [
        says([part('boot-grade', 'B3')], 'stated B3', 'another grade than B3', {
          needed: true,
          failing: 'against',
          aspect: 'safety',
        }),
        says(
          [part('welts', 'rear and front')],
          'welts behind and in front',
          'no welt in front for a clip',
          { needed: true, failing: 'against', aspect: 'safety' },
        ),
      ],
      { aims: ['ice climbing'], caution: EXPERT },
    ),
  ],
  inShop: [
    {
      act: 'Kick the toe against a post, laced, in the sock that is worn.',
      tells: 'The toes do not reach the front.',
      quantity: 'internal-length',
    },
    {
      act: 'Push the foot forward and a finger in behind the heel.',
      tells: 'One finger fits.',
      quantity: 'toe-end-gap',
    },
    { act: 'Bend and twist it.', tells: 'Both hardly go.', quantity: 'bend-front-hand' },
    {
      act: 'Put the crampon on in the shop, and lift the boot by it.',
      tells: 'It holds before it is strapped. An expert looks on.',
      part: 'welts',
    },
  ],
};
