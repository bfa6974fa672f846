/** Which readings of a pair count for a measurement, whatever protocol or check they were taken by. */
import type { Catalogue, MeasuredQuantityId, Side } from '../catalogue/quantities.ts';
import type { Basis } from './basis.ts';
import { basisFor } from './pair-figure.ts';

/** Standing readings that were taken on one basis. */
export interface TakenOnBasis {
  /** Basis of a quantity there: its set-up may differ from measurement to measurement. */
  basisOf: (quantity: MeasuredQuantityId) => Basis;
  readings: readonly { quantity: string; side: Side }[];
}

const keyOf = (quantity: MeasuredQuantityId, basis: Basis, catalogue: Catalogue | undefined) => {
  const { setup = '', removed = '', ...rest } = basisFor(quantity, basis, catalogue);
  return JSON.stringify([rest.label, rest.configuration, removed, rest.wornKm, rest.stack, setup]);
};

/**
 * How many readings of a measurement of one shoe stand on the same terms as are asked for: the same label,
 * configuration, distance, and of the stack basis and the set-up what the quantity depends on.
 *
 * @param basisOf the terms that are asked for
 * @param taken what was read elsewhere
 * @example countOnSameTerms('mass', 'left', () => asSold, [{ basisOf: () => asSold, readings }]) // 1
 */
export function countOnSameTerms(
  quantity: MeasuredQuantityId,
  side: Side,
  basisOf: TakenOnBasis['basisOf'],
  taken: readonly TakenOnBasis[],
  catalogue?: Catalogue,
): number {
  const wanted = keyOf(quantity, basisOf(quantity), catalogue);
  return taken.reduce((count, occasion) => {
    const here = occasion.readings.filter(
      (reading) => reading.quantity === quantity && reading.side === side,
    ).length;
    return here > 0 && keyOf(quantity, occasion.basisOf(quantity), catalogue) === wanted
      ? count + here
      : count;
  }, 0);
}
