/** What an insole that is in a pair by name makes of it: for a try-on, and for a sitting. */
import type { Configuration } from '../catalogue/stack-basis.ts';

/** What is in a pair by name, instead of its own or on top of it. */
export interface PlacedThing {
  kind: string;
  how: 'instead' | 'on top';
}

const insoleOf = (placed: readonly PlacedThing[]) => placed.find(({ kind }) => kind === 'insole');

/** As a try-on calls it. */
export function insoleWordOf(placed: readonly PlacedThing[]): 'original' | 'another' | 'on top' {
  const insole = insoleOf(placed);
  if (!insole) return 'original';
  return insole.how === 'on top' ? 'on top' : 'another';
}

/** As a sitting calls it: a shoe with another insole is another shoe to measure. */
export function configurationOf(placed: readonly PlacedThing[]): Configuration {
  const insole = insoleOf(placed);
  if (!insole) return 'as sold';
  return insole.how === 'on top' ? 'insole added' : 'insole replaced';
}

/**
 * A foot is so wide at its arch, as a share of its width at the ball: from, to. Common practice,
 * from memory; a low arch is wider, a high one narrower.
 */
export const ARCH_WIDTH_SHARE = { from: 0.62, to: 0.74 } as const;

/**
 * Whether an insole is as wide at its arch as a foot is there.
 *
 * @param archWidthMm - of the insole
 * @param footWidthMm - of the foot, at the ball
 * @example archWidthWords(58, 100) // 'narrower than this foot there: …'
 */
export function archWidthWords(archWidthMm: number, footWidthMm: number): string {
  const share = archWidthMm / footWidthMm;
  if (share < ARCH_WIDTH_SHARE.from)
    return 'narrower than this foot there: its edge may press, try a wider one before another size';
  return share > ARCH_WIDTH_SHARE.to
    ? 'wide enough for this foot'
    : 'about as wide as this foot there: stand on it to tell';
}

/**
 * About how much of the room in a shoe an insole takes, ml: its length by its width at the arch by
 * its thickness under the heel, as narrow heel and wide ball, thick heel and thin toe even out.
 * Undefined where one of the three is not known.
 *
 * @example insoleVolume({ lengthMm: 270, archWidthMm: 70, thicknessMm: 4 }) // 75.6
 */
export function insoleVolume(insole: {
  lengthMm: number | null;
  archWidthMm: number | null;
  thicknessMm: number | null;
}): number | undefined {
  const { lengthMm, archWidthMm, thicknessMm } = insole;
  if (lengthMm === null || archWidthMm === null || thicknessMm === null) return undefined;
  return (lengthMm * archWidthMm * thicknessMm) / 1000;
}
