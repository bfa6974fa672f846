/** What stands for a distance: games, matches and sets as kilometres. Common practice. */
import { accepted, type Result, refused } from '../sizing/result.ts';

const KM_PER_MILE = 1.609344;

interface Equivalent {
  words: readonly string[];
  /** Miles of one game or match. */
  miles: readonly [low: number, high: number];
}

/** By the words that an activity is said in; the first whose words all stand there. */
const EQUIVALENTS: readonly Equivalent[] = [
  { words: ['basketball', 'half'], miles: [1.25, 1.25] },
  { words: ['basketball'], miles: [2.5, 2.5] },
  { words: ['tennis', 'five'], miles: [5, 6] },
  { words: ['tennis'], miles: [3, 4] },
];

/** Two on either side run half of it. */
const DOUBLES = 'doubles';

/**
 * Kilometres of some games, as a span.
 *
 * @param activity in words, with its variant: `tennis`, `best of five, doubles`
 * @param count games or matches
 * @example outingDistance('basketball', 'half court', 2) // { ok: true, value: { low: 4.02, high: 4.02 } }
 */
export function outingDistance(
  activity: string,
  variant = '',
  count = 1,
): Result<{ low: number; high: number }> {
  const said = new Set(`${activity} ${variant}`.toLowerCase().match(/[a-z]+|\d+/g) ?? []);
  if (said.has('5')) said.add('five');
  const found = EQUIVALENTS.find(({ words }) => words.every((word) => said.has(word)));
  if (!found)
    return refused(
      'unknown',
      `No distance is known for ${[activity, variant].filter(Boolean).join(', ') || 'nothing'}: basketball (full or half court) and tennis (best of three or five, doubles) are. Say the distance.`,
    );
  if (!(count > 0) || !Number.isFinite(count))
    return refused('implausible', 'How many games or matches? One at least.');
  const share = said.has(DOUBLES) ? 0.5 : 1;
  const [low, high] = found.miles.map((miles) => miles * share * count * KM_PER_MILE) as [
    number,
    number,
  ];
  return accepted({ low, high });
}
