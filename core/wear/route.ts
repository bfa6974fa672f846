/**
 * What a recorded route says of an outing: how far, how long in motion, how much up; what cannot have
 * been walked or run is cut and said.
 */
import { length } from '@turf/length';

export interface RoutePoint {
  /** Degrees. */
  lat: number;
  lon: number;
  /** Metres; undefined where it was not recorded. */
  elevation?: number | undefined;
  /** ms since 1970; undefined where it was not recorded. */
  at?: number | undefined;
}

export interface MeasuredRoute {
  km: number;
  /** Of the first point; undefined where no time was recorded. */
  beganAt?: number | undefined;
  /** From the first point to the last, and the part of it in motion. */
  minutes?: number | undefined;
  movingMinutes?: number | undefined;
  climbM?: number | undefined;
  /** Pauses and jumps that were cut, in words. */
  cuts: string[];
  /** Why it is no outing on foot. */
  fault?: string | undefined;
}

/** Nobody runs faster, m/s: a sprinter's best is 12.4. */
const FASTEST = 12.5;
/** Slower is standing, m/s; a phone that lies still wanders so much. */
const STANDING = 0.3;
/** A longer stand is a pause. */
const PAUSE_S = 60;
/** A shorter step is an error of the sky, however fast, m. */
const LEAST_JUMP_M = 30;
/** Without times, a step so long is a jump: routes are recorded every few metres, m. */
const LONG_STEP_M = 500;
/** A climb of less is the error of the barometer or the sky, m. */
const CLIMB_STEP_M = 3;
/** Where more of the way than this was too fast, nobody walked it. */
const FLOWN_SHARE = 0.5;
/** Said at most; the rest is counted. */
const MOST_CUTS = 6;
/** Points that are given to the library at once. */
const BATCH = 5000;

interface Line {
  type: 'Feature';
  properties: Record<string, never>;
  geometry: { type: 'LineString'; coordinates: [number, number][] };
}

const lineOf = (points: readonly RoutePoint[]): Line => ({
  type: 'Feature',
  properties: {},
  geometry: { type: 'LineString', coordinates: points.map(({ lat, lon }) => [lon, lat]) },
});

const stepM = (from: RoutePoint, to: RoutePoint): number =>
  1000 * length(lineOf([from, to]), { units: 'kilometers' });

/** Stretches between cuts, each measured as a line. */
function lengthOf(points: readonly RoutePoint[], cutBefore: ReadonlySet<number>): number {
  let km = 0;
  let stretch: RoutePoint[] = [];
  const measure = () => {
    if (stretch.length > 1) km += length(lineOf(stretch), { units: 'kilometers' });
    stretch = [];
  };
  points.forEach((point, at) => {
    if (cutBefore.has(at)) measure();
    stretch.push(point);
    if (stretch.length > BATCH) {
      measure();
      stretch = [point];
    }
  });
  measure();
  return km;
}

/** Metres up, small waves left out: the height counts once it has risen by a step. */
function climbOf(points: readonly RoutePoint[]): number | undefined {
  let [climb, low] = [0, undefined as number | undefined];
  for (const { elevation } of points) {
    if (elevation === undefined) continue;
    if (low === undefined || elevation < low) low = elevation;
    else if (elevation - low >= CLIMB_STEP_M) {
      climb += elevation - low;
      low = elevation;
    }
  }
  return low === undefined ? undefined : climb;
}

const clock = (at: number) => `${new Date(at).toISOString().slice(11, 16)} UTC`;

/** Standing times that follow one another are one pause, s. */
function pauseGatherer(pauses: string[]) {
  let [from, stood] = [0, 0];
  const end = () => {
    if (stood >= PAUSE_S) pauses.push(`${Math.round(stood / 60)} min pause at ${clock(from)}`);
    stood = 0;
  };
  return {
    stand(at: number, seconds: number) {
      if (stood === 0) from = at;
      stood += seconds;
    },
    end,
  };
}

