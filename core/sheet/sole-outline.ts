/** The outline of a sole's side, to scale, from its stacks. */
import { curveLinear, line } from 'd3-shape';

export interface SoleShape {
  /** mm */
  heel: number;
  forefoot: number;
  /** Measured where there is a figure; else the line between heel and forefoot. */
  midfoot?: number | undefined;
  /** Table to the underside of the foremost point. */
  toeTip?: number | undefined;
  /** Where the sole leaves the table, as shares of the length, and the bevel's rise in degrees. */
  rockerStart?: number | undefined;
  bevelStart?: number | undefined;
  bevelAngle?: number | undefined;
  /** Length of the drawing, mm: the last of the label. */
  length: number;
}

/** Stations as shares of the length. */
export const HEEL_AT = 0.12;
const MIDFOOT_AT = 0.45;
export const FOREFOOT_AT = 0.75;

/** Where the drawn ends begin to round, and how high they meet, as shares. */
const ROUND_HEEL = 0.05;
const HEEL_SEAM = 0.45;
const TOE_FROM = 0.7;
const TOE_TIP = 0.82;
const TOE_ROUND = 0.93;
/** Share of the thickness that a measured toe's nose loses. */
const NOSE = 0.7;

/** A quarter of an ellipse: 0 at 0, 1 at 1, upright at the end. */
const quarter = (along: number) => 1 - Math.sqrt(Math.max(0, 1 - along ** 2));

/** A smooth step from 0 at 0 to 1 at 1, level at both. */
const smooth = (along: number) => {
  const t = Math.min(1, Math.max(0, along));
  return t * t * (3 - 2 * t);
};

/** Thickness at a share of the length: level at the heel, falling to the forefoot. */
function thicknessAt({ heel, forefoot, midfoot }: SoleShape, share: number): number {
  // Smooth at the stations, so that the line leaves the heel level and arrives level.
  const fall = (at: number) => smooth((at - HEEL_AT) / (FOREFOOT_AT - HEEL_AT));
  const plain = heel + (forefoot - heel) * fall(share);
  if (midfoot === undefined) return plain;
  // What the midfoot has over the plain line fades out towards both stations.
  const over = midfoot - (heel + (forefoot - heel) * fall(MIDFOOT_AT));
  const near =
    share < MIDFOOT_AT
      ? smooth((share - HEEL_AT) / (MIDFOOT_AT - HEEL_AT))
      : smooth((FOREFOOT_AT - share) / (FOREFOOT_AT - MIDFOOT_AT));
  return plain + over * near;
}

/** Height of the foot side at a share of the length. */
export function topAt(shape: SoleShape, share: number): number {
  const { heel, forefoot, toeTip } = shape;
  if (toeTip !== undefined && share > TOE_FROM) {
    // A measured toe lifts the whole sole; its nose keeps part of the thickness.
    const nose = share <= TOE_ROUND ? 0 : quarter((share - TOE_ROUND) / (1 - TOE_ROUND));
    return bottomAt(shape, share) + thicknessAt(shape, share) * (1 - NOSE * nose);
  }
  const height = thicknessAt(shape, share);
  if (share < ROUND_HEEL) return height - (1 - HEEL_SEAM) * heel * quarter(1 - share / ROUND_HEEL);
  if (share <= TOE_ROUND) return height;
  return height - (1 - TOE_TIP) * forefoot * quarter((share - TOE_ROUND) / (1 - TOE_ROUND));
}

function bottomAt(shape: SoleShape, share: number): number {
  const { heel, forefoot, toeTip, rockerStart, bevelStart, bevelAngle, length } = shape;
  if (bevelStart !== undefined && bevelAngle !== undefined && share < bevelStart) {
    const rise = (bevelStart - share) * length * Math.tan((bevelAngle * Math.PI) / 180);
    return Math.min(rise, HEEL_SEAM * heel);
  }
  if (toeTip !== undefined) {
    const from = rockerStart ?? TOE_FROM;
    if (share > from) return toeTip * ((share - from) / (1 - from)) ** 1.6;
  }
  if (share < ROUND_HEEL) return HEEL_SEAM * heel * quarter(1 - share / ROUND_HEEL);
  if (share <= TOE_FROM || toeTip !== undefined) return 0;
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
