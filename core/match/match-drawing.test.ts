/** Drawings of a check: to scale, larger than life only where something differs, and saying so. */
import { describe, expect, it } from 'vitest';
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { judgeFeature, judgeFeatures } from './match.ts';
import {
  enlargement,
  footbedDrawing,
  footbedPath,
  RUNG_REACH,
  rearDrawings,
  rearView,
  rungPlace,
} from './match-drawing.ts';

type Shoe = Partial<Record<MatchFeatureId, readonly number[]>>;
const judged = (left: Shoe, right: Shoe) => judgeFeatures({ left, right });

/** All numbers of a path, as pairs of x and y. */
function pointsOf(path: string): [number, number][] {
  const numbers = [...path.matchAll(/-?\d+(?:\.\d+)?/g)].map(Number);
  return Array.from({ length: numbers.length / 2 }, (_, at) => [
    numbers[2 * at] as number,
    numbers[2 * at + 1] as number,
  ]);
}

describe('a place on the rung', () => {
  it('is counted in tolerances, with the bar of the uncertainty', () => {
    const judgement = judgeFeature('footbed-length', [266], [266.4]);
    const place = rungPlace(judgement);
    expect(place?.at).toBeCloseTo(0.4, 9);
    expect(place?.low).toBeCloseTo(0.4 - (judgement.U ?? 0), 9);
    expect(place?.high).toBeCloseTo(0.4 + (judgement.U ?? 0), 9);
    expect(place?.beyond).toBe(false);
  });
  it('is held inside the drawing, and told to lie beyond', () => {
    const far = rungPlace(judgeFeature('footbed-length', [266], [256]));
    expect(far).toMatchObject({
      at: -RUNG_REACH,
      low: -RUNG_REACH,
      high: -RUNG_REACH,
      beyond: true,
    });
  });
  it('is none where nothing is taken, and stands under a tolerance of zero too', () => {
    expect(rungPlace(judgeFeature('mass', [300], undefined))).toBeUndefined();
    const strict = { tolerances: { mass: { absolute: 0, share: 0 } } };
    const place = rungPlace(judgeFeature('mass', [300], [301], strict));
    expect(Number.isFinite(place?.at)).toBe(true);
    expect(Math.abs(place?.at ?? 9)).toBeLessThanOrEqual(RUNG_REACH);
  });
});

describe('how much larger than life', () => {
  it.each([
    [0, 22, 1],
    [4, 22, 5],
    [-4, 22, 5],
    [0.5, 22, 20],
    [30, 22, 1],
  ])('a difference of %f mm in a gap of %f mm: %i times', (difference, wanted, times) => {
    expect(enlargement(difference, wanted)).toBe(times);
  });
});

describe('footbeds', () => {
  it('are as long as measured, and about as wide', () => {
    const points = pointsOf(footbedPath(266, 92));
    const xs = points.map(([x]) => x);
    const ys = points.map(([, y]) => y);
    // A smooth curve may swing past its points by a hair.
    expect(Math.max(...xs)).toBeCloseTo(266, -1);
    expect(Math.min(...xs)).toBeGreaterThan(-5);
    expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(0.95 * 92);
    expect(Math.max(...ys) - Math.min(...ys)).toBeLessThan(1.1 * 92);
  });
  it('alike are drawn as they are', () => {
    const drawing = footbedDrawing(
      judged({ 'footbed-length': [266, 266, 266] }, { 'footbed-length': [266.1, 266.1, 266.1] }),
    );
    expect(drawing?.times).toBe(1);
    expect(drawing?.words).toBe('footbeds alike in length, 0.1 mm apart');
  });
  it('of two sizes: the longer grows beyond the shorter, and the words count half sizes', () => {
    const drawing = footbedDrawing(
      judged({ 'footbed-length': [266] }, { 'footbed-length': [270] }),
    );
    expect(drawing?.times).toBe(5);
    // The shorter stands as measured; the longer 5 × 4 mm beyond it.
    expect(drawing?.ends).toEqual({ left: 266, right: 286 });
    expect(drawing?.words).toBe(
      'right footbed 4.0 mm longer, one half size; toe drawn 5 times larger than life',
    );
    const other = footbedDrawing(
      judged({ 'footbed-length': [274.5] }, { 'footbed-length': [266] }),
    );
    expect(other?.words).toContain('left footbed 8.5 mm longer, 2 half sizes');
    // 6 mm are no whole number of half sizes: nothing is said of sizes.
    const odd = footbedDrawing(judged({ 'footbed-length': [266] }, { 'footbed-length': [272.2] }));
    expect(odd?.words).not.toContain('half size');
  });
  it('are not drawn from one', () => {
    expect(footbedDrawing(judged({ 'footbed-length': [266] }, {}))).toBeUndefined();
  });
});

