/** What rounds of practice are held against: how this lab repeats. */
import { SCATTER, STATIONS } from '#core/practice/lessons.ts';
import { labFacts } from '../lab-facts.ts';
import type { Stores } from '../stores.ts';

/** Repeatability in force at the stations that are practised: learned, of a protocol, or as practice has it. */
export function practisedRepeatability(stores: Stores): { quantity: string; sd: number }[] {
  const { protocols } = labFacts(stores);
  return STATIONS.map((quantity) => {
    const own = protocols
      .filter(({ retired }) => !retired)
      .flatMap(({ stations }) => stations)
      .find((station) => station.quantity === quantity);
    return { quantity, sd: own?.repeatability?.sd ?? SCATTER[quantity] };
  });
}
