import { describe, expect, it } from 'vitest';
import { SIDES } from '../catalogue/quantities.ts';
import { nextPlace, type Place, placeAlong, placesInOrder } from './hand-order.ts';

const STATIONS = [
  { quantity: 'mass', repeats: 1 },
  { quantity: 'heel-stack', repeats: 2 },
] as const;

/** Walks until nothing is wanted; answers with the places in order, as `mass left`. */
function walk(order: 'shoes in turn' | 'one shoe at a time', more: Record<string, number> = {}) {
  const taken = new Map<string, number>();
  const key = (place: Place) => `${place.quantity} ${place.side}`;
  const stateOf = (place: Place) => {
    const n = taken.get(key(place)) ?? 0;
    return { taken: n, wantsMore: n > 0 && n < (more[key(place)] ?? 0) };
  };
  let place = placesInOrder(STATIONS, SIDES, order)[0]!;
  const path: string[] = [];
  for (let step = 0; step < 20; step++) {
    path.push(key(place));
    taken.set(key(place), (taken.get(key(place)) ?? 0) + 1);
    const next = nextPlace(place, STATIONS, SIDES, order, stateOf);
    const state = stateOf(next);
    const repeats = STATIONS.find((s) => s.quantity === next.quantity)?.repeats ?? 1;
    if (state.taken >= repeats && !state.wantsMore) break;
    place = next;
  }
  return path;
}

describe('the order of the hand', () => {
  it('takes the shoes in turn at each station', () => {
    expect(walk('shoes in turn')).toEqual([
      'mass left',
      'mass right',
      'heel-stack left',
      'heel-stack right',
      'heel-stack left',
      'heel-stack right',
    ]);
  });
  it('takes one shoe through and then the other', () => {
    expect(walk('one shoe at a time')).toEqual([
      'mass left',
      'heel-stack left',
      'heel-stack left',
      'mass right',
      'heel-stack right',
      'heel-stack right',
    ]);
  });
  it('stays where two more readings are wanted', () => {
    expect(walk('shoes in turn', { 'heel-stack right': 4 }).slice(-3)).toEqual([
      'heel-stack right',
      'heel-stack right',
      'heel-stack right',
    ]);
  });
  it('does not go back by itself to what was left out', () => {
    const stateOf = (place: Place) => ({
      taken: place.quantity === 'mass' ? 0 : 2,
      wantsMore: false,
    });
    for (const order of ['shoes in turn', 'one shoe at a time'] as const) {
      const last = placesInOrder(STATIONS, SIDES, order).at(-1)!;
      // The next figure would be taken for mass; a person asks for that.
      expect(nextPlace(last, STATIONS, SIDES, order, stateOf)).toEqual(last);
    }
  });
  it('goes along the order and round its end', () => {
    const places = placesInOrder(STATIONS, SIDES, 'shoes in turn');
    expect(placeAlong(places[3]!, places, 1)).toEqual(places[0]);
    expect(placeAlong(places[0]!, places, -1)).toEqual(places[3]);
  });
});
