/** How a worn pair stands: still in use, or how, where and why it ended. */

import type { EditionLife } from '#contract/life-records.ts';
import type { WearOfPair } from '#contract/wear-records.ts';
import { endCause } from '#core/wear/end-causes.ts';
import { textOf } from '#core/wording/sentence.ts';
import type { WornRow } from './store/rotation.ts';
import type { Stores } from './stores.ts';

type LifePair = EditionLife['pairs'][number];

/** Signs for an end. Decisions of former versions kept them as the words they were listed by. */
const signsOf = ({
  signs,
  for: listed,
}: WearOfPair['decisions'][number]['judged']): readonly string[] => signs ?? listed.map(textOf);

export function endOf(
  stores: Stores,
  row: WornRow,
): Pick<LifePair, 'km' | 'ended' | 'how' | 'cause'> {
  const decision = stores.wear.decisionsOf(row.id).find(({ withdrawn }) => withdrawn === null);
  if (!decision || decision.answer === 'go on')
    return { km: row.km, ended: false, how: 'in use', cause: null };
  // Moved to another use though the signs said go on: for another reason than its condition.
  const byCondition =
    decision.answer === 'retire' ||
    (decision.answer === 'another use' && decision.judged.answer !== 'go on');
  return {
    km: Math.max(decision.km, row.cameWith),
    ended: byCondition,
    how: decision.answer === 'retire' ? 'retired' : decision.answer,
    cause: byCondition ? endCause([...signsOf(decision.judged), decision.why]) : null,
  };
}

/** The pairs of an edition that were out: how far each went, and whether it ended by its condition. */
export function livesOf(stores: Stores, editionId: string) {
  return stores.rotation.wornOf(editionId).map((row) => {
    const { km, ended, cause } = endOf(stores, row);
    return { km, ended, fromKm: row.cameWith, wornKm: row.km, cause: cause ?? undefined };
  });
}
