/** What pairs end by, in one word each, from the signs that were held against them. */
import type { LifeSummary } from '../records/rotation-verdict.ts';
import type { PairLife } from './edition-life.ts';

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

/** How the pairs of a model ended, and most often by what. */
export function summariseLife(
  pairs: readonly (PairLife & { cause?: string | undefined })[],
): LifeSummary {
  const counts = new Map<string, number>();
  for (const { ended, cause } of pairs)
    if (ended && cause && cause !== 'other') counts.set(cause, (counts.get(cause) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]));
  const ends = pairs.filter(({ ended }) => ended).map(({ km }) => km);
  return {
    pairs: pairs.length,
    ended: ends.length,
    ...(ends.length > 0 ? { span: { least: Math.min(...ends), most: Math.max(...ends) } } : {}),
    ...(most ? { cause: { name: most[0], count: most[1] } } : {}),
  };
}
