/** Addresses of tables of others: looked at, read by a mapping, taken in. */
import { z } from 'zod';
import { byId, type Endpoint, EVERYTHING } from './endpoint.ts';
import { tableFileParams, tableFileQuery } from './table-file-records.ts';
import { TABLE_KINDS, tableLook, tableMapping, tableReport } from './table-kinds.ts';

export const TABLE_ENDPOINTS = {
  lookAtTable: {
    at: 'POST /api/tables',
    summary: 'Looks at a table, CSV or a workbook, and guesses how it is to be read.',
    query: z.object({
      kind: z.enum(TABLE_KINDS).optional().describe('what it is about; left out: guessed'),
      sheet: z.string().max(60).optional().describe('of a workbook; left out: the first'),
      name: z.string().max(200).default(''),
    }),
    takes: 'application/octet-stream',
    answer: tableLook,
    passing: true,
  },
  readTable: {
    at: 'POST /api/tables/:id/reading',
    summary: 'Says line by line what a table would do; nothing is written.',
    params: byId,
    body: tableMapping,
    answer: tableReport,
    passing: true,
  },
  getTableFile: {
    at: 'GET /api/tables/:of/file',
    summary: 'A table of the bench as CSV or a workbook, asked for as its page is.',
    params: tableFileParams,
    query: tableFileQuery,
    gives: 'text/csv',
    answer: z.string(),
  },
  takeTable: {
    at: 'POST /api/tables/:id/taking',
    summary: 'Takes a table in, whole or not at all, and remembers how it was read.',
    params: byId,
    body: tableMapping,
    answer: tableReport,
    touches: EVERYTHING,
  },
} as const satisfies Record<string, Endpoint>;
