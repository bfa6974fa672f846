import { expect, test } from 'vitest';
import { changeWords, madeWords, priceWords } from './line-words.ts';

const change = {
  quantity: 'mass',
  word: 'better',
  way: 'lighter',
  steps: -2.6,
  difference: -39,
  U: 8,
  stated: false,
} as const;

test('a change along the line says how far it goes, and whose word it is', () => {
  expect(changeWords(change)).toBe('lighter, 3 steps');
  expect(changeWords({ ...change, steps: -1.2 })).toBe('lighter, about one step');
  expect(changeWords({ ...change, word: 'perhaps', stated: true })).toBe(
    'perhaps lighter, as stated',
  );
  expect(changeWords({ ...change, word: 'same' })).toBe('same');
});

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
