import { describe, expect, it } from 'vitest';
import { readPrice } from './price.ts';

describe('a price as typed', () => {
  it.each<[string, number | null, string | undefined]>([
    ['', null, undefined],
    ['119.90', 119.9, undefined],
    ['119,90', 119.9, undefined],
    ['$110', 110, 'USD'],
    ['110 €', 110, 'EUR'],
    ['€ 1.299,00', 1299, 'EUR'],
    ['£85 was 120', 85, 'GBP'],
    ['CHF 119.90', 119.9, 'CHF'],
    ['1 299 SEK', 1299, 'SEK'],
    ['1,299.50 usd', 1299.5, 'USD'],
    ['95 kr', 95, 'SEK'],
  ])('%s', (text, value, currency) => {
    expect(readPrice(text)).toEqual({ value, ...(currency ? { currency } : {}) });
  });
  it.each(['cheap', '12.345.6', '$110 €', '-5', '110 xx'])('%s is none', (text) => {
    expect(readPrice(text)).toBeUndefined();
  });
});
