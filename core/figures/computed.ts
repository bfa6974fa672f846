/** Figures that are worked out from others of one shoe, one basis, one session. */
import {
  type Catalogue,
  computedIn,
  partsOf,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import { combineFigures, type Figure } from './figure.ts';

/**
 * Σ weight × figure, as the catalogue says; undefined where a part is missing. On one gauge the zero
 * error of the calibration cancels in a difference, and the gain part leaves u_gain·|difference|.
 * @example drop of 38 and 30 is 8
 */
export function computedFigure(
  quantity: QuantityId,
  figureOf: (part: QuantityId) => Figure | undefined,
  catalogue: Catalogue = QUANTITIES,
): Figure | undefined {
  const parts = partsOf(quantity, catalogue).map(([part, coefficient]) => ({
    figure: figureOf(part),
    coefficient,
  }));
  const known = parts.filter((part): part is { figure: Figure; coefficient: number } =>
    Boolean(part.figure),
  );
  return known.length === parts.length ? combineFigures(known, { quantity }) : undefined;
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
