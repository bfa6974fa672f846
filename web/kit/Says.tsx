import { type Sentence, textOf } from '#core/wording/sentence.ts';

/** A sentence on the page. */
export const Says = ({ words }: { words: Sentence }) => textOf(words);
