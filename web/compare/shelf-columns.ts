/** The columns of the shelf: quantities in the chosen units, and facts. */
import { describeQuantity, type QuantityId } from '#core/catalogue/quantities.ts';
import { SHELF_FACTS, type ShelfFact, type ShelfFigure } from '#core/sheet/shelf.ts';
import { writeNumber } from '#core/sizing/number-words.ts';
import { fromCanonical, spanFromCanonical } from '#core/sizing/units.ts';
import type { UnitWords } from '../shell/units.ts';

export interface ShelfColumnWords {
  id: string;
  /** Stands on a ruler; what is only counted does not. */
  ruled: boolean;
  name: string;
  unit: string;
  /** As a plain number in the unit shown. */
  shown: (value: number) => number;
  write: (figure: ShelfFigure) => { value: string; U: string };
}

const FACT_NAMES: Record<ShelfFact, string> = {
  worn: 'Worn',
  life: 'Life',
  price: 'Price',
  cost: 'Per km',
};

const isFact = (id: string): id is ShelfFact => (SHELF_FACTS as readonly string[]).includes(id);

function factColumn(id: ShelfFact, units: UnitWords): ShelfColumnWords {
  const { distanceUnit } = units;
  const perKm = distanceUnit.factor / 1000;
  const isWay = id === 'worn' || id === 'life';
  const shown = (value: number) => (isWay ? value / perKm : id === 'cost' ? value * perKm : value);
  const decimals = id === 'cost' ? 2 : 0;
  return {
    id,
    ruled: false,
    name: id === 'cost' ? `Per ${distanceUnit.symbol}` : FACT_NAMES[id],
    unit: isWay ? distanceUnit.symbol : '',
    shown,
    write: ({ value, low, high }) => ({
      value: writeNumber(shown(value), decimals),
      U:
        isWay && high > low
          ? `${writeNumber(shown(low), 0)} to ${writeNumber(shown(high), 0)}`
          : '',
    }),
  };
}

/** True for what the shelf has a column of: an address may say anything. */
export const isColumn = (id: string, units: UnitWords): boolean =>
  isFact(id) || units.catalogue[id] !== undefined;

/** A column as it is shown. */
export function columnWords(id: string, units: UnitWords): ShelfColumnWords {
  if (isFact(id)) return factColumn(id, units);
  const quantity = id as QuantityId;
  const unit = units.unitOf(quantity);
  return {
    id,
    ruled: true,
    name: describeQuantity(quantity, units.catalogue).name,
    unit: unit.shown ?? unit.symbol,
    shown: (value) => fromCanonical(value, unit),
    write: ({ value, high, evidence }) => {
      if (evidence !== 'claimed' && evidence !== 'reported')
        return units.write(quantity, value, high - value);
      // No more digits than were stated.
      const half = spanFromCanonical(high - value, unit);
      const decimals = half > 0 ? Math.max(0, Math.ceil(-Math.log10(2 * half) - 1e-9)) : 0;
      return { value: writeNumber(fromCanonical(value, unit), decimals), U: '' };
    },
  };
}

/** What stands in the table until somebody chooses otherwise. */
export const USUAL_COLUMNS = ['mass', 'heel-stack', 'drop', 'ball-width', 'life', 'price'];
