/**
 * A sentence that is ready to be read. It is shown, printed or sent, and never read back by code: the type has no
 * method of a string, so that a comparison or a search in one does not compile. What code decides by stands in
 * the verdict that the sentence was made from.
 */
declare const sentence: unique symbol;
export interface Sentence {
  readonly [sentence]: 'a finished sentence';
}

/** The letters of a sentence, for what shows, prints or stores it. */
export const textOf = (words: Sentence): string => words as unknown as string;

/** Only messages make sentences (`message.ts`). */
export const sentenceOf = (letters: string): Sentence => letters as unknown as Sentence;
