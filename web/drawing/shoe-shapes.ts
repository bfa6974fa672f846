/** The drawing of a shoe's parts: a shoe from the side and from below, part by part, x 0 heel to 100 toe. */
import { curveCatmullRomClosed, line } from 'd3-shape';
import type { ShoePart, WalkView } from '#core/catalogue/construction.ts';

type Point = readonly [x: number, y: number];
type Lit = ShoePart['lights'];

const PIXELS = 5.6;
const LEFT = 44;
const GROUND = 206;
/** Middle of the view from below. */
const MIDDLE = 110;

export const SHOE_BOX = { width: 660, height: 240 };

export const toPixels = ([x, y]: Point, view: WalkView): [number, number] =>
  view === 'from below'
    ? [LEFT + PIXELS * x, MIDDLE - PIXELS * y]
    : [LEFT + PIXELS * x, GROUND - 2.4 * y];

/** From the side, heel at the left. */
const SIDE: Partial<Record<Lit, readonly Point[]>> = {
  outsole: [
    [1, 5],
    [4, 0],
    [30, 0],
    [60, 0],
    [86, 0],
    [98, 6],
    [99, 9],
    [86, 4],
    [60, 4],
    [30, 4],
    [4, 4],
  ],
  midsole: [
    [0, 9],
    [3, 4],
    [30, 4],
    [60, 4],
    [86, 4],
    [99, 10],
    [98, 15],
    [86, 14],
    [60, 16],
    [36, 19],
    [16, 23],
    [1, 25],
    [-1, 16],
  ],
  plate: [
    [12, 9],
    [40, 8],
    [66, 7],
    [88, 8],
    [97, 11.5],
    [96, 13],
    [86, 10],
    [66, 9],
    [40, 10],
    [12, 11],
  ],
  insole: [
    [4, 25],
    [20, 23.4],
    [40, 20],
    [62, 17.4],
    [86, 15.6],
    [96, 17],
    [95, 19],
    [86, 18],
    [62, 20],
    [40, 23],
    [20, 26.4],
    [5, 28],
  ],
  upper: [
    [1, 26],
    [0, 42],
    [2, 58],
    [6, 63],
    [13, 57],
    [22, 53],
    [32, 58],
    [44, 74],
    [50, 74],
    [62, 53],
    [76, 42],
    [89, 36],
    [97, 27],
    [98, 16],
    [86, 15],
    [60, 17],
    [36, 20],
    [16, 24],
  ],
  collar: [
    [1.5, 56],
    [6, 63],
    [13, 57],
    [22, 53],
    [32, 58],
    [44, 74],
    [42, 66],
    [32, 52],
    [22, 47],
    [12, 51],
    [5, 54],
  ],
  tongue: [
    [43, 71],
    [47, 82],
    [52, 80],
    [59, 60],
    [56, 55],
    [48, 66],
  ],
  eyelets: [
    [44, 68],
    [49, 73],
    [63, 53],
    [58, 48],
  ],
  toe: [
    [82, 38],
    [89, 36],
    [97, 27],
    [98, 16],
    [86, 15],
    [80, 16],
    [79, 27],
  ],
  counter: [
    [1, 26],
    [0, 42],
    [2, 54],
    [7, 52],
    [8, 38],
    [7, 26],
  ],
  last: [
    [78, 2],
    [90, 3],
    [99, 8],
    [98, 16],
    [90, 15],
    [78, 15],
  ],
  welts: [
    [-2, 15],
    [-4, 18],
    [-2, 21],
    [2, 20],
    [2, 15],
  ],
};

/** From below, toes at the right. */
const PLAN: readonly Point[] = [
  [0, 0],
  [2, -6],
  [10, -7.5],
  [30, -6.4],
  [45, -6],
  [60, -8],
  [74, -10.5],
  [88, -9],
  [97, -4],
  [99.5, 1],
  [97, 6],
  [88, 9.5],
  [74, 10.5],
  [60, 8.5],
  [45, 4.6],
  [30, 5.4],
  [10, 7.5],
  [2, 6],
];

const outline = line<[number, number]>().curve(curveCatmullRomClosed.alpha(0.5));

const pathOf = (points: readonly Point[], view: WalkView): string =>
  outline(points.map((point) => toPixels(point, view))) ?? '';

export interface ShoeShape {
  lit: Lit;
  path: string;
}

/** What is drawn in a view, from behind to the front. */
const DRAWN: Record<WalkView, readonly Lit[]> = {
  outside: ['tongue', 'upper', 'midsole', 'outsole', 'toe', 'collar', 'eyelets', 'welts', 'last'],
  inside: ['upper', 'tongue', 'collar', 'insole', 'midsole', 'outsole'],
  'cut open': ['upper', 'tongue', 'collar', 'counter', 'insole', 'midsole', 'plate', 'outsole'],
  'from below': ['outsole'],
};
/** Drawn only while they are lit: they lie over other parts. */
const ONLY_LIT: readonly Lit[] = ['last', 'welts', 'toe', 'eyelets'];

/** The shapes of a view with one of them lit. */
export function shoeShapes(view: WalkView, lit: Lit): ShoeShape[] {
  if (view === 'from below') return [{ lit, path: pathOf(PLAN, view) }];
  const shapes = DRAWN[view].filter((id) => id === lit || !ONLY_LIT.includes(id));
  return (shapes.includes(lit) ? shapes : [...shapes, lit]).flatMap((id) => {
    const points = SIDE[id];
    return points ? [{ lit: id, path: pathOf(points, view) }] : [];
  });
}
