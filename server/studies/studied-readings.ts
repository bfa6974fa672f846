/** Readings that studies are made from: of a quantity that is taken, and of one worked out from taken ones. */
import { group } from 'd3-array';
import { workOut } from '#core/catalogue/computation.ts';
import {
  computedIn,
  describeQuantity,
  partsOf,
  type QuantityId,
} from '#core/catalogue/quantities.ts';
import { roundTo } from '#core/statistics/rounding.ts';
import type { LabFacts } from '../lab-facts.ts';
import type { StudyReadingRow, StudySession } from '../store/study-readings.ts';
import type { Stores } from '../stores.ts';

type Knowing = Pick<LabFacts, 'catalogue'>;

/**
 * Sittings that read a quantity; of a computed one those that read all of its parts.
 * @param editionId null: of all editions
 */
export function studiedSessions(
  stores: Stores,
  { catalogue }: Knowing,
  quantity: QuantityId,
  editionId: string | null,
): StudySession[] {
  const [first, ...others] = partsOf(quantity, catalogue);
  if (first === undefined) return [];
  const known = others.map(
    (part) => new Set(stores.studyReadings.sessions(part, editionId).map(({ id }) => id)),
  );
  return stores.studyReadings
    .sessions(first, editionId)
    .filter(({ id }) => known.every((ids) => ids.has(id)));
}

/**
 * Readings of a quantity. A computed one is worked out repeat by repeat: the first of each part, the second,
 * as far as all parts have one.
 */
export function studiedReadings(
  stores: Stores,
  { catalogue }: Knowing,
  quantity: QuantityId,
  editionId: string | null,
): StudyReadingRow[] {
  const { computed } = describeQuantity(quantity, catalogue);
  if (!computed) return stores.studyReadings.readings(quantity, editionId);
  const key = ({ sessionId, side }: StudyReadingRow) => `${sessionId} ${side}`;
  const [first, ...others] = partsOf(quantity, catalogue).map((part) =>
    group(stores.studyReadings.readings(part, editionId), key),
  );
  if (!first) return [];
  return [...first].flatMap(([place, rows]) => {
    const beside = others.map((own) => own.get(place) ?? []);
    return rows.flatMap((row, trial) => {
      const found = workOut(computed, [row.value, ...beside.map((own) => own[trial]?.value)]);
      // What binary fractions leave over is no scatter.
      return found ? [{ ...row, value: roundTo(found.value, 9) }] : [];
    });
  });
}

/** Quantities that were read on pairs of an edition, those that follow from them too. */
export function studiedQuantities(
  stores: Stores,
  { catalogue }: Knowing,
  editionId: string,
): Set<string> {
  const read = stores.studyReadings.quantitiesOf(editionId);
  const follow = computedIn(catalogue).filter(({ id }) =>
    partsOf(id as QuantityId, catalogue).every((part) => read.has(part)),
  );
  return new Set([...read, ...follow.map(({ id }) => id)]);
}
