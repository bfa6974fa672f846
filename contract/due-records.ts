/** What is due in the house, second looks that were promised, and the lines that wear is judged by. */
import { z } from 'zod';
import { PLAN_UNITS } from '#core/wear/check-plan.ts';
import { id, words } from './fields.ts';

export const DUE_KINDS = ['look', 'return', 'loan', 'calibration', 'second look'] as const;
export type DueKind = (typeof DUE_KINDS)[number];

export const dueItem = z.object({
  id: z.string().describe('the same each time it is asked for'),
  kind: z.enum(DUE_KINDS),
  what: z.string(),
  why: z.string(),
  on: z.string().nullable().describe('null: at this pace no day can be told'),
  late: z.boolean(),
  to: z.string().describe('address of the page where it is done'),
  lookId: id.nullable().describe('of a second look, which is ended here'),
});
export type DueItem = z.infer<typeof dueItem>;

export const dueList = z.object({ today: z.string(), items: z.array(dueItem) });

export const secondLookFields = z
  .object({
    id,
    edition: z.string().trim().max(120).describe('slug of the edition'),
    tag: z
      .string()
      .trim()
      .max(16)
      .nullable()
      .default(null)
      .describe('of the pair that is looked at'),
    what: words(200, 'what was promised'),
    on: z.iso.date('a date is written 2026-03-14').nullable().default(null),
    atKm: z
      .number()
      .positive('a distance is more than nothing')
      .max(20_000)
      .nullable()
      .default(null),
  })
  .refine(({ on, atKm }) => on !== null || atKm !== null, {
    path: ['on'],
    message: 'a day or a distance, or both',
  })
  .refine(({ atKm, tag }) => atKm === null || tag !== null, {
    path: ['tag'],
    message: 'a distance is one of a pair: which one?',
  });

export const secondLookEnd = z.object({ how: z.enum(['done', 'dropped']) });

const plan = z.object({
  by: z.enum(PLAN_UNITS),
  at: z
    .array(z.number().positive('a look is due after something'))
    .min(1, 'one look at least')
    .max(12, 'at most 12 looks')
    .refine(
      (list) => list.every((one, n) => n === 0 || one > (list[n - 1] ?? 0)),
      'rising, such as 50 150 300',
    ),
  every: z.number().positive('after the last again after so many').max(10_000),
});
const life = z
  .object({
    low: z.number().positive('more than nothing').max(20_000),
    high: z.number().max(20_000),
  })
  .refine(({ low, high }) => high >= low, {
    path: ['high'],
    message: 'the upper end is no less than the lower',
  });
const tread = z.object({ mm: z.number().nonnegative('not negative').max(20) });
const factor = z.object({
  factor: z.number().min(0.2, 'from 0.2').max(5, 'to 5'),
});

const line = {
  use: z.string().max(40).default('').describe('empty: every use that has none of its own'),
  reason: words(200, 'a reason'),
};

/** A line of wear, drawn elsewhere with a reason. */
export const wearTermsChange = z.discriminatedUnion('kind', [
  z.object({ ...line, kind: z.literal('wear-checks'), value: plan }),
  z.object({ ...line, kind: z.literal('rated-life'), value: life }),
  z.object({ ...line, kind: z.literal('tread-limit'), value: tread }),
  z.object({
    ...line,
    kind: z.literal('life-factor'),
    subject: z.string().regex(/^(?:tester|surface) \S.{0,40}$/, 'a tester or a surface'),
    value: factor,
  }),
]);

/** How the same stands in the list of all lines. */
export const wearThresholds = { plan, life, tread, factor };

export const wearTermsOfUses = z.object({
  uses: z.array(
    z.object({
      use: z.string(),
      plan,
      ratedLifeKm: life,
      treadLimitMm: z.number(),
      changed: z.boolean(),
    }),
  ),
  factors: z.array(z.object({ subject: z.string(), factor: z.number() })),
  subjects: z.array(z.string()).describe('that a factor may be set for'),
  history: z.array(
    z.object({
      kind: z.string(),
      words: z.string(),
      use: z.string(),
      reason: z.string(),
      at: z.string(),
      person: z.string(),
    }),
  ),
});
export type WearTermsOfUses = z.infer<typeof wearTermsOfUses>;
