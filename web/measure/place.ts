/** Where the hand is: station and shoe, and where it goes next. */
import { useLocalStorage } from '@mantine/hooks';
import { useMemo } from 'react';
import type { Protocol } from '#contract/lab-records.ts';
import type { PairRecord } from '#contract/pair-records.ts';
import { SIDES, type Side } from '#core/catalogue/quantities.ts';
import { type HandOrder, nextPlace, type Place, placesInOrder } from '#core/figures/hand-order.ts';
import { decideRepeats, MOST_JUDGED } from '#core/statistics/repeats.ts';
import { useDraft } from '../kit/draft.ts';
import { useCatalogue } from '../shell/units.ts';
import type { Sitting } from './sitting.ts';

/** What is typed and where, kept in the browser until it is entered. */
interface Draft {
  place: Place | null;
  text: string;
  /** The reading that the figure corrects. */
  corrects: string | null;
}

// The same lists each time: what shows them does not render for what is typed.
const LEFT: readonly Side[] = ['left'];
const RIGHT: readonly Side[] = ['right'];

export function sidesOf(record: PairRecord): readonly Side[] {
  const { shoes } = record.pair;
  if (shoes === 'both') return SIDES;
  return shoes === 'left only' ? LEFT : RIGHT;
}

function wantsMore(values: number[], sd: number): boolean {
  if (values.length < 2 || values.length >= 4 || values.length > MOST_JUDGED) return false;
  return decideRepeats(values, sd).action === 'take-two-more';
}

/** Of a protocol without stations. */
const NOWHERE: Place = { quantity: 'mass', side: 'left' };

/** The station under the hand, the order of all places, and the figure half typed there. */
export function usePlace(record: PairRecord, stations: Protocol['stations'], sitting: Sitting) {
  const [order, setOrder] = useLocalStorage<HandOrder>({
    key: 'emvex-hand-order',
    defaultValue: 'shoes in turn',
  });
  const [draft, setDraft] = useDraft<Draft>(`reading ${record.pair.tag}`, {
    place: null,
    text: '',
    corrects: null,
  });
  const catalogue = useCatalogue();
  const sides = sidesOf(record);
  const places = useMemo(() => placesInOrder(stations, sides, order), [stations, sides, order]);
  const stationAt = (place: Place) => stations.find((one) => one.quantity === place.quantity);
  /** Whether two more are wanted; a fixed number of readings, or a score, is never stretched. */
  const more = (place: Place, values: number[]) => {
    const definition = catalogue[place.quantity];
    const stretches = !definition?.fixedReadings && !definition?.ordinal && !definition?.curve;
    return stretches && wantsMore(values, stationAt(place)?.repeatability.sd ?? 0);
  };
  const stateOf = (place: Place) => {
    const values = sitting.takenAt(place.quantity, place.side);
    const counted = sitting.countedAt(place.quantity, place.side);
    return { taken: values.length + counted, wantsMore: more(place, values) };
  };
  const known = places.find(
    (place) => place.quantity === draft.place?.quantity && place.side === draft.place.side,
  );
  const first = places[0] ?? NOWHERE;
  const start = () => {
    const state = stateOf(first);
    return state.taken < (stationAt(first)?.repeats ?? 1) || state.wantsMore
      ? first
      : nextPlace(first, stations, sides, order, stateOf);
  };
  const place = known ?? start();
  return {
    place,
    places,
    sides,
    station: stationAt(place),
    order,
    setOrder,
    stateOf,
    text: draft.text,
    corrects: draft.corrects,
    setText: (text: string) => setDraft({ place, text }),
    goTo: (next: Place, text = '', corrects: string | null = null) =>
      setDraft({ place: next, text, corrects }),
    /** The place after a reading here, counting the one just recorded. */
    after: (recorded: number) =>
      nextPlace(place, stations, sides, order, (other) => {
        if (other.quantity !== place.quantity || other.side !== place.side) return stateOf(other);
        const values = [...sitting.takenAt(place.quantity, place.side), recorded];
        return { taken: values.length, wantsMore: more(place, values) };
      }),
  };
}

export type HandPlace = ReturnType<typeof usePlace>;
