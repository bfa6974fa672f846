/**
 * The tables of a book that leave it and come into another, in the order in which one refers to those before. What a
 * lab works out of them (lists, spreads, slopes, the shelf) stays behind and is worked out anew.
 */
import type { Db } from './database.ts';

/** Which rows go with a part of a lab: those of the editions that were chosen, which `choosePart` writes down. */
const OF_EDITION = 't.edition_id IN (SELECT id FROM temp.chosen_edition)';
const OF_PAIR = 't.pair_id IN (SELECT id FROM temp.chosen_pair)';
const OF_OCCASION = 't.occasion IN (SELECT n FROM temp.chosen_occasion)';
const OF_INSTRUMENT = 't.instrument_id IN (SELECT id FROM temp.chosen_instrument)';
const OF_SUBJECT = `(substr(t.subject, 1, 36) IN (SELECT id FROM temp.chosen_edition)
  OR t.subject IN (SELECT id FROM temp.chosen_pair)
  OR t.subject IN (SELECT o.id FROM temp.chosen_occasion c JOIN occasion o ON o.n = c.n))`;
const CHOSEN_TESTERS = `(SELECT y.tester FROM try_on y WHERE y.occasion IN (SELECT n FROM temp.chosen_occasion)
  UNION SELECT g.tester FROM outing g WHERE g.pair_id IN (SELECT id FROM temp.chosen_pair)
  UNION SELECT w.tester FROM pair_wearer w WHERE w.pair_id IN (SELECT id FROM temp.chosen_pair))`;

/** Settings that are of one database alone: none leaves it, and none comes in. */
export const OWN_SETTINGS = "'demo-scenario', 'backups', 'lab-identity'";

interface Declared {
  about: string;
  /** Rows that go with a part of the lab; left out: the lab keeps them to itself. */
  part?: string;
  /** Rows that go with the whole lab; left out: all. */
  whole?: string;
  /** What a row is known by, where it has no identifier of its own. */
  key?: string[];
  /** Names that a lab gives as it likes: one thing may go by two. The first is what is asked about. */
  names?: string[];
  /** Worked out by each lab of its own rows, or counted by it: no difference is seen in it. */
  uncompared?: string[];
  /** Rows are never rewritten. */
  frozen?: true;
  /** Content that stands in files of its own. */
  files?: { column: string; folder: string };
}

