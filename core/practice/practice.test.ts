/** Rounds of practice: what follows from a seed, what faults do, how a round is scored; by hand and over many seeds. */
import { describe, expect, it } from 'vitest';
import { SIDES } from '../catalogue/quantities.ts';
import { judgeClaim } from '../claims/claim.ts';
import {
  drawPair,
  layTable,
  normalOf,
  PAIR_CAUSES,
  PAIR_FEATURES,
  PAIR_TOLERANCES,
  RIGHT_PERCENT,
  SCATTER,
  STATIONS,
  seeded,
  showFeature,
  showReading,
  TABLE_FAULT_IDS,
  type Technique,
} from './lessons.ts';
import { drawClaims, scoreFaults, scoreStations } from './score.ts';

const SEEDS = Array.from({ length: 120 }, (_, n) => 1000 + 37 * n);
const PUT_RIGHT: Technique = {
  zeroed: true,
  look: 'straight',
  touch: 'light',
  stationPercent: RIGHT_PERCENT,
  cooled: true,
};

describe('a table', () => {
  it('follows from its seed, and another seed lays another', () => {
    expect(layTable(1000)).toEqual(layTable(1000));
    expect(layTable(1000).truths).not.toEqual(layTable(1037).truths);
  });
  it('has one to three faults, and every fault comes up', () => {
    const tables = SEEDS.map(layTable);
    for (const { faults } of tables) expect([1, 2, 3]).toContain(faults.length);
    const seen = new Set(tables.flatMap(({ faults }) => faults));
    expect([...seen].sort()).toEqual([...TABLE_FAULT_IDS].sort());
  });
  it('is found as its faults have it: who takes the table as it is, takes them in', () => {
    for (const table of SEEDS.map(layTable)) {
      const { faults, found } = table;
      expect(found.zeroed).toBe(!faults.includes('unzeroed'));
      expect(found.look === 'from the side').toBe(faults.includes('parallax'));
      expect(found.touch === 'firm').toBe(faults.includes('pressure'));
      expect(found.stationPercent !== RIGHT_PERCENT).toBe(faults.includes('station'));
      expect(found.cooled).toBe(!faults.includes('warm'));
      expect(table.labels.left !== table.labels.right).toBe(faults.includes('labels'));
    }
  });
  it('put right shows the truth to the gauge’s step, and as found is off', () => {
    for (const table of SEEDS.map(layTable))
      for (const side of SIDES)
        for (const station of STATIONS) {
          const truth = table.truths[side][station];
          const shown = showReading(table, { side, station }, PUT_RIGHT, 0);
          expect(Math.abs(shown - truth)).toBeLessThanOrEqual(0.2501);
        }
    const wrong = SEEDS.map(layTable).find(({ faults }) => faults.join() === 'parallax');
    const at = { side: 'left', station: 'heel-stack' } as const;
    if (!wrong) throw new Error('no table of parallax alone');
    const off = showReading(wrong, at, wrong.found, 0) - showReading(wrong, at, PUT_RIGHT, 0);
    expect(off).toBeGreaterThan(0.35);
  });
  it('scatters as its station is said to', () => {
    const table = layTable(1000);
    const uniform = seeded(5);
    const values = Array.from({ length: 4000 }, () =>
      showReading(table, { side: 'left', station: 'heel-stack' }, PUT_RIGHT, normalOf(uniform)),
    );
    const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
    const sd = Math.sqrt(
      values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (values.length - 1),
    );
    // The step of 0.1 adds 0.1²/12.
    expect(sd).toBeCloseTo(Math.hypot(SCATTER['heel-stack'], 0.1 / Math.sqrt(12)), 2);
  });
});

it('the generator is Park and Miller’s: its 10,000th number from 1 is 399268537 (1988, with 48271)', () => {
  // Published check of the multiplier 48271: the state after 10,000 steps from 1.
  let state = 1;
  for (let step = 0; step < 10_000; step += 1) state = (state * 48271) % 2147483647;
  expect(state).toBe(399268537);
  const uniform = seeded(0);
  const first = uniform();
  let own = 1;
  for (let step = 0; step < 9; step += 1) own = (own * 48271) % 2147483647;
  expect(first).toBe(own / 2147483647);
});

describe('a score', () => {
  const truths = {
    left: { mass: 300, 'heel-stack': 31, 'forefoot-stack': 24, 'ball-width': 104 },
    right: { mass: 300, 'heel-stack': 31.2, 'forefoot-stack': 24, 'ball-width': 104 },
  };
  it('is bias and pooled repeatability, by hand', () => {
    const at = (side: 'left' | 'right', value: number) =>
      ({ side, station: 'heel-stack', value }) as const;
    const [score] = scoreStations({ truths }, [
      at('left', 31.2),
      at('left', 31.4),
      at('right', 31.2),
      at('right', 31.6),
    ]);
    // 0.2, 0.4, 0, 0.4: 0.25; squares 0.02 and 0.08 over 2 degrees of freedom: √0.05.
    expect(score?.bias).toBeCloseTo(0.25, 9);
    expect(score?.sd).toBeCloseTo(Math.sqrt(0.05), 9);
    expect(score?.n).toBe(4);
  });
  it('has no repeatability without repeats, and nothing of what was not taken', () => {
    expect(scoreStations({ truths }, [{ side: 'left', station: 'mass', value: 301 }])).toEqual([
      { quantity: 'mass', bias: 1, sd: null, n: 1 },
    ]);
    expect(scoreStations({ truths }, [])).toEqual([]);
  });
  it('tells found, missed and imagined apart', () => {
    expect(scoreFaults(['warm', 'unzeroed'], ['unzeroed', 'parallax'])).toEqual({
      found: ['unzeroed'],
      missed: ['warm'],
      imagined: ['parallax'],
    });
  });
});

describe('a pair', () => {
  /** Features that differ beyond their tolerance; what is held against zero: of either shoe. */
  const out = (seed: number) => {
    const pair = drawPair(seed);
    return {
      cause: pair.cause,
      features: PAIR_FEATURES.filter((feature) => {
        const [left = 0, right = 0] = SIDES.map((side) => showFeature(pair, side, feature, 0));
        return Math.abs(left - right) > PAIR_TOLERANCES[feature].tolerance;
      }),
    };
  };
  it('shows its cause and nothing else', () => {
    const shown: Record<string, string[]> = {
      matched: [],
      'two sizes in one box': ['tread length', 'footbed length'],
      'swapped or wrong footbed': ['footbed length'],
      'upper lasted askew': ['toe-tip height', 'collar inside', 'heel seam off centre'],
      'heel seat or lasting height': ['collar outside', 'collar inside'],
      'heel set or shank twisted': ['sole plane'],
    };
    const seen = new Set<string>();
    for (const { cause, features } of SEEDS.map(out)) {
      seen.add(cause);
      expect(features, cause).toEqual(shown[cause]);
    }
    expect([...seen].sort()).toEqual([...PAIR_CAUSES].sort());
  });
});

describe('claims', () => {
  it('are two of each word, and the answer is the bench’s own', () => {
    for (const seed of SEEDS.slice(0, 40)) {
      const claims = drawClaims(seed);
      expect(claims.map(({ answer }) => answer).sort()).toEqual([
        'agrees',
        'agrees',
        'cannot tell',
        'cannot tell',
        'differs',
        'differs',
      ]);
      for (const { claimed, halfWidth, measured, step, answer } of claims)
        expect(judgeClaim({ value: claimed, halfWidth }, measured, step).answer).toBe(answer);
    }
  });
});
