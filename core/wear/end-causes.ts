/** What pairs end by, in one word each, from the signs that were held against them. */
import { lifeWords, type PairLife } from './edition-life.ts';

/** Words that signs and reasons are known by, the plainest first. */
const CAUSES: readonly (readonly [cause: string, words: RegExp])[] = [
  ['upper', /upper torn|\btear\b|ripped upper/i],
  ['outsole', /worn through|outsole|tread|rubber/i],
  ['lining', /lining/i],
  ['foam', /foam|crack|crease|rebound|flat|dead/i],
  ['counter', /counter|shank/i],
  ['aches', /ache|pain/i],
];

/**
 * The cause of an end.
 * @param said signs for the end and the reason of the person who decided, the weightiest first
 * @example endCause(['lining growing and chafing']) // 'lining'
 */
export function endCause(said: readonly string[]): string {
  for (const words of said) {
    const found = CAUSES.find(([, pattern]) => pattern.test(words));
    if (found) return found[0];
  }
  return 'other';
}

const NUMBERS = [
  'none',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
];
const inWords = (n: number) => NUMBERS[n] ?? String(n);

/** In a sentence: `4 of 6 ended between 480 and 610 km, two by their lining`. */
export function lifeSentence(
  pairs: readonly (PairLife & { cause?: string | undefined })[],
): string {
  const counts = new Map<string, number>();
  for (const { ended, cause } of pairs)
    if (ended && cause && cause !== 'other') counts.set(cause, (counts.get(cause) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]));
  const by = most ? `, ${inWords(most[1])} by ${most[1] === 1 ? 'its' : 'their'} ${most[0]}` : '';
  return `${lifeWords(pairs)}${by}`;
}
