/** Sentences about likeness: how one model differs from another, in smallest noticeable differences. */
import type { Driver } from '../records/choice-verdict.ts';
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

const directionOf = (steps: number) => (steps > 0 ? 'more' : 'less') as 'more' | 'less';

function changeOf({ column, steps }: Driver): Sentence {
  const direction = directionOf(steps);
  if (column === 'mass' || column === 'heel-stack' || column === 'drop' || column === 'ball-width')
    return LIKENESS_MESSAGES[column]({ direction });
  return LIKENESS_DISTANCE.other({ column, direction });
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
            change: changeOf(driver),
            steps: Math.round(Math.abs(driver.steps)),
          }),
        ),
        ', ',
      );
