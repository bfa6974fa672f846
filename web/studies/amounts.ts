/** Amounts of a quantity as studies write them. */
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { useUnits } from '../shell/units.ts';

/** Amounts of a quantity in its unit, with one digit more than it is read to. */
export function useAmounts(quantity: QuantityId) {
  const units = useUnits();
  const { decimals } = units.define(quantity);
  const { symbol, factor } = units.unitOf(quantity);
  const digits = (value: number, more = 1) =>
    (value / factor).toFixed(Math.max(0, decimals + more)).replace('-', '−');
  return {
    symbol,
    digits,
    write: (value: number, more = 1) => `${digits(value, more)} ${symbol}`,
  };
}

export type Amounts = ReturnType<typeof useAmounts>;
