/** What a simulated fixture records of a shoe of known stiffness: cycles with loss, settling and noise. */
import type { CurveTraits } from '#core/catalogue/quantity.ts';
import type { FixtureSample } from './stand-in.ts';

export interface FixtureTruth {
  /** Slope of the loading branch in its window once the shoe has settled, N·m/° or N/mm. */
  stiffness: number;
  /** Width of the loop, as a share of the load at full reach. */
  loss: number;
}

const CYCLES = 5;
const SAMPLES_A_BRANCH = 90;
const SECONDS_A_CYCLE = 4;
/** The first cycles are this much stiffer; what is left falls to a third with each. */
const FIRST_STIFFER = 0.12;
/** Share of the reach over which friction builds up at each reversal. */
const ONSET = 0.03;

/**
 * Five cycles to well beyond the window. Loading follows the slope with a friction that builds up
 * at once; unloading lies below by twice the friction.
 *
 * @param noise normal deviate of a given SD
 */
export function simulateCurve(
  traits: CurveTraits,
  truth: FixtureTruth,
  noise: (sd: number) => number,
): FixtureSample[] {
  const reach =
    traits.windowOn === 'x' ? 1.25 * traits.window[1] : (1.25 * traits.window[1]) / truth.stiffness;
  const units = traits.x === 'angle' ? { x: '°', y: 'N·m' } : { x: 'mm', y: 'N' };
  const samples: FixtureSample[] = [];
  const add = (cycle: number, along: number, up: boolean) => {
    const x = along * reach;
    const stiffness = truth.stiffness * (1 + FIRST_STIFFER * 3 ** -(2 * cycle));
    const friction = (truth.loss * truth.stiffness * reach) / 2;
    const fromTurn = up ? along : 1 - along;
    const built = 1 - Math.exp(-fromTurn / ONSET);
    const load = stiffness * x + (up ? 1 : -1) * friction * built;
    const n = samples.length;
    samples.push({
      seconds: Number(((n * SECONDS_A_CYCLE) / (2 * SAMPLES_A_BRANCH)).toFixed(4)),
      x: Number((x + noise(reach * 0.0004)).toFixed(4)),
      xUnit: units.x,
      y: Number((Math.max(0, load) + noise(truth.stiffness * reach * 0.0015)).toFixed(5)),
      yUnit: units.y,
    });
  };
  for (let cycle = 0; cycle < CYCLES; cycle++) {
    for (let i = 0; i < SAMPLES_A_BRANCH; i++) add(cycle, i / SAMPLES_A_BRANCH, true);
    for (let i = SAMPLES_A_BRANCH; i > 0; i--) add(cycle, i / SAMPLES_A_BRANCH, false);
  }
  add(CYCLES - 1, 0, false);
  return samples;
}
