/**
 * Drawings of a match check as paths: footbeds face to face, and both shoes from behind. They are
 * drawn larger than life, and say by how much. Paths are SVG path data, y downwards.
 */
import { curveCatmullRomClosed, line } from 'd3-shape';
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { SIDES, type Side } from '../catalogue/quantities.ts';
import { writeNumber } from '../sizing/number-words.ts';
import { HALF_SIZE_MM } from '../sizing/size-label.ts';
import type { FeatureJudgement } from './match.ts';

/** Where a difference stands on a rung: in tolerances, with its bar, held inside the drawing. */
export interface RungPlace {
  /** 0 is no difference, 1 the tolerance; at most `reach` either way. */
  at: number;
  low: number;
  high: number;
  /** True where the mark would lie outside and is drawn at the edge. */
  beyond: boolean;
}

/** Tolerances that a rung shows to either side. */
export const RUNG_REACH = 2.5;

/** The place of a judged difference on its rung; undefined where it is not taken. */
export function rungPlace({ difference, U, tolerance }: FeatureJudgement): RungPlace | undefined {
  if (difference === undefined || U === undefined) return undefined;
  const unit = tolerance > 0 ? tolerance : Math.max(Math.abs(difference), U, 1e-9) / RUNG_REACH;
  const hold = (value: number) => Math.max(-RUNG_REACH, Math.min(RUNG_REACH, value));
  const at = difference / unit;
  return {
    at: hold(at),
    low: hold((difference - U) / unit),
    high: hold((difference + U) / unit),
    beyond: Math.abs(at) > RUNG_REACH,
  };
}

/** Half-widths of a footbed along its length, as shares of the ball width, lateral and medial. */
const FOOTBED: readonly [along: number, lateral: number, medial: number][] = [
  [0.02, 0.16, 0.16],
  [0.1, 0.31, 0.31],
  [0.25, 0.32, 0.29],
  [0.45, 0.34, 0.23],
  [0.62, 0.43, 0.33],
  [0.73, 0.49, 0.51],
  [0.85, 0.41, 0.5],
  [0.94, 0.24, 0.37],
];

/** The outline of a footbed, heel at x = 0, in mm. */
export function footbedPath(length: number, ballWidth: number): string {
  const lateral = FOOTBED.map(([along, out]): [number, number] => [
    along * length,
    -out * ballWidth,
  ]);
  const medial = FOOTBED.map(([along, , into]): [number, number] => [
    along * length,
    into * ballWidth,
  ]);
  const draw = line<[number, number]>().curve(curveCatmullRomClosed).digits(2);
  const points: [number, number][] = [
    [0, 0],
    ...lateral,
    [length, 0.08 * ballWidth],
    ...medial.reverse(),
  ];
  return draw(points) ?? '';
}

/** Steps of enlargement that a drawing uses, so that its words stay round. */
const TIMES = [1, 2, 3, 5, 8, 10, 15, 20];

/** By how much a difference is enlarged so that it can be seen: round, and 1 where it is plain. */
export function enlargement(difference: number, wanted: number): number {
  const size = Math.abs(difference);
  if (!(size > 0)) return 1;
  return [...TIMES].reverse().find((times) => size * times <= wanted) ?? 1;
}

/** What a shoe shows from behind. mm and degrees; positive to lateral. */
export interface RearShoe {
  side: Side;
  collarLateral: number;
  collarMedial: number;
  seam: number;
  plane: number;
}

export interface RearDrawing {
  side: Side;
  /** Upper with its collar, and sole with its ground plane. */
  upper: string;
  sole: string;
  seam: { x1: number; y1: number; x2: number; y2: number };
}

const lookUp = (judgements: readonly FeatureJudgement[], id: MatchFeatureId) =>
  judgements.find((one) => one.id === id);

export interface FootbedDrawing {
  left: string;
  right: string;
  /** Ends of both footbeds as drawn, mm from the heel. */
  ends: Record<Side, number>;
  length: number;
  width: number;
  times: number;
  words: string;
}

/** A footbed's ball width where it was not taken, as a share of its length. */
const USUAL_BALL = 0.345;
/** Differences are enlarged until they take about this much of the drawing, mm. */
const WANTED_GAP = 22;

/**
 * Both footbeds face to face, heels together, their differences enlarged; undefined where their
 * length is not taken.
 */
export function footbedDrawing(
  judgements: readonly FeatureJudgement[],
): FootbedDrawing | undefined {
  const length = lookUp(judgements, 'footbed-length');
  if (!length?.left || !length.right || length.difference === undefined) return undefined;
  const width = lookUp(judgements, 'footbed-ball-width');
  const times = length.verdict === 'within' ? 1 : enlargement(length.difference, WANTED_GAP);
  const own = (side: Side) => {
    const other = length[side === 'left' ? 'right' : 'left']?.value ?? 0;
    const mine = length[side]?.value ?? 0;
    const longer = mine > other;
    const end = longer ? other + times * (mine - other) : mine;
    const ball = width?.[side]?.value ?? USUAL_BALL * mine;
    return { end, ball };
  };
  const [left, right] = SIDES.map(own) as [ReturnType<typeof own>, ReturnType<typeof own>];
  const size = Math.abs(length.difference);
  const halves = size / HALF_SIZE_MM;
  const longer = length.difference > 0 ? 'right' : 'left';
  const amount = `${writeNumber(size, 1)} mm`;
  const near = Math.abs(halves - Math.round(halves)) < 0.25 && Math.round(halves) > 0;
  const sizes = near
    ? `, ${Math.round(halves) === 1 ? 'one half size' : `${Math.round(halves)} half sizes`}`
    : '';
  return {
    left: footbedPath(left.end, left.ball),
    right: footbedPath(right.end, right.ball),
    ends: { left: left.end, right: right.end },
    length: Math.max(left.end, right.end),
    width: Math.max(left.ball, right.ball),
    times,
    words:
      length.verdict === 'within'
        ? `footbeds alike in length, ${amount} apart`
        : `${longer} footbed ${amount} longer${sizes}${times > 1 ? `; toe drawn ${times} times larger than life` : ''}`,
  };
}