describe('shoes from behind', () => {
  const shoe = { collarLateral: 70, collarMedial: 73, seam: 0, plane: 0 };

  it('stand upright, mirrored, the lateral edge outside', () => {
    const [left, right] = (['left', 'right'] as const).map((side) =>
      pointsOf(rearView({ ...shoe, side }, 1).sole),
    ) as [[number, number][], [number, number][]];
    expect(right.map(([x, y]) => [-x || 0, y])).toEqual(left.map(([x, y]) => [x || 0, y]));
    expect(Math.max(...left.map(([, y]) => y))).toBeCloseTo(0, 9);
  });
  it('lean the seam to lateral by as much as is drawn larger', () => {
    expect(rearView({ ...shoe, side: 'right', seam: 3 }, 2).seam.x2).toBe(6);
    expect(rearView({ ...shoe, side: 'left', seam: 3 }, 2).seam.x2).toBe(-6);
    expect(rearView({ ...shoe, side: 'left', seam: 3 }, 2).seam.y2).toBe(-71.5);
  });
  it('lift the lateral edge with a positive plane, and the medial with a negative', () => {
    // By hand: 31 mm · tan 10° = 5.5 mm.
    const lateral = pointsOf(rearView({ ...shoe, side: 'right', plane: 2 }, 5).sole);
    expect(lateral.find(([x, y]) => x === 31 && y < 0)?.[1]).toBeCloseTo(-5.5, 1);
    expect(lateral.find(([x]) => x === -31)?.[1]).toBeCloseTo(0, 9);
    const medial = pointsOf(rearView({ ...shoe, side: 'right', plane: -2 }, 5).sole);
    expect(medial.find(([x, y]) => x === -31 && y < 0)?.[1]).toBeCloseTo(-5.5, 1);
  });
  it('never topple, however far a plane is mistyped', () => {
    const points = pointsOf(rearView({ ...shoe, side: 'left', plane: 40 }, 10).sole);
    expect(points.every(([x, y]) => Number.isFinite(x) && Math.abs(y) < 40)).toBe(true);
  });

  it('do not blow up what is within its tolerance', () => {
    const sound = rearDrawings(judged({ 'heel-seam': [0.2] }, { 'heel-seam': [0.3] }));
    const askew = rearDrawings(judged({ 'heel-seam': [0.2] }, { 'heel-seam': [6] }));
    // 2.5 tolerances of 2 mm take 14 mm at most: twice; so do 6 mm.
    expect(sound?.seamTimes).toBe(2);
    expect(askew?.seamTimes).toBe(2);
    expect(askew?.words).toContain('seam left 0.2, right 6.0 mm');
    expect(askew?.words).toContain('drawn larger than life, turn 2 times');
  });
  it('take usual collars where none were measured, and nothing from nothing', () => {
    const drawing = rearDrawings(judged({ 'sole-plane': [0] }, { 'sole-plane': [2] }));
    expect(drawing?.height).toBe(68);
    expect(drawing?.shoes.map((one) => one.side)).toEqual(['left', 'right']);
    expect(rearDrawings(judged({ mass: [300] }, { mass: [301] }))).toBeUndefined();
  });
});
