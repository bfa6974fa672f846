/** The catalogue is whole and sound, and the rules that hang on it hold. */
import { describe, expect, it } from 'vitest';
import { readTypedReading } from '../figures/typed-reading.ts';
import { canonicalUnit } from '../sizing/units.ts';
import { protocolsFor } from './protocol.ts';
import {
  COMPUTED_QUANTITIES,
  catalogueWith,
  computedIn,
  defaultSteps,
  describeQuantity,
  MEASURED_QUANTITIES,
  partsOf,
  QUANTITIES,
} from './quantities.ts';
import { TOOL_NAMES } from './tools.ts';

/** What the catalogue has to hold, by a word of each entry's name. */
const NAMED = [
  'internal length',
  'footbed length',
  'footbed width, ball',
  'footbed width, arch',
  'toe-end gap',
  'outer length',
  'heel stack',
  'midfoot stack',
  'forefoot stack',
  'insole at the heel',
  'outsole at the heel',
  'midsole at the forefoot',
  'lug depth, heel',
  'sole width, heel',
  'sole width, midfoot',
  'sole width, ball',
  'flare, medial',
  'flare, lateral',
  'internal width, ball',
  'internal width, heel',
  'toe-box width',
  'toe-box height',
  'toe height, outside',
  'toe width, outside',
  'toe-tip height',
  'toe-point height',
  'toe extension inside',
  'forefoot rocker, start',
  'forefoot rocker, angle',
  'heel bevel, start',
  'heel bevel, angle',
  'heel height',
  'heel-breast depth',
  'collar height, medial',
  'collar height, lateral',
  'collar height, rear',
  'heel seam off centre',
  'upper tilt',
  'sole plane',
  'heel plane',
  'shaft height',
  'shaft girth',
  'membrane height',
  'mass',
  'insole mass',
  'midsole hardness, medial',
  'midsole hardness, lateral',
  'midsole hardness, post',
  'outsole hardness',
  'insole hardness',
  'bending stiffness, toe up',
  'bending stiffness, sole arched backward',
  'bending stiffness, sideways',
  'twisting stiffness, inward',
  'press stiffness, heel',
  'side crush',
  'flex line',
  'counter stiffness',
  'counter by hand',
  'insole arch height',
  'eyestay gap',
  'tread, heel lateral',
];

describe('the catalogue of quantities', () => {
  const all = Object.values(QUANTITIES);
  it.each(NAMED)('holds %s', (name) =>
    expect(all.some((one) => one.name.toLowerCase() === name)).toBe(true),
  );
  it.each(all)('$id is whole', (one) => {
    expect(one.datum.length).toBeGreaterThan(20);
    expect(one.plausible[0]).toBeLessThan(one.plausible[1]);
    expect(one.noticeable).toBeGreaterThan(0);
    expect(one.sideTolerance.absolute + one.sideTolerance.share).toBeGreaterThan(0);
    expect(TOOL_NAMES).toContain(one.tool);
    expect(canonicalUnit(one.kind).symbol).not.toBe('');
    const { span, spot, angle } = one.drawing;
    expect([span, spot, angle].filter(Boolean)).toHaveLength(1);
    if (one.curve) {
      expect(one.dependsOn).toContain('setup');
      expect(one.curve.window[0]).toBeLessThan(one.curve.window[1]);
    }
  });
  it('keeps the names and short names apart', () => {
    expect(new Set(all.map((one) => one.name)).size).toBe(all.length);
    expect(new Set(all.map((one) => one.short)).size).toBe(all.length);
  });
  it('takes a lab’s own beside them, and never in place of one', () => {
    const own = { ...QUANTITIES.mass, id: 'own-box-mass', name: 'Mass with box' };
    const other = { ...QUANTITIES['heel-stack'], name: 'Another heel' };
    const catalogue = catalogueWith([own, other]);
    expect(describeQuantity('own-box-mass', catalogue).name).toBe('Mass with box');
    expect(describeQuantity('heel-stack', catalogue).name).toBe('Heel stack');
    expect(defaultSteps(catalogue)['own-box-mass']).toBe(15);
    expect(() => describeQuantity('own-box-mass')).toThrow(RangeError);
  });
  it('works quantities out from those that are taken', () => {
    const computed = computedIn(QUANTITIES).map(({ id }) => id);
    expect(computed).toEqual([...COMPUTED_QUANTITIES]);
    for (const id of COMPUTED_QUANTITIES)
      for (const part of partsOf(id)) expect(QUANTITIES[part]?.computed).toBeUndefined();
    expect(partsOf('drop')).toEqual(['heel-stack', 'forefoot-stack']);
    expect(partsOf('mass')).toEqual(['mass']);
  });
  it('names layers that are taken', () => {
    for (const { layers } of Object.values(QUANTITIES))
      for (const layer of Object.values(layers ?? {}))
        expect(MEASURED_QUANTITIES as readonly string[]).toContain(layer);
  });
});

