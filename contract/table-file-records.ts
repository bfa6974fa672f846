/** Tables that leave the bench: the shelf, a comparison, studies, the record of changes. */
import { z } from 'zod';

export const TABLE_FILES = [
  'shelf',
  'comparison',
  'pair-study',
  'sides',
  'gauge-study',
  'changes',
] as const;
export type TableFile = (typeof TABLE_FILES)[number];

export const tableFileParams = z.object({ of: z.enum(TABLE_FILES) });

/** `as`, and whatever the page of the same table is asked by. */
export const tableFileQuery = z
  .object({ as: z.enum(['csv', 'xlsx']).default('csv'), id: z.string().max(60).optional() })
  .catchall(z.string().max(2000));
