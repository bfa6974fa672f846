/**
 * What the editions of the scenario truly measure beside mass and stack: shape, hardness and
 * stiffness. All invented.
 */

export interface BuildTruth {
  /** Internal length less last length, mm. */
  inside: number;
  /** By how much the toe box is lower than those of the others, mm. */
  toeBoxLess?: number;
  /** Sole width at the ball at UK 8, mm. */
  ballWidth: number;
  /** Table to the sole's foremost point, and to the collar's edge at the rear, mm. */
  toeTip: number;
  collar: number;
  lugs: number;
  /** Foam on the type C scale, rubber on the type A scale; medial foam harder by `post`. */
  foam: number;
  post: number;
  rubber: number;
  /** N·m/° and N/mm. */
  bend: number;
  twist: number;
  pressHeel: number;
  pressForefoot: number;
  threePoint: number;
  /** Scores by hand, 1 to 5. */
  hand: { bend: number; twist: number; counter: number };
}

function build(
  shape: [inside: number, ballWidth: number, toeTip: number, collar: number, lugs: number],
  hard: [foam: number, post: number, rubber: number],
  stiff: [
    bend: number,
    twist: number,
    pressHeel: number,
    pressForefoot: number,
    threePoint: number,
  ],
  hand: [bend: number, twist: number, counter: number],
): BuildTruth {
  const [inside, ballWidth, toeTip, collar, lugs] = shape;
  const [foam, post, rubber] = hard;
  const [bend, twist, pressHeel, pressForefoot, threePoint] = stiff;
  return {
    inside,
    ballWidth,
    toeTip,
    collar,
    lugs,
    foam,
    post,
    rubber,
    bend,
    twist,
    pressHeel,
    pressForefoot,
    threePoint,
    hand: { bend: hand[0], twist: hand[1], counter: hand[2] },
  };
}

export const BUILD_TRUTHS: Record<string, BuildTruth> = {
  'stairwell-mid': build(
    [-12, 107, 31, 104, 3.6],
    [51, 3, 66],
    [0.21, 0.19, 88, 104, 9.2],
    [3, 3, 4],
  ),
  // The low cut has another rubber than the mid cut.
  'stairwell-low': build(
    [-12, 107, 30, 74, 3.1],
    [51, 3, 58],
    [0.19, 0.16, 86, 101, 8.6],
    [3, 3, 4],
  ),
  'roundsman-3': build([-11, 110, 36, 76, 2.9], [46, 0, 64], [0.16, 0.13, 71, 88, 7.4], [2, 2, 3]),
  'roundsman-2': build([-11, 108, 34, 75, 2.8], [52, 0, 65], [0.15, 0.12, 84, 99, 7.0], [2, 2, 3]),
  kerb: build([-13, 104, 25, 72, 2.2], [55, 0, 68], [0.11, 0.09, 97, 118, 5.1], [2, 1, 3]),
  // Wider, and of a harder foam: more than another width.
  'kerb-wide': build([-13, 111, 25, 72, 2.2], [59, 0, 68], [0.13, 0.11, 108, 128, 5.8], [2, 2, 3]),
  frostgate: build([-14, 112, 38, 158, 5.4], [57, 0, 54], [0.42, 0.36, 121, 139, 17.5], [4, 4, 5]),
  'latch-low': build([-12, 109, 27, 73, 2.6], [50, 2, 63], [0.14, 0.12, 80, 95, 6.6], [2, 2, 3]),
  // True by its length, and found short: the toe box is low.
  'gravel-lane': {
    ...build([-10, 108, 33, 77, 4.3], [49, 0, 60], [0.18, 0.16, 79, 93, 8.0], [3, 2, 3]),
    toeBoxLess: 4,
  },
  lanewalk: build([-12, 108, 29, 74, 2.5], [53, 0, 62], [0.15, 0.12, 83, 97, 6.9], [2, 2, 3]),
  lampround: build([-11, 112, 41, 73, 1.9], [41, 0, 62], [0.24, 0.14, 52, 63, 9.9], [4, 2, 2]),
};

/** SD of pairs and of shoes about their edition, as a share of the value. */
export const BUILD_SPREAD = { pair: 0.006, shoe: 0.003, stiffness: 0.03, hardness: 0.8 };
