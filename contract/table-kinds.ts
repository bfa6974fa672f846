/** Tables of others: what each kind of table is about, and the columns that it may have. */
import { z } from 'zod';

export const TABLE_KINDS = ['editions', 'claims', 'reported', 'pairs', 'outings'] as const;
export type TableKind = (typeof TABLE_KINDS)[number];

export interface TableField {
  name: string;
  /** As a person reads it. */
  label: string;
  /** Other names for it, in lower case. */
  also: readonly string[];
  needed?: true;
  reads: 'text' | 'day' | 'number';
}

const NAMES: readonly TableField[] = [
  {
    name: 'maker',
    label: 'Maker',
    also: ['brand', 'manufacturer', 'make', 'company'],
    needed: true,
    reads: 'text',
  },
  {
    name: 'model',
    label: 'Model',
    also: ['shoe', 'name', 'product', 'style', 'shoe model'],
    needed: true,
    reads: 'text',
  },
  {
    name: 'edition',
    label: 'Edition',
    also: ['version', 'build', 'variant', 'generation'],
    reads: 'text',
  },
];
const SIZE: TableField = {
  name: 'size',
  label: 'Size',
  also: ['label', 'sample size', 'size label', 'shoe size'],
  reads: 'text',
};
const SOURCE: TableField = {
  name: 'source',
  label: 'Source',
  also: ['where', 'from', 'reference', 'url', 'page', 'publication'],
  reads: 'text',
};
const NOTE: TableField = {
  name: 'note',
  label: 'Note',
  also: ['notes', 'remark', 'remarks', 'comment', 'comments'],
  reads: 'text',
};

export const TABLE_FIELDS: Record<TableKind, readonly TableField[]> = {
  editions: [
    ...NAMES,
    { name: 'use', label: 'Use', also: ['uses', 'category', 'type', 'activity'], reads: 'text' },
    { name: 'colours', label: 'Colours', also: ['colour', 'color', 'colors'], reads: 'text' },
    { name: 'widths', label: 'Widths', also: ['width'], reads: 'text' },
    SIZE,
    SOURCE,
  ],
  claims: [
    ...NAMES,
    SIZE,
    {
      name: 'said',
      label: 'Claims in words',
      also: ['claim', 'claims', 'specs', 'specification', 'text'],
      reads: 'text',
    },
    SOURCE,
  ],
  reported: [
    ...NAMES,
    SIZE,
    { ...SOURCE, also: [...SOURCE.also, 'reviewer', 'measured by', 'author'], needed: true },
    { name: 'dated', label: 'Dated', also: ['date', 'published', 'measured on'], reads: 'day' },
    { name: 'basis', label: 'How it was measured', also: ['method', 'conditions'], reads: 'text' },
  ],
  pairs: [
    {
      name: 'tag',
      label: 'Tag',
      also: ['pair', 'id', 'code', 'no', 'number', 'inventory'],
      reads: 'text',
    },
    ...NAMES,
    { ...SIZE, needed: true },
    { name: 'width', label: 'Width', also: ['fit width'], reads: 'text' },
    { name: 'colour', label: 'Colour', also: ['color', 'colourway'], reads: 'text' },
    {
      name: 'came',
      label: 'How it came',
      also: ['acquisition', 'acquired', 'bought or loaned', 'origin', 'how'],
      reads: 'text',
    },
    { name: 'from', label: 'From', also: ['shop', 'lender', 'store', 'supplier'], reads: 'text' },
    {
      name: 'received',
      label: 'Received on',
      also: ['received', 'date', 'arrived', 'arrival', 'date received'],
      needed: true,
      reads: 'day',
    },
    { name: 'paid', label: 'Paid', also: ['price', 'price paid', 'cost'], reads: 'number' },
    {
      name: 'list',
      label: 'List price',
      also: ['msrp', 'rrp', 'retail price', 'price list'],
      reads: 'number',
    },
    { name: 'currency', label: 'Currency', also: [], reads: 'text' },
    { name: 'worn', label: 'Worn, km', also: ['distance', 'km', 'kilometres'], reads: 'number' },
    NOTE,
  ],
  outings: [
    {
      name: 'pair',
      label: 'Pair (tag)',
      also: ['tag', 'shoe', 'shoes', 'pair tag'],
      needed: true,
      reads: 'text',
    },
    {
      name: 'tester',
      label: 'Tester (code)',
      also: ['who', 'runner', 'wearer', 'person', 'code'],
      needed: true,
      reads: 'text',
    },
    { name: 'on', label: 'Day', also: ['date', 'day', 'when'], needed: true, reads: 'day' },
    {
      name: 'distance',
      label: 'Distance',
      also: ['km', 'miles', 'length', 'dist'],
      needed: true,
      reads: 'text',
    },
    { name: 'minutes', label: 'Minutes', also: ['duration', 'time', 'min'], reads: 'number' },
    { name: 'surfaces', label: 'Surfaces', also: ['surface', 'terrain'], reads: 'text' },
    { name: 'ground', label: 'Dry, wet or ice', also: ['wet', 'conditions'], reads: 'text' },
    { name: 'activity', label: 'Activity', also: ['sport', 'type'], reads: 'text' },
    { name: 'effort', label: 'Effort', also: ['intensity'], reads: 'text' },
    {
      name: 'temperature',
      label: 'Temperature, °C',
      also: ['temp', 'temperature_c', 'weather'],
      reads: 'number',
    },
    { name: 'comfort', label: 'Comfort, 0 to 10', also: ['rating'], reads: 'number' },
    NOTE,
  ],
};

