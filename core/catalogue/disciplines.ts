/** What shoes are made for, an entry each: the interface calls it their use. */
import type { MatchFeatureId, ToleranceRule } from './match-features.ts';

interface DisciplineEntry {
  name: string;
  /** Left-right tolerances drawn tighter or wider than the general ones: common practice. */
  tolerances?: Partial<Record<MatchFeatureId, ToleranceRule>>;
}

/** A boot's shaft is made wider than a shoe's collar. */
const SHAFT: ToleranceRule = { absolute: 4, share: 0 };

const ENTRIES = [
  { name: 'running' },
  { name: 'trail' },
  { name: 'track and jumps' },
  { name: 'football' },
  { name: 'court' },
  { name: 'trekking' },
  { name: 'winter boots', tolerances: { 'collar-lateral': SHAFT, 'collar-medial': SHAFT } },
  { name: 'motorcycle boots', tolerances: { 'collar-lateral': SHAFT, 'collar-medial': SHAFT } },
  { name: 'climbing' },
  // A heel that stands askew by little already turns a dancer's foot.
  { name: 'dance', tolerances: { 'sole-plane': { absolute: 0.7, share: 0 } } },
  { name: 'walking and work' },
] as const satisfies readonly DisciplineEntry[];

export type Discipline = (typeof ENTRIES)[number]['name'];
export const DISCIPLINES = ENTRIES.map(({ name }) => name);

/**
 * The tolerance that a discipline draws by itself; undefined: it has the general one.
 * @example ownTolerance('sole-plane', 'dance') // { absolute: 0.7, share: 0 }
 */
export function ownTolerance(
  feature: MatchFeatureId,
  discipline: Discipline | '',
): ToleranceRule | undefined {
  const entry: DisciplineEntry | undefined = ENTRIES.find(({ name }) => name === discipline);
  return entry?.tolerances?.[feature];
}
