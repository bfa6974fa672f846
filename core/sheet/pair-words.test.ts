import { describe, expect, it } from 'vitest';
import { type CamePair, cameWords, disclosedWords, priceWords } from './pair-words.ts';

const PAIR: CamePair = {
  acquisition: 'bought',
  from: 'the co-op shop',
  paidPrice: 89,
  listPrice: 109.5,
  currency: 'EUR',
  linksPay: false,
  makerSawText: false,
  shoes: 'both',
};

describe('how a pair came', () => {
  it('is said with what was paid and asked, and who gains by it', () => {
    expect(cameWords(PAIR)).toBe('bought from the co-op shop, paid 89 EUR, list 109.50 EUR');
    expect(
      cameWords({ ...PAIR, acquisition: 'gift', from: '', linksPay: true, shoes: 'left' }),
    ).toBe('gift, list 109.50 EUR, links pay, left');
    expect(priceWords(0.5, 'GBP')).toBe('0.50 GBP');
  });
  it('is disclosed where one pair of several obliges', () => {
    expect(disclosedWords([PAIR])).toBe('No links that pay. The maker did not see the text.');
    expect(disclosedWords([PAIR, { ...PAIR, linksPay: true, makerSawText: true }])).toBe(
      'Links on this sheet pay the reviewer. The maker saw the text.',
    );
  });
});
