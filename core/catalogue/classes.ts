/** Classes of a value, as practice names and bounds them, or as a lab bounds them. */
import type { QuantityDefinition } from './quantity.ts';

export type ClassLines = NonNullable<QuantityDefinition['classes']>;

const begins = ({ from, over }: ClassLines[number], value: number): boolean =>
  (from === undefined || value >= from) && (over === undefined || value > over);

/**
 * The class of an unrounded value; both where U spans a boundary.
 * @example classOf(QUANTITIES.drop.classes, 6.9, 0.4) // 'middle'
 */
export function classOf(classes: ClassLines, value: number, U: number): string {
  const at = (figure: number) => classes.findLast((one) => begins(one, figure))?.name ?? '';
  const [low, high] = [at(value - U), at(value + U)];
  return low === high ? low : `${low} or ${high}`;
}

/**
 * Where each class after the lowest begins, canonical unit.
 * @example boundsOf(QUANTITIES.drop.classes) // [-1, 1, 4, 8]
 */
export const boundsOf = (classes: ClassLines): number[] =>
  classes.slice(1).map(({ from, over }) => from ?? over ?? 0);

/**
 * The same classes with other bounds; what began from a value begins from the new one, what began over
 * it, over the new one.
 *
 * @param bounds one for each class after the lowest, ascending
 * @throws RangeError on another number of bounds, or on bounds that do not rise
 */
export function boundClasses(classes: ClassLines, bounds: readonly number[]): ClassLines[number][] {
  if (bounds.length !== classes.length - 1)
    throw new RangeError(
      `${classes.length} classes are parted by ${classes.length - 1} bounds, not by ${bounds.length}`,
    );
  if (bounds.some((bound, at) => at > 0 && bound <= (bounds[at - 1] ?? bound)))
    throw new RangeError('each class begins above the one before it');
  return classes.map(({ name, from }, at) => {
    const bound = bounds[at - 1];
    return bound === undefined
      ? { name }
      : from === undefined
        ? { name, over: bound }
        : { name, from: bound };
  });
}
