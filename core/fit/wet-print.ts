/**
 * The areas of a foot's wet print from a picture of it on a sheet of known size: the sheet gives the scale, what is
 * dark on it is the print, what stands apart at one end are the toes.
 */
import { accepted, type Result, refused } from '../sizing/result.ts';
import { type ArchClass, archIndex } from './arch-index.ts';

/** A picture as shades of grey, row by row; 0 is black. */
export interface GreyPicture {
  width: number;
  height: number;
  grey: Uint8Array | Uint8ClampedArray;
}

/** Sheets that a print is taken on: the short and the long side, mm. ISO 216 and the letter format. */
export const PRINT_SHEETS = {
  A4: [210, 297],
  A3: [297, 420],
  letter: [215.9, 279.4],
} as const;
export type PrintSheet = keyof typeof PRINT_SHEETS;

export interface PrintReading {
  /** Rear, middle and front third without the toes, mm². */
  areas: [number, number, number];
  index: number;
  class: ArchClass;
  lengthMm: number;
  toes: number;
}

type Point = readonly [x: number, y: number];
interface Patch {
  cells: number[];
  touchesEdge: boolean;
}

/** The shade that parts dark from light best: N. Otsu, 1979. */
function splitShade(grey: ArrayLike<number>): { shade: number; contrast: number } {
  const counts = new Array<number>(256).fill(0);
  for (let at = 0; at < grey.length; at++) counts[grey[at] ?? 0] = (counts[grey[at] ?? 0] ?? 0) + 1;
  const all = grey.length;
  const sum = counts.reduce((total, n, shade) => total + n * shade, 0);
  let [below, belowSum, best, shade, contrast] = [0, 0, -1, 127, 0];
  for (let one = 0; one < 255; one++) {
    below += counts[one] ?? 0;
    belowSum += one * (counts[one] ?? 0);
    if (below === 0 || below === all) continue;
    const apart = (sum - belowSum) / (all - below) - belowSum / below;
    const between = below * (all - below) * apart ** 2;
    if (between > best) [best, shade, contrast] = [between, one, apart];
  }
  return { shade, contrast };
}

/** Connected patches of a mask, the largest first. */
function patchesOf(mask: Uint8Array, width: number, height: number): Patch[] {
  const seen = new Uint8Array(mask.length);
  const patches: Patch[] = [];
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || seen[start]) continue;
    const cells = [start];
    let touchesEdge = false;
    seen[start] = 1;
    for (let next = 0; next < cells.length; next++) {
      const cell = cells[next] ?? 0;
      const [x, y] = [cell % width, Math.floor(cell / width)];
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) touchesEdge = true;
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const near = ny * width + nx;
          if (!mask[near] || seen[near]) continue;
          seen[near] = 1;
          cells.push(near);
        }
    }
    patches.push({ cells, touchesEdge });
  }
  return patches.sort((a, b) => b.cells.length - a.cells.length);
}

const away = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Sides that should be equal may differ by so much; more is a picture taken aslant. */
const TILT = 0.04;
const SHEET_SHARE = 0.12;

