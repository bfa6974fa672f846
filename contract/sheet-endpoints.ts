/** Addresses of sheets and comparisons. */
import { z } from 'zod';
import type { Endpoint } from './endpoint.ts';
import * as sheets from './sheet-records.ts';

export const SHEET_ENDPOINTS = {
  getSheet: {
    at: 'GET /api/sheets/:edition',
    summary: 'The sheet of an edition at a label.',
    params: z.object({ edition: z.string().max(160) }),
    query: z.object({ label: z.string().max(30).optional() }),
    answer: sheets.sheet,
  },
  getComparison: {
    at: 'GET /api/comparison',
    summary: 'Two to ten editions on like terms, each against the first.',
    query: z.object({
      editions: z.string().max(1700).describe('slugs, parted by commas'),
      label: z.string().max(30).optional(),
      stack: z.string().max(80).optional(),
    }),
    answer: sheets.comparison,
  },
} as const satisfies Record<string, Endpoint>;
