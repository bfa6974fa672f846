/** Editions by how little their pairs differ: from rows that are kept until a reading changes. */
import { group } from 'd3-array';
import type { ConsistencyPage } from '#contract/study-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { distinctSizes, isSameSize } from '#core/sizing/size-label.ts';
import { isRanked, studyPairs } from '#core/study/pair-to-pair.ts';
import { describeFault } from '../described-fault.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import type { Log } from '../log.ts';
import type { KeptConsistency, StaleRows } from '../store/consistency.ts';
import type { Stores } from '../stores.ts';
import { studiedQuantities, studiedReadings, studiedSessions } from './studied-readings.ts';
import { groupByBasis, readingsIn } from './study-readings.ts';

function rowsOf(
  stores: Stores,
  lab: LabFacts,
  editionId: string,
  quantity: QuantityId,
): KeptConsistency[] {
  const sessions = studiedSessions(stores, lab, quantity, editionId);
  const bySession = group(
    studiedReadings(stores, lab, quantity, editionId),
    (row) => row.sessionId,
  );
  const labels = distinctSizes(sessions.map(({ system, size }) => ({ system, size })));
  return labels.flatMap((label) => {
    const [largest] = groupByBasis(
      sessions.filter(({ system, size }) => isSameSize({ system, size }, label)),
      quantity,
      lab,
    );
    if (!largest || largest.sessions.length < 2) return [];
    const readings = readingsIn(largest, bySession);
    const both = [...group(readings, (one) => one.pair).values()].some(
      (own) => new Set(own.map((one) => one.side)).size === 2,
    );
    const study = both ? studyPairs(readings) : undefined;
    if (!study) return [];
    return [
      {
        quantity,
        label,
        pairs: study.pairs,
        readings: study.readings,
        basis: largest.key,
        mean: study.mean,
        pairSd: study.pairSd,
        pairSdInterval: study.pairSdInterval ?? null,
        cvPercent: study.cvPercent ?? null,
        measurementShare: study.measurementShare ?? null,
        sideBias: study.sideBias,
        method: study.method,
        unranked: !isRanked(study.pairs),
      },
    ];
  });
}

/** Works out rows of an edition: of one quantity, or of every one that was read of its pairs. */
export function keepConsistency(stores: Stores, lab: LabFacts, stale: StaleRows): void {
  const { editionId } = stale;
  const quantities = (
    stale.quantity === '' ? [...studiedQuantities(stores, lab, editionId)] : [stale.quantity]
  ) as QuantityId[];
  stores.consistency.write(
    stale,
    quantities.flatMap((quantity) => rowsOf(stores, lab, editionId, quantity)),
  );
}

/** Works out the rows of all editions that are out of date, one at a time between requests. */
export async function refreshConsistency(stores: Stores, log: Log): Promise<void> {
  for (;;) {
    const [stale] = stores.consistency.stale(1);
    if (stale === undefined) return;
    // Facts read before the transaction are held for the next one.
    const lab = labFacts(stores);
    try {
      stores.changes.quietly(() => keepConsistency(stores, lab, stale));
    } catch (error) {
      // Tried again when somebody asks.
      log.error({ ...describeFault(error), ...stale }, 'the spread of pairs was not worked out');
      return;
    }
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** What a request works out itself; the rest is worked out beside the requests. */
const AT_ONCE = 4;

export function consistencyPage(
  stores: Stores,
  { quantity, after, limit }: { quantity: string; after?: string | undefined; limit: number },
  refresh: () => void,
): ConsistencyPage {
  const lab = labFacts(stores);
  try {
    for (const stale of stores.consistency.staleOf(quantity, AT_ONCE))
      stores.changes.quietly(() => keepConsistency(stores, lab, stale));
  } catch (error) {
    // The book is held by a file that is read: what is kept is shown, and said to be so.
    if (!/BUSY|LOCKED/.test(String((error as { code?: string }).code))) throw error;
  }
  const waiting = stores.consistency.countStale(quantity);
  if (waiting > 0) refresh();
  return { ...stores.consistency.page(quantity, after, limit), waiting };
}
