/** What shoes are made of: answers of the walk, what they say with figures. */

import { z } from 'zod';
import { answerFault, LONGEST_ANSWER, WAYS_KNOWN } from '#core/catalogue/construction.ts';
import { ASPECTS, EVIDENCE_MARKS, RULE_DRAWINGS } from '#core/catalogue/use-rule.ts';
import { CLAIMED_PARTS } from '#core/claims/claim-tokens.ts';
import { CONSTRUCTION_ANSWERS } from '#core/records/construction-verdict.ts';
import { USE_ANSWERS, USE_MISSING_KINDS } from '#core/records/use-verdict.ts';
import { uses } from './edition-records.ts';
import { id, partId, sizeLabel } from './fields.ts';
import { sentence } from './sentence.ts';

export const saidPart = z.object({
  part: partId,
  way: z.enum(WAYS_KNOWN).describe('seen at this pair, or stated of its edition'),
  answer: z
    .string()
    .trim()
    .max(LONGEST_ANSWER, `at most ${LONGEST_ANSWER} letters`)
    .nullable()
    .describe('null: not looked, or not stated'),
});

export const partAnswer = saidPart.superRefine(({ part, answer }, context) => {
  const fault = answer === null ? undefined : answerFault(part, answer);
  if (fault) context.addIssue({ code: 'custom', path: ['answer'], message: fault });
});

export const CLAIM_MARKS = ['', 'seen', 'contradicted', 'cannot be seen'] as const;
export const claimMark = z.enum(CLAIM_MARKS);

const answer = z.object({ part: partId, answer: z.string() });

export const madeOfPart = z.object({
  part: partId,
  state: z.enum(['seen', 'stated', 'contradicted', 'pairs differ']),
  answer: z.string().describe('as seen where anybody could tell, else as stated'),
  seen: z.array(z.object({ answer: z.string(), tags: z.array(z.string()) })),
  stated: z.string().optional(),
});
export type MadeOfRecord = z.infer<typeof madeOfPart>;

export const meaning = z.object({
  name: sentence,
  words: sentence,
  verdict: z.object({
    word: z.enum(CONSTRUCTION_ANSWERS),
    for: z.array(sentence),
    against: z.array(sentence),
    source: z.string(),
  }),
});

const suits = z.enum(USE_ANSWERS);

export const useAnswer = z.object({
  rule: z.string(),
  use: z.string(),
  name: z.string(),
  aims: z.string().describe('for which ground, event or way; empty: for all'),
  why: z.string(),
  words: sentence,
  verdict: z.object({
    word: suits,
    for: z.array(sentence),
    against: z.array(sentence),
    source: z.string(),
  }),
  evidence: z.array(
    z.object({
      mark: z.enum(EVIDENCE_MARKS),
      words: sentence,
      aspect: z.enum(ASPECTS).optional(),
    }),
  ),
  wouldTell: z.array(
    z.object({
      kind: z.enum(USE_MISSING_KINDS),
      of: z.string().describe('a quantity or a part; empty: what it is made for'),
      words: sentence,
    }),
  ),
  aspects: z.array(z.object({ aspect: z.enum(ASPECTS), word: suits })),
  caution: z.string(),
  draws: z.enum(RULE_DRAWINGS).optional(),
});
export type UseAnswerRecord = z.infer<typeof useAnswer>;

export const meant = z.object({
  meanings: z.array(meaning),
  suits: z.array(useAnswer).describe('how it answers the rules of its uses'),
  cautions: z.array(z.string()).describe('of the uses: where it can hurt someone'),
});

export const walk = z.object({
  pair: z.object({ id, tag: z.string(), label: sizeLabel }),
  edition: z.object({ id, slug: z.string(), name: z.string() }),
  uses,
  seen: z.array(answer).describe('at this pair'),
  stated: z.array(answer).describe('of its edition'),
  siblings: z
    .array(answer.extend({ tag: z.string() }))
    .describe('as seen at another pair of the edition: to be confirmed by looking'),
  claims: z.array(
    z.object({
      id,
      part: z.enum(CLAIMED_PARTS),
      text: z.string(),
      source: z.string(),
      mark: claimMark,
    }),
  ),
  pictures: z.array(z.string()).describe('captions of what is kept of this pair'),
  made: z.array(madeOfPart).describe('the edition, by all its pairs'),
  meant,
});
export type Walk = z.infer<typeof walk>;
