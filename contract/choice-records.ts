/** Choosing: what is asked in the conversation, what is offered and why; how a shoe suits a use. */
import { z } from 'zod';
import { LOADS, MATTERS, RISKS, SURENESS, TWO_USES_ANSWERS } from '#core/records/choice-verdict.ts';
import { USE_ANSWERS } from '#core/records/use-verdict.ts';
import { useAnswer } from './construction-records.ts';
import { sentence } from './sentence.ts';
import { footAsked } from './sizing-records.ts';

const LOAD_NAMES = Object.keys(LOADS) as (keyof typeof LOADS)[];
const aim = z.string().trim().max(60).default('').describe('a ground, an event or a way');
const slug = z.string().trim().max(160).default('');

/** Answers of the conversation: a link holds them, and each may be left out but the use. */
export const choiceAsked = footAsked.extend({
  use: z.string().trim().min(1, 'for which use?').max(60),
  aim,
  second: z.string().trim().max(60).default('').describe('another use the same pair is to serve'),
  secondAim: aim,
  matters: z
    .string()
    .default('')
    .transform((typed) =>
      typed
        .split(',')
        .map((word) => word.trim())
        .filter(Boolean),
    )
    .pipe(z.array(z.enum(MATTERS)).max(3, 'at most three, in order'))
    .describe('what matters most, the first first, parted by commas'),
  load: z.enum(LOAD_NAMES as [keyof typeof LOADS]).default('nothing'),
  risk: z.enum(RISKS).default('the usual'),
  money: z.coerce
    .number()
    .positive('money is more than nothing; leave it empty to say none')
    .max(100000)
    .optional(),
  currency: z.string().trim().length(3, 'a currency has three letters').toUpperCase().optional(),
  used: slug.describe('what one is used to'),
  liked: z.enum(['yes', 'no']).default('yes'),
});

const suits = z.enum(USE_ANSWERS);
const named = z.object({ slug: z.string(), name: z.string() });

const offer = named.extend({
  suits,
  why: z.array(sentence),
  givesUp: z.array(sentence),
  sure: z.enum(SURENESS),
  ahead: z.number().nullable().describe('how likely it is better than the next one'),
  open: z.array(sentence).describe('what is not known of it'),
  next: z.array(sentence).describe('what the next one would change'),
  take: z.string().nullable().describe('the label that is made'),
  fitWords: z.string(),
  cautions: z.array(z.string()),
  suddenDrop: sentence.nullable().describe('a caution where the drop differs from the usual one'),
  price: z.string(),
  lastYears: named.extend({ words: sentence }).nullable().describe('the same shoe, older'),
});

export const choice = z.object({
  offers: z.array(offer),
  /** Of all that was weighed. */
  ofAll: z.number().int(),
  waiting: z
    .number()
    .int()
    .describe('editions that are being worked out anew, and not weighed yet'),
  passedOver: z.array(named.extend({ why: sentence })),
  said: z.array(sentence).describe('what contradicts itself in the answers, or could not be used'),
  none: sentence.nullable().describe('why nothing is offered; null where something is'),
  lookFor: z.array(sentence).describe('what to look for instead, or besides'),
  asked: z.array(sentence).describe('what was asked for, in lines'),
  currencies: z.array(z.string()),
  twoUses: z
    .object({
      word: z.enum(TWO_USES_ANSWERS),
      words: sentence,
      one: named.nullable(),
      two: z.array(named.extend({ use: z.string() })),
    })
    .nullable(),
  cautions: z.array(z.string()),
});
export type Choice = z.infer<typeof choice>;

/** How an edition suits a use, rule by rule. */
export const suitsAsked = z.object({ use: z.string().trim().max(60).default(''), aim });
export const suitsAnswer = z.object({
  edition: named,
  use: z.string().describe('as asked for, else its first'),
  aim: z.string(),
  word: suits.nullable().describe('null: the use has no rules'),
  answers: z.array(useAnswer),
  pairs: z.array(z.object({ tag: z.string() })).describe('at which something could be taken'),
  measures: z
    .record(z.string(), z.object({ value: z.number(), U: z.number() }))
    .describe('what its geometry is drawn from'),
});
export type SuitsAnswer = z.infer<typeof suitsAnswer>;
