/** What is typed to find a record, and what a record is found by: the same plain terms. */
import { nameLabel, type SizeLabel } from './size-label.ts';

/**
 * The terms of a text: runs of letters or of digits, small and without accents; a number without its
 * leading zeros, so that 7 finds NS-07.
 * @example searchTerms('NS-07 Mid, UK 8.5') // ['ns', '7', 'mid', 'uk', '8', '5']
 */
export function searchTerms(text: string): string[] {
  const plain = text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  return (plain.match(/\p{L}+|\p{N}+/gu) ?? []).map((term) => term.replace(/^0+(?=\p{N})/u, ''));
}

/**
 * True where every term of what was typed begins a term of the text.
 * @example answersTo('stair 8', 'Norrolt Stairwell UK 8') // true
 */
export function answersTo(typed: string, text: string): boolean {
  const terms = searchTerms(text);
  return searchTerms(typed).every((wanted) => terms.some((term) => term.startsWith(wanted)));
}

/** What a pair is found by: tag, names and label. */
export function pairText(pair: {
  tag: string;
  maker: string;
  model: string;
  edition: string;
  label: SizeLabel;
}): string {
  return [pair.tag, pair.maker, pair.model, pair.edition, nameLabel(pair.label)].join(' ');
}