const DECLARED: Record<string, Declared> = {
  person: {
    about: 'People of the lab, by their codes.',
    part: 't.code IN (SELECT person FROM occasion WHERE n IN (SELECT n FROM temp.chosen_occasion))',
  },
  setting: {
    about: 'How the lab works: units, sender.',
    whole: `t.name NOT IN (${OWN_SETTINGS})`,
  },
  own_quantity: { about: 'Quantities that the lab defined.', part: '1' },
  own_use: {
    about: 'Uses that the lab defined.',
    part: `t.name IN (SELECT u.discipline FROM edition_use u
      WHERE u.edition_id IN (SELECT id FROM temp.chosen_edition))`,
  },
  threshold: {
    about: 'Lines that the lab drew, each with its reason.',
    key: ['kind', 'subject', 'discipline', 'at'],
  },
  instrument: {
    about: 'Gauges.',
    part: 't.id IN (SELECT id FROM temp.chosen_instrument)',
    names: ['name'],
  },
  calibration: { about: 'Certificates of gauges.', part: OF_INSTRUMENT },
  drift_check: { about: 'Checks of gauges against a known piece.', part: OF_INSTRUMENT },
  protocol: {
    about: 'Protocols by version.',
    part: 't.id IN (SELECT id FROM temp.chosen_protocol)',
    names: ['name'],
    uncompared: ['position'],
  },
  protocol_station: {
    about: 'The stations of protocols, in order.',
    part: 't.protocol_id IN (SELECT id FROM temp.chosen_protocol)',
  },
  bridge: { about: 'Conversions between two ways to measure.' },
  maker: {
    about: 'Makers.',
    part: `t.id IN (SELECT m.maker_id FROM model m JOIN edition e ON e.model_id = m.id
      WHERE e.id IN (SELECT id FROM temp.chosen_edition))`,
  },
  model: {
    about: 'Models.',
    part: `t.id IN (SELECT e.model_id FROM edition e
      WHERE e.id IN (SELECT id FROM temp.chosen_edition))`,
  },
  edition: {
    about: 'Editions: what was made at one time under one name.',
    part: 't.id IN (SELECT id FROM temp.chosen_edition)',
    uncompared: ['slug'],
  },
  former_slug: { about: 'Addresses that editions had before.', part: OF_EDITION },
  edition_colour: { about: 'Colours of editions.', part: OF_EDITION },
  edition_width: { about: 'Widths that editions are made in.', part: OF_EDITION },
  edition_use: { about: 'What editions are for.', part: OF_EDITION },
  edition_kin: {
    about: 'Which edition follows which.',
    part: `${OF_EDITION} AND t.of_id IN (SELECT id FROM temp.chosen_edition)`,
  },
  edition_part: { about: 'What editions are made of.', part: OF_EDITION },
  match_feature_name: {
    about: 'Names of features that left and right are matched by.',
    part: `t.model_id IN (SELECT e.model_id FROM edition e
      WHERE e.id IN (SELECT id FROM temp.chosen_edition))`,
  },
  claim: { about: 'What makers claim, as typed and as read.', part: OF_EDITION },
  claim_text: { about: 'What makers say in words.', part: OF_EDITION },
  reported_figure: { about: 'Figures that others measured.', part: OF_EDITION },
  price_seen: { about: 'Prices that were seen.', part: OF_EDITION },
  pair: {
    about: 'Pairs.',
    part: 't.id IN (SELECT id FROM temp.chosen_pair)',
    names: ['tag'],
    uncompared: [
      'version',
      'wear_km',
      'wear_answer',
      'wear_words',
      'fit_outcome',
      'fit_words',
      'decided_finding',
    ],
  },
  former_tag: { about: 'Tags that pairs had before.', part: OF_PAIR },
  pair_job: { about: 'What pairs are kept for.', part: OF_PAIR },
  pair_part: { about: 'What was seen of the make of pairs.', part: OF_PAIR },
  pair_wearer: { about: 'Who wears which pair.', part: OF_PAIR },
  named_part: {
    about: 'Insoles and laces that go from pair to pair.',
    part: `t.id IN (SELECT p.part_id FROM part_place p
      WHERE p.pair_id IN (SELECT id FROM temp.chosen_pair))`,
    names: ['name'],
  },
  part_place: {
    about: 'Where insoles and laces were.',
    part: OF_PAIR,
    key: ['part_id', 'pair_id', 'how', 'since'],
  },
  tester_foot: { about: 'Feet of testers, by code.', part: `t.code IN ${CHOSEN_TESTERS}` },
  tester_note: { about: 'What testers said of a pair.', part: OF_PAIR },
  occasion: {
    about: 'Occasions at which something was taken: sittings, checks, studies, try-ons, looks.',
    part: 't.n IN (SELECT n FROM temp.chosen_occasion)',
  },
  sitting: {
    about: 'Sittings: a pair by a protocol.',
    part: OF_OCCASION,
    uncompared: ['version'],
  },
  sitting_note: { about: 'Notes of sittings.', part: OF_OCCASION },
  curve: { about: 'Curves of fixtures; samples as base64.', part: OF_OCCASION, frozen: true },
  reading: { about: 'Readings, as typed and as read.', part: OF_OCCASION, frozen: true },
  reading_void: {
    about: 'Readings that do not count, with why.',
    part: `t.reading IN (SELECT r.n FROM reading r
      WHERE r.occasion IN (SELECT n FROM temp.chosen_occasion))`,
    frozen: true,
  },
  match_check: { about: 'Left held against right.', part: OF_OCCASION },
  try_on: { about: 'Try-ons.', part: OF_OCCASION },
  wear_check: { about: 'Looks at wear.', part: OF_OCCASION },
  wear_decision: { about: 'Whether a pair goes on.', part: OF_PAIR },
  outing: { about: 'Outings.', part: OF_PAIR },
  odometer: { about: 'Distances told as a total.', part: OF_PAIR },
  gauge_study: { about: 'Studies of gauges.', names: ['name'] },
  photograph: {
    about: 'Photographs: their files lie in photographs/, by their hash.',
    part: `t.subject_id IN (SELECT id FROM temp.chosen_pair)
      OR t.subject_id IN (SELECT o.id FROM temp.chosen_occasion c JOIN occasion o ON o.n = c.n)
      OR t.subject_id IN (SELECT y.id FROM tester_note y
        WHERE y.pair_id IN (SELECT id FROM temp.chosen_pair))`,
  },
  wish: { about: 'What readers and the lab would like to have measured.', part: OF_PAIR },
  maker_question: { about: 'Questions to makers, and their answers.', part: OF_EDITION },
  practice_round: { about: 'Rounds of practice.' },
  second_look: { about: 'Second looks that were promised.', part: OF_EDITION },
  own_order: { about: 'The own order of editions for each use.', part: OF_EDITION },
  kept_comparison: { about: 'Comparisons under a name.', names: ['name'] },
  sheet_words: {
    about: 'Words of sheets and comparisons.',
    part: OF_SUBJECT,
  },
  issued: {
    about: 'What was issued; the content lies in issued/, by its identifier.',
    part: OF_SUBJECT,
    uncompared: ['revision'],
    frozen: true,
    files: { column: 'content', folder: 'issued' },
  },
  issued_withdrawal: {
    about: 'What was withdrawn, with why.',
    part: `t.issued_id IN (SELECT i.id FROM issued i WHERE ${OF_SUBJECT.replaceAll('t.subject', 'i.subject')})`,
    frozen: true,
  },
  change: { about: 'The record of changes.', frozen: true },
  correction: { about: 'Corrections, and which was undone.', key: ['change_id'] },
  correction_about: { about: 'What corrections are about.' },
};

