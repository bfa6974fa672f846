/** The file of outings: its columns, and what each row stands for. */
import Papa from 'papaparse';
import { v7 as newId } from 'uuid';
import type { DelimitedRow } from '#contract/delimited-rows.ts';
import { outingFields } from '#contract/wear-records.ts';
import { type Dialect, type LineFault, readPlainNumber } from '#core/sizing/delimited.ts';
import type { OutingFields } from '../outings.ts';
import { schemaFaults } from '../problems.ts';
import type { StoredOuting } from '../store/wear.ts';
import { guardFormula, unguarded } from './guarded-text.ts';

export const OUTINGS_HEADER = [
  'pair',
  'tester',
  'on',
  'distance',
  'minutes',
  'surfaces',
  'ground',
  'activity',
  'effort',
  'temperature_c',
  'comfort',
  'ratings',
  'began_at',
  'faults',
  'note',
] as const;
type Column = (typeof OUTINGS_HEADER)[number];

/** Columns that a file must have; the others may be left out. */
const NEEDED: readonly Column[] = ['pair', 'tester', 'on', 'distance'];

/** Where a fault of a field of an outing stands in the file. */
const COLUMN_OF: Readonly<Record<string, Column>> = {
  typed: 'distance',
  wet: 'ground',
  temperature: 'temperature_c',
  beganAt: 'began_at',
};
export const columnOf = (field: string): string => {
  const [head = ''] = field.split('.');
  return COLUMN_OF[head] ?? head;
};

export interface FileOuting {
  line: number;
  tag: string;
  fields: OutingFields;
}

export type OutingColumns = ReadonlyMap<Column, number>;

/** The columns of a header, in any order and case. */
export function readOutingsHeader({ line, fields }: DelimitedRow): OutingColumns | LineFault[] {
  const names = fields.map((name) =>
    name
      .replace(/^\ufeff/, '')
      .trim()
      .toLowerCase(),
  );
  const known = OUTINGS_HEADER.filter((column) => names.includes(column));
  const strange = names.filter((name) => !(OUTINGS_HEADER as readonly string[]).includes(name));
  const faults = [
    ...NEEDED.filter((column) => !known.includes(column)).map((column) => ({
      line,
      column,
      message: `The column ${column} is missing. The header is ${OUTINGS_HEADER.join(',')}.`,
    })),
    ...strange.map((name) => ({
      line,
      column: name.slice(0, 40),
      message: `No column is called ${name.slice(0, 40) || 'nothing'}.`,
    })),
  ];
  return faults.length > 0
    ? faults
    : new Map(known.map((column) => [column, names.indexOf(column)]));
}

/** Faults as they are written: `rubs at the heel from 3 km; lining torn`. */
function readFaults(text: string): { what: string; atKm: number | null }[] {
  return text
    .split(';')
    .map((one) => one.trim())
    .filter(Boolean)
    .map((one) => {
      const [, what = one, km] = /^(.*?)(?: from (\d+(?:\.\d+)?) km)?$/.exec(one) ?? [];
      return { what, atKm: km === undefined ? null : Number(km) };
    });
}

const writeFaults = (faults: OutingFields['faults']): string =>
  faults.map(({ what, atKm }) => (atKm === null ? what : `${what} from ${atKm} km`)).join('; ');

/** Ratings as they are written: `cushioning 7; ground feel 5`. */
const readRatings = (text: string): Record<string, number> =>
  Object.fromEntries(
    text
      .split(';')
      .map((one) => one.trim())
      .filter(Boolean)
      .map((one) => {
        const [, name = one, value = ''] = /^(.*?) (\S+)$/.exec(one) ?? [];
        return [name, /^\d{1,2}$/.test(value) ? Number(value) : Number.NaN];
      }),
  );

/** Reads a row; its distance is a number of km, or written with its unit. */
export function readOutingRow(
  { line, fields }: DelimitedRow,
  columns: OutingColumns,
  { decimalComma }: Dialect,
): FileOuting | LineFault[] {
  const text = (column: Column) => unguarded((fields[columns.get(column) ?? -1] ?? '').trim());
  const faults: LineFault[] = [];
  const number = (column: Column) => {
    const written = text(column);
    if (written === '') return null;
    const value = readPlainNumber(written, decimalComma);
    if (value === undefined) faults.push({ line, column, message: `“${written}” is no number.` });
    return value ?? null;
  };
  const said = outingFields.safeParse({
    id: newId(),
    tester: text('tester'),
    on: text('on'),
    typed: decimalComma ? text('distance').replace(',', '.') : text('distance'),
    minutes: number('minutes'),
    surfaces: text('surfaces')
      .split(/[\s;+]+/)
      .filter(Boolean),
    wet: text('ground'),
    activity: text('activity'),
    effort: text('effort'),
    temperature: number('temperature_c'),
    comfort: number('comfort'),
    ratings: readRatings(text('ratings')),
    beganAt: text('began_at') || null,
    faults: readFaults(text('faults')),
    note: text('note'),
  });
  if (!said.success)
    for (const { field, message } of schemaFaults(said.error))
      faults.push({ line, column: columnOf(field), message });
  const tag = text('pair').toUpperCase();
  if (tag === '') faults.push({ line, column: 'pair', message: 'The tag of the pair is missing.' });
  return faults.length > 0 || !said.success ? faults : { line, tag, fields: said.data };
}

/** Rows of the file, without the header. */
export const writeOutings = (rows: readonly (StoredOuting & { tag: string })[]): string =>
  `${Papa.unparse(
    rows.map((row) => [
      row.tag,
      guardFormula(row.tester),
      row.on,
      // What was typed may stand for a distance: what it came to reads back as the same.
      `${row.km.toFixed(3).replace(/\.?0+$/, '')} km`,
      row.minutes ?? '',
      row.surfaces.join(' '),
      row.wet,
      guardFormula(row.activity),
      row.effort,
      row.temperature ?? '',
      row.comfort ?? '',
      Object.entries(row.ratings)
        .map(([name, value]) => `${name} ${value}`)
        .join('; '),
      row.beganAt ?? '',
      guardFormula(writeFaults(row.faults)),
      guardFormula(row.note),
    ]),
    { newline: '\n' },
  )}\n`;
