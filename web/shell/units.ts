/** Units as the user chose them, per family of quantities. */

import type { Lab } from '#contract/lab-records.ts';
import { defineOwnQuantity } from '#contract/own-quantity.ts';
import {
  type Catalogue,
  catalogueWith,
  describeQuantity,
  type QuantityId,
} from '#core/catalogue/quantities.ts';
import type { QuantityDefinition } from '#core/catalogue/quantity.ts';
import { type Figure, figureExpanded } from '#core/figures/figure.ts';
import { gradeWord } from '#core/figures/typed-reading.ts';
import {
  type ChosenUnits,
  chosenUnit,
  METRIC,
  otherUnit,
  type UnitFamily,
} from '#core/sizing/chosen-units.ts';
import { type FigureWords, writeFigure, writeSpan } from '#core/sizing/number-words.ts';
import type { QuantityKind, Unit } from '#core/sizing/units.ts';
import { useLab } from '../api/queries.ts';

export const FAMILY_UNITS: Record<UnitFamily, string[]> = {
  stack: ['mm', 'cm', 'in'],
  heel: ['mm', 'cm', 'in'],
  mass: ['g', 'oz', 'kg', 'lb'],
  distance: ['km', 'mi'],
};

/** Named choices of all units at once. */
export const UNIT_PRESETS: Record<string, Record<UnitFamily, string>> = {
  metric: { stack: 'mm', heel: 'mm', mass: 'g', distance: 'km' },
  'mm, ounces, miles': { stack: 'mm', heel: 'mm', mass: 'oz', distance: 'mi' },
  'inches, ounces, miles': { stack: 'in', heel: 'in', mass: 'oz', distance: 'mi' },
};

type Definitions = Pick<Lab, 'ownQuantities' | 'noticeable' | 'classes'>;

let catalogueOf: { lab: Definitions; catalogue: Catalogue } | undefined;

/**
 * The shipped quantities with the lab's own, and with the steps that this lab takes for noticeable;
 * one object as long as the lab has the same ones.
 */
function catalogueFor(lab: Definitions): Catalogue {
  const known = catalogueOf;
  if (
    known &&
    known.lab.ownQuantities === lab.ownQuantities &&
    known.lab.noticeable === lab.noticeable &&
    known.lab.classes === lab.classes
  )
    return known.catalogue;
  const drawn = catalogueWith(lab.ownQuantities.map(defineOwnQuantity), lab.classes);
  const catalogue = Object.fromEntries(
    Object.entries(drawn).map(([id, definition]) => [
      id,
      { ...definition, noticeable: lab.noticeable[id] ?? definition.noticeable },
    ]),
  ) as Catalogue;
  catalogueOf = { lab, catalogue };
  return catalogue;
}

const NONE: Definitions = { ownQuantities: [], noticeable: {}, classes: {} };

/** The catalogue of quantities as this lab has it. */
export function useCatalogue(): Catalogue {
  return catalogueFor(useLab().data ?? NONE);
}

/** Writes figures in the chosen units, and says what a bare number means. */
export function useUnits() {
  const lab = useLab();
  const chosen = { ...METRIC, ...lab.data?.units } as ChosenUnits;
  const catalogue = catalogueFor(lab.data ?? NONE);
  const define = (quantity: QuantityId): QuantityDefinition =>
    describeQuantity(quantity, catalogue);
  const unitOfKind = (kind: QuantityKind): Unit => chosenUnit({ kind }, chosen);
  const unitOf = (quantity: QuantityId): Unit => chosenUnit(define(quantity), chosen);
  return {
    chosen,
    catalogue,
    define,
    unitOf,
    /** The unit of what is no quantity of the catalogue: a feature that was named at a check. */
    unitOfKind,
    writeKind: (kind: QuantityKind, value: number, decimals: number, U?: number): FigureWords =>
      writeFigure(value, U, unitOfKind(kind), decimals),
    distanceUnit: chosenUnit({ kind: 'distance', family: 'distance' }, chosen),
    write: (quantity: QuantityId, value: number, U?: number): FigureWords => {
      const word = U === undefined ? gradeWord(value, define(quantity)) : undefined;
      return word
        ? { value: word, U: '', unit: '', text: word }
        : writeFigure(value, U, unitOf(quantity), define(quantity).decimals);
    },
    /** A figure with its expanded uncertainty. */
    writeOf: (figure: Figure): FigureWords =>
      writeFigure(
        figure.value,
        figureExpanded(figure),
        unitOf(figure.quantity),
        define(figure.quantity).decimals,
      ),
    /** The same figure in the other usual unit, for sheets that show two. */
    writeAlso: (quantity: QuantityId, value: number, U?: number): FigureWords => {
      const definition = define(quantity);
      const other = otherUnit(definition, chosen) ?? unitOf(quantity);
      return writeFigure(value, U, other, definition.decimals);
    },
    span: (quantity: QuantityId, value: number): string =>
      writeSpan(value, unitOf(quantity), define(quantity).decimals),
  };
}

export type UnitWords = ReturnType<typeof useUnits>;
