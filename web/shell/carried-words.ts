/** What carried a figure to other terms, in the units of the reader. */
import type { FigureView } from '#contract/sheet-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { wayWords } from '#core/figures/carry.ts';
import type { UnitWords } from './units.ts';

/** `carried half a size: −0.1 mm ± 0.4` */
export function carriedWords(
  carried: FigureView['carried'],
  quantity: QuantityId,
  units: UnitWords,
): string {
  const steps = carried.map(
    (step) =>
      `${wayWords(step)}: ${units.span(quantity, step.change)} ± ${units.write(quantity, 0, step.U).U}`,
  );
  return steps.length === 0 ? '' : `carried ${steps.join('; ')}`;
}
