/** Figures in words: honest digits, a real minus, and the unit asked for. */
import { describe, expect, it } from 'vitest';
import {
  decimalsIn,
  writeFigure,
  writeNumber,
  writeProbability,
  writeSpan,
} from './number-words.ts';
import { type QuantityKind, unitsOfKind } from './units.ts';

const unit = (kind: QuantityKind, symbol: string) => {
  const found = unitsOfKind(kind).find((one) => one.symbol === symbol);
  if (!found) throw new Error(`no ${symbol}`);
  return found;
};
const [mm, cm, inch] = ['mm', 'cm', 'in'].map((symbol) => unit('length', symbol)) as [
  ReturnType<typeof unit>,
  ReturnType<typeof unit>,
  ReturnType<typeof unit>,
];

describe('numbers', () => {
  it.each([
    [31.25, 1, '31.3'],
    [-0.4, 1, '−0.4'],
    // What rounds to zero has no sign.
    [-0.04, 1, '0.0'],
    [1234.5, 0, '1235'],
  ])('%f with %i digits is %s', (value, decimals, words) => {
    expect(writeNumber(value, decimals)).toBe(words);
  });
});

describe('figures', () => {
  it('have no more digits than their uncertainty allows', () => {
    // By hand: 0.3137 has two significant digits from 0.31 on, but stacks are read to 0.1 mm.
    expect(writeFigure(31.2468, 0.3137, mm, 1).text).toBe('31.2 ± 0.3 mm');
    expect(writeFigure(301.46, 12.7, unit('mass', 'g'), 1).text).toMatch(/^301 ± 13 g$/);
  });
  it('keep what stands behind them when the unit changes', () => {
    expect(decimalsIn(mm, 1)).toBe(1);
    expect(decimalsIn(cm, 1)).toBe(2);
    expect(writeFigure(31.2468, 0.3137, cm, 1).text).toBe('3.12 ± 0.03 cm');
    // 31.2468 mm / 25.4 = 1.2302 in; 0.3137 / 25.4 = 0.0124 in.
    expect(writeFigure(31.2468, 0.3137, inch, 1).text).toMatch(/^1\.23 ± 0\.01 in$/);
  });
  it('stand close to degrees of an angle, and apart from all other units', () => {
    expect(writeFigure(49.93, 2.12, unit('angle', '°'), 1).text).toBe('49.9 ± 2.1°');
    expect(writeFigure(23, undefined, unit('temperature', '°C'), 0).text).toBe('23 °C');
  });
  it('without an uncertainty say the value alone', () => {
    expect(writeFigure(31.2468, undefined, mm, 1)).toMatchObject({ U: '', text: '31.2 mm' });
    expect(writeFigure(31.2468, 0, mm, 1).text).toBe('31.2 mm');
  });
});

describe('spans', () => {
  it.each([
    [1.24, '+1.2 mm'],
    [-1.24, '−1.2 mm'],
    [0.04, '0.0 mm'],
  ])('%f mm is %s', (span, words) => {
    expect(writeSpan(span, mm, 1)).toBe(words);
  });
});

describe('probabilities', () => {
  it.each([
    [0, '< 0.001'],
    [0.00099, '< 0.001'],
    [0.0231, '0.023'],
    [0.5, '0.50'],
  ])('%f is %s', (p, words) => {
    expect(writeProbability(p)).toBe(words);
  });
});
