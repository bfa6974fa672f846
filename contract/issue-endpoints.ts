/** Addresses of sheets and comparisons as they are written, issued and withdrawn. */
import { z } from 'zod';
import { byId, done, type Endpoint, reasonGiven } from './endpoint.ts';
import * as fields from './fields.ts';
import * as issues from './issue-records.ts';
import { issuedRecord } from './issued-records.ts';

const ofEdition = z.object({ edition: z.string().max(160) });
const atLabel = z.object({ label: z.string().max(30).optional() });

export const ISSUE_ENDPOINTS = {
  getSheetDraft: {
    at: 'GET /api/sheets/:edition/draft',
    summary: 'A sheet as it would leave the bench now, with its revisions and what changed.',
    params: ofEdition,
    query: atLabel,
    answer: issues.sheetDraft,
  },
  writeWords: {
    at: 'PUT /api/words',
    summary: 'Writes the words of one part of a sheet or a comparison.',
    body: issues.wordsWritten,
    answer: done,
    touches: ['issued', 'figures'],
  },
  chooseForSheet: {
    at: 'PUT /api/words/choices',
    summary: 'Chooses pictures for a sheet, and whether figures stand in a second unit too.',
    body: issues.choicesMade,
    answer: done,
    touches: ['issued', 'figures'],
  },
  issueSheet: {
    at: 'POST /api/sheets/:edition/issue',
    summary: 'Issues a revision of a sheet: it stays as it is.',
    params: ofEdition,
    body: z.object({ id: fields.id, label: z.string().max(30) }),
    answer: done,
    touches: ['issued', 'figures'],
  },
  listSheetsIssued: {
    at: 'GET /api/issued/sheets',
    summary: 'Sheets and comparisons that were issued, the latest first.',
    answer: z.array(issues.issuedLine),
  },
  getIssued: {
    at: 'GET /api/issued/:id',
    summary: 'What was issued, as it was; withdrawn or not.',
    params: byId,
    answer: issuedRecord,
  },
  withdrawIssued: {
    at: 'POST /api/issued/:id/withdrawal',
    summary: 'Withdraws a revision, with a reason; it stays readable.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['issued', 'figures'],
  },
  getIssuedFile: {
    at: 'GET /api/issued/:id/file',
    summary: 'What was issued as PDF, HTML, CSV, workbook, JSON or a picture.',
    params: byId,
    query: issues.issuedFileQuery,
    answer: z.string(),
    gives: 'application/octet-stream',
  },
  getSheetCard: {
    at: 'GET /api/sheets/:edition/card',
    summary: 'The card of a draft: a picture for a post.',
    params: ofEdition,
    query: atLabel,
    answer: z.string(),
    gives: 'image/png',
  },
  listComparisons: {
    at: 'GET /api/comparisons',
    summary: 'Comparisons that were given a name.',
    answer: z.array(issues.keptComparisonRow),
  },
  keepComparison: {
    at: 'PUT /api/comparisons/:id',
    summary: 'Keeps a comparison under a name, or changes one.',
    params: byId,
    body: issues.keptComparison,
    answer: done,
    touches: ['issued', 'figures'],
  },
  dropComparison: {
    at: 'POST /api/comparisons/:id/removal',
    summary: 'Forgets a comparison that was kept; what was issued of it stays.',
    params: byId,
    answer: done,
    touches: ['issued', 'figures'],
  },
  getComparisonDraft: {
    at: 'GET /api/comparisons/:id/draft',
    summary: 'A kept comparison as it would leave the bench now.',
    params: byId,
    answer: issues.sheetDraft,
  },
  issueComparison: {
    at: 'POST /api/comparisons/:id/issue',
    summary: 'Issues a revision of a comparison: it stays as it is.',
    params: byId,
    body: z.object({ id: fields.id }),
    answer: done,
    touches: ['issued', 'figures'],
  },
} as const satisfies Record<string, Endpoint>;
