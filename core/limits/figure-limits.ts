/** Limits of the figures: comparison, conversion, plausibility. */
import { type LimitTable, limit } from './limit.ts';

const ISO_18454 = 'ISO 18454, from memory';

export const FIGURE_LIMITS = {
  sameRoom: limit(
    4,
    '°C',
    'Two foam figures count as taken at one temperature up to this difference.',
  ),
  worthwhile: limit(
    0.05,
    '',
    'One more reading is worth taking if it reduces U by more than this share.',
  ),
  mostSizes: limit(3.25, 'sizes', 'No figure is converted between labels that are farther apart.'),
  mostKm: limit(
    500,
    'km',
    'No figure is converted over a larger difference in wear, unless the lab has measured one pair for longer.',
  ),
  sameWear: limit(25, 'km', 'Two worn distances count as one state of wear up to this difference.'),
  ownSpread: limit(
    4,
    'pairs',
    'From this number of pairs on, a model is given its own spread of pairs.',
  ),
  pooledSpread: limit(
    4,
    'df',
    'From these degrees of freedom on, the pooled spread of the lab replaces the usual one.',
  ),
  pairsToRepeat: limit(
    5,
    'pairs',
    'The repeatability of the lab is used from this number of pairs on.',
  ),
  groupsForSlope: limit(3, 'groups', 'A slope of the lab needs this number of models or pairs.'),
  slopeGoesBack: limit(
    1.2,
    '',
    'A slope of the lab is given up when its uncertainty exceeds that of the usual one by this factor.',
  ),
  farRepeat: limit(
    8,
    'SDs',
    'A repeat is questioned if it is off by more standard deviations, and also by more than farShare.',
  ),
  farShare: limit(
    0.03,
    '',
    'A repeat is questioned if it is off by a larger share, and also by more than farRepeat.',
  ),
  shoesApart: limit(
    0.12,
    '',
    'A first reading is questioned if it differs from the other shoe, or from other pairs, by a larger share.',
  ),
  modelReach: limit(
    2,
    'U',
    'A first reading is questioned if it differs from other pairs by a larger multiple of their U.',
  ),
  roomTemperature: limit(23, '°C', 'Temperature of the standard room.', ISO_18454),
  roomTemperatureWithin: limit(
    2,
    '°C',
    'A room with a larger deviation is outside the standard room.',
    ISO_18454,
  ),
  roomHumidity: limit(50, '% RH', 'Relative humidity of the standard room.', ISO_18454),
  roomHumidityWithin: limit(
    5,
    '% RH',
    'A room with a larger deviation is outside the standard room.',
    ISO_18454,
  ),
} as const satisfies LimitTable;
