/** Whatever a hand types or a file holds: an answer, never a crash, and never a made-up figure. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { describeQuantity, QUANTITIES } from './catalogue/quantities.ts';
import { readClaims } from './claims/claim-text.ts';
import { curveReader } from './curves/curve-file.ts';
import { readTypedReading } from './figures/typed-reading.ts';
import { dialectOf, readPlainNumber } from './sizing/delimited.ts';
import { readLabel } from './sizing/printed-label.ts';
import {
  isSameSize,
  LABEL_SYSTEMS,
  labelFault,
  labelLengths,
  labelSlug,
  lastLength,
  nameLabel,
  readLabelSlug,
  type SizeLabel,
} from './sizing/size-label.ts';

fc.configureGlobal({ seed: 20260301, numRuns: 300 });

/** Text of any kind, and text of the pieces that people type. */
const pieces = (...known: string[]) =>
  fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 60 }),
    fc
      .array(fc.constantFrom(...known, ' ', ',', '.', '-', '/', '½', '9', '31'), { maxLength: 12 })
      .map((one) => one.join('')),
  );

/** Printed labels: half sizes, and thirds where EU labels have them. */
const label: fc.Arbitrary<SizeLabel> = fc
  .constantFrom(...LABEL_SYSTEMS)
  .chain((system) =>
    fc.integer({ min: 1, max: 120 }).map((halves) => ({
      system,
      size: system === 'mondopoint' ? 200 + halves : system === 'eu' ? 15 + halves / 2 : halves / 2,
    })),
  )
  .filter((one) => labelFault(one) === undefined);

describe('size labels', () => {
  it('read from any text are a label of a shoe, or a fault in words', () => {
    fc.assert(
      fc.property(
        pieces('UK', 'EU', 'US', "men's", 'w ', 'mp', '2/3', '8.5', '42', '¾', '(', 'size '),
        (text) => {
          const read = readLabel(text);
          if (read.ok) expect(labelFault(read.value)).toBeUndefined();
          else expect(read.fault.message.length).toBeGreaterThan(5);
        },
      ),
    );
  });
  it('are read as they are written, in words and in addresses', () => {
    fc.assert(
      fc.property(label, (one) => {
        expect(readLabel(nameLabel(one))).toEqual({ ok: true, value: one });
        expect(readLabelSlug(labelSlug(one))).toEqual(one);
      }),
    );
  });
  it('run by length: a larger size of a system has a longer last', () => {
    fc.assert(
      fc.property(label, (one) => {
        const larger = { ...one, size: one.size + (one.system === 'mondopoint' ? 5 : 0.5) };
        expect(lastLength(larger)).toBeGreaterThan(lastLength(one));
        expect(isSameSize(one, one)).toBe(true);
      }),
    );
  });
  it('in another system are the same length', () => {
    fc.assert(
      fc.property(label, (one) => {
        const { lastMm, labels } = labelLengths(one);
        for (const system of ['us-men', 'us-women', 'uk', 'eu'] as const)
          expect(lastLength({ system, size: labels[system] })).toBeCloseTo(lastMm, 6);
      }),
    );
  });
});

describe('claims', () => {
  it('read from any text are finite figures in range of their rounding, the rest is given back', () => {
    fc.assert(
      fc.property(
        pieces(
          'mm',
          'oz',
          'g',
          'drop',
          'heel',
          'with insole',
          '34/26',
          ' and ',
          'UK 9',
          '(',
          ')',
          ';',
          'pair',
        ),
        (text) => {
          const { figures, unread } = readClaims(text);
          for (const { value, halfWidth } of figures) {
            expect(Number.isFinite(value)).toBe(true);
            expect(halfWidth).toBeGreaterThanOrEqual(0);
          }
          for (const { help } of unread) expect(help).not.toBe('');
        },
      ),
    );
  });
  it('of a heel and a forefoot are read as said, whatever their figures', () => {
    const tenths = fc.integer({ min: 100, max: 600 }).map((one) => one / 10);
    fc.assert(
      fc.property(tenths, tenths, (heel, forefoot) => {
        const { figures, unread } = readClaims(`${heel}/${forefoot} mm, with insole`);
        expect(unread).toEqual([]);
        expect(figures.map((one) => [one.quantity, one.value])).toEqual([
          ['heel-stack', heel],
          ['forefoot-stack', forefoot],
        ]);
      }),
    );
  });
});

