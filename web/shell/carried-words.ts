/** What carried a figure to other terms, in the units of the reader. */
import type { FigureView } from '#contract/sheet-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { wayWords } from '#core/figures/carry.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import type { UnitWords } from './units.ts';

/** `carried half a size: −0.1 ± 0.4 mm` */
export function carriedWords(
  carried: FigureView['carried'],
  quantity: QuantityId,
  units: UnitWords,
): string {
  const steps = carried.map((step) => {
    const { value, U, unit } = units.write(quantity, step.change, step.U);
    return `${wayWords(step)}: ${withUnit(`${step.change > 0 ? '+' : ''}${value} ± ${U}`, unit)}`;
  });
  return steps.length === 0 ? '' : `carried ${steps.join('; ')}`;
}
