/** What must hold of bases, units, the order of the hand and curves, whatever is measured. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  MEASURED_QUANTITIES,
  type MeasuredQuantityId,
  QUANTITIES,
} from './catalogue/quantities.ts';
import {
  CONFIGURATIONS,
  STACK_METHODS,
  STACK_PLACES,
  type StackBasis,
} from './catalogue/stack-basis.ts';
import { analyseCurve } from './curves/curve-analysis.ts';
import { type Basis, compareBases, nameStackBasis, stackBasisKey } from './figures/basis.ts';
import {
  HAND_ORDERS,
  nextPlace,
  type Place,
  placeAlong,
  placesInOrder,
} from './figures/hand-order.ts';
import {
  canonicalUnit,
  findUnit,
  fromCanonical,
  spanFromCanonical,
  toCanonical,
  UNITS,
} from './sizing/units.ts';

fc.configureGlobal({ seed: 20260301, numRuns: 200 });

const stack: fc.Arbitrary<StackBasis> = fc.record({
  place: fc.constantFrom(...STACK_PLACES),
  insole: fc.constantFrom('in' as const, 'out' as const),
  lugs: fc.constantFrom('in' as const, 'out' as const),
  layers: fc.constantFrom('whole sole' as const, 'midsole only' as const),
  method: fc.constantFrom(...STACK_METHODS),
});
const basis: fc.Arbitrary<Basis> = fc.record({
  label: fc.constantFrom(
    { system: 'uk' as const, size: 8 },
    { system: 'uk' as const, size: 9.5 },
    { system: 'eu' as const, size: 42 },
  ),
  configuration: fc.constantFrom(...CONFIGURATIONS),
  removed: fc.constantFrom('', 'laces'),
  wornKm: fc.constantFrom(0, 10, 300),
  setup: fc.constantFrom('', 'clamp at 70 %'),
  temperatureC: fc.constantFrom(20, 23, 30),
  stack,
});
const quantity = fc.constantFrom(...MEASURED_QUANTITIES.filter((id) => !QUANTITIES[id].ordinal));

describe('bases', () => {
  it('are like themselves', () => {
    fc.assert(
      fc.property(quantity, basis, (id, one) => {
        expect(compareBases(id, one, { ...one })).toEqual({ terms: 'like' });
      }),
    );
  });

  it('stand to each other as the other to them; a layer added one way is taken off the other', () => {
    fc.assert(
      fc.property(quantity, basis, basis, (id, one, other) => {
        const there = compareBases(id, one, other);
        const back = compareBases(id, other, one);
        expect(back.terms).toBe(there.terms);
        if (there.terms === 'not' || back.terms === 'not') {
          if (there.terms === 'not') {
            expect(there.reason).not.toBe('');
            expect(there.measure).not.toBe('');
          }
          return;
        }
        if (there.terms !== 'convertible' || back.terms !== 'convertible') return;
        const layers = (answer: typeof there) =>
          answer.by.flatMap((step) => ('add' in step ? [`${step.kind} ${step.add}`] : []));
        expect(layers(back)).toEqual(
          layers(there).map((words) => words.replace(/true|false/, (add) => `${add === 'false'}`)),
        );
      }),
    );
  });

  it('that a quantity does not depend on never part it', () => {
    fc.assert(
      fc.property(quantity, basis, basis, (id, one, other) => {
        const { dependsOn } = QUANTITIES[id];
        const same: Basis = {
          ...other,
          ...(dependsOn.includes('size') ? { label: one.label } : {}),
          ...(dependsOn.includes('configuration')
            ? { configuration: one.configuration, removed: one.removed ?? '' }
            : {}),
          ...(dependsOn.includes('worn') ? { wornKm: one.wornKm } : {}),
          ...(dependsOn.includes('setup') && one.setup !== undefined ? { setup: one.setup } : {}),
          ...(dependsOn.includes('temperature') && one.temperatureC !== undefined
            ? { temperatureC: one.temperatureC }
            : {}),
          ...(dependsOn.includes('stack') && one.stack ? { stack: one.stack } : {}),
        };
        expect(compareBases(id, one, same).terms).toBe('like');
      }),
    );
  });

  it('of stacks have a key each, and words that name the place and the gauge', () => {
    fc.assert(
      fc.property(stack, stack, (one, other) => {
        const alike = JSON.stringify(one) === JSON.stringify(other);
        expect(stackBasisKey(one) === stackBasisKey(other)).toBe(alike);
        expect(stackBasisKey(one)).toMatch(/^[a-z-]{10,60}$/);
        expect(nameStackBasis(one).split(', ').length).toBeGreaterThanOrEqual(3);
      }),
    );
  });
});

describe('units', () => {
  it.each(UNITS.map((one) => [one.symbol, one] as const))(
    '%s carry a value there and back, and a span without the zero',
    (_symbol, unit) => {
      fc.assert(
        fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
          expect(fromCanonical(toCanonical(value, unit), unit)).toBeCloseTo(value, 6);
          const span = toCanonical(value + 1, unit) - toCanonical(value, unit);
          expect(spanFromCanonical(span, unit)).toBeCloseTo(1, 4);
        }),
        { numRuns: 30 },
      );
      expect(findUnit(unit.symbol, unit.kind)).toEqual(unit);
      expect(canonicalUnit(unit.kind).factor).toBe(1);
    },
  );
});

describe('the order of the hand', () => {
  const stations = fc
    .uniqueArray(quantity, { minLength: 1, maxLength: 8 })
    .chain((ids) =>
      fc
        .array(fc.integer({ min: 1, max: 4 }), { minLength: ids.length, maxLength: ids.length })
        .map((repeats) => ids.map((id, at) => ({ quantity: id, repeats: repeats[at] ?? 1 }))),
    );
  const sides = fc.constantFrom(['left', 'right'] as const, ['left'] as const, ['right'] as const);
  const order = fc.constantFrom(...HAND_ORDERS);
  const keyOf = ({ quantity: id, side }: Place) => `${id} ${side}`;

  it('takes every reading that is wanted, none too many, and then stands still', () => {
    fc.assert(
      fc.property(stations, sides, order, (list, shoes, way) => {
        const taken = new Map<string, number>();
        const stateOf = (place: Place) => ({
          taken: taken.get(keyOf(place)) ?? 0,
          wantsMore: false,
        });
        const wanted = list.reduce((sum, one) => sum + one.repeats, 0) * shoes.length;
        let place = placesInOrder(list, shoes, way)[0] as Place;
        for (let reading = 0; reading < wanted; reading++) {
          taken.set(keyOf(place), (taken.get(keyOf(place)) ?? 0) + 1);
          place = nextPlace(place, list, shoes, way, stateOf);
        }
        for (const { quantity: id, repeats } of list)
          for (const side of shoes) expect(taken.get(keyOf({ quantity: id, side }))).toBe(repeats);
        expect(nextPlace(place, list, shoes, way, stateOf)).toEqual(place);
      }),
    );
  });

  it('shoes in turn are never more than one reading apart', () => {
    fc.assert(
      fc.property(stations, (list) => {
        const shoes = ['left', 'right'] as const;
        const taken = new Map<string, number>();
        const of = (id: MeasuredQuantityId, side: 'left' | 'right') =>
          taken.get(keyOf({ quantity: id, side })) ?? 0;
        const stateOf = (place: Place) => ({
          taken: of(place.quantity, place.side),
          wantsMore: false,
        });
        let place = placesInOrder(list, shoes, 'shoes in turn')[0] as Place;
        const wanted = 2 * list.reduce((sum, one) => sum + one.repeats, 0);
        for (let reading = 0; reading < wanted; reading++) {
          taken.set(keyOf(place), stateOf(place).taken + 1);
          for (const { quantity: id } of list)
            expect(Math.abs(of(id, 'left') - of(id, 'right'))).toBeLessThanOrEqual(1);
          place = nextPlace(place, list, shoes, 'shoes in turn', stateOf);
        }
      }),
    );
  });

  it('goes round, forwards and back', () => {
    fc.assert(
      fc.property(stations, sides, order, (list, shoes, way) => {
        const places = placesInOrder(list, shoes, way);
        const start = places[0] as Place;
        let place = start;
        for (let step = 0; step < places.length; step++) place = placeAlong(place, places, 1);
        expect(place).toEqual(start);
        expect(placeAlong(placeAlong(start, places, 1), places, -1)).toEqual(start);
      }),
    );
  });
});

describe('curves', () => {
  const traits = QUANTITIES['bend-toe-up'].curve;
  if (!traits) throw new Error('bending is taken as a curve');

  /** Cycles of a straight loading branch with friction: the slope is known, and the loop's area. */
  function cycles(stiffness: number, friction: number, reach: number, count = 6, samples = 60) {
    const x: number[] = [];
    const y: number[] = [];
    for (let cycle = 0; cycle < count; cycle++)
      for (const up of [true, false])
        for (let at = 0; at < samples; at++) {
          const along = up ? at / samples : 1 - at / samples;
          x.push(along * reach);
          y.push(along === 0 ? 0 : stiffness * along * reach + (up ? friction : -friction));
        }
    x.push(0);
    y.push(0);
    return { x: Float64Array.from(x), y: Float64Array.from(y) };
  }
  const reach = 1.25 * traits.window[1];
  const made = fc.record({
    stiffness: fc.double({ min: 0.05, max: 2, noNaN: true }),
    share: fc.double({ min: 0.01, max: 0.2, noNaN: true }),
  });
  const build = ({ stiffness, share }: { stiffness: number; share: number }) =>
    cycles(stiffness, (share * stiffness * traits.window[0]) / 2, reach);

  it('have the slope that they were made with, and lose more than they return is left', () => {
    fc.assert(
      fc.property(made, (truth) => {
        const found = analyseCurve(build(truth), traits);
        expect((found.stiffness?.mean ?? 0) / truth.stiffness).toBeCloseTo(1, 2);
        expect(found.returnPercent?.mean).toBeGreaterThan(0);
        expect(found.returnPercent?.mean).toBeLessThan(100);
        expect(found.lossJ?.mean).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
  });

  it('twice as stiff are twice as stiff, lose twice as much, and return the same share', () => {
    fc.assert(
      fc.property(made, fc.double({ min: 0.2, max: 5, noNaN: true }), (truth, times) => {
        const curve = build(truth);
        const plain = analyseCurve(curve, traits);
        const stiffer = analyseCurve({ x: curve.x, y: curve.y.map((one) => times * one) }, traits);
        expect((stiffer.stiffness?.mean ?? 0) / (plain.stiffness?.mean ?? 1)).toBeCloseTo(times, 6);
        expect((stiffer.lossJ?.mean ?? 0) / (plain.lossJ?.mean ?? 1)).toBeCloseTo(times, 6);
        expect(stiffer.returnPercent?.mean).toBeCloseTo(plain.returnPercent?.mean ?? 0, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('of any samples are analysed or said to be none, without a crash', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -5, max: 5 })), {
          maxLength: 120,
        }),
        (samples) => {
          const found = analyseCurve(
            {
              x: Float64Array.from(samples, ([x]) => x),
              y: Float64Array.from(samples, ([, y]) => y),
            },
            traits,
          );
          if (!found.stiffness) expect(found.faults.length).toBeGreaterThan(0);
          else expect(Number.isFinite(found.stiffness.mean)).toBe(true);
          for (const { message } of found.faults) expect(message.length).toBeGreaterThan(10);
        },
      ),
    );
  });
});
