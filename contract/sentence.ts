/** Sentences in answers: letters on the wire, and nothing that code reads back (`core/wording/sentence.ts`). */
import { z } from 'zod';
import type { Sentence } from '#core/wording/sentence.ts';

export const sentence = z.string() as unknown as z.ZodType<Sentence, string>;
