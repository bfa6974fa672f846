/** Takes a staged package into the book: what is new, and what was answered, in one transaction. */
import Database from 'better-sqlite3';
import type { PackageTaken } from '#contract/package-records.ts';
import { publishFit } from '../fit-outcome.ts';
import { Refusal } from '../problems.ts';
import type { Change } from '../store/changes.ts';
import type { Db } from '../store/database.ts';
import { asKept, type PackageTable } from '../store/package-tables.ts';
import { openStores, type Stores } from '../stores.ts';
import { publishWear } from '../wear-standing.ts';
import {
  comparedColumns,
  differing,
  freeName,
  joinSameNames,
  leaveOut,
  mapIdentifiers,
  otherClashes,
  sameKey,
} from './package-names.ts';

/** Answers by the key of what was asked. */
export type PackageAnswers = Readonly<Record<string, string>>;

/** Settles names: the same thing, another one under a free name, or left out. */
function settleNames(db: Db, tables: readonly PackageTable[], answers: PackageAnswers): void {
  const leaving: string[] = [];
  for (const { table, theirs, ours, name } of otherClashes(db, tables)) {
    const answer = answers[`name ${table} ${theirs}`] ?? 'apart';
    if (answer === 'same') mapIdentifiers(db, tables, table, [{ theirs, ours }]);
    else if (answer === 'leave') leaving.push(theirs);
    else {
      const column = table === 'pair' ? 'tag' : 'name';
      const free = freeName(db, table, name);
      const key = tables.find((one) => one.name === table)?.key[0] ?? 'id';
      db.prepare(`UPDATE stage.${table} SET ${column} = ? WHERE ${key} = ?`).run(free, theirs);
    }
  }
  leaveOut(db, tables, 'pair', leaving);
}

/** Editions that are new here have an address of their own. */
function settleSlugs(db: Db): void {
  const clashing = db
    .prepare<[], { id: string; slug: string }>(
      `SELECT s.id, s.slug FROM stage.edition s
       WHERE NOT EXISTS (SELECT 1 FROM main.edition k WHERE k.id = s.id)
         AND (EXISTS (SELECT 1 FROM main.edition o WHERE o.slug = s.slug)
           OR EXISTS (SELECT 1 FROM main.former_slug f WHERE f.slug = s.slug))`,
    )
    .all();
  const taken = db.prepare<{ slug: string }>(
    `SELECT 1 FROM main.edition WHERE slug = @slug UNION ALL
     SELECT 1 FROM main.former_slug WHERE slug = @slug UNION ALL
     SELECT 1 FROM stage.edition WHERE slug = @slug`,
  );
  const write = db.prepare('UPDATE stage.edition SET slug = ? WHERE id = ?');
  for (const { id, slug } of clashing) {
    let nth = 2;
    while (taken.get({ slug: `${slug}-${nth}` })) nth += 1;
    write.run(`${slug}-${nth}`, id);
  }
}

/** What both labs issued of one thing goes on counting here: its hash stays, its number may not. */
function settleRevisions(db: Db): void {
  const fresh = db
    .prepare<[], { id: string; kind: string; subject: string; revision: number }>(
      `SELECT s.id, s.kind, s.subject, s.revision FROM stage.issued s
       WHERE NOT EXISTS (SELECT 1 FROM main.issued k WHERE k.id = s.id)
       ORDER BY s.at, s.revision`,
    )
    .all();
  const highest = db.prepare<{ kind: string; subject: string }, number>(
    'SELECT coalesce(max(revision), 0) FROM main.issued WHERE kind = @kind AND subject = @subject',
  );
  const write = db.prepare('UPDATE stage.issued SET revision = ? WHERE id = ?');
  const next = new Map<string, number>();
  for (const { id, kind, subject, revision } of fresh) {
    const key = `${kind} ${subject}`;
    const ours = highest.pluck().get({ kind, subject }) ?? 0;
    const number = next.get(key) ?? (ours === 0 ? revision : ours + 1);
    if (number !== revision) write.run(number, id);
    next.set(key, number + 1);
  }
}

/** Columns that point at rows of the same table, or of one that comes later. */
function lateColumns(tables: readonly PackageTable[], table: PackageTable): string[] {
  const place = tables.indexOf(table);
  return table.columns
    .filter(
      ({ refers }) =>
        refers?.byNumber &&
        refers.table !== table.name &&
        tables.findIndex(({ name }) => name === refers.table) > place,
    )
    .map(({ name }) => name);
}

/** What is filled once the rows that it points at have come in: of rows that are new, and as yet missing. */
function lateFills(db: Db, table: PackageTable, late: readonly string[]): (() => void)[] {
  const lines = db
    .prepare<[], number>(`SELECT s.line FROM stage.${table.name} s WHERE ${absent(table)}`)
    .pluck()
    .all();
  const columns = table.columns.filter(({ name }) => late.includes(name));
  return columns.map((column) => () => {
    db.prepare(
      `UPDATE main.${table.name} AS o SET ${column.name} = ${asKept(column, 's')}
       FROM stage.${table.name} AS s
       WHERE ${sameKey(table)} AND s.${column.name} IS NOT NULL
         AND s.line IN (SELECT value FROM json_each(?))`,
    ).run(JSON.stringify(lines));
  });
}

const absent = (table: PackageTable) =>
  `NOT EXISTS (SELECT 1 FROM main.${table.name} o WHERE ${sameKey(table)})`;

