/** Tables of others: heads, units, days and cells, by hand. */
import { describe, expect, it } from 'vitest';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import {
  dataLines,
  guessKind,
  guessMapping,
  headsOf,
  partHead,
  readDay,
  readTable,
} from './table-columns.ts';
import { TABLE_KINDS } from './table-kinds.ts';

const fieldsOf = (grid: string[][], kind: (typeof TABLE_KINDS)[number]) =>
  guessMapping(grid, kind, QUANTITIES).columns.map(({ field, unit }) =>
    [field, unit].filter(Boolean).join(' '),
  );

describe('a head', () => {
  it('is parted from its unit, however that is written', () => {
    expect(partHead('Weight (g)')).toEqual({ name: 'weight', unit: 'g' });
    expect(partHead('Heel stack [mm]')).toEqual({ name: 'heel stack', unit: 'mm' });
    expect(partHead('drop, mm')).toEqual({ name: 'drop', unit: 'mm' });
    expect(partHead('mass_oz')).toEqual({ name: 'mass', unit: 'oz' });
    expect(partHead('Made in')).toEqual({ name: 'made in', unit: '' });
    expect(partHead('Price (as paid)')).toEqual({ name: 'price as paid', unit: '' });
  });
  it('is told in other words than the bench uses', () => {
    const grid = [['Brand', 'Shoe', 'Weight (oz)', 'Stack heel (mm)', 'Offset', 'Colour of laces']];
    expect(fieldsOf(grid, 'claims')).toEqual([
      'maker',
      'model',
      'figure:mass oz',
      'figure:heel-stack mm',
      'figure:drop',
      '',
    ]);
  });
  it('may stand below a title, and over two lines with merged cells', () => {
    const grid = [
      ['Spring list', '', '', '', ''],
      [],
      ['Brand', 'Model', 'Stack height', '', 'Source'],
      ['', '', 'Heel (mm)', 'Forefoot (mm)', ''],
      ['Norrolt', 'Stairwell', '31', '24', 'letter'],
    ];
    const mapping = guessMapping(grid, 'claims', QUANTITIES);
    expect([mapping.headAt, mapping.headLines]).toEqual([3, 2]);
    expect(headsOf(grid, 3, 2)).toEqual([
      'Brand',
      'Model',
      'Stack height Heel (mm)',
      'Stack height Forefoot (mm)',
      'Source',
    ]);
    expect(mapping.columns.map(({ field }) => field)).toEqual([
      'maker',
      'model',
      'figure:heel-stack',
      'figure:forefoot-stack',
      'source',
    ]);
    expect(dataLines(grid, mapping).map(({ line }) => line)).toEqual([5]);
  });
  it('tells what the table is about', () => {
    const of = (...heads: string[]) => guessKind([heads], TABLE_KINDS, QUANTITIES);
    expect(of('Tag', 'Brand', 'Model', 'Size', 'Date received', 'Price paid')).toBe('pairs');
    expect(of('Pair', 'Who', 'Date', 'Distance', 'Surface')).toBe('outings');
    expect(of('Brand', 'Model', 'Weight (g)', 'Category')).toBe('editions');
  });
});

describe('a day', () => {
  it('is read as it is written in tables, and asked about where it may be two', () => {
    expect(readDay('2026-03-14', '')).toEqual({ day: '2026-03-14' });
    expect(readDay('2026-03-14T00:00:00.000Z', '')).toEqual({ day: '2026-03-14' });
    expect(readDay('14.3.2026', '')).toEqual({ day: '2026-03-14' });
    expect(readDay('3/14/2026', '')).toEqual({ day: '2026-03-14' });
    expect(readDay('03/04/2026', 'day first')).toEqual({ day: '2026-04-03' });
    expect(readDay('03/04/2026', 'month first')).toEqual({ day: '2026-03-04' });
    expect(readDay('03/04/2026', '')).toEqual({
      fault: '“03/04/2026” may be two days: say whether the day or the month comes first.',
    });
    expect(readDay('30.2.2026', '')).toEqual({ fault: '“30.2.2026” is no day.' });
    // By hand: day 46,095 of workbooks is 14 March 2026 (25,569 is 1 January 1970).
    expect(readDay('46095', '')).toEqual({ day: '2026-03-14' });
    expect(readDay('soon', '')).toEqual({ fault: '“soon” is no day; 2026-03-14 would be one.' });
  });
  it('tells by one of them in which order the others are', () => {
    const grid = [
      ['Pair', 'Who', 'Date', 'Km'],
      ['NS-01', 'T1', '3/4/2026', '5'],
      ['NS-01', 'T1', '3/25/2026', '5'],
    ];
    expect(guessMapping(grid, 'outings', QUANTITIES).dates).toBe('month first');
  });
});

describe('a line', () => {
  it('has figures in the unit of their column, or in their own', () => {
    const grid = [
      ['Brand', 'Model', 'Weight (g)', 'Heel (mm)', 'Drop'],
      ['Norrolt', 'Stairwell', '304', '10.9 oz', 'n/a'],
      ['Norrolt', 'Kerb', '310,5', '-', '8 mm'],
    ];
    const mapping = guessMapping(grid, 'claims', QUANTITIES);
    const [first, second] = readTable(grid, mapping);
    expect(first?.figures).toEqual([
      { quantity: 'mass', typed: '304 g' },
      { quantity: 'heel-stack', typed: '10.9 oz' },
    ]);
    expect(second?.figures).toEqual([
      { quantity: 'mass', typed: '310.5 g' },
      { quantity: 'drop', typed: '8 mm' },
    ]);
  });
  it('is asked about where a comma may part thousands or a fraction', () => {
    const grid = [
      ['Brand', 'Model', 'Weight (g)'],
      ['Norrolt', 'Frost', '1,234'],
      ['Norrolt', 'Kerb', '310,5'],
    ];
    const [odd, plain] = readTable(grid, guessMapping(grid, 'claims', QUANTITIES));
    expect(odd?.figures).toEqual([]);
    expect(odd?.faults).toEqual([
      { column: 'Weight (g)', message: '“1,234” may be two numbers: write 1234 or 1.234.' },
    ]);
    expect(plain?.figures).toEqual([{ quantity: 'mass', typed: '310.5 g' }]);
  });
  it('says what it lacks and what its workbook broke', () => {
    const grid = [
      ['Brand', 'Model', 'Weight (g)'],
      ['Norrolt', '', '#REF!'],
    ];
    const [line] = readTable(grid, guessMapping(grid, 'claims', QUANTITIES));
    expect(line?.faults).toEqual([
      { column: 'Weight (g)', message: 'The cell is a fault of its workbook: #REF!.' },
      { column: 'Model', message: 'Model is missing.' },
    ]);
  });
});
