/** A figure carried to another size or distance worn, its errors with it. */
import { type Catalogue, describeQuantity, QUANTITIES } from '../catalogue/quantities.ts';
import { type CarryKnowledge, type CarryTerms, carryValue } from './carry.ts';
import type { Figure } from './figure.ts';

/**
 * A figure carried to the size and distance of another basis; as it is where both are like.
 * @param owners names of its edition and pair, whose own part of a slope's doubt it bears
 */
export function carryFigure(
  figure: Figure,
  to: CarryTerms,
  owners: { edition: string; pair: string },
  knowledge: CarryKnowledge,
  catalogue: Catalogue = QUANTITIES,
): Figure {
  const { basis } = figure;
  const { value, terms, scale, carried } = carryValue(
    figure.value,
    describeQuantity(figure.quantity, catalogue),
    basis,
    to,
    knowledge,
    { ...owners, stack: basis.stack },
  );
  if (carried.length === 0) return figure;
  return {
    ...figure,
    value,
    terms: [...figure.terms.map((term) => ({ ...term, u: scale * term.u })), ...terms],
    basis: { ...basis, label: to.label, wornKm: to.wornKm },
    provenance: 'converted',
    carried,
    takenAt: [{ label: basis.label, wornKm: basis.wornKm }],
  };
}
