/** Sentences about one pair for two uses, or two. */
import type { TwoUsesAnswer } from '../records/choice-verdict.ts';
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

export const ONE_OR_TWO_MESSAGES = {
  'one pair': message(
    { name: 'text' },
    '{name} covers both uses. It differs little from what is made for either.',
  ),
  'one pair, with a but': message(
    { name: 'text' },
    '{name} covers both uses, with noticeable differences from what is made for them.',
  ),
  'two pairs': message(
    { name: 'text' },
    '{name} is nearest to both uses, but it differs clearly from what is made for one of them.',
  ),
  none: message({}, 'By the rules of the two uses, no model here is suitable for both.'),
  tooFew: message(
    { uses: 'text', wanted: 'number' },
    'Not known: {uses}. Measure or state {wanted} models of each use.',
  ),
  tooFewOfUse: message(
    { use: 'text', models: 'number' },
    '{models, plural, =0 {no model} =1 {one model} other {# models}} for {use} with figures',
  ),
};

interface OneOrTwo {
  answer: TwoUsesAnswer;
  /** The name of the pair that covers both best. */
  name?: string | undefined;
  /** Uses with too few models that have figures. */
  missing: readonly { use: string; models: number }[];
}

/** @param wanted so many models of each use are needed */
export function oneOrTwoSentence({ answer, name, missing }: OneOrTwo, wanted: number): Sentence {
  if (answer === 'cannot tell')
    return ONE_OR_TWO_MESSAGES.tooFew({
      uses: joined(missing.map(ONE_OR_TWO_MESSAGES.tooFewOfUse), '; '),
      wanted,
    });
  return name === undefined ? ONE_OR_TWO_MESSAGES.none({}) : ONE_OR_TWO_MESSAGES[answer]({ name });
}
