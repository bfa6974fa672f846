import { expect, test } from 'vitest';
import { madeWords, priceWords } from './line-words.ts';

test('prices bear their currency, and cents only where there are any', () => {
  expect(priceWords({ amount: 85, currency: 'GBP' })).toBe('85 GBP');
  expect(priceWords({ amount: 119.9, currency: 'EUR' })).toBe('119.90 EUR');
});

test('what is made no more says since when, where anybody knows', () => {
  const edition = { stillMade: 'no', madeUntil: '2026-03-01' } as Parameters<typeof madeWords>[0];
  expect(madeWords(edition)).toBe('made until 1 Mar 2026');
  expect(madeWords({ ...edition, madeUntil: null })).toBe('made no more');
  expect(madeWords({ ...edition, stillMade: '' })).toBe('');
});
