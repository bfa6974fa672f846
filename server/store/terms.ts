/** What was typed to find something, as a query of the index of terms. */
import { searchTerms } from '#core/sizing/search-terms.ts';

/** Beyond these many words nobody narrows anything. */
const MOST_TERMS = 12;

/** Every term as the beginning of a word; empty where nothing searchable was typed. */
export const matchTerms = (typed: string): string =>
  searchTerms(typed)
    .slice(0, MOST_TERMS)
    .map((term) => `"${term}"*`)
    .join(' ');
