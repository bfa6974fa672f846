/** Fit: what is answered while a shoe is tried on. */
import { z } from 'zod';
import {
  EYELET_ROWS,
  FOOT_PLACES,
  FOOTBEDS_AGAINST,
  HEEL_HOLDS,
  LACE_PULLS,
  PAINS,
  SORE_PLACES,
  TOE_ROOMS,
  TRY_ON_AFTER,
} from '#core/fit/try-on.ts';
import { sizeLabel } from './fields.ts';

const feeling = z
  .number()
  .int('a width is −2, −1, 0, 1 or 2')
  .min(-2, 'from −2, tight')
  .max(2, 'to +2, loose');

export const tryOnAnswers = z.object({
  toeGapMm: z
    .number()
    .min(-20, 'no foot stands so far beyond a shoe')
    .max(80, 'a gap of more than 80 mm is longer than toes are')
    .optional(),
  toeRoom: z.enum(TOE_ROOMS).optional(),
  heel: z.enum(HEEL_HOLDS).optional(),
  heelMm: z.number().nonnegative().max(80).optional(),
  width: z.partialRecord(z.enum(FOOT_PLACES), feeling).optional(),
  rows: z.enum(EYELET_ROWS).optional(),
  pull: z.enum(LACE_PULLS).optional(),
  topEyeletUsed: z.boolean().optional(),
  lacesLetOut: z.boolean().optional(),
  eyeletsFewer: z.boolean().optional(),
  toesTouch: z.boolean().optional(),
  sore: z.array(z.enum(SORE_PLACES)).max(SORE_PLACES.length).optional(),
  pain: z.enum(PAINS).optional(),
  after: z.enum(TRY_ON_AFTER).optional(),
  footbed: z.enum(FOOTBEDS_AGAINST).optional().describe('beside that of a known shoe'),
  insoleGapMm: z.number().min(0).max(80).optional().describe('before an insole of known length'),
  insoleUsual: z.boolean().optional(),
  sockUsual: z.boolean().optional(),
  wornOutside: z.boolean().optional(),
});

export const madeWidth = z.object({
  width: z.string().max(40).optional(),
  labels: z.array(sizeLabel).max(60),
});
