/** The outline of a sole from above, to scale, from its widths. */
import { curveCatmullRomClosed, line } from 'd3-shape';

/** mm; a width that is missing is drawn from the others. */
export interface PlanWidths {
  heel?: number | undefined;
  midfoot?: number | undefined;
  ball?: number | undefined;
  length?: number | undefined;
}

/** Share of a width that lies on the medial side of the straight line from heel to toe. */
const MEDIAL = { heel: 0.5, midfoot: 0.42, ball: 0.52, toe: 0.58 };

/** A sole that has no width yet has these shares of its length. */
const USUAL = { heel: 0.28, midfoot: 0.24, ball: 0.37 };

function outline(shoe: PlanWidths, length: number): [number, number][] {
  const ball = shoe.ball ?? USUAL.ball * length;
  const heel = shoe.heel ?? (shoe.ball ? 0.76 * shoe.ball : USUAL.heel * length);
  const midfoot = shoe.midfoot ?? (shoe.ball ? 0.66 * shoe.ball : USUAL.midfoot * length);
  const edges: [share: number, width: number, medial: number][] = [
    [0.03, 0.55 * heel, MEDIAL.heel],
    [0.14, heel, MEDIAL.heel],
    [0.45, midfoot, MEDIAL.midfoot],
    [0.73, ball, MEDIAL.ball],
    [0.9, 0.8 * ball, MEDIAL.toe],
    [0.975, 0.45 * ball, MEDIAL.toe],
  ];
  const lateral = edges.map(([share, width, medial]): [number, number] => [
    share * length,
    (1 - medial) * width,
  ]);
  const medial = edges.map(([share, width, part]): [number, number] => [
    share * length,
    -part * width,
  ]);
  return [[0, 0], ...lateral, [length, -0.06 * ball], ...medial.reverse()];
}

/**
 * The closed outline as an SVG path, of a left shoe seen from above.
 * @param x and y scales from mm to the drawing; y across, the lateral side positive
 */
export function planPath(
  widths: PlanWidths,
  length: number,
  x: (mm: number) => number,
  y: (mm: number) => number,
): string {
  const draw = line<[number, number]>()
    .x(([along]) => x(along))
    .y(([, across]) => y(across))
    .curve(curveCatmullRomClosed)
    .digits(1);
  return draw(outline(widths, length)) ?? '';
}
