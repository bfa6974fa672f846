/** Rows of a file of readings, one by one: what is taken, what is refused and in which words. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { TOOL_DEFAULTS, TOOL_NAMES } from '#core/catalogue/tools.ts';
import type { LineFault } from '#core/sizing/delimited.ts';
import {
  type FileReading,
  READINGS_HEADER,
  readingsReader,
  readReadingsHeader,
} from './readings-file.ts';

const KNOWN = {
  pairs: new Map([
    ['ns-01', { id: 'pair-1', shoes: 'both' }],
    ['ns-02', { id: 'pair-2', shoes: 'left only' }],
  ]),
  protocols: new Map([['full bench', 'protocol-1']]),
  instruments: new Map(
    TOOL_NAMES.map((kind) => {
      const { name, unit } = TOOL_DEFAULTS[kind];
      return [name.toLowerCase(), { id: `our ${kind}`, name, kind, unit }];
    }),
  ),
  until: '2028-12-01T00:00:00.000Z',
  catalogue: QUANTITIES,
};

type Row = Partial<Record<(typeof READINGS_HEADER)[number], string>>;

const SOUND: Required<Row> = {
  pair: 'NS-01',
  side: 'left',
  quantity: 'heel-stack',
  trial: '1',
  value: '31.2',
  unit: 'mm',
  protocol: 'Full bench',
  operator: 'B1',
  instrument: 'Needle gauge',
  measured_at: '2026-02-28T09:00:00Z',
  temperature_c: '22.6',
  humidity_pct: '48',
  note: '',
};

function read(
  row: Row,
  decimalComma = false,
): { reading?: FileReading | undefined; faults: LineFault[] } {
  const faults: LineFault[] = [];
  const columns = readReadingsHeader([...READINGS_HEADER]);
  if (!(columns instanceof Map)) throw new Error('the header is its own');
  const reader = readingsReader(KNOWN, columns, decimalComma, (fault) => faults.push(fault));
  const whole = { ...SOUND, ...row };
  return {
    reading: reader(
      7,
      READINGS_HEADER.map((column) => whole[column]),
    ),
    faults,
  };
}

describe('a sound row', () => {
  it('names pair, protocol and instrument whatever the case, and keeps what was typed', () => {
    const { reading, faults } = read({ pair: ' ns-01 ', side: 'LEFT', protocol: 'full BENCH' });
    expect(faults).toEqual([]);
    expect(reading).toMatchObject({
      line: 7,
      pairId: 'pair-1',
      protocolId: 'protocol-1',
      instrumentId: 'our needle gauge',
      side: 'left',
      typed: '31.2',
      unit: 'mm',
      value: 31.2,
      takenAt: '2026-02-28T09:00:00.000Z',
      temperatureC: 22.6,
    });
  });
  it.each<[Row, number]>([
    [{ value: '1.25', unit: 'in' }, 31.75],
    [{ quantity: 'mass', value: '11.3', unit: 'oz', instrument: 'Scale' }, 320.3496113625],
    [
      {
        quantity: 'bend-toe-up',
        value: '11.45916',
        unit: 'N·m/rad',
        instrument: 'Bend fixture',
      },
      0.2000000714,
    ],
    [{ quantity: 'outsole-hardness', value: '62', unit: 'A', instrument: 'Durometer A' }, 62],
    [{ quantity: 'flex-line', value: '69', unit: '%', instrument: 'Ruler' }, 69],
    [{ quantity: 'bend-front-hand', value: '3', unit: 'grade', instrument: 'Hand' }, 3],
  ])('%o stands for %d', (row, value) => expect(read(row).reading?.value).toBeCloseTo(value, 6));
  it.each([
    ['2026-02-28T09:00:00.250Z', '2026-02-28T09:00:00.250Z'],
    ['2026-02-28T10:30+01:30', '2026-02-28T09:00:00.000Z'],
    ['2026-02-28T23:30:00-02:00', '2026-03-01T01:30:00.000Z'],
    ['2028-02-29T09:00:00Z', '2028-02-29T09:00:00.000Z'],
  ])('the time %s is kept as %s', (measured_at, kept) =>
    expect(read({ measured_at }).reading?.takenAt).toBe(kept),
  );
  it('may leave room, operator and note empty', () => {
    const { reading } = read({ temperature_c: '', humidity_pct: '', operator: '', note: '' });
    expect(reading).toMatchObject({ temperatureC: null, humidityPct: null, operator: '' });
  });
  it('is called odd where no shoe has its value, and is taken all the same', () => {
    expect(read({ value: '312' }).reading?.odd).toContain('outside what shoes measure');
    expect(read({}).reading?.odd).toBeUndefined();
  });
});

describe('a row that is refused', () => {
  it.each<[Row, string, string]>([
    [{ pair: 'NS-99' }, 'pair', 'Receive it first'],
    [{ side: 'both' }, 'side', 'write left or right'],
    [{ pair: 'NS-02', side: 'right' }, 'side', 'has its left shoe only'],
    [{ quantity: 'Heel stack' }, 'quantity', 'names are as in heel-stack'],
    [{ quantity: 'drop' }, 'quantity', 'give heel-stack and forefoot-stack'],
    [{ trial: '0' }, 'trial', 'counts from 1'],
    [{ trial: '1.5' }, 'trial', 'counts from 1'],
    [{ value: '' }, 'value', 'is no number'],
    [{ value: '31,2' }, 'value', 'write it as 31.2'],
    [{ value: '31.2 mm' }, 'value', 'is no number'],
    [{ unit: 'kg' }, 'unit', 'unit of mass'],
    [{ unit: '' }, 'unit', ''],
    [{ quantity: 'outsole-hardness', value: '55', unit: 'C' }, 'unit', 'for foam'],
    [{ quantity: 'bend-front-hand', value: '2.5', unit: 'grade' }, 'value', 'whole grade'],
    [{ protocol: 'Half bench' }, 'protocol', 'known are full bench'],
    [{ operator: 'somebody with a long name' }, 'operator', 'short code'],
    [{ instrument: 'Rule' }, 'instrument', 'known are ruler; caliper; needle gauge'],
    [{ measured_at: '2026-02-28 09:00' }, 'measured_at', 'with its zone'],
    [{ measured_at: '2026-02-30T09:00:00Z' }, 'measured_at', 'is no time'],
    [{ measured_at: '2026-04-31T09:00:00+02:00' }, 'measured_at', 'is no time'],
    [{ measured_at: '2027-02-29T09:00:00Z' }, 'measured_at', 'is no time'],
    [{ measured_at: '2026-02-28T25:00:00Z' }, 'measured_at', 'is no time'],
    [{ temperature_c: 'warm' }, 'temperature_c', 'is no temperature'],
    [{ temperature_c: '400' }, 'temperature_c', 'is no temperature'],
    [{ humidity_pct: '-1' }, 'humidity_pct', 'is no humidity'],
    [{ note: 'x'.repeat(501) }, 'note', '500 at most'],
  ])('%o: column %s, “%s”', (row, column, says) => {
    const { reading, faults } = read(row);
    expect(reading).toBeUndefined();
    expect(faults).toContainEqual({ line: 7, column, message: expect.stringContaining(says) });
  });
  it('is told all its faults at once', () => {
    const { faults } = read({ pair: 'X', side: 'y', value: 'z', measured_at: 'w' });
    expect(faults.map((fault) => fault.column)).toEqual(['pair', 'side', 'value', 'measured_at']);
  });
  it('is never a throw, whatever stands in it', () => {
    const cell = fc.string({ maxLength: 40 });
    const row = fc.record(Object.fromEntries(READINGS_HEADER.map((column) => [column, cell])));
    fc.assert(
      fc.property(row, (cells) => {
        const { reading, faults } = read(cells as Row);
        if (!reading) expect(faults.length).toBeGreaterThan(0);
      }),
    );
  });
});

describe('a header', () => {
  it('may have its columns in any order and case', () => {
    const columns = readReadingsHeader(
      [...READINGS_HEADER].reverse().map((name) => ` ${name.toUpperCase()} `),
    );
    expect(columns instanceof Map && columns.get('pair')).toBe(12);
  });
  it.each([
    [['pair', 'side'], 'missing: quantity, trial'],
    [[...READINGS_HEADER, 'shop'], 'unknown: shop'],
    [[...READINGS_HEADER, 'pair'], 'twice: pair'],
  ])('%j is told what is wrong', (names, says) =>
    expect(readReadingsHeader(names)).toMatchObject({
      line: 1,
      message: expect.stringContaining(says),
    }),
  );
});
