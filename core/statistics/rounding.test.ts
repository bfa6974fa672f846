import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { protocolsFor } from '../catalogue/protocol.ts';
import { judgeTolerance, sideTolerance } from '../catalogue/tolerance.ts';
import { writeFigure, writeNumber, writeSpan } from '../sizing/number-words.ts';
import { suggestTag } from '../sizing/pair-tag.ts';
import { findUnit } from '../sizing/units.ts';
import { roundTo, roundToUncertainty } from './rounding.ts';

const unit = (symbol: string) => {
  const found = findUnit(symbol);
  if (!found) throw new Error(symbol);
  return found;
};

describe('honest digits', () => {
  it.each([
    [31.2468, 0.3137, 31.25, 0.31],
    [311.72, 2.14, 311.7, 2.1],
    [31.2, 0.996, 31.2, 1],
    [1234.5, 123.4, 1230, 120],
    [0.21349, 0.0123, 0.213, 0.012],
    [-6.94, 0.41, -6.94, 0.41],
  ])('%d ± %d is %d ± %d', (value, U, shownValue, shownU) => {
    expect(roundToUncertainty(value, U)).toMatchObject({ value: shownValue, U: shownU });
  });
  it('caps the digits at what the quantity is read to, unless U would vanish', () => {
    expect(roundToUncertainty(31.2468, 0.3137, 1)).toEqual({ value: 31.2, U: 0.3, decimals: 1 });
    expect(roundToUncertainty(31.2468, 0.0137, 1)).toEqual({ value: 31.25, U: 0.01, decimals: 2 });
  });
  it('rounds half away from zero on the digits a person sees', () => {
    expect(roundTo(1.005, 2)).toBe(1.01);
    expect(roundTo(-2.5, 0)).toBe(-3);
    expect(roundTo(31.25, 1)).toBe(31.3);
  });
  it('never shows more than two significant digits of U', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 1e6, noNaN: true }), (U) => {
        const shown = roundToUncertainty(1, U).U;
        const digits = shown.toExponential(10).split('e')[0]?.replace('.', '').replace(/0+$/, '');
        expect(digits?.length).toBeLessThanOrEqual(2);
        expect(Math.abs(shown - U)).toBeLessThanOrEqual(0.0501 * U);
      }),
    );
  });
});

describe('figures in words', () => {
  it('writes value, uncertainty and unit', () => {
    expect(writeFigure(31.2468, 0.3137, unit('mm'), 1).text).toBe('31.2 ± 0.3 mm');
    expect(writeFigure(320.35, 1.4, unit('oz'), 1).text).toBe('11.30 ± 0.05 oz');
    expect(writeFigure(31.2468, undefined, unit('in'), 1).text).toBe('1.23 in');
    expect(writeFigure(-2.5, 0.4, unit('mm'), 1).text).toBe('−2.5 ± 0.4 mm');
  });
  it('writes spans with their sign', () => {
    expect(writeSpan(1.2, unit('mm'), 1)).toBe('+1.2 mm');
    expect(writeSpan(-1.2, unit('mm'), 1)).toBe('−1.2 mm');
    expect(writeNumber(-0.01, 1)).toBe('0.0');
  });
});

describe('tolerances (JCGM 106)', () => {
  it.each([
    [0.5, 0.3, 'within'],
    [-0.5, 0.5, 'within'],
    [0.8, 0.3, 'cannot tell'],
    [1.5, 0.3, 'out'],
  ])('%d ± %d against 1.0: %s', (d, U, verdict) => {
    expect(judgeTolerance(d, U, 1)).toBe(verdict);
  });
  it('gives mass the greater of 2 % and 5 g', () => {
    expect(sideTolerance('mass', 200)).toBe(5);
    expect(sideTolerance('mass', 400)).toBe(8);
  });
});

describe('tools and tags', () => {
  it('starts with the sidewall where a ruler is all there is', () => {
    expect(protocolsFor(['ruler'])[0]).toMatchObject({
      stack: { place: 'sidewall', method: 'ruler' },
    });
  });
  it('starts inside the shoe with a needle gauge, and offers the insole out', () => {
    const protocols = protocolsFor(['ruler', 'needle gauge', 'scale']);
    const general = protocols.filter(({ discipline }) => discipline === '');
    expect(protocols.slice(0, general.length)).toEqual(general);
    expect(general.map((one) => one.name)).toEqual([
      'In-shoe 12 / 75 %, insole in, needle gauge',
      'In-shoe 12 / 75 %, insole out, needle gauge',
      'Quick review',
      'Reviewer’s round',
      'Midsole only',
      'Full bench',
      'Sidewall, ruler',
      'Wear check',
      'On-the-shoe hardness',
    ]);
    expect(protocols[0]?.stations.map((station) => station.quantity)).toEqual([
      'mass',
      'heel-stack',
      'forefoot-stack',
    ]);
  });
  it('weighs only with a scale alone', () => {
    expect(protocolsFor(['scale'])[0]?.stations).toHaveLength(1);
  });
  it('suggests the next free tag', () => {
    expect(suggestTag('Norrolt', 'Stairwell', ['NS-01', 'ns-02'])).toBe('NS-03');
    expect(suggestTag('Änger', '3-Weg', [])).toBe('A3-01');
  });
});
