/** How a pair came, and what is disclosed of it: the same on the bench and on what leaves it. */
import { writeNumber } from '../sizing/number-words.ts';

export interface CamePair {
  acquisition: string;
  from: string;
  paidPrice: number | null;
  listPrice: number | null;
  currency: string;
  linksPay: boolean;
  makerSawText: boolean;
  shoes: string;
}

/** `109 EUR`; cents only where there are some. */
export const priceWords = (amount: number, currency: string): string =>
  `${writeNumber(amount, amount % 1 === 0 ? 0 : 2)} ${currency}`;

/** @example cameWords(pair) // 'bought from the co-op shop, paid 89 EUR, list 109 EUR, links pay' */
export function cameWords(pair: CamePair): string {
  return [
    `${pair.acquisition}${pair.from ? ` from ${pair.from}` : ''}`,
    pair.paidPrice !== null && pair.acquisition === 'bought'
      ? `paid ${priceWords(pair.paidPrice, pair.currency)}`
      : '',
    pair.listPrice !== null ? `list ${priceWords(pair.listPrice, pair.currency)}` : '',
    pair.linksPay ? 'links pay' : '',
    pair.makerSawText ? 'the maker saw the text' : '',
    pair.shoes === 'both' ? '' : pair.shoes,
  ]
    .filter(Boolean)
    .join(', ');
}

/** What is disclosed of all the pairs of a sheet. */
export const disclosedWords = (
  pairs: readonly Pick<CamePair, 'linksPay' | 'makerSawText'>[],
): string =>
  `${pairs.some(({ linksPay }) => linksPay) ? 'Links on this sheet pay the reviewer.' : 'No links that pay.'} ${pairs.some(({ makerSawText }) => makerSawText) ? 'The maker saw the text.' : 'The maker did not see the text.'}`;
