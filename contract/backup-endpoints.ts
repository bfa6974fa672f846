/** Addresses of copies of the book. */
import { z } from 'zod';
import { backupList, backupLook, backupSettings, copyName } from './backup-records.ts';
import type { Endpoint } from './endpoint.ts';
import { jobName } from './job-records.ts';

const byName = z.object({ name: copyName });

export const BACKUP_ENDPOINTS = {
  listBackups: {
    at: 'GET /api/backups',
    summary: 'Copies of the book, and how they are kept.',
    answer: backupList,
  },
  setBackups: {
    at: 'PUT /api/backups',
    summary: 'Says how copies are kept.',
    body: backupSettings,
    answer: backupSettings,
    touches: ['lab'],
  },
  makeBackup: {
    at: 'POST /api/backups',
    summary: 'Copies the book now.',
    query: z.object({ job: jobName }),
    answer: z.object({ name: z.string(), secondFault: z.string() }),
    passing: true,
  },
  lookIntoBackup: {
    at: 'GET /api/backups/:name',
    summary: 'What a copy holds, how old it is, and what a restore would lose.',
    params: byName,
    answer: backupLook,
  },
  bringBackup: {
    at: 'POST /api/backups/file',
    summary: 'Takes a book from elsewhere to be looked into; nothing is replaced.',
    takes: 'application/octet-stream',
    answer: backupLook,
    passing: true,
  },
  prepareRestore: {
    at: 'POST /api/backups/:name/prepare',
    summary:
      'Shuts writing, and says what a restore would lose. Writing is open again when it is cancelled, or after two minutes.',
    params: byName,
    answer: backupLook,
    passing: true,
  },
  cancelRestore: {
    at: 'DELETE /api/backups/:name/prepare',
    summary: 'Opens writing again: nothing is restored.',
    params: byName,
    answer: z.object({ cancelled: z.boolean() }),
    passing: true,
  },
  restoreBackup: {
    at: 'POST /api/backups/:name/restore',
    summary: 'Puts a copy in the place of the book, which is set aside and never removed.',
    params: byName,
    body: z.object({
      lost: z
        .number()
        .int()
        .nullable()
        .describe('how many changes it was said to lose; null: that is not known'),
    }),
    answer: z.object({ aside: z.string().describe('the copy that the present book became') }),
    passing: true,
  },
} as const satisfies Record<string, Endpoint>;
