/** The class of a value, as practice names it. */
import type { QuantityDefinition } from './quantity.ts';

type Classes = NonNullable<QuantityDefinition['classes']>;

const begins = ({ from, over }: Classes[number], value: number): boolean =>
  (from === undefined || value >= from) && (over === undefined || value > over);

/**
 * The class of an unrounded value; both where U spans a boundary.
 * @example classOf(QUANTITIES.drop.classes, 6.9, 0.4) // 'middle'
 */
export function classOf(classes: Classes, value: number, U: number): string {
  const at = (figure: number) => classes.findLast((one) => begins(one, figure))?.name ?? '';
  const [low, high] = [at(value - U), at(value + U)];
  return low === high ? low : `${low} or ${high}`;
}
