/** Drop: heel stack less forefoot stack of one shoe, one basis, one session. */
import { combineFigures, type Figure } from './figure.ts';

/**
 * Heel stack − forefoot stack; may be negative. On one gauge the zero error of the calibration
 * cancels and the gain part leaves u_gain·|drop|.
 * @example drop of 38 and 30 is 8
 */
export function dropFigure(heel: Figure, forefoot: Figure): Figure {
  return combineFigures(
    [
      { figure: heel, coefficient: 1 },
      { figure: forefoot, coefficient: -1 },
    ],
    { quantity: 'drop' },
  );
}

/** Drop classes of common practice; a lab may draw the lines elsewhere. */
const DROP_CLASSES: [number, string][] = [
  [-1, 'negative'],
  [1, 'zero'],
  [4, 'low'],
  [8, 'middle'],
  [Number.POSITIVE_INFINITY, 'high'],
];

/** Heel stack classes of common practice, by upper bound. */
const HEEL_CLASSES: [number, string][] = [
  [20, 'low'],
  [30, 'moderate'],
  [40, 'high'],
  [Number.POSITIVE_INFINITY, 'very high'],
];

function classAt(classes: [number, string][], reached: (bound: number) => boolean): string {
  return classes.find(([bound]) => !reached(bound))?.[1] ?? '';
}

function named(low: string, high: string): string {
  return low === high ? low : `${low} or ${high}`;
}

/**
 * The class of an unrounded drop; both where U spans a boundary.
 * @example dropClass(6.9, 0.4) // 'middle'
 */
export function dropClass(drop: number, U: number): string {
  // Negative is under −1, zero from −1 to 1, and then over each bound up to the next.
  const at = (value: number) =>
    classAt(DROP_CLASSES, (bound) => (bound === -1 ? value >= bound : value > bound));
  return named(at(drop - U), at(drop + U));
}

/** The class of an unrounded heel stack; both where U spans a boundary. */
export function heelClass(stack: number, U: number): string {
  // Low is under 20, moderate 20 to 30, high over 30, very high over 40.
  const at = (value: number) =>
    classAt(HEEL_CLASSES, (bound) => (bound === 20 ? value >= bound : value > bound));
  return named(at(stack - U), at(stack + U));
}
