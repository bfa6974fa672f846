/** What a package would do to this book: what is new in it, and what must be asked before it is taken in. */
import type { PackageConflict, PackageReport } from '#contract/package-records.ts';
import type { OpenPackage } from '../formats/lab-package.ts';
import type { Db } from '../store/database.ts';
import { asPacked, type PackageTable } from '../store/package-tables.ts';
import {
  comparedColumns,
  differing,
  freeName,
  type NameClash,
  otherClashes,
  sameKey,
} from './package-names.ts';

/** Conflicts that are listed and answered one by one; of the others this book stays as it is. */
export const MOST_CONFLICTS = 400;
const MOST_SHOWN = 90;

const inWords = (table: string) => table.replaceAll('_', ' ');

const shown = (value: unknown): string => {
  if (value === null) return 'nothing';
  if (Buffer.isBuffer(value)) return `${value.length} bytes`;
  const text = String(value);
  if (text === '') return 'empty';
  return text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)}…` : text;
};

/** Columns that say what a row is, as far as a table has them. */
const TELLING = [
  'tag',
  'code',
  'name',
  'kind',
  'quantity',
  'part',
  'typed',
  'text',
  'on_day',
  'subject',
];

/** Rows of one key that say different things, each with what it is. */
function differencesIn(db: Db, table: PackageTable, limit: number): PackageConflict[] {
  const compared = comparedColumns(table);
  if (compared.length === 0) return [];
  const columns = table.columns.map(({ name }) => name);
  const rows = db
    .prepare<[], Record<string, unknown>>(
      `SELECT ${columns.map((name) => `s.${name} AS theirs_${name}`).join(', ')},
         ${table.columns.map((column) => `${asPacked(column, 'o')} AS ours_${column.name}`).join(', ')}
       FROM stage.${table.name} s JOIN main.${table.name} o ON ${sameKey(table)}
       WHERE ${differing(table)} ORDER BY s.line LIMIT ${limit}`,
    )
    .all();
  return rows.map((row) => {
    const telling = TELLING.filter((name) => columns.includes(name) && row[`ours_${name}`] !== '');
    const named = telling.slice(0, 3).map((name) => shown(row[`ours_${name}`]));
    const of = nameOf(db, table, row);
    return {
      key: `${table.name} ${table.key.map((name) => row[`ours_${name}`]).join(' ')}`.slice(0, 300),
      table: table.name,
      kind: 'differs' as const,
      what: [inWords(table.name), named.join(', '), of].filter(Boolean).join(' '),
      differences: compared
        .filter(({ name }) => !same(row[`ours_${name}`], row[`theirs_${name}`]))
        .map(({ name }) => ({
          field: inWords(name),
          ours: shown(row[`ours_${name}`]),
          theirs: shown(row[`theirs_${name}`]),
        })),
      answers: [
        {
          answer: 'keep',
          words: table.frozen ? 'Keep ours: such a row is never rewritten' : 'Keep ours',
        },
        ...(table.frozen ? [] : [{ answer: 'take', words: 'Take theirs' }]),
      ],
      safe: 'keep',
    };
  });
}

const same = (a: unknown, b: unknown) =>
  Buffer.isBuffer(a) && Buffer.isBuffer(b) ? a.equals(b) : a === b;

/** Of what a row is: `of Norrolt Stairwell, mid cut`, `of NS-03`. */
function nameOf(db: Db, { name, columns }: PackageTable, row: Record<string, unknown>): string {
  const has = (column: string) => name !== column && columns.some((one) => one.name === column);
  const edition = name === 'edition' ? row.ours_id : has('edition_id') && row.ours_edition_id;
  const pair = has('pair_id') && row.ours_pair_id;
  if (name !== 'pair' && pair) {
    const tag = db.prepare('SELECT tag FROM main.pair WHERE id = ?').pluck().get(pair);
    if (tag) return `of ${tag}`;
  }
  if (!edition || name === 'pair') return '';
  const names = db
    .prepare<[unknown], { maker: string; model: string; edition: string }>(
      `SELECT k.name AS maker, m.name AS model, e.name AS edition FROM main.edition e
       JOIN main.model m ON m.id = e.model_id JOIN main.maker k ON k.id = m.maker_id WHERE e.id = ?`,
    )
    .get(edition);
  return names
    ? `of ${names.maker} ${names.model}${names.edition ? `, ${names.edition}` : ''}`
    : '';
}

const countDifferences = (db: Db, table: PackageTable): number =>
  db
    .prepare<[], number>(
      `SELECT count(*) FROM stage.${table.name} s
       JOIN main.${table.name} o ON ${sameKey(table)} WHERE ${differing(table)}`,
    )
    .pluck()
    .get() ?? 0;

const keyOfClash = ({ table, theirs }: NameClash) => `name ${table} ${theirs}`;

/** Questions on names: is it the same thing, or another one? */
function nameConflict(db: Db, clash: NameClash): PackageConflict {
  const { table, name } = clash;
  const free = freeName(db, table, name);
  const base = {
    key: keyOfClash(clash),
    table,
    kind: 'name' as const,
    differences: [],
    safe: 'apart',
  };
  if (table === 'pair')
    return {
      ...base,
      what: `pair ${name}: both labs have a pair of this tag, and they are not the same pair`,
      answers: [
        { answer: 'apart', words: `Bring it in as ${free}` },
        { answer: 'leave', words: 'Leave it out, with all that hangs on it' },
      ],
    };
  const thing = table === 'instrument' ? 'gauge' : 'insole or laces';
  return {
    ...base,
    what: `${thing} “${name}”: both labs have one of this name`,
    answers: [
      { answer: 'apart', words: `Another one: bring it in as “${free}”` },
      { answer: 'same', words: 'The same one, in two books' },
    ],
  };
}

/** Clashes that a person decides; studies, comparisons and protocols come in under another name. */
const ASKED = ['pair', 'instrument', 'named_part'];

export interface PackagePlan {
  conflicts: PackageConflict[];
  conflictCount: number;
  clashes: NameClash[];
}

/** What must be asked: as the book stands now. */
export function planPackage(db: Db, tables: readonly PackageTable[]): PackagePlan {
  const clashes = otherClashes(db, tables);
  const conflicts = clashes
    .filter(({ table }) => ASKED.includes(table))
    .slice(0, MOST_CONFLICTS)
    .map((clash) => nameConflict(db, clash));
  let count = clashes.filter(({ table }) => ASKED.includes(table)).length;
  for (const table of tables) {
    const differences = countDifferences(db, table);
    count += differences;
    const room = MOST_CONFLICTS - conflicts.length;
    if (differences > 0 && room > 0) conflicts.push(...differencesIn(db, table, room));
  }
  return { conflicts, conflictCount: count, clashes };
}

const freshRows = (db: Db, table: PackageTable): number =>
  db
    .prepare<[], number>(
      `SELECT count(*) FROM stage.${table.name} s
       WHERE NOT EXISTS (SELECT 1 FROM main.${table.name} o WHERE ${sameKey(table)})`,
    )
    .pluck()
    .get() ?? 0;

const countOf = (db: Db, name: string): number =>
  db.prepare<[], number>(`SELECT count(*) FROM stage.${name}`).pluck().get() ?? 0;

const things: Record<string, [one: string, many: string]> = {
  person: ['person is known by code', 'people are known by code'],
  maker: ['maker is known by name', 'makers are known by name'],
  model: ['model is known by name', 'models are known by name'],
  edition: ['edition is known by name', 'editions are known by name'],
  protocol: ['protocol asks the same as one here', 'protocols ask the same as some here'],
};

/** A look into a package, in words and numbers. */
export function reportPackage(
  db: Db,
  tables: readonly PackageTable[],
  opened: OpenPackage,
  joined: ReadonlyMap<string, readonly NameClash[]>,
  { id, photographs }: { id: string; photographs: number },
): PackageReport {
  const { conflicts, conflictCount, clashes } = planPackage(db, tables);
  const { name, created, emvex } = opened.description;
  const notes = [...joined].flatMap(([table, names]) => {
    const [one, many] = things[table] ?? ['', ''];
    if (names.length === 0) return [];
    return [`${names.length} ${names.length === 1 ? one : many}, and taken for the same.`];
  });
  const renamed = clashes.filter(({ table }) => !ASKED.includes(table));
  return {
    id,
    name,
    created,
    part: emvex.part,
    tables: tables.flatMap((table) => {
      const rows = countOf(db, table.name);
      return rows > 0
        ? [{ name: table.name, about: table.about, rows, fresh: freshRows(db, table) }]
        : [];
    }),
    photographs,
    conflicts,
    conflictCount,
    notes: [
      ...notes,
      ...renamed.map(
        (clash) =>
          `${inWords(clash.table)} “${clash.name}” comes in as “${freeName(db, clash.table, clash.name)}”.`,
      ),
      ...(conflictCount > conflicts.length
        ? [
            `${conflictCount - conflicts.length} differences more are not listed: of them this book stays as it is.`,
          ]
        : []),
    ],
  };
}