/** The corners of the sheet, in order round it from the upper left, its long side down. */
function sheetCorners(
  { width, height, grey }: GreyPicture,
  sheet: PrintSheet,
): Result<[Point, Point, Point, Point]> {
  const { shade, contrast } = splitShade(grey);
  const light = Uint8Array.from(grey, (one) => Number(one > shade));
  const [patch] = patchesOf(light, width, height);
  if (!patch || contrast < 30 || patch.cells.length < SHEET_SHARE * grey.length)
    return refused(
      'implausible',
      `No sheet was found: lay the print on a white ${sheet} sheet, and the sheet on something darker.`,
    );
  if (patch.touchesEdge)
    return refused(
      'implausible',
      'The sheet reaches the edge of the picture: all four corners of it must be seen, on something darker.',
    );
  const extreme = (of: (x: number, y: number) => number): Point => {
    let best: Point = [0, 0];
    let most = Number.NEGATIVE_INFINITY;
    for (const cell of patch.cells) {
      const [x, y] = [cell % width, Math.floor(cell / width)];
      if (of(x, y) > most) [most, best] = [of(x, y), [x, y]];
    }
    return best;
  };
  let corners: [Point, Point, Point, Point] = [
    extreme((x, y) => -x - y),
    extreme((x, y) => x - y),
    extreme((x, y) => x + y),
    extreme((x, y) => y - x),
  ];
  const sides = () => corners.map((corner, at) => away(corner, corners[(at + 1) % 4] as Point));
  // A sheet that lies across is turned: its long side goes down.
  if ((sides()[0] ?? 0) > (sides()[1] ?? 0))
    corners = [corners[1], corners[2], corners[3], corners[0]];
  const [top = 0, right = 0, bottom = 0, left = 0] = sides();
  const unequal = (a: number, b: number) => Math.abs(a - b) / ((a + b) / 2);
  const diagonals = unequal(away(corners[0], corners[2]), away(corners[1], corners[3]));
  if (unequal(top, bottom) > TILT || unequal(left, right) > TILT || diagonals > TILT)
    return refused(
      'implausible',
      'The picture is taken aslant: the sides of the sheet are not of one length. Hold the camera straight above it.',
    );
  const [short, long] = PRINT_SHEETS[sheet];
  const ratio = (left + right) / (top + bottom);
  if (unequal(ratio, long / short) > TILT)
    return refused(
      'implausible',
      `The light area is no ${sheet} sheet: its sides are as 1 to ${ratio.toFixed(2)}, not 1 to ${(long / short).toFixed(2)}.`,
    );
  return accepted(corners);
}

/** So much along the edge of the sheet is left out, mm. */
const MARGIN_MM = 4;

/** The sheet seen from straight above, a cell a millimetre. */
function flatten(
  { width, grey }: GreyPicture,
  [a, b, c, d]: readonly [Point, Point, Point, Point],
  [short, long]: readonly [number, number],
): GreyPicture {
  const [columns, rows] = [Math.floor(short), Math.floor(long)];
  const flat = new Uint8Array(columns * rows);
  const shadeAt = (xMm: number, yMm: number): number => {
    const [u, v] = [xMm / short, yMm / long];
    const between = (axis: 0 | 1) =>
      (1 - v) * ((1 - u) * a[axis] + u * b[axis]) + v * ((1 - u) * d[axis] + u * c[axis]);
    return grey[Math.round(between(1)) * width + Math.round(between(0))] ?? 255;
  };
  // Nine looks into each millimetre: a coarse picture has no more.
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < columns; x++) {
      let sum = 0;
      for (const dy of [0.2, 0.5, 0.8])
        for (const dx of [0.2, 0.5, 0.8]) sum += shadeAt(x + dx, y + dy);
      const isEdge =
        x < MARGIN_MM || y < MARGIN_MM || x >= columns - MARGIN_MM || y >= rows - MARGIN_MM;
      flat[y * columns + x] = isEdge ? 255 : sum / 9;
    }
  return { width: columns, height: rows, grey: flat };
}

/** Smaller specks are drops, mm²; larger ones beside the sole are no toes. */
const SPECK_MM2 = 25;
const TOE_MOST_MM2 = 1200;
const MOST_TOES = 5;
const FEWEST_TOES = 2;
/** A sole without its toes, mm. */
const SOLE_RANGE: readonly [number, number] = [90, 270];

interface Axis {
  origin: Point;
  along: Point;
}

const placeAlong = ({ origin, along }: Axis, [x, y]: Point) =>
  (x - origin[0]) * along[0] + (y - origin[1]) * along[1];
const placeAcross = ({ origin, along }: Axis, [x, y]: Point) =>
  (y - origin[1]) * along[0] - (x - origin[0]) * along[1];

const centreOf = (points: readonly Point[]): Point => [
  points.reduce((sum, [x]) => sum + x, 0) / points.length,
  points.reduce((sum, [, y]) => sum + y, 0) / points.length,
];

/** The direction in which a patch is longest. */
function longAxis(points: readonly Point[]): Axis {
  const origin = centreOf(points);
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of points) {
    const [dx, dy] = [x - origin[0], y - origin[1]];
    [xx, xy, yy] = [xx + dx * dx, xy + dx * dy, yy + dy * dy];
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  return { origin, along: [Math.cos(angle), Math.sin(angle)] };
}

