/** Words of a sheet: paragraphs and items, runs of letters in them. No markup passes here. */
import { z } from 'zod';
import { SHEET_PARTS } from '#core/sheet/sheet-words.ts';

/** More is a paste gone wrong. */
const LONGEST_RUN = 4000;
const MOST_BLOCKS = 60;

const wordRun = z.object({
  text: z.string().max(LONGEST_RUN, `at most ${LONGEST_RUN} letters together`),
  bold: z.literal(true).optional(),
  italic: z.literal(true).optional(),
});

export const wordBlock = z.object({
  kind: z.enum(['paragraph', 'item']),
  runs: z.array(wordRun).max(200),
});

export const wordBlocks = z.array(wordBlock).max(MOST_BLOCKS, `at most ${MOST_BLOCKS} paragraphs`);

export const sheetPart = z.enum(SHEET_PARTS);
