import type { Noticeable } from '#core/figures/difference.ts';

const LOOK_HERE = new Set(['differs', 'out', 'contradicts itself', 'poor']);

/** What the second word of a verdict says: would anyone notice? */
const SECOND_WORDS: Record<Noticeable, string> = {
  yes: ', and one would notice',
  'may be': ', and one may notice',
  no: ', and nobody would notice',
};

/** A verdict is a word; the signal colour only adds to it, and not to what nobody would notice. */
export function Verdict({ word, noticeable }: { word: string; noticeable?: Noticeable }) {
  const isSignal = LOOK_HERE.has(word) && (noticeable ?? 'yes') === 'yes';
  return (
    <strong className={isSignal ? 'look-here' : undefined}>
      {word}
      {word === 'differs' && noticeable && SECOND_WORDS[noticeable]}
    </strong>
  );
}
