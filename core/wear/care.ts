/** What care follows from an outing. Common practice. */
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
): string[] {
  const wet = outing.wet === 'wet' || outing.surfaces.includes('snow') || outing.wet === 'ice';
  const advice: string[] = [];
  if (wet && daysAgo <= 3)
    advice.push(
      'It was out in the wet: dry it at once, insole out, paper inside, never on heat or in the sun.',
    );
  if (wet && suede) advice.push('Soles of suede are never worn in the wet: brush them once dry.');
  if (outing.surfaces.includes('snow') || outing.wet === 'ice')
    advice.push('Salt is washed off with plain water before it dries.');
  if (outing.temperature !== null && outing.temperature >= 30 && daysAgo <= 3)
    advice.push('It was hot: foam measured warm reads softer, let it rest a day.');
  return advice;
}
