/** What is done to readings whatever they were taken in. */
import { summarisePair } from './measured-pairs.ts';
import type { Stores } from './stores.ts';

/** Voids a standing reading of any occasion, where the occasion still lets go of it. */
export function voidReading(stores: Stores, id: string, reason: string, at: string): void {
  const { occasionId } = stores.readings.byId(id);
  const kind = stores.readings.kindOf(occasionId);
  if (kind === 'check') stores.matches.refuseKept(occasionId);
  if (kind === 'study') stores.gaugeStudies.refuseKept(occasionId);
  stores.readings.void(id, reason, at);
  if (kind === 'sitting')
    summarisePair(stores, stores.sessions.byId(occasionId).pairId, { sessionId: occasionId });
}
