/** One measurement beside its alternative, and how times are taken. */

export interface Measurement {
  name: string;
  ours: number;
  alternative: number;
  ratio: number;
  unit: string;
  /** What the alternative is. */
  beside: string;
}

const REPEATS = 25;

export function middle(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}

/** Median time of some work, in ms. */
export async function timed(
  work: () => unknown | Promise<unknown>,
  repeats = REPEATS,
): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < repeats; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return middle(times);
}

export function measurement(
  name: string,
  ours: number,
  alternative: number,
  unit: string,
  beside: string,
): Measurement {
  return { name, ours, alternative, ratio: ours / alternative, unit, beside };
}
