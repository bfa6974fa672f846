/** What care follows from an outing. Common practice. */
import type { CareStep } from '../records/rotation-verdict.ts';
import type { Ground, Surface } from './outing-words.ts';

/**
 * Advice for a pair by its latest outing; empty where there is none.
 *
 * @param daysAgo since the outing
 * @param suede its sole is of suede, as dancers wear
 */
export function careAdvice(
  outing: { wet: Ground; surfaces: readonly Surface[]; temperature: number | null },
  daysAgo: number,
  suede = false,
): CareStep[] {
  const isSnowy = outing.surfaces.includes('snow') || outing.wet === 'ice';
  const isWet = isSnowy || outing.wet === 'wet';
  const isRecent = daysAgo <= 3;
  return [
    ...(isWet && isRecent ? (['dry'] as const) : []),
    ...(isWet && suede ? (['suede'] as const) : []),
    ...(isSnowy ? (['salt'] as const) : []),
    ...(outing.temperature !== null && outing.temperature >= 30 && isRecent
      ? (['hot'] as const)
      : []),
  ];
}