export type ColumnType = 'string' | 'integer' | 'number' | 'binary';

export interface PackageColumn {
  name: string;
  type: ColumnType;
  required: boolean;
  /** A row of another table by its identifier; in the book it may stand as that row's number. */
  refers?: { table: string; column: string; byNumber: boolean };
}

export interface PackageTable extends Omit<Declared, 'key'> {
  name: string;
  key: string[];
  columns: PackageColumn[];
  names: string[];
  uncompared: string[];
  /** Columns that no two rows share besides the key. */
  unique: string[][];
}

const TYPES: Record<string, ColumnType> = {
  TEXT: 'string',
  INTEGER: 'integer',
  REAL: 'number',
  BLOB: 'binary',
};

/** Tables whose rows others point at by the number they have in this book. */
const NUMBERED: Record<string, string> = {
  occasion: 'occasion',
  sitting: 'occasion',
  reading: 'reading',
};

interface ColumnInfo {
  name: string;
  type: string;
  notnull: number;
  pk: number;
}

/** The tables as this book has them, with what they are known by. */
export function packageTables(db: Db): PackageTable[] {
  return Object.entries(DECLARED).map(([name, { key, ...declared }]) => {
    const info = db.pragma(`table_info(${name})`) as ColumnInfo[];
    const referred = db.pragma(`foreign_key_list(${name})`) as {
      table: string;
      from: string;
      to: string;
    }[];
    const columns = info
      // A number of its own tells a row from others in this book alone.
      .filter(({ name: column, pk }) => column !== 'n' || pk === 0)
      .map((column): PackageColumn => {
        const to = referred.find(({ from }) => from === column.name);
        const numbered = to && NUMBERED[to.table] && column.type === 'INTEGER';
        return {
          name: column.name,
          type: numbered ? 'string' : (TYPES[column.type] ?? 'string'),
          required: column.notnull === 1 || column.pk > 0,
          ...(to
            ? {
                refers: {
                  table: NUMBERED[to.table] ?? to.table,
                  column: numbered ? 'id' : to.to,
                  byNumber: Boolean(numbered),
                },
              }
            : {}),
        };
      });
    const has = (column: string) => columns.some((one) => one.name === column);
    const primary = info
      .filter(({ pk, name: column }) => pk > 0 && column !== 'n')
      .map(({ name: column }) => column);
    const own = key ?? (has('id') ? ['id'] : primary);
    const unique = (
      db.pragma(`index_list(${name})`) as { name: string; unique: number; origin: string }[]
    )
      .filter((index) => index.unique === 1 && index.origin === 'u')
      .map((index) =>
        (db.pragma(`index_info(${index.name})`) as { name: string }[]).map((column) => column.name),
      )
      .filter((set) => set.join() !== own.join());
    return {
      ...declared,
      name,
      key: own,
      columns,
      names: declared.names ?? [],
      uncompared: declared.uncompared ?? [],
      unique,
    };
  });
}

