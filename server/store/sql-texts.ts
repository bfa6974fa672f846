/**
 * Words of a vocabulary as SQL writes them, for lists that are fixed in the program.
 * @example sqlTexts(['lost', 'given away']) // 'lost', 'given away'
 */
export const sqlTexts = (words: readonly string[]): string =>
  words.map((word) => `'${word.replaceAll("'", "''")}'`).join(', ');
