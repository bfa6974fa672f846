import { describe, expect, it } from 'vitest';
import { measureRoute, type RoutePoint } from './route.ts';

/** Mean radius of the earth as @turf uses it, km. */
const RADIUS_KM = 6371.0088;
const rad = (degrees: number) => (degrees * Math.PI) / 180;

/** A great circle by the haversine, written out by hand. */
function greatCircle(a: RoutePoint, b: RoutePoint): number {
  const h =
    Math.sin(rad(b.lat - a.lat) / 2) ** 2 +
    Math.cos(rad(a.lat)) * Math.cos(rad(b.lat)) * Math.sin(rad(b.lon - a.lon) / 2) ** 2;
  return 2 * RADIUS_KM * Math.asin(Math.sqrt(h));
}

const BEGAN = Date.UTC(2026, 2, 14, 8);
/** Steps of 3 m north, one every two seconds: 1.5 m/s. */
function walk(steps: number, from = 0, at = BEGAN): RoutePoint[] {
  const degrees = 3 / ((Math.PI * RADIUS_KM * 1000) / 180);
  return Array.from({ length: steps + 1 }, (_, n) => ({
    lat: 52 + (from + n) * degrees,
    lon: 5,
    at: at + n * 2000,
  }));
}

describe('a route', () => {
  it('is as long as the great circles between its points', () => {
    const points = [
      { lat: 52, lon: 5 },
      { lat: 52.001, lon: 5.002 },
      { lat: 52.0015, lon: 5.001 },
    ];
    const [a, b, c] = points as [RoutePoint, RoutePoint, RoutePoint];
    const { km, minutes } = measureRoute([points]);
    expect(km).toBeCloseTo(greatCircle(a, b) + greatCircle(b, c), 9);
    expect(minutes).toBeUndefined();
  });

  it('says how long it took, and how much of that in motion', () => {
    const first = walk(500);
    const second = walk(500, 500, BEGAN + 1000 * 1000 + 12 * 60_000);
    const { km, minutes, movingMinutes, cuts } = measureRoute([[...first, ...second]]);
    expect(km).toBeCloseTo(3.0, 2);
    expect(minutes).toBeCloseTo((2 * 1000 + 720) / 60, 1);
    expect(movingMinutes).toBeCloseTo(2000 / 60, 1);
    expect(cuts).toEqual(['12 min pause at 08:16 UTC']);
  });

  it('has no way between its segments', () => {
    const far = walk(100, 5000, BEGAN + 10 * 60_000);
    const { km, cuts, fault } = measureRoute([walk(100), far]);
    expect(km).toBeCloseTo(0.6, 2);
    expect(cuts[0]).toContain('min pause');
    expect(fault).toBeUndefined();
  });

  it('cuts a jump, and is no outing where most of it was flown', () => {
    const jumped = walk(1000);
    const after = walk(1000, 1000, BEGAN + 2_010_000).map((point) => ({
      ...point,
      lon: point.lon + 0.01,
    }));
    const { km, cuts, fault } = measureRoute([[...jumped, ...after]]);
    expect([km.toFixed(1), cuts.length, fault]).toEqual(['6.0', 1, undefined]);
    expect(cuts[0]).toMatch(/^a jump of 68\d m at 08:33 UTC cut$/);
    const flight = Array.from({ length: 100 }, (_, n) => ({
      lat: 48 + n * 0.05,
      lon: 5,
      at: BEGAN + n * 25_000,
    }));
    expect(measureRoute([flight]).fault).toContain('faster than anybody runs');
    expect(measureRoute([[{ lat: 1, lon: 1 }]]).fault).toContain('no two points');
  });

  it('counts the climb without the waves of its height', () => {
    const heights = [100, 101, 100, 101.5, 104, 110, 108, 109, 113];
    const points = walk(heights.length - 1).map((point, at) => ({
      ...point,
      elevation: heights[at],
    }));
    // From 100 to 104 and on to 110; then from 108 to 113: waves of 1 m do not count.
    expect(measureRoute([points]).climbM).toBe(15);
    expect(measureRoute([walk(5)]).climbM).toBeUndefined();
  });
});