/** From the centre of the heel to the second toe, where the toes tell which it is; else along the sole. */
function footAxis(sole: readonly Point[], toes: readonly Point[][], rough: Axis): Axis {
  if (toes.length < 3) return rough;
  const places = sole.map((point) => placeAlong(rough, point));
  const rear = Math.min(...minMax(places));
  const heel = centreOf(sole.filter((_, at) => (places[at] ?? 0) < rear + 30));
  const across = [...toes].sort(
    (a, b) => placeAcross(rough, centreOf(a)) - placeAcross(rough, centreOf(b)),
  );
  // The first toe is the largest, at one side; the second stands beside it.
  const bigFirst = (across[0]?.length ?? 0) > (across.at(-1)?.length ?? 0);
  const second = centreOf((bigFirst ? across[1] : across.at(-2)) ?? sole);
  const length = away(second, heel);
  return {
    origin: heel,
    along: [(second[0] - heel[0]) / length, (second[1] - heel[1]) / length],
  };
}

/** Least and greatest, for lists too long to be spread. */
function minMax(values: readonly number[]): [number, number] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) [least, most] = [Math.min(least, value), Math.max(most, value)];
  return [least, most];
}

/**
 * Reads a print. What is no print on a whole sheet, seen from straight above, is refused in words.
 *
 * @param sheet what the print stands on, for its scale
 * @example a print of thirds 40, 20 and 40 cm²: index 0.2, a high arch
 */
export function readWetPrint(picture: GreyPicture, sheet: PrintSheet): Result<PrintReading> {
  const corners = sheetCorners(picture, sheet);
  if (!corners.ok) return corners;
  const flat = flatten(picture, corners.value, PRINT_SHEETS[sheet]);
  const { shade, contrast } = splitShade(flat.grey);
  const dark = Uint8Array.from(flat.grey, (one) => Number(one <= shade));
  const patches = patchesOf(dark, flat.width, flat.height).filter(
    ({ cells }) => cells.length >= SPECK_MM2,
  );
  const [largest, ...others] = patches;
  if (!largest || contrast < 20)
    return refused(
      'implausible',
      'No print was found on the sheet: it must be darker than the paper.',
    );
  if (others.length > 2 * MOST_TOES)
    return refused(
      'implausible',
      'The print is in many pieces, as the tread of a shoe is. A bare, wet foot is wanted.',
    );
  const pointsOf = ({ cells }: Patch): Point[] =>
    cells.map((cell) => [cell % flat.width, Math.floor(cell / flat.width)]);
  const sole = pointsOf(largest);
  let rough = longAxis(sole);
  const [from, to] = minMax(sole.map((point) => placeAlong(rough, point)));
  const toes = others.filter(({ cells }) => cells.length <= TOE_MOST_MM2).map(pointsOf);
  const middle = (from + to) / 2;
  const ahead = toes.filter((toe) => placeAlong(rough, centreOf(toe)) > middle);
  const behind = toes.filter((toe) => placeAlong(rough, centreOf(toe)) <= middle);
  const front = ahead.length >= behind.length ? ahead : behind;
  if (front.length < FEWEST_TOES || front.length > MOST_TOES || front.length < toes.length)
    return refused(
      'implausible',
      'No toes stand apart at one end: is it a shoe, or did the toes leave no print? Print the bare foot again.',
    );
  if (front === behind) rough = { origin: rough.origin, along: [-rough.along[0], -rough.along[1]] };
  const axis = footAxis(sole, front, rough);
  const places = sole.map((point) => placeAlong(axis, point));
  const [heel, ball] = minMax(places);
  const lengthMm = ball - heel + 1;
  const [least, most] = SOLE_RANGE;
  if (lengthMm < least || lengthMm > most)
    return refused(
      'implausible',
      `The print would be ${lengthMm.toFixed(0)} mm without its toes: from ${least} to ${most} mm are feet. Is the sheet ${sheet}?`,
    );
  const areas: [number, number, number] = [0, 0, 0];
  for (const place of places) {
    const third = Math.min(2, Math.floor((3 * (place - heel + 0.5)) / lengthMm));
    areas[third as 0 | 1 | 2] += 1;
  }
  return accepted({ areas, ...archIndex(areas), lengthMm, toes: front.length });
}
