/** The outline of a sole's side, to scale, from its stacks. */
import { curveLinear, line } from 'd3-shape';

export interface SoleShape {
  /** mm */
  heel: number;
  forefoot: number;
  /** Length of the drawing, mm: the last of the label. */
  length: number;
}

/** Stations as shares of the length. */
const HEEL_AT = 0.12;
const FOREFOOT_AT = 0.75;

/** Where the drawn ends begin to round, and how high they meet, as shares. */
const ROUND_HEEL = 0.05;
const HEEL_SEAM = 0.45;
const TOE_FROM = 0.7;
const TOE_TIP = 0.82;
const TOE_ROUND = 0.93;

/** A quarter of an ellipse: 0 at 0, 1 at 1, upright at the end. */
const quarter = (along: number) => 1 - Math.sqrt(Math.max(0, 1 - along ** 2));

/** Height of the foot side at a share of the length: level at the heel, falling to the forefoot. */
export function topAt({ heel, forefoot }: SoleShape, share: number): number {
  const fall = Math.min(1, Math.max(0, (share - HEEL_AT) / (FOREFOOT_AT - HEEL_AT)));
  // Smooth at both stations, so that the line leaves the heel level and arrives level.
  const height = heel + (forefoot - heel) * fall * fall * (3 - 2 * fall);
  if (share < ROUND_HEEL) return height - (1 - HEEL_SEAM) * heel * quarter(1 - share / ROUND_HEEL);
  if (share <= TOE_ROUND) return height;
  return height - (1 - TOE_TIP) * forefoot * quarter((share - TOE_ROUND) / (1 - TOE_ROUND));
}

function bottomAt({ heel, forefoot }: SoleShape, share: number): number {
  if (share < ROUND_HEEL) return HEEL_SEAM * heel * quarter(1 - share / ROUND_HEEL);
  if (share <= TOE_FROM) return 0;
  return TOE_TIP * forefoot * quarter(((share - TOE_FROM) / (1 - TOE_FROM)) ** 1.5);
}

/** Shares of the length, closer together where the ends are round. */
const SHARES = Array.from({ length: 81 }, (_, index) => (1 - Math.cos((Math.PI * index) / 80)) / 2);

/** A stack that is not known yet is drawn from the other at a usual fall; the outline is dashed. */
export function guessShape(
  heel: number | null | undefined,
  forefoot: number | null | undefined,
  length: number,
): SoleShape & { known: boolean } {
  return {
    heel: heel ?? (forefoot ? forefoot * 1.28 : 28),
    forefoot: forefoot ?? (heel ? heel * 0.78 : 22),
    length,
    known: typeof heel === 'number' && typeof forefoot === 'number',
  };
}

/**
 * The closed outline as an SVG path. Toe rise and heel round are drawn, not measured.
 * @param x and y scales from mm to the drawing, y upwards from the ground
 */
export function solePath(
  shape: SoleShape,
  x: (mm: number) => number,
  y: (mm: number) => number,
): string {
  const draw = line<[number, number]>()
    .x(([share]) => x(share * shape.length))
    .y(([, height]) => y(height))
    .curve(curveLinear)
    .digits(1);
  const foot = SHARES.map((share): [number, number] => [share, topAt(shape, share)]);
  // The ground side is walked backwards, so that the outline closes at the heel.
  const ground = [...SHARES]
    .reverse()
    .map((share): [number, number] => [share, bottomAt(shape, share)]);
  return `${draw([...foot, ...ground]) ?? ''}Z`;
}
