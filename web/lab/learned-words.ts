/** What a lab's own repeats show of a station, in words. */
import type { Lab } from '#contract/lab-records.ts';
import { FIGURE_LIMITS } from '#core/limits/figure-limits.ts';

type Learned = Lab['learned'][number];

/**
 * @example learnedWords({ sd: 0.165, pairs: 7, hidden: false, apart: ['NS-06'], … })
 * // ['own repeats: 0.17, from 7 pairs', 'NS-06 scatters too far: counted in part']
 */
export function learnedWords(learned: Learned | undefined): string[] {
  if (!learned) return [];
  const { sd, pairs, hidden, apart } = learned;
  const from =
    pairs < FIGURE_LIMITS.pairsToRepeat.value
      ? `from ${pairs} of ${FIGURE_LIMITS.pairsToRepeat.value} pairs`
      : `from ${pairs} pairs`;
  const words = [`own repeats: ${Number(sd.toPrecision(2))}, ${from}`];
  if (hidden) words.push('the step of the gauge hides it');
  if (apart.length > 0)
    words.push(
      `${apart.join(', ')} ${apart.length > 1 ? 'scatter' : 'scatters'} too far: counted in part`,
    );
  return words;
}
