/** Sentences about likeness: how one model differs from another, in smallest noticeable differences. */
import type { Direction, Driver } from '../records/choice-verdict.ts';
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

export const LIKENESS_MESSAGES = {
  alike: message({}, 'alike in what is measured'),
  mass: message(
    { direction: ['more', 'less'] },
    '{direction, select, more {heavier} other {lighter}}',
  ),
  'heel-stack': message(
    { direction: ['more', 'less'] },
    '{direction, select, more {higher} other {lower}} at the heel',
  ),
  'forefoot-stack': message(
    { direction: ['more', 'less'] },
    '{direction, select, more {higher} other {lower}} at the forefoot',
  ),
  drop: message(
    { direction: ['more', 'less'] },
    '{direction, select, more {more} other {less}} drop',
  ),
  'ball-width': message(
    { direction: ['more', 'less'] },
    '{direction, select, more {wider} other {narrower}} at the ball',
  ),
};

/** How far, in noticeable differences. */
export const LIKENESS_DISTANCE = {
  driver: message(
    { change: 'text', steps: 'number' },
    '{steps, plural, =1 {noticeably {change}} other {{change} by # noticeable differences}}',
  ),
  other: message(
    { column: 'text', direction: ['more', 'less'] },
    '{direction, select, more {more} other {less}} {column}',
  ),
};

const directionOf = (steps: number): Direction => (steps > 0 ? 'more' : 'less');

/** `lighter`, `higher at the heel` */
export function likenessChange(column: string, direction: Direction): Sentence {
  switch (column) {
    case 'mass':
    case 'heel-stack':
    case 'forefoot-stack':
    case 'drop':
    case 'ball-width':
      return LIKENESS_MESSAGES[column]({ direction });
    default:
      return LIKENESS_DISTANCE.other({ column, direction });
  }
}

/**
 * How a model differs, the greatest difference first.
 * @example two smallest noticeable differences lighter, one wider: `lighter by 2 noticeable
 *   differences, noticeably wider at the ball`
 */
export const likenessPhrase = (drivers: readonly Driver[]): Sentence =>
  drivers.length === 0
    ? LIKENESS_MESSAGES.alike({})
    : joined(
        drivers.map((driver) =>
          LIKENESS_DISTANCE.driver({
            change: likenessChange(driver.column, directionOf(driver.steps)),
            steps: Math.round(Math.abs(driver.steps)),
          }),
        ),
        ', ',
      );
