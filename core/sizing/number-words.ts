/** The one formatter of figures: it knows units, uncertainty and honest digits. */
import { roundTo, roundToUncertainty } from '../statistics/rounding.ts';
import { fromCanonical, spanFromCanonical, type Unit } from './units.ts';

/** A hardness of 56 C would be read as degrees: 56 points C. */
const shownUnit = ({ symbol, shown }: Unit): string => shown ?? symbol;

/**
 * A figure with its unit: a space between, and none before degrees of an angle (SI brochure, 5.4.3).
 *
 * @param symbol empty: the figure alone
 */
export const withUnit = (words: string, symbol: string): string =>
  symbol === '' || symbol === '°' ? `${words}${symbol}` : `${words} ${symbol}`;

export interface FigureWords {
  value: string;
  /** Empty where there is no uncertainty. */
  U: string;
  unit: string;
  /** `31.2 ± 0.3 mm` */
  text: string;
}

/** A number with a real minus sign. */
export function writeNumber(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals);
  return value < 0 && Number(text) !== 0 ? `\u2212${text}` : text;
}

/** Digits after the decimal mark in `unit`, where `decimals` are shown in the canonical unit. */
export function decimalsIn(unit: Unit, decimals: number): number {
  return Math.max(0, decimals + Math.round(Math.log10(unit.factor)));
}

/**
 * A figure in words. The value has no more digits than its uncertainty allows, and no more than
 * the quantity is read to.
 *
 * @param value and U in the canonical unit of the quantity
 * @param decimals digits the quantity is read to, in the canonical unit
 * @example writeFigure(31.2468, 0.3137, mm, 1).text // '31.2 ± 0.3 mm'
 */
export function writeFigure(
  value: number,
  U: number | undefined,
  unit: Unit,
  decimals: number,
): FigureWords {
  const most = decimalsIn(unit, decimals);
  const own = fromCanonical(value, unit);
  if (U === undefined || !(U > 0)) {
    const plain = writeNumber(roundTo(own, most), most);
    return { value: plain, U: '', unit: shownUnit(unit), text: withUnit(plain, shownUnit(unit)) };
  }
  const shown = roundToUncertainty(own, spanFromCanonical(U, unit), most);
  const words = writeNumber(shown.value, shown.decimals);
  const span = writeNumber(shown.U, shown.decimals);
  return {
    value: words,
    U: span,
    unit: shownUnit(unit),
    text: withUnit(`${words} ± ${span}`, shownUnit(unit)),
  };
}

/** A signed difference or span in words: `+1.2 mm`. */
export function writeSpan(span: number, unit: Unit, decimals: number): string {
  const digits = decimalsIn(unit, decimals);
  const own = roundTo(spanFromCanonical(span, unit), digits);
  const sign = own > 0 ? '+' : '';
  return withUnit(`${sign}${writeNumber(own, digits)}`, shownUnit(unit));
}

/**
 * A probability in a table: two digits, and no digits that nobody could vouch for.
 * @example writeProbability(0.0231) // '0.023'
 */
export function writeProbability(p: number): string {
  return p < 0.001 ? '< 0.001' : p.toPrecision(2);
}
