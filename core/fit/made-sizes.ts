/** What of an edition is made, and the label that is nearest to a wanted one. */
import {
  HALF_SIZE_MM,
  isSameSize,
  type LabelSystem,
  lastLength,
  type SizeLabel,
} from '../sizing/size-label.ts';
import { isSameWidth, widthRank } from './widths.ts';

/** Labels that are made in one width. */
export interface MadeWidth {
  width?: string | undefined;
  labels: readonly SizeLabel[];
}

/** Two labels this near are of one size: a quarter of a half size more than rounding. */
const SAME_MM = HALF_SIZE_MM / 2;

/** What one step of a label is, in half sizes of last: half a number, but a third of one in Paris points. */
const NUMBER_OF_HALF: Record<LabelSystem, number> = {
  'us-men': 0.5,
  'us-women': 0.5,
  'us-child': 0.5,
  uk: 0.5,
  'uk-child': 0.5,
  eu: 0.5,
  mondopoint: 5,
};

/**
 * The label some half sizes of last away, in the same system; rounded to what its boxes carry.
 * @example labelAway({ system: 'uk', size: 9 }, -1) // UK 8.5
 */
export function labelAway({ system, size }: SizeLabel, halfSizes: number): SizeLabel {
  const wanted = lastLength({ system, size }) + halfSizes * HALF_SIZE_MM;
  if (system !== 'eu' && system !== 'mondopoint')
    return { system, size: size + halfSizes * NUMBER_OF_HALF[system] };
  const perNumber = lastLength({ system, size: size + 1 }) - lastLength({ system, size });
  const exact = size + (wanted - lastLength({ system, size })) / perNumber;
  const step = NUMBER_OF_HALF[system];
  return { system, size: Math.round(exact / step) * step };
}

/** A label that is made, and by how much it is longer than what was wanted. */
export interface MadeLabel {
  label: SizeLabel;
  tooLongMm: number;
}

/**
 * The label of a list whose last is the wanted one, else the next longer at most half a size away.
 * @returns undefined where neither is made
 */
export function nearestMade(labels: readonly SizeLabel[], wantedMm: number): MadeLabel | undefined {
  const away = labels
    .map((label) => ({ label, tooLongMm: lastLength(label) - wantedMm }))
    .sort((a, b) => Math.abs(a.tooLongMm) - Math.abs(b.tooLongMm));
  const same = away.find(({ tooLongMm }) => Math.abs(tooLongMm) < SAME_MM);
  if (same) return { ...same, tooLongMm: 0 };
  return away.find(({ tooLongMm }) => tooLongMm > 0 && tooLongMm < HALF_SIZE_MM + SAME_MM);
}

/** The labels of the same width; of the usual one where none is said. */
export const labelsInWidth = (
  made: readonly MadeWidth[],
  width: string | undefined,
): readonly SizeLabel[] =>
  made.filter((one) => isSameWidth(one.width, width)).flatMap(({ labels }) => labels);

/** The next width to one side in which a label is made. */
export function nextWidth(
  made: readonly MadeWidth[],
  label: SizeLabel,
  width: string | undefined,
  way: 'wider' | 'narrower',
): MadeWidth | undefined {
  const own = widthRank(width) ?? 0;
  const ranked = made.flatMap((one) => {
    const rank = widthRank(one.width);
    const isMade = one.labels.some((known) => isSameSize(known, label));
    return rank === undefined || !isMade ? [] : [{ one, rank }];
  });
  const beyond = ranked
    .filter(({ rank }) => (way === 'wider' ? rank > own : rank < own))
    .sort((a, b) => Math.abs(a.rank - own) - Math.abs(b.rank - own));
  return beyond[0]?.one;
}
