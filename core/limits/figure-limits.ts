/** Lines of the figures: what is like for like, carried, odd. */
import { type LimitTable, line } from './limit.ts';

const ISO_18454 = 'ISO 18454, from memory';

export const FIGURE_LIMITS = {
  sameRoom: line(4, '°C', 'foam figures taken no farther apart count as one temperature'),
  worthwhile: line(0.05, '', 'a smaller gain in U is not worth a reading'),
  mostSizes: line(3.25, 'sizes', 'beyond so many full sizes nothing is carried'),
  mostKm: line(
    500,
    'km',
    'beyond so much wear nothing is carried, unless the lab has followed a pair for long',
  ),
  sameWear: line(25, 'km', 'worn distances no farther apart count as one state of wear'),
  ownSpread: line(4, 'pairs', 'from so many on a model’s own spread of pairs is used'),
  pooledSpread: line(4, 'df', 'from so many degrees of freedom on the lab’s pooled spread is used'),
  pairsToRepeat: line(5, 'pairs', 'fewer pairs do not say how a lab repeats'),
  groupsForSlope: line(3, 'groups', 'fewer editions or pairs show no slope of the lab’s own'),
  slopeGoesBack: line(
    1.2,
    '',
    'a slope in use goes back to the usual one once it is so many times as unsure',
  ),
  farRepeat: line(
    8,
    'SDs',
    'a repeat farther off, and by more than the share below, is asked about',
  ),
  farShare: line(
    0.03,
    '',
    'a repeat farther off by more than this share, and by the SDs above, is asked about',
  ),
  shoesApart: line(0.12, '', 'left and right, and pairs of one model, seldom differ by more'),
  editionReach: line(2, 'U', 'another pair of a model may lie so many times its U from the others'),
  roomTemperature: line(23, '°C', 'the temperature of the standard room', ISO_18454),
  roomTemperatureWithin: line(2, '°C', 'a room farther off is outside the standard one', ISO_18454),
  roomHumidity: line(50, '% RH', 'the humidity of the standard room', ISO_18454),
  roomHumidityWithin: line(5, '% RH', 'a room farther off is outside the standard one', ISO_18454),
} as const satisfies LimitTable;
