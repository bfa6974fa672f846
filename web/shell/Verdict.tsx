import type { Sentence } from '#core/wording/sentence.ts';
import { Says } from '../kit/Says.tsx';

const LOOK_HERE = new Set(['out', 'contradicts itself', 'poor']);

/**
 * A verdict is a word; the signal colour only adds to it.
 * @param name how the word is read, where its code is another
 */
export function Verdict({ word, name }: { word: string; name?: Sentence }) {
  return (
    <strong className={LOOK_HERE.has(word) ? 'look-here' : undefined}>
      {name ? <Says words={name} /> : word}
    </strong>
  );
}
