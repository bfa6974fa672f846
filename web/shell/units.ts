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
import { type FigureWords, writeFigure, writeSpan } from '#core/sizing/number-words.ts';
import { canonicalUnit, findUnit, type QuantityKind, type Unit } from '#core/sizing/units.ts';
import { useLab } from '../api/queries.ts';

export type UnitFamily = 'stack' | 'heel' | 'mass' | 'distance';

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

const METRIC = { stack: 'mm', heel: 'mm', mass: 'g', distance: 'km' };

/** The family that decides a quantity's unit; others are shown in their one unit. */
const FAMILIES: Partial<Record<QuantityKind, 'stack' | 'mass'>> = { length: 'stack', mass: 'mass' };

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

function unitNamed(symbol: string, kind: QuantityKind): Unit {
  const unit = findUnit(symbol, kind);
  if (!unit) throw new Error(`no unit ${symbol}`);
  return unit;
}

/** Writes figures in the chosen units, and says what a bare number means. */
export function useUnits() {
  const lab = useLab();
  const chosen = { ...METRIC, ...lab.data?.units } as Record<UnitFamily, string>;
  const catalogue = catalogueFor(lab.data ?? NONE);
  const define = (quantity: QuantityId): QuantityDefinition =>
    describeQuantity(quantity, catalogue);
  const unitOfKind = (kind: QuantityKind): Unit => {
    const family = FAMILIES[kind];
    return family ? unitNamed(chosen[family], kind) : canonicalUnit(kind);
  };
  const unitOf = (quantity: QuantityId): Unit => {
    const { kind, family } = define(quantity);
    return family ? unitNamed(chosen[family], kind) : unitOfKind(kind);
  };
  return {
    chosen,
    catalogue,
    define,
    unitOf,
    /** The unit of what is no quantity of the catalogue: a feature that was named at a check. */
    unitOfKind,
    writeKind: (kind: QuantityKind, value: number, decimals: number, U?: number): FigureWords =>
      writeFigure(value, U, unitOfKind(kind), decimals),
    distanceUnit: unitNamed(chosen.distance, 'distance'),
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
      const { kind, decimals } = define(quantity);
      const family = FAMILIES[kind];
      if (!family) return writeFigure(value, U, unitOf(quantity), decimals);
      const own = unitOf(quantity).symbol;
      const metric = METRIC[family];
      const other = own === metric ? (metric === 'g' ? 'oz' : 'in') : metric;
      return writeFigure(value, U, unitNamed(other, kind), decimals);
    },
    span: (quantity: QuantityId, value: number): string =>
      writeSpan(value, unitOf(quantity), define(quantity).decimals),
  };
}

export type UnitWords = ReturnType<typeof useUnits>;
