/** The id that a change carries, so that it may be sent twice. */
import type { Request } from 'express';
import { id as uuid7 } from '#contract/fields.ts';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { Refusal } from './problems.ts';

export function changeId(request: Request): string {
  const given = uuid7.safeParse(request.get(CHANGE_HEADER));
  if (given.success) return given.data;
  throw new Refusal(
    400,
    `A change carries its own UUID of version 7 in the header ${CHANGE_HEADER}, so that it may be sent twice.`,
  );
}