/** A column of the book as it stands in a package: another row by its identifier. */
export const asPacked = ({ name, refers }: PackageColumn, row: string): string =>
  refers?.byNumber
    ? `(SELECT x.id FROM main.${refers.table} x WHERE x.n = ${row}.${name})`
    : `${row}.${name}`;

/** A column of a package as it stands in the book. */
export const asKept = ({ name, refers }: PackageColumn, row: string): string =>
  refers?.byNumber
    ? `(SELECT x.n FROM main.${refers.table} x WHERE x.id = ${row}.${name})`
    : `${row}.${name}`;

const conditionOf = ({ whole, part }: PackageTable, isPart: boolean): string =>
  isPart ? (part ?? '0') : (whole ?? '1');

/** How many rows of a table are packed. */
export const countPacked = (table: PackageTable, isPart: boolean): string =>
  `SELECT count(*) FROM ${table.name} t WHERE ${conditionOf(table, isPart)}`;

/** Rows of a table as they are packed, in the order in which they came. */
export function packedRows(table: PackageTable, isPart: boolean): string {
  const { name, columns } = table;
  const numbered = ['reading', 'occasion', 'outing', 'threshold', 'part_place', 'issued'];
  return `SELECT ${columns.map((column) => `${asPacked(column, 't')} AS ${column.name}`).join(', ')}
    FROM ${name} t WHERE ${conditionOf(table, isPart)}${numbered.includes(name) ? ' ORDER BY t.n' : ''}`;
}

/** Writes down, on this connection, what hangs on some editions. */
export function choosePart(db: Db, editions: readonly string[]): void {
  db.exec(`CREATE TEMP TABLE chosen_edition (id TEXT PRIMARY KEY);
    CREATE TEMP TABLE chosen_pair (id TEXT PRIMARY KEY);
    CREATE TEMP TABLE chosen_occasion (n INTEGER PRIMARY KEY);
    CREATE TEMP TABLE chosen_instrument (id TEXT PRIMARY KEY);
    CREATE TEMP TABLE chosen_protocol (id TEXT PRIMARY KEY);`);
  const choose = db.prepare('INSERT OR IGNORE INTO temp.chosen_edition (id) VALUES (?)');
  for (const id of editions) choose.run(id);
  // An edition that was merged into another goes with it, and a pair with the pair that it replaced.
  const follow = db.prepare(
    `INSERT OR IGNORE INTO temp.chosen_edition (id)
     SELECT merged_into FROM edition
       WHERE id IN (SELECT id FROM temp.chosen_edition) AND merged_into IS NOT NULL
     UNION SELECT id FROM edition WHERE merged_into IN (SELECT id FROM temp.chosen_edition)
     UNION SELECT r.edition_id FROM pair p JOIN pair r ON r.id = p.replaces_id
       WHERE p.edition_id IN (SELECT id FROM temp.chosen_edition)`,
  );
  while (follow.run().changes > 0);
  db.exec(`INSERT INTO temp.chosen_pair
      SELECT id FROM pair WHERE edition_id IN (SELECT id FROM temp.chosen_edition);
    INSERT INTO temp.chosen_occasion
      SELECT n FROM occasion WHERE pair_id IN (SELECT id FROM temp.chosen_pair);
    INSERT INTO temp.chosen_instrument
      SELECT DISTINCT r.instrument_id FROM reading r
      WHERE r.occasion IN (SELECT n FROM temp.chosen_occasion) AND r.instrument_id IS NOT NULL;
    INSERT OR IGNORE INTO temp.chosen_instrument
      SELECT DISTINCT c.instrument_id FROM curve c
      WHERE c.occasion IN (SELECT n FROM temp.chosen_occasion);
    INSERT INTO temp.chosen_protocol
      SELECT DISTINCT s.protocol_id FROM sitting s
      WHERE s.occasion IN (SELECT n FROM temp.chosen_occasion);`);
}
