import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readTypedQuantity } from './typed-quantity.ts';
import type { Kilometres } from './units.ts';
import {
  canonicalUnit,
  findUnit,
  fromCanonical,
  QUANTITY_KINDS,
  toCanonical,
  UNITS,
  unitsOfKind,
} from './units.ts';

const readValue = (
  text: string,
  kind: 'length' | 'mass' | 'distance' | 'temperature' = 'length',
) => {
  const read = readTypedQuantity(text, kind);
  return read.ok ? read.value.value : read.fault.code;
};

describe('what people type', () => {
  it.each([
    ['31', 31],
    ['31.0 mm', 31],
    ['31mm', 31],
    [' 31 MM ', 31],
    ['1 1/2 in', 38.1],
    ['1½ in', 38.1],
    ['½"', 12.7],
    ['9 ½', 9.5],
    ['27,4', 27.4],
    ['3,05 cm', 30.5],
    ['0,123', 0.123],
    ['1234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234,567', 1234567],
    ['.5', 0.5],
    [',5', 0.5],
    ['31.', 31],
    ['−2.5', -2.5],
    ['+3', 3],
  ])('length %j is %d mm', (text, mm) => {
    expect(readValue(text)).toBeCloseTo(mm, 9);
  });
  it.each([
    ['11.3 oz', 11.3 * 28.349523125],
    ['1 lb 3 oz', 453.59237 + 3 * 28.349523125],
    ['0.32 kg', 320],
    ['320 grams', 320],
  ])('mass %j is %d g', (text, g) => {
    expect(readValue(text, 'mass')).toBeCloseTo(g, 9);
  });
  it('reads temperatures with their offset', () => {
    expect(readValue('73.4 °F', 'temperature')).toBeCloseTo(23, 9);
  });
  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['abc', 'text'],
    ['31 24 mm', 'several'],
    ['31/24', 'two-values'],
    ['31\n32', 'several'],
    ['31\t32', 'several'],
    ['31; 32', 'several'],
    ['1,234', 'ambiguous'],
    ['27,400', 'ambiguous'],
    ['1.2.3', 'number'],
    ['31 g', 'wrong-unit'],
    ['31 furlongs', 'unknown-unit'],
    ['31 mm 4 mm', 'several'],
    ['1e3', 'unknown-unit'],
    ['9'.repeat(61), 'too-long'],
    ['--3', 'text'],
    ['1/0', 'two-values'],
  ])('%j is refused as %s', (text, code) => {
    expect(readValue(text)).toBe(code);
  });
  it('offers both readings of an ambiguous comma', () => {
    const read = readTypedQuantity('1,234', 'length');
    expect(!read.ok && read.fault.choices).toEqual(['1234', '1.234']);
  });
  it('keeps the text as typed and half its last digit', () => {
    const read = readTypedQuantity(' 11.3 oz', 'mass');
    expect(read.ok && read.value.typed).toBe('11.3 oz');
    expect(read.ok && read.value.halfWidth).toBeCloseTo(0.05 * 28.349523125, 9);
  });
  it('reads a bare number in the unit asked for', () => {
    const read = readTypedQuantity('11.3', 'mass', 'oz');
    expect(read.ok && read.value.value).toBeCloseTo(320.35, 2);
    expect(readTypedQuantity('11.3', 'mass', 'mm').ok).toBe(false);
  });
});

describe('properties', () => {
  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.string({ unit: fc.constantFrom(...'0123456789.,/ ½-+minozglbk"\n') }),
        ),
        fc.constantFrom(...QUANTITY_KINDS),
        (text, kind) => {
          const read = readTypedQuantity(text, kind);
          expect(read.ok ? Number.isFinite(read.value.value) : read.fault.message.length > 10).toBe(
            true,
          );
        },
      ),
      { numRuns: 3000 },
    );
  });
  it('reads back what it writes, in every unit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.integer({ min: -99999, max: 99999 }),
        (unit, hundredths) => {
          const text = `${(hundredths / 100).toFixed(2)} ${unit.symbol}`;
          const read = readTypedQuantity(text, unit.kind);
          expect(read.ok && fromCanonical(read.value.value, unit)).toBeCloseTo(hundredths / 100, 9);
        },
      ),
    );
  });
  it('goes to the canonical unit and back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        (unit, value) => {
          expect(fromCanonical(toCanonical(value, unit), unit)).toBeCloseTo(value, 6);
        },
      ),
    );
  });
});

describe('the table of units', () => {
  it('holds the exact factors of the 1959 agreement', () => {
    expect(findUnit('oz')?.factor).toBe(28.349523125);
    expect(findUnit('lb')?.factor).toBe(453.59237);
    expect(findUnit('in')?.factor).toBe(25.4);
    expect(findUnit('mi')?.factor).toBe(1609.344);
  });
  it('has one canonical unit of factor 1 in each kind, and no spelling twice in a kind', () => {
    for (const kind of QUANTITY_KINDS) {
      expect(canonicalUnit(kind)).toMatchObject({ kind, factor: 1, offset: 0 });
      const spellings = unitsOfKind(kind).flatMap((unit) => unit.spellings);
      expect(new Set(spellings).size).toBe(spellings.length);
    }
  });
});

describe('a value says its unit', () => {
  it('so that metres do not pass for kilometres', () => {
    const read = readTypedQuantity('12 km', 'distance');
    if (!read.ok) throw new Error(read.fault.message);
    // @ts-expect-error: metres where kilometres are wanted
    const mistaken: Kilometres = read.value.value;
    const worn: Kilometres = read.value.value / 1000;
    expect([mistaken, worn]).toEqual([12_000, 12]);
  });
});
