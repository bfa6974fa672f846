/** The order in which the hand takes readings. */
import type { MeasuredQuantityId, Side } from '../catalogue/quantities.ts';

/** Both shoes at each station, or one shoe through all stations and then the other. */
export const HAND_ORDERS = ['shoes in turn', 'one shoe at a time'] as const;
export type HandOrder = (typeof HAND_ORDERS)[number];

export interface Place {
  quantity: MeasuredQuantityId;
  side: Side;
}

export interface OrderedStation {
  quantity: MeasuredQuantityId;
  repeats: number;
}

/** How many readings stand at a place, and whether two more are wanted there. */
export interface PlaceState {
  taken: number;
  wantsMore: boolean;
}

const samePlace = (a: Place, b: Place) => a.quantity === b.quantity && a.side === b.side;

/** All places once, in the order of the hand. */
export function placesInOrder(
  stations: readonly OrderedStation[],
  sides: readonly Side[],
  order: HandOrder,
): Place[] {
  return order === 'shoes in turn'
    ? stations.flatMap(({ quantity }) => sides.map((side) => ({ quantity, side })))
    : sides.flatMap((side) => stations.map(({ quantity }) => ({ quantity, side })));
}

/**
 * Where to go after a reading: the other shoe of this station while it is behind, the same place
 * while readings are wanted there, then the next place after it that still wants some.
 *
 * @returns the current place where nothing is wanted after it: what was left out before is gone to on request only,
 *   else the next figure would be taken for it
 */
export function nextPlace(
  current: Place,
  stations: readonly OrderedStation[],
  sides: readonly Side[],
  order: HandOrder,
  stateOf: (place: Place) => PlaceState,
): Place {
  const places = placesInOrder(stations, sides, order);
  const wants = (place: Place) => {
    const { taken, wantsMore } = stateOf(place);
    const repeats = stations.find((s) => s.quantity === place.quantity)?.repeats ?? 1;
    return taken < repeats || wantsMore;
  };
  if (order === 'shoes in turn') {
    const here = places.filter((place) => place.quantity === current.quantity && wants(place));
    const fewest = [...here].sort((a, b) => stateOf(a).taken - stateOf(b).taken)[0];
    if (fewest) return fewest;
  } else if (wants(current)) return current;
  const at = places.findIndex((place) => samePlace(place, current));
  return places.slice(at + 1).find(wants) ?? current;
}

/** The place one step along the order, round the end. */
export function placeAlong(current: Place, places: readonly Place[], step: number): Place {
  const at = places.findIndex((place) => samePlace(place, current));
  const next = places[(at + step + places.length) % places.length];
  return next ?? current;
}
