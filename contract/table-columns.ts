/** Guesses what the columns of a table are from its heads and cells, and reads its cells. */

import { CLAIMED_QUANTITIES } from '#core/catalogue/claimed-quantities.ts';
import { type Catalogue, QUANTITIES } from '#core/catalogue/quantities.ts';
import { readPlainNumber } from '#core/sizing/delimited.ts';
import { findUnit } from '#core/sizing/units.ts';
import {
  FIGURE,
  HAVE_FIGURES,
  TABLE_FIELDS,
  type TableColumn,
  type TableKind,
  type TableMapping,
} from './table-kinds.ts';

/** Cells of a table, line by line, as texts; a day of a workbook stands as 2026-03-14. */
export type Grid = readonly (readonly string[])[];

/** What tables call quantities that the catalogue calls otherwise. */
const FIGURE_NAMES: Readonly<Record<string, string>> = {
  weight: 'mass',
  mass: 'mass',
  heel: 'heel-stack',
  'heel stack': 'heel-stack',
  'heel height': 'heel-stack',
  'stack heel': 'heel-stack',
  'stack height heel': 'heel-stack',
  forefoot: 'forefoot-stack',
  'forefoot stack': 'forefoot-stack',
  'forefoot height': 'forefoot-stack',
  'stack forefoot': 'forefoot-stack',
  'stack height forefoot': 'forefoot-stack',
  midfoot: 'midfoot-stack',
  drop: 'drop',
  offset: 'drop',
  'heel to toe drop': 'drop',
  lugs: 'heel-lugs',
  'lug depth': 'heel-lugs',
};

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[_\-–/.:]+/g, ' ')
    .replace(/[^\p{L}\p{N}° ]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** A head without the unit in it: `Weight (g)`, `heel [mm]`, `drop, mm`, `mass g`. */
export function partHead(head: string): { name: string; unit: string } {
  const [, before = head, inside] = /^(.*?)[([]\s*([^)\]]+?)\s*[)\]]\s*$/.exec(head) ?? [];
  const [, front, behind] = /^(.*?)[,\s_]+([^\s,_]+)$/.exec(head.trim()) ?? [];
  if (inside !== undefined && isUnit(inside)) return { name: plain(before), unit: inside };
  if (front !== undefined && behind !== undefined && BARE_UNITS.test(behind))
    return { name: plain(front), unit: behind };
  return { name: plain(head), unit: '' };
}

const DISTANCES = ['km', 'mi', 'miles'];
/** Units that a head may end with as they are; others are words too: made in, note A. */
const BARE_UNITS = /^(?:g|kg|oz|lb|mm|cm|km|mi|miles|%|°)$/i;

const isUnit = (text: string): boolean =>
  findUnit(text) !== undefined || DISTANCES.includes(text.toLowerCase());

/** The quantities that a kind of table may state, by id. */
export const figuresOf = (kind: TableKind, catalogue: Catalogue): string[] => {
  if (!HAVE_FIGURES.includes(kind)) return [];
  return kind === 'reported' ? Object.keys(catalogue) : [...CLAIMED_QUANTITIES];
};

function figureOfHead(name: string, kind: TableKind, catalogue: Catalogue): string | undefined {
  const offered = figuresOf(kind, catalogue);
  const known = FIGURE_NAMES[name];
  if (known && offered.includes(known)) return known;
  return offered.find((id) => {
    const definition = catalogue[id as keyof Catalogue] ?? QUANTITIES[id];
    if (!definition) return false;
    return [id, definition.name, definition.short].some(
      (called) => plain(`${called ?? ''}`) === name,
    );
  });
}

/** What one head stands for; of two heads for one field the first is it. */
function columnOfHead(head: string, kind: TableKind, catalogue: Catalogue): TableColumn {
  const { name, unit } = partHead(head);
  const fields = TABLE_FIELDS[kind];
  const field =
    fields.find((one) => one.name === name || plain(one.label) === name) ??
    fields.find(({ also }) => also.includes(name));
  const figure = figureOfHead(name, kind, catalogue);
  const symbol = findUnit(unit)?.symbol ?? unit;
  if (figure && !(field && field.name === name))
    return { field: `${FIGURE}${figure}`, unit: symbol };
  if (field?.name === 'distance') {
    const said = unit || (DISTANCES.includes(name) ? name : '');
    return { field: 'distance', unit: said === 'miles' ? 'mi' : said };
  }
  return { field: field?.name ?? '', unit: '' };
}