describe('numbers of files', () => {
  it('are read back as they are written, with point or comma', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
        fc.pre(!Object.is(value, -0));
        const text = String(value);
        expect(readPlainNumber(text, false)).toBe(value);
        expect(readPlainNumber(text.replace('.', ','), true)).toBe(value);
      }),
    );
  });
  it('with a comma are none where the comma parts columns', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 999 }), fc.integer({ min: 0, max: 999 }), (a, b) => {
        expect(readPlainNumber(`${a},${b}`, false)).toBeUndefined();
      }),
    );
  });
  it('are never read from words', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.boolean(), (text, comma) => {
        const value = readPlainNumber(text, comma);
        if (value === undefined) return;
        expect(Number.isFinite(value)).toBe(true);
        expect(text).toMatch(/\d/);
      }),
    );
  });
  it('stand in a dialect that every header has', () => {
    expect(dialectOf('a,b')).toEqual({ delimiter: ',', decimalComma: false });
    expect(dialectOf('a;b,c')).toEqual({ delimiter: ';', decimalComma: true });
    expect(dialectOf('a\tb')).toEqual({ delimiter: '\t', decimalComma: true });
    expect(dialectOf('')).toEqual({ delimiter: ',', decimalComma: false });
  });
});

describe('curve files', () => {
  const traits = QUANTITIES['bend-toe-up'].curve;
  if (!traits) throw new Error('bending is taken as a curve');

  it('of any rows are a curve of all their samples, or faults with their lines', () => {
    const field = fc.oneof(
      fc.integer({ min: -90, max: 90 }).map(String),
      fc.constantFrom('', 'x', '1e3', '1,5', 'NaN', '−3'),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(
          ['time_s', 'angle_deg', 'moment_nm'],
          ['angle_rad', 'moment_nmm'],
          ['angle_deg', 'angle_rad', 'moment_nm'],
          ['angle_deg'],
          ['displacement_mm', 'force_n'],
          [],
        ),
        fc.array(fc.array(field, { maxLength: 4 }), { maxLength: 12 }),
        fc.boolean(),
        (header, rows, comma) => {
          const reader = curveReader(traits);
          reader.push(1, [...header], comma);
          for (const [at, row] of rows.entries()) reader.push(at + 2, row, comma);
          const read = reader.end();
          if (read.ok) {
            expect(read.value.curve.x).toHaveLength(rows.length);
            expect([...read.value.curve.x, ...read.value.curve.y].every(Number.isFinite)).toBe(
              true,
            );
            return;
          }
          expect(read.count).toBeGreaterThanOrEqual(read.faults.length);
          expect(read.faults.length).toBeGreaterThan(0);
          for (const { line, message } of read.faults) {
            expect(line).toBeGreaterThanOrEqual(1);
            expect(line).toBeLessThanOrEqual(rows.length + 1);
            expect(message).not.toBe('');
          }
        },
      ),
    );
  });
});

describe('what no shoe can have', () => {
  const insole = describeQuantity('heel-insole');
  const flare = describeQuantity('flare-medial');
  it.each([
    ['-3.3', insole, 'nothing below zero'],
    ['0', insole, 'cannot be 0'],
    ['0.0', describeQuantity('heel-stack'), 'cannot be 0'],
    ['361 cm', insole, 'more than ten times what shoes have'],
    ['-400', flare, 'more than ten times'],
  ])('%s is refused, and told why', (text, definition, words) => {
    const read = readTypedReading(text, definition, 'mm');
    expect(read.ok).toBe(false);
    expect(!read.ok && read.fault.message).toContain(words);
  });
  it.each([
    ['0', flare],
    ['0.1', insole],
    ['80', insole],
    ['-9', flare],
  ])('%s may be odd, and is read', (text, definition) => {
    expect(readTypedReading(text, definition, 'mm').ok).toBe(true);
  });
});
