/** Units as the user chose them, per family of quantities. */

import { type Figure, figureExpanded } from '#core/figure.ts';
import { type FigureWords, writeFigure, writeSpan } from '#core/number-words.ts';
import { QUANTITIES, type QuantityId } from '#core/quantities.ts';
import { findUnit, type QuantityKind, type Unit } from '#core/units.ts';
import { useLab } from '../api/queries.ts';

export type UnitFamily = 'stack' | 'mass' | 'distance';

export const FAMILY_UNITS: Record<UnitFamily, string[]> = {
  stack: ['mm', 'cm', 'in'],
  mass: ['g', 'oz', 'kg', 'lb'],
  distance: ['km', 'mi'],
};

/** Named choices of all units at once. */
export const UNIT_PRESETS: Record<string, Record<UnitFamily, string>> = {
  metric: { stack: 'mm', mass: 'g', distance: 'km' },
  'mm, ounces, miles': { stack: 'mm', mass: 'oz', distance: 'mi' },
  'inches, ounces, miles': { stack: 'in', mass: 'oz', distance: 'mi' },
};

const METRIC = { stack: 'mm', mass: 'g', distance: 'km' };

const familyOf = (quantity: QuantityId): UnitFamily =>
  QUANTITIES[quantity].kind === 'mass' ? 'mass' : 'stack';

function unitNamed(symbol: string, kind: QuantityKind): Unit {
  const unit = findUnit(symbol, kind);
  if (!unit) throw new Error(`no unit ${symbol}`);
  return unit;
}

/** Writes figures in the chosen units, and says what a bare number means. */
export function useUnits() {
  const lab = useLab();
  const chosen = { ...METRIC, ...lab.data?.units } as Record<UnitFamily, string>;
  const unitOf = (quantity: QuantityId): Unit =>
    unitNamed(chosen[familyOf(quantity)], QUANTITIES[quantity].kind);
  return {
    chosen,
    unitOf,
    distanceUnit: unitNamed(chosen.distance, 'distance'),
    write: (quantity: QuantityId, value: number, U?: number): FigureWords =>
      writeFigure(value, U, unitOf(quantity), QUANTITIES[quantity].decimals),
    /** A figure with its expanded uncertainty. */
    writeOf: (figure: Figure): FigureWords =>
      writeFigure(
        figure.value,
        figureExpanded(figure),
        unitOf(figure.quantity),
        QUANTITIES[figure.quantity].decimals,
      ),
    /** The same figure in the other usual unit, for sheets that show two. */
    writeAlso: (quantity: QuantityId, value: number, U?: number): FigureWords => {
      const own = unitOf(quantity).symbol;
      const metric = METRIC[familyOf(quantity)];
      const other = own === metric ? (metric === 'g' ? 'oz' : 'in') : metric;
      const { kind, decimals } = QUANTITIES[quantity];
      return writeFigure(value, U, unitNamed(other, kind), decimals);
    },
    span: (quantity: QuantityId, value: number): string =>
      writeSpan(value, unitOf(quantity), QUANTITIES[quantity].decimals),
  };
}

export type UnitWords = ReturnType<typeof useUnits>;
