/** The outline of a sole's side, to scale, from its stacks. */
import { curveMonotoneX, line } from 'd3-shape';

export interface SoleShape {
  /** mm */
  heel: number;
  forefoot: number;
  /** Length of the drawing, mm: the last of the label. */
  length: number;
}

/** Stations as shares of the length. */
export const HEEL_AT = 0.12;
export const FOREFOOT_AT = 0.75;

/** Height of the foot side at a share of the length: level at the heel, falling to the forefoot. */
export function topAt(shape: SoleShape, share: number): number {
  const fall = Math.min(1, Math.max(0, (share - HEEL_AT) / (FOREFOOT_AT - HEEL_AT)));
  // Smooth at both stations, so that the line leaves the heel level and arrives level.
  const eased = fall * fall * (3 - 2 * fall);
  return shape.heel + (shape.forefoot - shape.heel) * eased;
}

/** Share of the length at which the drawn toe begins to rise, and by how much at the tip. */
const RISE_FROM = 0.74;
const RISE = 0.42;

function bottomAt(shape: SoleShape, share: number): number {
  if (share < 0.05) return ((0.05 - share) / 0.05) ** 2 * 0.22 * shape.heel;
  if (share <= RISE_FROM) return 0;
  const along = (share - RISE_FROM) / (1 - RISE_FROM);
  return RISE * shape.forefoot * along ** 1.8;
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
  const shares = Array.from({ length: 51 }, (_, index) => index / 50);
  const draw = line<[number, number]>()
    .x(([share]) => x(share * shape.length))
    .y(([, height]) => y(height))
    .curve(curveMonotoneX);
  const rearTop = (share: number) =>
    share < 0.04
      ? topAt(shape, share) * (0.8 + 0.2 * Math.sqrt(share / 0.04))
      : topAt(shape, share);
  const top = shares.map((share): [number, number] => [share, rearTop(share)]);
  const bottom = shares.map((share): [number, number] => [share, bottomAt(shape, share)]);
  const foot = draw(top) ?? '';
  // The ground side is walked backwards, so that the outline closes at the heel.
  const ground = draw([...bottom].reverse()) ?? '';
  return `${foot}${ground.replace(/^M/, 'L')}Z`;
}
