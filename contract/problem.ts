/** How a request is refused (RFC 9457). */
import { z } from 'zod';

/** RFC 9457 problem details, with the fields at fault. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  errors: z
    .array(
      z.object({
        field: z.string(),
        message: z.string(),
        choices: z.array(z.string()).optional(),
        line: z.number().int().optional().describe('of a file, from 1'),
      }),
    )
    .optional(),
  faultCount: z
    .number()
    .int()
    .optional()
    .describe('all faults of a file, where errors lists the first'),
});

export type Problem = z.infer<typeof problem>;