/** Kinds of table whose columns may also be figures, such as `heel (mm)`. */
export const HAVE_FIGURES: readonly TableKind[] = ['editions', 'claims', 'reported'];

/** A column that is a figure goes by `figure:<quantity>`. */
export const FIGURE = 'figure:';

const column = z.object({
  field: z.string().max(80).describe('a field of the kind, figure:<quantity>, or empty: left out'),
  unit: z.string().max(20).describe('of a figure or a distance that stands alone; empty: none'),
});

export const DATE_ORDERS = ['', 'day first', 'month first'] as const;

/** How a table is read: which of its lines are heads, and what each column is. */
export const tableMapping = z.object({
  kind: z.enum(TABLE_KINDS),
  headAt: z.number().int().min(1).max(50).describe('the line of the head, from 1'),
  headLines: z.number().int().min(1).max(2).describe('how many lines the head takes'),
  columns: z.array(column).max(200),
  dates: z.enum(DATE_ORDERS).describe('what comes first in 03/04/2026; empty: not said'),
});

export type TableMapping = z.infer<typeof tableMapping>;
export type TableColumn = z.infer<typeof column>;

export const tableLook = z.object({
  id: z.string(),
  name: z.string(),
  lines: z.number().int(),
  sheets: z.array(z.string()).describe('of a workbook; the first is read unless another is named'),
  sheet: z.string(),
  heads: z.array(z.string()),
  first: z.array(z.array(z.string())).describe('the first lines as they stand'),
  mapping: tableMapping,
  remembered: z.boolean().describe('a table of these heads was taken before'),
});

export type TableLook = z.infer<typeof tableLook>;

export const tableLine = z.object({
  line: z.number().int(),
  state: z.enum(['new', 'there', 'fault']),
  words: z.string(),
});

/** What a table would do, or did, line by line. */
export const tableReport = z.object({
  lines: z.array(tableLine).describe('the first of them; faults before others'),
  fresh: z.number().int(),
  there: z.number().int(),
  faults: z.number().int(),
  heads: z.array(z.string()),
  missing: z.array(z.string()).describe('what the kind needs and no column is'),
});

export type TableReport = z.infer<typeof tableReport>;