describe('the protocols that ship', () => {
  const shipped = protocolsFor(TOOL_NAMES);
  it.each([
    ['Quick review', ['mass', 'heel-stack', 'forefoot-stack', 'ball-width']],
    ['Midsole only', ['heel-stack', 'forefoot-stack']],
    [
      'Wear check',
      [
        'mass',
        'tread-heel-lateral',
        'tread-heel-medial',
        'tread-midfoot',
        'tread-forefoot-lateral',
        'tread-forefoot-medial',
        'tread-toe',
        'heel-lugs',
        'forefoot-lugs',
        'heel-stack',
        'forefoot-stack',
        'heel-insole',
        'forefoot-insole',
        'midsole-medial-hardness',
        'midsole-lateral-hardness',
        'outsole-hardness',
      ],
    ],
    [
      'On-the-shoe hardness',
      [
        'midsole-medial-hardness',
        'midsole-lateral-hardness',
        'outsole-hardness',
        'insole-hardness',
      ],
    ],
  ])('%s has its stations', (name, quantities) => {
    const found = shipped.find((one) => one.name === name);
    expect(found?.stations.map((station) => station.quantity)).toEqual(quantities);
  });
  it('asks one reading each in the quick review, and five of each hardness', () => {
    const repeats = (name: string) =>
      new Set(shipped.find((one) => one.name === name)?.stations.map((one) => one.repeats));
    expect([...repeats('Quick review')]).toEqual([1]);
    expect([...repeats('On-the-shoe hardness')]).toEqual([5]);
  });
  it('states a set-up wherever the quantity needs one, and each quantity once', () => {
    for (const protocol of shipped) {
      const ids = protocol.stations.map((station) => station.quantity);
      expect(new Set(ids).size, protocol.name).toBe(ids.length);
      for (const { quantity, setup } of protocol.stations)
        if (describeQuantity(quantity).dependsOn.includes('setup'))
          expect(setup, `${protocol.name}, ${quantity}`).not.toBe('');
    }
  });
});

describe('a reading by the rules of its quantity', () => {
  it('refuses a type C reading of rubber, and a type A reading of foam', () => {
    const rubber = readTypedReading('55 C', QUANTITIES['outsole-hardness']);
    expect(!rubber.ok && rubber.fault.message).toContain('type C scale, for foam');
    const foam = readTypedReading('66 A', QUANTITIES['midsole-medial-hardness']);
    expect(!foam.ok && foam.fault.message).toContain('type A scale, for rubber');
    expect(readTypedReading('55 C', QUANTITIES['midsole-medial-hardness'])).toMatchObject({
      value: { value: 55 },
    });
  });
  it('takes whole grades only where a hand scores', () => {
    const score = QUANTITIES['bend-front-hand'];
    expect(readTypedReading('3', score).ok).toBe(true);
    for (const typed of ['2.5', '6', '0', '-1'])
      expect(readTypedReading(typed, score).ok).toBe(false);
    expect(readTypedReading('0', QUANTITIES['counter-hand']).ok).toBe(true);
  });
  it('converts newton metres a radian, and no unit of another kind', () => {
    const bend = QUANTITIES['bend-toe-up'];
    const read = readTypedReading('11.459156 N·m/rad', bend);
    expect(read.ok && read.value.value).toBeCloseTo(0.2, 6);
    expect(readTypedReading('0.2 N/mm', bend).ok).toBe(false);
  });
});
