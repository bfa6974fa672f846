/**
 * Size labels and the lengths they stand for.
 *
 * Formulas: the common published ones, values from memory. With L the last length and F the foot
 * length on a foot-measuring device, both in inches:
 * US men = 3L − 24 = 3F − 22; US women = 3L − 22.5 = 3F − 21; UK adult = 3L − 25;
 * US child = 3L − 11, UK child = 3L − 12;
 * EU = 1.5·L(cm), the Paris point of 2/3 cm; Mondopoint = foot length in mm (ISO 9407).
 */

import type { Millimetres } from './units.ts';

export const LABEL_SYSTEMS = [
  'us-men',
  'us-women',
  'us-child',
  'uk',
  'uk-child',
  'eu',
  'mondopoint',
] as const;
export type LabelSystem = (typeof LABEL_SYSTEMS)[number];

export interface SizeLabel {
  system: LabelSystem;
  size: number;
}

/** One half size = 1/6 in of last, in every system when deviations are counted. */
export const HALF_SIZE_MM = 25.4 / 6;

/** Reference label for masses: men's US 9, UK 8, a last of 279.4 mm. */
export const REFERENCE_LABEL: SizeLabel = { system: 'uk', size: 8 };

const INCH = 25.4;
/** Last length less foot length, from the label and device formulas: 2/3 in men, 1/2 in women. */
const LAST_BEYOND_FOOT = { men: (INCH * 2) / 3, women: INCH / 2 };

/** Label systems as they are called. */
export const SYSTEM_NAMES: Record<LabelSystem, string> = {
  'us-men': 'US men',
  'us-women': 'US women',
  'us-child': 'US child',
  uk: 'UK',
  'uk-child': 'UK child',
  eu: 'EU',
  mondopoint: 'Mondopoint',
};

/** Sizes outside these are misread labels, not shoes. */
export const SIZE_RANGE: Record<LabelSystem, [number, number]> = {
  'us-men': [1, 22],
  'us-women': [1, 23],
  'us-child': [0, 13.5],
  uk: [0, 21],
  'uk-child': [0, 13.5],
  eu: [15, 60],
  mondopoint: [90, 400],
};

/** Smallest step in which a system is printed. */
export const LABEL_STEPS: Record<LabelSystem, number> = {
  'us-men': 0.5,
  'us-women': 0.5,
  'us-child': 0.5,
  uk: 0.5,
  'uk-child': 0.5,
  eu: 0.5,
  mondopoint: 2.5,
};

/**
 * Last length in mm that a label stands for.
 * @example lastLength({ system: 'us-men', size: 9 }) // 279.4
 */
export function lastLength({ system, size }: SizeLabel, mondopointLast: Cut = 'men'): Millimetres {
  switch (system) {
    case 'us-men':
      return ((size + 24) / 3) * INCH;
    case 'us-women':
      return ((size + 22.5) / 3) * INCH;
    case 'us-child':
      return ((size + 11) / 3) * INCH;
    case 'uk':
      return ((size + 25) / 3) * INCH;
    case 'uk-child':
      return ((size + 12) / 3) * INCH;
    case 'eu':
      return (size / 1.5) * 10;
    case 'mondopoint':
      return size + LAST_BEYOND_FOOT[mondopointLast];
  }
}

/** Whose formula relates last to foot; labels other than US women's are read as men's. */
export type Cut = 'men' | 'women';

export interface LabelLengths {
  lastMm: number;
  /** Foot length on a foot-measuring device for this label. */
  deviceFootMm: number;
  /** The same last in every system, unrounded. */
  labels: Record<LabelSystem, number>;
}

/**
 * All lengths and labels of one label. The foot is the men's by formula, the women's for US
 * women's labels; `cut` says otherwise.
 * @example labelLengths({ system: 'uk', size: 8 }).labels.eu // 41.91
 */
export function labelLengths(label: SizeLabel, cut?: Cut): LabelLengths {
  const worn = cut ?? (label.system === 'us-women' ? 'women' : 'men');
  const lastMm = lastLength(label, worn);
  const inches = lastMm / INCH;
  const deviceFootMm = lastMm - LAST_BEYOND_FOOT[worn];
  return {
    lastMm,
    deviceFootMm,
    labels: {
      'us-men': 3 * inches - 24,
      'us-women': 3 * inches - 22.5,
      'us-child': 3 * inches - 11,
      uk: 3 * inches - 25,
      'uk-child': 3 * inches - 12,
      eu: (1.5 * lastMm) / 10,
      mondopoint: deviceFootMm,
    },
  };
}

/** The nearest size that the system prints. `nearestPrinted('eu', 41.91)` is 42. */
export function nearestPrinted(system: LabelSystem, size: number): number {
  const step = LABEL_STEPS[system];
  return Math.round(size / step) * step;
}

/** A label in words: `UK 8`, `US men 9.5`. */
export function nameLabel({ system, size }: SizeLabel): string {
  return `${SYSTEM_NAMES[system]} ${Number(size.toFixed(2))}`;
}

/** A label in an address: `uk-8`, `us-men-9.5`. Read back with `readLabelSlug`. */
export function labelSlug({ system, size }: SizeLabel): string {
  return `${system}-${Number(size.toFixed(2))}`;
}

export function readLabelSlug(slug: string): SizeLabel | undefined {
  const match = /^([a-z-]+)-(\d+(?:\.\d+)?)$/.exec(slug);
  const system = LABEL_SYSTEMS.find((known) => known === match?.[1]);
  return system && match ? { system, size: Number(match[2]) } : undefined;
}

/** Labels whose lasts lie closer than half of a half size stand for one size. */
export function isSameSize(a: SizeLabel, b: SizeLabel): boolean {
  return Math.abs(lastLength(a) - lastLength(b)) < HALF_SIZE_MM / 2;
}

/** Says what is wrong with a label, or undefined where it can be a shoe's. */
export function labelFault({ system, size }: SizeLabel): string | undefined {
  const [least, most] = SIZE_RANGE[system];
  return Number.isFinite(size) && size >= least && size <= most
    ? undefined
    : `${SYSTEM_NAMES[system]} sizes run from ${least} to ${most}; ${size} is outside.`;
}

/** Distinct sizes among labels, by last length. */
export function distinctSizes(labels: readonly SizeLabel[]): SizeLabel[] {
  return labels.filter(
    (label, index) => !labels.slice(0, index).some((earlier) => isSameSize(earlier, label)),
  );
}
