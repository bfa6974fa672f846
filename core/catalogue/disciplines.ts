/** What shoes are made for, an entry each: the interface calls it their use. */

import type { MatchFeatureId } from './match-feature-ids.ts';
import type { ToleranceRule } from './match-features.ts';

interface DisciplineEntry {
  name: string;
  /** Stack and drop are called by the classes of running and walking shoes. */
  classed?: true;
  /** Left-right tolerances drawn tighter or wider than the general ones: common practice. */
  tolerances?: Partial<Record<MatchFeatureId, ToleranceRule>>;
}

/** A boot's shaft is made wider than a shoe's collar. */
const SHAFT: ToleranceRule = { absolute: 4, share: 0 };

const ENTRIES = [
  { name: 'running', classed: true },
  { name: 'trail', classed: true },
  { name: 'track and jumps' },
  { name: 'football' },
  { name: 'court' },
  { name: 'trekking' },
  { name: 'winter boots', tolerances: { 'collar-lateral': SHAFT, 'collar-medial': SHAFT } },
  { name: 'motorcycle boots', tolerances: { 'collar-lateral': SHAFT, 'collar-medial': SHAFT } },
  { name: 'climbing' },
  // A heel that stands askew by little already turns a dancer's foot.
  { name: 'dance', tolerances: { 'sole-plane': { absolute: 0.7, share: 0 } } },
  { name: 'walking and work', classed: true },
] as const satisfies readonly DisciplineEntry[];

export type Discipline = (typeof ENTRIES)[number]['name'];
export const DISCIPLINES = ENTRIES.map(({ name }) => name);

/** Do the classes of stack and drop belong to a use? Where none is said they do. */
export function hasStackClasses(discipline: Discipline | ''): boolean {
  const entry: DisciplineEntry | undefined = ENTRIES.find(({ name }) => name === discipline);
  return discipline === '' || entry?.classed === true;
}

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
