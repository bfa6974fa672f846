/** What is done to readings whatever they were taken in. */
import type { z } from 'zod';
import type { anyReading, newReading } from '#contract/reading-records.ts';
import { PLAIN_READING, type ReadingDraft } from '#core/figures/reading.ts';
import { summarisePair } from '../measured-pairs.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';

type NewReading = z.output<typeof newReading>;
type TakenReading = z.output<typeof anyReading>;

/** Of a pair a reading is of one of its shoes; of a study it is of a turn. */
function requirePlace(kind: string, { side, quantity, turn }: NewReading): void {
  if (kind === 'study') {
    if (turn === null) throw wrongValue('turn', 'A reading of a study is of one of its turns.');
    return;
  }
  if (side === null) throw wrongValue('side', 'A reading is of the left or the right shoe.');
  if (quantity === undefined)
    throw wrongValue('quantity', 'A reading is of a quantity, such as heel-stack.');
}

/**
 * Records a reading of a sitting, a check or a study, by what its occasion asks.
 *
 * @param operator who took it; null: whoever began the occasion
 */
export function takeReading(
  stores: Stores,
  reading: NewReading,
  operator: string | null,
): TakenReading {
  const kind = stores.readings.kindOf(reading.occasionId);
  if (kind === 'try-on')
    throw wrongValue(
      'occasionId',
      'A try-on is answered, not read: its lengths stand in its answers.',
    );
  if (kind === 'wear-check')
    throw wrongValue(
      'occasionId',
      'A look at a worn pair keeps its signs; what is measured then is a sitting of its distance.',
    );
  requirePlace(kind, reading);
  const turn = kind === 'study' ? reading.turn : null;
  const draft = { ...PLAIN_READING, ...reading, person: operator, turn } as ReadingDraft<string>;
  if (kind === 'check') {
    const recorded = stores.matches.record(draft);
    stores.pairs.touch(stores.matches.byId(reading.occasionId).pairId);
    return recorded as TakenReading;
  }
  if (kind === 'study') return stores.gaugeStudies.record(draft) as TakenReading;
  const recorded = stores.sessions.record(draft);
  const { pairId } = stores.sessions.byId(reading.occasionId);
  summarisePair(stores, pairId, { sessionId: reading.occasionId });
  return recorded as TakenReading;
}

/** Voids a standing reading of any occasion, where the occasion still lets go of it. */
export function voidReading(stores: Stores, id: string, reason: string, at: string): void {
  const { occasionId } = stores.readings.byId(id);
  const kind = stores.readings.kindOf(occasionId);
  if (kind === 'check') stores.matches.refuseKept(occasionId);
  if (kind === 'study') stores.gaugeStudies.refuseKept(occasionId);
  stores.readings.void(id, reason, at);
  if (kind === 'check') stores.pairs.touch(stores.matches.byId(occasionId).pairId);
  if (kind === 'sitting')
    summarisePair(stores, stores.sessions.byId(occasionId).pairId, { sessionId: occasionId });
}