/** The head of a table that begins at a line and takes one line or two; of two, what stands above goes before. */
export function headsOf(grid: Grid, headAt: number, headLines: number): string[] {
  const first = grid[headAt - 1] ?? [];
  if (headLines === 1) return first.map((cell) => cell.trim());
  const second = grid[headAt] ?? [];
  // A cell that was merged over several columns stands in the first of them.
  let above = '';
  return Array.from({ length: Math.max(first.length, second.length) }, (_, at) => {
    above = (first[at] ?? '').trim() || above;
    const below = (second[at] ?? '').trim();
    return below === '' || above === below ? above || below : `${above} ${below}`;
  });
}

/** A column for each head; of two heads for one field the first is it. */
export const guessColumns = (heads: readonly string[], kind: TableKind, catalogue: Catalogue) => {
  const taken = new Set<string>();
  return heads.map((head) => {
    const column = columnOfHead(head, kind, catalogue);
    if (column.field === '' || taken.has(column.field)) return { field: '', unit: '' };
    taken.add(column.field);
    return column;
  });
};

const MOST_HEAD_LINES = 10;

/**
 * Guesses how a table is to be read: the line, or two lines, of whose cells most are known heads, and a column for each.
 */
export function guessMapping(grid: Grid, kind: TableKind, catalogue: Catalogue): TableMapping {
  let best = { headAt: 1, headLines: 1, columns: [] as TableColumn[], known: -1 };
  for (let headAt = 1; headAt <= Math.min(MOST_HEAD_LINES, grid.length); headAt++) {
    if (!grid[headAt - 1]?.some((cell) => cell.trim() !== '')) continue;
    for (const headLines of [1, 2]) {
      if (headAt + headLines - 1 > grid.length) continue;
      const columns = guessColumns(headsOf(grid, headAt, headLines), kind, catalogue);
      const known = columns.filter(({ field }) => field !== '').length;
      if (known > best.known) best = { headAt, headLines, columns, known };
    }
  }
  const { headAt, headLines, columns } = best;
  const mapping: TableMapping = { kind, headAt, headLines, columns, dates: '' };
  return { ...mapping, dates: guessDates(grid, mapping) };
}

/** The kind of which most columns are known. */
export function guessKind(
  grid: Grid,
  kinds: readonly TableKind[],
  catalogue: Catalogue,
): TableKind {
  const known = (kind: TableKind) => {
    const { columns } = guessMapping(grid, kind, catalogue);
    const fields = new Set(columns.map(({ field }) => field));
    const lacking = TABLE_FIELDS[kind].filter(({ name, needed }) => needed && !fields.has(name));
    return columns.filter(({ field }) => field !== '').length - 2 * lacking.length;
  };
  return kinds.reduce(
    (best, kind) => (known(kind) > known(best) ? kind : best),
    kinds[0] as TableKind,
  );
}

const PARTED = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/;

/** What comes first in the days of a table, where some of them can only be read one way. */
function guessDates(grid: Grid, mapping: TableMapping): TableMapping['dates'] {
  const days = mapping.columns.flatMap(({ field }, at) =>
    TABLE_FIELDS[mapping.kind].find(({ name }) => name === field)?.reads === 'day' ? [at] : [],
  );
  const written = dataLines(grid, mapping).flatMap(({ cells }) =>
    days.map((at) => PARTED.exec((cells[at] ?? '').trim())),
  );
  const parts = written.filter((match) => match !== null);
  if (parts.some(([text]) => text.includes('.'))) return 'day first';
  if (parts.some(([, first]) => Number(first) > 12)) return 'day first';
  return parts.some(([, , second]) => Number(second) > 12) ? 'month first' : '';
}

/** Lines below the head that hold something, with their numbers in the file. */
export const dataLines = (
  grid: Grid,
  { headAt, headLines }: Pick<TableMapping, 'headAt' | 'headLines'>,
): { line: number; cells: readonly string[] }[] =>
  grid
    .map((cells, at) => ({ line: at + 1, cells }))
    .slice(headAt - 1 + headLines)
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));

/** Days since 30 December 1899, as workbooks count them where nobody said that it is a day. */
const FIRST_SERIAL = 20_000;
const LAST_SERIAL = 80_000;
const SERIAL_OF_1970 = 25_569;

