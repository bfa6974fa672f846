/** The lines of gauges and the rows of files: read back as written, and never a throw on any text. */

import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { dialectOf, readPlainNumber } from '#core/sizing/delimited.ts';
import { DelimitedFault, splitRows } from './delimited-rows.ts';
import {
  type GaugeLine,
  readGaugeCommand,
  readGaugeLine,
  writeGaugeCommand,
  writeGaugeLine,
} from './gauge-lines.ts';

describe('a line of a gauge', () => {
  it.each<GaugeLine>([
    {
      kind: 'reading',
      instrument: 'Needle gauge',
      quantity: 'heel-stack',
      value: 31.2,
      unit: 'mm',
      stable: true,
    },
    { kind: 'reading', instrument: 'Scale', quantity: '-', value: -0.5, unit: 'g', stable: false },
    {
      kind: 'sample',
      instrument: 'Bend fixture',
      quantity: 'bend-toe-up',
      seconds: 1.25,
      x: 12.31,
      xUnit: '°',
      y: 1.52,
      yUnit: 'N·m',
    },
    { kind: 'end', instrument: 'Bend fixture', quantity: 'bend-toe-up' },
  ])('is read back as it was written: $kind', (line) => {
    expect(readGaugeLine(writeGaugeLine(line))).toEqual(line);
  });
  it.each(['', '  ', '# warming up'])('%j says nothing', (text) =>
    expect(readGaugeLine(text)).toBeUndefined(),
  );
  it.each([
    'Scale, mass, heavy, g, stable',
    'Scale, mass, 312, g, perhaps',
    'Scale, mass, 312, g',
    'Scale',
    'Scale, mass, , g, stable',
    'Bend fixture, bend-toe-up, sample, 1, x, °, 1, N·m',
    'x'.repeat(500),
  ])('%j is a fault, in words', (text) =>
    expect(readGaugeLine(text)).toMatchObject({ kind: 'fault', message: expect.any(String) }),
  );
  it('never throws, whatever a line holds', () => {
    fc.assert(fc.property(fc.string({ maxLength: 300 }), (text) => void readGaugeLine(text)));
  });
  it('and what a gauge is told is read back too', () => {
    const held = { tag: 'NS-03', side: 'left', quantity: 'heel-stack', basis: 'in-shoe-in' };
    for (const command of [
      { kind: 'place' as const, ...held },
      { kind: 'run' as const, ...held },
      { kind: 'drop' as const, seconds: 3 },
    ])
      expect(readGaugeCommand(writeGaugeCommand(command).trim())).toEqual(command);
    expect(readGaugeCommand('sing, loudly')).toBeUndefined();
  });
});

/** Rows of a text that arrives in pieces of a length. */
function rowsOf(text: string, piece: number): { line: number; fields: string[] }[] {
  const splitter = splitRows();
  const rows = [];
  for (let at = 0; at < text.length; at += piece)
    rows.push(...splitter.push(text.slice(at, at + piece)));
  return [...rows, ...splitter.end()];
}

describe('rows of a delimited file', () => {
  it('stand on the lines that an editor shows, empty lines counted', () => {
    expect(rowsOf('a,b\r\n\r\n1,2\n3,"4\n5"\n6,7', 3)).toEqual([
      { line: 1, fields: ['a', 'b'] },
      { line: 3, fields: ['1', '2'] },
      { line: 4, fields: ['3', '4\n5'] },
      { line: 6, fields: ['6', '7'] },
    ]);
  });
  it('are the same however the text is cut', () => {
    const cell = fc.string({
      unit: fc.constantFrom('a', '1', ' ', ',', '"', '\n', 'é', '.'),
      maxLength: 6,
    });
    const row = fc.tuple(cell, cell, cell).filter(([first]) => first !== '');
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 1, max: 40 }),
        (rows, piece) => {
          // Written by another library than reads it.
          const text = `${Papa.unparse([['x', 'y', 'z'], ...rows], { newline: '\n' })}\n`;
          expect(
            rowsOf(text, piece)
              .slice(1)
              .map(({ fields }) => fields),
          ).toEqual(rows);
        },
      ),
      { numRuns: 200 },
    );
  });
  it('know their dialect from the header', () => {
    expect(dialectOf('pair;side')).toEqual({ delimiter: ';', decimalComma: true });
    expect(dialectOf('pair,side')).toEqual({ delimiter: ',', decimalComma: false });
    expect(dialectOf('pair\tside')).toEqual({ delimiter: '\t', decimalComma: true });
  });
  it('say where a quotation mark is not closed', () => {
    expect(() => rowsOf('a,b\n1,"2\n3,4\n', 100)).toThrow(DelimitedFault);
  });
});

describe('a plain number of a file', () => {
  it.each([
    ['31.2', false, 31.2],
    ['31,2', true, 31.2],
    [' -0.5 ', false, -0.5],
    ['\u22123', false, -3],
    ['1e3', false, 1000],
    ['.5', false, 0.5],
  ])('%j is read', (text, comma, value) => expect(readPlainNumber(text, comma)).toBe(value));
  it.each(['31,2', '', '1.2.3', '0x10', 'Infinity', '1 000', '31 mm', 'NaN'])(
    '%j is not, with a comma between columns',
    (text) => expect(readPlainNumber(text, false)).toBeUndefined(),
  );
});
