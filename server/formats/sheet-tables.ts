/** The figures of a sheet as tables: CSV, a workbook, and JSON by the published schema. */
import Papa from 'papaparse';
import type { SheetData } from '#core/sheet/sheet-data.ts';
import { guardFormula } from './guarded-text.ts';
import { writeWorkbook } from './workbook.ts';

/** Which revision a file is of. */
export interface IssuedHead {
  revision: number;
  issuedAt: string;
  issuedBy: string;
  hash: string;
}

const HEADS = [
  'edition',
  'label',
  'quantity',
  'name',
  'section',
  'basis',
  'value',
  'U',
  'U of one pair',
  'u',
  'degrees of freedom',
  'unit',
  'pairs',
  'readings',
  'speaks for the model',
  'provenance',
  'carried',
  'conversions',
  'doubts',
  'claims',
  'reported',
] as const;

type Cell = string | number | boolean | null;

const editionOf = ({ edition: { maker, model, name } }: SheetData): string =>
  [maker, model, name].filter(Boolean).join(' ');

/** A row a figure, canonical units; numbers stay numbers. */
function rowsOf(data: SheetData): Cell[][] {
  const edition = editionOf(data);
  return data.figures.map((figure) => [
    edition,
    data.label,
    figure.quantity,
    figure.name,
    figure.section,
    figure.basis,
    figure.value,
    figure.U,
    figure.pairU,
    figure.u,
    figure.df,
    figure.unit,
    figure.pairs,
    figure.readings,
    figure.speaksForEdition,
    figure.provenance,
    figure.carried,
    figure.conversions.join('; '),
    figure.doubts.join('; '),
    figure.claims.map(({ typed, verdict }) => `${typed}: ${verdict}`).join('; '),
    figure.reported.map(({ typed, source }) => `${typed}, ${source}`).join('; '),
  ]);
}

const guarded = (cell: Cell): Cell => (typeof cell === 'string' ? guardFormula(cell) : cell);

/** Texts that a spreadsheet would run are guarded. */
export function writeSheetCsv(data: SheetData): string {
  return `${Papa.unparse({ fields: [...HEADS], data: rowsOf(data).map((row) => row.map(guarded)) }, { newline: '\r\n' })}\r\n`;
}

/** What is behind the figures: readings, pairs, gauges. */
function provenanceRows(data: SheetData, head: IssuedHead): Cell[][] {
  return [
    ['schema', data.schema],
    ['revision', head.revision],
    ['issued', head.issuedAt],
    ['signed', head.issuedBy],
    ['SHA-256', head.hash],
    ['measured until', data.measuredUntil],
    ...data.pairs.map(({ tag, words }): Cell[] => ['pair', tag, words]),
    ...data.instruments.map((name): Cell[] => ['gauge', name]),
    ...data.protocols.map((name): Cell[] => ['protocol', name]),
    ...data.studies.map((name): Cell[] => ['gauge study', name]),
    ...Object.entries(data.words).map(([part, words]): Cell[] => ['words', part, words]),
    ...data.figures.flatMap(({ name, taken }) =>
      taken.map(({ id, words }): Cell[] => ['reading', name, words, id]),
    ),
  ];
}

/** A workbook with typed cells: the figures, and a sheet of provenance. */
export const writeSheetWorkbook = (data: SheetData, head: IssuedHead): Promise<Buffer> =>
  writeWorkbook([
    {
      name: 'Figures',
      rows: [[...HEADS], ...rowsOf(data)],
      hasHeads: true,
      widths: HEADS.map((header) => (header === 'basis' || header === 'name' ? 32 : 14)),
    },
    {
      name: 'One row',
      rows: [
        ['edition', ...data.figures.map(({ name, basis, unit }) => `${name}, ${basis}, ${unit}`)],
        [editionOf(data), ...data.figures.map(({ value }) => value)],
        ['± in 95 of 100 cases', ...data.figures.map(({ U }) => U)],
      ],
      hasHeads: true,
    },
    { name: 'Provenance', rows: provenanceRows(data, head), widths: [18, 28, 60, 40] },
  ]);

/** By the schema in `docs/schema/sheet-1.json`. */
export const writeSheetJson = (data: SheetData, head: IssuedHead): string =>
  `${JSON.stringify({ ...data, issued: head }, null, 2)}\n`;
