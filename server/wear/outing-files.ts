/** Outings from a file and as a file: taken whole or not at all, and what is kept already is not doubled. */
import { Readable, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { StringDecoder } from 'node:string_decoder';
import { DelimitedFault, type DelimitedRow, splitRows } from '#contract/delimited-rows.ts';
import type { LineFault } from '#core/sizing/delimited.ts';
import { changeId } from '../change-id.ts';
import { type FileCall, type FileHandlers, personCode } from '../endpoint.ts';
import {
  columnOf,
  type FileOuting,
  OUTINGS_HEADER,
  type OutingColumns,
  readOutingRow,
  readOutingsHeader,
  writeOutings,
} from '../formats/outings-file.ts';
import { keepOutings, planOutings } from '../outings.ts';
import { Refusal } from '../problems.ts';
import { pourBody } from '../request-body.ts';
import type { Stores } from '../stores.ts';
import { dueItems, writeCalendar } from './due.ts';

const CSV = 'text/csv; charset=utf-8';
const MOST_BYTES = 30 * 1024 * 1024;
const MOST_ROWS = 100_000;
const MOST_FAULTS = 200;
/** Rows that are written together. */
const BATCH = 1000;

interface ReadFile {
  outings: FileOuting[];
  faults: LineFault[];
}

/** Takes rows as they arrive: the first is the header. */
function rowTaker() {
  const file: ReadFile = { outings: [], faults: [] };
  const rows = splitRows();
  let columns: OutingColumns | undefined;
  const take = (row: DelimitedRow) => {
    if (!columns) {
      const header = readOutingsHeader(row);
      if (Array.isArray(header)) file.faults.push(...header);
      columns = Array.isArray(header) ? new Map() : (header as OutingColumns);
      return;
    }
    if (columns.size === 0) return;
    if (file.outings.length >= MOST_ROWS)
      throw new Refusal(
        413,
        `The file has over ${MOST_ROWS.toLocaleString('en')} outings. Split it.`,
      );
    const read = readOutingRow(row, columns, rows.dialect());
    if (Array.isArray(read)) file.faults.push(...read);
    else file.outings.push(read);
  };
  return {
    file,
    push: (text: string) => rows.push(text).forEach(take),
    end: () => rows.end().forEach(take),
  };
}

async function readFile(call: FileCall<'importOutings'>): Promise<ReadFile> {
  const taker = rowTaker();
  const decoder = new StringDecoder('utf8');
  const sink = new Writable({
    write(chunk: Buffer, _encoding, done) {
      try {
        taker.push(decoder.write(chunk));
        done();
      } catch (error) {
        done(error as Error);
      }
    },
  });
  try {
    await pourBody(call.request, sink, MOST_BYTES, () => 'The file has over 30 MB. Split it.');
    taker.push(decoder.end());
    taker.end();
  } catch (error) {
    if (!(error instanceof DelimitedFault)) throw error;
    taker.file.faults.push({ line: error.line, column: '', message: error.message });
  }
  return taker.file;
}

function refuseFaults(faults: readonly LineFault[]): void {
  if (faults.length === 0) return;
  throw new Refusal(
    422,
    `${faults.length === 1 ? 'One fault' : `${faults.length} faults`} in the file: nothing was added.`,
    faults
      .slice(0, MOST_FAULTS)
      .map(({ line, column, message }) => ({ field: column, message, line })),
    faults.length,
  );
}

async function importOutings(
  stores: Stores,
  now: () => string,
  requireFree: () => void,
  call: FileCall<'importOutings'>,
): Promise<void> {
  const { query, request, response } = call;
  const id = changeId(request);
  requireFree();
  const { outings, faults } = await readFile(call);
  refuseFaults(faults);
  if (outings.length === 0) throw new Refusal(422, 'There is no outing in the file.');
  requireFree();
  const at = now();
  const plan = planOutings(
    stores,
    outings.map(({ tag, fields }) => ({ tag, fields })),
    at,
  );
  refuseFaults(
    plan.faults.map(({ at: row, field, message }) => ({
      line: outings[row]?.line ?? 0,
      column: columnOf(field),
      message,
    })),
  );
  const report = {
    preview: query.preview === '1',
    added: plan.ready.length,
    alreadyThere: plan.alreadyThere,
    pairs: new Set(plan.ready.map(({ pair }) => pair.id)).size,
  };
  if (report.preview) {
    response.json(report);
    return;
  }
  const change = {
    id,
    at,
    person: personCode(request),
    action: 'importOutings',
    subject: 'outings',
  };
  response.json(
    stores.changes.apply({ ...change, request: { outings: outings.length } }, () => {
      keepOutings(stores, plan, at);
      return report;
    }),
  );
}

export function outingFileRoutes(
  stores: Stores,
  now: () => string,
  requireFree: () => void,
): Pick<FileHandlers, 'importOutings' | 'exportOutings' | 'getCalendar'> {
  return {
    getCalendar: ({ response }) => {
      const at = now();
      const today = at.slice(0, 10);
      response
        .type('text/calendar; charset=utf-8')
        .attachment('due.ics')
        .send(writeCalendar(dueItems(stores, today), today, at));
    },
    importOutings: (call) => importOutings(stores, now, requireFree, call),
    exportOutings: async ({ query, response }) => {
      const pairId = query.pair ? stores.pairs.byTag(query.pair).id : undefined;
      response.type(CSV).attachment(`outings${query.pair ? `-${query.pair}` : ''}.csv`);
      function* pieces() {
        yield `${OUTINGS_HEADER.join(',')}\n`;
        for (let after = 0; ; ) {
          const rows = stores.wear.standingAfter(after, BATCH, pairId);
          if (rows.length === 0) return;
          after = rows.at(-1)?.n ?? 0;
          yield writeOutings(rows);
        }
      }
      await pipeline(Readable.from(pieces()), response);
    },
  };
}