const SOLE_WIDTH = 62;
const SOLE_HEIGHT = 24;
const COLLAR_WIDTH = 52;

/**
 * A shoe from behind in mm, the ground at y = 0 and the sole's centre at x = 0; the left shoe's
 * lateral side lies left. Seam and planes are drawn `times` larger than life.
 */
export function rearView(shoe: RearShoe, times: number): RearDrawing {
  const out = shoe.side === 'left' ? -1 : 1;
  const shift = out * shoe.seam * times;
  const tilt = (shoe.plane * times * Math.PI) / 180;
  const rise = (SOLE_WIDTH / 2) * Math.tan(Math.max(-0.5, Math.min(0.5, tilt)));
  const at = (x: number, y: number) => `${x.toFixed(1)},${(-y).toFixed(1)}`;
  // The lateral edge comes up with a positive plane.
  const [low, high] = [rise < 0 ? -rise : 0, rise > 0 ? rise : 0];
  const half = SOLE_WIDTH / 2;
  const collar = COLLAR_WIDTH / 2;
  const lateralX = out * half;
  const soleEdge = 0.86;
  return {
    side: shoe.side,
    sole: `M${at(-lateralX, low)} L${at(lateralX, high)} L${at(soleEdge * lateralX, SOLE_HEIGHT)} L${at(-soleEdge * lateralX, SOLE_HEIGHT)} Z`,
    upper: `M${at(-soleEdge * lateralX, SOLE_HEIGHT)} C${at(-1.05 * lateralX + 0.3 * shift, 0.6 * shoe.collarMedial)} ${at(-out * collar + shift, 0.75 * shoe.collarMedial)} ${at(-out * collar + shift, shoe.collarMedial)} L${at(out * collar + shift, shoe.collarLateral)} C${at(out * collar + shift, 0.75 * shoe.collarLateral)} ${at(1.05 * lateralX + 0.3 * shift, 0.6 * shoe.collarLateral)} ${at(soleEdge * lateralX, SOLE_HEIGHT)} Z`,
    seam: {
      x1: 0,
      y1: -SOLE_HEIGHT,
      x2: shift,
      y2: -(shoe.collarLateral + shoe.collarMedial) / 2,
    },
  };
}

export interface RearDrawings {
  shoes: RearDrawing[];
  seamTimes: number;
  planeTimes: number;
  height: number;
  words: string;
}

/** Seam and plane are enlarged until they take about this much of the drawing. */
const WANTED_SHIFT = 14;
const WANTED_TILT = 12;
/** Collars where they were not taken, mm. */
const USUAL_COLLAR = 68;

/** Both shoes from behind, turn and tilt enlarged; undefined where neither was taken. */
export function rearDrawings(judgements: readonly FeatureJudgement[]): RearDrawings | undefined {
  const seam = lookUp(judgements, 'heel-seam');
  const plane = lookUp(judgements, 'sole-plane');
  const taken = [seam, plane].some((one) => one?.left || one?.right);
  if (!taken) return undefined;
  // What lies within its tolerance is never blown up to look like a fault.
  const most = (one: FeatureJudgement | undefined) =>
    Math.max(
      2.5 * (one?.tolerance ?? 0),
      Math.abs(one?.left?.value ?? 0),
      Math.abs(one?.right?.value ?? 0),
    );
  const seamTimes = enlargement(most(seam), WANTED_SHIFT);
  const planeTimes = enlargement(most(plane), WANTED_TILT);
  const lateral = lookUp(judgements, 'collar-lateral');
  const medial = lookUp(judgements, 'collar-medial');
  const height = (side: Side, one: FeatureJudgement | undefined) =>
    one?.[side]?.value ?? USUAL_COLLAR;
  const shoes = SIDES.map((side) => {
    const turned = rearView(
      {
        side,
        collarLateral: height(side, lateral),
        collarMedial: height(side, medial),
        seam: ((seam?.[side]?.value ?? 0) * seamTimes) / planeTimes,
        plane: plane?.[side]?.value ?? 0,
      },
      planeTimes,
    );
    return turned;
  });
  const off = (one: FeatureJudgement | undefined, what: string, unit: string) => {
    const values = SIDES.flatMap((side) =>
      one?.[side] ? [`${side} ${writeNumber(one[side].value, 1)}`] : [],
    );
    return values.length > 0 ? [`${what} ${values.join(', ')} ${unit}`] : [];
  };
  return {
    shoes,
    seamTimes,
    planeTimes,
    height: Math.max(...SIDES.flatMap((side) => [height(side, lateral), height(side, medial)])),
    words: `${[...off(seam, 'seam', 'mm'), ...off(plane, 'plane', '°')].join('; ')}; drawn larger than life, turn ${seamTimes} times, tilt ${planeTimes} times`,
  };
}