interface Walked {
  /** Places of points that nothing is measured up to: after a gap, or a jump. */
  cutBefore: Set<number>;
  jumps: string[];
  pauses: string[];
  movingS: number;
  /** Every point has its time. */
  isTimed: boolean;
  flownM: number;
}

/** A step that nobody walks: too fast, or without times too long. */
const isJump = (metres: number, seconds: number | undefined): boolean =>
  seconds === undefined
    ? metres > LONG_STEP_M
    : metres > LEAST_JUMP_M && metres > FASTEST * Math.max(seconds, 1);

/** Goes along the points: what is in motion, what is a pause, what is cut. */
function walkAlong(points: readonly RoutePoint[], starts: ReadonlySet<number>): Walked {
  const walked: Walked = {
    cutBefore: new Set(),
    jumps: [],
    pauses: [],
    movingS: 0,
    isTimed: true,
    flownM: 0,
  };
  const pause = pauseGatherer(walked.pauses);
  for (let place = 1; place < points.length; place++) {
    const [from, to] = [points[place - 1], points[place]] as [RoutePoint, RoutePoint];
    const seconds =
      from.at === undefined || to.at === undefined ? undefined : (to.at - from.at) / 1000;
    if (seconds === undefined) walked.isTimed = false;
    const stand = () => {
      if (seconds !== undefined && from.at !== undefined) pause.stand(from.at, seconds);
    };
    if (starts.has(place)) {
      walked.cutBefore.add(place);
      stand();
      continue;
    }
    const metres = stepM(from, to);
    if (isJump(metres, seconds)) {
      walked.cutBefore.add(place);
      walked.flownM += metres;
      walked.jumps.push(jumpWords(metres, from.at));
    } else if (seconds !== undefined && metres < STANDING * seconds) stand();
    else {
      pause.end();
      walked.movingS += seconds ?? 0;
    }
  }
  pause.end();
  return walked;
}

function jumpWords(metres: number, at: number | undefined): string {
  const far = metres < 1000 ? `${Math.round(metres)} m` : `${(metres / 1000).toFixed(1)} km`;
  return `a jump of ${far}${at === undefined ? '' : ` at ${clock(at)}`} cut`;
}

/** Where each segment begins among all points. */
function startsOf(segments: readonly (readonly RoutePoint[])[]): Set<number> {
  const starts = new Set<number>();
  let place = 0;
  for (const segment of segments) {
    starts.add(place);
    place += segment.length;
  }
  return starts;
}

/** The first few, and how many more there are. */
const fewOf = (cuts: readonly string[]): string[] =>
  cuts.length > MOST_CUTS
    ? [...cuts.slice(0, MOST_CUTS), `and ${cuts.length - MOST_CUTS} more`]
    : [...cuts];

/**
 * Measures one track. Distance by @turf/length, great circles on a sphere of 6,371 km; a gap between
 * its segments is a pause, a step faster than anybody runs a jump: both are cut.
 *
 * @param segments each at least one point; times rising where there are any
 * @example a track along a meridian for one degree: 111.19 km
 */
export function measureRoute(segments: readonly (readonly RoutePoint[])[]): MeasuredRoute {
  const points = segments.flat();
  const [first, last] = [points[0], points.at(-1)];
  if (!first || points.length < 2)
    return { km: 0, cuts: [], fault: 'It has no two points: nothing was recorded.' };
  const walked = walkAlong(points, startsOf(segments));
  const km = lengthOf(points, walked.cutBefore);
  const flownKm = walked.flownM / 1000;
  return {
    km,
    ...(walked.isTimed && first.at !== undefined && last?.at !== undefined
      ? {
          beganAt: first.at,
          minutes: (last.at - first.at) / 60_000,
          movingMinutes: walked.movingS / 60,
        }
      : {}),
    climbM: climbOf(points),
    cuts: fewOf([...walked.jumps, ...walked.pauses]),
    ...(flownKm > FLOWN_SHARE * (flownKm + km)
      ? {
          fault:
            'Most of it is faster than anybody runs, or its points lie far apart: this is no outing on foot.',
        }
      : {}),
  };
}
