/** Figures that are worked out from others of one shoe, one basis, one session. */
import { workOut } from '../catalogue/computation.ts';
import {
  type Catalogue,
  computedIn,
  describeQuantity,
  partsOf,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import { combineFigures, type Figure } from './figure.ts';

/**
 * A figure worked out as the catalogue says, its errors by their sensitivities; undefined where a part
 * is missing. On one gauge the zero error of the calibration cancels in a difference, and the gain part
 * leaves u_gain·|difference|.
 * @example drop of 38 and 30 is 8
 */
export function computedFigure(
  quantity: QuantityId,
  figureOf: (part: QuantityId) => Figure | undefined,
  catalogue: Catalogue = QUANTITIES,
): Figure | undefined {
  const { computed } = describeQuantity(quantity, catalogue);
  if (!computed) return figureOf(quantity);
  const figures = partsOf(quantity, catalogue).map(figureOf);
  const found = workOut(
    computed,
    figures.map((figure) => figure?.value),
  );
  if (!found) return undefined;
  const parts = figures.flatMap((figure, at) =>
    figure ? [{ figure, coefficient: found.sensitivities[at] ?? 0 }] : [],
  );
  // A width has no stack basis, what is worked out from it and a stack has.
  const stack = parts.find(({ figure }) => figure.basis.stack)?.figure;
  const combined = combineFigures(parts, { quantity, ...(stack ? { basis: stack.basis } : {}) });
  return { ...combined, value: found.value };
}

/** All that a catalogue can work out from the figures of a shoe. */
export function computedFigures(
  figures: { readonly [Q in QuantityId]?: Figure },
  catalogue: Catalogue = QUANTITIES,
): { [Q in QuantityId]?: Figure } {
  return Object.fromEntries(
    computedIn(catalogue).flatMap(({ id }) => {
      const figure = computedFigure(id as QuantityId, (part) => figures[part], catalogue);
      return figure ? [[id, figure]] : [];
    }),
  );
}
