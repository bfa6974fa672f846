/**
 * The arch index of a foot's print: the middle third over the whole, without the toes. Cavanagh and Rodgers,
 * The arch index, J. Biomechanics 20 (1987); the limits from memory.
 */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import { isAtLeast, isAtMost } from '../statistics/at-limit.ts';

export type ArchClass = 'high' | 'middle' | 'low';
type Point = readonly [x: number, y: number];

/** The area of a polygon by the shoelace formula, its corners in order. */
function areaOf(polygon: readonly Point[]): number {
  let twice = 0;
  polygon.forEach(([x, y], at) => {
    const [nextX, nextY] = polygon[(at + 1) % polygon.length] ?? [0, 0];
    twice += x * nextY - nextX * y;
  });
  return Math.abs(twice) / 2;
}

/** What of a polygon lies to one side of a line across the foot (Sutherland and Hodgman). */
function cutAt(polygon: readonly Point[], line: number, side: 'below' | 'above'): Point[] {
  const isIn = ([, y]: Point) => (side === 'below' ? y <= line : y >= line);
  return polygon.flatMap((corner, at): Point[] => {
    const before = polygon[(at + polygon.length - 1) % polygon.length] ?? corner;
    const inside = isIn(corner);
    if (isIn(before) === inside) return inside ? [corner] : [];
    const share = (line - before[1]) / (corner[1] - before[1]);
    const crossing: Point = [before[0] + share * (corner[0] - before[0]), line];
    return inside ? [crossing, corner] : [crossing];
  });
}

/**
 * The areas of rear, middle and front third of a print, cut at thirds of its extent along the foot.
 * @param polygon corners in mm, y along the foot, the heel at the least y, without toes
 * @throws RangeError where it encloses nothing
 */
export function thirdsOfPrint(polygon: readonly Point[]): [number, number, number] {
  const ys = polygon.map(([, y]) => y);
  const [heel, front] = [Math.min(...ys), Math.max(...ys)];
  const third = (front - heel) / 3;
  if (polygon.length < 3 || !(third > 0)) throw new RangeError('a print has an area');
  const rear = cutAt(polygon, heel + third, 'below');
  const rest = cutAt(polygon, heel + third, 'above');
  return [
    areaOf(rear),
    areaOf(cutAt(rest, heel + 2 * third, 'below')),
    areaOf(cutAt(rest, heel + 2 * third, 'above')),
  ];
}

/**
 * Middle third over the whole print, and what such an arch is called.
 * @param areas rear, middle and front, of any one unit
 * @throws RangeError where there is no print
 * @example archIndex([40, 20, 40]) // { index: 0.2, class: 'high' }
 */
export function archIndex(areas: readonly [number, number, number]): {
  index: number;
  class: ArchClass;
} {
  const whole = areas[0] + areas[1] + areas[2];
  if (!(whole > 0)) throw new RangeError('a print has an area');
  const index = areas[1] / whole;
  return {
    index,
    class: isAtMost(index, FIT_LIMITS.archHigh.value)
      ? 'high'
      : isAtLeast(index, FIT_LIMITS.archLow.value)
        ? 'low'
        : 'middle',
  };
}
