/** The calls of the tester's page: all that the hall answers besides the files of that page. */
import { z } from 'zod';
import { byId, done } from './endpoint.ts';
import * as hall from './hall-records.ts';

interface HallCall {
  at: `${'GET' | 'POST'} /hall/${string}`;
  params?: z.ZodObject;
  query?: z.ZodObject;
  body?: z.ZodType;
  answer: z.ZodType;
  /** The link that it is for; left out: both. */
  of?: 'tester' | 'pair';
}

export const HALL_CALLS = {
  see: { at: 'GET /hall/mine', answer: hall.hallView },
  addOuting: {
    at: 'POST /hall/outings',
    body: hall.hallOutingFields,
    answer: z.object({ id: byId.shape.id, km: z.number() }),
    of: 'tester',
  },
  changeOuting: {
    at: 'POST /hall/outings/:id/change',
    params: byId,
    body: hall.hallOutingChange,
    answer: done,
    of: 'tester',
  },
  withdrawOuting: {
    at: 'POST /hall/outings/:id/withdrawal',
    params: byId,
    answer: done,
    of: 'tester',
  },
  returnOuting: {
    at: 'POST /hall/outings/:id/return',
    params: byId,
    answer: done,
    of: 'tester',
  },
  addTryOn: {
    at: 'POST /hall/try-ons',
    body: hall.hallTryOnFields,
    answer: hall.hallTryOnAnswer,
    of: 'tester',
  },
  addNote: { at: 'POST /hall/notes', body: hall.hallNoteFields, answer: done, of: 'tester' },
  addPicture: { at: 'POST /hall/pictures', query: hall.hallPictureFields, answer: done },
} as const satisfies Record<string, HallCall>;

export type HallCalls = typeof HALL_CALLS;
export type HallCallName = keyof HallCalls;
type Part<N extends HallCallName, K extends string> =
  HallCalls[N] extends Record<K, infer S> ? (S extends z.ZodType ? S : undefined) : undefined;
export type HallBody<N extends HallCallName> =
  Part<N, 'body'> extends z.ZodType ? z.output<Part<N, 'body'>> : undefined;
export type HallBodyIn<N extends HallCallName> =
  Part<N, 'body'> extends z.ZodType ? z.input<Part<N, 'body'>> : undefined;
export type HallAnswer<N extends HallCallName> = z.output<HallCalls[N]['answer']>;
