/** Handlers of tables of others: looked at, rehearsed line by line, taken in whole or not at all. */
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { v7 as newId } from 'uuid';
import { figuresOf, guessKind, guessMapping, headsOf, readTable } from '#contract/table-columns.ts';
import {
  FIGURE,
  TABLE_FIELDS,
  TABLE_KINDS,
  type TableLook,
  type TableMapping,
  type TableReport,
} from '#contract/table-kinds.ts';
import type { FileCall, FileHandlers, Handlers } from '../endpoint.ts';
import { MOST_TABLE_BYTES, readTableFile } from '../formats/table-grid.ts';
import { makePassingFolder } from '../passing-folders.ts';
import { Refusal, wrongValue } from '../problems.ts';
import { clientGone, pourBody } from '../request-body.ts';
import type { Db } from '../store/database.ts';
import type { Stores } from '../stores.ts';
import { tableWriters } from './table-rows.ts';

/** Lines that are told one by one. */
const MOST_TOLD = 400;
const FIRST_SHOWN = 6;
/** A table that was looked at and not taken is forgotten after this. */
const KEPT_MS = 60 * 60 * 1000;

interface WaitingTable {
  id: string;
  grid: string[][];
  late: ReturnType<typeof setTimeout>;
}

/** Thrown so that what was rehearsed is rolled back. */
class Rehearsed extends Error {}

/** By which a table is known again: the names of its columns, in order. */
const keyOfHeads = (heads: readonly string[]): string =>
  heads.map((head) => head.toLowerCase().trim()).join('\t');

export function tableRoutes({ db, stores }: { db: Db; stores: Stores }): {
  handlers: Pick<Handlers, 'readTable' | 'takeTable'>;
  files: Pick<FileHandlers, 'lookAtTable'>;
} {
  let waiting: WaitingTable | undefined;

  function keep(grid: string[][]): string {
    clearTimeout(waiting?.late);
    const late = setTimeout(() => {
      waiting = undefined;
    }, KEPT_MS);
    late.unref();
    waiting = { id: newId(), grid, late };
    return waiting.id;
  }

  function gridOf(id: string): string[][] {
    if (waiting?.id !== id)
      throw new Refusal(409, 'This table was put away since. Choose its file once more.');
    return waiting.grid;
  }

  function requireMapping(grid: string[][], mapping: TableMapping): void {
    if (mapping.headAt + mapping.headLines - 1 > grid.length)
      throw wrongValue('headAt', `The table has ${grid.length} lines: its head is above them.`);
    const fields = new Set(TABLE_FIELDS[mapping.kind].map(({ name }) => name));
    const figures = new Set(figuresOf(mapping.kind, stores.lab.catalogue()));
    const taken = new Set<string>();
    mapping.columns.forEach(({ field }, at) => {
      if (field === '') return;
      const known = field.startsWith(FIGURE)
        ? figures.has(field.slice(FIGURE.length))
        : fields.has(field);
      if (!known) throw wrongValue(`columns.${at}`, `There is no ${field} in ${mapping.kind}.`);
      if (taken.has(field))
        throw wrongValue(`columns.${at}`, `Two columns are ${field}: leave one out.`);
      taken.add(field);
    });
  }

  /** Writes line after line, and says what each did or what is wrong with it. */
  function writeLines(grid: string[][], mapping: TableMapping, now: string): TableReport {
    requireMapping(grid, mapping);
    const fields = TABLE_FIELDS[mapping.kind];
    const mapped = new Set(mapping.columns.map(({ field }) => field));
    const missing = fields.filter(({ name, needed }) => needed && !mapped.has(name));
    const heads = headsOf(grid, mapping.headAt, mapping.headLines);
    const report: TableReport = {
      lines: [],
      fresh: 0,
      there: 0,
      faults: 0,
      heads,
      missing: missing.map(({ label }) => label),
    };
    // Without a column that is needed every line would say the same.
    if (missing.length > 0) return report;
    const faulty: TableReport['lines'] = [];
    const sound: TableReport['lines'] = [];
    const labelOf = (field: string) =>
      fields.find(({ name }) => name === field.split('.')[0])?.label;
    const write = tableWriters(stores, now)[mapping.kind];
    for (const row of readTable(grid, mapping)) {
      const { line, faults } = row;
      let words = faults.map(({ column, message }) => `${column}: ${message}`).join(' ');
      if (faults.length === 0)
        try {
          const outcome = write(row);
          report[outcome.state === 'new' ? 'fresh' : 'there'] += 1;
          sound.push({ line, ...outcome });
          continue;
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          words = (error.errors ?? [{ field: '', message: error.message }])
            .map(({ field, message }) => [labelOf(field), message].filter(Boolean).join(': '))
            .join(' ');
        }
      report.faults += 1;
      faulty.push({ line, state: 'fault', words });
    }
    report.lines = [...faulty, ...sound].slice(0, MOST_TOLD);
    return report;
  }

  /** What the lines would do, tried on the book itself and taken back. */
  function rehearse(grid: string[][], mapping: TableMapping, now: string): TableReport {
    let report: TableReport | undefined;
    try {
      db.transaction(() => {
        report = writeLines(grid, mapping, now);
        throw new Rehearsed();
      }).immediate();
    } catch (error) {
      if (!(error instanceof Rehearsed)) throw error;
    }
    return report as TableReport;
  }

  async function look({ query, request, response }: FileCall<'lookAtTable'>): Promise<void> {
    const gone = clientGone(response);
    const folder = await makePassingFolder();
    try {
      const file = join(folder, 'table');
      await pourBody(
        request,
        createWriteStream(file),
        MOST_TABLE_BYTES,
        () => 'The file has over 40 MB. Save the one sheet that is wanted as CSV, or split it.',
      );
      const { grid, sheets, sheet } = await readTableFile(file, query.sheet ?? '', gone);
      const catalogue = stores.lab.catalogue();
      const kind = query.kind ?? guessKind(grid, TABLE_KINDS, catalogue);
      const guessed = guessMapping(grid, kind, catalogue);
      const known = stores.tableMappings.of(
        keyOfHeads(headsOf(grid, guessed.headAt, guessed.headLines)),
      );
      const mapping = known && (!query.kind || known.kind === kind) ? known : guessed;
      const answer: TableLook = {
        id: keep(grid),
        name: query.name,
        lines: grid.length,
        sheets,
        sheet,
        heads: headsOf(grid, mapping.headAt, mapping.headLines),
        first: grid.slice(0, FIRST_SHOWN + mapping.headAt),
        mapping,
        remembered: mapping === known,
      };
      response.json(answer);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }

  return {
    handlers: {
      readTable: ({ params, body, now }) => rehearse(gridOf(params.id), body, now),
      takeTable: ({ params, body, now, person }) => {
        const report = writeLines(gridOf(params.id), body, now);
        if (report.missing.length > 0)
          throw wrongValue('columns', `No column is ${report.missing.join(', ')}.`);
        if (report.faults > 0)
          throw new Refusal(
            422,
            `${report.faults === 1 ? 'One line cannot' : `${report.faults} lines cannot`} be taken: nothing was added.`,
            report.lines
              .filter(({ state }) => state === 'fault')
              .map(({ line, words }) => ({ field: '', line, message: words })),
            report.faults,
          );
        stores.tableMappings.keep(keyOfHeads(report.heads), body, { at: now, person });
        return report;
      },
    },
    files: { lookAtTable: look },
  };
}
