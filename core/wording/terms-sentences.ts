/** Sentences about the terms on which two figures are compared. */
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

export const TERMS_MESSAGES = {
  like: message({}, 'same method'),
  notComparable: message({ reason: 'text' }, 'not comparable: {reason}'),
  reason: message({ reason: 'text', measure: 'text' }, '{reason}; {measure}'),
  stated: message({ statement: 'text' }, 'as stated: {statement}'),
  statement: message({ statement: 'text' }, '{statement}'),
  taken: message({ taken: 'text' }, '{taken}'),
  converted: message({ conversions: 'text' }, 'converted: {conversions}'),
  carried: message({ ways: 'text' }, 'converted over {ways}'),
};

/** Why two figures cannot be compared, and what to measure. */
export function notComparable(
  reason: string,
  measure: string,
): { words: Sentence; remark: Sentence } {
  const remark = TERMS_MESSAGES.reason({ reason, measure });
  return { words: TERMS_MESSAGES.notComparable({ reason: remark }), remark };
}

/** Taken in the same way. */
export function sameMethod(): { words: Sentence; remark: Sentence } {
  const words = TERMS_MESSAGES.like({});
  return { words, remark: words };
}

/** @param statement what is stated in place of a figure */
export const asStated = (statement: string): { words: Sentence; remark: Sentence } => ({
  words: TERMS_MESSAGES.stated({ statement }),
  remark: TERMS_MESSAGES.statement({ statement }),
});

/**
 * How a figure was carried or converted.
 * @param ways the sizes or distances it was converted over
 */
export function convertedTerms(
  taken: string,
  conversions: readonly string[],
  ways: readonly string[],
): { words: Sentence; remark: Sentence } {
  const remarks = [
    taken === '' ? undefined : TERMS_MESSAGES.taken({ taken }),
    conversions.length > 0
      ? TERMS_MESSAGES.converted({ conversions: conversions.join('; ') })
      : undefined,
  ];
  const carried =
    ways.length > 0 ? TERMS_MESSAGES.carried({ ways: ways.join(' and ') }) : undefined;
  return { words: joined([...remarks, carried], '; '), remark: joined(remarks, '; ') };
}
