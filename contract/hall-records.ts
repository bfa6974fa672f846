/** The hall: the tester's page on the tester's phone, its links, and the few calls that it has. */
import { z } from 'zod';
import { TRY_ON_OUTCOMES } from '#core/records/try-on-verdict.ts';
import { id, moment, remark, sizeLabel, words } from './fields.ts';
import { tryOnFields } from './fit-records.ts';
import { outingFields, outingSaid } from './wear-records.ts';

const kilometres = z.number();

/** An outing as it stands on the tester's page. */
export const hallOuting = outingFields.omit({ again: true, tester: true }).extend({
  pairId: id,
  tag: z.string(),
  km: kilometres,
  withdrawn: z.boolean(),
});

/** All that a link of a tester shows. */
export const testersHall = z.object({
  kind: z.literal('tester'),
  tester: z.string(),
  now: moment,
  isPrivate: z.boolean().describe('nobody on the network can read along'),
  pairs: z.array(
    z.object({
      id,
      tag: z.string(),
      name: z.string(),
      label: sizeLabel,
      km: kilometres.describe('worn by now, by all'),
      lastOn: z.string().nullable(),
      askTryOn: z.boolean().describe('it has no try-on by this tester yet'),
    }),
  ),
  outings: z.array(hallOuting).describe('the latest first, at most 60'),
  tryOns: z.array(z.object({ id, tag: z.string(), at: z.string(), words: z.string() })),
  notes: z.array(z.object({ id, tag: z.string(), at: z.string(), words: z.string() })),
});

/** All that a link of a pair shows: a camera for its pictures at receipt. */
export const pairsHall = z.object({
  kind: z.literal('pair'),
  now: moment,
  isPrivate: z.boolean(),
  pair: z.object({ id, tag: z.string(), name: z.string() }),
  pictures: z.number().int(),
});

export const hallView = z.discriminatedUnion('kind', [testersHall, pairsHall]);
export type HallView = z.infer<typeof hallView>;
export type TestersHall = z.infer<typeof testersHall>;
export type PairsHall = z.infer<typeof pairsHall>;

/** A secret of 256 bits, as it stands in an address. */
export const hallSecret = z.string().regex(/^[\w-]{43}$/, 'no secret of a link');

export const secretHash = z.string().regex(/^[0-9a-f]{64}$/, 'a hash has 64 hexadecimal digits');

export const hallOutingFields = outingSaid.extend({ id, pairId: id });
export const hallOutingChange = outingSaid.extend({ pairId: id });
export const hallTryOnFields = tryOnFields
  .pick({ id: true, sock: true, answers: true, note: true })
  .extend({ pairId: id });
export const hallNoteFields = z.object({ id, pairId: id, words: words(500, 'the note') });
export const hallPictureFields = z.object({
  photograph: id,
  pairId: id,
  side: z.enum(['', 'left', 'right']).default(''),
  caption: remark(200),
});

export const hallTryOnAnswer = z.object({
  id,
  outcome: z.enum(TRY_ON_OUTCOMES),
  words: z.string(),
  reasons: z.array(z.string()),
  next: z.array(z.string()),
});

/** A link, as the bench lists it. */
export const hallLink = z.object({
  id,
  tester: z.string().nullable(),
  tag: z.string().nullable().describe('of the pair that it takes pictures of'),
  madeAt: z.string(),
  openedAt: z.string().nullable().describe('by the one phone that it opens on'),
  endedAt: z.string().nullable(),
});

export const hallState = z.object({
  open: z.object({ addresses: z.array(z.string()), isPrivate: z.boolean() }).nullable(),
  hosts: z.array(z.string()).describe('addresses of this machine on its networks'),
  hasCertificate: z.boolean(),
  links: z.array(hallLink).describe('the latest first'),
  refused: z.number().int().describe('calls that were refused since the hall was opened'),
});
export type HallState = z.infer<typeof hallState>;

export const hallAt = z.object({
  host: z
    .string()
    .trim()
    .regex(/^[\w.:-]{1,100}$/, 'an address such as 192.168.1.20'),
  port: z.number().int().min(0).max(65_535, 'a port is at most 65535').default(4630),
});
