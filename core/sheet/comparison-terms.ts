/** Where editions are compared: at the size and the distance that leave the least to carry. Common practice. */
import { sum } from 'd3-array';
import { sizeRefusal, sizeWay } from '../figures/carry.ts';
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import { distinctSizes, isSameSize, LABEL_STEPS, type SizeLabel } from '../sizing/size-label.ts';
import type { Kilometres } from '../sizing/units.ts';

/** The candidate of the least cost; of several the earliest. */
function cheapest<T>(candidates: readonly T[], costOf: (candidate: T) => number): T | undefined {
  let best: { candidate: T; cost: number } | undefined;
  for (const candidate of candidates) {
    const cost = costOf(candidate);
    if (!best || cost < best.cost - 1e-9) best = { candidate, cost };
  }
  return best?.candidate;
}

/** Squares of the ways of all editions, each from the one of its own places that lies nearest. */
const squaredWays = <T>(editions: readonly (readonly T[])[], wayOf: (own: T) => number): number =>
  sum(editions, (own) => (own.length > 0 ? Math.min(...own.map(wayOf)) ** 2 : 0));

/** The sizes between the smallest and the largest label, in the system of the first. */
function sizesBetween(labels: readonly SizeLabel[]): SizeLabel[] {
  const [first] = labels;
  if (!first) return [];
  const own = labels.filter(({ system }) => system === first.system).map(({ size }) => size);
  const step = LABEL_STEPS[first.system];
  const [least, most] = [Math.min(...own), Math.max(...own)];
  return Array.from({ length: Math.round((most - least) / step) }, (_, at) => ({
    system: first.system,
    size: least + at * step,
  }));
}

/**
 * The label at which Σ way² over the editions is least, each carried from its nearest pair: one that most
 * have where any is shared, else one between theirs, so that neither bears the whole way.
 *
 * @param editions the labels of the pairs of each edition
 * @returns undefined where no edition has a pair
 * @example pairs in UK 8 against pairs in UK 9: UK 8.5, half a size each
 */
export function leastWayLabel(editions: readonly (readonly SizeLabel[])[]): SizeLabel | undefined {
  const labels = distinctSizes(editions.flat());
  const having = (candidate: SizeLabel) =>
    editions.filter((own) => own.some((label) => isSameSize(label, candidate))).length;
  const byUse = [...labels].sort((a, b) => having(b) - having(a));
  return cheapest([...byUse, ...sizesBetween(labels)], (candidate) =>
    squaredWays(editions, (own) => {
      if (isSameSize(own, candidate)) return 0;
      return sizeRefusal(own, candidate) === undefined
        ? Math.abs(sizeWay(own, candidate))
        : Number.POSITIVE_INFINITY;
    }),
  );
}

/**
 * The distance worn at which Σ way² over the editions is least, of those at which any was measured; of
 * several the least worn, for figures of new shoes are what sheets state.
 *
 * @param editions the distances at which pairs of each edition were measured
 * @example one measured new and at 300 km, the other at 300 km only: 300
 */
export function leastWayKm(editions: readonly (readonly Kilometres[])[]): Kilometres {
  const distances = [...new Set(editions.flat())].sort((a, b) => a - b);
  const found = cheapest(distances, (candidate) =>
    squaredWays(editions, (own) => {
      const way = Math.abs(own - candidate);
      return way > FIGURE_LIMITS.sameWear.value ? way : 0;
    }),
  );
  return found ?? 0;
}