/** Adds the rows of a table that the book does not have. */
function addFresh(db: Db, table: PackageTable, late: readonly string[]): number {
  const names = table.columns.map(({ name }) => name);
  const kept = table.columns.map((column) =>
    late.includes(column.name) ? 'NULL' : asKept(column, 's'),
  );
  // A reading that corrects another comes after it, over as many steps as there are corrections.
  const self = table.columns.find(({ refers }) => refers?.byNumber && refers.table === table.name);
  const ready = self
    ? `AND (s.${self.name} IS NULL OR EXISTS
         (SELECT 1 FROM main.${table.name} x WHERE x.id = s.${self.name}))`
    : '';
  const add = db.prepare(
    `INSERT INTO main.${table.name} (${names.join(', ')})
     SELECT ${kept.join(', ')} FROM stage.${table.name} s
     WHERE ${absent(table)} ${ready} ORDER BY s.line`,
  );
  let added = 0;
  for (;;) {
    const { changes } = add.run();
    added += changes;
    if (!self || changes === 0) return added;
  }
}

/** Rewrites rows of the book by those of the package that were chosen. */
function takeTheirs(db: Db, table: PackageTable, answers: PackageAnswers): number {
  const compared = comparedColumns(table);
  if (table.frozen || compared.length === 0) return 0;
  const keys = table.key.map((name) => `s.${name} AS ${name}`).join(', ');
  const rows = db
    .prepare<[], Record<string, unknown> & { line: number }>(
      `SELECT s.line, ${keys} FROM stage.${table.name} s
       JOIN main.${table.name} o ON ${sameKey(table)} WHERE ${differing(table)}`,
    )
    .all();
  const write = db.prepare(
    `UPDATE main.${table.name} AS o SET ${compared
      .map((column) => `${column.name} = ${asKept(column, 's')}`)
      .join(', ')}
     FROM stage.${table.name} AS s WHERE s.line = @line AND ${sameKey(table)}`,
  );
  let changed = 0;
  for (const row of rows) {
    const key = `${table.name} ${table.key.map((name) => row[name]).join(' ')}`.slice(0, 300);
    if (answers[key] === 'take') changed += write.run({ line: row.line }).changes;
  }
  return changed;
}

/** What is kept of pairs and editions beside their rows is worked out anew, for those in the package. */
function bringUpToDate(db: Db, stores: Stores): void {
  const ids = (sql: string) => db.prepare<[], string>(sql).pluck().all();
  for (const id of ids('SELECT id FROM stage.edition')) stores.editions.place(id);
  const pairs = ids(
    `SELECT id FROM main.pair WHERE id IN (SELECT id FROM stage.pair)
       OR id IN (SELECT pair_id FROM stage.occasion) OR id IN (SELECT pair_id FROM stage.outing)
       OR id IN (SELECT pair_id FROM stage.odometer)`,
  );
  const markStale = db.prepare(
    `INSERT INTO pair_summary (pair_id, readings, stations_done, stations, stale, revision)
     VALUES (?, 0, 0, 0, 1, 1)
     ON CONFLICT (pair_id) DO UPDATE SET stale = 1, revision = revision + 1`,
  );
  const tagOf = db.prepare<[string], string>('SELECT tag FROM main.pair WHERE id = ?').pluck();
  for (const id of pairs) {
    stores.pairRows.place(tagOf.get(id) ?? '');
    markStale.run(id);
    publishFit(stores, id);
    publishWear(stores, id);
  }
  db.exec(
    `INSERT INTO stale_consistency (edition_id, quantity)
     SELECT DISTINCT edition_id, '' FROM stage.pair WHERE true ON CONFLICT DO NOTHING`,
  );
}

/** A rule of the book that a row of the package breaks, in words. */
function refuseBroken(error: unknown): never {
  if (error instanceof Database.SqliteError && error.code.startsWith('SQLITE_CONSTRAINT'))
    throw new Refusal(
      422,
      `A row of the package breaks a rule of the book (${error.message}). Nothing was added.`,
    );
  throw error;
}

/**
 * Takes in what was staged: all of it or nothing.
 *
 * @param db a connection of its own, with the stage attached; the stage is used up
 * @param onTable hears how many tables of how many are in; throws where it is stopped, and nothing is taken
 */
export function takePackage(
  db: Db,
  tables: readonly PackageTable[],
  answers: PackageAnswers,
  change: Change,
  onTable: (done: number, total: number) => void = () => undefined,
): PackageTaken {
  const stores = openStores(db);
  try {
    return stores.changes.apply(change, () => {
      db.pragma('defer_foreign_keys = ON');
      // A maker may have been named here since it was looked at.
      joinSameNames(db, tables);
      settleNames(db, tables, answers);
      settleSlugs(db);
      settleRevisions(db);
      const counts: PackageTaken['tables'] = [];
      let changed = 0;
      const later: (() => void)[] = [];
      for (const [done, table] of tables.entries()) {
        onTable(done, tables.length);
        const late = lateColumns(tables, table);
        if (late.length > 0) later.push(...lateFills(db, table, late));
        const added = addFresh(db, table, late);
        if (added > 0) counts.push({ name: table.name, about: table.about, added });
      }
      for (const fill of later) fill();
      for (const table of tables) changed += takeTheirs(db, table, answers);
      if (counts.length > 0 || changed > 0) bringUpToDate(db, stores);
      return {
        added: counts.reduce((sum, { added }) => sum + added, 0),
        changed,
        tables: counts,
      };
    });
  } catch (error) {
    return refuseBroken(error);
  }
}
