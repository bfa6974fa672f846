const LOOK_HERE = new Set(['out', 'contradicts itself', 'poor']);

/** A verdict is a word; the signal colour only adds to it. */
export function Verdict({ word }: { word: string }) {
  return <strong className={LOOK_HERE.has(word) ? 'look-here' : undefined}>{word}</strong>;
}
