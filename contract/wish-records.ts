/** Pairs that are promised, wished for or asked for, with why. */
import { z } from 'zod';
import { day, id, remark, words } from './fields.ts';

export const WISH_KINDS = ['promised', 'wished for', 'asked for'] as const;

export const wishFields = z.object({
  id,
  maker: words(60, 'the maker'),
  model: words(80, 'the model'),
  name: remark(80).describe('the build; empty: any'),
  kind: z.enum(WISH_KINDS),
  why: words(300, 'why it is wanted'),
  whom: remark(80).describe('who promised it, or asked for it'),
  dueOn: day,
});

export const wish = wishFields.extend({
  saidAt: z.string(),
  closed: z.string().nullable().describe('why it stands no more; null: it stands'),
  tag: z.string().nullable().describe('the pair that was received for it'),
  editionSlug: z.string().nullable().describe('where the book knows the edition'),
});

export const wishList = z.object({ wishes: z.array(wish) });

export type Wish = z.infer<typeof wish>;
