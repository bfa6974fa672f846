/** Addresses of what leaves a lab whole and comes in whole. */
import { z } from 'zod';
import { byId, type Endpoint, EVERYTHING } from './endpoint.ts';
import { jobName } from './job-records.ts';
import { packageReport, packageTaken, packageTaking } from './package-records.ts';

const ZIP = 'application/zip';

export const EXCHANGE_ENDPOINTS = {
  getPackage: {
    at: 'GET /api/package',
    summary: 'The whole lab, or some editions with all that hangs on them, as a Data Package.',
    query: z.object({
      editions: z
        .string()
        .max(20_000)
        .optional()
        .describe('addresses of editions, parted by commas; left out: the whole lab'),
      job: jobName,
    }),
    gives: ZIP,
    answer: z.string(),
  },
  lookAtPackage: {
    at: 'POST /api/package',
    summary: 'Reads a package beside the book and says what it would do; nothing is written.',
    query: z.object({ job: jobName }),
    takes: ZIP,
    answer: packageReport,
    passing: true,
  },
  takePackage: {
    at: 'POST /api/package/:id/taking',
    summary: 'Takes a package in that was looked at, whole or not at all.',
    params: byId,
    query: z.object({ job: jobName }),
    body: packageTaking,
    takes: 'application/json',
    answer: packageTaken,
    touches: EVERYTHING,
  },
  dropPackage: {
    at: 'DELETE /api/package/:id',
    summary: 'Puts a package away that was looked at.',
    params: byId,
    answer: z.object({ dropped: z.literal(true) }),
    passing: true,
  },
} as const satisfies Record<string, Endpoint>;
