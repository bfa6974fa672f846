/** All messages by room, for the list that is reviewed (`npm run words`) and for the tests on it. */
import { CLAIM_MESSAGES } from './claim-sentences.ts';
import type { AnyMessage } from './message.ts';

export const MESSAGES: Readonly<Record<string, Readonly<Record<string, AnyMessage>>>> = {
  claims: CLAIM_MESSAGES,
};