/** A day as it is written in tables: 2026-03-14, 14.3.2026, 3/14/2026, 46095. */
export function readDay(
  text: string,
  dates: TableMapping['dates'],
): { day: string } | { fault: string } {
  const written = text.trim();
  const iso = /^(\d{4})-(\d\d)-(\d\d)(?:[T ].*)?$/.exec(written);
  const parted = PARTED.exec(written);
  const asDay = (year: number, month: number, day: number) => {
    const moment = new Date(Date.UTC(year, month - 1, day));
    return moment.getUTCMonth() === month - 1 && moment.getUTCDate() === day
      ? { day: moment.toISOString().slice(0, 10) }
      : { fault: `“${written}” is no day.` };
  };
  if (iso) return asDay(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  if (parted) {
    const [first, second, year] = [Number(parted[1]), Number(parted[2]), Number(parted[3])];
    if (dates === '' && first <= 12 && second <= 12 && first !== second)
      return {
        fault: `“${written}” may be two days: say whether the day or the month comes first.`,
      };
    return dates === 'month first' || (dates === '' && second > 12)
      ? asDay(year, first, second)
      : asDay(year, second, first);
  }
  const serial = Number(written);
  if (/^\d{5}(?:\.\d+)?$/.test(written) && serial >= FIRST_SERIAL && serial <= LAST_SERIAL)
    return {
      day: new Date((Math.floor(serial) - SERIAL_OF_1970) * 86_400_000).toISOString().slice(0, 10),
    };
  return { fault: `“${written}” is no day; 2026-03-14 would be one.` };
}

/** A cell of a line, by its field; empty: the table has none. */
export interface TableRow {
  line: number;
  texts: Readonly<Record<string, string>>;
  /** Figures with their unit, by quantity. */
  figures: readonly { quantity: string; typed: string }[];
  faults: readonly { column: string; message: string }[];
}

/** Cells that say that there is nothing. */
const NOTHING = /^(?:|-|–|—|n\/?a|none|\?|unknown)$/i;
const CELL_FAULT = /^#(?:REF|N\/A|VALUE|DIV\/0|NAME|NULL|NUM)[!?]?$/i;

/** A comma before three digits parts thousands for some, and a fraction for others. */
const TWO_READINGS = /^[+-]?\d{1,3},\d{3}(?:\s|\p{L}|$)/u;

/** A figure with the unit of its column where it has none of its own: `31.2` in mm, `10,9 oz`. */
const withUnit = (cell: string, unit: string): string => {
  const number = readPlainNumber(cell, true);
  return number !== undefined && unit !== '' ? `${cell.replace(',', '.')} ${unit}` : cell;
};

/** Reads the lines of a table by its mapping; what cannot be read is a fault of its line. */
export function readTable(grid: Grid, mapping: TableMapping): TableRow[] {
  const fields = TABLE_FIELDS[mapping.kind];
  const heads = headsOf(grid, mapping.headAt, mapping.headLines);
  return dataLines(grid, mapping).map(({ line, cells }) => {
    const texts: Record<string, string> = {};
    const figures: { quantity: string; typed: string }[] = [];
    const faults: { column: string; message: string }[] = [];
    mapping.columns.forEach(({ field, unit }, at) => {
      const cell = (cells[at] ?? '').trim();
      if (field === '' || NOTHING.test(cell)) return;
      const column = heads[at] || `column ${at + 1}`;
      if (CELL_FAULT.test(cell)) {
        faults.push({ column, message: `The cell is a fault of its workbook: ${cell}.` });
        return;
      }
      const { reads } = fields.find(({ name }) => name === field) ?? {};
      const isNumber = field.startsWith(FIGURE) || field === 'distance' || reads === 'number';
      if (isNumber && TWO_READINGS.test(cell)) {
        const [whole, fraction] = [cell.replace(',', ''), cell.replace(',', '.')];
        const message = `“${cell}” may be two numbers: write ${whole} or ${fraction}.`;
        faults.push({ column, message });
        return;
      }
      if (field.startsWith(FIGURE)) {
        figures.push({ quantity: field.slice(FIGURE.length), typed: withUnit(cell, unit) });
        return;
      }
      if (reads === 'day') {
        const read = readDay(cell, mapping.dates);
        if ('fault' in read) faults.push({ column, message: read.fault });
        else texts[field] = read.day;
      } else if (reads === 'number') {
        const value = readPlainNumber(cell.replace(/[^\d.,+-]/g, ''), true);
        if (value === undefined) faults.push({ column, message: `“${cell}” is no number.` });
        else texts[field] = String(value);
      } else texts[field] = field === 'distance' ? withUnit(cell, unit || 'km') : cell;
    });
    for (const { name, label, needed } of fields)
      if (needed && texts[name] === undefined && !faults.some(({ column }) => column === label))
        faults.push({ column: label, message: `${label} is missing.` });
    return { line, texts, figures, faults };
  });
}
